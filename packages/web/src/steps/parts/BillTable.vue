<script setup lang="ts">
// The bill: what to buy by aisle or by the phase of the work, ticked off, with what is in the shed and what it costs.
import { computed, ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import {
  billCsv,
  billText,
  GROUPS,
  itemWorking,
  pipeWorking,
  readPrices,
  setBought,
  setPartPrice,
  setPipePrice,
  setShed,
  takePrices,
  toBuy,
  type BillItem,
  type Phase,
  type PipeBill,
} from '@vernal-slope/plan/parts';
import { fixed, showText, unitFor } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import FileField from '../../fields/FileField.vue';
import CountCell from '../../fields/CountCell.vue';
import PriceField from '../../fields/PriceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import TickCell from '../../fields/TickCell.vue';
import TickField from '../../fields/TickField.vue';
import { downloadText, fileNameOf } from '../../session/files.ts';
import { useEdits } from '../../session/planpage.ts';
import type { PartsAnswer } from '../../workers/parts.ts';

const props = defineProps<{ answer: PartsAnswer }>();
const emit = defineEmits<{ working: [working: Working | undefined] }>();
const settings = useSettings();
const { edit, perform } = useEdits();
const bill = computed(() => props.answer.bill);
const PHASES: readonly { value: Phase | ''; label: string }[] = [
  { value: '', label: 'by aisle, all of the work' },
  { value: 'stand', label: 'for the stand' },
  { value: 'tank', label: 'for springs and tanks' },
  { value: 'line', label: 'for the lines' },
  { value: 'outlet', label: 'for the outlets' },
];
const phase = ref<Phase | ''>('');
const open = ref(false);
const wanted = (i: BillItem): boolean =>
  (phase.value === '' || i.phases.includes(phase.value) || i.phases.includes('all')) && (!open.value || toBuy(i) > 0);
const aisles = computed(() =>
  GROUPS.map((g) => ({
    ...g,
    items: bill.value.items.filter((i) => i.group === g.group && wanted(i)),
    pipes:
      g.group === 'pipe' && (phase.value === '' || phase.value === 'line')
        ? bill.value.pipe.filter((p) => !open.value || !p.bought)
        : [],
  })).filter((g) => g.items.length + g.pipes.length > 0),
);
const lines = computed(() => bill.value.items.length + bill.value.pipe.length);
const inHand = computed(
  () => bill.value.items.filter((i) => toBuy(i) === 0).length + bill.value.pipe.filter((p) => p.bought).length,
);
const length = (m: number): string => showText(m, 'distance', settings.units);
const named = (text: string): string => quoted(text, settings.units);
const amount = (i: BillItem): string =>
  i.per === 'm' ? length(i.count) : i.per === 'm³' ? showText(i.count, 'bulk', settings.units) : fixed(i.count, 0);
const bars = (p: PipeBill): string => p.stock.map((s) => `${s.count} of ${length(s.length)}`).join(', ');
const costOf = (p: PipeBill): number | undefined =>
  p.stock.some((s) => s.price === undefined)
    ? undefined
    : p.stock.reduce((sum, s) => sum + (s.price ?? 0) * s.count, 0);
const lengthUnit = computed(() => unitFor('distance', settings.units).symbol);
/** What the plan says lies in the shed, though it be more than is needed. */
const shedOf = (id: string): number => props.answer.plan.shop?.shed?.find((x) => x.part === id)?.count ?? 0;
const shedCount = (id: string, count: number): string | undefined => {
  perform(setShed(id, count));
  return undefined;
};

/** What a list of prices brought, and what of it could not be taken. */
const told = ref<readonly string[]>([]);
async function takeList(file: File): Promise<void> {
  const read = readPrices(await file.text(), bill.value);
  const refused = read.rows.length > 0 ? edit(takePrices(read.rows)) : [];
  told.value = [
    `${read.rows.length === 1 ? 'One price' : `${read.rows.length} prices`} taken from ${file.name}.`,
    ...[...read.faults, ...refused].map((f) => `${f.path}: ${f.message}; ${f.advice}`),
  ];
}
const copied = ref('');
async function share(): Promise<void> {
  const text = billText(bill.value, length);
  try {
    await navigator.clipboard.writeText(text);
    copied.value = 'The list is copied: paste it into a message.';
  } catch {
    downloadText(text, fileNameOf(props.answer.plan, 'parts.txt'), 'text/plain');
    copied.value = 'The list is a file of text now.';
  }
}
const toCsv = (): void => downloadText(billCsv(bill.value), fileNameOf(props.answer.plan, 'parts.csv'), 'text/csv');
const print = (): void => window.print();
</script>

<template>
  <section class="sheet bill" aria-labelledby="bill-title">
    <header>
      <h2 id="bill-title">To buy</h2>
      <span class="muted small" data-test="in-hand">{{ inHand }} of {{ lines }} in hand</span>
      <ChoiceField v-model:value="phase" fit :options="PHASES" label="Which part of the work" data-test="phase" />
      <TickField v-model:checked="open" data-test="only-open">only what is still to buy</TickField>
    </header>
    <div class="scroll">
      <table data-test="bill">
        <thead>
          <tr>
            <th><span class="visually-hidden">Bought</span></th>
            <th class="n">How many</th>
            <th>What</th>
            <th class="n">In the shed</th>
            <th class="n">Each</th>
            <th class="n worked">Cost</th>
          </tr>
        </thead>
        <tbody v-for="g in aisles" :key="g.group">
          <tr class="aisle">
            <th colspan="6" scope="rowgroup">{{ g.name }}</th>
          </tr>
          <tr v-for="p in g.pipes" :key="p.pipe" :class="{ done: p.bought }" :data-item="p.pipe">
            <td>
              <TickCell
                :checked="p.bought"
                :label="`${named(p.name)}: bought`"
                @update:checked="(on) => perform(setBought(p.pipe, on))"
              />
            </td>
            <td class="n">
              <button
                type="button"
                class="figure"
                title="Show the working"
                @click="emit('working', pipeWorking(bill, p))"
              >
                {{ bars(p) }}
              </button>
            </td>
            <td>
              {{ named(p.name) }} <small class="muted">{{ length(p.need) }} laid</small>
            </td>
            <td class="n shed">
              <QuantityField
                :value="shedOf(p.pipe)"
                quantity="distance"
                :label="`${p.name} in the shed`"
                :limits="{ min: 0, max: 1e5 }"
                :commit="(si) => shedCount(p.pipe, si)"
                plain
                show-unit
              />
            </td>
            <td class="n">
              <PriceField
                :price="p.perM"
                per-metre
                :label="`Price of ${named(p.name)} a ${lengthUnit}`"
                @price="(perM) => perform(setPipePrice(p.pipe, perM))"
              /><small class="per">a {{ lengthUnit }}</small>
            </td>
            <td class="n worked figure">{{ costOf(p) === undefined ? '–' : fixed(costOf(p) ?? 0, 2) }}</td>
          </tr>
          <tr v-for="i in g.items" :key="i.id" :class="{ done: toBuy(i) === 0 }" :data-item="i.id">
            <td>
              <TickCell
                :checked="i.bought"
                :label="`${named(i.name)}: bought`"
                @update:checked="(on) => perform(setBought(i.id, on))"
              />
            </td>
            <td class="n">
              <button
                type="button"
                class="figure"
                title="Show the working"
                @click="emit('working', itemWorking(bill, i.id))"
              >
                {{ amount(i) }}
              </button>
            </td>
            <td>
              {{ named(i.name) }}
              <small v-if="i.rule || i.note" class="muted">{{ named(i.rule ?? i.note ?? '') }}</small>
            </td>
            <td class="n shed">
              <CountCell
                v-if="i.per !== 'm³' && i.per !== 'm'"
                :value="shedOf(i.id)"
                :label="`${named(i.name)} in the shed`"
                @update:value="(n) => perform(setShed(i.id, n))"
              />
            </td>
            <td class="n">
              <PriceField
                :price="i.price"
                :per-metre="i.per === 'm'"
                :label="`Price of ${named(i.name)}`"
                @price="(each) => perform(setPartPrice(i.id, each))"
              /><small class="per">{{ i.per === 'm' ? `a ${lengthUnit}` : i.per === 'm³' ? 'a m³' : 'each' }}</small>
            </td>
            <td class="n worked figure">{{ i.price === undefined ? '–' : fixed(i.price * i.count, 2) }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td></td>
            <td></td>
            <th scope="row" colspan="3">
              In all<small v-if="bill.unpriced.length > 0" class="muted" data-test="unpriced"
                >{{ bill.unpriced.length }} of {{ lines }} lines have no price</small
              >
            </th>
            <td class="n worked figure" data-test="bill-total">{{ fixed(bill.total, 2) }}</td>
          </tr>
          <tr>
            <td></td>
            <td></td>
            <th scope="row" colspan="3">Still to spend, less the shed and what is bought</th>
            <td class="n worked figure" data-test="bill-left">{{ fixed(bill.toSpend, 2) }}</td>
          </tr>
        </tfoot>
      </table>
    </div>
    <div class="out no-print">
      <button type="button" class="plain-button edged" data-test="share-list" @click="share">Share as text</button>
      <button type="button" class="plain-button edged" data-test="csv-out" @click="toCsv">List as CSV</button>
      <button type="button" class="plain-button edged" @click="print">Print</button>
      <label class="prices"
        >Prices from a CSV
        <FileField label="Prices from a CSV" accept=".csv,text/csv,.txt" data-test="prices-in" @file="takeList"
      /></label>
    </div>
    <p v-if="copied" class="small" role="status">{{ copied }}</p>
    <div v-if="told.length > 0" class="small told" role="status" data-test="prices-told">
      <ul>
        <li v-for="t in told" :key="t">{{ t }}</li>
      </ul>
    </div>
    <p class="small muted">
      Spare is bought by rule (common practice): a coupling of each size to mend a break, a tenth more clamps. Sizes are
      typical ones: hold the part in your hand to the pipe before you pay.
    </p>
  </section>
</template>

<style scoped>
.bill {
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
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
  padding: 3px 8px 3px 0;
  border-bottom: var(--line-hair) solid var(--rule);
  text-align: left;
}

.aisle th {
  padding-top: 10px;
  font-size: var(--text-s);
  font-weight: 700;
  color: var(--earth-ink);
}

.n {
  text-align: right;
  white-space: nowrap;
}

.worked {
  padding: 3px 8px;
  border-left: 3px double var(--rule-strong);
  background: var(--sheet-2);
}

.done td:nth-child(3) {
  color: var(--muted);
  text-decoration: line-through;
}

small {
  margin-left: 6px;
  font-size: var(--text-s);
}

.per {
  display: inline-block;
  width: 34px;
  margin-left: 4px;
  color: var(--muted);
  text-align: left;
}

.shed :deep(input) {
  width: 62px;
}

@media (max-width: 640px) {
  thead {
    display: none;
  }

  table,
  tbody {
    display: block;
  }

  .aisle {
    display: block;
  }

  td .figure {
    text-align: left;
  }

  tbody tr:not(.aisle) {
    display: grid;
    grid-template-areas: 'tick what what' 'tick count cost' 'tick shed price';
    grid-template-columns: 44px 1fr auto;
    align-items: center;
    padding: 4px 0;
    border-bottom: var(--line-hair) solid var(--rule);
  }

  tbody tr:not(.aisle) td {
    border-bottom: 0;
  }

  td:nth-child(1) {
    grid-area: tick;
  }

  td:nth-child(2) {
    grid-area: count;
    text-align: left;
    white-space: normal;
  }

  td:nth-child(3) {
    grid-area: what;
  }

  td:nth-child(4) {
    grid-area: shed;
    text-align: left;
  }

  td.shed::before {
    content: 'shed ';
    color: var(--muted);
    font-size: var(--text-s);
  }

  td:nth-child(5) {
    grid-area: price;
  }

  td:nth-child(6) {
    grid-area: cost;
  }

  tfoot td:empty {
    display: none;
  }
}

tfoot th,
tfoot td {
  font-weight: 700;
}

.out {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding-top: 10px;
}

.prices {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.told {
  margin: 6px 0;
  padding-left: 18px;
}
</style>
