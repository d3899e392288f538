<script setup lang="ts">
// What else the log has: rain, repairs, upkeep that was done, photographs; the latest first.
import { computed, ref, watch } from 'vue';
import { takeReading } from '@vernal-slope/plan/diagnose';
import { jobsOf } from '@vernal-slope/plan/upkeep';
import type { Plan, ReadingEntry } from '@vernal-slope/plan/schema';
import { momentText } from '@vernal-slope/display/dates';
import { nameIn } from '@vernal-slope/display/names';
import { showField } from '@vernal-slope/display/planfields';
import type { UnitSystem } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import PhotoShown from './PhotoShown.vue';
import { isReading } from '@vernal-slope/display/logwords';

const props = defineProps<{ plan: Plan }>();
const settings = useSettings();
const page = usePlanPage();
const FEW = 12;
const all = ref(false);
const rows = computed(() =>
  (props.plan.log ?? [])
    .map((entry, index) => ({ entry, index }))
    .filter(({ entry }) => !isReading(entry) || entry.photo !== undefined || entry.note !== undefined)
    .sort((a, b) => (a.entry.at < b.entry.at ? 1 : -1)),
);
watch(
  () => page.id.value,
  () => (all.value = false),
);
const shown = computed(() => (all.value ? rows.value : rows.value.slice(0, FEW)));
const titles = computed(() => new Map(jobsOf(props.plan, page.budget.value?.balance).map((j) => [j.id, j.title])));
function words(e: ReadingEntry, units: UnitSystem): string {
  if (e.rainMm !== undefined) return `${showField('rainMm', e.rainMm, units)} of rain`;
  if (e.repair !== undefined) return `Mended: ${e.repair}`;
  if (e.upkeep !== undefined) return `Done: ${titles.value.get(e.upkeep) ?? e.upkeep}`;
  return isReading(e) ? 'A reading' : 'A photograph';
}
</script>

<template>
  <section v-if="rows.length > 0" class="sheet diary" aria-labelledby="diary-title">
    <h2 id="diary-title">What else happened</h2>
    <ul data-test="diary">
      <li v-for="{ entry: e, index } in shown" :key="e.id ?? index">
        <span class="when muted">{{ momentText(e.at) }}</span>
        <span class="what"
          >{{ words(e, settings.units) }}<template v-if="!e.upkeep">, {{ nameIn(plan, e.place) }}</template
          ><small v-if="e.note" class="muted">{{ e.note }}</small></span
        >
        <PhotoShown
          v-if="e.photo"
          :plan-id="page.id.value"
          :photo="e.photo"
          :of="`${words(e, settings.units)}, ${momentText(e.at)}`"
        />
        <button
          type="button"
          class="plain-button edged out"
          :aria-label="`Take out: ${words(e, settings.units)}, ${momentText(e.at)}`"
          data-test="take-entry"
          @click="page.perform(takeReading(index))"
        >
          ×
        </button>
      </li>
    </ul>
    <button v-if="rows.length > FEW" type="button" class="plain-button edged" @click="all = !all">
      {{ all ? 'The latest only' : `All ${rows.length}` }}
    </button>
  </section>
</template>

<style scoped>
.diary {
  padding: 8px 16px 12px;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 4px 0;
  border-bottom: var(--line-hair) solid var(--rule);
}

.what {
  flex: 1 1 240px;
  overflow-wrap: anywhere;
}

small {
  display: block;
}
</style>
