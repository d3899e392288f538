<script setup lang="ts">
// The places of a round of readings by their heights, from the top down: done, now and next; each can be pressed.
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { computed } from 'vue';
import type { Plan, PlanNode } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';

const props = defineProps<{
  plan: Plan;
  stops: readonly PlanNode[];
  at: number;
  done: ReadonlySet<string>;
}>();
const emit = defineEmits<{ go: [at: number] }>();
const W = 360;
const H = 96;
const EDGE = 22;
const x = computed(() => scaleLinear([0, Math.max(1, props.stops.length - 1)], [EDGE, W - EDGE]));
const y = computed(() => {
  const heights = props.stops.map((n) => n.groundM);
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  return scaleLinear([low, high === low ? low + 1 : high], [H - 34, 22]);
});
const points = computed(() => props.stops.map((n, k) => ({ x: x.value(k), y: y.value(n.groundM) })));
const ground = computed(
  () =>
    line<{ x: number; y: number }>(
      (p) => p.x,
      (p) => p.y,
    )([{ x: 0, y: points.value[0].y }, ...points.value, { x: W, y: points.value[points.value.length - 1].y }]) ?? '',
);
const isDone = (n: PlanNode): boolean => props.done.has(n.id);
const words = (n: PlanNode, k: number): string =>
  `${k + 1}: ${nameIn(props.plan, n.id)}, ${k === props.at ? 'now' : isDone(n) ? 'read' : 'not read yet'}`;
const percent = (part: number, whole: number): string => `${(100 * part) / whole}%`;
</script>

<template>
  <div class="way">
    <svg :viewBox="`0 0 ${W} ${H}`" preserveAspectRatio="none" aria-hidden="true">
      <path :d="`${ground}V${H}H0Z`" class="earth" />
      <path :d="ground" class="ground" />
    </svg>
    <button
      v-for="(n, k) in stops"
      :key="n.id"
      type="button"
      :class="{ now: k === at, done: isDone(n) }"
      :aria-label="words(n, k)"
      :aria-current="k === at ? 'step' : undefined"
      :style="{ left: percent(points[k].x, W), top: percent(points[k].y, H) }"
      @click="emit('go', k)"
    >
      <span aria-hidden="true">{{ isDone(n) ? '✓' : k + 1 }}</span>
    </button>
  </div>
</template>

<style scoped>
.way {
  position: relative;
  height: 96px;
}

svg {
  width: 100%;
  height: 100%;
}

.earth {
  fill: var(--earth-wash);
}

.ground {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

button {
  position: absolute;
  display: flex;
  align-items: center;
  justify-content: center;
  width: 32px;
  height: 48px;
  padding: 0;
  transform: translate(-50%, -50%);
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
}

span {
  display: flex;
  align-items: center;
  justify-content: center;
  width: 22px;
  height: 22px;
  border: var(--line) solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
  font-size: 13px;
  font-weight: 700;
}

.done span {
  background: var(--ink);
  color: var(--paper);
}

.now span {
  width: 32px;
  height: 32px;
  border-width: 3px;
  font-size: 16px;
}
</style>
