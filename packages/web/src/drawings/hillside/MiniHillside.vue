<script setup lang="ts">
// The hillside of a plan, small, for its card.
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { computed } from 'vue';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { sectionOf } from '@vernal-slope/display/section';

const props = defineProps<{ results: PlanResults; chosen: string }>();
const W = 400;
const H = 160;
const section = computed(() => sectionOf(props.results, props.chosen));
const x = computed(() =>
  scaleLinear()
    .domain(section.value.x)
    .range([56, W - 56]),
);
const y = computed(() =>
  scaleLinear()
    .domain(section.value.z)
    .range([H - 26, 22]),
);
const path = line<{ x: number; z: number }>(
  (p) => x.value(p.x),
  (p) => y.value(p.z),
);
const ground = computed(() => {
  const points = section.value.strips.flatMap((s, k) => (k === 0 ? s.ground : s.ground.slice(1)));
  const all = points.length > 0 ? points : section.value.vessels.map((v) => ({ x: v.x, z: v.ground }));
  if (all.length === 0) return `M0 ${H * 0.35}C${W * 0.3} ${H * 0.4} ${W * 0.5} ${H * 0.7} ${W} ${H * 0.72}`;
  return (
    path([{ x: x.value.invert(0), z: all[0].z }, ...all, { x: x.value.invert(W), z: all[all.length - 1].z }]) ?? ''
  );
});
const water = area<{ x: number; pipe: number; line: number }>()
  .x((p) => x.value(p.x))
  .y0((p) => y.value(p.pipe))
  .y1((p) => y.value(Math.max(p.line, p.pipe)));
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" aria-hidden="true" preserveAspectRatio="xMidYMid slice">
    <path :d="`${ground}V${H}H0Z`" class="earth" />
    <path :d="ground" class="grass" />
    <template v-for="s in section.strips" :key="s.line">
      <path :d="water([...s.running]) ?? ''" class="water" />
      <path :d="path([...s.pipe]) ?? ''" class="pipe" />
      <path :d="path([...s.standing]) ?? ''" class="standing" />
      <path :d="path(s.running.map((p) => ({ x: p.x, z: p.line }))) ?? ''" class="running" />
    </template>
    <g v-for="v in section.vessels" :key="v.id">
      <path
        v-if="v.floor > v.ground"
        :d="`M${x(v.x) - 19} ${y(v.floor)}V${y(v.ground)}M${x(v.x) - 3} ${y(v.floor)}V${y(v.ground)}M${x(v.x) - 19} ${y(v.floor)}L${x(v.x) - 3} ${y(v.ground)}M${x(v.x) - 3} ${y(v.floor)}L${x(v.x) - 19} ${y(v.ground)}`"
        class="stand"
      />
      <rect
        :x="v.side === 'end' ? x(v.x) + 6 : x(v.x) - 22"
        :y="y(v.floor + v.height)"
        width="22"
        :height="Math.max(4, y(v.floor) - y(v.floor + v.height))"
        class="tank"
      />
      <rect
        :x="v.side === 'end' ? x(v.x) + 6 : x(v.x) - 22"
        :y="y(v.floor + v.level)"
        width="22"
        :height="Math.max(2, y(v.floor) - y(v.floor + v.level))"
        class="full"
      />
    </g>
    <g v-for="t in section.tubes" :key="t.id">
      <rect
        :x="x(t.x) - 4"
        :y="y(t.standing) - 8"
        width="8"
        :height="Math.max(1, y(t.foot) - y(t.standing) + 8)"
        class="tank"
      />
      <rect
        v-if="t.head > t.foot"
        :x="x(t.x) - 4"
        :y="y(t.head)"
        width="8"
        :height="Math.max(1, y(t.foot) - y(t.head))"
        class="full"
      />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 160px;
}

.earth {
  fill: var(--earth-wash);
}

.grass {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.5;
}

.water {
  fill: var(--water-wash);
  opacity: 0.7;
}

.pipe {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.standing {
  fill: none;
  stroke: var(--water);
  stroke-dasharray: 1.5 3;
}

.running {
  fill: none;
  stroke: var(--water);
  stroke-width: 2;
}

.stand {
  fill: none;
  stroke: var(--earth);
  stroke-width: 2;
}

.tank {
  fill: var(--sheet);
  stroke: var(--ink);
}

.full {
  fill: var(--water);
  opacity: 0.85;
}
</style>
