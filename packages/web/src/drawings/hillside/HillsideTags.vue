<script setup lang="ts">
// Names over the hillside: tanks, the source, where water comes out.
import { computed } from 'vue';
import type { Severity } from '@vernal-slope/plan/findings';
import type { FigureKey } from '@vernal-slope/display/sentences';
import DropGlyph from '../../shell/DropGlyph.vue';
import { isStore, type NodeKind } from '@vernal-slope/plan/kinds';

interface VesselTag {
  readonly id: string;
  readonly name: string;
  readonly holds: string;
  readonly node: { readonly kind: NodeKind };
  readonly box: { readonly left: number; readonly width: number; readonly top: number };
}
interface TubeTag {
  readonly id: string;
  readonly name: string;
  readonly pressure: string;
  readonly px: number;
  readonly flowing: boolean;
}
const props = defineProps<{
  vessels: readonly VesselTag[];
  source: { name: string; x: number; y: number; flow: string } | null;
  labels: readonly TubeTag[];
  /** The worst that is found at a place. */
  levelOf: (id: string) => Severity;
  chosen: string;
  narrow: boolean;
  width: number;
}>();
const emit = defineEmits<{ choose: [id: string]; open: [key: FigureKey] }>();

/** The name of the line stands in the middle above the drawing; tags there go below it. */
const underHeading = (left: number): boolean => !props.narrow && left > 0.2 * props.width && left < 0.66 * props.width;
const inside = (px: number): boolean => px >= 0 && px <= props.width;
const tanks = computed(() => props.vessels.filter((v) => isStore(v.node) && inside(v.box.left + v.box.width / 2)));
const tankAt = (v: VesselTag): { left: number; top: number } => ({
  left: v.box.left + v.box.width + 6,
  top: v.box.top - (props.narrow ? 22 : 40),
});
/** Height of a name with its figure, and width of a letter of it, px. */
const TAG_HEIGHT = 38;
const LETTER = 7.6;
/** The name of the source goes above that of a tank that stands close by. */
const sourceTag = computed(() => {
  const { source } = props;
  if (!source || !inside(source.x)) return null;
  const left = Math.max(10, source.x - 90);
  const top = source.y - (props.narrow ? 40 : 58);
  const width = LETTER * Math.max(source.name.length, props.narrow ? 0 : `gives ${source.flow}`.length);
  const near = tanks.value.map(tankAt).filter((t) => t.left < left + width && t.left > left - 60);
  const over = near.filter((t) => Math.abs(t.top - top) < TAG_HEIGHT).map((t) => t.top - TAG_HEIGHT);
  return { ...source, left, top: Math.max(2, Math.min(top, ...over)) };
});
/** Taps along the way: only the chosen one has its pressure written where there are many. */
const tubes = computed(() => {
  const seen = props.labels.filter((t) => inside(t.px));
  const kept: (TubeTag & { left: number })[] = [];
  const chosenLast = [...seen].sort((a, b) => Number(b.id === props.chosen) - Number(a.id === props.chosen));
  for (const t of chosenLast) {
    const left = Math.max(60, Math.min(t.px, props.width - (t.name.length > 16 ? 108 : 70)));
    if (kept.every((k) => Math.abs(k.left - left) > 116)) kept.push({ ...t, left });
  }
  return kept;
});
</script>

<template>
  <span v-for="v in tanks" :key="v.id" class="tag" :style="{ left: `${tankAt(v).left}px`, top: `${tankAt(v).top}px` }">
    <strong>{{ v.name }}</strong><template v-if="!narrow"
      ><br /><span class="figure">{{ v.holds }}</span></template
    >
  </span>
  <span v-if="sourceTag" class="tag" :style="{ left: `${sourceTag.left}px`, top: `${sourceTag.top}px` }">
    <strong>{{ sourceTag.name }}</strong><template v-if="!narrow"
      ><br /><span class="earth">gives </span><span class="figure">{{ sourceTag.flow }}</span></template
    >
  </span>
  <span
    v-for="t in tubes"
    :key="t.id"
    class="tag outlet"
    :class="{ chosen: t.id === chosen }"
    :style="{ left: `${t.left}px`, top: `${underHeading(t.left) ? 54 : 8}px` }"
  >
    <button type="button" class="name" :title="t.name" @click.stop="emit('choose', t.id)">{{ t.name }}</button>
    <span class="value"
      ><DropGlyph :level="levelOf(t.id)" /><button
        v-if="t.flowing"
        type="button"
        class="figure"
        title="Show the working"
        @click.stop="emit('open', { of: 'pressure', id: t.id })"
      >
        {{ t.pressure }}</button
      ><span v-else>no flow</span></span
    >
  </span>
</template>

<style scoped>
.tag {
  position: absolute;
  line-height: 1.25;
  font-size: var(--text-s);
  white-space: nowrap;
  pointer-events: none;
  text-shadow:
    0 0 3px var(--paper),
    0 0 3px var(--paper);
}

.tag strong {
  display: inline-block;
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  vertical-align: bottom;
  font-size: var(--text-m);
}

.tag .earth {
  color: var(--earth-ink);
}

.tag.outlet {
  transform: translateX(-50%);
  text-align: center;
  pointer-events: auto;
  padding: 4px 8px;
  border-radius: var(--radius);
  text-shadow: none;
}

.tag.outlet.chosen {
  background: var(--water-wash);
}

.tag .name {
  display: block;
  max-width: 190px;
  margin: 0 auto;
  padding: 0;
  border: 0;
  background: none;
  overflow: hidden;
  text-overflow: ellipsis;
  font-weight: 700;
  font-size: var(--text-m);
  cursor: pointer;
}

@media (pointer: coarse) {
  /* what a finger can hit, within what the eye sees */
  .tag .name {
    margin-top: -12px;
    padding: 14px 8px 6px;
    line-height: 24px;
  }
}

.tag .value {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-size: var(--text-m);
}
</style>
