<script setup lang="ts">
// Beds and rows that no garden of the list stands for: what their plants use as entered on the benches of Outlets.
import { computed } from 'vue';
import type { NeedRow } from '@vernal-slope/plan/year';
import { nameIn } from '@vernal-slope/display/names';
import { showPerDay } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import { quoted } from '@vernal-slope/display/quoted';
import NeedDay from './NeedDay.vue';
import type { NeedView } from './NeedLine.vue';

const props = defineProps<{ row: NeedRow; view: NeedView; grown: readonly string[] }>();
const settings = useSettings();
const { open } = usePlanPage();
const alike = computed(() => props.row.perDay.every((v) => v === props.row.perDay[0]));
const names = computed(() => props.grown.map((id) => nameIn(props.view.plan, id)).join(', '));
</script>

<template>
  <div class="row" :data-test="row.id">
    <div>
      <p class="whose">
        <i :class="row.kind"></i><strong>{{ row.name }}</strong>
      </p>
      <p v-if="grown.length > 1" class="small muted">{{ names }}</p>
    </div>
    <NeedDay :plan="view.plan" :row="row" :month="view.month" :bucket="view.bucket" fixed />
    <p class="small muted">
      <button
        type="button"
        class="figure total"
        title="Show the working"
        @click="open({ of: 'need', id: row.id, leg: 0 })"
      >
        {{ showPerDay(row.perDay[view.month], settings.units) }}
      </button>
      {{ alike ? 'all year alike' : 'in the months of its own' }},
      <span class="from">{{ quoted(row.source, settings.units) }}.</span> Changed on its bench at Outlets.
    </p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) minmax(240px, 1.25fr) minmax(220px, 1.1fr);
  gap: 4px 20px;
  align-items: start;
  padding: 8px 0;
  border-top: var(--line-hair) solid var(--rule);
}

p {
  margin: 0 0 4px;
}

.whose {
  display: flex;
  gap: 8px;
  align-items: center;
}

.whose i {
  width: 12px;
  height: 12px;
  background: var(--moss);
}

.whose i.herd {
  background: var(--water-deep);
}

.total {
  font-weight: 700;
}

@media (max-width: 900px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
