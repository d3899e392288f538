<script setup lang="ts">
// The plan from above: lines and places over contours where a grid is kept, a sketch where nothing has a position.
import { ArrowUp, Mountain } from '@lucide/vue';
import { useElementSize } from '@vueuse/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { worstOf } from '@vernal-slope/plan/findings';
import { keepLayout, type Command } from '@vernal-slope/plan/edit';
import { layoutOf, type Spot } from '@vernal-slope/plan/positions';
import type { Fault } from '@vernal-slope/plan/document';
import type { PlanResults } from '../../session/usePlanResults.ts';
import AboveTable from './AboveTable.vue';
import AboveUnder from './AboveUnder.vue';
import { heightWords, layoutBox, roundBelow } from './view.ts';
import { useShading } from './useShading.ts';
import { useSpotDrag } from './useSpotDrag.ts';
import { useAboveView } from './useAboveView.ts';
import { nameIn } from '@vernal-slope/display/names';
import { fromSI, toSI, unitFor } from '@vernal-slope/display/quantities';
import { placeLabels } from '../hillside/labels.ts';
import { useDrawingKeys } from '../hillside/useDrawingKeys.ts';
import type { LegRef } from '../../session/planpage.ts';
import { sectionOf } from '@vernal-slope/display/section';
import { useSettings } from '../../display/settings.ts';
import { MARKS } from '../marks.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import ZoomButtons from '../ZoomButtons.vue';
import { looseEnds } from '@vernal-slope/plan/topology';
import { feeds, isBareJoint, isSource, isVessel } from '@vernal-slope/plan/kinds';
import { useEdits } from '../../session/planpage.ts';
import JoinRings, { type Ring } from '../joining/JoinRings.vue';
import type { LineSpot } from '@vernal-slope/plan/edit';

const GridDialog = defineAsyncComponent(() => import('./GridDialog.vue'));

const props = defineProps<{
  results: PlanResults;
  planId: string;
  chosen: string;
  leg: LegRef | null;
  hovered: LegRef | null;
  edit: (command: Command) => readonly Fault[];
  /** An older version: nothing can be begun. */
  locked?: boolean;
}>();
const emit = defineEmits<{ leg: [leg: LegRef]; hover: [leg: LegRef | null]; choose: [id: string] }>();

const settings = useSettings();
const { perform } = useEdits();
const holder = ref<HTMLElement | null>(null);
const canvas = ref<HTMLCanvasElement | null>(null);
const { width, height } = useElementSize(holder);
const w = computed(() => Math.max(320, width.value));
const h = computed(() => Math.max(160, height.value));
const bringing = ref(false);

const plan = computed(() => props.results.compiled.plan);
const { moving, shownPlan, grab, drag, release } = useSpotDrag({
  plan,
  fixed: () => sketch.value,
  corner: () => holder.value?.getBoundingClientRect(),
  ground: (px, py) => ({ east: x.value.invert(px), north: y.value.invert(py) }),
  perform,
});
const layout = computed(() => layoutOf(shownPlan.value));
const box = computed(() => layoutBox(layoutOf(plan.value)));
const { x, y, perMetre, zoomed, moved, zoomIn, zoomOut, whole } = useAboveView(holder, box, w, h);

const sketch = computed(() => layout.value.known === 0);
/** The way that the hillside draws: the arrows go along it here too. */
const section = computed(() => sectionOf(props.results, props.chosen));
const chain = computed(() => new Set(section.value.strips.map((s) => s.line)));
const legsDrawn = computed(() =>
  plan.value.lines.flatMap((line) => {
    const spots = layout.value.lines.get(line.id) ?? [];
    return line.legs.flatMap((leg, k) => {
      const [a, b] = [spots[k] as Spot | undefined, spots[k + 1] as Spot | undefined];
      if (!a || !b) return [];
      const shown = props.hovered ?? props.leg;
      return [
        {
          key: `${line.id}-${k}`,
          line: line.id,
          leg: k,
          x1: x.value(a.x),
          y1: y.value(a.y),
          x2: x.value(b.x),
          y2: y.value(b.y),
          way: chain.value.has(line.id),
          flows: (props.results.result.lines.get(line.id)?.flow ?? 0) !== 0,
          guessed: a.sketched || b.sketched,
          lit: shown?.line === line.id && shown.leg === k,
          drawn: leg.drawn === true,
        },
      ];
    });
  }),
);
/** Stations inside lines, which can be dragged where they have a position. */
const stations = computed(() =>
  plan.value.lines.flatMap((line) =>
    (layout.value.lines.get(line.id) ?? []).slice(1, -1).map((s, k) => ({
      key: `${line.id}-${k}`,
      line: line.id,
      leg: k,
      x: x.value(s.x),
      y: y.value(s.y),
      sketched: s.sketched,
    })),
  ),
);
const places = computed(() =>
  plan.value.nodes.flatMap((node) => {
    const spot = layout.value.nodes.get(node.id);
    if (!spot) return [];
    return [
      {
        id: node.id,
        kind: node.kind,
        name: isBareJoint(node) ? '' : nameIn(plan.value, node.id),
        x: x.value(spot.x),
        y: y.value(spot.y),
        sketched: spot.sketched,
        severity: worstOf(props.results.findings.filter((f) => f.at === node.id)),
      },
    ];
  }),
);
const labels = computed(() => {
  const named = places.value.filter((p) => p.name && p.x > -20 && p.x < w.value + 20 && p.y > 0 && p.y < h.value);
  const order = [...named].sort((a, b) => Number(b.id === props.chosen) - Number(a.id === props.chosen));
  return placeLabels(
    order.map((p) => ({ id: p.id, x: p.x, y: p.y - 36, width: Math.min(160, 44 + 7 * p.name.length) })),
    { width: w.value, height: h.value - 30 },
    places.value,
  ).flatMap((l) => {
    const place = named.find((p) => p.id === l.id);
    return place ? [{ ...place, ...l }] : [];
  });
});

const { picture } = useShading(canvas, { plan, sketch, planId: () => props.planId, x, y, perMetre, w, h });
const contourLabels = computed(() =>
  (picture.value?.lines ?? []).flatMap((c) =>
    c.label ? [{ z: c.z, x: x.value(c.label.x), y: y.value(c.label.y) }] : [],
  ),
);

/** Rings stand beside the marks, which are dragged to where things lie, px. */
const BESIDE = 17;
const spotAt = ref<{ line: string; leg: number; share: number } | null>(null);
function spotOn(line: string, leg: number, share: number): Ring | undefined {
  const l = legsDrawn.value.find((d) => d.line === line && d.leg === leg);
  const length = plan.value.lines.find((p) => p.id === line)?.legs[leg]?.lengthM;
  if (!l || length === undefined) return undefined;
  return {
    key: 'spot',
    spot: { line, leg, along: Number((share * length).toFixed(2)) },
    x: l.x1 + share * (l.x2 - l.x1),
    y: l.y1 + share * (l.y2 - l.y1),
    name: `A point of ${nameIn(plan.value, line)}`,
    plus: true,
  };
}
const shareAt = (l: { x1: number; y1: number; x2: number; y2: number }, px: number, py: number): number => {
  const [dx, dy] = [l.x2 - l.x1, l.y2 - l.y1];
  return Math.max(0, Math.min(1, ((px - l.x1) * dx + (py - l.y1) * dy) / Math.max(1e-9, dx * dx + dy * dy)));
};
const rings = computed<Ring[]>(() => {
  if (props.locked || moving.value) return [];
  const loose = new Set(looseEnds(plan.value).map((l) => l.node.id));
  const list: Ring[] = places.value.map((p) => ({
    key: p.id,
    spot: { place: p.id },
    x: p.x + BESIDE,
    y: p.y + BESIDE - 4,
    name: nameIn(plan.value, p.id),
    small: isBareJoint(p),
    loose: loose.has(p.id),
  }));
  const at = spotAt.value;
  const found = at && spotOn(at.line, at.leg, at.share);
  return found ? [...list, found] : list;
});
function lineAt(px: number, py: number): LineSpot | undefined {
  const near = legsDrawn.value
    .map((l) => {
      const share = shareAt(l, px, py);
      const d = Math.hypot(l.x1 + share * (l.x2 - l.x1) - px, l.y1 + share * (l.y2 - l.y1) - py);
      return { l, share, d };
    })
    .sort((a, b) => a.d - b.d)
    .at(0);
  return near && near.d < 12 ? spotOn(near.l.line, near.l.leg, near.share)?.spot : undefined;
}
function pressLeg(event: MouseEvent, l: (typeof legsDrawn.value)[number]): void {
  emit('leg', { line: l.line, leg: l.leg });
  const box = holder.value?.getBoundingClientRect();
  spotAt.value = {
    line: l.line,
    leg: l.leg,
    share: shareAt(l, event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)),
  };
}

const bar = computed(() => {
  const unit = unitFor('distance', settings.units);
  const length = roundBelow(fromSI(140 / perMetre.value, unit));
  return { px: toSI(length, unit) * perMetre.value, text: `${length} ${unit.symbol}` };
});

const takeSketch = (): void => void perform(keepLayout(layoutOf(plan.value)));

const onKey = useDrawingKeys({
  results: () => props.results,
  section: () => section.value,
  leg: () => props.leg,
  zoom: { zoomIn, zoomOut, whole },
  choose: (id) => emit('choose', id),
  take: (leg) => emit('leg', leg),
});
const summary = computed(
  () =>
    `From above: ${places.value.length} places and ${plan.value.lines.length} lines${sketch.value ? ', a sketch laid out from lengths' : ''}. Use the arrow keys to go along the line.`,
);
</script>

<template>
  <section class="above" aria-label="From above" @keydown="onKey">
    <div ref="holder" class="map" :class="{ zoomed: zoomed > 1 }" tabindex="0" role="group" :aria-label="summary">
      <canvas ref="canvas" aria-hidden="true" data-test="shading"></canvas>
      <svg :width="w" :height="h" :viewBox="`0 0 ${w} ${h}`" data-test="above">
        <g v-if="picture" :transform="`translate(${x(0)} ${y(0)}) scale(${perMetre})`" aria-hidden="true">
          <path
            v-for="c in picture.lines"
            :key="c.z"
            :d="c.d"
            class="contour"
            :class="{ index: c.index }"
            data-test="contour"
          />
        </g>
        <text v-for="c in contourLabels" :key="c.z" class="contour-label" :x="c.x" :y="c.y" dy="0.35em">
          {{ heightWords(c.z, settings.units) }}
        </text>
        <g
          v-for="l in legsDrawn"
          :key="l.key"
          class="leg"
          :class="{ way: l.way, lit: l.lit, guessed: l.guessed, dry: !l.flows }"
          @mouseenter="emit('hover', { line: l.line, leg: l.leg })"
          @mouseleave="emit('hover', null)"
          @click="pressLeg($event, l)"
        >
          <line class="catch" :x1="l.x1" :y1="l.y1" :x2="l.x2" :y2="l.y2" />
          <line class="edge" :x1="l.x1" :y1="l.y1" :x2="l.x2" :y2="l.y2" />
          <line class="stroke" :x1="l.x1" :y1="l.y1" :x2="l.x2" :y2="l.y2" />
        </g>
        <circle
          v-for="s in stations"
          :key="s.key"
          class="station"
          :class="{ movable: !sketch }"
          :cx="s.x"
          :cy="s.y"
          r="4"
          :data-drag="sketch ? undefined : s.key"
          @pointerdown="grab($event, { line: s.line, leg: s.leg }, s)"
          @pointermove="drag"
          @pointerup="release(true)"
          @pointercancel="release(false)"
        >
          <title>{{ sketch ? 'End of a leg' : 'Drag the end of this leg to where it lies' }}</title>
        </circle>
        <g
          v-for="p in places"
          :key="p.id"
          class="place"
          :class="{ gives: isSource(p), holds: isVessel(p), movable: !sketch, chosen: p.id === chosen }"
          :transform="`translate(${p.x} ${p.y})`"
          :data-drag="sketch ? undefined : p.id"
          :data-place="p.id"
          @pointerdown="grab($event, { node: p.id }, p)"
          @pointermove="drag"
          @pointerup="release(true)"
          @pointercancel="release(false)"
          @click="!isBareJoint(p) && emit('choose', p.id)"
        >
          <title>{{ sketch ? p.name : `Drag ${p.name || 'the tee'} to where it lies` }}</title>
          <circle class="catch" r="14" />
          <path class="mark" :d="MARKS[p.kind]" />
        </g>
      </svg>
      <span
        v-for="l in labels"
        :key="`label-${l.id}`"
        class="tag"
        :class="{ chosen: l.id === chosen }"
        :style="{ left: `${l.left}px`, top: `${l.top}px` }"
      >
        <button type="button" :aria-label="`Show the way to ${l.name}`" @click.stop="emit('choose', l.id)">
          <DropGlyph v-if="!feeds(l)" :level="l.severity" :size="13" /><template v-if="!l.small">{{ l.name }}</template>
        </button>
      </span>
      <JoinRings :plan="plan" :rings="rings" :width="w" :height="h" :line-at="lineAt" :chosen="chosen" />
      <div class="north" :aria-label="sketch ? undefined : 'North is up'" :title="sketch ? '' : 'North is up'">
        <template v-if="!sketch"><ArrowUp :size="22" aria-hidden="true" />N</template>
      </div>
      <div class="bar" :style="{ width: `${bar.px}px` }" data-test="scale-bar">{{ bar.text }}</div>
      <p v-if="moving" class="moving" role="status">{{ moving.what }}</p>
      <div class="tools no-print" role="toolbar" aria-label="View from above">
        <button v-if="!sketch" type="button" class="tool words" data-test="bring-grid" @click="bringing = true">
          <Mountain :size="17" aria-hidden="true" />Elevation grid …
        </button>
        <ZoomButtons
          :zoomed="zoomed"
          :moved="moved"
          whole="The whole plan"
          @in="zoomIn"
          @out="zoomOut"
          @whole="whole"
        />
      </div>
    </div>
    <AboveUnder
      :plan="plan"
      :layout="layout"
      :chosen="chosen"
      :leg="leg"
      :interval="picture?.interval"
      :edit="edit"
      @sketch="takeSketch"
      ><template #switch><slot name="switch" /></template
    ></AboveUnder>
    <AboveTable :plan="plan" />
    <GridDialog v-if="bringing" v-model:show="bringing" :plan="plan" />
  </section>
</template>

<style scoped>
.above {
  position: relative;
  display: flex;
  flex-direction: column;
}

.map {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: var(--sheet-2);
  border-bottom: var(--line-hair) solid var(--rule);
}

.map.zoomed {
  cursor: grab;
  touch-action: none;
}

.map:focus-visible {
  outline-offset: -3px;
}

canvas,
.map > svg {
  position: absolute;
  inset: 0;
  display: block;
}

.contour {
  fill: none;
  stroke: var(--earth);
  stroke-opacity: 0.55;
  stroke-width: 0.8px;
  vector-effect: non-scaling-stroke;
}

.contour.index {
  stroke-opacity: 1;
  stroke-width: 1.4px;
}

.contour-label {
  fill: var(--earth-ink);
  font-size: var(--text-s);
  font-family: var(--font-figure);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet-2);
  stroke-width: 4px;
  pointer-events: none;
}

.leg line {
  stroke-linecap: round;
}

.leg .catch {
  stroke: transparent;
  stroke-width: 14;
}

.leg .edge {
  stroke: var(--sheet);
  stroke-width: 6;
}

.leg .stroke {
  stroke: var(--ink);
  stroke-width: 2;
}

.leg.way .stroke {
  stroke: var(--water);
  stroke-width: 3.5;
}

.leg.guessed .stroke {
  stroke-dasharray: 6 5;
}

.leg.lit .edge {
  stroke: var(--water-wash);
  stroke-width: 14;
}

.leg {
  cursor: pointer;
}

.station {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}

.movable {
  cursor: move;
  touch-action: none;
}

.place .catch {
  fill: transparent;
  stroke: none;
}

.place path,
.place circle,
.place rect {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}

.place.gives .mark {
  fill: var(--earth-wash);
}

.place.holds .mark {
  fill: var(--water-wash);
}

.place.chosen :not(.catch) {
  stroke: var(--water);
  stroke-width: 3;
}

.place .catch,
.place.chosen .catch {
  fill: transparent;
  stroke: none;
}

.tag {
  position: absolute;
  transform: translateX(-50%);
}

.tag button {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  max-width: 160px;
  min-height: 24px;
  padding: 0 8px;
  overflow: hidden;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
  font-size: var(--text-s);
  text-overflow: ellipsis;
  white-space: nowrap;
  cursor: pointer;
}

.tag.chosen button {
  background: var(--water-wash);
  font-weight: 700;
}

.north {
  position: absolute;
  top: 48px;
  right: 14px;
  display: grid;
  justify-items: center;
  color: var(--ink);
  font-family: var(--font-title);
  font-weight: 700;
  pointer-events: none;
}

.bar {
  position: absolute;
  bottom: 10px;
  left: 16px;
  border: solid var(--ink);
  border-width: 0 2px 2px;
  text-align: center;
  font-family: var(--font-figure);
  font-size: var(--text-s);
  line-height: 1.2;
  text-shadow:
    0 0 3px var(--sheet-2),
    0 0 3px var(--sheet-2);
  pointer-events: none;
}

.moving {
  position: absolute;
  top: 48px;
  left: 50%;
  padding: 2px 10px;
  transform: translateX(-50%);
  background: var(--sheet);
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  font-size: var(--text-s);
}

.tools {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: flex;
  gap: 2px;
}

.words {
  padding: 0 10px;
}
</style>
