<script setup lang="ts">
// What the stand takes: pieces to cut, lengths to buy, concrete in bags, fasteners, costs; and the waits of the pour.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import { changePlan, type Command } from '@vernal-slope/plan/edit';
import type { Fault } from '@vernal-slope/plan/document';
import type { Plan, Stand } from '@vernal-slope/plan/schema';
import { BAG_KG, partLines, type PartLine, type StandAnswer } from '@vernal-slope/plan/stand';
import { fixed, showText, tapeText, unitFor } from '@vernal-slope/display/quantities';
import { FASTENER_WORDS, PIECE_WORDS } from '@vernal-slope/display/standwords';
import { dateText } from '@vernal-slope/display/dates';
import { useSettings } from '../../display/settings.ts';
import PriceField from '../../fields/PriceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { useEdits } from '../../session/planpage.ts';
import { planValue } from '@vernal-slope/display/planfields';
import DateField from '../../fields/DateField.vue';

const props = defineProps<{
  plan: Plan;
  answer: StandAnswer;
  edit: (command: Command) => readonly Fault[];
  change: (label: string, recipe: (stand: Stand) => void) => string | undefined;
}>();
const emit = defineEmits<{ working: [working: Working | undefined] }>();
const settings = useSettings();
const { perform } = useEdits();
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
  const words = FASTENER_WORDS[l.fastener as keyof typeof FASTENER_WORDS];
  return l.fastener === 'bolt-brace'
    ? `${words}, ${showText(props.answer.design.braces.bolt, 'section', settings.units)} thick`
    : words;
}
const amount = (l: PartLine): string =>
  l.kind === 'timber'
    ? `${l.count} of ${h(l.stock ?? 0)}`
    : l.kind === 'gravel'
      ? showText(l.quantity, 'bulk', settings.units)
      : fixed(l.quantity, 0);
const per = (l: PartLine): string => (l.per === 'm' ? `a ${lengthUnit.value}` : l.per === 'm³' ? 'a m³' : 'each');
function setPrice(part: string, each: number | undefined): void {
  perform(
    changePlan('price of a part', (p) => {
      const kept = (p.prices?.parts ?? []).filter((row) => row.part !== part);
      if (each !== undefined) kept.push({ part, each });
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
const setTemperature = (celsius: number): string | undefined =>
  props.change('warmth of the pour', (s) => void (s.pourTemperatureC = planValue('pourTemperatureC', celsius)));
function setPoured(value: string): void {
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
      <table class="rows" data-test="cut-list">
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
          <DateField
            :value="answer.full.pouredOn ?? ''"
            label="Day of the pour"
            data-test="poured"
            @update:value="setPoured"
        /></label>
        <span class="air"
          >mean air
          <QuantityField
            :value="answer.full.pourTemperatureC"
            quantity="temperature"
            label="Mean air in the days after the pour"
            :limits="{ min: -30, max: 50 }"
            :commit="setTemperature"
            show-unit
        /></span>
      </p>
      <table class="rows" data-test="curing">
        <tbody>
          <tr v-for="w in waits" :key="w.words">
            <th scope="row">{{ w.words }}</th>
            <td class="n">{{ answer.dates ? 'from' : 'after' }} {{ w.when }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small muted">
        At {{ showText(answer.full.pourTemperatureC, 'temperature', settings.units) }} concrete hardens
        {{ fixed(answer.curing.slower, 1) }} times as slowly as at {{ showText(15, 'temperature', settings.units) }}
        (maturity, Nurse and Saul). 48 to 72 h before load is common practice; full strength takes four weeks. Keep it
        moist a week.
      </p>
    </div>
    <div>
      <h3>To buy</h3>
      <div class="sideways">
        <table class="rows" data-test="parts">
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
                <PriceField
                  :price="l.price"
                  :per-metre="l.per === 'm'"
                  :label="`Price of ${what(l)} ${per(l)}`"
                  @price="(each) => setPrice(l.part, each)"
                />
                <span class="per small">{{ per(l) }}</span>
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
        <button type="button" class="figure" title="Show the working" @click="emit('working', answer.concrete)">
          {{ showText(parts.concrete, 'bulk', settings.units) }}
        </button>
        of concrete, a tenth more in bags for waste. Lengths are those that waste least of what is sold. Ground contact
        wants timber treated for it (UC4A, posts UC4B: AWPA U1) and fasteners hot-dip galvanised or stainless (IRC
        R317.3).
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

tfoot th,
tfoot td {
  border-top: 3px double var(--rule-strong);
  font-weight: 700;
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

label {
  margin-right: 12px;
}

.air {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  width: 220px;
  white-space: nowrap;
}

@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
