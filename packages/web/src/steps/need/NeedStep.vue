<script setup lang="ts">
// The Need step: animals, people and gardens, each with where its figure comes from; against what the sources give.
import { Plus } from '@lucide/vue';
import { computed } from 'vue';
import type { NeedRow, PlanBalance } from '@vernal-slope/plan/budget';
import { addGarden, addHerd, addPeople, gardenAt, herdAt, herdPlace, peopleAt } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { useEdits } from '../../session/planpage.ts';
import GardenLine from './GardenLine.vue';
import HerdLine from './HerdLine.vue';
import NeedFacts from './NeedFacts.vue';
import PeopleLine from './PeopleLine.vue';

const props = defineProps<{ plan: Plan; balance: PlanBalance }>();
const { perform } = useEdits();
const place = computed(() => herdPlace(props.plan));
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
    <p v-if="balance.needs.rows.length === 0" class="empty">
      Nothing is needed yet. Put in who drinks and what grows; every figure starts from a published table and can be
      changed with a reason.
    </p>
    <template v-for="row in balance.needs.rows" :key="row.id">
      <HerdLine v-if="herdOf(row)" :row="row" :herd="herdOf(row)!" />
      <PeopleLine v-else-if="peopleOf(row)" :row="row" :people="peopleOf(row)!" />
      <GardenLine v-else-if="gardenOf(row)" :row="row" :garden="gardenOf(row)!" />
    </template>
    <NeedFacts :plan="plan" :balance="balance" />
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
</style>
