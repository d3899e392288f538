<script setup lang="ts">
// The whole place: every line in a strip of its own, heights true, hung from the spot where it leaves; what hangs loose
// stands at its height. Rings lead lines from anywhere to anywhere.
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3-scale';
import { computed, ref, useTemplateRef, watch } from 'vue';
import { placeAt, type LineSpot } from '@vernal-slope/plan/edit';
import { worstOf } from '@vernal-slope/plan/findings';
import { levelFor, vesselHeight } from '@vernal-slope/plan/compile';
import { emitterPlaces } from '@vernal-slope/plan/fields';
import {
  bedFloor,
  bedLevel,
  inletElevation,
  isBareJoint,
  isBasin,
  isBed,
  isSource,
  isStore,
  isTap,
  isVessel,
} from '@vernal-slope/plan/kinds';
import { nameIn } from '@vernal-slope/display/names';
import { show, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import type { LegRef } from '../../session/planpage.ts';
import type { PlanResults } from '../../session/usePlanResults.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import JoinRings, { type Ring } from '../joining/JoinRings.vue';
import { heightTicks } from '../hillside/drawing.ts';
import { placeLabels } from '../hillside/labels.ts';
import { spreadScale, stripsOf, type Strip, type StripLeg, type StripPlace } from './strips.ts';

const props = defineProps<{
  results: PlanResults;
  chosen: string;
  leg: LegRef | null;
  hovered: LegRef | null;
  /** What is not kept yet: drawn dashed. */
  fresh?: { readonly node?: string; readonly line?: string };
  /** An older version: nothing can be begun. */
  locked?: boolean;
}>();
const emit = defineEmits<{ leg: [leg: LegRef]; hover: [leg: LegRef | null]; choose: [id: string] }>();

const settings = useSettings();
const holder = useTemplateRef<HTMLElement>('holder');
const scroller = useTemplateRef<HTMLElement>('scroller');
const rings = useTemplateRef<InstanceType<typeof JoinRings>>('rings');
const { width, height } = useElementSize(holder);

const plan = computed(() => props.results.compiled.plan);
const strips = computed(() => stripsOf(plan.value));

/** px: before a strip, after it for the name of its end, at the left for the heights, above and below. */
const narrow = computed(() => width.value < 700);
const LEFT = 58;
const LEAD = 30;
const TAIL = 66;
const ALONE = 84;
const TOP = 44;
const h = computed(() => Math.max(180, height.value - 30));
const scale = computed(() => {
  const legs = strips.value.reduce((sum, s) => sum + s.width, 0);
  const fixed = strips.value.length * (LEAD + TAIL) + LEFT;
  if (legs === 0) return 1;
  return Math.max(narrow.value ? 0.8 : 0.95, Math.min(2.4, (width.value - fixed) / legs));
});
/** A thumb tells places so far apart, px. */
const THUMB = 52;
/** The strip that was pressed last is spread where all are drawn close: its rings can be told with a thumb. */
const spread = computed(() => {
  if (!narrow.value) return -1;
  const line = props.leg?.line;
  const has = (s: Strip): boolean => s.places.some((p) => p.id === props.chosen);
  const both = strips.value.findIndex((s) => has(s) && s.legs.some((l) => l.line === line));
  return both >= 0 ? both : strips.value.findIndex(has);
});
const laid = computed(() => {
  let x = LEFT;
  return strips.value.map((s, k) => {
    const start = x + LEAD;
    const own = k === spread.value ? spreadScale(s, scale.value, THUMB) : scale.value;
    const w = s.places.length === 1 ? 0 : s.width * own;
    x = start + w + (s.places.length === 1 ? ALONE - LEAD : TAIL);
    return { strip: s, scale: own, start, end: start + w, left: start - LEAD * 0.6, right: start + w + TAIL * 0.45 };
  });
});
const full = computed(() => Math.max(width.value, (laid.value.at(-1)?.right ?? 0) + 60));

const heights = computed(() => {
  const all = plan.value.nodes.flatMap((n) => [
    n.groundM,
    ...(isVessel(n) ? [n.groundM + (n.standM ?? 0) + vesselHeight(n)] : []),
  ]);
  for (const s of strips.value) for (const l of s.legs) all.push(l.z0, l.z1, l.pipe0, l.pipe1);
  if (all.length === 0) return [0, 10] as const;
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const pad = Math.max(0, 4 - (high - low)) / 2;
  return [low - pad, high + pad] as const;
});
const y = computed(() => scaleLinear([heights.value[0], heights.value[1]], [h.value - 46, TOP + 34]));
const ticks = computed(() =>
  heightTicks(y.value, [TOP, h.value - 20], settings.units, narrow.value ? 5 : 7).map((t) => ({
    text: t.text,
    y: y.value(t.z),
  })),
);
const unit = computed(() => show(0, 'height', settings.units).unit);

const legX = (k: number, x: number): number =>
  laid.value[k].start + x * (laid.value[k].strip.hand ? 1 : laid.value[k].scale);

interface Drawn {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  readonly place: StripPlace;
  readonly strip: number;
  readonly end: boolean;
}
const places = computed<Drawn[]>(() =>
  laid.value.flatMap(({ strip }, k) =>
    strip.places.map((p, i) => ({
      key: `${k}-${i}-${p.id}`,
      x: legX(k, p.x),
      y: y.value(p.z),
      place: p,
      strip: k,
      end: i === strip.places.length - 1,
    })),
  ),
);
const firstAt = computed(() => {
  const found = new Map<string, Drawn>();
  for (const d of places.value) if (!d.place.again) found.set(d.place.id, d);
  return found;
});

const grounds = computed(() =>
  laid.value.map(({ strip, start, end, left, right }, k) => {
    const zs =
      strip.legs.length > 0
        ? [{ x: start, z: strip.legs[0].z0 }, ...strip.legs.map((l) => ({ x: legX(k, l.x1), z: l.z1 }))]
        : strip.places.map((p) => ({ x: legX(k, p.x), z: p.z }));
    const first = zs[0];
    const last = zs[zs.length - 1];
    const points = [{ x: left, z: first.z }, ...zs, { x: Math.max(right, end + 14), z: last.z }];
    return {
      key: k,
      line: points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${y.value(p.z).toFixed(1)}`).join(''),
      left: points[0].x,
      right: points[points.length - 1].x,
    };
  }),
);
/** "The same spot, carried across": a level thread from where a place is drawn first. */
const threads = computed(() =>
  places.value.flatMap((d) => {
    const from = firstAt.value.get(d.place.id);
    if (!d.place.again || !from) return [];
    return [{ key: d.key, d: `M${Math.min(from.x, d.x)} ${d.y}H${Math.max(from.x, d.x)}`, x: from.x }];
  }),
);

interface LegDrawn extends StripLeg {
  readonly key: string;
  readonly px0: number;
  readonly px1: number;
  readonly d: string;
  readonly water: string;
  readonly running: string;
  readonly lit: boolean;
  readonly fresh: boolean;
  readonly flows: boolean;
}
const legs = computed<LegDrawn[]>(() =>
  laid.value.flatMap(({ strip }, k) =>
    strip.legs.map((l) => {
      const [px0, px1] = [legX(k, l.x0), legX(k, l.x1)];
      const found = props.results.result.lines.get(l.line);
      const [a, b] = l.reversed ? [l.leg + 1, l.leg] : [l.leg, l.leg + 1];
      const grade = found && props.results.result.converged ? [found.grade[a], found.grade[b]] : undefined;
      const top = (pipe: number, g: number): number => y.value(Math.max(pipe, g));
      const shown = props.hovered ?? props.leg;
      return {
        ...l,
        key: `${l.line} ${l.leg}`,
        px0,
        px1,
        d: `M${px0} ${y.value(l.pipe0)}L${px1} ${y.value(l.pipe1)}`,
        water: grade
          ? `M${px0} ${y.value(l.pipe0)}L${px1} ${y.value(l.pipe1)}V${top(l.pipe1, grade[1])}L${px0} ${top(l.pipe0, grade[0])}Z`
          : '',
        running: grade ? `M${px0} ${y.value(grade[0])}L${px1} ${y.value(grade[1])}` : '',
        lit: shown?.line === l.line && shown.leg === l.leg,
        fresh: props.fresh?.line === l.line,
        flows: (found?.flow ?? 0) !== 0,
      };
    }),
  ),
);

const VESSEL = { tank: [30, 24], basin: [30, 12] } as const;
const BED = [28, 16] as const;
/** Holes of a leg as drops under its pipe, as many as there is room for. */
const DROPS = 6;
const drops = computed(() =>
  legs.value.flatMap((l) => {
    const entries = plan.value.lines.find((p) => p.id === l.line)?.legs[l.leg].emitters ?? [];
    const holes = entries.reduce((sum, e) => sum + emitterPlaces(e).length - (e.shut?.length ?? 0), 0);
    const count = Math.min(holes, Math.floor((l.px1 - l.px0) / DROPS));
    if (count < 1) return [];
    const d = Array.from({ length: count }, (_, k) => {
      const share = (k + 0.5) / count;
      return `M${(l.px0 + share * (l.px1 - l.px0)).toFixed(1)} ${(y.value(l.pipe0 + share * (l.pipe1 - l.pipe0)) + 2).toFixed(1)}v4`;
    }).join('');
    return [{ key: l.key, d }];
  }),
);
/** Marks of places: drawn from their own heights, vessels at one size each. */
const marks = computed(() =>
  places.value
    .filter((d) => !d.place.again)
    .map((d) => {
      const n = d.place.node;
      const floor = y.value(n.groundM + (isVessel(n) ? (n.standM ?? 0) : 0));
      const left = d.x + (d.end ? 2 : -34);
      const size = isStore(n) ? VESSEL.tank : VESSEL.basin;
      const share = isVessel(n) ? Math.max(0, Math.min(1, levelFor(n, 'start') / vesselHeight(n))) : 0;
      return {
        ...d,
        vessel: isVessel(n)
          ? {
              left: left + (isBasin(n) ? -14 : 0),
              top: floor - size[1],
              width: size[0],
              height: size[1],
              water: share * size[1],
              stand: d.y - floor,
            }
          : undefined,
        bed: isBed(n)
          ? {
              left: d.x - BED[0] / 2,
              top: Math.min(y.value(bedFloor(n)), d.y) - BED[1],
              legs: d.y - y.value(bedFloor(n)),
              water: BED[1] * Math.min(1, Math.max(0.1, bedLevel(n, {}) / n.shape.heightM)),
            }
          : undefined,
        tap: isTap(n)
          ? { top: Math.min(d.y - 14, y.value(n.groundM + (n.heightM ?? 0))), spread: (n.heightM ?? 0) > 1.6 }
          : undefined,
        source: isSource(n),
        dashed: props.fresh?.node === d.place.id,
        loose: d.place.loose,
      };
    }),
);
const hands = computed(() =>
  laid.value.flatMap(({ strip }) => {
    if (!strip.hand) return [];
    const [a, b] = [firstAt.value.get(strip.hand.from), firstAt.value.get(strip.hand.to)];
    const tank = plan.value.nodes.find((n) => n.id === strip.hand?.to);
    if (!a || !b || !isStore(tank)) return [];
    return [{ key: strip.hand.from, d: `M${a.x} ${a.y}L${b.x - 12} ${y.value(inletElevation(tank))}` }];
  }),
);

/** Top of a place's mark, px. */
function topOf(d: Drawn): number {
  const m = marks.value.find((k) => k.key === d.key);
  return Math.min(d.y - 14, m?.vessel?.top ?? d.y, m?.bed?.top ?? d.y, m?.tap?.top ?? d.y, m?.source ? d.y - 20 : d.y);
}
/** Names: over their marks, clear of each other. */
const names = computed(() => {
  const list = places.value
    .filter((d) => !d.place.again && !(isBareJoint(d.place.node) && !d.place.loose && d.place.id !== props.chosen))
    .map((d) => ({ ...d, name: nameIn(plan.value, d.place.id) }));
  const order = [...list].sort((a, b) => Number(b.place.id === props.chosen) - Number(a.place.id === props.chosen));
  return placeLabels(
    order.map((d) => ({
      id: d.key,
      x: d.x + (isStore(d.place.node) && d.end ? 16 : 0),
      y: topOf(d) - 30,
      width: Math.min(170, 30 + 7.4 * d.name.length),
    })),
    { width: full.value, height: h.value - 4 },
    [],
  ).flatMap((l) => {
    const d = list.find((n) => n.key === l.id);
    if (!d) return [];
    const found = props.results.findings.filter((f) => f.at === d.place.id);
    return [{ ...d, ...l, severity: worstOf(found) }];
  });
});
const flags = computed(() =>
  places.value
    .filter((d) => d.place.loose && !d.place.again)
    .map((d) => ({ ...d, words: LOOSE_WORDS[d.place.loose ?? 'alone'] })),
);
const LOOSE_WORDS = {
  alone: 'joined to nothing',
  unfed: 'no water comes here',
  'feeds-nothing': 'feeds nothing',
  unfilled: 'nothing fills it',
  'bare-end': 'ends bare',
} as const;

const ringList = computed<Ring[]>(() => {
  if (props.locked) return [];
  const list: Ring[] = places.value
    .filter((d) => d.place.id !== props.fresh?.node)
    .map((d) => ({
      key: d.key,
      spot: { place: d.place.id },
      x: d.x,
      y: d.y,
      name: nameIn(plan.value, d.place.id),
      loose: d.place.loose !== undefined,
      small: d.place.again,
    }));
  // water comes in over the rim of a tank: a ring of its own, where a source is dragged to
  for (const m of marks.value)
    if (m.vessel && isStore(m.place.node))
      list.push({
        key: `rim-${m.place.id}`,
        spot: { place: m.place.id },
        x: m.vessel.left + 2,
        y: m.vessel.top,
        name: `${nameIn(plan.value, m.place.id)}, its rim`,
        small: true,
      });
  if (spot.value) list.push(spot.value);
  return list;
});
/** The point of a line that was pressed last. */
const spotAt = ref<{ line: string; leg: number; share: number } | null>(null);
const spot = computed<Ring | undefined>(() => {
  const now = spotAt.value;
  const l = now && legs.value.find((g) => g.line === now.line && g.leg === now.leg);
  if (!now || !l) return undefined;
  const share = l.reversed ? 1 - now.share : now.share;
  return {
    key: 'spot',
    spot: { line: now.line, leg: now.leg, along: Number((now.share * l.lengthM).toFixed(2)) },
    x: l.px0 + share * (l.px1 - l.px0),
    y: y.value(l.pipe0 + share * (l.pipe1 - l.pipe0)),
    name: `A point of ${nameIn(plan.value, now.line)}`,
    plus: true,
  };
});
function shareOn(l: LegDrawn, px: number): number {
  const share = Math.max(0, Math.min(1, (px - l.px0) / Math.max(1, l.px1 - l.px0)));
  return l.reversed ? 1 - share : share;
}
function pressLeg(event: MouseEvent, l: LegDrawn): void {
  emit('leg', { line: l.line, leg: l.leg });
  if (props.locked || l.fresh) return;
  const box = scroller.value?.getBoundingClientRect();
  const px = event.clientX - (box?.left ?? 0) + (scroller.value?.scrollLeft ?? 0);
  spotAt.value = { line: l.line, leg: l.leg, share: shareOn(l, px) };
}
const NEAR = 12;
function lineAt(px: number, py: number): LineSpot | undefined {
  const near = legs.value.find((l) => {
    if (l.fresh || px < l.px0 || px > l.px1) return false;
    const share = (px - l.px0) / Math.max(1, l.px1 - l.px0);
    return Math.abs(y.value(l.pipe0 + share * (l.pipe1 - l.pipe0)) - py) < NEAR;
  });
  return near && { line: near.line, leg: near.leg, along: Number((shareOn(near, px) * near.lengthM).toFixed(2)) };
}
const heightAt = (py: number): number => y.value.invert(py);

// what is picked anywhere is brought into sight
watch(
  () => [props.chosen, props.leg?.line, props.fresh?.line] as const,
  () => {
    const line = props.fresh?.line ?? props.leg?.line;
    const x = line ? legs.value.find((l) => l.line === line)?.px0 : firstAt.value.get(props.chosen)?.x;
    const box = scroller.value;
    if (x === undefined || !box || full.value <= width.value) return;
    if (x < box.scrollLeft + 40 || x > box.scrollLeft + box.clientWidth - 80)
      box.scrollTo({ left: Math.max(0, x - box.clientWidth / 2) });
  },
  { flush: 'post' },
);

const loose = computed(() => flags.value.length);
function toLoose(): void {
  const next = flags.value.at(0);
  if (!next) return;
  rings.value?.focusRing(next.key);
  emit('choose', next.place.id);
}
/** How far it is scrolled, px. */
const scrolled = ref(0);
function onKey(event: KeyboardEvent): void {
  if (event.key !== 'l' || event.altKey || event.ctrlKey || event.metaKey) return;
  event.stopPropagation();
  toLoose();
}
const summary = computed(
  () =>
    `The whole place: ${plan.value.nodes.length} places, ${plan.value.lines.length} lines${loose.value > 0 ? `, ${loose.value} hanging loose` : ''}. Every ring leads a line; arrow keys go from ring to ring, Enter asks, l goes to what hangs loose.`,
);
const chosenPlace = computed(() => placeAt(plan.value, { place: props.chosen }));
</script>

<template>
  <section class="whole" aria-label="The whole place">
    <div ref="holder" class="frame">
      <div
        ref="scroller"
        class="scroller"
        tabindex="0"
        :aria-label="summary"
        role="group"
        @keydown="onKey"
        @scroll.passive="scrolled = scroller?.scrollLeft ?? 0"
      >
        <div class="canvas" :style="{ width: `${full}px`, height: `${h}px` }">
          <svg :width="full" :height="h" :viewBox="`0 0 ${full} ${h}`" data-test="whole-place">
            <g class="grid" aria-hidden="true">
              <path v-for="t in ticks" :key="t.y" :d="`M${LEFT - 10} ${t.y}H${full}`" />
            </g>
            <g v-for="g in grounds" :key="g.key">
              <path class="earth" :d="`${g.line}V${h}H${g.left}Z`" />
              <path class="ground" :d="g.line" />
            </g>
            <path v-for="t in threads" :key="t.key" class="thread" :d="t.d" />
            <g v-for="l in legs" :key="`w-${l.key}`">
              <path v-if="l.water" class="water" :d="l.water" />
              <path v-if="l.running" class="running" :d="l.running" />
            </g>
            <path v-for="hd in hands" :key="hd.key" class="hand" :d="hd.d" />
            <g
              v-for="l in legs"
              :key="l.key"
              class="leg"
              :class="{ lit: l.lit, fresh: l.fresh, dry: !l.flows }"
              :data-leg="l.key"
              @mouseenter="emit('hover', { line: l.line, leg: l.leg })"
              @mouseleave="emit('hover', null)"
              @click="pressLeg($event, l)"
            >
              <path class="catch" :d="l.d" />
              <path class="stroke" :d="l.d" />
              <text v-if="l.px1 - l.px0 > 24" :x="(l.px0 + l.px1) / 2" :y="(y(l.pipe0) + y(l.pipe1)) / 2 + 16">
                {{ showText(l.lengthM, 'distance', settings.units) }}
              </text>
            </g>
            <path v-for="l in drops" :key="`drops-${l.key}`" class="drops" :d="l.d" />
            <g v-for="m in marks" :key="m.key" class="mark" :class="{ dashed: m.dashed, loose: m.loose }">
              <template v-if="m.vessel">
                <path
                  v-if="m.vessel.stand > 3"
                  class="stand"
                  :d="`M${m.vessel.left + 3} ${m.y}V${m.vessel.top + m.vessel.height}M${m.vessel.left + m.vessel.width - 3} ${m.y}V${m.vessel.top + m.vessel.height}`"
                />
                <rect
                  class="fill"
                  :x="m.vessel.left"
                  :y="m.vessel.top + m.vessel.height - m.vessel.water"
                  :width="m.vessel.width"
                  :height="m.vessel.water"
                />
                <path
                  class="wall"
                  :d="`M${m.vessel.left} ${m.vessel.top}v${m.vessel.height}h${m.vessel.width}v${-m.vessel.height}`"
                />
              </template>
              <template v-if="m.bed">
                <path
                  v-if="m.bed.legs > 2"
                  class="stand"
                  :d="`M${m.bed.left + 3} ${m.y}V${m.bed.top + BED[1]}M${m.bed.left + BED[0] - 3} ${m.y}V${m.bed.top + BED[1]}`"
                />
                <rect class="soil" :x="m.bed.left" :y="m.bed.top" :width="BED[0]" :height="BED[1]" />
                <rect
                  class="fill"
                  :x="m.bed.left"
                  :y="m.bed.top + BED[1] - m.bed.water"
                  :width="BED[0]"
                  :height="m.bed.water"
                />
                <path class="wall" :d="`M${m.bed.left} ${m.bed.top}v${BED[1]}h${BED[0]}v${-BED[1]}`" />
              </template>
              <path v-if="m.tap" class="pipe" :d="`M${m.x} ${m.y}V${m.tap.top}h9v5`" />
              <path
                v-if="m.tap?.spread"
                class="spray"
                :d="`M${m.x + 6} ${m.tap.top + 8}l-2 8M${m.x + 9} ${m.tap.top + 8}v8M${m.x + 12} ${m.tap.top + 8}l2 8`"
              />
              <path v-if="m.source" class="spring" :d="`M${m.x - 25} ${m.y - 9}h20v10h-20z`" />
              <path
                v-if="m.source"
                class="seep"
                :d="`M${m.x - 20} ${m.y - 15}v4M${m.x - 15} ${m.y - 17}v5M${m.x - 10} ${m.y - 14}v4`"
              />
            </g>
            <g v-for="f in flags" :key="`flag-${f.key}`" class="flag" data-test="loose-flag">
              <path class="pole" :d="`M${f.x} ${f.y - 10}V${TOP - 10}`" />
              <path
                class="cloth"
                :d="`M${f.x} ${TOP - 12}h${20 + 6.8 * f.words.length}l-8 10 8 10h${-20 - 6.8 * f.words.length}z`"
              />
              <text :x="f.x + 8" :y="TOP + 3">{{ f.words }}</text>
            </g>
          </svg>
          <span
            v-for="n in names"
            :key="`name-${n.key}`"
            class="name"
            :class="{ chosen: n.place.id === chosen }"
            :style="{ left: `${n.left}px`, top: `${n.top}px` }"
          >
            <button type="button" :data-place="n.place.id" @click="emit('choose', n.place.id)">
              <DropGlyph v-if="!isStore(n.place.node) || n.severity !== 'ok'" :level="n.severity" :size="12" /><template
                v-if="!n.small"
                >{{ n.name }}</template
              >
            </button>
          </span>
          <JoinRings
            ref="rings"
            :plan="plan"
            :rings="ringList"
            :width="full"
            :height="h"
            :line-at="lineAt"
            :height-at="heightAt"
            :chosen="chosenPlace?.id"
            :sight="{ left: scrolled, width }"
          />
        </div>
      </div>
      <div class="axis" aria-hidden="true">
        <span v-for="t in ticks" :key="t.y" :style="{ top: `${t.y}px` }">{{ t.text }} {{ unit }}</span>
      </div>
      <button v-if="loose > 0" type="button" class="plain-button loose-button" data-test="to-loose" @click="toLoose">
        <DropGlyph level="warning" :size="14" />{{ loose }} {{ loose === 1 ? 'hangs' : 'hang' }} loose
      </button>
      <p v-if="plan.nodes.length === 0" class="empty">
        Nothing here yet. Add the place where the water comes from: a spring, a roof, or a tank.
      </p>
    </div>
    <div class="foot">
      <slot name="switch" />
      <p class="scale">Heights to scale; lengths are written, not drawn to scale; vessels are one size each.</p>
    </div>
  </section>
</template>

<style scoped>
.whole {
  position: relative;
  display: flex;
  flex-direction: column;
}

.frame {
  position: relative;
  flex: 1;
  min-height: 0;
}

.scroller {
  height: 100%;
  overflow: auto hidden;
}

.canvas {
  position: relative;
}

.grid path {
  stroke: var(--rule);
}

.earth {
  fill: var(--earth-wash);
  fill-opacity: 0.75;
}

.ground {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.5;
}

.soil {
  fill: var(--earth);
}

.drops {
  stroke: var(--water-deep);
  stroke-linecap: round;
  stroke-width: 2;
}

.thread {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-dasharray: 2 4;
}

.water {
  fill: var(--water-wash);
  fill-opacity: 0.65;
}

.running {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

.hand {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: 5 3;
}

.leg {
  cursor: pointer;
}

.leg .catch {
  fill: none;
  stroke: transparent;
  stroke-width: 18;
}

.leg .stroke {
  pointer-events: none;
  fill: none;
  stroke: var(--ink);
  stroke-width: var(--line-pipe);
}

.leg.lit .stroke,
.leg:hover .stroke {
  stroke: var(--water-deep);
  stroke-width: 5;
}

.leg.fresh .stroke {
  stroke: var(--water);
  stroke-dasharray: 7 5;
}

.leg text {
  font-family: var(--font-figure);
  font-size: var(--text-s);
  text-anchor: middle;
  fill: var(--muted);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  pointer-events: none;
}

.mark .wall,
.mark .pipe,
.mark .stand {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.mark .stand {
  stroke: var(--earth);
}

.mark .fill {
  fill: var(--water);
  fill-opacity: 0.8;
}

.mark.dashed .wall,
.mark.dashed .pipe,
.mark.dashed .spring {
  stroke: var(--water);
  stroke-dasharray: 4 3;
}

.spray,
.seep {
  fill: none;
  stroke: var(--water);
  stroke-width: 1.6;
}

.spring {
  fill: var(--earth-wash);
  stroke: var(--earth-ink);
  stroke-width: 1.5;
}

.flag .pole {
  stroke: var(--amber);
}

.flag .cloth {
  fill: var(--amber-wash);
  stroke: var(--amber);
}

.flag text {
  font-size: var(--text-s);
  font-weight: 700;
  fill: var(--amber-ink);
}

.name {
  position: absolute;
  display: flex;
  justify-content: center;
  width: 0;
}

.name button {
  display: inline-flex;
  flex: none;
  align-items: center;
  gap: 4px;
  min-height: 24px;
  padding: 0 6px;
  border: 0;
  border-radius: var(--radius);
  background: none;
  text-shadow:
    0 0 3px var(--paper),
    0 0 3px var(--paper),
    0 0 5px var(--paper);
  font-weight: 700;
  font-size: var(--text-s);
  white-space: nowrap;
  cursor: pointer;
}

.name.chosen button {
  background: var(--water-wash);
  text-shadow: none;
}

.axis span {
  position: absolute;
  left: 6px;
  transform: translateY(-50%);
  padding: 0 2px;
  background: var(--paper);
  font-family: var(--font-figure);
  font-size: var(--text-s);
  color: var(--muted);
  white-space: nowrap;
}

.loose-button {
  position: absolute;
  left: 12px;
  bottom: 8px;
  border-color: var(--amber);
  background: var(--amber-wash);
  color: var(--amber-ink);
}

.empty {
  position: absolute;
  inset: 40% 16px auto;
  text-align: center;
  color: var(--muted);
}

.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  min-height: 30px;
  padding: 0 16px;
}

.scale {
  color: var(--earth-ink);
  font-size: var(--text-s);
}

@media (max-width: 640px) {
  .scale {
    font-size: 12px;
  }
}
</style>
