<script setup lang="ts">
// Beside the hillside: closer, further, the whole; how much heights are stretched; the drawing as a picture.
import { ImageDown } from '@lucide/vue';
import { NDropdown } from 'naive-ui';
import { ref } from 'vue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { Stretch } from './useHillView.ts';
import { downloadBlob, fileNameOf } from '../../session/files.ts';
import ZoomButtons from '../ZoomButtons.vue';
import ChoiceField from '../../fields/ChoiceField.vue';

const stretch = defineModel<Stretch>('stretch', { required: true });
const props = defineProps<{ zoomed: number; moved: boolean; holder: HTMLElement | null; plan: Plan; title: string }>();
const emit = defineEmits<{ in: []; out: []; whole: [] }>();
const STRETCHES: readonly { value: Stretch; label: string }[] = [
  { value: 'fit', label: 'fill the drawing' },
  { value: 1, label: 'heights true' },
  { value: 2, label: 'heights 2 times' },
  { value: 5, label: 'heights 5 times' },
  { value: 10, label: 'heights 10 times' },
];
const trouble = ref('');
async function save(kind: string): Promise<void> {
  const svg = props.holder?.querySelector<SVGSVGElement>('svg[data-test=hillside]');
  if (!props.holder || !svg) return;
  trouble.value = '';
  const { pngOf, svgText } = await import('../saveas.ts');
  const text = svgText(props.holder, svg, `${props.plan.title}: ${props.title}`);
  const name = fileNameOf(props.plan, kind);
  if (kind === 'svg') {
    downloadBlob(new Blob([text], { type: 'image/svg+xml' }), name);
    return;
  }
  try {
    const size = svg.getBoundingClientRect();
    downloadBlob(await pngOf(text, Math.round(size.width), Math.round(size.height)), name);
  } catch {
    trouble.value = 'The picture could not be drawn. The SVG has the same drawing.';
  }
}
const KINDS = [
  { key: 'svg', label: 'Save the drawing as SVG' },
  { key: 'png', label: 'Save the drawing as PNG' },
];
</script>

<template>
  <div class="tools no-print no-picture" role="toolbar" aria-label="View of the hillside" @dblclick.stop @click.stop>
    <ChoiceField
      fit
      :value="stretch"
      :options="STRETCHES"
      label="How much heights are stretched"
      data-test="stretch"
      @update:value="(s) => (stretch = s)"
      @keydown.stop
    />
    <ZoomButtons
      :zoomed="zoomed"
      :moved="moved"
      whole="The whole slope"
      @in="emit('in')"
      @out="emit('out')"
      @whole="emit('whole')"
    />
    <NDropdown trigger="click" :options="KINDS" placement="bottom-end" @select="save">
      <button
        type="button"
        class="tool"
        title="Save the drawing"
        aria-label="Save the drawing"
        data-test="save-drawing"
      >
        <ImageDown :size="17" aria-hidden="true" />
      </button>
    </NDropdown>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.tools {
  position: relative;
  display: flex;
  gap: 2px;
}

p {
  position: absolute;
  right: 0;
  bottom: 32px;
  padding: 2px 8px;
  background: var(--amber-wash);
  white-space: nowrap;
}

@media (max-width: 700px) {
  .tools .one-of {
    display: none;
  }
}
</style>
