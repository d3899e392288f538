<script setup lang="ts">
// The Water step: each source with its measurements, what it gives through the year, and the weather of the place.
import { Plus, Timer, Trash2 } from '@lucide/vue';
import { computed, ref } from 'vue';
import { repairWorth } from '@vernal-slope/core/supply';
import { type PlanBalance } from '@vernal-slope/plan/budget';
import { summariseTests } from '@vernal-slope/plan/year';
import { changeNode, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { FlowTest, Plan } from '@vernal-slope/plan/schema';
import { todayNumber, todayText } from '../../session/useBudget.ts';
import { fixed, percent, show, showPerDay, showText } from '@vernal-slope/display/quantities';
import { dateText, MONTHS } from '@vernal-slope/display/dates';
import type { FigureKey } from '@vernal-slope/display/sentences';
import { useSettings } from '../../display/settings.ts';
import BucketTest from './BucketTest.vue';
import DropGlyph from '../../shell/DropGlyph.vue';
import FlowChart from './FlowChart.vue';
import FlowTestDialog from './FlowTestDialog.vue';
import QualityTests from './QualityTests.vue';
import SourceForm from './SourceForm.vue';
import WeatherPanel from './WeatherPanel.vue';
import { isSource } from '@vernal-slope/plan/kinds';
import { useEdits, usePlanPage } from '../../session/planpage.ts';
import { nameIn } from '@vernal-slope/display/names';
import { planValue } from '@vernal-slope/display/planfields';
import LaterPart from '../../shell/LaterPart.vue';
import JoinedRow from '../JoinedRow.vue';

const props = defineProps<{ plan: Plan; balance: PlanBalance; edit: (command: Command) => readonly Fault[] }>();
const emit = defineEmits<{ open: [key: FigureKey] }>();
const settings = useSettings();
const { perform } = useEdits();
const { joining, picked: onPage } = usePlanPage();
const sources = computed(() => props.plan.nodes.filter(isSource));
const own = ref('');
/** The tab pressed here, else what was picked anywhere on the page. */
const picked = computed({
  get: () => (sources.value.some((s) => s.id === onPage.value) ? onPage.value : own.value),
  set: (id) => {
    own.value = id;
    onPage.value = id;
  },
});
const source = computed(() => sources.value.find((s) => s.id === picked.value) ?? sources.value[0]);
const yields = computed(() => props.balance.yields.find((y) => y.source.id === source.value?.id));
const tests = computed(() => source.value && summariseTests(source.value));
const timing = ref(false);
const measuring = ref(false);
const measured = computed(
  () => source.value?.type === 'spring' || source.value?.type === 'stream' || source.value?.type === 'ram',
);

/** What it is joined to, in words. */
const joinedText = computed(() => {
  const s = source.value;
  if (!s) return '';
  const straight = s.feeds === undefined ? [] : [`straight into ${nameIn(props.plan, s.feeds)}`];
  const lines = props.plan.lines.filter((l) => l.from === s.id).map((l) => `by a line to ${nameIn(props.plan, l.to)}`);
  const all = [...straight, ...lines];
  return all.length > 0 ? `Its water goes ${all.join(', and ')}.` : 'It is joined to nothing yet.';
});

function keep(test: FlowTest): void {
  timing.value = false;
  measuring.value = false;
  if (!source.value) return;
  perform(changeNode(source.value.id, isSource, 'test of the source', (s) => void (s.tests ??= []).push(test)));
}
const dropTest = (index: number): boolean =>
  perform(changeNode(source.value.id, isSource, 'test taken out', (s) => void s.tests?.splice(index, 1)));
function useLow(): void {
  const low = tests.value?.low.flow;
  if (low === undefined) return;
  perform(
    changeNode(source.value.id, isSource, 'yield from the lowest test', (s) => {
      s.yieldLpm = planValue('yieldLpm', low);
    }),
  );
}
const METHOD = { bucket: 'bucket', float: 'float', 'v-notch': 'V-notch', 'rectangular-weir': 'weir' } as const;
const spreadOf = (k: number): string => {
  const e = tests.value?.results[k].estimate;
  return e && Number.isFinite(e.halfWidth) ? `±${percent(e.halfWidth / e.mean)}` : '';
};
const perHead = computed(() => {
  const herd = props.balance.needs.rows.find((r) => r.kind === 'herd');
  return herd ? { name: herd.name.replace(/^\d+ /, '').split(',')[0], perUnit: herd.perUnit } : undefined;
});
const repair = computed(() => {
  const by = tests.value?.latest.passingBy ?? 0;
  if (by <= 0) return '';
  const worth = repairWorth(by, perHead.value?.perUnit ?? 0);
  const heads = perHead.value && worth.heads > 0 ? `, enough for ${worth.heads} more ${perHead.value.name}` : '';
  return `${showText(by, 'flow', settings.units)} pass by: catching them would win ${showPerDay(worth.perDay, settings.units)}${heads}.`;
});
const monthMost = computed(() => Math.max(...(yields.value?.perDay ?? [0]), 1e-12));
const usable = computed(() => yields.value?.basis !== 'unknown' && yields.value?.basis !== 'backup');
</script>

<template>
  <section class="sheet step" aria-labelledby="water-title">
    <header>
      <h2 id="water-title">Water</h2>
      <button
        v-for="s in sources"
        :key="s.id"
        type="button"
        class="plain-button tab"
        :class="{ on: s.id === source?.id }"
        :aria-pressed="s.id === source?.id"
        @click="picked = s.id"
      >
        {{ s.name ?? s.id }}
      </button>
      <button
        type="button"
        class="plain-button end"
        data-test="add-source"
        @click="joining.ask({ mode: 'line', group: 'source' })"
      >
        <Plus :size="18" aria-hidden="true" />Add a source
      </button>
    </header>
    <div v-if="!source" class="empty">
      <p>
        No source yet. Water begins somewhere: a wet place with rushes, a stream, a roof. Add it, then time a bucket
        under it: five fills take ten minutes, and the driest weeks of the year tell the truth.
      </p>
    </div>
    <div v-else class="halves">
      <div>
        <h3>The source</h3>
        <SourceForm v-if="yields" :plan="plan" :source="source" :yields="yields" :edit="edit" />
        <JoinedRow
          :place="source.id"
          :says="joinedText"
          lead="Lead its water on"
          test="lead-source"
          out="Take this source out"
        />
        <LaterPart :after="2"><QualityTests :plan="plan" :source="source" :edit="edit" /></LaterPart>
      </div>
      <div>
        <LaterPart :after="1"
          ><h3>What it gives</h3>
          <template v-if="yields && usable">
            <ol
              class="months"
              :aria-label="`Water a day by month: ${yields.perDay.map((v, m) => `${MONTHS[m]} ${showText(v, 'volume', settings.units)}`).join(', ')}`"
            >
              <li v-for="(v, m) in yields.perDay" :key="m" :title="`${MONTHS[m]}: ${showPerDay(v, settings.units)}`">
                <span class="bar" :style="{ height: `${(56 * v) / monthMost}px` }"></span
                ><span class="small">{{ MONTHS[m][0] }}</span>
              </li>
            </ol>
            <p class="small">
              From <span class="figure">{{ showPerDay(Math.min(...yields.perDay), settings.units) }}</span> to
              <span class="figure">{{ showPerDay(monthMost, settings.units) }}</span><template
                v-if="yields.basis === 'tests'"
                >, by its tests</template
              ><template v-else-if="yields.basis === 'entered'">, as entered</template>.
            </p>
          </template>
          <p v-else class="muted"><DropGlyph level="begun" /> <strong>Begun.</strong> {{ yields?.assumption }}.</p>
          <template v-if="measured">
            <p class="buttons">
              <button type="button" class="plain-button main" data-test="time-bucket" @click="timing = true">
                <Timer :size="18" aria-hidden="true" />Time a bucket
              </button>
              <button type="button" class="plain-button edged" data-test="measure-stream" @click="measuring = true">
                By float or weir
              </button>
            </p>
            <template v-if="tests">
              <FlowChart :tests="tests" :today="todayNumber()" />
              <p v-if="repair" class="repair" data-test="repair">{{ repair }}</p>
              <p class="small">
                Lowest test:
                <span class="figure" data-test="low-test">{{ showText(tests.low.flow, 'flow', settings.units) }}</span>
                on {{ dateText(tests.low.test.date) }}.
                <button
                  v-if="
                    source.yieldLpm === undefined ||
                    Math.abs(source.yieldLpm - planValue('yieldLpm', tests.low.flow)) > 0.005 * source.yieldLpm
                  "
                  type="button"
                  class="plain-button edged"
                  data-test="use-low"
                  @click="useLow"
                >
                  Count on it
                </button>
              </p>
              <table data-test="tests">
                <thead>
                  <tr>
                    <th>Date</th>
                    <th>How</th>
                    <th class="n">Flow</th>
                    <th class="n">95 %</th>
                    <th>Remarks</th>
                    <th></th>
                  </tr>
                </thead>
                <tbody>
                  <tr v-for="(r, k) in [...tests.results].reverse()" :key="r.index">
                    <td>
                      {{ dateText(r.test.date).replace(/ \d{4}$/, '') }}
                      <span class="muted small">{{ r.test.date.slice(0, 4) }}</span>
                    </td>
                    <td>
                      {{ METHOD[r.test.method] }}<template v-if="r.estimate">, {{ r.estimate.flows.length }}</template>
                    </td>
                    <td class="n">
                      <button
                        type="button"
                        class="figure"
                        title="Show the working"
                        @click="source && emit('open', { of: 'test', id: source.id, leg: r.index })"
                      >
                        {{ show(r.flow, 'flow', settings.units).text }}
                      </button>
                    </td>
                    <td class="n figure">{{ spreadOf(tests.results.length - 1 - k) }}</td>
                    <td class="small">
                      {{ [r.test.weather, r.test.note].filter(Boolean).join('; ') }}
                      <span v-if="r.estimate?.suspects.length" class="amber"
                        >fill {{ r.estimate.suspects.map((s) => s + 1).join(', ') }} is questioned</span
                      >
                    </td>
                    <td>
                      <button
                        type="button"
                        class="plain-button"
                        :aria-label="`Take the test of ${dateText(r.test.date)} out`"
                        @click="dropTest(r.index)"
                      >
                        <Trash2 :size="16" aria-hidden="true" />
                      </button>
                    </td>
                  </tr>
                </tbody>
              </table>
            </template>
            <p v-else class="muted">
              No test yet. Take a vessel of known size and a watch to the source; three fills make a test, five a good
              one.
            </p>
          </template> </LaterPart
        ><LaterPart :after="3"><WeatherPanel :plan="plan" :edit="edit" /></LaterPart>
      </div>
    </div>
    <BucketTest
      v-if="timing && source"
      :name="source.name ?? source.id"
      :place="plan.title"
      :draft="`${plan.title}-${source.id}`"
      @keep="keep"
      @close="timing = false"
    />
    <FlowTestDialog v-if="measuring && source" v-model:show="measuring" :date="todayText()" @keep="keep" />
    <p class="visually-hidden">{{ fixed(sources.length, 0) }} sources</p>
  </section>
</template>

<style scoped>
.step {
  padding: 8px 16px 16px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-bottom: 8px;
}

.tab.on {
  background: var(--water-wash);
  border-color: var(--water);
}

.end {
  margin-left: auto;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 0 32px;
}

.empty {
  padding: 16px 0;
}

.months {
  display: flex;
  align-items: flex-end;
  gap: 3px;
  height: 78px;
  margin: 4px 0;
  padding: 0;
  list-style: none;
}

.months li {
  display: flex;
  flex: 1;
  flex-direction: column;
  align-items: center;
}

.bar {
  width: 100%;
  min-height: 1px;
  background: var(--water);
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 12px 0 0;
}

.repair {
  margin-top: 8px;
}

table {
  width: 100%;
  margin-top: 8px;
  border-collapse: collapse;
}

th {
  padding: 2px 6px 2px 0;
  text-align: left;
  font-size: var(--text-s);
  font-weight: 500;
  color: var(--muted);
}

td {
  padding: 2px 6px 2px 0;
  border-top: var(--line-hair) solid var(--rule);
}

.n {
  text-align: right;
}

.amber {
  color: var(--amber-ink);
}

@media (max-width: 820px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
