<script setup lang="ts">
// The tank cut open, true to its heights: what can be used, what cannot and why.
import { computed } from 'vue';
import type { TankStore } from '@vernal-slope/plan/budget';
import { vesselHeight } from '@vernal-slope/plan/compile';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ store: TankStore; level: number }>();
const settings = useSettings();
const H = 210;
const W = 128;
const LEFT = 6;
const tank = computed(() => props.store.tank);
const height = computed(() => vesselHeight(tank.value));
const y = (level: number): number => 8 + (H - 16) * (1 - Math.min(1, Math.max(0, level / height.value)));
const parts = computed(() => {
  const u = props.store.usable;
  const overflow = Math.min(tank.value.overflowM, height.value);
  const outlet = Math.min(tank.value.outletM, u.highest);
  const list = [
    {
      key: 'over',
      from: overflow,
      to: height.value,
      volume: u.aboveOverflow,
      words: 'above the overflow',
      usable: false,
    },
    {
      key: 'float',
      from: u.highest,
      to: overflow,
      volume: u.aboveFloat,
      words: 'above where the float shuts',
      usable: false,
    },
    { key: 'usable', from: u.lowest, to: u.highest, volume: u.usable, words: 'can be used', usable: true },
    {
      key: 'tap',
      from: outlet,
      to: u.lowest,
      volume: u.belowTap,
      words: `too low for ${props.store.tap?.name ?? 'the tap'}`,
      usable: false,
    },
    {
      key: 'outlet',
      from: 0,
      to: outlet,
      volume: u.belowOutlet,
      words: 'below the outlet, grit stays here',
      usable: false,
    },
  ];
  return list.filter((p) => p.volume > 1e-6);
});
/** Words beside the parts, pushed apart where they would touch. */
const labels = computed(() => {
  let last = -20;
  return parts.value.map((p) => {
    const at = Math.max(last + 19, (y(p.from) + y(p.to)) / 2);
    last = at;
    return { ...p, at };
  });
});
</script>

<template>
  <svg
    class="tank"
    :viewBox="`0 0 420 ${H + 8}`"
    role="img"
    :aria-label="parts.map((p) => `${showText(p.volume, 'volume', settings.units)} ${p.words}`).join('; ')"
    data-test="tank-drawing"
  >
    <rect
      v-for="p in parts"
      :key="p.key"
      :x="LEFT"
      :y="y(p.to)"
      :width="W"
      :height="Math.max(1, y(p.from) - y(p.to))"
      :class="p.usable ? 'good' : 'not'"
    />
    <rect :x="LEFT" :y="y(level)" :width="W" :height="y(0) - y(level)" class="water" />
    <line :x1="LEFT" :x2="LEFT + W" :y1="y(level)" :y2="y(level)" class="surface" />
    <rect :x="LEFT" :y="y(height)" :width="W" :height="y(0) - y(height)" class="shell" />
    <path :d="`M${LEFT + W} ${y(tank.outletM)}h14`" class="pipe" />
    <path :d="`M${LEFT + W} ${y(tank.overflowM)}h10v14`" class="pipe" />
    <g v-for="l in labels" :key="`${l.key}-label`">
      <path :d="`M${LEFT + W + 16} ${l.at}L${LEFT + W + 4} ${(y(l.from) + y(l.to)) / 2}`" class="lead" />
      <text :x="LEFT + W + 20" :y="l.at" dy="0.35em">
        <tspan class="mono">{{ showText(l.volume, 'volume', settings.units) }}</tspan>
        {{ l.words }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.tank {
  display: block;
  width: 100%;
  max-width: 440px;
}

.good {
  fill: var(--water-wash);
}

.not {
  fill: var(--earth-far);
}

.water {
  fill: var(--water);
  fill-opacity: 0.45;
}

.surface {
  stroke: var(--water);
  stroke-width: 2;
}

.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.pipe {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
}

.lead {
  stroke: var(--rule-strong);
}

text {
  fill: var(--ink);
  font-size: 13px;
}

.mono {
  fill: var(--water-ink);
  font-family: var(--font-figure);
}
</style>
