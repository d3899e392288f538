<script setup lang="ts">
// A float valve cut open: seat, arm and ball, shut as drawn and wide open dashed; what it gives at each level as a width of water.
import { computed } from 'vue';

const props = defineProps<{
  /** m: of the ball, and of the fall to wide open. */
  ball: number;
  band: number;
  /** It opens at once. */
  snap: boolean;
  /** Wide open, in words. */
  gives: string;
}>();
const WIDTH = 340;
const HEIGHT = 190;
const scale = computed(() => Math.min(900, (HEIGHT - 60) / (props.band + props.ball)));
const LEVEL = 62;
const open = computed(() => LEVEL + props.band * scale.value);
const radius = computed(() => (props.ball / 2) * scale.value);
const BALL_X = 196;
const PIVOT = { x: 74, y: 40 };
const GAUGE = 268;
const GAUGE_WIDE = 52;
const flow = computed(() =>
  props.snap
    ? `M${GAUGE} ${LEVEL}h${GAUGE_WIDE}V${open.value}h${-GAUGE_WIDE}Z`
    : `M${GAUGE} ${LEVEL}L${GAUGE + GAUGE_WIDE} ${open.value}H${GAUGE}Z`,
);
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" class="cut" role="img" aria-label="The float valve, cut open">
    <rect class="water" x="34" :y="LEVEL" :width="WIDTH - 34" :height="HEIGHT - LEVEL" />
    <path class="surface" :d="`M34 ${LEVEL}H${WIDTH}`" />
    <path class="low" :d="`M34 ${open}H${WIDTH}`" />
    <rect class="wall" x="26" y="8" width="8" :height="HEIGHT - 8" />
    <path class="brass" d="M0 24H58V34H0ZM0 46H58V56H0Z" />
    <path class="inside" d="M0 34H50L58 38V42L50 46H0Z" />
    <path class="seat" d="M60 34v12" />
    <path
      class="arm dashed"
      :d="`M${PIVOT.x} ${PIVOT.y}L${BALL_X - 6} ${open}M${BALL_X - 6 + radius} ${open}a${radius} ${radius} 0 1 1 ${-2 * radius} 0a${radius} ${radius} 0 1 1 ${2 * radius} 0`"
    />
    <path class="arm" :d="`M60 40L${PIVOT.x} ${PIVOT.y}L${BALL_X} ${LEVEL}`" />
    <circle class="pin" :cx="PIVOT.x" :cy="PIVOT.y" r="3.5" />
    <circle class="ball" :cx="BALL_X" :cy="LEVEL" :r="radius" />
    <path class="flow" :d="flow" />
    <text class="note" :x="GAUGE" :y="LEVEL - 8">shut</text>
    <text class="note" :x="WIDTH - 4" :y="Math.min(HEIGHT - 4, open + 16)" text-anchor="end">{{ gives }}</text>
  </svg>
</template>

<style scoped>
.cut {
  display: block;
  width: 100%;
  max-width: 420px;
}

.water {
  fill: var(--water-wash);
}

.surface {
  stroke: var(--water);
  stroke-width: 2;
}

.low {
  stroke: var(--water);
  stroke-dasharray: 5 4;
  stroke-width: 1.5;
}

.wall {
  fill: var(--earth);
}

.brass {
  fill: var(--amber-wash, var(--earth-wash));
  stroke: var(--ink);
}

.inside {
  fill: var(--water-deep);
}

.seat {
  stroke: var(--ink);
  stroke-width: 4;
}

.arm {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}

.dashed {
  stroke: var(--ink-soft, var(--ink));
  stroke-dasharray: 4 4;
  stroke-width: 1.5;
}

.pin {
  fill: var(--ink);
}

.ball {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}

.flow {
  fill: var(--water-deep);
}

.note {
  font-size: 13px;
  fill: var(--water-ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
</style>
