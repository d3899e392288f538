<script setup lang="ts">
// The plan from above: lines and places over contours where a grid is kept, a sketch where nothing has a position.
import { ArrowUp, Mountain } from '@lucide/vue';
import { useElementSize } from '@vueuse/core';
import { computed, defineAsyncComponent, onMounted, ref, shallowRef, watch } from 'vue';
import { worstOf } from '@vernal-slope/plan/findings';
import { applyCommand, keepLayout, setDrawn, setPosition, type Command, type Spotted } from '@vernal-slope/plan/edit';
import { layoutOf, type Spot } from '@vernal-slope/plan/positions';
import type { Fault } from '@vernal-slope/plan/document';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { layoutBox, marginBox, roundBelow } from './view.ts';
import { useAboveView } from './useAboveView.ts';
import type { TerrainPicture } from '../../workers/picture.ts';
import { nameIn } from '../../display/names.ts';
import { fromSI, showText, toSI, unitFor } from '../../display/quantities.ts';
import { placeLabels } from '../hillside/labels.ts';
import { useDrawingKeys } from '../hillside/useDrawingKeys.ts';
import { sectionOf } from '../hillside/section.ts';
import { useSettings } from '../../display/settings.ts';
import { useTerrain } from '../../session/terrain.ts';
import { MARKS } from '../marks.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import type { LegRef } from '../hillside/section.ts';
import QuantityField from '../../fields/QuantityField.vue';
import ZoomButtons from '../ZoomButtons.vue';
import { feeds, isBareJoint } from '@vernal-slope/plan/kinds';
import { useEdits } from '../../session/planpage.ts';
import { byFrame } from '../byframe.ts';
import TickField from '../../fields/TickField.vue';

const GridDialog = defineAsyncComponent(() => import('./GridDialog.vue'));

const props = defineProps<{
  results: PlanResults;
  planId: string;
  chosen: string;
  leg: LegRef | null;
  hovered: LegRef | null;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{ leg: [leg: LegRef]; hover: [leg: LegRef | null]; choose: [id: string] }>();

const settings = useSettings();
const { perform } = useEdits();
const terrain = useTerrain();
const holder = ref<HTMLElement | null>(null);
const canvas = ref<HTMLCanvasElement | null>(null);
const { width, height } = useElementSize(holder);
const w = computed(() => Math.max(320, width.value));
const h = computed(() => Math.max(160, height.value));
const bringing = ref(false);

const plan = computed(() => props.results.compiled.plan);
/** A spot under the pointer while it is dragged, before it is let go. */
const moving = shallowRef<{ command: Command; what: string } | null>(null);
const shownPlan = shallowRef(plan.value);
watch([plan, moving], ([now]) => {
  if (!moving.value) shownPlan.value = now;
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

const picture = shallowRef<TerrainPicture | null>(null);
onMounted(() => void terrain.open(props.planId));
watch(
  [() => terrain.kept, () => plan.value],
  async ([kept]) => {
    const now = marginBox(layoutOf(plan.value));
    picture.value = kept && !sketch.value ? ((await terrain.remote().picture(now)) ?? null) : null;
  },
  { immediate: true },
);
/** The shading as a picture of one dot a cell, in the theme's own earth. */
const shading = shallowRef<HTMLCanvasElement | null>(null);
watch(
  [picture, () => settings.theme],
  ([p]) => {
    if (!p) {
      shading.value = null;
      return;
    }
    const made = document.createElement('canvas');
    [made.width, made.height] = [p.columns, p.rows];
    const context = made.getContext('2d');
    const dark = settings.theme === 'dark';
    const image = new ImageData(p.columns, p.rows);
    p.shade.forEach((shade, k) => {
      const tone = dark ? 255 : 60;
      image.data.set([tone, dark ? 235 : 48, dark ? 200 : 26, dark ? (255 - shade) * 0.16 : shade * 0.42], 4 * k);
    });
    context?.putImageData(image, 0, 0);
    shading.value = made;
  },
  { immediate: true },
);
watch(
  [shading, x, y, w, h, canvas],
  () => {
    const context = canvas.value?.getContext('2d');
    if (!context || !canvas.value) return;
    [canvas.value.width, canvas.value.height] = [w.value, h.value];
    const p = picture.value;
    if (!p || !shading.value) return;
    context.imageSmoothingEnabled = true;
    const cell = (p.box.x1 - p.box.x0) / Math.max(1, p.columns - 1);
    const [left, top] = [x.value(p.box.x0 - cell / 2), y.value(p.box.y1 + cell / 2)];
    context.drawImage(shading.value, left, top, perMetre.value * cell * p.columns, perMetre.value * cell * p.rows);
  },
  { flush: 'post' },
);
const contourLabels = computed(() =>
  (picture.value?.lines ?? []).flatMap((c) =>
    c.label ? [{ z: c.z, x: x.value(c.label.x), y: y.value(c.label.y) }] : [],
  ),
);
const heightWords = (z: number): string => showText(z, 'height', settings.units).replace(/[.,]0+(?=\s)/, '');

const bar = computed(() => {
  const unit = unitFor('distance', settings.units);
  const length = roundBelow(fromSI(140 / perMetre.value, unit));
  return { px: toSI(length, unit) * perMetre.value, text: `${length} ${unit.symbol}` };
});

// dragging a place or a station
interface At {
  readonly x: number;
  readonly y: number;
}
let grabbed: Spotted | null = null;
let offset = { x: 0, y: 0 };
function grab(event: PointerEvent, what: Spotted, at: At): void {
  if (event.button !== 0 || sketch.value) return;
  event.stopPropagation();
  const rect = holder.value?.getBoundingClientRect();
  if (!rect) return;
  grabbed = what;
  offset = { x: event.clientX - rect.left - at.x, y: event.clientY - rect.top - at.y };
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
let pointer = { x: 0, y: 0 };
function drag(event: PointerEvent): void {
  if (!grabbed) return;
  pointer = { x: event.clientX, y: event.clientY };
  follow.ask();
}
const follow = byFrame(() => {
  const rect = holder.value?.getBoundingClientRect();
  if (!grabbed || !rect) return;
  const east = x.value.invert(pointer.x - rect.left - offset.x);
  const north = y.value.invert(pointer.y - rect.top - offset.y);
  const command = setPosition(grabbed, Math.round(10 * east) / 10, Math.round(10 * north) / 10);
  moving.value = { command, what: `${metres(east)} east, ${metres(north)} north` };
  shownPlan.value = applyCommand(plan.value, command)?.plan ?? plan.value;
});
function release(done: boolean): void {
  if (done) follow.settle();
  else follow.drop();
  const now = moving.value;
  grabbed = null;
  moving.value = null;
  if (now && done) perform(now.command);
  shownPlan.value = plan.value;
}
const metres = (si: number): string => showText(si, 'distance', settings.units);

const chosenPlace = computed(() => plan.value.nodes.find((n) => n.id === props.chosen));
const chosenLeg = computed(() => {
  const line = plan.value.lines.find((l) => l.id === props.leg?.line);
  return line && props.leg ? line.legs[props.leg.leg] : undefined;
});
const place = (east: number | undefined, north: number | undefined): string | undefined => {
  const node = chosenPlace.value;
  if (!node) return undefined;
  const faults = props.edit(setPosition({ node: node.id }, east ?? node.eastingM ?? 0, north ?? node.northingM ?? 0));
  return faults[0]?.message;
};
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
          {{ heightWords(c.z) }}
        </text>
        <g
          v-for="l in legsDrawn"
          :key="l.key"
          class="leg"
          :class="{ way: l.way, lit: l.lit, guessed: l.guessed, dry: !l.flows }"
          @mouseenter="emit('hover', { line: l.line, leg: l.leg })"
          @mouseleave="emit('hover', null)"
          @click="emit('leg', { line: l.line, leg: l.leg })"
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
          :class="[p.kind, { movable: !sketch, chosen: p.id === chosen }]"
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
    <div class="under no-print">
      <slot name="switch" />
      <p v-if="sketch" data-test="sketch-words">
        A sketch, laid out from lengths: nothing here has a position yet, and north is not known. A track brings
        positions in (Walk, the walk’s menu), or
        <button type="button" class="plain-button edged" data-test="take-sketch" @click="takeSketch">
          take the sketch and drag it
        </button>
      </p>
      <template v-else>
        <span v-if="layout.sketchedLines > 0" class="muted">
          Dashed: {{ layout.sketchedLines }} {{ layout.sketchedLines === 1 ? 'line' : 'lines' }} laid out from lengths.
          <button type="button" class="plain-button edged" data-test="take-sketch" @click="takeSketch">
            Take them as they are drawn
          </button>
        </span>
        <span v-if="chosenPlace" class="fields">
          {{ nameIn(plan, chosenPlace.id) }}
          <QuantityField
            :value="chosenPlace.eastingM"
            quantity="distance"
            :label="`East of the origin, ${nameIn(plan, chosenPlace.id)}`"
            :limits="{ min: -1e6, max: 1e6 }"
            :commit="(si) => place(si, undefined)"
            show-unit
            optional
          />
          east
          <QuantityField
            :value="chosenPlace.northingM"
            quantity="distance"
            :label="`North of the origin, ${nameIn(plan, chosenPlace.id)}`"
            :limits="{ min: -1e6, max: 1e7 }"
            :commit="(si) => place(undefined, si)"
            show-unit
            optional
          />
          north
        </span>
        <TickField
          v-if="leg && chosenLeg"
          class="drawn"
          :checked="chosenLeg.drawn === true"
          data-test="leg-drawn"
          @update:checked="(on) => edit(setDrawn(leg!.line, leg!.leg, on))"
        >
          leg {{ leg.leg + 1 }} of {{ nameIn(plan, leg.line) }}, {{ metres(chosenLeg.lengthM) }}: drawn, its length
          follows the positions</TickField
        >
      </template>
      <span v-if="picture" class="muted small" data-test="contour-words">
        Contours every {{ heightWords(picture.interval) }}, from the grid; shaded as from the north-west.
      </span>
    </div>
    <table class="visually-hidden">
      <caption>
        Places from above
      </caption>
      <thead>
        <tr>
          <th>Place</th>
          <th>East</th>
          <th>North</th>
          <th>Height</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="n in plan.nodes" :key="n.id">
          <td>{{ nameIn(plan, n.id) }}</td>
          <td>{{ n.eastingM === undefined ? 'not known' : metres(n.eastingM) }}</td>
          <td>{{ n.northingM === undefined ? 'not known' : metres(n.northingM) }}</td>
          <td>{{ showText(n.groundM, 'height', settings.units) }}</td>
        </tr>
      </tbody>
    </table>
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

.place.source .mark {
  fill: var(--earth-wash);
}

.place.tank .mark,
.place.trough .mark {
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

.under {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 20px;
  min-height: 40px;
  padding: 4px 16px;
  font-size: var(--text-s);
}

.fields {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}

.fields :deep(.quantity) {
  width: 96px;
}

.drawn {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
