<script setup lang="ts">
// Names of the places at the ends of lines behind: each leads to its own way.
import { computed } from 'vue';
import type { Severity } from '@vernal-slope/plan/findings';
import { placeLabels } from './labels.ts';
import DropGlyph from '../../shell/DropGlyph.vue';

interface FarTag {
  readonly id: string;
  readonly name: string;
  readonly x: number;
  readonly y: number;
}

const props = defineProps<{
  places: readonly FarTag[];
  /** The worst that is found at a place. */
  levelOf: (id: string) => Severity;
  width: number;
  height: number;
  /** Where other names stand: kept clear, px. */
  keep?: readonly { readonly left: number; readonly right: number; readonly y: number }[];
}>();
const emit = defineEmits<{ choose: [id: string] }>();

/** px */
const PHONE = 700;
const NAMES_ON_A_PHONE = 3;
const GLYPH = 28;
const inside = (px: number): boolean => px >= 0 && px <= props.width;
/** Points along the other names, as near as marks are kept clear. */
const kept = computed(() =>
  (props.keep ?? []).flatMap((k) =>
    Array.from({ length: Math.max(1, Math.ceil((k.right - k.left) / 12)) }, (_, i) => ({ x: k.left + 12 * i, y: k.y })),
  ),
);
/** Places at the ends of lines behind, apart from each other where they would touch. */
const far = computed(() => {
  const seen = props.places.filter((e) => inside(e.x));
  // on a phone many names would hide the slope: their drops alone lead there
  const tight = props.width < PHONE && seen.length > NAMES_ON_A_PHONE;
  const width = (name: string): number => (tight ? GLYPH : Math.min(150, 42 + 7 * name.length));
  const placed = placeLabels(
    seen.map((e) => ({ id: e.id, x: e.x, y: e.y - 26, width: width(e.name) })),
    // above the distances
    { width: props.width, height: props.height - 34 },
    kept.value,
  );
  return placed.flatMap((p) => {
    const tag = seen.find((e) => e.id === p.id);
    return tag ? [{ ...tag, ...p, small: tight || p.small }] : [];
  });
});
</script>

<template>
  <span
    v-for="e in far"
    :key="`behind-${e.id}`"
    class="far"
    :style="{ left: `${e.left.toFixed(1)}px`, top: `${e.top.toFixed(1)}px` }"
  >
    <button
      type="button"
      :title="`Show the way to ${e.name}`"
      :aria-label="`Show the way to ${e.name}`"
      :data-behind="e.id"
      @click.stop="emit('choose', e.id)"
    >
      <DropGlyph :level="levelOf(e.id)" :size="13" /><template v-if="!e.small">{{ e.name }}</template>
    </button>
  </span>
</template>

<style scoped>
.far {
  /* around its middle without a transform, which would be painted on its own */
  position: absolute;
  display: flex;
  justify-content: center;
  width: 0;
  line-height: 1.25;
  font-size: var(--text-s);
  white-space: nowrap;
}

/* nothing is judged while a place is dragged */
.sliding .far :deep(.drop) {
  visibility: hidden;
}

button {
  display: inline-flex;
  flex: none;
  align-items: center;
  gap: 4px;
  max-width: 150px;
  min-height: 24px;
  padding: 0 8px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
  font-size: var(--text-s);
  overflow: hidden;
  text-overflow: ellipsis;
  cursor: pointer;
}

/* a finger needs more room than the name shows */
@media (pointer: coarse) {
  button {
    position: relative;
    overflow: visible;
  }

  button::after {
    position: absolute;
    inset: -10px -6px;
    content: '';
  }
}
</style>
