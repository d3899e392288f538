<script setup lang="ts">
// When the work begins, what a week has of it, how cold it is; the calendar to take away.
import { computed } from 'vue';
import { BUILD_DEFAULTS, buildTemperature, changeBuild, setOff, stepsIcs } from '@vernal-slope/plan/build';
import { monthlyClimate } from '@vernal-slope/plan/year';
import { dateText } from '@vernal-slope/display/dates';
import { said } from '../../display/faults.ts';
import DateField from '../../fields/DateField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import { downloadText, fileNameOf } from '../../session/files.ts';
import { useEdits } from '../../session/planpage.ts';
import type { BuildAnswer } from '../../workers/build.ts';

const props = defineProps<{ answer: BuildAnswer }>();
const { edit, perform } = useEdits();
const build = computed(() => props.answer.plan.build ?? {});
const from = computed(() => build.value.from ?? props.answer.today);
const done = computed(() => props.answer.steps.filter((s) => s.done).length);
/** Nobody said how warm it is, and the months are known. */
const byMonth = computed(
  () => build.value.temperatureC === undefined && monthlyClimate(props.answer.plan) !== undefined,
);
const warmthWords = computed(() => {
  if (build.value.temperatureC !== undefined) return 'for concrete and cement';
  return byMonth.value
    ? 'not entered: cement by the mean of its month, footings by their own pour'
    : 'assumed; footings by their own pour';
});
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const week = computed(() => new Set<number>(build.value.workDays ?? BUILD_DEFAULTS.workDays));
function setDay(day: number, on: boolean): void {
  const days = DAYS.map((_, k) => k + 1).filter((d) => (d === day ? on : week.value.has(d)));
  perform(changeBuild('days of work', (b) => void (b.workDays = days)));
}
const setFrom = (date: string): void => {
  if (date !== '') perform(changeBuild('first day of work', (b) => void (b.from = date)));
};
const setTemperature = (celsius: number): string | undefined =>
  said(edit(changeBuild('temperature while building', (b) => void (b.temperatureC = celsius))));
const dayOff = (date: string): void => {
  if (date !== '') perform(setOff(date, true));
};
const toCalendar = (): void =>
  downloadText(
    stepsIcs(props.answer.plan, props.answer.steps, Date.now()),
    fileNameOf(props.answer.plan, 'work.ics'),
    'text/calendar',
  );
const print = (): void => window.print();
</script>

<template>
  <header>
    <h2 id="build-title">Build</h2>
    <span class="muted small" data-test="build-count"
      >{{ answer.steps.length }} steps downhill, {{ done }} done; hours by rule of thumb</span
    >
    <span class="out no-print">
      <button type="button" class="plain-button edged" data-test="ics" @click="toCalendar">Calendar file</button>
      <button type="button" class="plain-button edged" @click="print">Print</button>
    </span>
  </header>
  <div class="days">
    <label
      >Begins
      <DateField :value="from" label="First day of work" data-test="build-from" @update:value="setFrom" />
      <small v-if="build.from === undefined" class="muted">today; nothing entered</small></label
    >
    <label
      >hours a day
      <NumberField
        :value="build.hoursPerDay ?? BUILD_DEFAULTS.hoursPerDay"
        label="Hours of work a day"
        :min="0.5"
        :max="24"
        @update:value="(v) => perform(changeBuild('hours a day', (b) => void (b.hoursPerDay = v)))"
      /><small v-if="build.hoursPerDay === undefined" class="muted">assumed</small></label
    >
    <label
      >air
      <QuantityField
        :value="byMonth ? undefined : buildTemperature(answer.plan)"
        optional
        quantity="temperature"
        label="Temperature of the air while it is built"
        :limits="{ min: -40, max: 50 }"
        :commit="setTemperature"
        show-unit
        data-test="build-temperature"
      /><small class="muted">{{ warmthWords }}</small></label
    >
    <fieldset>
      <legend class="visually-hidden">Days of work</legend>
      <TickField
        v-for="(name, k) in DAYS"
        :key="name"
        :checked="week.has(k + 1)"
        :disabled="week.size === 1 && week.has(k + 1)"
        @update:checked="(on: boolean) => setDay(k + 1, on)"
        >{{ name }}</TickField
      >
    </fieldset>
    <label
      >A day off <DateField value="" label="A day on which nothing is done" data-test="day-off" @update:value="dayOff"
    /></label>
    <ul v-if="(build.off ?? []).length > 0" class="off" aria-label="Days off">
      <li v-for="d in build.off" :key="d">
        <button
          type="button"
          class="plain-button edged"
          :aria-label="`${dateText(d)}: work on it after all`"
          @click="perform(setOff(d, false))"
        >
          {{ dateText(d) }} ×
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
header,
.days,
.days label,
fieldset,
.off {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

.out {
  display: inline-flex;
  gap: 8px;
  margin-left: auto;
}

.days {
  padding: 6px 0 8px;
  border-bottom: var(--line-hair) solid var(--rule);
}

.days label {
  gap: 6px;
}

.days :deep(.n-input-number) {
  width: 84px;
}

fieldset {
  gap: 4px 10px;
  margin: 0;
  padding: 0;
  border: 0;
}

.days :deep(.quantity-field) {
  max-width: 150px;
}

.off {
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
