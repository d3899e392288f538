<script setup lang="ts">
// One joint cut open: what comes, the parts between, what it goes into, and what seals each meeting.
import { useElementSize } from '@vueuse/core';
import { computed, useId, useTemplateRef } from 'vue';
import { endWords, type Chain } from '@vernal-slope/core/parts';
import DropGlyph from '../../shell/DropGlyph.vue';
import { drawChain } from './drawing.ts';
import { sealWords } from './jointwords.ts';

const props = defineProps<{
  chain: Chain;
  names: readonly [string, string];
  title: string;
  wallMm?: number;
  small?: boolean;
}>();
const holder = useTemplateRef<HTMLElement>('holder');
const { width } = useElementSize(holder);
const height = computed(() => (props.small ? 64 : 168));
const drawn = computed(() =>
  drawChain(props.chain, props.names, Math.max(300, width.value), height.value, props.wallMm),
);
const named = computed(() => drawn.value.bodies.filter((b) => b.name !== '').length);
const hatch = useId();
const WORD = 236;
/** Words under the meetings, in two rows where they would touch. */
const words = computed(() => {
  let last = -Infinity;
  let row = 0;
  // what the saw cuts is said beside the wall
  return drawn.value.meetings
    .filter((m) => m.look !== 'hole')
    .map((m) => {
      row = m.x - last < WORD ? 1 - row : 0;
      last = m.x;
      return { ...m, row };
    });
});
</script>

<template>
  <div ref="holder" class="cut" :class="{ small }" tabindex="0" role="group" :aria-label="title">
    <svg
      :width="drawn.width"
      :height="small ? height : height + 88"
      :viewBox="`0 0 ${drawn.width} ${small ? height : height + 88}`"
      aria-hidden="true"
      data-test="joint-drawing"
    >
      <defs>
        <pattern :id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" stroke="var(--ink)" stroke-width="1.5" />
        </pattern>
      </defs>
      <g :transform="`translate(0 ${small ? 0 : 36})`">
        <rect v-for="s in drawn.standing" :key="s.x" :x="s.x" y="0" :width="s.width" :height="height" class="water" />
        <path :d="drawn.water" class="water" />
        <g v-for="b in drawn.bodies" :key="b.key" :class="b.kind">
          <path :d="b.wall" :fill="b.kind === 'wall' ? `url(#${hatch})` : undefined" />
          <path
            :d="b.wall"
            :fill="b.kind === 'wall' ? `url(#${hatch})` : undefined"
            :transform="`matrix(1 0 0 -1 0 ${2 * drawn.middle})`"
          />
          <path
            v-if="b.aside !== undefined"
            class="branch"
            :d="`M${b.x + b.width / 2 - b.aside} ${drawn.middle - b.radius}V0h${2 * b.aside}V${drawn.middle - b.radius}`"
          />
          <rect
            v-if="b.aside !== undefined"
            class="water inside"
            :x="b.x + b.width / 2 - 0.7 * b.aside"
            y="0"
            :width="1.4 * b.aside"
            :height="drawn.middle"
          />
          <path
            v-if="b.kind === 'valve' && !small"
            class="handle"
            :d="`M${b.x + b.width / 2} ${drawn.middle - b.radius}v-22h44`"
          />
        </g>
        <template v-for="f in drawn.flanges" :key="f">
          <path :d="f" class="flange" />
          <path :d="f" class="flange" :transform="`matrix(1 0 0 -1 0 ${2 * drawn.middle})`" />
        </template>
        <g v-for="m in drawn.meetings" :key="m.key">
          <path v-if="m.teeth" :d="m.teeth" class="teeth" />
          <path v-if="m.teeth" :d="m.teeth" class="teeth" :transform="`matrix(1 0 0 -1 0 ${2 * drawn.middle})`" />
          <template v-for="(c, k) in m.clamps" :key="k">
            <rect :x="c" :y="drawn.middle - m.over - 5" width="8" height="6" class="clamp" />
            <rect :x="c" :y="drawn.middle + m.over - 1" width="8" height="6" class="clamp" />
          </template>
        </g>
        <path :d="`M0 ${drawn.middle}H${drawn.width}`" class="axis" />
        <template v-if="!small">
          <path
            v-for="f in [0.06, 0.5, 0.92]"
            :key="f"
            class="arrow"
            :d="`M${f * drawn.width - 14} ${drawn.middle}h24m-7 -5l7 5l-7 5`"
          />
        </template>
      </g>
      <template v-if="!small">
        <text
          v-for="(b, k) in drawn.bodies.filter((x) => x.name !== '')"
          :key="b.key"
          class="name"
          :x="k === named - 1 ? drawn.width - 2 : k === 0 ? 2 : b.x + b.width / 2"
          :y="k % 2 === 0 || named < 4 ? 14 : 31"
          :text-anchor="k === 0 ? 'start' : k === named - 1 ? 'end' : 'middle'"
        >
          {{ b.name }}
        </text>
      </template>
    </svg>
    <template v-if="!small">
      <p
        v-for="m in words"
        :key="m.key"
        class="met"
        :style="{ left: `${Math.max(54, Math.min(m.x, drawn.width - 54))}px`, top: `${height + 38 + 22 * m.row}px` }"
      >
        <DropGlyph level="ok" :size="13" /> {{ endWords(m.end).split(',')[0]
        }}<span class="muted">, {{ sealWords(m.end) }}</span>
      </p>
    </template>
  </div>
</template>

<style scoped>
.cut {
  position: relative;
  overflow-x: auto;
}

.water {
  fill: var(--water-wash);
}

.pipe path {
  fill: var(--ink);
}

.part .inside {
  fill: var(--water-wash);
  stroke: none;
}

.part path {
  fill: var(--earth-far);
  stroke: var(--ink);
}

.valve path {
  fill: var(--earth);
  stroke: var(--ink);
}

.rubber path {
  fill: var(--muted);
  stroke: var(--ink);
}

.thing path {
  fill: var(--earth);
  stroke: var(--ink);
}

.wall path {
  stroke: var(--ink);
}

.valve .handle {
  fill: none;
  stroke: var(--brick);
  stroke-width: 5;
}

.part .branch {
  fill: var(--earth-far);
}

.teeth {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}

.pipe + .teeth {
  stroke: var(--sheet);
}

.flange {
  fill: var(--earth-far);
  stroke: var(--ink);
}

.clamp {
  fill: var(--sheet);
  stroke: var(--ink);
}

.axis {
  stroke: var(--water);
  stroke-dasharray: 8 4 2 4;
}

.arrow {
  fill: none;
  stroke: var(--water-ink);
  stroke-width: 1.5;
}

.name {
  font-size: 13px;
  font-weight: 700;
  fill: var(--ink);
}

.met {
  position: absolute;
  margin: 0;
  transform: translateX(-50%);
  font-size: var(--text-s);
  white-space: nowrap;
}
</style>
