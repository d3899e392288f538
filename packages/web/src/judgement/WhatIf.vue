<script setup lang="ts">
// A what-if beside the plan: what each place gets now and would get then.
import { computed } from 'vue';
import { servedPlaces } from '@vernal-slope/plan/topology';
import type { PlanResults } from '../session/usePlanResults.ts';
import type { Working } from '@vernal-slope/core/working';
import { flowWorking, pressureWorking } from '@vernal-slope/plan/solve';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../display/settings.ts';

const props = defineProps<{ label: string; before: PlanResults; after: PlanResults }>();
const emit = defineEmits<{ working: [working: Working | undefined] }>();
const settings = useSettings();
/** The working of a figure as it is now, or would be then. */
function open(of: 'flow' | 'pressure', then: boolean, id: string): void {
  const { compiled, result } = then ? props.after : props.before;
  emit('working', (of === 'flow' ? flowWorking : pressureWorking)(compiled, result, id));
}
const COLUMNS = [
  ['flow', false],
  ['flow', true],
  ['pressure', false],
  ['pressure', true],
] as const;
const rows = computed(() =>
  servedPlaces(props.after.compiled).flatMap((id) => {
    const [a, b] = [props.before.result.nodes.get(id), props.after.result.nodes.get(id)];
    if (!a || !b) return [];
    const text = (si: number, q: 'flow' | 'pressure'): string => showText(si, q, settings.units);
    const rows = {
      id,
      name: nameIn(props.after.compiled.plan, id),
      flow: [text(a.flow, 'flow'), text(b.flow, 'flow')],
      pressure: [text(Math.max(0, a.pressure), 'pressure'), text(Math.max(0, b.pressure), 'pressure')],
    };
    return [{ ...rows, same: rows.flow[0] === rows.flow[1] && rows.pressure[0] === rows.pressure[1] }];
  }),
);
</script>

<template>
  <section class="sheet" aria-labelledby="what-if-title" data-test="what-if">
    <h2 id="what-if-title">What if: {{ label }}</h2>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th>Place</th>
            <th class="n">Flow, now</th>
            <th class="n">then</th>
            <th class="n">Pressure, now</th>
            <th class="n">then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.id" :class="{ same: r.same }" :data-what="r.id">
            <th scope="row">{{ r.name }}</th>
            <td v-for="[of, then] in COLUMNS" :key="`${of}${then}`" class="n">
              <button type="button" class="figure" title="Show the working" @click="open(of, then, r.id)">
                {{ r[of][then ? 1 : 0] }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="small muted">
      On the hillside the thin dashed line is the running line as it is now. Nothing is saved until it is kept.
    </p>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 12px;
  padding: 8px 12px;
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
  padding: 3px 8px;
  border-top: var(--line-hair) solid var(--rule);
  text-align: left;
}

.n {
  text-align: right;
}

.same td,
.same th {
  color: var(--muted);
  font-weight: 400;
}
</style>
