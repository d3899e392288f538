<script setup lang="ts">
// Tests of the water itself: what was tested when, what came out, when it is due again.
import { Trash2 } from '@lucide/vue';
import { computed, reactive } from 'vue';
import { DUE_MONTHS, drinkingCautions, qualityOf } from '@vernal-slope/plan/budget';
import { changeNode, recordQuality, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, QualityTest, SourceNode } from '@vernal-slope/plan/schema';
import { todayNumber, todayText } from '../../session/useBudget.ts';
import { nameIn } from '@vernal-slope/display/names';
import { dateText } from '@vernal-slope/display/dates';
import DropGlyph from '../../shell/DropGlyph.vue';
import { useEdits } from '../../session/planpage.ts';
import DateField from '../../fields/DateField.vue';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { isSource } from '@vernal-slope/plan/kinds';

const props = defineProps<{ plan: Plan; source: SourceNode; edit: (command: Command) => readonly Fault[] }>();
const { perform } = useEdits();
const state = computed(() => qualityOf(props.source, todayNumber()));
const reaches = computed(() =>
  drinkingCautions(props.plan, todayNumber())
    .filter((c) => c.source.id === props.source.id)
    .map((c) => nameIn(props.plan, c.outlet.id)),
);
const draft = reactive<{ date: string; verdict: QualityTest['verdict']; tested: string }>({
  date: todayText(),
  verdict: 'meets',
  tested: 'E. coli, coliforms',
});
function record(): void {
  perform(
    recordQuality(props.source.id, {
      date: draft.date || todayText(),
      verdict: draft.verdict,
      tested: draft.tested,
      dueMonths: DUE_MONTHS,
    }),
  );
}
const remove = (k: number): boolean =>
  perform(changeNode(props.source.id, isSource, 'water test taken out', (s) => void s.quality?.splice(k, 1)));
const WORDS = { untested: 'Untested', meets: 'Met its test', fails: 'Failed its test', due: 'Test due again' } as const;
const LEVEL = { untested: 'warning', meets: 'ok', fails: 'error', due: 'warning' } as const;
</script>

<template>
  <section aria-labelledby="quality-title">
    <h3 id="quality-title">Water to drink</h3>
    <p data-test="quality-state">
      <DropGlyph :level="LEVEL[state]" /> <strong>{{ WORDS[state] }}.</strong>
      <template v-if="reaches.length > 0"> It reaches {{ reaches.join(', ') }}, where people drink.</template>
      <template v-else-if="state === 'untested'"> No outlet that people drink from hangs on it.</template>
    </p>
    <p class="small muted">
      E. coli or coliforms; where the local rock asks for it arsenic, copper and the like. A laboratory’s bottle and its
      instructions, not a taste. What the law asks to be reported is reported.
    </p>
    <table v-if="source.quality?.length">
      <tbody>
        <tr v-for="(q, k) in source.quality" :key="k">
          <td>{{ dateText(q.date) }}</td>
          <td>{{ q.tested }}</td>
          <td>{{ q.verdict === 'meets' ? 'met' : 'failed' }}</td>
          <td class="muted">due after {{ q.dueMonths ?? DUE_MONTHS }} months</td>
          <td>
            <button type="button" class="plain-button" aria-label="Take this water test out" @click="remove(k)">
              <Trash2 :size="18" aria-hidden="true" />
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form @submit.prevent="record">
      <label
        >Date <DateField v-model:value="draft.date" label="Date of the test" required data-test="quality-date"
      /></label>
      <label>Tested for <TextField v-model:value="draft.tested" label="Tested for" :longest="500" /></label>
      <span class="verdict"
        ><ChoiceField
          v-model:value="draft.verdict"
          :options="[
            { value: 'meets', label: 'met the standard' },
            { value: 'fails', label: 'failed' },
          ]"
          label="What came out"
      /></span>
      <button type="submit" class="plain-button edged" data-test="record-quality">Record the test</button>
    </form>
  </section>
</template>

<style scoped>
section {
  margin-top: 20px;
}

form {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}

label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}

.verdict {
  width: 180px;
}

table {
  width: 100%;
  margin-top: 6px;
  border-collapse: collapse;
}

td {
  padding: 2px 8px 2px 0;
  border-top: var(--line-hair) solid var(--rule);
}
</style>
