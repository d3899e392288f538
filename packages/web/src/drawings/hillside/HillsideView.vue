<script setup lang="ts">
// The hillside: a section true to its heights, with the water standing as high as its pressure.
import { refDebounced, refThrottled, useElementSize } from '@vueuse/core';
import { area, line } from 'd3-shape';
import { computed, ref, shallowRef, useId, useTemplateRef, watch } from 'vue';
import { useShownResults } from '../../session/usePassing.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import type { LegRef } from '../../session/planpage.ts';
import { closeUp, endsThatSlide, flagsOn, sectionOf, type Slide } from '@vernal-slope/display/section';
import type { AsRead } from './asread.ts';
import { useHillView, type Frame, type Stretch } from './useHillView.ts';
import { alongGround, distanceTicks, grassAlong, heightTicks, waterColumns } from './drawing.ts';
import { useDrawingKeys } from './useDrawingKeys.ts';
import { useSliding } from './useSliding.ts';
import { drawnVessels } from './vessels.ts';
import { showText, unitFor } from '@vernal-slope/display/quantities';
import { nameIn } from '@vernal-slope/display/names';
import { worstOf, type Severity } from '@vernal-slope/plan/findings';
import { useSettings } from '../../display/settings.ts';
import type { FigureKey } from '@vernal-slope/display/sentences';
import HillsideAxis from './HillsideAxis.vue';
import HillsideBehind from './HillsideBehind.vue';
import HillsideGarden from './HillsideGarden.vue';
import HillsideFar from './HillsideFar.vue';
import HillsideTable from './HillsideTable.vue';
import HillsideKey from './HillsideKey.vue';
import HillsideSliders from './HillsideSliders.vue';
import HillsideTags from './HillsideTags.vue';
import HillsideTubes from './HillsideTubes.vue';
import HillsideVessels from './HillsideVessels.vue';
import HillsideTools from './HillsideTools.vue';
import { isBareJoint, isOutlet, isSource, isStore } from '@vernal-slope/plan/kinds';
import type { LineSpot } from '@vernal-slope/plan/edit';
import JoinRings, { type Ring } from '../joining/JoinRings.vue';
import './hillside.css';
import { aFrameLater } from '../../shell/atonce.ts';
import LaterPart from '../../shell/LaterPart.vue';

const props = defineProps<{
  results: PlanResults;
  chosen: string;
  leg: LegRef | null;
  hovered: LegRef | null;
  title: string;
  /** The plan beside which this one is a what-if: its running line is drawn thin. */
  ghost?: PlanResults | null;
  /** What was read, and the running line that explains it. */
  asRead?: AsRead | null;
  /** Places can be slid. */
  slides?: boolean;
  /** Lines can be led from its places. */
  joins?: boolean;
  /** Only the way from its last tank on, close. */
  close?: boolean;
}>();
const emit = defineEmits<{
  leg: [leg: LegRef];
  hover: [leg: LegRef | null];
  choose: [id: string];
  open: [key: FigureKey];
  slide: [slide: Slide];
  slid: [done: boolean];
}>();

const settings = useSettings();
const shown = useShownResults(() => props.results);
const holder = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(holder);
const fade = useId();
const stretchWish = ref<Stretch>('fit');

const sliding = useSliding({
  spans: () => ({ x: spans.value.x, z: spans.value.z }),
  behind: () => section.value.behind,
  along: distanceAt,
  slide: (slide) => emit('slide', slide),
  slid: (done) => emit('slid', done),
});
const { held, heldAt } = sliding;
/** Lines behind stand still while the end of the drawn way is dragged: it is too little to see, and much to draw. */
const stillBehind = computed(() => (held.value && !held.value.slide.shifts ? held.value.behind : undefined));
const section = computed(() => sectionOf(shown.value, props.chosen, stillBehind.value));
const plan = computed(() => shown.value.compiled.plan);
/** What is found is marked a frame after the water is drawn. */
const told = aFrameLater(() => shown.value);
const found = computed(() => told.value.findings);
const levelOf = computed(() => {
  const list = found.value;
  return (id: string): Severity => worstOf(list.filter((f) => f.at === id));
});
/** What the table reads: nothing that only passes by while a place is dragged. */
const settled = shallowRef({ results: shown.value, section: section.value });
watch([() => shown.value, section], ([results, now]) => {
  if (!results.passing) settled.value = { results, section: now };
});
/** The table is read, not looked at: it comes after the drawing is painted. */
const READ_MS = 200;
const tabled = refDebounced(settled, READ_MS);
const narrow = computed(() => width.value < 700);
const w = computed(() => Math.max(320, width.value));
const h = computed(() => Math.max(160, height.value));
/** Width at which the key stands in one line: as planned, and with what was read. */
const KEY = 1230;
const KEY_READ = 1460;
/** Height kept for the key under the drawing: one line where there is room, else two. */
const foot = computed(() => (narrow.value ? 36 : w.value < (props.asRead ? KEY_READ : KEY) ? 62 : 34));
const side = computed(() => (narrow.value ? 48 : 84));
const frame = computed<Frame>(() => ({
  width: w.value,
  height: h.value,
  left: side.value + (narrow.value ? 12 : 60),
  right: narrow.value ? 40 : 90,
  top: narrow.value ? 84 : 92,
  bottom: foot.value + (narrow.value ? 40 : 34),
}));
const spans = computed(() => {
  const still = held.value;
  if (!still) return props.close ? closeUp(section.value) : section.value;
  const shift = sliding.drift();
  return { x: [still.x[0] - shift, still.x[1] - shift] as const, z: still.z };
});
const { x, y, zoomed, moved, zoomIn, zoomOut, whole } = useHillView(holder, spans, frame, stretchWish);
/** How many times heights are stretched against distances. */
const stretch = computed(() => Math.abs(y.value(1) - y.value(0)) / Math.abs(x.value(1) - x.value(0)));
const ticksZ = computed(() =>
  (plan.value.nodes.length === 0
    ? []
    : heightTicks(
        y.value,
        [narrow.value ? 84 : 92, h.value - frame.value.bottom],
        settings.units,
        h.value < 240 ? 3 : narrow.value ? 4 : 7,
      )
  ).map((t) => ({ text: t.text, y: y.value(t.z) })),
);
const walked = computed(() => section.value.strips.length > 0);
const ticksX = computed(() =>
  walked.value
    ? distanceTicks(x.value, [frame.value.left, w.value - frame.value.right], settings.units, narrow.value ? 4 : 9).map(
        (t) => ({ text: t.text, x: x.value(t.x) }),
      )
    : [],
);
const lengthUnit = computed(() => unitFor('height', settings.units).symbol);

const path = line<{ x: number; z: number }>(
  (p) => x.value(p.x),
  (p) => y.value(p.z),
);
const ground = computed(() => section.value.strips.flatMap((s, k) => (k === 0 ? s.ground : s.ground.slice(1))));
/** Ground with a stretch of level ground at both ends, so that vessels stand on something. */
const groundLine = computed(() => {
  const points =
    ground.value.length > 0
      ? ground.value
      : [
          {
            x: section.value.vessels[0]?.x ?? 0,
            z: section.value.vessels[0]?.ground ?? section.value.apart[0]?.z ?? 0,
          },
        ];
  const first = points[0];
  const last = points[points.length - 1];
  return [
    { x: Math.min(first.x, x.value.invert(0)), z: first.z },
    ...points,
    { x: Math.max(last.x, x.value.invert(w.value)), z: last.z },
  ];
});
const groundPath = computed(() => path(groundLine.value) ?? '');
const earthPath = computed(() => `${groundPath.value}V${Math.max(h.value, y.value(spans.value.z[0]))}H0Z`);
const pipePath = computed(() => section.value.strips.map((s) => path([...s.pipe]) ?? '').join(''));
const standingPath = computed(() => section.value.strips.map((s) => path([...s.standing]) ?? '').join(''));
const runningPath = computed(() =>
  section.value.strips.map((s) => path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? '').join(''),
);
const ghostPath = computed(() =>
  props.ghost?.compiled.nodes.has(props.chosen)
    ? sectionOf(props.ghost, props.chosen)
        .strips.map((s) => path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? '')
        .join('')
    : '',
);
const readPath = computed(() =>
  props.asRead?.results?.compiled.nodes.has(props.chosen)
    ? sectionOf(props.asRead.results, props.chosen)
        .strips.map((s) => path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? '')
        .join('')
    : '',
);
/** Gauges where they were read, as high as they say that the water stands. */
const readMarks = computed(() =>
  (props.asRead?.points ?? []).flatMap((p) => {
    const place = section.value.places.find((at) => at.id === p.id);
    return place ? [{ ...p, x: x.value(place.x), y: y.value(p.z) }] : [];
  }),
);
/** The stretch that is under suspicion, along its pipe. */
const suspectPath = computed(() => {
  const at = props.asRead?.suspect?.line;
  if (at === undefined) return '';
  return [...section.value.strips, ...behindNow.value]
    .filter((s) => s.line === at)
    .map((s) => path([...s.pipe]) ?? '')
    .join('');
});
const waterArea = area<{ x: number; pipe: number; line: number }>()
  .x((p) => x.value(p.x))
  .y0((p) => y.value(p.pipe))
  .y1((p) => y.value(Math.max(p.line, p.pipe)));
const waterPath = computed(() => section.value.strips.map((s) => waterArea([...s.running]) ?? '').join(''));
const columns = computed(() => waterColumns(section.value.strips, x.value, y.value, w.value));
/** No grass grows while a place is dragged: many strokes, nothing to read. */
const tufts = computed(() => (held.value ? '' : grassAlong(groundLine.value, x.value, y.value, w.value)));

const shownLeg = computed(() => props.hovered ?? props.leg);
const band = computed(() =>
  section.value.legs.find((l) => l.line === shownLeg.value?.line && l.leg === shownLeg.value.leg),
);

/** Where along the suspected line its flag stands, and px that a flag takes. */
const FLAG_AT = 0.7;
const FLAG_WIDTH = 136;
const flags = computed(() => {
  const found = flagsOn(section.value, told.value);
  const suspect = props.asRead?.suspect;
  const strip = suspect && section.value.strips.find((s) => s.line === suspect.line);
  const at = strip && alongGround(strip.ground, FLAG_AT);
  if (!suspect || !at) return found;
  // what was read goes before what was planned, where there is no room for both
  const clear = found.filter((f) => Math.abs(x.value(f.x) - x.value(at.x)) > FLAG_WIDTH);
  return [...clear, { ...at, words: suspect.words }];
});

const vessels = computed(() => drawnVessels(section.value.vessels, x.value, y.value, settings.units));

/** Where the names of tanks stand, px: names behind keep clear of them. */
const tankNames = computed(() =>
  vessels.value
    .filter((v) => isStore(v.node))
    .map((v) => ({
      left: v.box.left + v.box.width + 6,
      right: v.box.left + v.box.width + 6 + 7.6 * v.name.length,
      y: v.box.top - (narrow.value ? 12 : 30),
    })),
);

const labels = computed(() =>
  section.value.tubes.map((t) => {
    const node = shown.value.result.nodes.get(t.id);
    return {
      ...t,
      name: nameIn(plan.value, t.id),
      pressure: shown.value.result.converged
        ? showText(node?.pressure ?? 0, 'pressure', settings.units)
        : 'not settled',
      flow: showText(node?.flow ?? 0, 'flow', settings.units),
      px: x.value(t.x),
      flowing: (node?.flow ?? 0) > 0,
    };
  }),
);
const behindNow = computed(() => stillBehind.value ?? section.value.behind);
const behind = computed(() =>
  behindNow.value.map((s) => ({
    line: s.line,
    ground: path([...s.ground]) ?? '',
    pipe: path([...s.pipe]) ?? '',
    running: path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? '',
    left: x.value(s.ground[0].x),
  })),
);
const behindEnds = computed(() => {
  const named = stillBehind.value ? settled.value.results.compiled.plan : plan.value;
  return behindNow.value.flatMap(({ end }) =>
    end
      ? [
          {
            id: end.id,
            name: nameIn(named, end.id),
            x: x.value(end.x),
            y: y.value(end.z),
          },
        ]
      : [],
  );
});

const source = computed(() => {
  const first = section.value.strips[0];
  const map = first && shown.value.compiled.lines.get(first.line);
  const node = map && plan.value.nodes.find((n) => n.id === map.plan.from);
  if (!isSource(node)) return null;
  const flow = -(shown.value.result.nodes.get(node.id)?.flow ?? 0);
  return {
    name: node.name ?? node.id,
    x: x.value(first.pipe[0].x),
    y: y.value(node.groundM),
    flow: showText(flow, 'flow', settings.units),
  };
});

const riseWords = (rise: number): string =>
  Math.abs(rise) < 0.005 ? 'level' : `${rise > 0 ? 'up' : 'down'} ${showText(Math.abs(rise), 'rise', settings.units)}`;

/** Distance along the slope under a place on the page, m. */
function distanceAt(clientX: number): number | undefined {
  const rect = holder.value?.getBoundingClientRect();
  return rect && x.value.invert(clientX - rect.left);
}

function legAt(event: MouseEvent): LegRef | null {
  const at = distanceAt(event.clientX);
  if (at === undefined) return null;
  const found = section.value.legs.find((l) => at >= l.x0 && at <= l.x1);
  return found ? { line: found.line, leg: found.leg } : null;
}

/** The leg under the pointer, told when it changes; nothing is lit while a place is dragged. */
function hover(event: MouseEvent): void {
  if (held.value) return;
  const now = legAt(event);
  if (now?.line !== props.hovered?.line || now?.leg !== props.hovered?.leg) emit('hover', now);
}

/** Places of the drawn way that can be slid up and down the slope. */
const sliders = computed(() =>
  props.slides
    ? endsThatSlide(section.value, shown.value).map((s) => ({
        ...s,
        name: nameIn(plan.value, s.node),
        px: x.value(s.x),
        py: y.value(s.z),
      }))
    : [],
);
/** Said a few times a second: nobody reads or hears more. */
const slideWords = refThrottled(
  computed(() => slideText()),
  120,
);
function slideText(): string {
  const still = held.value;
  if (!still) return '';
  const by = (heldAt.value - still.begun) * (still.slide.reversed ? -1 : 1);
  const node = shown.value.result.nodes.get(still.slide.node);
  const place = shown.value.compiled.nodes.get(still.slide.node)?.plan;
  const moved = `${showText(Math.abs(by), 'distance', settings.units)} ${by >= 0 ? 'down the line' : 'up the line'}`;
  return `${nameIn(plan.value, still.slide.node)}: ${moved}${
    isOutlet(place)
      ? `, ${showText(node?.pressure ?? 0, 'pressure', settings.units)}, ${showText(node?.flow ?? 0, 'flow', settings.units)}`
      : ''
  }`;
}

/** Rings stand over the handles by which places are slid, px. */
const OVER = 20;
const LOOSE_STEP = 96;
/** Places that no water comes to, at their heights, at the right of the drawing. */
const apart = computed(() =>
  section.value.apart.map((p, k) => ({
    id: p.id,
    name: nameIn(plan.value, p.id),
    x: w.value - 46 - LOOSE_STEP * (k % 3) - 24 * Math.floor(k / 3),
    y: Math.max(60, Math.min(h.value - foot.value - 30, y.value(p.z))),
  })),
);
/** The point of a leg that was pressed last: a tee could stand there. */
const spotAt = ref<{ line: string; leg: number; x: number } | null>(null);
const rings = computed<Ring[]>(() => {
  if (!props.joins || held.value || shown.value.passing) return [];
  const inside = (px: number): boolean => px >= 0 && px <= w.value;
  const list: Ring[] = section.value.places
    .filter((p) => inside(x.value(p.x)))
    .map((p) => ({
      key: p.id,
      spot: { place: p.id },
      x: x.value(p.x),
      y: y.value(p.z) - OVER,
      name: nameIn(plan.value, p.id),
      small: isBareJoint(plan.value.nodes.find((n) => n.id === p.id)),
    }));
  for (const a of apart.value)
    list.push({ key: a.id, spot: { place: a.id }, x: a.x, y: a.y, name: a.name, loose: true });
  const at = spotAt.value;
  const found = at && spotOn(at.line, at.leg, at.x);
  if (found) list.push(found);
  return list;
});
/** A point of a leg as a ring on its pipe. */
function spotOn(line: string, leg: number, sx: number): Ring | undefined {
  const l = section.value.legs.find((s) => s.line === line && s.leg === leg);
  const strip = section.value.strips.find((s) => s.line === line);
  const length = plan.value.lines.find((p) => p.id === line)?.legs[leg]?.lengthM;
  if (!l || !strip || length === undefined) return undefined;
  const share = Math.max(0, Math.min(1, (sx - l.x0) / (l.x1 - l.x0)));
  const k = strip.reversed ? strip.pipe.length - 2 - leg : leg;
  const [a, b] = [strip.pipe[k], strip.pipe[k + 1]];
  return {
    key: 'spot',
    spot: { line, leg, along: Number(((strip.reversed ? 1 - share : share) * length).toFixed(2)) },
    x: x.value(sx),
    y: y.value(a.z + share * (b.z - a.z)),
    name: `A point of ${nameIn(plan.value, line)}`,
    plus: true,
  };
}
function lineAt(px: number, py: number): LineSpot | undefined {
  const sx = x.value.invert(px);
  const l = section.value.legs.find((s) => sx >= s.x0 && sx <= s.x1);
  const ring = l && spotOn(l.line, l.leg, sx);
  return ring && Math.abs(ring.y - py) < 14 ? ring.spot : undefined;
}
function pressed(event: MouseEvent): void {
  const found = legAt(event);
  if (!found) return;
  emit('leg', found);
  const sx = distanceAt(event.clientX);
  spotAt.value = sx === undefined ? null : { ...found, x: sx };
}

const joinRings = useTemplateRef<InstanceType<typeof JoinRings>>('joinRings');
const onArrow = useDrawingKeys({
  results: () => shown.value,
  section: () => section.value,
  leg: () => props.leg,
  zoom: { zoomIn, zoomOut, whole },
  choose: (id) => emit('choose', id),
  take: (leg) => emit('leg', leg),
});
function onKey(event: KeyboardEvent): void {
  if (event.key !== 'l' || event.altKey || event.ctrlKey || event.metaKey) return onArrow(event);
  event.stopPropagation();
  joinRings.value?.toLoose();
}

const summary = computed(() => {
  const tube = labels.value[0];
  const keys = 'Use the arrow keys to go along the line, with Shift to take a branch at a tee';
  return tube
    ? `${props.title}. ${tube.name}: ${tube.flowing ? `${tube.flow} at ${tube.pressure}` : 'no flow'}. ${keys}; the walk book below has every figure.`
    : `${props.title}.`;
});
</script>

<template>
  <section class="hillside" aria-label="Hillside">
    <div
      ref="holder"
      class="drawing"
      :class="{ zoomed: zoomed > 1, sliding: held }"
      tabindex="0"
      role="group"
      :aria-label="summary"
      @mousemove="hover"
      @mouseleave="emit('hover', null)"
      @click="pressed"
      @keydown="onKey"
    >
      <svg :width="w" :height="h" :viewBox="`0 0 ${w} ${h}`" data-test="hillside">
        <defs>
          <linearGradient :id="fade" x1="0" y1="0" x2="0" y2="1">
            <stop offset="0.55" stop-color="var(--earth-wash)" />
            <stop offset="1" stop-color="var(--paper)" />
          </linearGradient>
        </defs>
        <rect
          v-if="band"
          class="band"
          :x="x(band.x0)"
          y="64"
          :width="Math.max(1, x(band.x1) - x(band.x0))"
          :height="h - 92"
        />
        <HillsideBehind :rows="behind" part="earth" :height="h" />
        <!-- a flat earth is quicker to paint, frame by frame -->
        <path :d="earthPath" :fill="held ? 'var(--earth-wash)' : `url(#${fade})`" />
        <HillsideBehind :rows="behind" part="lines" :height="h" />
        <path :d="waterPath" class="water" data-test="water" />
        <path class="columns" :d="columns.map((c) => `M${c.x} ${c.top.toFixed(1)}V${c.foot.toFixed(1)}`).join('')" />
        <path :d="groundPath" class="ground" />
        <path :d="tufts" class="grass" />
        <path :d="standingPath" class="standing" data-test="standing-line" />
        <path v-if="suspectPath" :d="suspectPath" class="suspect" data-test="suspect" />
        <path :d="pipePath" class="pipe" data-test="pipe" />
        <path v-if="ghostPath" :d="ghostPath" class="ghost" data-test="ghost" />
        <path :d="runningPath" class="running-edge" />
        <path :d="runningPath" class="running" data-test="running-line" />
        <path v-if="readPath" :d="readPath" class="as-read" data-test="as-read" />

        <HillsideAxis :heights="ticksZ" :distances="ticksX" :foot="h - foot - 18" :unit="lengthUnit" :narrow="narrow" />

        <HillsideGarden
          v-if="section.beds.length + section.holes.length + section.drains.length + section.totes.length > 0"
          :beds="section.beds"
          :holes="section.holes"
          :drains="section.drains"
          :totes="section.totes"
          :called="(id: string) => nameIn(plan, id)"
          :x="x"
          :y="y"
          :width="w"
        />
        <HillsideVessels :vessels="vessels" />

        <g v-if="source" class="spring">
          <path :d="`M${source.x - 26} ${source.y - 8}h22v10h-26z`" />
          <path
            class="seep"
            :d="`M${source.x - 18} ${source.y - 14}v4M${source.x - 12} ${source.y - 16}v5M${source.x - 6} ${source.y - 13}v4`"
          />
        </g>

        <HillsideTubes :tubes="labels" :x="x" :y="y" />

        <g
          v-for="m in section.marks"
          :key="`${m.kind}-${m.x}`"
          class="mark"
          :transform="`translate(${x(m.x)} ${y(m.z)})`"
          :data-test="m.kind"
        >
          <title>
            {{ m.kind === 'vent' ? 'High point: a vent lets air out here' : 'Low point: drain the line here' }}
          </title>
          <path v-if="m.kind === 'vent'" d="M0 -2v-13M-4 -15h8" />
          <path v-else d="M0 3v12M-4 10l4 5 4 -5" />
        </g>
        <HillsideSliders :ends="sliders" :sliding="sliding" />

        <path
          v-for="m in readMarks"
          :key="m.id"
          class="read-mark"
          :d="`M${m.x} ${m.y - 6}l6 6l-6 6l-6 -6z`"
          data-test="read-mark"
        >
          <title>{{ m.words }}</title>
        </path>

        <g v-for="flag in flags" :key="flag.x" class="flag" data-test="flag">
          <path class="pole" :d="`M${x(flag.x)} ${y(flag.z)}V${y(section.z[1]) - 6}`" />
          <path class="cloth" :d="`M${x(flag.x)} ${y(section.z[1]) - 8}h132l-8 11 8 11h-132z`" />
          <text :x="x(flag.x) + 9" :y="y(section.z[1]) + 8">{{ flag.words }}</text>
        </g>
        <text v-if="band" class="band-label" :x="Math.max(4, Math.min(x(band.x0) + 4, w - 130))" :y="h - foot - 38">
          leg {{ band.leg + 1 }}, {{ riseWords(band.rise) }}
        </text>
      </svg>

      <HillsideTags
        :vessels="vessels"
        :source="source"
        :labels="labels"
        :level-of="levelOf"
        :chosen="chosen"
        :narrow="narrow"
        :width="w"
        @choose="(id) => emit('choose', id)"
        @open="(key) => emit('open', key)"
      />
      <HillsideFar
        :places="behindEnds"
        :level-of="levelOf"
        :width="w"
        :height="h - foot"
        :keep="tankNames"
        @choose="(id) => emit('choose', id)"
      />
      <span v-for="a in apart" :key="a.id" class="apart" :style="{ left: `${a.x}px`, top: `${a.y - 40}px` }">
        <button type="button" :data-apart="a.id" @click.stop="emit('choose', a.id)">{{ a.name }}</button>
      </span>
      <JoinRings
        v-if="joins"
        ref="joinRings"
        :plan="plan"
        :rings="rings"
        :width="w"
        :height="h"
        :line-at="lineAt"
        :height-at="(py) => y.invert(py)"
        :chosen="chosen"
      />
      <p v-if="held && slideWords" class="slide-words" role="status" data-test="slide-words">{{ slideWords }}</p>
      <div class="foot">
        <slot name="switch" />
        <HillsideKey
          :beside="ghostPath !== ''"
          :read="readPath !== ''"
          :wants="labels.some((t) => t.wanted !== undefined)"
        />
        <p class="scale">
          Heights {{ stretch >= 1.5 ? `${Math.round(stretch)} times` : 'true' }}; widths of vessels not to scale.
        </p>
        <HillsideTools
          v-model:stretch="stretchWish"
          :zoomed="zoomed"
          :moved="moved"
          :holder="holder"
          :plan="plan"
          :title="title"
          @in="zoomIn"
          @out="zoomOut"
          @whole="whole"
        />
      </div>
    </div>
    <LaterPart :after="4"><HillsideTable :results="tabled.results" :section="tabled.section" /></LaterPart>
  </section>
</template>

<style scoped>
.hillside {
  position: relative;
}

.drawing {
  /* what moves inside moves nothing outside */
  contain: layout paint style;
  position: relative;
  height: 100%;
  overflow: hidden;
}

.drawing.zoomed {
  cursor: grab;
  touch-action: none;
}

.sliding :deep(.tag) {
  /* a soft edge costs more than all else of a name, frame by frame */
  text-shadow: none;
}

.apart {
  position: absolute;
  display: flex;
  justify-content: center;
  width: 0;
}

.apart button {
  flex: none;
  padding: 0 6px;
  border: var(--line-hair) dashed var(--amber);
  border-radius: var(--radius);
  background: var(--amber-wash);
  color: var(--amber-ink);
  font-size: var(--text-s);
  font-weight: 700;
  white-space: nowrap;
  cursor: pointer;
}

.slide-words {
  position: absolute;
  top: 56px;
  left: 50%;
  padding: 2px 10px;
  transform: translateX(-50%);
  background: var(--sheet);
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  font-size: var(--text-s);
  pointer-events: none;
}

.drawing:focus-visible {
  outline-offset: -3px;
}

svg {
  display: block;
}

.foot {
  position: absolute;
  left: 12px;
  right: 12px;
  bottom: 2px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 14px;
}

.scale {
  margin-left: auto;
  color: var(--muted);
  font-size: var(--text-s);
}

@media (max-width: 700px) {
  .foot {
    justify-content: space-between;
  }

  .scale {
    display: none;
  }
}
</style>
