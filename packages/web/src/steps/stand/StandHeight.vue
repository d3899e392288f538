<script setup lang="ts">
// How high: the least stand in each situation, beside what heights alone would say; what each half metre gives; what
// else would win the same pressure.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { type Command } from '@vernal-slope/plan/edit';
import type { StoreNode } from '@vernal-slope/plan/schema';
import { wantsOf, isOutlet } from '@vernal-slope/plan/kinds';
import {
  needWorking,
  staticNeedWorking,
  pointWorking,
  roundStand,
  setStand,
  wayCommand,
  type PressureWay,
  type SituationNeed,
} from '@vernal-slope/plan/stand';
import type { StandFigures } from './useStand.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import { nameIn } from '@vernal-slope/display/names';
import { costText, percent, showText } from '@vernal-slope/display/quantities';
import { wayText } from '@vernal-slope/display/standwords';
import { useSettings } from '../../display/settings.ts';
import HalfMetres from './HalfMetres.vue';
import { usePlanPage } from '../../session/planpage.ts';

const props = defineProps<{
  figures: StandFigures;
  tank: StoreNode;
  ways: AnswerShown<readonly PressureWay[]>;
  /** A what-if is open: its own changes go on in it. */ trying: boolean;
}>();
const emit = defineEmits<{
  try: [command: Command];
  set: [command: Command];
  working: [working: Working | undefined];
}>();
const settings = useSettings();
const { joining } = usePlanPage();
const plan = computed(() => props.figures.plan);
const needs = computed(() => props.figures.heights.needs);
const most = computed(() => needs.value.most);
const stands = computed(() => props.tank.standM ?? 0);
const h = (m: number): string => showText(m, 'height', settings.units);
const signed = (m: number): string => (m < 0 ? `${h(-m)} lower than its ground` : h(m));
const name = (id: string): string => nameIn(plan.value, id);
const impossible = computed(() => needs.value.situations.filter((s) => !s.found.ok));
const wants = computed(() => {
  const node = plan.value.nodes.find((n) => n.id === most.value?.found.governing);
  return isOutlet(node) ? wantsOf(node).pressure : undefined;
});
/** The ways are of before the last change: they are shown, and not taken. */
const stale = computed(() => props.ways.busy);
const off = computed(() => most.value && Math.abs(roundStand(most.value.found.stand) - stands.value) > 0.004);
const openNeed = (s: SituationNeed): void => emit('working', needWorking(plan.value, props.tank.id, s));
const openStatic = (s: SituationNeed): void => emit('working', staticNeedWorking(plan.value, props.tank.id, s));
function take(way: PressureWay): void {
  const command = wayCommand(plan.value, props.tank.id, way);
  if (command)
    emit('try', {
      ...command,
      label: `${wayText(plan.value, way, settings.units)}; stand ${way.stand > 0 ? h(roundStand(way.stand)) : 'none'}`,
    });
}
function openPoint(stand: number): void {
  const { curve } = props.figures.heights;
  if (curve) emit('working', pointWorking(plan.value, props.tank.id, curve, stand));
}
const cost = (w: PressureWay): string => {
  if (w.change.kind === 'fewer') return 'nothing but waiting';
  if (w.change.kind === 'need') return 'nothing, if it is content';
  if (w.change.kind === 'valve') return `${w.change.valves.length} valve${w.change.valves.length === 1 ? '' : 's'}`;
  if (w.cost === undefined || w.unit === undefined) return '–';
  return `${w.cost < 0 ? 'saves ' : ''}${costText(Math.abs(w.cost), w.unit, settings.units)}${w.unit === 'plastic' ? ' of pipe' : ''}`;
};
</script>

<template>
  <section class="sheet high" aria-labelledby="high-title">
    <div class="halves">
      <div>
        <h2 id="high-title">How high</h2>
        <template v-if="most">
          <p class="answer">
            <button
              type="button"
              class="figure"
              title="Show the working"
              data-test="stand-needed"
              @click="openNeed(most)"
            >
              {{ h(most.found.stand) }}
            </button>
            <span
              >is the least it must stand above its ground, at its low water, for “{{ most.name }}”;
              {{ name(most.found.governing) }} governs. It stands
              <strong data-test="stand-now">{{ h(stands) }}</strong>.</span
            >
          </p>
          <p class="small muted">
            From the wished pressure and the heights alone it would be
            <button
              type="button"
              class="figure"
              title="Show the working"
              data-test="static-only"
              @click="openStatic(most)"
            >
              {{ signed(most.found.staticOnly) }}</button>: that leaves out what the pipes and fittings take while the
            water runs, and is too low by {{ h(most.found.stand - Math.max(0, most.found.staticOnly)) }}.
          </p>
          <p v-if="off && figures.heights.dry.length > 0" class="short" data-test="stand-dry">
            Set so high, no water would come into {{ figures.heights.dry.map(name).join(' and ') }}: raise what fills it
            too, or win the pressure otherwise.
          </p>
          <p v-else-if="off">
            <button
              type="button"
              class="plain-button edged"
              data-test="set-stand"
              @click="most && emit('set', setStand(tank.id, most.found.stand))"
            >
              Set it to {{ h(roundStand(most.found.stand)) }}
            </button>
          </p>
        </template>
        <p v-else-if="needs.fed.length === 0" class="muted">
          Nothing drinks from this tank yet: lead a line from it to a tap or a trough, and the height follows.
          <button
            type="button"
            class="plain-button edged"
            data-test="lead-tank"
            @click="joining.ask({ mode: 'line', from: { place: tank.id } })"
          >
            A line from it
          </button>
        </p>
        <p v-else-if="needs.situations.length === 0" class="muted">
          No place that this tank feeds says what it wants. Enter at Outlets the flow and pressure that each wants.
        </p>
        <div v-if="needs.situations.length > 0" class="sideways">
          <table class="rows" data-test="stand-situations">
            <thead>
              <tr>
                <th>Running at once</th>
                <th class="n">Stand</th>
                <th>Governs</th>
                <th class="n">Heights alone</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="s in needs.situations" :key="s.name">
                <th scope="row">{{ s.name }}</th>
                <template v-if="s.found.ok">
                  <td class="n">
                    <button type="button" class="figure" title="Show the working" @click="openNeed(s)">
                      {{ h(s.found.stand) }}
                    </button>
                  </td>
                  <td>{{ name(s.found.governing) }}</td>
                  <td class="n">
                    <button type="button" class="figure" title="Show the working" @click="openNeed(s)">
                      {{ h(s.found.staticOnly) }}
                    </button>
                  </td>
                </template>
                <td v-else colspan="3">no stand gives all of them what they want</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="impossible.length > 0" class="small short">
          Where no stand will do, the pipe is too narrow for what is asked: widen it at Pipe, or ask less at Outlets.
        </p>
      </div>
      <HalfMetres
        v-if="figures.heights.curve && most"
        :curve="figures.heights.curve"
        :outlet="name(figures.heights.curve.outlet)"
        :stands="stands"
        :needs="most.found.stand"
        :wants="wants"
        @point="openPoint"
      />
    </div>
    <template v-if="most && most.found.stand > 0">
      <h3>
        What else wins the same pressure
        <span v-if="stale && ways.answer" class="small muted" role="status" data-test="ways-stale"
          >worked out again, {{ percent(ways.progress) }}</span
        >
      </h3>
      <AnswerState
        v-if="!ways.answer"
        what="the other ways"
        :busy="ways.busy"
        :error="ways.error"
        :progress="ways.progress"
        @again="ways.ask"
      />
      <p v-else-if="ways.answer.length === 0" class="muted">
        No wider pipe, valve or lower need makes a difference here.
      </p>
      <div v-else class="sideways">
        <table class="rows" :class="{ stale }" :aria-busy="stale" data-test="ways">
          <thead>
            <tr>
              <th>In place of height</th>
              <th class="n">Stand then</th>
              <th class="n less">Less by</th>
              <th>Costs</th>
              <th><span class="visually-hidden">Try it</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(w, k) in ways.answer" :key="k" :data-way="w.change.kind">
              <th scope="row">{{ wayText(plan, w, settings.units) }}</th>
              <td class="n">
                <button
                  v-if="w.working"
                  type="button"
                  class="figure"
                  title="Show the working"
                  @click="emit('working', w.working)"
                >
                  {{ h(w.stand) }}
                </button>
                <span v-else>{{ w.stand > 0 ? h(w.stand) : 'none' }}</span>
              </td>
              <td class="n less">{{ h(w.gain) }}</td>
              <td>{{ cost(w) }}</td>
              <td class="n">
                <button
                  v-if="w.change.kind !== 'fewer'"
                  type="button"
                  class="plain-button edged"
                  :disabled="stale"
                  :data-test="`try-way-${k}`"
                  @click="take(w)"
                >
                  Try it
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="small muted">
        Cheapest for what it wins first. {{ h(0.5) }} of stand is worth about
        {{ showText(needs.halfMetre, 'pressure', settings.units) }}. Pipe is priced by the plan’s prices, or by its
        weight until every size has one.
      </p>
    </template>
  </section>
</template>

<style scoped>
.high {
  padding: 8px 16px 12px;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 0 24px;
  align-items: start;
}

.answer {
  display: flex;
  align-items: baseline;
  gap: 12px;
  margin: 6px 0;
}

.answer .figure {
  flex: none;
  font-size: 26px;
}

h3 {
  margin: 14px 0 4px;
}

tbody th {
  min-width: 130px;
}

.short {
  color: var(--brick-ink);
}

.stale td,
.stale th {
  color: var(--muted);
}

h3 .small {
  margin-left: 8px;
  font-family: var(--font-text);
  font-weight: normal;
}

@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (max-width: 640px) {
  tbody th {
    min-width: 0;
  }

  .less {
    display: none;
  }
}
</style>
