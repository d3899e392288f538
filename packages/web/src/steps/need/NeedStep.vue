<script setup lang="ts">
// The Need step: animals, people and gardens, each with where its figure comes from; against what the sources give.
import { Plus } from '@lucide/vue';
import { computed, ref } from 'vue';
import { hoursOf, type PlanBalance } from '@vernal-slope/plan/budget';
import { type NeedRow } from '@vernal-slope/plan/year';
import { addGarden, addHerd, addPeople, gardenAt, herdAt, herdPlace, peopleAt } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { MONTHS } from '@vernal-slope/display/dates';
import { showEntered } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import { useEdits } from '../../session/planpage.ts';
import { bucketFor } from './buckets.ts';
import GardenLine from './GardenLine.vue';
import GrownLine from './GrownLine.vue';
import HerdLine from './HerdLine.vue';
import NeedFacts from './NeedFacts.vue';
import NeedSums from './NeedSums.vue';
import PeopleLine from './PeopleLine.vue';
import LaterPart from '../../shell/LaterPart.vue';

const props = defineProps<{ plan: Plan; balance: PlanBalance }>();
const { perform } = useEdits();
const place = computed(() => herdPlace(props.plan));
const settings = useSettings();
/** What is there, then what might come too. */
const rows = computed(() => [...props.balance.needs.rows, ...props.balance.needs.wished]);
/** The month whose day is drawn: the one picked, else the tightest. */
const picked = ref<number>();
const month = computed(() => picked.value ?? props.balance.tightest);
/** One size of bucket for every drawing of the day. */
const bucket = computed(() => {
  const { needs } = props.balance;
  const all = hoursOf({ ...props.balance, needs: { ...needs, rows: rows.value } }, month.value);
  return bucketFor(Math.max(...all.needed, 0), settings.units);
});
const view = computed(() => ({
  plan: props.plan,
  month: month.value,
  bucket: bucket.value,
  pick: (m: number) => void (picked.value = m),
}));
const herdOf = (row: NeedRow) => herdAt(props.plan, row.at);
const peopleOf = (row: NeedRow) => peopleAt(props.plan, row.at);
const gardenOf = (row: NeedRow) => gardenAt(props.plan, row.at);
</script>

<template>
  <section class="sheet step" aria-labelledby="need-title">
    <header>
      <h2 id="need-title">Need</h2>
      <span class="actions">
        <button type="button" class="plain-button" :disabled="!place" @click="place && perform(addHerd(place.id))">
          <Plus :size="18" aria-hidden="true" />A herd
        </button>
        <button type="button" class="plain-button" data-test="add-people" @click="perform(addPeople())">
          <Plus :size="18" aria-hidden="true" />People
        </button>
        <button type="button" class="plain-button" data-test="add-garden" @click="perform(addGarden())">
          <Plus :size="18" aria-hidden="true" />A garden
        </button>
      </span>
    </header>
    <p v-if="rows.length === 0" class="empty">
      Nothing is needed yet. Put in who drinks and what grows; every figure starts from a published table and can be
      changed with a reason.
    </p>
    <div v-if="rows.length > 0" class="captions small">
      <span><strong>Who</strong>, how many, how much</span>
      <span class="of-day"
        ><strong>A day in</strong>
        <ChoiceField
          fit
          :value="month"
          :options="MONTHS.map((name, m) => ({ value: m, label: name }))"
          label="A day in"
          data-test="need-month"
          @update:value="(m) => (picked = m)"
        />
        one square is a bucket of {{ showEntered(bucket, 'volume', settings.units) }}</span
      >
      <span><strong>A year</strong>: the months in which it is there</span>
    </div>
    <LaterPart v-for="(row, k) in rows" :key="row.id" :after="k">
      <HerdLine v-if="herdOf(row)" :row="row" :view="view" :herd="herdOf(row)!" />
      <PeopleLine v-else-if="peopleOf(row)" :row="row" :view="view" :people="peopleOf(row)!" />
      <GardenLine v-else-if="gardenOf(row)" :row="row" :view="view" :garden="gardenOf(row)!" />
      <GrownLine v-else-if="'grown' in row.at" :row="row" :view="view" :grown="row.at.grown" />
    </LaterPart>
    <LaterPart :after="rows.length"
      ><NeedSums v-if="rows.length > 0" :balance="balance" :month="month" :bucket="bucket" @pick="(m) => (picked = m)"
    /></LaterPart>
    <LaterPart :after="rows.length + 1"><NeedFacts :plan="plan" :balance="balance" /></LaterPart>
  </section>
</template>

<style scoped>
.step {
  padding: 8px 16px 16px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  margin-left: auto;
}

.empty {
  padding: 12px 0;
}

.captions {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(240px, 1.25fr) minmax(220px, 1.1fr);
  gap: 4px 20px;
  align-items: end;
  padding: 6px 0;
}

.of-day {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}

@media (max-width: 900px) {
  .captions {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
