<script setup lang="ts">
// Any two ends: what joins them, with the schools that the plan follows.
import { computed, ref } from 'vue';
import { ALL_ENDS, chainsBetween, end, endKey, endWords, SYSTEMS, type End } from '@vernal-slope/core/parts';
import { changePlan } from '@vernal-slope/plan/edit';
import { inTrade, threadsOf } from '@vernal-slope/plan/parts';
import { showText } from '@vernal-slope/display/quantities';
import { planField } from '@vernal-slope/display/planfields';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PartsAnswer } from '../../workers/parts.ts';
import JointDrawing from './JointDrawing.vue';
import { chainWords } from './jointwords.ts';

const props = defineProps<{ answer: PartsAnswer }>();
const settings = useSettings();
const { perform } = useEdits();
const plan = computed(() => props.answer.plan);
const m = planField('boreMm').toSI;
const ends = ALL_ENDS.filter((e) => e.system !== 'hole' || e.gender === 'female');
const options = ends
  .map((e) => ({ value: endKey(e), label: `${SYSTEMS[e.system].name}: ${endWords(e)}` }))
  .sort((a, b) => (a.label < b.label ? -1 : 1));
const byKey = new Map(ends.map((e): [string, End] => [endKey(e), e]));
const from = ref(endKey(end('sleeve', '3', 'none')));
const to = ref(endKey(end('insert', '1', 'female')));
const found = computed(() => {
  const [a, b] = [byKey.get(from.value), byKey.get(to.value)];
  if (!a || !b) return [];
  const prices = new Map(plan.value.prices?.parts?.map((p) => [p.part, p.each]));
  return chainsBetween(a, b, { price: (id) => prices.get(id), may: inTrade(threadsOf(plan.value), [a, b]), most: 3 });
});
const THREADS = [
  { value: 'npt', label: 'tapered inch threads (ASME B1.20.1)' },
  { value: 'iso7', label: 'R and G threads (ISO 7, ISO 228)' },
] as const;
const SOCKETS = [
  { value: 'cemented', label: 'cemented' },
  { value: 'dry', label: 'pushed together dry: seasonal, low-pressure garden runs' },
] as const;
const setThreads = (threads: 'npt' | 'iso7'): void =>
  void perform(changePlan('threads of the trade', (p) => void ((p.settings ??= {}).threads = threads)));
const setSockets = (sockets: 'cemented' | 'dry'): void =>
  void perform(changePlan('school of sockets', (p) => void ((p.settings ??= {}).sockets = sockets)));
</script>

<template>
  <section class="sheet any" aria-labelledby="any-title">
    <h2 id="any-title">Any two ends</h2>
    <p class="entries">
      <ChoiceField v-model:value="from" fit :options="options" label="From the end" data-test="any-from" />
      <span>to</span>
      <ChoiceField v-model:value="to" fit :options="options" label="To the end" data-test="any-to" />
    </p>
    <p v-if="found.length === 0" data-test="any-none">No chain of the catalogue joins these two.</p>
    <ul v-else data-test="any-chains">
      <li v-for="(c, k) in found" :key="k">
        <strong>{{ chainWords(c) }}</strong><span v-if="Number.isFinite(c.boreMm)" class="muted"
          >; keeps {{ showText(m(c.boreMm), 'bore', settings.units) }}</span
        >
      </li>
    </ul>
    <JointDrawing
      v-if="found[0] && found[0].links.length > 0"
      :chain="found[0]"
      :names="[endWords(found[0].from), endWords(found[0].to)]"
      :title="chainWords(found[0])"
    />
    <p class="schools">
      <label
        >Threads there
        <ChoiceField
          fit
          :value="threadsOf(plan)"
          :options="THREADS"
          label="Threads of the trade"
          data-test="threads"
          @update:value="setThreads"
      /></label>
      <label
        >Sockets
        <ChoiceField
          fit
          :value="plan.settings?.sockets ?? 'cemented'"
          :options="SOCKETS"
          label="How sockets are joined"
          data-test="sockets"
          @update:value="setSockets"
      /></label>
    </p>
  </section>
</template>

<style scoped>
.any {
  padding: 8px 16px 12px;
}

.entries,
.schools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.entries > *,
.schools label {
  max-width: 100%;
}

.schools label {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

ul {
  margin: 6px 0;
  padding-left: 18px;
}
</style>
