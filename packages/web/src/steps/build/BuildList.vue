<script setup lang="ts">
// All the work, day by day, ticked off with today's date.
import { computed, ref } from 'vue';
import { tickStep, type DatedStep } from '@vernal-slope/plan/build';
import { dateText } from '@vernal-slope/display/dates';
import TickCell from '../../fields/TickCell.vue';
import TickField from '../../fields/TickField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { BuildAnswer } from '../../workers/build.ts';

const props = defineProps<{ answer: BuildAnswer; steps: readonly DatedStep[] }>();
const chosen = defineModel<string>('chosen', { required: true });
const { perform } = useEdits();
const open = ref(false);
const days = computed(() => {
  const found: { day: string; steps: DatedStep[] }[] = [];
  for (const s of props.steps) {
    if (open.value && s.done) continue;
    const last = found.at(-1);
    if (last && last.day === s.first) last.steps.push(s);
    else found.push({ day: s.first, steps: [s] });
  }
  return found;
});
const tick = (s: DatedStep, on: boolean): void => {
  perform(tickStep(s.id, on ? props.answer.today : undefined));
};
</script>

<template>
  <section class="sheet all" aria-labelledby="all-title">
    <header>
      <h2 id="all-title">All the work</h2>
      <TickField v-model:checked="open" data-test="only-open-steps">only what is open</TickField>
    </header>
    <div class="days" data-test="all-steps">
      <template v-for="d in days" :key="`${d.day} ${d.steps[0].id}`">
        <h3>{{ dateText(d.day) }}</h3>
        <ul>
          <li v-for="s in d.steps" :key="s.id" :class="{ done: s.done }" :data-row="s.id">
            <TickCell
              :checked="s.done !== undefined"
              :label="`${s.title}: done`"
              @update:checked="(on) => tick(s, on)"
            />
            <button type="button" class="title" @click="chosen = s.id">{{ s.title }}</button>
            <small v-if="s.done?.note" class="muted">{{ s.done.note }}</small>
          </li>
        </ul>
      </template>
    </div>
  </section>
</template>

<style scoped>
.all {
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}

.days {
  columns: 2 320px;
  column-gap: 28px;
}

h3 {
  margin: 8px 0 0;
  font-size: var(--text-s);
  color: var(--earth-ink);
  break-after: avoid;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  gap: 6px;
  align-items: center;
  break-inside: avoid;
}

.title {
  min-height: var(--hit);
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.done .title {
  color: var(--muted);
  text-decoration: line-through;
}
</style>
