<script setup lang="ts">
// Rings at the places of a drawing, from which lines are led: pressed for the menu, dragged to another place, to a line or
// to where a new place will stand; by keyboard the same.
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { addRefusal, joinRefusal, placeAt, type LineSpot, type PresetKey } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import LineMenu from './LineMenu.vue';

export interface Ring {
  readonly key: string;
  readonly spot: LineSpot;
  readonly x: number;
  readonly y: number;
  /** Of what it is the ring, for a screen reader. */
  readonly name: string;
  readonly loose?: boolean;
  readonly small?: boolean;
  /** A point of a line that was pressed: a tee could stand there. */
  readonly plus?: boolean;
}

const props = defineProps<{
  plan: Plan;
  rings: readonly Ring[];
  width: number;
  height: number;
  /** What lies under a point of the drawing: a point of a line. */
  lineAt?: (x: number, y: number) => LineSpot | undefined;
  /** Height above datum of a point of the drawing, m; of a drawing that shows heights. */
  heightAt?: (y: number) => number;
  chosen?: string;
  /** What is in sight of a drawing that scrolls, px; all of it where it does not. */
  sight?: { readonly left: number; readonly width: number };
}>();

const settings = useSettings();
const { joining, choosePlace, pickLeg } = usePlanPage();
const layer = useTemplateRef<HTMLElement>('layer');

const open = shallowRef<{ readonly ring: Ring; readonly riseM?: number } | null>(null);
/** Where the ring of the open menu stands now: its strip may have been spread since. */
const openAt = computed(() => {
  const now = open.value?.ring;
  const ring = moved.value ? now : (props.rings.find((r) => r.key === now?.key) ?? now);
  return ring ?? { x: 0, y: 0 };
});
/** The menu was opened where a drag ended, not at its ring. */
const moved = ref(false);
/** A ring being dragged, px. */
const dragged = shallowRef<{
  readonly ring: Ring;
  readonly x: number;
  readonly y: number;
  readonly moved: boolean;
} | null>(null);
watch(
  () => props.plan,
  () => (open.value = null),
);

const keyOf = (spot: LineSpot): string => ('place' in spot ? spot.place : `${spot.line} ${spot.leg}`);
const REACH = 22;
const MOVED = 6;
function ringAt(x: number, y: number, but: Ring): Ring | undefined {
  const near = props.rings
    .filter((r) => keyOf(r.spot) !== keyOf(but.spot))
    .map((r) => ({ r, d: Math.hypot(r.x - x, r.y - y) }))
    .sort((a, b) => a.d - b.d)
    .at(0);
  return near && near.d <= REACH ? near.r : undefined;
}
function show(ring: Ring, riseM?: number): void {
  if (joining.asked.value?.mode === 'line') joining.letGo();
  open.value = { ring, ...(riseM === undefined ? {} : { riseM }) };
  if ('place' in ring.spot) choosePlace(ring.spot.place);
  else pickLeg({ line: ring.spot.line, leg: ring.spot.leg });
}

function at(event: PointerEvent): { x: number; y: number } {
  const box = layer.value?.getBoundingClientRect();
  return { x: event.clientX - (box?.left ?? 0), y: event.clientY - (box?.top ?? 0) };
}
function grab(event: PointerEvent, ring: Ring): void {
  if (event.button !== 0) return;
  (event.target as HTMLElement).setPointerCapture(event.pointerId);
  dragged.value = { ring, x: ring.x, y: ring.y, moved: false };
}
function drag(event: PointerEvent): void {
  const now = dragged.value;
  if (!now) return;
  const { x, y } = at(event);
  dragged.value = { ...now, x, y, moved: now.moved || Math.hypot(x - now.ring.x, y - now.ring.y) > MOVED };
}
/** Where a drag would end: a place, a point of a line, or the height where a new place would stand. */
const target = computed(() => {
  const now = dragged.value;
  if (!now?.moved) return undefined;
  const ring = ringAt(now.x, now.y, now.ring);
  const spot = ring?.spot ?? props.lineAt?.(now.x, now.y);
  const from = placeAt(props.plan, now.ring.spot)?.groundM;
  const rise = props.heightAt && from !== undefined ? props.heightAt(now.y) - from : undefined;
  return { spot, rise, why: spot && joinRefusal(props.plan, now.ring.spot, spot) };
});
const said = computed(() => {
  const t = target.value;
  if (!t) return '';
  if (t.why) return t.why;
  if (t.spot) {
    const place = placeAt(props.plan, t.spot);
    return place
      ? `to ${nameIn(props.plan, place.id)}`
      : 'line' in t.spot
        ? `a tee on ${nameIn(props.plan, t.spot.line)}`
        : '';
  }
  return t.rise === undefined
    ? 'a new place'
    : `${showText(Math.abs(t.rise), 'rise', settings.units)} ${t.rise < 0 ? 'down' : 'up'}`;
});
/** Rises are taken to 5 cm or a quarter of a foot: nobody drags finer. */
const STEP = { metric: 0.05, us: 0.0762 };
let suppress = false;
function release(event: PointerEvent, done: boolean): void {
  const now = dragged.value;
  const t = target.value;
  dragged.value = null;
  if (!done || !now) return;
  if (!now.moved) return;
  suppress = true;
  setTimeout(() => (suppress = false), 0);
  if (t?.spot) {
    if (t.why) open.value = { ring: now.ring };
    else joining.ask({ mode: 'line', from: now.ring.spot, to: t.spot });
    return;
  }
  const step = STEP[settings.units];
  const { x, y } = at(event);
  moved.value = true;
  const rise = t?.rise === undefined ? undefined : Number((Math.round(t.rise / step) * step).toFixed(4));
  show({ ...now.ring, x, y }, rise);
}
function press(ring: Ring): void {
  if (suppress) return;
  moved.value = false;
  show(ring);
}
function ask(preset: PresetKey): void {
  const now = open.value;
  if (!now || addRefusal(props.plan, preset, now.ring.spot) !== undefined) return;
  open.value = null;
  joining.ask({
    mode: 'line',
    from: now.ring.spot,
    preset,
    ...(now.riseM === undefined ? {} : { riseM: now.riseM }),
  });
}
function thing(mode: 'name' | 'out'): void {
  const now = open.value;
  open.value = null;
  if (!now) return;
  const place = placeAt(props.plan, now.ring.spot);
  if (place) joining.ask({ mode, place: place.id });
  else if ('line' in now.ring.spot) joining.ask({ mode, line: now.ring.spot.line });
}
async function close(): Promise<void> {
  const key = open.value?.ring.key;
  open.value = null;
  await nextTick();
  layer.value?.querySelector<HTMLElement>(`[data-ring="${CSS.escape(key ?? '')}"]`)?.focus();
}

/** The ring nearest in a direction. */
function onKey(event: KeyboardEvent, ring: Ring): void {
  const ways: Readonly<Record<string, readonly [number, number]>> = {
    ArrowRight: [1, 0],
    ArrowLeft: [-1, 0],
    ArrowDown: [0, 1],
    ArrowUp: [0, -1],
  };
  if (event.key === 'l') {
    const loose = props.rings.filter((r) => r.loose);
    const next = loose[(loose.findIndex((r) => r.key === ring.key) + 1) % Math.max(1, loose.length)] as
      Ring | undefined;
    if (next) focusRing(next.key);
    event.stopPropagation();
    return;
  }
  const way = ways[event.key] as readonly [number, number] | undefined;
  if (!way || event.shiftKey || event.altKey || event.ctrlKey || event.metaKey) return;
  event.preventDefault();
  event.stopPropagation();
  const best = props.rings
    .filter((r) => r.key !== ring.key)
    .map((r) => {
      const [dx, dy] = [r.x - ring.x, r.y - ring.y];
      const along = dx * way[0] + dy * way[1];
      const aside = Math.abs(dx * way[1] - dy * way[0]);
      return { r, along, cost: along + 2 * aside };
    })
    .filter((c) => c.along > 0.5)
    .sort((a, b) => a.cost - b.cost)
    .at(0);
  if (best) focusRing(best.r.key);
}
/** Focus to the next place that hangs loose. */
function toLoose(): void {
  const next = props.rings.find((r) => r.loose);
  if (next) focusRing(next.key);
}
function focusRing(key: string): void {
  layer.value?.querySelector<HTMLElement>(`[data-ring="${CSS.escape(key)}"]`)?.focus();
}
const hot = ref('');
defineExpose({ show, focusRing, toLoose });
</script>

<template>
  <div ref="layer" class="rings no-picture" :style="{ width: `${width}px`, height: `${height}px` }">
    <svg v-if="dragged?.moved" :width="width" :height="height" class="lead" aria-hidden="true">
      <path :d="`M${dragged.ring.x} ${dragged.ring.y}L${dragged.x} ${dragged.y}`" :class="{ no: target?.why }" />
      <circle v-if="!target?.spot" :cx="dragged.x" :cy="dragged.y" r="7" />
    </svg>
    <p
      v-if="dragged?.moved && said"
      class="said"
      role="status"
      :style="{
        left: `${Math.min(dragged.x + 14, width - 180)}px`,
        top: `${Math.max(0, Math.min(dragged.y - 10, height - 40))}px`,
      }"
    >
      {{ said }}
    </p>
    <button
      v-for="r in rings"
      :key="r.key"
      type="button"
      class="ring"
      :class="{
        loose: r.loose,
        small: r.small,
        plus: r.plus,
        on: 'place' in r.spot && r.spot.place === chosen,
        hot: hot === r.key,
      }"
      :style="{ left: `${r.x}px`, top: `${r.y}px` }"
      :aria-label="`${r.name}${r.loose ? ', hangs loose' : ''}: line from here`"
      :title="`${r.name}: press for a line from here, or drag it to where the line goes`"
      :data-ring="r.key"
      @pointerdown.stop="grab($event, r)"
      @pointermove="drag"
      @pointerup="release($event, true)"
      @pointercancel="release($event, false)"
      @click.stop="press(r)"
      @keydown="onKey($event, r)"
      @focus="hot = r.key"
      @blur="hot = ''"
    >
      <span>{{ r.plus ? '+' : '' }}</span>
    </button>
    <LineMenu
      v-if="open"
      :key="open.ring.key"
      :plan="plan"
      :spot="open.ring.spot"
      :x="openAt.x"
      :y="openAt.y"
      :width="sight?.width ?? width"
      :from="sight?.left"
      :height="height"
      full
      @pick="ask"
      @there="
        () => {
          const from = open?.ring.spot;
          open = null;
          if (from) joining.ask({ mode: 'line', from });
        }
      "
      @name="thing('name')"
      @out="thing('out')"
      @close="close"
    />
  </div>
</template>

<style scoped>
.rings {
  position: absolute;
  top: 0;
  left: 0;
  pointer-events: none;
}

.lead {
  position: absolute;
  inset: 0;
}

.lead path {
  fill: none;
  stroke: var(--water);
  stroke-width: 3;
  stroke-dasharray: 7 5;
}

.lead path.no {
  stroke: var(--brick);
}

.lead circle {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}

.said {
  position: absolute;
  z-index: 25;
  max-width: 240px;
  padding: 2px 8px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
  font-size: var(--text-s);
}

.ring {
  position: absolute;
  width: 26px;
  height: 26px;
  margin: -13px 0 0 -13px;
  padding: 0;
  border: 0;
  border-radius: 50%;
  background: none;
  pointer-events: auto;
  cursor: crosshair;
  touch-action: none;
}

.ring span {
  position: absolute;
  inset: 7px;
  border: 2px solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
}

.ring.small span {
  inset: 9px;
}

.ring.plus span {
  inset: 2px;
  border-color: var(--amber);
  border-radius: var(--radius);
  background: var(--amber-wash);
  color: var(--amber-ink);
  font-weight: 700;
  line-height: 17px;
}

.ring.loose span {
  inset: 4px;
  border-color: var(--amber);
  border-style: dashed;
}

.ring.on span {
  background: var(--water-deep);
  box-shadow: 0 0 0 4px var(--water-wash);
}

.ring:hover span,
.ring.hot span {
  border-color: var(--water);
  border-width: 3px;
}

.ring:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: 0;
}

.rings :deep(.menu) {
  pointer-events: auto;
}

@media (pointer: coarse) {
  .ring {
    width: 44px;
    height: 44px;
    margin: -22px 0 0 -22px;
  }

  .ring span {
    inset: 14px;
  }

  .ring.small span {
    inset: 16px;
  }

  .ring.plus span {
    inset: 10px;
    line-height: 20px;
  }

  .ring.loose span {
    inset: 11px;
  }
}
</style>
