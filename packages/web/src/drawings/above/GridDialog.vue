<script setup lang="ts">
// The elevation grid of the plan's ground: brought in, kept with the plan, or let go.
import { computed, ref, shallowRef } from 'vue';
import { METHODS } from '@vernal-slope/core/survey';
import { layoutOf } from '@vernal-slope/plan/positions';
import type { Plan } from '@vernal-slope/plan/schema';
import { showText } from '@vernal-slope/display/quantities';
import { marginBox } from './view.ts';
import { useSettings } from '../../display/settings.ts';
import { originOf, useTerrain } from '../../session/terrain.ts';
import type { GridInfo } from '../../workers/terrain.ts';
import GridFields from './GridFields.vue';
import PlainDialog from '../../shell/PlainDialog.vue';
import { quoted } from '@vernal-slope/display/quoted';

const show = defineModel<boolean>('show', { required: true });
const props = defineProps<{ plan: Plan }>();
const terrain = useTerrain();
const settings = useSettings();
const info = shallowRef<GridInfo | null>(null);
const trouble = ref('');
const around = computed(() => marginBox(layoutOf(props.plan)));

async function keep(): Promise<void> {
  const wrong = await terrain.keep(around.value, originOf(props.plan));
  if (wrong) trouble.value = `Not kept: ${wrong}.`;
  else show.value = false;
}
async function forget(): Promise<void> {
  const wrong = await terrain.forget();
  if (wrong) trouble.value = `It is still kept: ${wrong}.`;
}
</script>

<template>
  <PlainDialog v-model:show="show" title="The ground’s elevation grid" :width="620">
    <p v-if="terrain.kept" data-test="grid-kept">
      A grid of {{ terrain.kept.columns }} by {{ terrain.kept.rows }} heights is kept with this plan, from
      {{ showText(terrain.kept.lowest, 'height', settings.units) }} to
      {{ showText(terrain.kept.highest, 'height', settings.units) }}.
      <button type="button" class="plain-button edged" data-test="forget-grid" @click="forget">Let it go</button>
    </p>
    <p v-else class="muted">
      None is kept yet. Surveys and mapping offices give such grids of the ground, one height every metre to thirty. The
      part round the plan is kept, for contours and for heights along lines that have positions.
    </p>
    <GridFields v-model="info" :origin="originOf(plan)" :around="around" />
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <p class="small muted">
      Heights read off a grid: ± {{ showText(METHODS.grid.setting, 'rise', settings.units) }} each ({{
        quoted(METHODS.grid.source, settings.units)
      }}). A level is far better before a pipe is bought.
    </p>
    <button type="button" class="plain-button main" data-test="keep-grid" :disabled="!info?.box" @click="keep">
      Keep it with the plan
    </button>
  </PlainDialog>
</template>

<style scoped>
.wrong {
  color: var(--brick-ink);
}

p {
  margin: 8px 0;
}
</style>
