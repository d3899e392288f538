<script setup lang="ts">
// The questions of a new place or line: from where, to what, how much lower, how far; what it would give, kept or let go.
// On a phone one question at a time, what was said above it.
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import {
  addRefusal,
  chainageOf,
  groundAt,
  placeAt,
  PRESETS,
  presetOf,
  spotAlong,
  type LineSpot,
  type PresetKey,
} from '@vernal-slope/plan/edit';
import { isOutlet, isStore, wantsOf } from '@vernal-slope/plan/kinds';
import { lineLength } from '@vernal-slope/plan/positions';
import { nameIn } from '@vernal-slope/display/names';
import { asSI, rounded, showEntered, showText } from '@vernal-slope/display/quantities';
import { said } from '../../display/faults.ts';
import { SEVERITY_WORD, sentence } from '@vernal-slope/display/sentences';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import SentenceText from '../../judgement/SentenceText.vue';
import { filledIn, type AskedLine } from '../../session/joining.ts';
import { usePlanPage } from '../../session/planpage.ts';
import DropGlyph from '../../shell/DropGlyph.vue';

const props = defineProps<{ asked: AskedLine }>();
const { plan, results, joining, choosePlace, showLine, open } = usePlanPage();
const settings = useSettings();
const narrow = useMediaQuery('(max-width: 640px)');
const root = useTemplateRef<HTMLElement>('root');

const p = computed(() => plan.value);
const filled = computed(() => (p.value ? filledIn(p.value, props.asked) : { riseM: 0, lengthM: 0 }));
const isNew = computed(() => props.asked.preset !== undefined);
const preset = computed(() => (props.asked.preset ? presetOf(props.asked.preset) : undefined));
const sourceNew = computed(() => preset.value?.group === 'source');
const group = computed(() => props.asked.group);
const spotName = (spot: LineSpot | undefined): string => {
  if (!spot || !p.value) return '';
  const place = placeAt(p.value, spot);
  if (place) return nameIn(p.value, place.id);
  return 'line' in spot ? `a tee on ${nameIn(p.value, spot.line)}` : '';
};

/** What is asked for: one of the kinds, or a place that is there. */
const kinds = computed(() =>
  PRESETS.filter((k) => (group.value ? k.group === group.value : true)).map((k) => ({
    value: k.key as string,
    label: k.label,
  })),
);
const there = computed(() => {
  const plan = p.value;
  if (!plan || group.value) return [];
  return [
    ...plan.nodes
      .filter((n) => !(props.asked.from && 'place' in props.asked.from && props.asked.from.place === n.id))
      .map((n) => ({ value: `place:${n.id}`, label: `${nameIn(plan, n.id)}, which is there` })),
    ...plan.lines.map((l) => ({ value: `line:${l.id}`, label: `a tee on ${nameIn(plan, l.id)}` })),
  ];
});
const spotOf = (value: string): LineSpot | undefined => {
  const plan = p.value;
  if (!plan) return undefined;
  if (value.startsWith('place:')) return { place: value.slice(6) };
  const line = plan.lines.find((l) => l.id === value.slice(5));
  return line && spotAlong(plan, line.id, rounded(lineLength(line) / 2, 2));
};
const valueOf = (spot: LineSpot | undefined): string | null =>
  spot === undefined ? null : 'place' in spot ? `place:${spot.place}` : `line:${spot.line}`;

const whatValue = computed(() => props.asked.preset ?? valueOf(props.asked.to));
function setWhat(value: string): void {
  if (PRESETS.some((k) => k.key === value))
    joining.change({ preset: value as PresetKey, to: undefined, riseM: undefined, hand: undefined, name: undefined });
  else joining.change({ preset: undefined, to: spotOf(value), riseM: undefined, lengthM: undefined });
}

/** What it is joined to, asked where the step or the book began it. */
const from = computed(() => {
  const plan = p.value;
  if (!plan) return [];
  const key = props.asked.preset;
  const places = plan.nodes
    .filter((n) => !key || addRefusal(plan, key, { place: n.id }) === undefined)
    .map((n) => ({
      value: `place:${n.id}`,
      label: `${key ? 'a new line, ' : ''}${sourceNew.value ? 'to' : 'from'} ${nameIn(plan, n.id)}`,
    }));
  const tees = plan.lines.map((l) => ({
    value: `line:${l.id}`,
    label: `a new line, by a tee on ${nameIn(plan, l.id)}`,
  }));
  const hands = sourceNew.value
    ? plan.nodes
        .filter((n) => isStore(n))
        .map((n) => ({ value: `hand:${n.id}`, label: `straight into ${nameIn(plan, n.id)}` }))
    : [];
  return [...hands, ...places, ...tees, ...(isNew.value ? [{ value: 'later', label: 'to nothing yet: later' }] : [])];
});
const fromValue = computed(() =>
  props.asked.later ? 'later' : props.asked.hand !== undefined ? `hand:${props.asked.hand}` : valueOf(props.asked.from),
);
// where there is nothing to join it to it is not asked
watch(
  () => [from.value.length, props.asked.preset] as const,
  ([ways, preset]) => {
    if (preset && ways === 1 && fromValue.value === null) joining.change({ later: true });
  },
);
function setFrom(value: string): void {
  const none = { from: undefined, hand: undefined, later: undefined, riseM: undefined };
  if (value === 'later') joining.change({ ...none, later: true });
  else if (value.startsWith('hand:')) joining.change({ ...none, hand: value.slice(5) });
  else joining.change({ ...none, from: spotOf(value) });
}

/** A point inside a line: how far along it the tee stands. */
const tee = computed(() => {
  const plan = p.value;
  const which =
    props.asked.from && 'line' in props.asked.from
      ? 'from'
      : props.asked.to && 'line' in props.asked.to
        ? 'to'
        : undefined;
  const spot = which && props.asked[which];
  if (!plan || !which || !spot || !('line' in spot) || (which === 'from' && (props.asked.later || props.asked.hand)))
    return undefined;
  const line = plan.lines.find((l) => l.id === spot.line);
  return line && { which, line, at: chainageOf(plan, spot), length: lineLength(line) };
});
function setTee(si: number): undefined {
  const t = tee.value;
  if (t && p.value) joining.change({ [t.which]: spotAlong(p.value, t.line.id, rounded(si, 4)) });
  return undefined;
}

const byLine = computed(() => props.asked.hand === undefined && !props.asked.later);
const lower = ref(filled.value.riseM <= 0);
watch(
  () => [props.asked.preset, valueOf(props.asked.from)] as const,
  () => (lower.value = filled.value.riseM <= 0),
);
const drop = computed(() => Math.abs(filled.value.riseM));
function setDrop(si: number): undefined {
  const size = rounded(Math.abs(si), 4);
  if (si < 0) lower.value = !lower.value;
  joining.change({ riseM: lower.value ? -size : size });
  return undefined;
}
function turn(): void {
  lower.value = !lower.value;
  joining.change({ riseM: lower.value ? -drop.value : drop.value });
}
const STEP = { metric: 0.05, us: 0.25 };
function nudge(by: number): void {
  setDrop(Math.max(0, rounded(drop.value + by * asSI(STEP[settings.units], 'height', settings.units), 4)));
}
const stands = computed(() => {
  const plan = p.value;
  const ground = plan && props.asked.from && groundAt(plan, props.asked.from);
  return ground === undefined || ground === null
    ? undefined
    : showText(ground + filled.value.riseM, 'height', settings.units);
});

// what it would give, and what it takes from others
const draft = computed(() => joining.draft.value);
const fault = computed(() => joining.refusal.value ?? said(joining.faults.value));
const gives = computed(() => {
  const now = draft.value;
  const id = now?.node;
  if (!now || !id) return undefined;
  const r = now.results;
  const node = r.compiled.plan.nodes.find((n) => n.id === id);
  const at = r.result.nodes.get(id);
  if (!node || !at || !isOutlet(node) || !r.result.converged) return undefined;
  const wants = wantsOf(node).flow;
  return {
    level:
      at.flow <= 0
        ? ('error' as const)
        : wants !== undefined && at.flow < wants * 0.999
          ? ('warning' as const)
          : ('ok' as const),
    flow: showText(at.flow, 'flow', settings.units),
    wants: wants === undefined ? '' : showEntered(wants, 'flow', settings.units),
  };
});
/** What a line that ends at no outlet carries. */
const carries = computed(() => {
  const now = draft.value;
  const line = now?.line === undefined ? undefined : now.results.result.lines.get(now.line);
  if (!now?.results.result.converged || !line) return undefined;
  return { flow: showText(Math.abs(line.flow), 'flow', settings.units), flows: Math.abs(line.flow) > 1e-9 };
});
/** Outlets that would get a hundredth less or more, the worst first. */
const others = computed(() => {
  const [now, before] = [draft.value?.results, results.value];
  if (!now || !before || !now.result.converged || !before.result.converged) return [];
  return before.compiled.plan.nodes
    .flatMap((n) => {
      const [a, b] = [before.result.nodes.get(n.id)?.flow, now.result.nodes.get(n.id)?.flow];
      if (!isOutlet(n) || a === undefined || b === undefined || a <= 0 || Math.abs(b - a) < 0.01 * a) return [];
      return [{ id: n.id, name: nameIn(before.compiled.plan, n.id), from: a, to: b, wants: wantsOf(n).flow }];
    })
    .sort((a, b) => a.to / a.from - b.to / b.from)
    .slice(0, 3);
});
const findings = computed(() => {
  const now = draft.value;
  if (!now) return [];
  const known = new Set((results.value?.findings ?? []).map((f) => `${f.code} ${f.at}`));
  return now.results.findings
    .filter((f) => f.severity !== 'ok' && (f.at === now.node || f.at === now.line || !known.has(`${f.code} ${f.at}`)))
    .slice(0, 3)
    .map((f) => ({
      f,
      parts: sentence(f, settings.units, (id) => nameIn(now.results.compiled.plan, id)),
    }));
});

const title = computed(() => {
  if (group.value === 'source') return 'Add a source';
  if (group.value === 'tank') return 'Add a tank';
  if (group.value === 'outlet') return 'Add an outlet';
  return preset.value ? `A new ${preset.value.name.toLowerCase()}` : 'A new line';
});

// one question at a time on a phone
type Question = 'what' | 'joined' | 'drop' | 'length';
const questions = computed<Question[]>(() => [
  ...(group.value || !isNew.value || !props.asked.from ? (['what'] as const) : []),
  ...(isNew.value || !props.asked.from || group.value ? (['joined'] as const) : []),
  ...(isNew.value && byLine.value && props.asked.from ? (['drop'] as const) : []),
  ...(byLine.value && props.asked.from && (isNew.value || props.asked.to) ? (['length'] as const) : []),
]);
const at = ref(0);
const current = computed(() => questions.value[Math.min(at.value, questions.value.length - 1)]);
const shown = (q: Question): boolean => questions.value.includes(q) && (!narrow.value || current.value === q);
const answers = computed(() =>
  questions.value.slice(0, Math.min(at.value, questions.value.length - 1)).map((q, k) => ({
    k,
    text: {
      what: preset.value?.label ?? spotName(props.asked.to),
      joined: from.value.find((o) => o.value === fromValue.value)?.label ?? spotName(props.asked.from),
      drop: `${showText(drop.value, 'rise', settings.units)} ${lower.value ? 'lower' : 'higher'}`,
      length: showText(filled.value.lengthM, 'distance', settings.units),
    }[q],
  })),
);
const last = computed(() => !narrow.value || current.value === questions.value.at(-1));
const answered = computed(
  () =>
    ({
      what: whatValue.value !== null,
      joined: fromValue.value !== null,
      drop: true,
      length: true,
    })[current.value ?? 'what'],
);
const NEXT: Readonly<Record<Question, string>> = {
  what: 'what it is joined to',
  joined: 'how much lower it stands',
  drop: 'how far it is',
  length: '',
};

async function keep(): Promise<void> {
  const made = joining.keep();
  if (!made) return;
  if (made.node) choosePlace(made.node);
  if (made.line) showLine(made.line);
  await nextTick();
}
function onKey(event: KeyboardEvent): void {
  event.stopPropagation();
  if (event.key === 'Escape') joining.letGo();
}
async function focusFirst(): Promise<void> {
  await nextTick();
  const box = root.value;
  const field =
    box?.querySelector<HTMLElement>('.question.first input, .question.first select') ??
    box?.querySelector<HTMLElement>('.question input, .question select, .question [role=combobox]') ??
    box?.querySelector<HTMLElement>('[data-test=join-keep]');
  field?.focus();
  box?.scrollIntoView({ block: 'nearest' });
}
onMounted(focusFirst);
watch(at, focusFirst);
</script>

<template>
  <section ref="root" class="join sheet no-print" :aria-label="title" data-test="join-panel" @keydown="onKey">
    <header>
      <h2>{{ title }}</h2>
      <p class="muted small">
        <template v-if="narrow">question {{ Math.min(at + 1, questions.length) }} of {{ questions.length }}</template
        ><template v-else-if="asked.from && !group"
          >{{ sourceNew ? 'to' : 'from' }} <strong>{{ spotName(asked.from) }}</strong></template
        >
      </p>
    </header>
    <template v-if="narrow">
      <p v-if="asked.from && !group" class="answer">
        <span
          >{{ sourceNew ? 'To' : 'From' }} <strong>{{ spotName(asked.from) }}</strong><template
            v-if="preset && !questions.includes('what')"
            >: {{ preset.label.toLowerCase() }}</template
          ></span
        >
      </p>
      <p v-for="a in answers" :key="a.k" class="answer">
        <strong>{{ a.text }}</strong>
        <button type="button" class="plain-button" @click="at = a.k">Change</button>
      </p>
    </template>
    <div class="questions">
      <div v-if="shown('what')" class="question" :class="{ first: whatValue === null }">
        <p class="q">{{ group === 'source' ? 'Which water?' : group ? 'What is it?' : 'Where does the line go?' }}</p>
        <ChoiceField
          :value="whatValue"
          :options="[
            ...(asked.from && !group && !asked.preset ? there : []),
            ...kinds,
            ...(asked.from && asked.preset ? there : []),
          ]"
          label="What"
          placeholder="choose"
          data-test="join-what"
          @update:value="setWhat"
        />
        <p v-if="preset" class="small muted">{{ preset.note[settings.units] }}</p>
      </div>
      <div v-if="shown('joined')" class="question" :class="{ first: whatValue !== null && fromValue === null }">
        <p class="q">What is it joined to?</p>
        <ChoiceField
          :value="fromValue"
          :options="from"
          label="Joined to"
          placeholder="choose"
          data-test="join-from"
          @update:value="setFrom"
        />
        <p v-if="from.length === 1 && isNew" class="small muted">There is nothing to join it to yet.</p>
      </div>
      <div v-if="tee && shown(asked.to && !isNew ? 'length' : 'joined')" class="question">
        <p class="q">How far along it is the tee?</p>
        <QuantityField
          :value="tee.at"
          quantity="distance"
          label="How far along the line the tee stands"
          :limits="{ min: 0, max: tee.length }"
          :commit="setTee"
          show-unit
        />
        <p class="small muted">of {{ showText(tee.length, 'distance', settings.units) }}</p>
      </div>
      <div v-if="shown('drop')" class="question first">
        <p class="q">How much {{ lower ? 'lower' : 'higher' }} does it stand?</p>
        <div class="drop">
          <button
            v-if="narrow"
            type="button"
            class="plain-button edged step"
            :aria-label="`${STEP[settings.units]} less`"
            @click="nudge(-1)"
          >
            −<small>{{ STEP[settings.units] }}</small>
          </button>
          <QuantityField
            :value="drop"
            quantity="rise"
            :label="`How much ${lower ? 'lower' : 'higher'} it stands`"
            :limits="{ min: -2000, max: 2000 }"
            :commit="setDrop"
            live
            show-unit
          />
          <button
            v-if="narrow"
            type="button"
            class="plain-button edged step"
            :aria-label="`${STEP[settings.units]} more`"
            @click="nudge(1)"
          >
            +<small>{{ STEP[settings.units] }}</small>
          </button>
        </div>
        <p class="small">
          <button type="button" class="plain-button edged" data-test="join-turn" @click="turn">
            {{ lower ? 'Higher, not lower' : 'Lower, not higher' }}
          </button>
        </p>
        <p class="small muted">
          Ground there, against the ground at {{ spotName(asked.from) }}{{ stands ? `: ${stands}` : '' }}.<template
            v-if="asked.riseM === undefined"
          >
            A guess until it is measured.</template
          >
        </p>
      </div>
      <div v-if="shown('length')" class="question">
        <p class="q">How far is it, along the ground?</p>
        <QuantityField
          :value="filled.lengthM"
          quantity="distance"
          label="How far it is"
          :limits="{ min: 0.1, max: 100000 }"
          :commit="(si) => (joining.change({ lengthM: rounded(si, 4) }), undefined)"
          live
          show-unit
        />
        <p v-if="asked.lengthM === undefined" class="small muted">A guess until it is walked.</p>
      </div>
    </div>
    <ul class="says" aria-live="polite" data-test="join-says">
      <li v-if="fault" class="fault"><DropGlyph level="error" /> {{ fault }}</li>
      <li v-if="gives">
        <DropGlyph :level="gives.level" />
        <span
          ><strong>{{ SEVERITY_WORD[gives.level] }}.</strong> With all open it gets
          <span class="figure">{{ gives.flow }}</span><template v-if="gives.wants"
            >; it wants {{ gives.wants }}</template
          >.</span
        >
      </li>
      <li v-else-if="carries">
        <DropGlyph :level="carries.flows ? 'ok' : 'warning'" />
        <span
          ><template v-if="carries.flows"
            >The new line carries <span class="figure">{{ carries.flow }}</span> with all open.</template
          ><template v-else>As it stands no water runs in the new line.</template></span
        >
      </li>
      <li v-for="o in others" :key="o.id">
        <DropGlyph :level="o.wants !== undefined && o.to < o.wants ? 'warning' : 'ok'" />
        <span
          >{{ o.name }} {{ o.to < o.from ? 'falls' : 'rises' }} from
          <span class="figure">{{ showText(o.from, 'flow', settings.units) }}</span> to
          <span class="figure">{{ showText(o.to, 'flow', settings.units) }}</span><template v-if="o.wants !== undefined"
            >; it wants {{ showEntered(o.wants, 'flow', settings.units) }}</template
          >.</span
        >
      </li>
      <li v-for="s in findings" :key="`${s.f.code}-${s.f.at}`">
        <DropGlyph :level="s.f.severity" />
        <span
          ><strong>{{ SEVERITY_WORD[s.f.severity] }}.</strong> <SentenceText :parts="s.parts" @open="open"
        /></span>
      </li>
    </ul>
    <footer>
      <button
        v-if="last"
        type="button"
        class="plain-button main"
        :disabled="!joining.command.value || joining.faults.value.length > 0"
        data-test="join-keep"
        @click="keep"
      >
        {{ byLine ? 'Keep the line' : 'Keep it' }}
      </button>
      <button
        v-else
        type="button"
        class="plain-button main"
        :disabled="!answered"
        data-test="join-next"
        @click="at = Math.min(at, questions.length - 1) + 1"
      >
        Next: {{ NEXT[current ?? 'what'] }}
      </button>
      <button type="button" class="plain-button edged" data-test="join-let-go" @click="joining.letGo()">Let go</button>
      <span class="muted small esc">Esc lets go</span>
    </footer>
  </section>
</template>

<style scoped>
.join {
  margin-bottom: 16px;
  padding: 8px 16px 12px;
  border: 2px dashed var(--water);
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 14px;
}

.questions {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 12px 28px;
  margin-top: 8px;
}

.question {
  flex: 1 1 190px;
  max-width: 320px;
  min-width: 0;
}

.q {
  margin-bottom: 4px;
  font-weight: 700;
}

.question :deep(.quantity) {
  width: 150px;
}

.drop {
  display: flex;
  gap: 8px;
}

.says {
  display: grid;
  gap: 6px;
  margin: 12px 0 0;
  padding: 0;
  list-style: none;
}

.says li {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

.fault {
  color: var(--brick-ink);
}

footer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  margin-top: 12px;
}

.answer {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  min-height: 44px;
  border-bottom: var(--line-hair) solid var(--rule);
}

.answer .plain-button {
  text-decoration: underline;
}

@media (max-width: 640px) {
  .join {
    margin: 0;
    border-width: 2px 0;
  }

  .question {
    flex-basis: 100%;
    max-width: none;
  }

  .q {
    font-family: var(--font-title);
    font-size: var(--title-m);
  }

  .question :deep(.quantity) {
    flex: 1;
    width: 100%;
  }

  .question :deep(.quantity input) {
    min-height: 72px;
    font-size: 40px;
    font-weight: 700;
  }

  .step {
    flex-direction: column;
    gap: 0;
    width: 72px;
    min-height: 72px;
    font-size: var(--title-l);
  }

  .step small {
    font-family: var(--font-figure);
    font-size: var(--text-s);
  }

  footer .main {
    flex: 1 1 100%;
    min-height: 64px;
    font-size: var(--text-l);
  }

  footer .edged {
    min-height: 44px;
  }

  .esc {
    display: none;
  }
}
</style>
