<script setup lang="ts">
// Rows of a sheet pasted into the walk: a preview of what each was taken for, nothing taken until it is said.
import { computed, ref } from 'vue';
import type { PastedRow } from '@vernal-slope/plan/edit';
import { readWalkRows } from '@vernal-slope/plan/formats';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import PlainDialog from '../../shell/PlainDialog.vue';
import TextField from '../../fields/TextField.vue';

const show = defineModel<boolean>('show', { required: true });
const emit = defineEmits<{ keep: [rows: PastedRow[]] }>();
const settings = useSettings();
/** Rows that are shown as they were read. */
const SHOWN = 3;
const text = ref('');
const read = computed(() => (text.value.trim() === '' ? null : readWalkRows(text.value, settings.units)));
function keep(): void {
  if (!read.value || read.value.rows.length === 0 || read.value.faults.length > 0) return;
  emit('keep', [...read.value.rows]);
  text.value = '';
  show.value = false;
}
</script>

<template>
  <PlainDialog v-model:show="show" title="Paste legs from a sheet" :width="620">
    <p class="muted">
      A row a leg: length, rise (a fall with a minus), and if you like depth and remarks; parted by tabs, semicolons or
      commas. A first row of headings may name the columns and their units. Figures without a unit are in
      {{ settings.units === 'metric' ? 'metres' : 'feet' }}.
    </p>
    <TextField v-model:value="text" :rows="8" label="Rows of legs" data-test="paste-text" />
    <template v-if="read">
      <p v-if="read.rows.length > 0" data-test="paste-preview">
        {{ read.rows.length }} legs,
        {{
          showText(
            read.rows.reduce((sum, r) => sum + r.lengthM, 0),
            'distance',
            settings.units,
          )
        }}
        in all,
        {{ read.rows.reduce((sum, r) => sum + r.riseM, 0) >= 0 ? 'rising' : 'falling' }}
        {{ showText(Math.abs(read.rows.reduce((sum, r) => sum + r.riseM, 0)), 'rise', settings.units) }}. Read as
        {{ read.columns.join(', ') }}.
      </p>
      <p v-if="read.rows.length > 0" class="small muted" data-test="paste-first">
        First rows:
        <template v-for="(r, k) in read.rows.slice(0, SHOWN)" :key="k"
          ><template v-if="k > 0">; </template
          ><span class="figure">{{ showText(r.lengthM, 'distance', settings.units) }}</span> long,
          {{ r.riseM >= 0 ? 'up' : 'down' }}
          <span class="figure">{{ showText(Math.abs(r.riseM), 'rise', settings.units) }}</span><template v-if="r.remark"
            >, {{ r.remark }}</template
          ></template
        >.
      </p>
      <ul v-if="read.faults.length > 0" class="wrong">
        <li v-for="f in read.faults.slice(0, 8)" :key="`${f.row}${f.message}`">Row {{ f.row }}: {{ f.message }}.</li>
      </ul>
    </template>
    <button
      type="button"
      class="plain-button main"
      data-test="keep-paste"
      :disabled="!read || read.rows.length === 0 || read.faults.length > 0"
      @click="keep"
    >
      Put them in
    </button>
  </PlainDialog>
</template>

<style scoped>
.wrong {
  color: var(--brick-ink);
  padding-left: 20px;
}
</style>
