<script setup lang="ts">
// What is cut from what: each bar a length as bought, what is left over hatched; pipe and the stand's timber in one list.
import { computed, ref } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import {
  pipeWorking,
  setLengthPrice,
  setStock,
  soldLengths,
  wholePrice,
  type PipeBill,
} from '@vernal-slope/plan/parts';
import { findPipe } from '@vernal-slope/plan/catalogue';
import { fixed, inUnit, read, showText, unitFor } from '@vernal-slope/display/quantities';
import { planValue } from '@vernal-slope/display/planfields';
import { nominal } from '@vernal-slope/display/names';
import { quoted } from '@vernal-slope/display/quoted';
import { useSettings } from '../../display/settings.ts';
import PriceField from '../../fields/PriceField.vue';
import TextField from '../../fields/TextField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PartsAnswer } from '../../workers/parts.ts';

const props = defineProps<{ answer: PartsAnswer }>();
const emit = defineEmits<{ working: [working: Working | undefined] }>();
const settings = useSettings();
const { perform } = useEdits();
const bill = computed(() => props.answer.bill);
const length = (m: number): string => showText(m, 'distance', settings.units);
const number = (m: number): string => fixed(inUnit(m, 'distance', settings.units), m < 10 ? 1 : 0);
const unit = computed(() => unitFor('distance', settings.units).symbol);
/** Bars of one row at most; the rest is said. */
const SHOWN = 12;
interface Bars {
  readonly key: string;
  readonly name: string;
  readonly kind: 'pipe' | 'timber';
  readonly bars: readonly { stock: number; pieces: readonly number[]; left: number; often: number }[];
  readonly left: number;
  readonly pipe?: PipeBill;
}
/** Lengths cut alike are one row. */
function grouped(list: readonly { stock: number; pieces: readonly number[]; left: number }[]): Bars['bars'] {
  const rows = new Map<string, { stock: number; pieces: readonly number[]; left: number; often: number }>();
  for (const b of list) {
    const key = `${b.stock} ${b.pieces.map((p) => Math.round(1000 * p)).join()}`;
    const known = rows.get(key);
    rows.set(key, { ...b, often: (known?.often ?? 0) + 1 });
  }
  return [...rows.values()];
}
const all = computed<Bars[]>(() => [
  ...bill.value.pipe.map((p): Bars => ({
    key: p.pipe,
    name: quoted(p.name, settings.units),
    kind: 'pipe',
    bars: grouped(p.bins),
    left: p.left,
    pipe: p,
  })),
  ...bill.value.items.flatMap((i) =>
    (i.timber ?? []).flatMap((t, n): Bars[] => {
      const { kind, cuts, stock = 0 } = t;
      if (kind !== 'timber' || !cuts) return [];
      return [
        {
          key: `${i.id} ${n}`,
          name: i.name,
          kind: 'timber',
          bars: grouped(
            cuts.map((pieces) => ({ stock, pieces, left: Math.max(0, stock - pieces.reduce((s, p) => s + p, 0)) })),
          ),
          left: t.waste ?? 0,
        },
      ];
    }),
  ),
]);
const sold = (p: PipeBill): string =>
  soldLengths(props.answer.plan, p.pipe, settings.units)
    .map((m) => number(m))
    .join(', ');
const own = (p: PipeBill): boolean => props.answer.plan.shop?.stock?.some((s) => s.pipe === p.pipe) ?? false;
/** Each length that it is sold in, with the price of a whole one where that was said. */
const lengths = (p: PipeBill): { m: number; each: number | undefined }[] =>
  soldLengths(props.answer.plan, p.pipe, settings.units).map((m) => ({
    m,
    each: wholePrice(props.answer.plan, p.pipe, m),
  }));
/** What was typed and is no list of lengths, by pipe. */
const wrong = ref<Record<string, string>>({});
function setSold(p: PipeBill, text: string): void {
  const found = text
    // a comma with nothing behind it may be a decimal's
    .split(/;|,\s/)
    .filter((t) => t.trim() !== '')
    .map((t) => read(t, 'distance', settings.units, { min: 0.1, max: 10_000 }));
  const bad = found.find((f) => !f.ok);
  wrong.value = { ...wrong.value, [p.pipe]: bad && !bad.ok ? bad.message : '' };
  if (!bad)
    perform(
      setStock(
        p.pipe,
        found.flatMap((f) => (f.ok ? [planValue('lengthM', f.si)] : [])),
      ),
    );
}
const title = (b: Bars): string => (b.pipe && findPipe(b.pipe.pipe) ? nominal(b.name) : b.name);
</script>

<template>
  <section class="sheet cuts" aria-labelledby="cuts-title">
    <h2 id="cuts-title">To cut</h2>
    <p class="muted small">
      Each bar is a length as it is bought, to its own scale in each kind; what is left over is hatched.
    </p>
    <div v-for="b in all" :key="b.key" class="kind" :class="b.kind" :data-cut="b.key">
      <h3>
        {{ title(b) }}
        <small class="muted"
          >left over
          <button
            v-if="b.pipe"
            type="button"
            class="figure"
            title="Show the working"
            @click="emit('working', pipeWorking(bill, b.pipe))"
          >
            {{ length(b.left) }}</button><template v-else>{{ length(b.left) }}</template></small
        >
        <label v-if="b.pipe" class="sold"
          >sold in
          <TextField
            :value="sold(b.pipe)"
            :label="`Lengths in ${unit} that ${title(b)} is sold in`"
            @change="(text: string) => b.pipe && setSold(b.pipe, text)"
          />
          {{ unit }}
          <button
            v-if="own(b.pipe)"
            type="button"
            class="plain-button edged"
            @click="b.pipe && perform(setStock(b.pipe.pipe, []))"
          >
            As usual
          </button>
          <small v-if="wrong[b.pipe.pipe]" class="wrong" role="alert">{{ wrong[b.pipe.pipe] }}</small></label
        >
      </h3>
      <p v-if="b.pipe" class="small lengths">
        A whole one costs
        <label v-for="l in lengths(b.pipe)" :key="l.m"
          >{{ length(l.m) }}
          <PriceField
            :price="l.each"
            :label="`Price of ${length(l.m)} of ${title(b)}`"
            @price="(each) => b.pipe && perform(setLengthPrice(b.pipe.pipe, planValue('lengthM', l.m), each))"
        /></label>
        <span class="muted">else its price a {{ unit }} in the list holds</span>
      </p>
      <div v-for="(bar, k) in b.bars.slice(0, SHOWN)" :key="k" class="bar">
        <span class="of">{{ bar.often > 1 ? `${bar.often} × ` : '' }}{{ length(bar.stock) }}</span>
        <span class="rail">
          <span
            v-for="(p, n) in bar.pieces"
            :key="n"
            class="piece"
            :style="{ width: `${(100 * p) / bar.stock}%` }"
            :title="length(p)"
            >{{ p / bar.stock > 0.06 ? number(p) : '' }}</span><span
            class="left"
            :style="{ width: `${(100 * bar.left) / bar.stock}%` }"
          />
        </span>
      </div>
      <p v-if="b.bars.length > SHOWN" class="small muted">
        and {{ b.bars.length - SHOWN }} more lengths, cut otherwise
      </p>
    </div>
  </section>
</template>

<style scoped>
.cuts {
  padding: 8px 16px 12px;
}

h3 {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  margin: 8px 0 2px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.sold {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  font-size: var(--text-s);
  font-weight: 400;
}

.lengths,
.lengths label {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}

.lengths label {
  gap: 6px;
}

.sold :deep(input) {
  width: 110px;
}

.wrong {
  color: var(--brick-ink);
}

.bar {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 8px;
  align-items: center;
}

.of {
  font-size: var(--text-s);
  text-align: right;
  white-space: nowrap;
}

.rail {
  display: flex;
  height: 20px;
  margin: 1px 0;
  border: 1px solid var(--rule-strong);
}

.piece {
  overflow: hidden;
  background: var(--ink);
  border-right: 2px solid var(--sheet);
  color: var(--sheet);
  font-family: var(--font-figure);
  font-size: var(--text-s);
  line-height: 18px;
  text-align: center;
}

.timber .piece {
  background: var(--earth-wash);
  color: var(--ink);
}

.left {
  background: repeating-linear-gradient(-45deg, transparent 0 4px, var(--rule-strong) 4px 5px);
}
</style>
