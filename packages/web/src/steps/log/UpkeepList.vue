<script setup lang="ts">
// Upkeep: what is due, what is coming, what was done; marked done with a day and a note.
import { computed, ref } from 'vue';
import { CAUTION_WORDS } from '@vernal-slope/plan/build';
import {
  addOwn,
  changeUpkeep,
  COMING,
  leaveOut,
  markDone,
  setEvery,
  STORM_MM,
  upkeepIcs,
  type JobDue,
} from '@vernal-slope/plan/upkeep';
import { dateText, MONTHS } from '@vernal-slope/display/dates';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import DateField from '../../fields/DateField.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TextField from '../../fields/TextField.vue';
import { downloadText, fileNameOf } from '../../session/files.ts';
import { newKey } from '../../session/client.ts';
import { showThing, usePlanPage } from '../../session/planpage.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import type { UpkeepAnswer } from '../../workers/upkeep.ts';
import { nowText } from './useEntry.ts';
import { BY_WORDS } from '@vernal-slope/display/logwords';

const props = defineProps<{ answer: UpkeepAnswer }>();
const page = usePlanPage();
const { edit, perform } = page;
const upkeep = computed(() => props.answer.plan.upkeep ?? {});
const groups = computed(() => {
  const { dues } = props.answer;
  return [
    { name: 'Due', level: 'warning' as const, jobs: dues.filter((d) => d.over >= 0) },
    { name: 'In two weeks', level: 'ok' as const, jobs: dues.filter((d) => d.over < 0 && d.over >= -COMING) },
    { name: 'Later', level: 'ok' as const, jobs: dues.filter((d) => d.due && d.over < -COMING) },
    { name: 'Not counted yet', level: undefined, jobs: dues.filter((d) => !d.due) },
  ].filter((g) => g.jobs.length > 0);
});
/** Of what is far off a few are shown, until all are asked for. */
const FEW = 5;
const whole = ref<ReadonlySet<string>>(new Set());
const shownOf = (g: (typeof groups.value)[number]): readonly JobDue[] =>
  g.level === 'warning' || whole.value.has(g.name) ? g.jobs : g.jobs.slice(0, FEW);
const showAll = (name: string): void => void (whole.value = new Set([...whole.value, name]));
/** The job that is opened. */
const open = ref('');
const date = ref('');
const note = ref('');
const fault = ref('');
function look(d: JobDue): void {
  open.value = open.value === d.job.id ? '' : d.job.id;
  date.value = props.answer.today;
  note.value = '';
  fault.value = '';
}
function done(d: JobDue, on = props.answer.today, words = ''): void {
  fault.value =
    on === ''
      ? 'Give the day.'
      : on > props.answer.today
        ? 'That is still to come: give the day on which it was done.'
        : '';
  if (fault.value !== '') {
    open.value = d.job.id;
    return;
  }
  const at = `${on}T${on === props.answer.today ? nowText() : '12:00'}`;
  const [first] = props.answer.plan.nodes;
  if (perform(markDone(d.job, newKey(), at, first.id, words)) && open.value === d.job.id) open.value = '';
}
const out = computed(() => upkeep.value.leftOut ?? []);
const own = ref('');
const ownFault = ref('');
const DEFAULT_EVERY = 90;
const ownDays = ref(DEFAULT_EVERY);
function add(): void {
  ownFault.value = own.value.trim() === '' ? 'Say what is to be done.' : '';
  if (ownFault.value === '' && perform(addOwn(newKey(), own.value.trim(), ownDays.value))) own.value = '';
}
const setStorm = (mm: number): string | undefined =>
  said(edit(changeUpkeep('rain of a storm', (u) => void (u.stormMm = mm))));
const setFrom = (on: string): void => {
  if (on !== '') perform(changeUpkeep('since when the water runs', (u) => void (u.from = on)));
};
const setFrost = (on: string): void => {
  if (on !== '') perform(changeUpkeep('the first frost', (u) => void (u.frostOn = on.slice(5))));
};
const FROST_BASIS = {
  entered: 'as entered',
  days: 'early among the recorded winters',
  months: 'from the months’ cold (assumption)',
  typical: 'from typical weather (assumption)',
} as const;
const frostText = computed(() => {
  const { frost } = props.answer;
  if (!frost) return 'no frost by the months’ cold';
  const [m, d] = frost.on.split('-').map(Number);
  return `${d} ${MONTHS[m - 1]}, ${FROST_BASIS[frost.basis]}`;
});
const toCalendar = (): void =>
  downloadText(
    upkeepIcs(props.answer.plan, props.answer.dues, props.answer.today, Date.now()),
    fileNameOf(props.answer.plan, 'upkeep.ics'),
    'text/calendar',
  );
</script>

<template>
  <section class="sheet upkeep" aria-labelledby="upkeep-title">
    <header>
      <h2 id="upkeep-title">Upkeep</h2>
      <span class="muted small">how often each comes is common practice, no source; change what is otherwise here</span>
      <button type="button" class="plain-button edged no-print" data-test="upkeep-ics" @click="toCalendar">
        Calendar file
      </button>
    </header>
    <div class="set">
      <label
        >the water runs since
        <DateField
          :value="upkeep.from ?? answer.from ?? ''"
          label="Day since which the water runs"
          data-test="upkeep-from"
          @update:value="setFrom"
        /><small v-if="!upkeep.from" class="muted">{{
          answer.from ? 'from the log and what was built' : 'say so, and what was never done is counted from there'
        }}</small></label
      >
      <label class="storm"
        >a storm is
        <QuantityField
          :value="upkeep.stormMm ?? STORM_MM"
          field="stormMm"
          label="Rain from which it was a storm"
          :commit="setStorm"
          show-unit
        />
        of rain and more<small v-if="upkeep.stormMm === undefined" class="muted">assumed</small></label
      >
      <label
        >first frost
        <DateField value="" label="Day on which frost may come first, in any year" @update:value="setFrost" />
        <small class="muted" data-test="frost">{{ frostText }}</small></label
      >
    </div>
    <template v-for="g in groups" :key="g.name">
      <h3>
        {{ g.name }} <small class="muted">{{ g.jobs.length }}</small>
      </h3>
      <ul :data-test="`upkeep-${g.name === 'Due' ? 'due' : g.name === 'Later' ? 'later' : g.level ? 'soon' : 'open'}`">
        <li v-for="d in shownOf(g)" :key="d.job.id" :data-job="d.job.id">
          <div class="row">
            <DropGlyph v-if="g.level" :level="g.level" :size="14" />
            <button type="button" class="title" :aria-expanded="open === d.job.id" @click="look(d)">
              {{ d.job.title }}
            </button>
            <span class="small muted">
              <template v-if="d.due">{{ BY_WORDS[d.by] }} {{ dateText(d.due) }}</template>
              <template v-if="d.last">{{ d.due ? '; ' : '' }}last {{ dateText(d.last.on) }}</template>
            </span>
            <button
              v-if="d.job.kind !== 'water-test'"
              type="button"
              class="plain-button edged"
              :aria-label="`${d.job.title}: done today`"
              data-test="upkeep-done"
              @click="done(d)"
            >
              Done today
            </button>
          </div>
          <div v-if="open === d.job.id" class="more" data-test="upkeep-more">
            <p v-if="d.job.words.why" class="small">{{ d.job.words.why }} {{ d.job.words.how.join(' ') }}</p>
            <p v-for="c in d.job.words.cautions" :key="c" class="small caution">{{ CAUTION_WORDS[c] }}</p>
            <p v-if="d.last?.note" class="small muted">Last time: {{ d.last.note }}</p>
            <div v-if="d.job.kind !== 'water-test'" class="set">
              <label
                >done on <DateField :value="date" label="Day on which it was done" @update:value="(on) => (date = on)"
              /></label>
              <label class="note"
                >note
                <TextField
                  :value="note"
                  label="Note on what was done"
                  :longest="2000"
                  @update:value="(t: string) => (note = t)"
              /></label>
              <button type="button" class="plain-button main" data-test="upkeep-keep" @click="done(d, date, note)">
                Mark it done
              </button>
            </div>
            <p v-if="fault" class="wrong" role="alert">{{ fault }}</p>
            <div class="set">
              <label v-if="d.job.everyDays && d.job.kind !== 'water-test'"
                >every
                <NumberField
                  :value="d.job.everyDays"
                  :label="`Days from one time to the next: ${d.job.title}`"
                  :min="1"
                  :max="3660"
                  whole
                  @update:value="(v) => perform(setEvery(d.job.id, v))"
                />
                days</label
              >
              <button v-if="d.job.at" type="button" class="plain-button edged" @click="showThing(page, d.job.at)">
                Show {{ nameIn(answer.plan, d.job.at) }}
              </button>
              <button type="button" class="plain-button edged" @click="perform(leaveOut(d.job.id, true))">
                {{ d.job.kind ? 'Not done here' : 'Take it out' }}
              </button>
            </div>
          </div>
        </li>
      </ul>
      <button
        v-if="shownOf(g).length < g.jobs.length"
        type="button"
        class="plain-button edged all"
        :data-test="`all-${g.level ? 'later' : 'open'}`"
        @click="showAll(g.name)"
      >
        All {{ g.jobs.length }}
      </button>
    </template>
    <p v-if="answer.dues.length === 0" class="muted">
      Nothing to keep up yet: what is drawn in the plan brings its own upkeep along.
    </p>
    <div class="set">
      <label class="note"
        >one of our own
        <TextField :value="own" label="A job of our own" :longest="200" @update:value="(t: string) => (own = t)"
      /></label>
      <label
        >every
        <NumberField
          :value="ownDays"
          label="Days from one time to the next"
          :min="1"
          :max="3660"
          whole
          @update:value="(v) => (ownDays = v)"
        />
        days</label
      >
      <button type="button" class="plain-button edged" data-test="add-own" @click="add">Add</button>
    </div>
    <p v-if="ownFault" class="wrong" role="alert" data-test="own-fault">{{ ownFault }}</p>
    <p v-if="out.length > 0" class="small">
      Not done here:
      <button v-for="j in out" :key="j" type="button" class="plain-button edged" @click="perform(leaveOut(j, false))">
        {{ nameIn(answer.plan, j.slice(j.indexOf(':') + 1)) }}, {{ j.slice(0, j.indexOf(':')).replace('-', ' ') }}: take
        up
      </button>
    </p>
  </section>
</template>

<style scoped>
.upkeep {
  padding: 8px 16px 12px;
}

header,
.set,
.set label,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

header button {
  margin-left: auto;
}

.set {
  padding: 4px 0;
}

.set label {
  gap: 6px;
  max-width: 100%;
}

.set :deep(.n-input-number),
.storm :deep(input) {
  width: 96px;
}

.all {
  margin-top: 6px;
}

.note {
  flex: 1 1 200px;
}

h3 {
  margin: 8px 0 0;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: 2px 0;
  border-bottom: var(--line-hair) solid var(--rule);
}

.row > .small {
  margin-left: auto;
}

.title {
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

.more {
  padding: 2px 0 8px 20px;
}

.more p {
  margin: 4px 0;
}

.caution {
  color: var(--amber-ink);
}

.wrong {
  color: var(--brick-ink);
}

@media (max-width: 640px) {
  .more {
    padding-left: 0;
  }

  .row > .small {
    margin-left: 0;
  }

  .row .title {
    flex: 1 1 70%;
    min-width: 0;
  }

  .row .plain-button {
    margin-left: auto;
  }
}
</style>
