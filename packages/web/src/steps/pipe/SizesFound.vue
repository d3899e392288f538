<script setup lang="ts">
// The cheapest sizes that serve every situation: sought with progress, told with how sure, taken as a what-if.
import { computed } from 'vue';
import { findPipe } from '@vernal-slope/plan/catalogue';
import type { Working } from '@vernal-slope/core/working';
import { missingWorking, sizesCostWorking, type PlanSizes, type ShortServed } from '@vernal-slope/plan/solve';
import type { Plan } from '@vernal-slope/plan/schema';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import { nameIn, nominal } from '@vernal-slope/display/names';
import { costText, percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ plan: Plan; sizes: AnswerShown<PlanSizes> }>();
const emit = defineEmits<{ find: []; take: []; working: [working: Working | undefined] }>();
const settings = useSettings();
const found = computed(() => props.sizes.answer);

/** Stretches of one size along each line, and whether they differ from what is laid. */
const lines = computed(() => {
  const { plan } = props;
  const found = props.sizes.answer;
  if (!found?.ok) return [];
  return plan.lines.flatMap((line) => {
    const own = found.sizes.filter((s) => s.line === line.id).sort((a, b) => a.leg - b.leg);
    if (own.length === 0) return [];
    const runs: { from: number; to: number; pipe: string; length: number }[] = [];
    for (const s of own) {
      const last = runs[runs.length - 1];
      const length = line.legs[s.leg].lengthM;
      if (runs.length > 0 && last.pipe === s.pipe && last.to === s.leg - 1) {
        last.to = s.leg;
        last.length += length;
      } else runs.push({ from: s.leg, to: s.leg, pipe: s.pipe, length });
    }
    return [
      {
        id: line.id,
        name: nameIn(plan, line.id),
        runs: runs.map((r) => ({
          legs: r.from === r.to ? `leg ${r.from + 1}` : `legs ${r.from + 1} to ${r.to + 1}`,
          size: nominal(findPipe(r.pipe)?.nominal ?? r.pipe),
          length: showText(r.length, 'distance', settings.units),
          same: line.legs.slice(r.from, r.to + 1).every((l) => l.pipe === r.pipe),
        })),
      },
    ];
  });
});
/** What a place gets against what it wants. */
function shortText(s: ShortServed): string {
  const parts: string[] = [];
  if (s.wantedFlow !== undefined && s.flow < s.wantedFlow)
    parts.push(`${showText(s.flow, 'flow', settings.units)} of ${showText(s.wantedFlow, 'flow', settings.units)}`);
  if (s.wantedPressure !== undefined && s.pressure < s.wantedPressure)
    parts.push(
      `${showText(Math.max(0, s.pressure), 'pressure', settings.units)} of ${showText(s.wantedPressure, 'pressure', settings.units)}`,
    );
  return parts.join(', ');
}
const changed = computed(() => lines.value.some((l) => l.runs.some((r) => !r.same)));
</script>

<template>
  <section class="sheet" aria-labelledby="sizes-title">
    <header>
      <h2 id="sizes-title">Find sizes</h2>
      <span class="actions no-print">
        <AnswerState
          v-if="sizes.busy || sizes.error"
          what="the sizes"
          :busy="sizes.busy"
          :error="sizes.error"
          :progress="sizes.progress"
          stops="stop-sizes"
          @stop="sizes.cancel"
          @again="sizes.ask"
        />
        <button v-if="!sizes.busy" type="button" class="plain-button main" data-test="find-sizes" @click="emit('find')">
          Find sizes
        </button>
      </span>
    </header>
    <p class="pad small muted">
      The cheapest sizes of the kinds of pipe that are laid, so that every place has its flow at its pressure in every
      situation above, no pipe is under suction and none stands over its pressure rating.
    </p>
    <p class="pad"><slot /></p>
    <div v-if="found && !found.ok" class="pad" role="alert" data-test="sizes-none">
      <template v-if="found.reason === 'missing'">
        <p>No size does it. Head is missing:</p>
        <ul>
          <li v-for="m in found.missing" :key="m.at + m.situation">
            <strong>{{ nameIn(plan, m.at) }}</strong>{{
              m.chainage === undefined ? '' : ` at ${showText(m.chainage, 'distance', settings.units)}`
            }}:
            <button
              type="button"
              class="figure"
              title="Show the working"
              @click="emit('working', missingWorking(plan, m))"
            >
              {{ showText(m.by, 'height', settings.units) }}
            </button>
            in “{{ m.situation }}”, even with the widest pipe.
          </li>
        </ul>
        <p class="small muted">A higher tank, an outlet that wants less, or fewer at once would help.</p>
      </template>
      <p v-else-if="found.reason === 'nothing'">
        There is no line with listed pipe that leads to a place that wants water.
      </p>
    </div>
    <div v-else-if="found?.ok" class="pad" data-test="sizes-found">
      <p>
        <button
          type="button"
          class="figure"
          title="Show the working"
          @click="emit('working', sizesCostWorking(plan, found.sizes))"
        >
          {{ costText(found.cost, found.unit, settings.units) }}
        </button>
        against
        {{ costText(found.costNow, found.unit, settings.units) }}{{ found.unit === 'money' ? '' : ' of pipe' }} as laid.
        <template v-if="found.short.length === 0 && found.cost > found.throttledCost * 1.0001"
          >{{ costText(found.throttledCost, found.unit, settings.units) }} would do if every tap were throttled to what
          it wants; these serve them running freely.
        </template>
        <template v-if="found.settled && found.short.length === 0">{{
          found.exact
            ? 'Nothing cheaper serves them all: this was worked out, not searched for.'
            : `Nothing cheaper was found in ${found.solves} trials; at most ${percent(found.saveable)} could still be saved.`
        }}</template>
      </p>
      <div v-if="!found.settled" role="alert" data-test="sizes-unsettled">
        <p><strong>Not settled.</strong> With these sizes no answer was found for every situation: do not lay them.</p>
      </div>
      <div v-else-if="found.short.length > 0" role="alert" data-test="sizes-short">
        <p><strong>No sizes serve them all</strong> with everything running freely. With these are short:</p>
        <ul>
          <li v-for="s in found.short" :key="s.id + s.situation">
            <strong>{{ nameIn(plan, s.id) }}</strong> in “{{ s.situation }}”: {{ shortText(s) }}
          </li>
        </ul>
        <p class="small muted">Throttle who takes too much, let fewer run at once, or raise the tank.</p>
      </div>
      <ul>
        <li v-for="l in lines" :key="l.id">
          {{ l.name }}:
          <template v-for="(r, k) in l.runs" :key="k"
            >{{ k > 0 ? ', ' : ''
            }}<span :class="{ new: !r.same }"
              ><strong>{{ r.size }}</strong> on {{ r.legs }} ({{ r.length }})</span
            ></template
          >
        </li>
      </ul>
      <button type="button" class="plain-button main" data-test="take-sizes" :disabled="!changed" @click="emit('take')">
        {{ changed ? 'Try them' : 'They are laid already' }}
      </button>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-top: 12px;
  padding: 8px 0;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  padding: 0 12px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-left: auto;
}

progress {
  width: 140px;
  accent-color: var(--water);
}

.pad {
  padding: 4px 12px;
}

ul {
  margin: 6px 0;
  padding-left: 20px;
}

.new {
  background: var(--water-wash);
}
</style>
