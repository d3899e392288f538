<script setup lang="ts">
// Rain and warmth of the place: a daily file brought in, or the twelve months typed.
import { CloudRain, Trash2 } from '@lucide/vue';
import { computed, ref, shallowRef } from 'vue';
import { ASSUMED_LATITUDE, enteredMonths, weatherOf } from '@vernal-slope/plan/year';
import { dateOf, dayNumber, readDailyCsv, textOfBytes, type DailyCsv } from '@vernal-slope/plan/formats';
import { changePlan, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { editable, unitFor, type Quantity } from '@vernal-slope/display/quantities';
import { dateText, MONTHS } from '@vernal-slope/display/dates';
import { useSettings } from '../../display/settings.ts';
import QuantityField from '../../fields/QuantityField.vue';
import { useEdits } from '../../session/planpage.ts';
import { showField, planField } from '@vernal-slope/display/planfields';
import EntryRow from '../../fields/EntryRow.vue';
import FileField from '../../fields/FileField.vue';
import NumberField from '../../fields/NumberField.vue';

const props = defineProps<{ plan: Plan; edit: (command: Command) => readonly Fault[] }>();
const settings = useSettings();
const { perform } = useEdits();
const picker = ref<InstanceType<typeof FileField>>();
const read = shallowRef<{ name: string; csv: DailyCsv } | null>(null);
const trouble = ref('');
const MAX_BYTES = 10 * 1024 * 1024;

const daily = computed(() => props.plan.climate?.daily);
const span = computed(() => {
  const d = daily.value;
  return d ? `${dateText(d.start)} to ${dateText(dateOf(dayNumber(d.start) + d.rainMm.length - 1))}` : '';
});
const missing = computed(() => daily.value?.rainMm.filter((v) => v === null).length ?? 0);
const yearly = computed(() => {
  const d = daily.value;
  if (!d) return 0;
  return (d.rainMm.reduce<number>((sum, v) => sum + (v ?? 0), 0) / d.rainMm.length) * 365.25;
});

/** What each column was taken for, and in which unit. */
const readAs = computed(() =>
  Object.entries(read.value?.csv.columns ?? {}).map(([column, heading]) => {
    const unit = read.value?.csv.units[column];
    return `${column} from “${heading}”${unit ? `, in ${unit}` : ''}`;
  }),
);
/** Days that are shown as they were read. */
const SHOWN = 3;
const firstDays = computed(() => {
  const s = read.value?.csv.series;
  if (!s) return [];
  // as read, nothing rounded away
  const plain = (name: string, v: number, quantity: Quantity): string =>
    `${editable(planField(name).toSI(v), quantity, settings.units)}\u00a0${unitFor(quantity, settings.units).symbol}`;
  const warmth = (v: number | null | undefined): string[] =>
    v === null || v === undefined ? [] : [plain('tMaxC', v, 'temperature')];
  return s.rainMm.slice(0, SHOWN).map((mm, k) => {
    const day = dateText(dateOf(dayNumber(s.start) + k));
    const rain = mm === null ? 'no figure' : plain('rainMm', mm, 'drop');
    const warm = [...warmth(s.tMaxC?.[k]), ...warmth(s.tMinC?.[k])];
    return `${day}: ${rain}${warm.length > 0 ? `, ${warm.join(' and ')}` : ''}`;
  });
});

async function bring(file: File): Promise<void> {
  trouble.value = '';
  if (file.size > MAX_BYTES) {
    trouble.value = `“${file.name}” is larger than 10 MB. Nothing was changed.`;
    return;
  }
  read.value = { name: file.name, csv: readDailyCsv(textOfBytes(new Uint8Array(await file.arrayBuffer()))) };
}
function take(): void {
  const r = read.value;
  if (!r?.csv.series) return;
  const { series } = r.csv;
  perform(
    changePlan('daily weather', (p) => {
      (p.climate ??= {}).daily = { name: r.name, ...series };
    }),
  );
  read.value = null;
}
const drop = (): boolean =>
  perform(
    changePlan('daily weather taken out', (p) => {
      if (p.climate) delete p.climate.daily;
    }),
  );

type Key = 'rainMm' | 'tMaxC' | 'tMinC';
const ROWS = [
  { key: 'rainMm', label: 'Rain' },
  { key: 'tMaxC', label: 'Warmest of the day' },
  { key: 'tMinC', label: 'Coldest of the day' },
] as const;
/** A figure as it was entered; undefined where it is the series' or a typical one. */
const own = (key: Key, m: number): number | undefined =>
  props.plan.climate?.monthly?.[key][m] ?? props.plan.climate?.byMonth?.[key]?.[m] ?? undefined;
const weather = computed(() => weatherOf(props.plan));
const shown = (key: Key, m: number): number => own(key, m) ?? weather.value[key][m];
function setMonth(key: Key, m: number, value: number): undefined {
  perform(
    changePlan(`${MONTHS[m]}: weather`, (p) => {
      const climate = (p.climate ??= {});
      if (climate.monthly) climate.monthly[key][m] = value;
      // the others stay what they are: typical, or the series'
      else ((climate.byMonth ??= {})[key] ??= new Array<number | null>(12).fill(null))[m] = value;
    }),
  );
  return undefined;
}
const entered = computed(() => enteredMonths(props.plan));
const open = ref(!props.plan.climate?.daily && !props.plan.climate?.monthly);
const MOST_FAULTS = 8;
</script>

<template>
  <section aria-labelledby="weather-title">
    <h3 id="weather-title">Weather</h3>
    <p v-if="daily" data-test="weather-series">
      Daily rain, {{ daily.name ?? 'a series' }}: {{ span }}, about
      <span class="figure">{{ showField('rainMm', yearly, settings.units) }}</span> a year.
      <template v-if="missing > 0">{{ missing }} days are missing and count as dry.</template>
    </p>
    <p v-else class="muted">No daily series. A roof tank is sized by years of days: bring in a file of them.</p>
    <p class="buttons">
      <button type="button" class="plain-button edged" @click="picker?.open()">
        <CloudRain :size="18" aria-hidden="true" />Bring in daily rain (CSV)
      </button>
      <button v-if="daily" type="button" class="plain-button" @click="drop">
        <Trash2 :size="18" aria-hidden="true" />Take it out
      </button>
      <FileField
        ref="picker"
        hidden
        label="Daily rain file"
        accept=".csv,text/csv,text/plain"
        data-test="rain-file"
        @file="bring"
      />
    </p>
    <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
    <div v-if="read" class="preview" role="status" data-test="rain-preview">
      <p>
        <strong>{{ read.name }}</strong><template v-if="read.csv.series"
          >: {{ read.csv.series.rainMm.length }} days from {{ dateText(read.csv.series.start) }}. Read as
          {{ readAs.join('; ') }}.
        </template>
      </p>
      <p v-if="read.csv.series" class="small muted" data-test="rain-first">First days: {{ firstDays.join('; ') }}.</p>
      <p v-if="read.csv.gaps.length > 0">
        {{ read.csv.gaps.reduce((sum, g) => sum + g.days, 0) }} days without rain figures, counted as dry:
        <template v-for="g in read.csv.gaps.slice(0, MOST_FAULTS)" :key="g.from"
          >{{ g.from }}{{ g.days > 1 ? ` to ${g.to}` : '' }};
        </template>
        <template v-if="read.csv.gaps.length > MOST_FAULTS"
          >and {{ read.csv.gaps.length - MOST_FAULTS }} more gaps.</template
        >
      </p>
      <ul v-if="read.csv.faults.length > 0" class="wrong">
        <li v-for="f in read.csv.faults.slice(0, MOST_FAULTS)" :key="`${f.row}-${f.message}`">
          Row {{ f.row }}: {{ f.message }}.
        </li>
        <li v-if="read.csv.faults.length > MOST_FAULTS">and {{ read.csv.faults.length - MOST_FAULTS }} more rows.</li>
      </ul>
      <p class="buttons">
        <button v-if="read.csv.series" type="button" class="plain-button main" data-test="take-rain" @click="take">
          {{ read.csv.faults.length > 0 ? 'Take what could be read' : 'Take it' }}
        </button>
        <button type="button" class="plain-button edged" data-test="leave-rain" @click="read = null">Leave it</button>
      </p>
    </div>
    <EntryRow
      label="Latitude"
      :note="
        plan.site?.latitudeDeg === undefined
          ? `Left open, ${ASSUMED_LATITUDE}° north is taken. South is negative.`
          : 'South is negative.'
      "
      ><NumberField
        :value="plan.site?.latitudeDeg"
        label="Latitude, degrees north"
        :min="-66"
        :max="66"
        :step="0.1"
        data-test="latitude"
        @update:value="(v) => perform(changePlan('latitude', (p) => void ((p.site ??= {}).latitudeDeg = v)))"
      /><span class="unit muted">° north</span></EntryRow
    >
    <details :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
      <summary>
        By month<template v-if="!plan.climate?.monthly">{{
          weather.assumed
            ? entered === 0
              ? ', not entered yet: typical figures, by which gardens are reckoned until you type yours; a roof counts on none of them'
              : `: ${entered} of 36 entered, the others are typical`
            : daily
              ? ', from the daily series'
              : ''
        }}</template>
      </summary>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th></th>
              <th v-for="m in MONTHS" :key="m" :title="m">{{ m.slice(0, 3) }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in ROWS" :key="row.key">
              <th scope="row">{{ row.label }}</th>
              <td v-for="(month, m) in MONTHS" :key="month">
                <QuantityField
                  plain
                  :class="{ typical: weather.assumed && own(row.key, m) === undefined }"
                  :value="shown(row.key, m)"
                  :field="row.key"
                  :label="`${row.label}, ${month}`"
                  :limits="row.key === 'rainMm' ? { min: 0, max: 5 } : { min: -60, max: 60 }"
                  :commit="(value) => setMonth(row.key, m, value)"
                />
              </td>
              <td class="muted small">{{ unitFor(planField(row.key).quantity, settings.units).symbol }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
  </section>
</template>

<style scoped>
section {
  margin-top: 20px;
}

.typical :deep(input) {
  color: var(--muted);
  font-style: italic;
}

.unit {
  margin-left: 6px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 8px 0;
}

.preview {
  padding: 10px 12px;
  background: var(--water-wash);
  border-radius: var(--radius);
}

.wrong {
  color: var(--brick-ink);
}

ul {
  margin: 4px 0;
  padding-left: 20px;
}

summary {
  cursor: pointer;
}

.scroll {
  overflow-x: auto;
}

table {
  border-collapse: collapse;
}

th {
  padding: 2px 4px;
  font-size: var(--text-s);
  font-weight: 500;
  text-align: right;
  white-space: nowrap;
}

td {
  min-width: 52px;
}

td :deep(.quantity) {
  width: 100%;
}

td :deep(input) {
  padding: 0 3px;
}
</style>
