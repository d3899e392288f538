<script setup lang="ts">
// One system of pipe all the way, or several: what each takes to buy and to join, and what flow it keeps.
import { computed, proxyRefs } from 'vue';
import type { Command } from '@vernal-slope/plan/edit';
import { oneSystem, type SystemWay, type Units } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { fixed } from '@vernal-slope/display/quantities';
import { nameIn } from '@vernal-slope/display/names';
import { useSettings } from '../../display/settings.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import type { PartsApi } from '../../workers/parts.ts';
import { useAnswer } from '../../workers/useAnswer.ts';

const props = defineProps<{ plan: Plan }>();
const emit = defineEmits<{ try: [command: Command] }>();
const settings = useSettings();
/** After an edit the bill itself comes first. */
const AFTER_THE_BILL_MS = 600;
const question = computed(() => ({ plan: props.plan, units: settings.units }));
const found = useAnswer<PartsApi, { plan: Plan; units: Units }, SystemWay[]>({
  worker: () => new Worker(new URL('../../workers/parts.worker.ts', import.meta.url), { type: 'module' }),
  question: () => question.value,
  ask: (api, q) => api.systems(q.plan, q.units),
  keeps: () => true,
  settleMs: AFTER_THE_BILL_MS,
});
const state = proxyRefs(found);
const ways = computed(() => found.answer.value ?? []);
const name = (w: SystemWay): string => (w.family === undefined ? 'As it is planned' : `All ${w.family}`);
const kept = (w: SystemWay): string => {
  if (!w.settled) return 'not settled';
  if (!w.least) return '–';
  const percent = Math.round(100 * w.least.share);
  return percent === 100 ? 'all of it' : `${percent} % at ${nameIn(props.plan, w.least.id)}`;
};
</script>

<template>
  <section class="sheet systems" aria-labelledby="systems-title">
    <h2 id="systems-title">One system, or several</h2>
    <AnswerState
      v-if="ways.length === 0"
      what="the comparison"
      :busy="state.busy"
      :error="state.error"
      @again="state.ask"
    />
    <p v-else-if="ways.length === 1" class="muted" data-test="one-system">
      One kind of pipe leads all the water already: one set of tools, and any end mends any other.
    </p>
    <template v-else>
      <div class="scroll" tabindex="0" role="region" aria-labelledby="systems-title">
        <table data-test="systems">
          <thead>
            <tr>
              <th>Pipe that leads the water</th>
              <th class="n">Parts in chains</th>
              <th class="n">Lines to buy</th>
              <th class="n">Tools</th>
              <th class="n">Do not close</th>
              <th class="n worked">Cost, as far as priced</th>
              <th class="n worked">Least flow kept</th>
              <th><span class="visually-hidden">Try it</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="w in ways" :key="w.family ?? ''">
              <th scope="row">
                {{ name(w) }}<small class="muted">{{ w.kinds === 1 ? 'one kind' : `${w.kinds} kinds` }}</small>
              </th>
              <td class="n">{{ fixed(w.parts, 0) }}</td>
              <td class="n">{{ fixed(w.lines, 0) }}</td>
              <td class="n">{{ fixed(w.tools, 0) }}</td>
              <td class="n" :class="{ wrong: w.open > 0 }">{{ fixed(w.open, 0) }}</td>
              <td class="n worked figure">
                {{ w.total > 0 ? fixed(w.total, 0) : '–'
                }}<small v-if="w.unpriced > 0" class="muted">{{ w.unpriced }} lines have no price</small>
              </td>
              <td class="n worked figure">{{ kept(w) }}</td>
              <td>
                <button
                  v-if="w.family !== undefined"
                  type="button"
                  class="plain-button edged"
                  :aria-label="`Try it: all ${w.family}`"
                  data-test="try-system"
                  @click="emit('try', oneSystem(w.family))"
                >
                  Try it
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="small muted">
        Each leg takes the size of that kind that keeps its bore; rows and rails stay as they are. One kind all the way
        wants one set of tools and spares; several let each lie where it does best: stiff pipe where it is seen, coils
        in the trench (common practice, no source).
      </p>
    </template>
  </section>
</template>

<style scoped>
.systems {
  padding: 8px 16px 12px;
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
  padding: 4px 10px 4px 0;
  border-bottom: var(--line-hair) solid var(--rule);
  font-weight: 400;
  text-align: left;
}

thead th {
  font-size: var(--text-s);
  color: var(--muted);
}

.n {
  text-align: right;
}

.worked {
  padding-left: 8px;
  background: var(--sheet-2);
}

small {
  display: block;
  font-family: var(--font-text);
  font-size: var(--text-s);
}
</style>
