<script setup lang="ts">
// The step that is looked at: why it comes now, what it waits for, its craft and its cautions, what it takes; ticked off here.
import { computed, ref, watch } from 'vue';
import {
  CAUTION_WORDS,
  hoursWorking,
  SIGN_WORDS,
  tickStep,
  WORK,
  type DatedStep,
  type Taken,
} from '@vernal-slope/plan/build';
import { dateText } from '@vernal-slope/display/dates';
import { fixed, showText } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import DateField from '../../fields/DateField.vue';
import TextField from '../../fields/TextField.vue';
import { usePlanPage } from '../../session/planpage.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import { waitText } from './slope.ts';
import type { BuildAnswer } from '../../workers/build.ts';

const props = defineProps<{ answer: BuildAnswer; step: DatedStep }>();
const settings = useSettings();
const page = usePlanPage();
const { perform } = page;
const words = computed(() => WORK[props.step.work]);
const title = computed(() => new Map(props.answer.steps.map((s) => [s.id, s])));
const takes = computed(() => props.answer.takes[props.step.id] ?? []);
const pipes = computed(() => props.answer.pipes[props.step.id] ?? []);
/** How much of a part: pieces, bags, or by its measure. */
function countText(p: Taken): string {
  if (p.per === 'm') return `${showText(p.count, 'distance', settings.units)} of`;
  if (p.per === 'm³') return `${showText(p.count, 'bulk', settings.units)} of`;
  return `${fixed(p.count, 0)} ×`;
}
const openHours = (): void => page.openMade(hoursWorking(props.step));
const waitsFor = computed(() =>
  props.step.holds.map((h) => {
    const of = title.value.get(h.of);
    return {
      id: h.of,
      text: of?.title ?? h.of,
      done: of?.done !== undefined,
      wait: h.wait > 0 ? waitText(h.wait) : '',
    };
  }),
);
/** Day and note that it will be ticked off with. */
const on = ref('');
const note = ref('');
watch(
  () => [props.step.id, props.step.done?.on, props.step.done?.note] as const,
  ([, day, text]) => {
    on.value = day ?? props.answer.today;
    note.value = text ?? '';
  },
  { immediate: true },
);
const done = (): void => {
  if (on.value !== '') perform(tickStep(props.step.id, on.value, note.value));
};
</script>

<template>
  <section class="sheet facts" aria-labelledby="step-title" data-test="step-facts">
    <header>
      <h2 id="step-title">{{ step.title }}</h2>
      <span class="muted small"
        >{{ step.first === step.last ? dateText(step.first) : `${dateText(step.first)} to ${dateText(step.last)}` }};
        <button type="button" class="figure" title="Show the working" data-test="step-hours" @click="openHours">
          {{ showText(step.time, 'duration', settings.units) }}
        </button>
        by rule of thumb</span
      >
    </header>
    <p>{{ words.why }}</p>
    <div class="halves">
      <div>
        <template v-if="step.cautions.length + step.signs.length > 0">
          <p v-for="c in step.cautions" :key="c" class="caution" data-test="caution">
            <DropGlyph level="warning" :size="14" /> {{ quoted(CAUTION_WORDS[c], settings.units) }}
          </p>
          <p v-for="x in step.signs" :key="x" class="caution sign" data-test="sign">
            <DropGlyph level="warning" :size="14" /> {{ SIGN_WORDS[x] }}
          </p>
        </template>
        <h3>What goes wrong there</h3>
        <ul>
          <li v-for="s in words.slips" :key="s">{{ s }}</li>
        </ul>
        <p class="small muted">
          Common practice of the trade, no source; local codes and licensed practice come first.
        </p>
      </div>
      <div>
        <h3>Waits for</h3>
        <ul v-if="waitsFor.length > 0" data-test="waits-for">
          <li v-for="w in waitsFor" :key="w.id">
            {{ w.done ? '✓ ' : '' }}{{ w.text }}<template v-if="w.wait">, then {{ w.wait }}</template>
          </li>
        </ul>
        <p v-else class="muted">nothing: it can be begun</p>
        <h3>Take along</h3>
        <ul>
          <li v-for="p in pipes" :key="p.name">
            {{ showText(p.length, 'distance', settings.units) }} of {{ quoted(p.name, settings.units) }}
          </li>
          <li v-for="p in takes" :key="p.id">{{ countText(p) }} {{ quoted(p.name, settings.units) }}</li>
          <li v-for="t in words.tools" :key="t">{{ t }}</li>
        </ul>
        <p v-if="takes.length + pipes.length + words.tools.length === 0" class="muted">nothing but time</p>
      </div>
    </div>
    <div class="tick no-print">
      <label>Done on <DateField :value="on" label="Day on which it was done" @update:value="(d) => (on = d)" /></label>
      <label class="note"
        >Note
        <TextField :value="note" label="Note on this step" data-test="step-note" @change="(t: string) => (note = t)"
      /></label>
      <button type="button" class="plain-button main" data-test="tick-step" :disabled="on === ''" @click="done">
        {{ step.done ? 'Keep' : 'Done' }}
      </button>
      <button
        v-if="step.done"
        type="button"
        class="plain-button edged"
        data-test="untick-step"
        @click="perform(tickStep(step.id, undefined))"
      >
        Open again
      </button>
    </div>
  </section>
</template>

<style scoped>
.facts {
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

.halves {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 24px;
}

.caution {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  margin: 4px 0;
  padding: 4px 8px;
  background: var(--amber-wash);
}

h3 {
  margin: 8px 0 2px;
}

ul {
  margin: 0;
  padding-left: 18px;
}

.tick {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-top: 10px;
}

.tick label {
  display: flex;
  gap: 6px;
  align-items: center;
}

.note {
  flex: 1 1 200px;
}

.note :deep(input) {
  width: 100%;
}

@media (max-width: 640px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
