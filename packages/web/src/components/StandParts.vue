<script setup lang="ts">
// What the stand takes: pieces to cut, lengths to buy, concrete in bags, fasteners, costs; and the waits of the pour.
import { computed, ref } from 'vue';
import { changePlan, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, Stand } from '@vernal-slope/plan/schema';
import { BAG_KG, partLines, type PartLine, type StandAnswer } from '@vernal-slope/plan/stand';
import { fixed, readPrice, showPrice, showText, tapeText, unitFor } from '../display/quantities.ts';
import { FASTENER_WORDS, PIECE_WORDS } from '../display/standwords.ts';
import { dateText } from '../display/waterwords.ts';
import { useSettings } from '../stores/settings.ts';

const props = defineProps<{
  plan: Plan;
  answer: StandAnswer;
  edit: (command: Command) => readonly Fault[];
  change: (label: string, recipe: (stand: Stand) => void) => string | undefined;
}>();
const settings = useSettings();
const parts = computed(() => props.answer.parts);
const lines = computed(() => (parts.value ? partLines(props.plan, parts.value, settings.units) : []));
const h = (m: number): string => tapeText(m, settings.units);
const section = (w: number, d: number): string =>
  `${showText(w, 'section', settings.units).replace(/\s.*/, '')} × ${showText(d, 'section', settings.units)}`;
const bag = computed(() => (settings.units === 'us' ? '80 lb' : showText(BAG_KG.metric, 'mass', settings.units)));
const lengthUnit = computed(() => unitFor('distance', settings.units).symbol);
function what(l: PartLine): string {
  if (l.kind === 'timber') {
    const of = [...new Set((l.of ?? []).map((p) => PIECE_WORDS[p].split(',')[0]))].join(', ');
    return `${l.name ? `${l.name}, ` : ''}${section(l.width ?? 0, l.depth ?? 0)}: ${of}`;
  }
  if (l.kind === 'concrete') return `Concrete, bags of ${bag.value}`;
  if (l.kind === 'gravel') return 'Gravel under the footings';
  return FASTENER_WORDS[l.fastener as keyof typeof FASTENER_WORDS];
}
const amount = (l: PartLine): string =>
  l.kind === 'timber'
    ? `${l.count} of ${h(l.stock ?? 0)}`
    : l.kind === 'gravel'
      ? showText(l.quantity, 'bulk', settings.units)
      : fixed(l.quantity, 0);
const per = (l: PartLine): string => (l.per === 'm' ? `a ${lengthUnit.value}` : l.per === 'm³' ? 'a m³' : 'each');
const priceText = (l: PartLine): string =>
  l.price === undefined ? '' : l.per === 'm' ? showPrice(l.price, settings.units) : String(l.price);
const bad = ref<{ part: string; text: string } | null>(null);
function setPrice(l: PartLine, event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim().replace(',', '.');
  const value = Number(text);
  bad.value = text !== '' && !(value > 0 && value < 1e6) ? { part: l.part, text } : null;
  if (bad.value) return;
  props.edit(
    changePlan('price of a part', (p) => {
      const kept = (p.prices?.parts ?? []).filter((row) => row.part !== l.part);
      if (text !== '') kept.push({ part: l.part, each: l.per === 'm' ? readPrice(value, settings.units) : value });
      p.prices = { ...p.prices, parts: kept };
    }),
  );
}
const priced = computed(() => lines.value.filter((l) => l.cost !== undefined));
const total = computed(() => priced.value.reduce((sum, l) => sum + (l.cost ?? 0), 0));
const waits = computed(() => {
  const { curing, dates } = props.answer;
  const row = (days: number, on: string | undefined, words: string): { when: string; words: string } => ({
    when: on ? dateText(on) : `${days} day${days === 1 ? '' : 's'}`,
    words,
  });
  return [
    row(curing.strip, dates?.stripOn, 'forms off'),
    row(curing.light, dates?.lightOn, 'posts, platform and the empty tank'),
    row(curing.full, dates?.fullOn, 'the tank full'),
    row(curing.strength, dates?.strengthOn, 'the strength it is sold by'),
  ];
});
const temperature = computed(() => showText(props.answer.full.pourTemperatureC, 'temperature', settings.units));
const number = (event: Event): number => Number((event.target as HTMLInputElement).value);
function setTemperature(event: Event): void {
  const input = event.target as HTMLInputElement;
  const value = number(event);
  if (input.value !== '' && value >= -30 && value <= 50)
    props.change('warmth of the pour', (s) => void (s.pourTemperatureC = value));
  else input.value = String(props.answer.full.pourTemperatureC);
}
function setPoured(event: Event): void {
  const { value } = event.target as HTMLInputElement;
  props.change('day of the pour', (s) => {
    if (value) s.pouredOn = value;
    else delete s.pouredOn;
  });
}
</script>

<template>
  <div v-if="parts" class="halves">
    <div>
      <h3>Cut list</h3>
      <table data-test="cut-list">
        <thead>
          <tr>
            <th>Piece</th>
            <th class="n">Count</th>
            <th class="n">Length</th>
            <th>Section</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in parts.pieces" :key="p.of">
            <th scope="row">{{ PIECE_WORDS[p.of] }}</th>
            <td class="n">{{ p.count }}</td>
            <td class="n">{{ h(p.length) }}</td>
            <td>{{ section(p.width, p.depth) }}</td>
          </tr>
        </tbody>
      </table>
      <h3>The pour</h3>
      <p class="small">
        <label
          >Day of the pour
          <input type="date" :value="answer.full.pouredOn ?? ''" data-test="poured" @change="setPoured"
        /></label>
        <label
          >mean air, °C
          <input
            type="number"
            min="-30"
            max="50"
            step="1"
            class="short-field"
            :value="answer.full.pourTemperatureC"
            @change="setTemperature"
        /></label>
      </p>
      <table data-test="curing">
        <tbody>
          <tr v-for="w in waits" :key="w.words">
            <th scope="row">{{ w.words }}</th>
            <td class="n">{{ answer.dates ? 'from' : 'after' }} {{ w.when }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small muted">
        At {{ temperature }} concrete hardens {{ fixed(answer.curing.slower, 1) }} times as slowly as at 15 °C
        (maturity, Nurse and Saul). 48 to 72 h before load is common practice; full strength takes four weeks. Keep it
        moist a week.
      </p>
    </div>
    <div>
      <h3>To buy</h3>
      <div class="scroll">
        <table data-test="parts">
          <thead>
            <tr>
              <th>Part</th>
              <th class="n">How many</th>
              <th class="n">Price</th>
              <th class="n">Cost</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in lines" :key="l.part" :data-part="l.part">
              <th scope="row">
                {{ what(l) }}
                <small v-if="l.tooLong?.length" class="wrong"
                  >{{ l.tooLong.length }} longer than timber is sold: splice over a post</small
                >
              </th>
              <td class="n">{{ amount(l) }}</td>
              <td class="n price">
                <input
                  type="text"
                  inputmode="decimal"
                  autocomplete="off"
                  placeholder="…"
                  :value="bad?.part === l.part ? bad.text : priceText(l)"
                  :aria-label="`Price of ${what(l)} ${per(l)}`"
                  :aria-invalid="bad?.part === l.part ? 'true' : undefined"
                  @change="setPrice(l, $event)"
                />
                <span class="per small">{{ bad?.part === l.part ? 'above 0' : per(l) }}</span>
              </td>
              <td class="n figure">{{ l.cost === undefined ? '–' : fixed(l.cost, 2) }}</td>
            </tr>
          </tbody>
          <tfoot v-if="priced.length > 0">
            <tr>
              <th scope="row">
                {{ priced.length === lines.length ? 'All of it' : `Of the ${priced.length} that have a price` }}
              </th>
              <td></td>
              <td></td>
              <td class="n figure" data-test="stand-cost">{{ fixed(total, 2) }}</td>
            </tr>
          </tfoot>
        </table>
      </div>
      <p class="small muted">
        {{ showText(parts.concrete, 'bulk', settings.units) }} of concrete, a tenth more in bags for waste. Lengths are
        those that waste least of what is sold. Ground contact wants timber treated for it (UC4A, posts UC4B: AWPA U1)
        and fasteners hot-dip galvanised or stainless (IRC R317.3).
      </p>
    </div>
  </div>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 0 28px;
}

h3 {
  margin: 10px 0 4px;
  font-family: var(--font-text);
  font-size: var(--text-m);
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
  border-top: var(--line-hair) solid var(--rule);
  text-align: left;
  font-weight: 400;
  vertical-align: top;
}

thead th {
  font-size: var(--text-s);
  font-weight: 700;
}

tfoot th,
tfoot td {
  border-top: 3px double var(--rule-strong);
  font-weight: 700;
}

.n {
  text-align: right;
  white-space: nowrap;
}

small {
  display: block;
  color: var(--muted);
  font-size: var(--text-s);
}

.wrong {
  color: var(--brick-ink);
}

.per {
  display: inline-block;
  width: 44px;
  margin-left: 4px;
  color: var(--muted);
  text-align: left;
}

.price input {
  width: 60px;
  min-height: 26px;
  padding: 0 6px;
  text-align: right;
}

input {
  min-height: var(--hit);
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
}

input[aria-invalid] {
  border-color: var(--brick);
}

.short-field {
  width: 64px;
}

label {
  margin-right: 12px;
}

@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
