<script setup lang="ts">
// Who takes whose water: what each place gets alone, and while each other one is open too.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { compilePlan } from '@vernal-slope/plan/compile';
import { lostWorking, situationFlow, type Interactions } from '@vernal-slope/plan/solve';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ plan: Plan; table: Interactions }>();
const emit = defineEmits<{ working: [working: Working | undefined] }>();
const settings = useSettings();
const openAlone = (id: string): void => emit('working', situationFlow(compilePlan(props.plan), id, [id], 'start'));
/** A shower is felt to change from about a tenth (common practice, no source). */
const FELT = 0.1;
const rows = computed(() =>
  props.table.ids.map((id, i) => ({
    id,
    name: nameIn(props.plan, id),
    alone: showText(props.table.alone[i], 'flow', settings.units),
    cells: props.table.ids.map((other, j) => {
      const loss = props.table.lost[i][j];
      return {
        other,
        own: i === j,
        felt: loss >= FELT,
        text: loss < 0.005 ? 'no change' : `−${percent(loss)}`,
        flow: showText(props.table.together[i][j], 'flow', settings.units),
      };
    }),
  })),
);
</script>

<template>
  <section class="sheet" aria-labelledby="shared-title">
    <h2 id="shared-title">Who takes whose water</h2>
    <p class="small muted pad">
      Across: what opens. Down: who loses. A loss of a tenth and more is felt; a shower turns hot when its cold water
      goes. A pipe of its own from the same tank would give what stands under “alone”, or a little more.
    </p>
    <p v-if="!table.settled" class="pad" role="alert">
      <strong>Not settled.</strong> No answer was found for some of the pairs, so none is told.
    </p>
    <div v-else class="scroll">
      <table data-test="shared">
        <thead>
          <tr>
            <th></th>
            <th class="n">alone</th>
            <th v-for="r in rows" :key="r.id" class="n">{{ r.name }} opens</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.id" :data-shared="r.id">
            <th scope="row">{{ r.name }}</th>
            <td class="n">
              <button type="button" class="figure" title="Show the working" @click="openAlone(r.id)">
                {{ r.alone }}
              </button>
            </td>
            <td v-for="c in r.cells" :key="c.other" class="n" :class="{ felt: c.felt && !c.own }" :data-with="c.other">
              <template v-if="!c.own"
                ><button
                  type="button"
                  class="figure"
                  title="Show the working"
                  @click="emit('working', lostWorking(plan, r.id, c.other))"
                >
                  {{ c.text }}</button
                ><small v-if="c.text !== 'no change'">{{ c.flow }}</small></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-top: 12px;
  padding: 8px 0 4px;
}

h2 {
  padding: 0 12px;
}

.pad {
  padding: 4px 12px 8px;
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
  padding: 4px 12px;
  border-top: var(--line-hair) solid var(--rule);
  text-align: left;
}

thead th {
  font-size: var(--text-s);
}

.n {
  text-align: right;
}

small {
  display: block;
  color: var(--muted);
  font-size: var(--text-s);
}

.felt {
  background: var(--amber-wash);
}
</style>
