<script setup lang="ts">
// The stand to scale, front and side, with its measures and a person beside it.
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import type { StandDesign } from '@vernal-slope/core/stand';
import { showText, tapeText } from '@vernal-slope/display/quantities';
import { elevation, PERSON_HEIGHT, type Box, type Elevation, type Measure } from '@vernal-slope/book/drawing';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ design: StandDesign; level: number; name: string }>();
const settings = useSettings();
const holder = ref<HTMLElement | null>(null);
const { width } = useElementSize(holder);
const w = computed(() => Math.max(300, width.value));

/** Room for measures, px. */
const PAD = { left: 12, right: 8, top: 14, bottom: 62 };
/** Room right of each elevation for its upright measures, and the person's stand, px and m. */
const SIDE = 128;
const PERSON_ROOM = 0.85;
const MOST_HIGH = 430;

const front = computed(() => elevation(props.design, 'front', props.level));
const side = computed(() => elevation(props.design, 'side', props.level));
const spanOf = (e: Elevation): number => e.right - e.left;
const top = computed(() => Math.max(front.value.top, PERSON_HEIGHT));
const metres = computed(() => top.value - front.value.bottom);
/** Side by side where there is room, else one under the other. */
const stacked = computed(() => w.value < 560);
const blocks = computed(() =>
  stacked.value
    ? [[{ key: 'front', e: front.value }], [{ key: 'side', e: side.value }]]
    : [
        [
          { key: 'front', e: front.value },
          { key: 'side', e: side.value },
        ],
      ],
);
const acrossOf = (block: readonly { e: Elevation }[]): number =>
  PERSON_ROOM + block.reduce((sum, v) => sum + spanOf(v.e), 0);
/** One scale for all, px a metre: as large as the room gives. */
const scale = computed(() =>
  Math.min(
    ...blocks.value.map((b) => (w.value - PAD.left - PAD.right - b.length * SIDE) / acrossOf(b)),
    (MOST_HIGH - PAD.top - PAD.bottom) / metres.value,
  ),
);
const height = computed(() => PAD.top + PAD.bottom + metres.value * scale.value);
const y = (m: number): number => PAD.top + (top.value - m) * scale.value;
/** Each drawing with where its elevations and its person stand, px from the left. */
const drawn = computed(() =>
  blocks.value.map((block) => {
    const used = acrossOf(block) * scale.value + block.length * SIDE + PAD.left + PAD.right;
    let x = Math.max(0, (w.value - used) / 2) + PAD.left;
    const person = x + 0.3 * scale.value;
    x += PERSON_ROOM * scale.value;
    const views = block.map((v) => {
      const x0 = x - v.e.left * scale.value;
      x += spanOf(v.e) * scale.value + SIDE;
      return { ...v, x0, lines: v.e.measures.map((m) => measureLine(m, x0, v.e.right)) };
    });
    return { key: block[0].key, views, person: personAt(person) };
  }),
);
const rect = (b: Box, x0: number): { x: number; y: number; width: number; height: number } => ({
  x: x0 + b.x * scale.value,
  y: y(b.y + b.h),
  width: Math.max(1, b.w * scale.value),
  height: Math.max(1, b.h * scale.value),
});
interface Line {
  readonly key: string;
  readonly d: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly along: 'x' | 'y';
}
/** A measure as its line with two ticks, and its words. */
function measureLine(m: Measure, x0: number, right: number): Line {
  const text = tapeText(m.value, settings.units);
  if (m.along === 'x') {
    const [a, b] = [x0 + m.x1 * scale.value, x0 + m.x2 * scale.value];
    const at = y(front.value.bottom) + 22 + m.row * 20;
    return {
      key: m.key,
      text,
      along: 'x',
      x: (a + b) / 2,
      y: at - 3,
      d: `M${a} ${at - 4}v8M${a} ${at}H${b}M${b} ${at - 4}v8`,
    };
  }
  const [a, b] = [y(m.y1), y(m.y2)];
  const at = x0 + right * scale.value + 10 + m.row * 64;
  return {
    key: m.key,
    text,
    along: 'y',
    x: at + 5,
    y: (a + b) / 2,
    d: `M${at - 4} ${a}h8M${at} ${a}V${b}M${at - 4} ${b}h8`,
  };
}
/** Head, body and legs of a person at scale, standing on the ground. */
function personAt(x: number): {
  head: { cx: number; cy: number; r: number };
  body: string;
  label: { x: number; y: number };
  width: number;
} {
  const s = (scale.value * PERSON_HEIGHT) / 7.5;
  const g = y(0);
  return {
    head: { cx: x, cy: g - 6.95 * s, r: 0.55 * s },
    body: `M${x} ${g - 6.3 * s}V${g - 3.6 * s}M${x} ${g - 3.6 * s}L${x - 0.55 * s} ${g}M${x} ${g - 3.6 * s}L${x + 0.55 * s} ${g}M${x - 1.1 * s} ${g - 3.9 * s}L${x} ${g - 5.9 * s}L${x + 1.1 * s} ${g - 3.9 * s}`,
    label: { x, y: g - 7.8 * s },
    width: Math.max(2, 0.5 * s),
  };
}
const ground = computed(() => y(0));
const frost = computed(() => (props.design.frost > 0 ? y(-props.design.frost) : null));
const words = computed(
  () =>
    `${props.name}, front and side to scale: platform ${showText(props.design.height, 'height', settings.units)} above the ground, ${showText(props.design.platform.front, 'height', settings.units)} by ${showText(props.design.platform.side, 'height', settings.units)}, ${front.value.boxes.filter((b) => b.of === 'post').length} posts at the front and ${side.value.boxes.filter((b) => b.of === 'post').length} at the side, ${props.design.braces.front || props.design.braces.side ? 'braced' : 'without braces'}; a person of ${showText(PERSON_HEIGHT, 'height', settings.units)} stands beside it.`,
);
</script>

<template>
  <figure ref="holder">
    <svg
      v-for="d in drawn"
      :key="d.key"
      :width="w"
      :height="height"
      role="img"
      :aria-label="words"
      :data-test="d.key === 'front' ? 'stand-drawing' : 'stand-drawing-side'"
    >
      <rect x="0" :y="ground" :width="w" :height="height - ground - PAD.bottom + 6" class="earth" />
      <g v-for="v in d.views" :key="v.key" :data-view="v.key">
        <line
          v-for="(s, k) in v.e.strokes"
          :key="`b${k}`"
          :x1="v.x0 + s.x1 * scale"
          :x2="v.x0 + s.x2 * scale"
          :y1="y(s.y1)"
          :y2="y(s.y2)"
          :stroke-width="Math.max(1.5, s.w * scale * 0.7)"
          class="brace"
        />
        <rect v-for="(b, k) in v.e.boxes" :key="k" v-bind="rect(b, v.x0)" :class="b.of" />
        <text :x="v.x0" :y="height - 3" text-anchor="middle" class="view">{{ v.key }}</text>
      </g>
      <line x1="0" :x2="w" :y1="ground" :y2="ground" class="ground" />
      <template v-if="frost !== null">
        <line x1="0" :x2="w" :y1="frost" :y2="frost" class="frost" />
        <text x="4" :y="frost - 3" class="frost-word">frost to here</text>
      </template>
      <g class="person">
        <circle v-bind="d.person.head" />
        <path :d="d.person.body" :stroke-width="d.person.width" />
        <text :x="d.person.label.x" :y="d.person.label.y" text-anchor="middle">
          {{ tapeText(PERSON_HEIGHT, settings.units) }}
        </text>
      </g>
      <template v-for="v in d.views" :key="`${v.key}-measures`">
        <g v-for="l in v.lines" :key="l.key" class="measure" :data-measure="`${v.key}-${l.key}`">
          <path :d="l.d" />
          <text
            :x="l.x"
            :y="l.y"
            :text-anchor="l.along === 'x' ? 'middle' : 'start'"
            :dy="l.along === 'y' ? '0.35em' : 0"
          >
            {{ l.text }}
          </text>
        </g>
      </template>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

svg {
  display: block;
}

.earth {
  fill: var(--earth-wash);
}

.ground {
  stroke: var(--moss);
  stroke-width: 2;
}

.frost {
  stroke: var(--water);
  stroke-dasharray: 5 4;
}

.frost-word {
  fill: var(--water-ink);
}

.post,
.girt,
.beam,
.joist,
.deck {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1;
}

.post {
  fill: var(--earth);
}

.beam,
.girt {
  fill: color-mix(in srgb, var(--earth) 70%, var(--sheet));
}

.joist {
  fill: color-mix(in srgb, var(--earth) 40%, var(--sheet));
}

.brace {
  stroke: color-mix(in srgb, var(--earth) 80%, var(--ink));
}

.footing,
.pier {
  fill: color-mix(in srgb, var(--muted) 45%, var(--sheet));
  stroke: var(--muted);
}

.short {
  fill: none;
  stroke: var(--brick);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}

.tank {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.water {
  fill: var(--water);
  fill-opacity: 0.35;
}

.person circle {
  fill: var(--muted);
}

.person path {
  fill: none;
  stroke: var(--muted);
  stroke-linecap: round;
}

.measure path {
  fill: none;
  stroke: var(--muted);
}

text {
  fill: var(--ink);
  font-size: var(--text-s);
}

.measure text {
  font-family: var(--font-figure);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}

.person text,
.view {
  fill: var(--muted);
}
</style>
