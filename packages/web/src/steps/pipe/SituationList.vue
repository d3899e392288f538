<script setup lang="ts">
// What runs at once: named situations, who is short in each, and the worst of all combinations.
import { Plus, Trash2 } from '@lucide/vue';
import { computed } from 'vue';
import type { Compiled } from '@vernal-slope/plan/compile';
import { changePlan, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Working } from '@vernal-slope/core/working';
import { ALL_AT_ONCE, situationFlow, type Served, type WorstSituation } from '@vernal-slope/plan/solve';
import { gardenPlaces, servedPlaces } from '@vernal-slope/plan/topology';
import type { Plan, Situation } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { showEntered, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import type { SituationAnswer } from '../../workers/pipes.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import { useEdits } from '../../session/planpage.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NameField from '../../fields/NameField.vue';
import TickField from '../../fields/TickField.vue';
import LaterPart from '../../shell/LaterPart.vue';

const props = defineProps<{
  plan: Plan;
  compiled: Compiled;
  answers: readonly SituationAnswer[];
  worst: AnswerShown<WorstSituation | undefined>;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{
  worst: [level: Situation['level']];
  working: [working: Working | undefined];
}>();
const settings = useSettings();
const { perform } = useEdits();
const found = computed(() => props.worst.answer);
/** Taps and troughs, then what of a garden may run with them. */
const places = computed(() => servedPlaces(props.compiled));
const garden = computed(() => gardenPlaces(props.compiled));
const ids = computed(() => [...places.value, ...garden.value.plots, ...garden.value.buckets]);
const list = computed(() => props.plan.situations ?? []);
const name = (id: string): string => nameIn(props.plan, id);

const change = (label: string, recipe: (situations: Situation[]) => void): void => {
  perform(changePlan(label, (p) => recipe((p.situations ??= []))));
};
function add(open: readonly string[], title?: string): void {
  change('situation put in', (s) =>
    s.push({ name: title ?? `Situation ${s.length + 1}`, open: [...open], level: 'low' }),
  );
}
const LEVELS: readonly { value: NonNullable<Situation['level']>; label: string }[] = [
  { value: 'low', label: 'tanks low' },
  { value: 'start', label: 'tanks as they stand' },
  { value: 'full', label: 'tanks full' },
];
function toggle(k: number, id: string): void {
  change('what runs at once', (s) => {
    const open = s[k].open;
    s[k].open = open.includes(id) ? open.filter((x) => x !== id) : [...open, id];
  });
}
const words = (s: Served): string => {
  if (s.flow <= 0) return `${name(s.id)} gets nothing`;
  const flow = `${name(s.id)} gets ${showText(s.flow, 'flow', settings.units)}`;
  if (s.wantedFlow !== undefined && s.flow < s.wantedFlow)
    return `${flow} of ${showEntered(s.wantedFlow, 'flow', settings.units)}`;
  return `${flow}${s.wantedPressure !== undefined && s.pressure < s.wantedPressure ? ` at ${showText(s.pressure, 'pressure', settings.units)}, wants ${showEntered(s.wantedPressure, 'pressure', settings.units)}` : ''}`;
};
const verdict = (
  a: SituationAnswer | undefined,
): { level: 'ok' | 'warning' | 'error' | 'begun'; word: string; text: string } => {
  if (!a || a.served.length === 0) return { level: 'begun', word: 'Begun', text: 'Nothing runs yet.' };
  if (!a.converged)
    return { level: 'error', word: 'Short', text: 'No answer was found: look for heights or pipes that cannot be.' };
  const short = a.served.filter((s) => !s.enough);
  if (short.length === 0) return { level: 'ok', word: 'Good', text: 'Everyone gets what they want.' };
  const starved = short.some((s) => s.starved);
  return {
    level: starved ? 'error' : 'warning',
    word: starved ? 'Short' : 'Fair',
    text: `${short.map(words).join('; ')}.`,
  };
};
const answerOf = (s: Situation): SituationAnswer | undefined => props.answers.find((a) => a.situation.name === s.name);
const unnamed = computed(() => props.answers.find((a) => a.situation.name === ALL_AT_ONCE));
</script>

<template>
  <section class="sheet" aria-labelledby="situations-title">
    <header>
      <h2 id="situations-title">What runs at once</h2>
      <span class="actions no-print">
        <button
          v-if="!worst.busy"
          type="button"
          class="plain-button edged"
          data-test="find-worst"
          @click="emit('worst', list[0]?.level ?? 'low')"
        >
          Find the worst combination
        </button>
        <AnswerState
          v-if="worst.busy || worst.error"
          what="the combinations"
          :busy="worst.busy"
          :error="worst.error"
          :progress="worst.progress"
          stops="stop-worst"
          @stop="worst.cancel"
          @again="worst.ask"
        />
        <button
          type="button"
          class="plain-button"
          data-test="add-situation"
          @click="add(places.length > 0 ? places : ids)"
        >
          <Plus :size="18" aria-hidden="true" />Add a situation
        </button>
      </span>
    </header>
    <p v-if="found" class="pad worst" role="status" data-test="worst">
      <DropGlyph
        :level="found.victim.enough && found.unsettled === 0 ? 'ok' : found.victim.starved ? 'error' : 'warning'"
        :size="18"
      />
      <span
        >Of {{ found.tried }} combinations{{ found.complete ? '' : ' (pairs, all but one, and all)' }} the worst is
        {{ found.open.map(name).join(', ') }}: {{ words(found.victim)
        }}{{ found.victim.enough ? ', which is what it wants' : '' }}.
        <template v-if="found.unsettled > 0">For {{ found.unsettled }} of them no answer was found. </template>
        <button
          type="button"
          class="plain-button edged"
          data-test="keep-worst"
          @click="add(found.open, `Worst: ${found.open.map(name).join(', ')}`)"
        >
          Keep it as a situation
        </button></span
      >
    </p>
    <p v-if="list.length === 0" class="pad muted">
      No situation is named: all run at once, tanks low. {{ verdict(unnamed).text }} Name what really runs together,
      such as a morning, and sizes are found for that.
    </p>
    <ul>
      <li v-for="(s, k) in list" :key="k" :data-test="`situation-${k}`">
        <LaterPart :after="k">
          <div class="row">
            <NameField
              class="name"
              :value="s.name"
              :label="`Name of situation ${k + 1}`"
              @change="(value) => change('name of the situation', (all) => void (all[k].name = value))"
            />
            <ChoiceField
              fit
              :value="s.level ?? 'low'"
              :options="LEVELS"
              :label="`Tanks in ${s.name}`"
              data-test="situation-tanks"
              @update:value="(level) => change('tanks', (all) => void (all[k].level = level))"
            />
            <button
              type="button"
              class="plain-button"
              :aria-label="`Take ${s.name} out`"
              title="Take it out"
              @click="change('situation taken out', (all) => void all.splice(k, 1))"
            >
              <Trash2 :size="16" aria-hidden="true" />
            </button>
          </div>
          <fieldset>
            <legend class="visually-hidden">Open in {{ s.name }}</legend>
            <TickField v-for="id in ids" :key="id" :checked="s.open.includes(id)" @update:checked="toggle(k, id)">{{
              garden.buckets.includes(id) ? `beds of ${name(id)}, filling` : name(id)
            }}</TickField>
          </fieldset>
          <p class="verdict">
            <DropGlyph :level="verdict(answerOf(s)).level" :size="18" />
            <span
              ><strong>{{ verdict(answerOf(s)).word }}.</strong> {{ verdict(answerOf(s)).text }}
              <span v-for="place in answerOf(s)?.served ?? []" :key="place.id" class="served small"
                >{{ name(place.id) }}
                <button
                  type="button"
                  class="figure"
                  title="Show the working"
                  @click="emit('working', situationFlow(compiled, place.id, s.open, s.level))"
                >
                  {{ showText(place.flow, 'flow', settings.units) }}
                </button></span
              ></span
            >
          </p></LaterPart
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-top: 12px;
  padding: 8px 0 4px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  padding: 0 12px 6px;
}

.actions {
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-left: auto;
}

progress {
  width: 120px;
  accent-color: var(--water);
}

.pad {
  padding: 6px 12px;
}

.worst,
.verdict {
  display: flex;
  gap: 10px;
  align-items: flex-start;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: 6px 12px;
  border-top: var(--line-hair) solid var(--rule);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.name {
  flex: 1;
  min-width: 120px;
  min-height: var(--hit);
  padding: 0 8px;
  border: var(--line-hair) solid transparent;
  border-radius: var(--radius);
  background: none;
  font-weight: 700;
}

.name:hover,
.name:focus {
  border-color: var(--rule-strong);
}

.served {
  margin-right: 12px;
  white-space: nowrap;
}

fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin: 0;
  padding: 2px 8px;
  border: 0;
}
</style>
