<script setup lang="ts">
// Quick start: a few figures, the first honest answer as one types, and a plan to walk from there.
import { computed, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { crossChecks } from '@vernal-slope/plan/document';
import {
  BEGIN_CHOICES,
  OUTLET_CHOICES,
  quickPlan,
  type BeginChoice,
  type OutletChoice,
  type QuickStart,
} from '@vernal-slope/plan/quickstart';
import { api } from '../session/client.ts';
import DropGlyph from '../shell/DropGlyph.vue';
import EntryRow from '../fields/EntryRow.vue';
import HillsideView from '../drawings/hillside/HillsideView.vue';
import NameField from '../fields/NameField.vue';
import PipePicker from '../fields/PipePicker.vue';
import QuantityField from '../fields/QuantityField.vue';
import SentenceText from '../judgement/SentenceText.vue';
import TopBar from '../shell/TopBar.vue';
import { resultsOf } from '../session/usePlanResults.ts';
import { asSI, rounded, show } from '@vernal-slope/display/quantities';
import { planValue } from '@vernal-slope/display/planfields';
import { nameIn, pipeFamily, pipeName } from '@vernal-slope/display/names';
import { SEVERITY_WORD, sentence } from '@vernal-slope/display/sentences';
import { useSettings } from '../display/settings.ts';
import ChoiceField from '../fields/ChoiceField.vue';

const settings = useSettings();
const router = useRouter();
/** Figures to start from, round in the person's units. */
const ROUND = {
  metric: { heightM: 10, lengthM: 100, tankL: 1000 },
  us: {
    heightM: asSI(30, 'height', 'us'),
    lengthM: asSI(300, 'distance', 'us'),
    tankL: planValue('tankL', asSI(250, 'volume', 'us')),
  },
} as const;
type Figures = { -readonly [K in keyof QuickStart]: QuickStart[K] };
const q = reactive<Figures>({
  ...ROUND[settings.units],
  pipe: 'astm-d2239-sidr15/1',
  outlet: 'trough',
  begin: 'spring-tank',
});
// figures that nobody touched stay round when the units change
watch(
  () => settings.units,
  (now, before) => {
    for (const key of ['heightM', 'lengthM', 'tankL'] as const)
      if (q[key] === ROUND[before][key]) q[key] = ROUND[now][key];
  },
);
/** Fields that cannot be used as they stand: nothing is made of them, and nothing older in their place. */
const wrong = reactive(new Set<string>());
const mark = (field: string, now: boolean): void => void (now ? wrong.add(field) : wrong.delete(field));
const title = ref('New plan');
const picking = ref(false);
const trouble = ref('');
const busy = ref(false);

const plan = computed(() => quickPlan({ ...q, units: settings.units }, title.value));
const faults = computed(() => crossChecks(plan.value));
const results = computed(() => (faults.value.length === 0 && wrong.size === 0 ? resultsOf(plan.value) : null));
const figures = computed(() => results.value?.result.nodes.get('outlet'));
const flow = computed(() => show(figures.value?.flow ?? 0, 'flow', settings.units));
const pressure = computed(() =>
  show(
    ((figures.value?.flow ?? 0) > 0 ? figures.value?.pressure : figures.value?.staticPressure) ?? 0,
    'pressure',
    settings.units,
  ),
);
const sentences = computed(() =>
  (results.value?.findings ?? [])
    .slice(0, 5)
    .map((f) => ({ f, parts: sentence(f, settings.units, (id) => nameIn(plan.value, id)) })),
);
const choices = Object.entries(OUTLET_CHOICES).map(([value, c]) => ({ value: value as OutletChoice, label: c.name }));
const begins = Object.entries(BEGIN_CHOICES).map(([value, c]) => ({ value: value as BeginChoice, label: c.name }));
const NO_BRANCH = 'none';
const branches = [{ value: NO_BRANCH as OutletChoice | typeof NO_BRANCH, label: 'none' }, ...choices];
const set = (key: 'heightM' | 'lengthM', value: number): undefined => {
  q[key] = rounded(value, 4);
  return undefined;
};

async function make(): Promise<void> {
  if (faults.value.length > 0 || wrong.size > 0 || busy.value) return;
  busy.value = true;
  const answer = await api.create(plan.value);
  busy.value = false;
  if (answer.ok) await router.push({ name: 'plan', params: { id: answer.value.id, step: 'walk' } });
  else
    trouble.value =
      'The plan could not be saved: the server cannot be reached. Your figures stay here; try again in a moment.';
}
</script>

<template>
  <TopBar />
  <main>
    <section class="figures sheet" aria-labelledby="quick">
      <h1 id="quick">Quick start</h1>
      <p class="muted">
        A few figures, as well as you know them. Type other units if you like: “40 ft”, “12 m”, “1 1/4 in”.
      </p>
      <form @submit.prevent="make">
        <EntryRow label="Name of the plan"
          ><NameField :value="title" label="Name of the plan" @change="(name) => (title = name)"
        /></EntryRow>
        <EntryRow label="The water begins at"
          ><ChoiceField
            :value="q.begin ?? 'tank'"
            :options="begins"
            label="The water begins at"
            data-test="begin"
            @update:value="(v) => (q.begin = v)"
        /></EntryRow>
        <EntryRow
          label="1. How high the water stands above the outlet"
          :value="q.heightM"
          quantity="height"
          :limits="{ min: -100, max: 1000 }"
          :commit="(si) => set('heightM', si)"
          live
          :note="`Water surface to outlet. With a hose: hold one end in the water’s level and read a gauge at the other, ${settings.units === 'us' ? '0.43 psi a foot' : '9.8 kPa a metre'}.`"
          @wrong="(now) => mark('height', now)"
        />
        <EntryRow
          label="Elevation where it begins, if known"
          note="Above sea level, from a map. Left open, heights count from the outlet."
          ><QuantityField
            :value="q.elevationM"
            quantity="height"
            label="Elevation where it begins"
            :limits="{ min: -400, max: 6000 }"
            optional
            :clear="() => (q.elevationM = undefined)"
            :commit="(si) => ((q.elevationM = rounded(si, 4)), undefined)"
            live
            show-unit
            @wrong="(now) => mark('elevation', now)"
        /></EntryRow>
        <EntryRow
          label="2. How far the pipe runs"
          :value="q.lengthM"
          quantity="distance"
          :limits="{ min: 0.5, max: 20000 }"
          :commit="(si) => set('lengthM', si)"
          live
          :note="`Along the ground. A pace is about ${settings.units === 'us' ? '2½ ft' : '0.75 m'}.`"
          @wrong="(now) => mark('length', now)"
        />
        <EntryRow label="3. Which pipe">
          <button type="button" class="plain-button edged pipe" data-test="choose-pipe" @click="picking = true">
            {{ pipeName(q.pipe, settings.units) }} {{ pipeFamily(q.pipe) }}
          </button>
        </EntryRow>
        <EntryRow label="4. What the outlet is" :note="OUTLET_CHOICES[q.outlet].note[settings.units]"
          ><ChoiceField v-model:value="q.outlet" :options="choices" label="What the outlet is"
        /></EntryRow>
        <EntryRow
          label="And on a branch half way"
          :note="q.branch ? OUTLET_CHOICES[q.branch].note[settings.units] : undefined"
          ><ChoiceField
            :value="q.branch ?? NO_BRANCH"
            :options="branches"
            label="Outlet on a branch"
            data-test="branch"
            @update:value="(v) => (q.branch = v === NO_BRANCH ? undefined : (v as OutletChoice))"
        /></EntryRow>
        <EntryRow
          v-if="BEGIN_CHOICES[q.begin ?? 'tank'].tank"
          label="5. How much the tank holds"
          :value="q.tankL"
          field="tankL"
          :limits="{ min: 0.02, max: 1000 }"
          :commit="
            (value) => {
              q.tankL = value;
              return undefined;
            }
          "
          live
          note="Taken as an upright round tank, three quarters full."
          @wrong="(now) => mark('tank', now)"
        />
        <p v-if="faults[0]" class="fault" role="alert">
          The pipe is shorter than the height: it runs {{ show(q.lengthM, 'distance', settings.units).text }}
          {{ show(q.lengthM, 'distance', settings.units).unit }}, so it cannot fall that far. Check one of the two.
        </p>
        <p v-if="trouble" class="fault" role="alert">{{ trouble }}</p>
        <button
          type="submit"
          class="plain-button main go"
          data-test="make-plan"
          :disabled="faults.length > 0 || wrong.size > 0 || busy"
        >
          Keep it and walk the line
        </button>
      </form>
    </section>
    <section class="answer" aria-labelledby="first-answer" aria-live="polite">
      <p v-if="wrong.size > 0" class="sheet wait" role="status" data-test="quick-wait">
        One figure cannot be used as it stands. Mend the field that is red, and the answer comes.
      </p>
      <template v-if="results">
        <div class="sheet two">
          <h2 id="first-answer" class="visually-hidden">First answer</h2>
          <p>
            <span class="big figure" data-test="quick-flow">{{ flow.text }}</span>
            <span class="muted">{{ flow.unit }}</span><br /><span class="small muted">flow at the outlet</span>
          </p>
          <p>
            <span class="big figure" data-test="quick-pressure">{{ pressure.text }}</span>
            <span class="muted">{{ pressure.unit }}</span><br /><span class="small muted">{{
              (figures?.flow ?? 0) > 0 ? 'as it runs' : 'with all shut'
            }}</span>
          </p>
        </div>
        <HillsideView class="hill" :results="results" chosen="outlet" :leg="null" :hovered="null" :title="title" />
        <ul class="sheet" data-test="quick-sentences">
          <li v-for="{ f, parts } in sentences" :key="f.code + f.at">
            <DropGlyph :level="f.severity" :size="18" /><span
              ><strong>{{ SEVERITY_WORD[f.severity] }}.</strong>{{ ' ' }}
              <SentenceText :parts="parts.map((p) => ({ ...p, opens: undefined }))"
            /></span>
          </li>
        </ul>
        <p class="small muted">
          The ground between is taken as an even slope until you walk it: a hump on the way can change everything.
        </p>
      </template>
    </section>
  </main>
  <PipePicker v-model:show="picking" :value="q.pipe" @choose="(pipe) => typeof pipe === 'string' && (q.pipe = pipe)" />
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: minmax(380px, 460px) 1fr;
  gap: 16px;
  padding: 16px;
}

.figures {
  padding: 16px;
  align-self: start;
}

form {
  margin-top: 12px;
}

.pipe {
  width: 100%;
}

.go {
  margin-top: 16px;
  width: 100%;
}

.fault {
  margin-top: 12px;
  color: var(--brick-ink);
}

.answer {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-width: 0;
}

.two {
  display: flex;
  gap: 40px;
  padding: 12px 20px;
}

.wait {
  padding: 12px 16px;
}

.big {
  margin-right: 6px;
  font-size: var(--figure-l);
}

.hill {
  height: 340px;
}

ul {
  display: flex;
  flex-direction: column;
  gap: 8px;
  margin: 0;
  padding: 12px 16px;
  list-style: none;
}

li {
  display: flex;
  gap: 8px;
}

@media (max-width: 900px) {
  main {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px;
  }

  .hill {
    height: 230px;
  }
}
</style>
