<script setup lang="ts">
// Timed fills with a stopwatch, made for a phone and cold hands: one big button, the fills under it, kept as a test.
import { ArrowLeft, Check, Minus, Pencil, Play, Plus, RotateCcw, Square, Trash2 } from '@lucide/vue';
import { useIntervalFn, useLocalStorage } from '@vueuse/core';
import { computed, nextTick, onMounted, ref } from 'vue';
import { timedFills } from '@vernal-slope/core/supply';
import type { FlowTest } from '@vernal-slope/plan/schema';
import { asSI, percent, read, show, unitFor, fixed } from '@vernal-slope/display/quantities';
import { todayText } from '../../session/useBudget.ts';
import { useSettings } from '../../display/settings.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { planField, planValue } from '@vernal-slope/display/planfields';
import DateField from '../../fields/DateField.vue';
import TextField from '../../fields/TextField.vue';

const props = defineProps<{ name: string; place: string; draft: string }>();
const emit = defineEmits<{ keep: [test: Extract<FlowTest, { method: 'bucket' }>]; close: [] }>();
const settings = useSettings();

interface Draft {
  volumeL: number;
  fills: { volumeL: number; seconds: number }[];
  passingByLpm?: number;
  weather: string;
  note: string;
  date: string;
}
const empty = (): Draft => ({ volumeL: 4, fills: [], weather: '', note: '', date: todayText() });
// what was timed stays in this browser until it is kept or thrown away
const state = useLocalStorage<Draft>(`vernal-bucket-${props.draft}`, empty());
if (state.value.fills.length === 0) state.value.date = todayText();

const begun = ref<number | null>(null);
const elapsed = ref(0);
const { pause, resume } = useIntervalFn(
  () => {
    if (begun.value !== null) elapsed.value = (performance.now() - begun.value) / 1000;
  },
  100,
  { immediate: false },
);
const clock = (s: number): string => {
  const minutes = Math.floor(s / 60);
  return `${minutes}:${fixed(s - 60 * minutes, 1).padStart(4, '0')}`;
};
/** Shorter than this nobody can time: a slip of the finger, s. */
const SLIP = 0.3;
const slipped = ref(false);

function press(): void {
  slipped.value = false;
  if (begun.value === null) {
    begun.value = performance.now();
    elapsed.value = 0;
    resume();
    return;
  }
  const seconds = (performance.now() - begun.value) / 1000;
  stop();
  if (seconds < SLIP) slipped.value = true;
  else add(seconds);
}
function stop(): void {
  pause();
  begun.value = null;
  elapsed.value = 0;
}
function add(seconds: number): void {
  state.value.fills.push({ volumeL: state.value.volumeL, seconds: Math.round(seconds * 10) / 10 });
}
const typing = ref(false);
const typed = ref('');
const typeError = ref('');
/** Reads 2:49.2, 169.2 or 2 min. */
function keepTyped(): void {
  const m = /^(\d+):([0-5]?\d(?:[.,]\d+)?)$/.exec(typed.value.trim());
  const reading = m
    ? { ok: true as const, si: Number(m[1]) * 60 + Number(m[2].replace(',', '.')) }
    : read(/^[\d.,]+$/.test(typed.value.trim()) ? `${typed.value} s` : typed.value, 'duration', settings.units);
  if (!reading.ok || reading.si <= 0) {
    typeError.value = /:(?:[6-9]\d)/.test(typed.value)
      ? 'Seconds go to 59: give a time such as 2:49 or 169.'
      : 'Give a time above nothing, such as 2:49 or 169.';
    return;
  }
  add(reading.si);
  typed.value = '';
  typeError.value = '';
  typing.value = false;
}

const result = computed(() =>
  state.value.fills.length > 0
    ? timedFills(state.value.fills.map((f) => ({ volume: planField('volumeL').toSI(f.volumeL), duration: f.seconds })))
    : null,
);
const flowOf = (k: number): string => show(result.value?.flows[k] ?? 0, 'flow', settings.units).text;
const meanText = computed(() => show(result.value?.mean ?? 0, 'flow', settings.units));
const GOOD_SPREAD = 0.1;
const verdict = computed(() => {
  const r = result.value;
  if (!r) return null;
  if (r.suspects.length > 0)
    return {
      level: 'warning' as const,
      word: 'Fair',
      text: `Fill ${r.suspects.map((k) => k + 1).join(', ')} lies far from the others. Take it out if the vessel was not full or not level.`,
    };
  if (r.flows.length < 3)
    return {
      level: 'warning' as const,
      word: 'Fair',
      text: `${3 - r.flows.length} more ${r.flows.length === 2 ? 'fill makes' : 'fills make'} it worth something.`,
    };
  return r.spread <= GOOD_SPREAD
    ? { level: 'ok' as const, word: 'Good', text: `${r.flows.length} fills agree within ${percent(r.spread)}.` }
    : {
        level: 'warning' as const,
        word: 'Fair',
        text: `The fills differ by ${percent(r.spread)}. A larger vessel, or more of them, helps.`,
      };
});
const expected = computed(() => {
  const r = result.value;
  return r && begun.value !== null ? clock(planField('volumeL').toSI(state.value.volumeL) / r.mean) : '';
});
/** Vessels that people have, in the unit that they read: L, US gal. */
const VESSELS = {
  metric: [1, 2, 4, 5, 8, 10, 12, 15, 20, 25, 50, 100, 200],
  us: [0.25, 0.5, 1, 2, 3, 4, 5, 7, 10, 15, 20, 30, 55],
} as const;
/** To the next larger or smaller vessel that people have. */
function step(by: 1 | -1): void {
  const sizes = VESSELS[settings.units].map((n) => planValue('volumeL', asSI(n, 'volume', settings.units)));
  const v = state.value.volumeL;
  const next = by > 0 ? sizes.find((s) => s > v + 1e-3) : sizes.findLast((s) => s < v - 1e-3);
  if (next !== undefined) state.value.volumeL = next;
}
function keep(): void {
  const s = state.value;
  if (s.fills.length === 0) return;
  emit('keep', {
    method: 'bucket',
    date: s.date || todayText(),
    fills: s.fills.map((f) => ({ ...f })),
    ...(s.passingByLpm ? { passingByLpm: s.passingByLpm } : {}),
    ...(s.weather ? { weather: s.weather } : {}),
    ...(s.note ? { note: s.note } : {}),
  });
  state.value = empty();
}
const main = ref<HTMLButtonElement | null>(null);
onMounted(() => void nextTick(() => main.value?.focus()));
</script>

<template>
  <section
    class="bucket"
    role="dialog"
    aria-modal="true"
    aria-label="Bucket test"
    data-test="bucket"
    @keydown.esc="emit('close')"
  >
    <header>
      <button
        type="button"
        class="plain-button"
        aria-label="Back, nothing is lost"
        data-test="bucket-back"
        @click="emit('close')"
      >
        <ArrowLeft :size="26" aria-hidden="true" />
      </button>
      <div>
        <h2>Bucket test</h2>
        <p class="small">{{ name }}, {{ place }}</p>
      </div>
    </header>
    <div class="body">
      <div class="vessel">
        <strong>Bucket holds</strong>
        <button type="button" class="plain-button edged square" aria-label="Smaller" @click="step(-1)">
          <Minus :size="20" aria-hidden="true" />
        </button>
        <QuantityField
          class="holds"
          field="volumeL"
          :value="state.volumeL"
          label="Bucket holds"
          :limits="{ min: 1e-5, max: 10 }"
          :commit="
            (value) => {
              state.volumeL = value;
              return undefined;
            }
          "
          show-unit
        />
        <button type="button" class="plain-button edged square" aria-label="Larger" @click="step(1)">
          <Plus :size="20" aria-hidden="true" />
        </button>
      </div>
      <div class="watch">
        <svg viewBox="0 0 92 136" width="92" height="136" aria-hidden="true">
          <rect v-if="begun !== null" x="43" y="0" width="5" height="64" class="stream" />
          <path
            class="water"
            :d="`M${8 + 0.06 * 60} ${130 - (begun !== null ? 60 : 0)}L14 130H78L${84 - 0.06 * 60} ${130 - (begun !== null ? 60 : 0)}Z`"
          />
          <path d="M4 10L14 132H78L88 10" class="shell" />
        </svg>
        <div>
          <p class="time" data-test="stopwatch" role="timer">{{ clock(elapsed) }}</p>
          <p class="small">
            {{ begun === null ? `Fill ${state.fills.length + 1}.` : `Fill ${state.fills.length + 1} runs.` }}
            <template v-if="expected">Likely full at {{ expected }}.</template>
          </p>
        </div>
      </div>
      <button ref="main" type="button" class="plain-button main press" data-test="press" @click="press">
        <component :is="begun === null ? Play : Square" :size="26" aria-hidden="true" />{{
          begun === null ? 'Start filling' : 'Full: stop'
        }}
      </button>
      <p v-if="slipped" class="slip" role="alert">That was too short to be a fill. Nothing was noted; start again.</p>
      <div class="pair">
        <button type="button" class="plain-button edged" :disabled="begun === null" @click="stop">
          <RotateCcw :size="20" aria-hidden="true" />Start over
        </button>
        <button type="button" class="plain-button edged" data-test="type-time" @click="typing = !typing">
          <Pencil :size="20" aria-hidden="true" />Type a time
        </button>
      </div>
      <form v-if="typing" class="typed" @submit.prevent="keepTyped">
        <span>Time, such as 2:49</span>
        <TextField v-model:value="typed" class="time" label="Time, such as 2:49" data-test="typed-time" />
        <button type="submit" class="plain-button edged" data-test="keep-typed">Note it</button>
        <p v-if="typeError" role="alert" class="slip">{{ typeError }}</p>
      </form>
      <table v-if="state.fills.length > 0">
        <thead>
          <tr>
            <th>Fill</th>
            <th class="n">Time</th>
            <th class="n">{{ unitFor('flow', settings.units).symbol }}</th>
            <th><span class="visually-hidden">Take out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(f, k) in state.fills"
            :key="k"
            :class="{ suspect: result?.suspects.includes(k) }"
            data-test="fill"
          >
            <td>{{ k + 1 }}<span v-if="result?.suspects.includes(k)"> ?</span></td>
            <td class="n mono">{{ clock(f.seconds) }}</td>
            <td class="n figure">{{ flowOf(k) }}</td>
            <td class="n">
              <button
                type="button"
                class="plain-button"
                :aria-label="`Take fill ${k + 1} out`"
                @click="state.fills.splice(k, 1)"
              >
                <Trash2 :size="20" aria-hidden="true" />
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="state.fills.length > 0" class="more">
        <label>Date <DateField v-model:value="state.date" label="Date" /></label>
        <label
          >Weather
          <TextField v-model:value="state.weather" label="Weather" :longest="200" placeholder="dry week, warm …"
        /></label>
        <label>Note <TextField v-model:value="state.note" label="Note" :longest="2000" /></label>
        <span class="passing">
          <span>Passing by</span>
          <QuantityField
            :value="state.passingByLpm === undefined ? undefined : state.passingByLpm"
            optional
            field="passingByLpm"
            label="Water passing the intake by"
            :limits="{ min: 0, max: 10 }"
            :commit="
              (value) => {
                state.passingByLpm = value;
                return undefined;
              }
            "
            show-unit
          />
        </span>
      </div>
    </div>
    <footer v-if="result">
      <div class="sum">
        <p>
          <span class="big figure" data-test="bucket-mean">{{ meanText.text }}</span> {{ meanText.unit }} mean
        </p>
        <p v-if="Number.isFinite(result.halfWidth)">
          <span class="big figure">±{{ percent(result.halfWidth / result.mean) }}</span>
        </p>
      </div>
      <p v-if="verdict" class="verdict" data-test="bucket-verdict">
        <DropGlyph :level="verdict.level" /><span
          ><strong>{{ verdict.word }}.</strong> {{ verdict.text }}</span
        >
      </p>
      <button
        type="button"
        class="plain-button main press"
        data-test="keep-test"
        :disabled="begun !== null"
        @click="keep"
      >
        <Check :size="24" aria-hidden="true" />Keep this test
      </button>
    </footer>
  </section>
</template>

<style scoped>
.bucket {
  position: fixed;
  z-index: 60;
  inset: 0;
  display: flex;
  flex-direction: column;
  max-width: 520px;
  margin: 0 auto;
  overflow: auto;
  background: var(--paper);
  box-shadow: 0 0 0 100vmax rgb(0 0 0 / 45%);
}

header {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 8px;
  background: var(--sheet);
  border-bottom: 4px solid var(--water);
}

.body {
  flex: 1;
  padding: 12px 16px;
}

.vessel,
.pair,
.sum {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.vessel {
  flex-wrap: nowrap;
}

.vessel strong {
  flex: 1;
  line-height: 1.2;
}

.holds {
  flex: none;
  width: 112px;
}

.square {
  flex: none;
  width: 52px;
  min-height: 52px;
  padding: 0;
}

.holds :deep(input) {
  min-height: 52px;
}

.watch {
  display: flex;
  align-items: center;
  gap: 20px;
  margin: 12px 0;
}

.stream,
.water {
  fill: var(--water);
}

.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
}

.time {
  font-family: var(--font-figure);
  font-size: min(var(--figure-xl), 17vw);
  font-weight: 600;
  line-height: 1.1;
}

.press {
  width: 100%;
  min-height: 80px;
  font-size: 22px;
}

.pair {
  margin-top: 8px;
}

.pair > * {
  flex: 1;
  min-height: 52px;
}

.typed {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 8px;
}

.slip {
  color: var(--brick-ink);
}

table {
  width: 100%;
  margin-top: 12px;
  border-collapse: collapse;
}

th {
  text-align: left;
  font-size: var(--text-s);
  font-weight: 500;
}

td {
  border-top: var(--line-hair) solid var(--rule-strong);
}

.n {
  text-align: right;
}

.mono {
  font-family: var(--font-figure);
}

.suspect td {
  background: var(--amber-wash);
}

.more {
  display: grid;
  gap: 8px;
  margin-top: 12px;
}

.more label,
.passing {
  display: grid;
  grid-template-columns: 92px 1fr;
  align-items: center;
  gap: 8px;
}

footer {
  position: sticky;
  bottom: 0;
  padding: 8px 16px 12px;
  background: var(--water-wash);
  border-top: var(--line) solid var(--ink);
}

.sum {
  justify-content: space-between;
}

.sum .big {
  font-size: 26px;
}

.verdict {
  display: flex;
  gap: 8px;
  margin: 4px 0 8px;
}

footer .press {
  min-height: 60px;
}
</style>
