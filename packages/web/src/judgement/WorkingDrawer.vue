<script setup lang="ts">
// The working of a figure: the rule, the rule with your figures, where each comes from, what would change it.
import { BookOpen, ChevronLeft, Copy, Printer, X } from '@lucide/vue';
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import { ruleInSymbols, type Working } from '@vernal-slope/core/working';
import { inRule, show, showEntered, showTerm, showText, unitFor } from '@vernal-slope/display/quantities';
import { figuresTex, ownFiguresTex, ruleTex, termInRule, workingTitle } from '@vernal-slope/display/workings';
import { useSettings } from '../display/settings.ts';
import { STAND_TRIAL, type Alternative } from '../workers/trial.ts';
import FormulaView from './FormulaView.vue';
import { quoted } from '@vernal-slope/display/quoted';

const props = defineProps<{ working: Working | null; alternatives: readonly Alternative[]; title: string }>();
const emit = defineEmits<{ close: [] }>();
const settings = useSettings();
const drawer = ref<HTMLElement | null>(null);
/** Workings opened one from another; the last is shown. */
const path = ref<number[]>([]);
const copied = ref(false);

const shown = computed<Working | null>(() => {
  let w = props.working;
  for (const k of path.value) w = w?.terms[k]?.working ?? w;
  return w;
});
watch(
  () => props.title,
  async () => {
    path.value = [];
    copied.value = false;
    await nextTick();
    drawer.value?.focus();
  },
  { immediate: true },
);
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') emit('close');
});

const heading = computed(() => (shown.value ? `The working: ${workingTitle(shown.value, settings.units)}` : ''));
const rule = computed(() => (shown.value ? ruleTex(shown.value) : ''));
const withFigures = computed(() => (shown.value ? figuresTex(shown.value) : ''));
const withOwnFigures = computed(() => (shown.value ? ownFiguresTex(shown.value, settings.units) : ''));
const result = computed(() =>
  shown.value ? showTerm(shown.value.result.value, shown.value.result.dimension, settings.units) : null,
);
const resultSI = computed(() => (shown.value ? inRule(shown.value.result.value, shown.value.result.dimension) : null));

const shareText = (value: number): string => {
  const { text, unit } = showTerm(value, shown.value?.shares?.dimension ?? 'length', settings.units);
  return `${text} ${unit}`;
};
const shares = computed(() => {
  const parts = shown.value?.shares?.parts ?? [];
  const sum = parts.reduce((total, p) => total + Math.abs(p.value), 0);
  return parts.map((p) => ({
    ...p,
    share: sum > 0 ? Math.abs(p.value) / sum : 0,
    short: p.name.match(/leg (\d+)/)?.[1] ?? p.name.split(' ')[0],
    text: shareText(p.value),
  }));
});

const ALTERNATIVE_WORDS: Readonly<Record<Exclude<Alternative['code'], 'stand-higher'>, string>> = {
  'as-is': 'as it is',
  'wider-pipe': 'wider pipe',
  'tank-full': 'tank brim full',
  'tank-low': 'tank at low water',
};
const kind = computed(() => {
  const code = props.working?.code ?? '';
  if (path.value.length > 0) return null;
  if (code === 'pressure') return 'pressure';
  if (code === 'refill') return 'refill';
  return code.endsWith('-flow') ? 'flow' : null;
});
const tubes = computed(() => {
  if (!kind.value) return [];
  const valueOf = (a: Alternative): number =>
    kind.value === 'pressure' ? a.pressure : kind.value === 'flow' ? a.flow : (a.refill ?? 0);
  const most = Math.max(...props.alternatives.map(valueOf), 1e-12);
  const quantity = kind.value === 'pressure' ? 'pressure' : kind.value === 'flow' ? 'flow' : 'duration';
  return props.alternatives
    .filter((a) => kind.value !== 'refill' || (a.refill !== null && a.refill !== undefined))
    .map((a) => ({
      code: a.code,
      share: Math.max(0, valueOf(a)) / most,
      text:
        kind.value === 'refill'
          ? showText(valueOf(a), quantity, settings.units)
          : show(valueOf(a), quantity, settings.units).text,
      label:
        a.code === 'stand-higher'
          ? `tank ${showEntered(STAND_TRIAL, 'rise', settings.units)} higher`
          : a.code === 'wider-pipe' && a.label
            ? `${a.label} first`
            : ALTERNATIVE_WORDS[a.code],
    }));
});

const tubeUnit = computed(() =>
  kind.value === null ? '' : kind.value === 'refill' ? 'time to fill' : unitFor(kind.value, settings.units).symbol,
);

async function copy(): Promise<void> {
  const w = shown.value;
  if (!w || !result.value) return;
  const lines = [
    heading.value,
    ...w.terms.map((t) => {
      const s = showTerm(t.value, t.dimension, settings.units);
      return `${t.name}: ${s.text} ${s.unit}${t.source ? ` (${t.source})` : ''}`;
    }),
    `= ${result.value.text} ${result.value.unit}`,
    `Rule (TeX): ${ruleInSymbols(w)}`,
    `Source: ${w.source}`,
    ...(w.assumptions ?? []),
  ];
  try {
    await navigator.clipboard.writeText(lines.join('\n'));
    copied.value = true;
  } catch {
    copied.value = false;
  }
}
const print = (): void => window.print();
</script>

<template>
  <section
    v-if="shown"
    ref="drawer"
    class="drawer"
    role="dialog"
    :aria-label="heading"
    tabindex="-1"
    data-test="working"
  >
    <header>
      <BookOpen :size="20" aria-hidden="true" />
      <button
        v-if="path.length > 0"
        type="button"
        class="plain-button edged no-print"
        @click="path = path.slice(0, -1)"
      >
        <ChevronLeft :size="18" aria-hidden="true" />Back
      </button>
      <h2>{{ heading }}</h2>
      <span class="end no-print">
        <button type="button" class="plain-button" @click="copy">
          <Copy :size="18" aria-hidden="true" />{{ copied ? 'Copied' : 'Copy' }}
        </button>
        <button type="button" class="plain-button" @click="print">
          <Printer :size="18" aria-hidden="true" />Print with the page
        </button>
        <button type="button" class="plain-button edged" data-test="close-working" @click="emit('close')">
          <X :size="18" aria-hidden="true" />Close
        </button>
      </span>
    </header>
    <div class="columns" :class="{ three: tubes.length > 1 }">
      <div>
        <h3>The rule</h3>
        <FormulaView :tex="rule" />
        <FormulaView v-for="extra in shown.also ?? []" :key="extra" :tex="extra" />
        <template v-if="withOwnFigures">
          <h3>With your figures <span class="muted small">each in its own unit</span></h3>
          <FormulaView :tex="withOwnFigures" data-test="own-units" />
        </template>
        <template v-if="withFigures">
          <h3>
            {{ withOwnFigures ? 'The same' : 'With your figures' }}
            <span class="muted small"
              >in metres, seconds and pascals{{
                settings.units === 'us' && !withOwnFigures ? ': the rule holds in these only' : ''
              }}</span
            >
          </h3>
          <FormulaView :tex="withFigures" />
        </template>
        <p v-if="result" class="result">
          <span aria-hidden="true">=</span>
          <strong class="figure" data-test="result">{{ result.text }} {{ result.unit }}</strong>
          <span v-if="resultSI && resultSI.unit && resultSI.unit !== result.unit" class="muted small"
            >{{ resultSI.text }} {{ resultSI.unit }}</span
          >
        </p>
        <p class="source small muted">Source: {{ quoted(shown.source, settings.units) }}.</p>
        <p v-for="a in shown.assumptions ?? []" :key="a" class="small muted">
          Assumed: {{ quoted(a, settings.units) }}
        </p>
      </div>
      <div>
        <h3>Where each figure comes from</h3>
        <table>
          <tbody>
            <tr v-for="(t, k) in shown.terms" :key="t.key">
              <td class="symbol"><FormulaView :tex="t.tex" /></td>
              <td>
                {{ t.name
                }}<template v-if="t.source"
                  ><br /><span class="small muted">{{ quoted(t.source, settings.units) }}</span></template
                >
              </td>
              <td class="n">
                <button v-if="t.working" type="button" class="figure" @click="path = [...path, k]">
                  {{ showTerm(t.value, t.dimension, settings.units).text }}
                </button>
                <span v-else class="plain">{{ showTerm(t.value, t.dimension, settings.units).text }}</span>
                <span class="muted small unit">{{ showTerm(t.value, t.dimension, settings.units).unit }}</span>
                <span v-if="termInRule(t, settings.units)" class="muted small si"
                  >{{ termInRule(t, settings.units) }} in the rule</span
                >
              </td>
            </tr>
          </tbody>
        </table>
        <template v-if="shares.length > 1">
          <h3>{{ shown.shares?.dimension === 'length' ? 'Where it goes, leg by leg' : 'Who takes it' }}</h3>
          <div class="shares" role="img" :aria-label="shares.map((s) => `${s.name} ${s.text}`).join(', ')">
            <span
              v-for="(s, k) in shares"
              :key="k"
              :style="{ flexGrow: Math.max(0.02, s.share) }"
              :title="`${s.name}: ${s.text}`"
              ><i :style="{ opacity: 0.45 + 0.55 * s.share * 2 }"></i><small>{{ s.short }}</small></span
            >
          </div>
        </template>
      </div>
      <div v-if="tubes.length > 1">
        <h3>
          What would change it most <span class="muted small">{{ tubeUnit }}</span>
        </h3>
        <ul class="tubes">
          <li v-for="t in tubes" :key="t.code">
            <span class="figure small">{{ t.text }}</span>
            <svg width="26" height="112" aria-hidden="true">
              <rect
                x="4"
                :y="106 - 100 * t.share"
                width="18"
                :height="100 * t.share"
                :class="{ now: t.code === 'as-is' }"
              />
              <path d="M4 2V106H22V2" />
            </svg>
            <span class="small">{{ t.label }}</span>
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.si {
  display: block;
}

.drawer {
  position: fixed;
  z-index: 40;
  left: 16px;
  right: 16px;
  bottom: 0;
  max-height: min(64vh, 480px);
  overflow: auto;
  padding: 0 24px 16px;
  background: var(--sheet);
  box-shadow: var(--shadow-drawer);
}

.drawer:focus {
  outline: none;
}

header {
  position: sticky;
  top: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding: 10px 0;
  background: var(--sheet);
  border-bottom: var(--line) solid var(--ink);
}

.end {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-left: auto;
}

.columns {
  display: grid;
  grid-template-columns: 1.1fr 1fr;
  gap: 0 28px;
  padding-top: 12px;
}

.columns.three {
  grid-template-columns: 1.1fr 1fr 0.9fr;
}

.columns > div + div {
  padding-left: 24px;
  border-left: var(--line-hair) solid var(--rule);
}

h3 {
  margin: 8px 0 4px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.result {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: baseline;
  margin: 8px 0 12px;
}

.result strong {
  padding: 2px 8px;
  background: var(--water-wash);
  border-bottom: 2px solid var(--water);
  font-size: 22px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

td {
  padding: 4px 6px 4px 0;
  border-bottom: var(--line-hair) solid var(--rule);
  vertical-align: middle;
}

.symbol {
  width: 66px;
}

.n {
  text-align: right;
  white-space: nowrap;
}

.n .unit {
  margin-left: 4px;
}

.n .plain {
  font-family: var(--font-figure);
}

.shares {
  display: flex;
  gap: 2px;
}

.shares span {
  display: block;
  flex-basis: 0;
  min-width: 8px;
  text-align: center;
}

.shares i {
  display: block;
  height: 20px;
  background: var(--water);
}

.shares small {
  white-space: nowrap;
  font-family: var(--font-figure);
  font-size: var(--text-s);
}

.tubes {
  display: flex;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.tubes li {
  display: flex;
  flex: 1;
  flex-direction: column;
  align-items: center;
  gap: 4px;
  text-align: center;
  line-height: 1.2;
}

.tubes rect {
  fill: var(--water);
  opacity: 0.5;
}

.tubes .now {
  opacity: 1;
}

.tubes path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}

@media (max-width: 900px) {
  .drawer {
    left: 0;
    right: 0;
    max-height: 78vh;
    padding: 0 14px 16px;
  }

  .columns,
  .columns.three {
    grid-template-columns: 1fr;
  }

  .columns > div + div {
    padding-left: 0;
    border-left: 0;
  }
}

@media print {
  .drawer {
    position: static;
    max-height: none;
    box-shadow: none;
  }
}
</style>
