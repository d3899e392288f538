<script setup lang="ts">
// What would explain the readings, by weight; what to look at first, what to read next, a cause tried as a what-if.
import { computed } from 'vue';
import { calibrate, shareWorking, type FoundCause } from '@vernal-slope/plan/diagnose';
import type { Command } from '@vernal-slope/plan/edit';
import { nameIn } from '@vernal-slope/display/names';
import { percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { showThing, usePlanPage } from '../../session/planpage.ts';
import type { LogAnswer } from '../../workers/log.ts';
import { causeWords, KIND_WORDS, LOOK_FIRST, openState, QUANTITY } from '@vernal-slope/display/logwords';

const props = defineProps<{ answer: LogAnswer }>();
const emit = defineEmits<{ try: [command: Command] }>();
const settings = useSettings();
const page = usePlanPage();
const SHOWN = 6;
const plan = computed(() => props.answer.plan);
const causes = computed(() => props.answer.diagnosis.causes.slice(0, SHOWN));
const words = (c: FoundCause): string => causeWords(plan.value, c, settings.units);
const next = computed(() => props.answer.diagnosis.next);
const working = (c: FoundCause): void => page.openMade(shareWorking(props.answer.diagnosis, c, words(c)));
/** A gauge that reads wrong is no part of the plan. */
const tried = (c: FoundCause): boolean => c.kind !== 'none' && c.kind !== 'gauge';
</script>

<template>
  <section class="sheet causes" aria-labelledby="causes-title">
    <h2 id="causes-title">What would explain them</h2>
    <ol data-test="causes">
      <li v-for="(c, k) in causes" :key="`${c.kind} ${c.at}`" :data-cause="`${c.kind} ${c.at}`">
        <span class="bar" aria-hidden="true"><i :style="{ width: `${100 * c.share}%` }" /></span>
        <button type="button" class="figure share" title="Show the working" @click="working(c)">
          {{ percent(c.share) }}
        </button>
        <span class="what">
          <button v-if="c.at !== ''" type="button" class="place" @click="showThing(page, c.at)">{{ words(c) }}</button>
          <template v-else>{{ words(c) }}</template>
          <small v-if="k === 0" class="muted">{{ LOOK_FIRST[c.kind] }}</small>
        </span>
        <button
          v-if="tried(c)"
          type="button"
          class="plain-button edged"
          :aria-label="`Try it in the plan: ${words(c)}`"
          data-test="try-cause"
          @click="emit('try', calibrate(c, `as read: ${words(c)}`))"
        >
          Try it
        </button>
      </li>
    </ol>
    <p v-if="next" data-test="next-reading">
      To tell the first two apart read next, with {{ openState(plan, next.open) }}: {{ KIND_WORDS[next.kind] }} at
      <strong>{{ nameIn(plan, next.place) }}</strong>;
      {{ showText(next.first, QUANTITY[next.kind], settings.units) }} would say the first,
      {{ showText(next.second, QUANTITY[next.kind], settings.units) }} the second.
    </p>
    <p class="small muted">
      One cause at a time, its size by weighted least squares with the errors of the readings (3 % of a reading where
      none is said); weights by the Bayesian information criterion, with what is common first (common practice, no
      source). Two causes at once are not looked for.
    </p>
  </section>
</template>

<style scoped>
.causes {
  padding: 8px 16px 12px;
}

ol {
  margin: 4px 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 90px 52px 1fr auto;
  gap: 4px 10px;
  align-items: center;
  padding: 5px 0;
  border-bottom: var(--line-hair) solid var(--rule);
}

.bar {
  height: 10px;
  background: var(--sheet-2);
}

.bar i {
  display: block;
  height: 100%;
  background: var(--amber);
}

.place {
  min-height: var(--hit);
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  text-decoration: underline dotted;
  cursor: pointer;
}

small {
  display: block;
}

@media (max-width: 640px) {
  li {
    grid-template-columns: 52px 1fr auto;
  }

  .bar {
    display: none;
  }
}
</style>
