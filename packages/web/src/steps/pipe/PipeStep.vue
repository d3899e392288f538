<script setup lang="ts">
// Pipe: sizes side by side, what runs at once, who takes whose water, sizes found.
import { computed, ref, proxyRefs, toRef, watch } from 'vue';
import { findPipe, PIPE_ROWS } from '@vernal-slope/plan/catalogue';
import { changePlan, setPipe, setSizes, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Working } from '@vernal-slope/core/working';
import {
  candidateWorking,
  placesMoved,
  USUAL_SPEED,
  type Candidate,
  type CandidateFigure,
} from '@vernal-slope/plan/solve';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { usePipes } from './usePipes.ts';
import { nameIn, nominal } from '@vernal-slope/display/names';
import { costText, percent, showText, unitFor } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import PriceField from '../../fields/PriceField.vue';
import SharedWater from './SharedWater.vue';
import SituationList from './SituationList.vue';
import SizesFound from './SizesFound.vue';
import { useEdits } from '../../session/planpage.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import LaterPart from '../../shell/LaterPart.vue';

const props = defineProps<{
  results: PlanResults;
  line: string;
  chosen: string;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{ line: [id: string]; try: [command: Command]; working: [working: Working | undefined] }>();
const settings = useSettings();
const { perform } = useEdits();
const plan = computed(() => props.results.compiled.plan);
const lineNow = computed(() => plan.value.lines.find((l) => l.id === props.line));
const count = computed(() => lineNow.value?.legs.length ?? 0);

/** Which legs: all, the first few, or one. */
const stretch = ref('all');
watch(
  () => props.line,
  () => (stretch.value = 'all'),
);
const stretches = computed(() => {
  const n = count.value;
  const own = Array.from({ length: n }, (_, k) => k + 1);
  return [
    { value: 'all', label: n === 1 ? 'its one leg' : `all ${n} legs` },
    ...(n > 1
      ? own.slice(0, -1).map((k) => ({ value: `first-${k}`, label: k === 1 ? 'the first leg' : `the first ${k} legs` }))
      : []),
    ...(n > 1 ? own.slice(1).map((k) => ({ value: `leg-${k}`, label: `leg ${k} alone` })) : []),
  ];
});
const legs = computed(() => {
  const all = Array.from({ length: count.value }, (_, k) => k);
  const [kind, number] = stretch.value.split('-');
  if (kind === 'first') return all.slice(0, Number(number));
  if (kind === 'leg') return all.filter((k) => k === Number(number) - 1);
  return all;
});
const present = computed(() => {
  const pipe = lineNow.value?.legs[legs.value[0] ?? 0]?.pipe;
  return typeof pipe === 'string' ? findPipe(pipe) : undefined;
});
const family = ref('');
watch(
  () => present.value?.family,
  (now) => (family.value = now ?? PIPE_ROWS[0].family),
  { immediate: true },
);
const families = [...new Set(PIPE_ROWS.map((r) => r.family))];
const asked = computed(() => ({
  line: props.line,
  legs: legs.value,
  like: PIPE_ROWS.find((r) => r.family === family.value)?.id ?? '',
  place: props.chosen,
}));
const pipes = usePipes(
  plan,
  toRef(() => asked.value),
);
const answers = pipes.answers.answer;
const state = proxyRefs(pipes.answers);
const sizes = proxyRefs(pipes.sizes);
const worst = proxyRefs(pipes.worst);

const places = computed(() => placesMoved(answers.value?.candidates ?? [], props.chosen).slice(0, 3));
const refills = computed(() => answers.value?.candidates.some((k) => k.refill !== undefined) ?? false);
const shown = (si: number, quantity: Parameters<typeof showText>[1]): string => showText(si, quantity, settings.units);
const speedWord = ({ speed }: Candidate): string =>
  speed > USUAL_SPEED.most
    ? 'fast: it may hammer'
    : speed > 0 && speed < USUAL_SPEED.least
      ? 'slow: air and grit stay'
      : '';
const stretchWords = computed(() => stretches.value.find((s) => s.value === stretch.value)?.label ?? '');
const sizeOf = (pipe: string): string => nominal(findPipe(pipe)?.nominal ?? pipe);

const open = (k: Candidate, figure: CandidateFigure): void =>
  emit('working', candidateWorking(plan.value, props.line, legs.value, k, figure));
function take(k: Candidate): void {
  emit('try', setPipe(props.line, legs.value, k.pipe, `${nominal(k.label)} on ${stretchWords.value}`));
}
function takeSizes(): void {
  const found = sizes.answer;
  if (found?.ok) emit('try', setSizes(found.sizes, 'the sizes found'));
}
const lengthUnit = computed(() => unitFor('distance', settings.units));
/** What a person pays a metre. */
const priceOf = (pipe: string): number | undefined => plan.value.prices?.pipes?.find((p) => p.pipe === pipe)?.perM;
function setPrice(pipe: string, perM: number | undefined): void {
  perform(
    changePlan('price of pipe', (p) => {
      const kept = (p.prices?.pipes ?? []).filter((row) => row.pipe !== pipe);
      if (perM !== undefined) kept.push({ pipe, perM });
      p.prices = { ...p.prices, pipes: kept };
    }),
  );
}
const LEAST = [
  { value: 'by-flow', label: 'any size that carries the flow, humps vented' },
  { value: '1-1/4', label: 'none under 1¼ in, against air locks (common practice)' },
] as const;
const setSchool = (least: (typeof LEAST)[number]['value']): void =>
  void perform(changePlan('least pipe', (p) => void ((p.settings ??= {}).leastPipe = least)));
</script>

<template>
  <section class="sheet pipes" aria-labelledby="pipes-title">
    <header>
      <h2 id="pipes-title">Sizes side by side</h2>
      <ChoiceField
        fit
        :value="line"
        :options="plan.lines.map((l) => ({ value: l.id, label: nameIn(plan, l.id) }))"
        label="Line"
        @update:value="(id) => emit('line', id)"
      />
      <ChoiceField v-model:value="stretch" fit :options="stretches" label="Which legs" data-test="which-legs" />
      <ChoiceField
        v-model:value="family"
        fit
        :options="families.map((f) => ({ value: f, label: f }))"
        label="Kind of pipe"
      />
    </header>
    <div class="scroll">
      <table data-test="candidates">
        <thead>
          <tr>
            <th>Size</th>
            <th><span class="visually-hidden">Take it</span></th>
            <th class="n">Bore</th>
            <th v-for="id in places" :key="id" class="n">{{ nameIn(plan, id) }}</th>
            <th class="n">Speed</th>
            <th class="n">Head loss</th>
            <th class="n" title="Standing pressure with all shut and the tanks full, as a share of the pressure rating">
              Of its rating
            </th>
            <th v-if="refills" class="n">Refill time</th>
            <th class="n">Price a {{ lengthUnit.symbol }}</th>
            <th class="n">{{ answers?.candidates[0]?.unit === 'money' ? 'Cost' : 'Weight' }}</th>
          </tr>
        </thead>
        <tbody>
          <LaterPart v-for="(k, row) in answers?.candidates ?? []" :key="k.pipe" :after="1 + Math.floor(row / 3)"
            ><tr :class="{ now: k.now }" :data-pipe="k.pipe">
              <td>
                <strong>{{ sizeOf(k.pipe) }}</strong>
              </td>
              <td>
                <span v-if="k.now" class="muted">is laid</span>
                <button v-else type="button" class="plain-button edged" :data-test="`take-${k.pipe}`" @click="take(k)">
                  Try it
                </button>
              </td>
              <td class="n figure">{{ shown(k.insideDiameter, 'bore') }}</td>
              <td v-if="!k.settled" :colspan="places.length + 2" data-test="unsettled">
                <strong>Not settled:</strong> no answer was found with this pipe.
              </td>
              <td v-for="id in k.settled ? places : []" :key="id" class="n">
                <button type="button" class="figure" title="Show the working" @click="open(k, { of: 'flow', id })">
                  {{ shown(k.places[id]?.flow ?? 0, 'flow') }}
                </button>
                <button
                  type="button"
                  class="figure small"
                  title="Show the working"
                  @click="open(k, { of: 'pressure', id })"
                >
                  {{ shown(Math.max(0, k.places[id]?.pressure ?? 0), 'pressure') }}
                </button>
              </td>
              <td v-if="k.settled" class="n" :title="speedWord(k)">
                <button type="button" class="figure" title="Show the working" @click="open(k, { of: 'speed' })">
                  {{ shown(k.speed, 'speed') }}
                </button>
                <small v-if="speedWord(k)">{{ speedWord(k) }}</small>
              </td>
              <td v-if="k.settled" class="n">
                <button type="button" class="figure" title="Show the working" @click="open(k, { of: 'loss' })">
                  {{ shown(k.loss, 'loss') }}
                </button>
              </td>
              <td class="n">
                <template v-if="k.ratingUsed === undefined">not rated</template>
                <button v-else type="button" class="figure" title="Show the working" @click="open(k, { of: 'rating' })">
                  {{ percent(k.ratingUsed) }}
                </button>
                <small v-if="(k.ratingUsed ?? 0) > 1" class="short">too much</small>
              </td>
              <td v-if="refills" class="n">
                <template v-if="!k.settled || k.refill === undefined || k.refill === null">–</template>
                <button
                  v-else
                  type="button"
                  class="figure"
                  title="Show the working"
                  @click="open(k, { of: 'refill', id: chosen })"
                >
                  {{ shown(k.refill, 'duration') }}
                </button>
              </td>
              <td class="n">
                <PriceField
                  :price="priceOf(k.pipe)"
                  per-metre
                  :label="`Price of ${sizeOf(k.pipe)} a ${lengthUnit.symbol}`"
                  @price="(perM) => setPrice(k.pipe, perM)"
                />
              </td>
              <td class="n">
                <button type="button" class="figure" title="Show the working" @click="open(k, { of: 'cost' })">
                  {{ costText(k.cost, k.unit, settings.units) }}
                </button>
              </td>
            </tr></LaterPart
          >
        </tbody>
      </table>
      <AnswerState
        v-if="state.error || !answers"
        what="the sizes"
        :busy="state.busy"
        :error="state.error"
        @again="state.ask"
      />
      <p v-else-if="answers && answers.candidates.length === 0" class="muted pad">No size of this kind is listed.</p>
    </div>
    <p class="small muted pad">
      Everything open, tanks as they stand. “Of its rating” is the standing pressure with all shut and the tanks full,
      as a share of the pressure rating.
      {{
        answers?.candidates[0]?.unit === 'money'
          ? 'Cost is by the plan’s prices.'
          : 'Until every size has a price the weight of the pipe stands for its cost: dearer pipe is heavier pipe (assumption). Enter prices for the cost.'
      }}
      Speeds from {{ shown(USUAL_SPEED.least, 'speed') }} to {{ shown(USUAL_SPEED.most, 'speed') }}: common practice, no
      source. Bore in {{ unitFor('bore', settings.units).symbol }}, inside.
    </p>
  </section>

  <LaterPart :after="4"
    ><SituationList
      :plan="plan"
      :compiled="results.compiled"
      :answers="answers?.situations ?? []"
      :worst="worst"
      :edit="edit"
      @working="(w) => emit('working', w)"
      @worst="pipes.findWorst"
  /></LaterPart>
  <LaterPart v-if="answers?.table && answers.table.ids.length > 1" :after="3"
    ><SharedWater :plan="plan" :table="answers.table" @working="(w) => emit('working', w)"
  /></LaterPart>
  <LaterPart :after="8"
    ><SizesFound
      :plan="plan"
      :sizes="sizes"
      @find="pipes.findSizes"
      @take="takeSizes"
      @working="(w) => emit('working', w)"
    >
      <label class="school"
        >Least pipe
        <ChoiceField
          fit
          :value="plan.settings?.leastPipe ?? 'by-flow'"
          :options="LEAST"
          label="Smallest pipe"
          data-test="least-pipe"
          @update:value="setSchool"
      /></label> </SizesFound
  ></LaterPart>
</template>

<style scoped>
.pipes {
  padding: 8px 0 0;
  min-width: 0;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  padding: 0 12px 6px;
}

header .one-of {
  max-width: min(230px, 100%);
}

.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 4px 8px;
  border-top: var(--line-hair) solid var(--rule);
  text-align: left;
  vertical-align: top;
  white-space: nowrap;
}

th {
  font-size: var(--text-s);
  white-space: normal;
}

.n {
  text-align: right;
}

td small {
  display: block;
  max-width: 96px;
  margin-left: auto;
  white-space: normal;
  color: var(--muted);
  font-size: var(--text-s);
}

td .short {
  color: var(--brick-ink);
}

tr.now {
  background: var(--water-wash);
}

.pad {
  padding: 8px 12px;
}

.school {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

td .figure.small {
  display: block;
  margin-left: auto;
}

@media (pointer: fine) {
  td .plain-button {
    min-height: 26px;
  }
}
</style>
