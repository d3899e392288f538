<script setup lang="ts">
// Drills side by side on the rows as they lie, and what else would water them evenly: the widest even drill, a drill for each
// kind of plant or row, ends led back, rows cut, mains in the same pipes.
import { computed } from 'vue';
import type { Compiled } from '@vernal-slope/plan/compile';
import {
  closeLoops,
  setGroupHoles,
  setPlotHole,
  splitRun,
  type Command,
  type HoleGroup,
} from '@vernal-slope/plan/edit';
import {
  DRY_JOINT,
  pressureForThrow,
  screenFor,
  smallestHole,
  usualDrill,
  type GroupDrills,
  type HoleSearch,
  type HoleTried,
  type PlotRuns,
} from '@vernal-slope/plan/garden';
import type { Plan, Plot } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import { percent, perHourText, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import './bench.css';

const props = defineProps<{
  plan: Plan;
  plot: Plot;
  compiled: Compiled;
  runs: PlotRuns;
  /** m³ that a plant wants; undefined where nobody said. */
  wants: number | undefined;
  holes: AnswerShown<HoleSearch | undefined>;
  groups: AnswerShown<GroupDrills | undefined>;
  trying: boolean;
}>();
const emit = defineEmits<{ try: [command: Command] }>();
const settings = useSettings();
const perHour = (flow: number): string => perHourText(flow, settings.units);
const minutes = (s: number): string => showText(s, 'duration', settings.units);

const now = computed(() => {
  const hole = smallestHole(props.runs);
  return hole === undefined ? undefined : planValue('diameterMm', hole);
});
const isNow = (mm: number): boolean => now.value !== undefined && Math.abs(mm - now.value) < 1e-6;
const SIDE_BY_SIDE = 6;
/** Drills beside the one that is there, and always the one that people reach for. */
const shown = computed<readonly HoleTried[]>(() => {
  const all = props.holes.answer?.tried ?? [];
  if (all.length <= SIDE_BY_SIDE) return all;
  const usual = usualDrill(all.map((t) => t.drill));
  const at = all.reduce(
    (near, t, k) =>
      Math.abs(t.drill.diameter - (now.value ?? 1)) < Math.abs(all[near].drill.diameter - (now.value ?? 1)) ? k : near,
    0,
  );
  const from = Math.max(0, Math.min(all.length - SIDE_BY_SIDE, at - 3));
  const beside = all.slice(from, from + SIDE_BY_SIDE);
  if (beside.some((t) => t.drill === usual)) return beside;
  const usualTried = all.filter((t) => t.drill === usual);
  return usual.diameter > beside[0].drill.diameter
    ? [...beside.slice(0, -1), ...usualTried]
    : [...usualTried, ...beside.slice(1)];
});
const best = computed(() => props.holes.answer?.best);
const setHole = (mm: number, name: string): Command => setPlotHole(props.plot.id, mm, `holes of ${name}`);
const loop = computed(() => props.holes.answer?.loop);
const split = computed(() => props.holes.answer?.split);

/** A group in words: what is planted, else which row. */
function groupName(g: HoleGroup): string {
  if (g.plant !== undefined) return g.plant || 'the others';
  const legs = props.plan.lines.find((l) => l.id === g.line)?.legs ?? [];
  const holed = legs.flatMap((leg, k) => (leg.emitters?.length ? [k] : []));
  const name = nameIn(props.plan, g.line ?? '');
  if (holed.length < 2) return name;
  const at = holed.indexOf(g.leg ?? 0);
  return holed.length === 2 ? `${name} ${at === 0 ? 'out' : 'back'}` : `${name}, part ${at + 1}`;
}
const byGroup = computed(() => props.groups.answer);
const groupWords = computed(() =>
  (byGroup.value?.drills ?? []).map(({ group, drill }) => `${groupName(group)} ${drill.name}`).join('; '),
);
function tryGroups(): void {
  if (!byGroup.value) return;
  emit(
    'try',
    setGroupHoles(
      props.plot.id,
      byGroup.value.drills.map(({ group, drill }) => ({ group, diameterMm: drill.diameter })),
      groupWords.value,
    ),
  );
}

/** How far from the pipe a jet may land, m (assumption). */
const REACH = 0.6;
/** Pressure to which mains in the same pipes are throttled, Pa. */
const throttle = computed(() => {
  const first = props.runs.emitters.at(0)?.entry;
  if (first?.type !== 'hole') return undefined;
  const up = Math.max(0, first.heightM ?? 0);
  const jet = pressureForThrow(REACH, up, first.jetDeg ?? 0, props.compiled.water.density);
  return Math.min(DRY_JOINT, jet);
});
const screen = computed(() => {
  const hole = smallestHole(props.runs);
  return hole === undefined ? undefined : screenFor(hole);
});
</script>

<template>
  <AnswerState
    what="the drills"
    :busy="holes.busy"
    :error="holes.error"
    :progress="holes.progress"
    @again="holes.ask()"
  />
  <div v-if="shown.length > 0 && now !== undefined" class="scroll" tabindex="0" aria-label="Drills side by side">
    <table class="drills" :class="{ old: holes.busy }">
      <tbody>
        <tr>
          <th scope="row">The hole</th>
          <td v-for="t in shown" :key="t.drill.id">
            <button
              type="button"
              class="plain-button edged"
              :class="{ on: isNow(t.drill.diameter) }"
              :aria-pressed="isNow(t.drill.diameter)"
              :disabled="trying || holes.busy"
              :data-test="`drill-${t.drill.id}`"
              @click="emit('try', setHole(t.drill.diameter, t.drill.name))"
            >
              <svg width="20" height="20" aria-hidden="true">
                <circle cx="10" cy="10" :r="3 * t.drill.diameter" class="dot" />
              </svg>
              {{ t.drill.name }}
            </button>
          </td>
        </tr>
        <tr class="worked">
          <th scope="row">Each gives, about</th>
          <td v-for="t in shown" :key="t.drill.id">{{ perHour(t.mean) }}</td>
        </tr>
        <tr class="worked">
          <th scope="row">Evenness, driest quarter</th>
          <td v-for="t in shown" :key="t.drill.id" :data-test="`even-${t.drill.id}`">
            {{ Number.isFinite(t.even) ? percent(t.even) : 'dry' }}
          </td>
        </tr>
        <tr v-if="wants !== undefined" class="worked">
          <th scope="row">All have {{ showText(wants, 'volume', settings.units) }} after</th>
          <td v-for="t in shown" :key="t.drill.id">
            {{ !t.served ? '–' : t.served.all !== undefined ? minutes(t.served.all) : `${t.served.short} stay short` }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <div class="offers">
    <p v-if="best && now !== undefined && !isNow(best.drill.diameter)" data-test="best-hole">
      <strong>Holes of {{ best.drill.name }}</strong> are the widest that are
      {{ percent(holes.answer?.wished ?? 0.9) }} even: {{ percent(best.even) }}, {{ perHour(best.mean) }} each.
      <button
        type="button"
        class="plain-button edged"
        data-test="try-hole"
        :disabled="trying"
        @click="emit('try', setHole(best.drill.diameter, best.drill.name))"
      >
        Try it
      </button>
    </p>
    <p v-else-if="holes.answer && !best && now !== undefined" data-test="no-hole">
      No drill of the table waters these rows {{ percent(holes.answer.wished) }} evenly: shorter rows, a loop, or a
      wider pipe.
    </p>
    <p v-if="byGroup" data-test="group-holes">
      <strong>Drills of their own</strong>: {{ groupWords }}. So the plot is {{ percent(byGroup.even) }} even at
      {{ perHour(byGroup.mean) }} each.
      <button type="button" class="plain-button edged" data-test="try-groups" :disabled="trying" @click="tryGroups">
        Try it
      </button>
    </p>
    <p v-if="loop" data-test="loop">
      <strong>Lead each end back to its start</strong>: {{ showText(loop.pipe, 'distance', settings.units) }} of pipe;
      fed from both ends the rows are {{ percent(loop.even) }} even.
      <button
        type="button"
        class="plain-button edged"
        data-test="try-loop"
        :disabled="trying"
        @click="emit('try', closeLoops(plot.id))"
      >
        Try it
      </button>
    </p>
    <p v-if="split" data-test="split">
      Or <strong>cut each row into {{ split }} runs</strong>, each fed from the start by a pipe of its own.
      <button
        type="button"
        class="plain-button edged"
        data-test="try-split"
        :disabled="trying"
        @click="emit('try', splitRun(plot.id, split))"
      >
        Try it
      </button>
    </p>
    <slot />
    <p v-if="screen" class="small muted">
      A screen with openings of {{ showText(screen, 'bore', settings.units) }} or less before the rows (a seventh of the
      hole, Keller and Bliesner 1990, from memory); ends that open for flushing. Joints pushed together without glue
      hold about {{ showText(DRY_JOINT, 'pressure', settings.units) }} (common practice, no source).
    </p>
    <p v-if="throttle !== undefined" class="small muted" data-test="throttle">
      Mains led into the same pipes are throttled to
      <span class="figure">{{ showText(throttle, 'pressure', settings.units) }}</span>: joints stay on and jets stay
      within {{ showText(REACH, 'height', settings.units) }} of the pipe (assumption; the bound without air). Local
      codes usually ask for a device against backflow: ask before you join them.
    </p>
  </div>
</template>

<style scoped>
.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.drills {
  border-collapse: collapse;
}

.drills th {
  padding-right: 8px;
  white-space: nowrap;
  font-weight: 400;
  text-align: left;
}

.drills td {
  padding: 3px 4px;
  text-align: center;
}

.drills .worked td {
  font-family: var(--font-figure);
  color: var(--water-deep);
}

.drills tr.worked:nth-child(2) {
  border-top: 3px double var(--rule);
}

.old {
  opacity: 0.6;
}

.dot {
  fill: var(--ink);
}
</style>
