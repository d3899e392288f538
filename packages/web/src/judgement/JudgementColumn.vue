<script setup lang="ts">
// The judgement of the chosen place: two figures, sentences worst first, and the one change that helps most.
import { computed } from 'vue';
import { judgeRefill } from '@vernal-slope/core/judge';
import { herdWords } from '@vernal-slope/plan/catalogue';
import { finding, findingOf, limitOf, toldEverywhere, worstFirst, type Finding } from '@vernal-slope/plan/findings';
import { setSizes, type Command } from '@vernal-slope/plan/edit';
import { raiseFor } from '@vernal-slope/plan/solve';
import { wantsOf, isBasin, isOutlet, isSource, isStore, isTap } from '@vernal-slope/plan/kinds';
import { useShownResults } from '../session/usePassing.ts';
import type { PlanResults } from '../session/usePlanResults.ts';
import { chainTo } from '@vernal-slope/display/section';
import { show, showEntered, showText } from '@vernal-slope/display/quantities';
import { nameIn, nominal } from '@vernal-slope/display/names';
import { sentence, type FigureKey, type Part } from '@vernal-slope/display/sentences';
import { useSettings } from '../display/settings.ts';
import type { SlowAnswers } from '../workers/hydraulics.ts';
import { aFrameLater } from '../shell/atonce.ts';
import DropGlyph from '../shell/DropGlyph.vue';
import SentenceItem from './SentenceItem.vue';
import { soundRemedy } from './soundremedy.ts';
import TryingBox from './TryingBox.vue';
import { useFold } from './useFold.ts';
import './judgement.css';

const props = defineProps<{
  results: PlanResults;
  chosen: string;
  slow: SlowAnswers | null;
  busy: boolean;
  /** Why the slow answers are not there. */
  error: string;
  trying: string;
  /** Said of the place by the step that is open. */
  more?: readonly Finding[];
}>();
const emit = defineEmits<{ open: [key: FigureKey]; try: [command: Command]; keep: []; back: [] }>();
const settings = useSettings();
const { folds, folded, turn } = useFold();
/** Figures of a drag are read a few times a second, no more. */
const READ_MS = 120;
const shown = useShownResults(() => props.results, READ_MS);

/** Figures come with the edit; sentences are read, and come a frame after it. */
const told = aFrameLater(() => shown.value);
const plan = computed(() => shown.value.compiled.plan);
const node = computed(() => plan.value.nodes.find((n) => n.id === props.chosen));
const figures = computed(() => shown.value.result.nodes.get(props.chosen));
/** An answer that breaks a condition is none: its figures are not shown. */
const settled = computed(() => shown.value.result.converged);
const flowing = computed(() => (figures.value?.flow ?? 0) > 0);
const flow = computed(() => show((figures.value?.flow ?? 0) * (isSource(node.value) ? -1 : 1), 'flow', settings.units));
const pressure = computed(() => show(figures.value?.pressure ?? 0, 'pressure', settings.units));
/** Standing pressure; none where the water does not reach. */
const standing = computed(() => show(Math.max(0, figures.value?.staticPressure ?? 0), 'pressure', settings.units));
const name = (id: string): string => nameIn(plan.value, id);

const subtitle = computed(() => {
  const n = node.value;
  if (isBasin(n)) {
    const herds = (n.herds ?? [])
      .map((h) => `${herdWords(h.count, h.class)}${h.ifToo ? ', if they come too' : ''}`)
      .join(', ');
    return [n.inlet?.floatValve ? 'trough with a float' : 'trough, open end', herds].filter(Boolean).join('; ');
  }
  if (isTap(n)) return `wants ${showEntered(wantsOf(n).flow ?? 0, 'flow', settings.units)}`;
  return isStore(n) ? 'tank' : isSource(n) ? 'source' : '';
});
const free = computed(() => isBasin(node.value) && !node.value.inlet?.floatValve);
const flowLabel = computed(() =>
  isSource(node.value)
    ? 'given into its lines'
    : isStore(node.value)
      ? 'coming in less going out'
      : free.value
        ? 'flow, running free'
        : isTap(node.value)
          ? 'flow at the outlet'
          : 'flow at the valve',
);
const wants = computed(() => (isOutlet(node.value) ? wantsOf(node.value) : {}));

const findings = computed<Finding[]>(() => {
  if (told.value.passing) return [];
  const chain = new Set(chainTo(told.value, props.chosen).map((c) => c.line));
  const sources = plan.value.nodes.filter((n) => isSource(n)).map((n) => n.id);
  const list = told.value.findings.filter(
    (f) =>
      f.at === props.chosen ||
      chain.has(f.at) ||
      sources.includes(f.at) ||
      // of the whole plan
      f.at === '' ||
      f.code === 'not-converged' ||
      toldEverywhere(f),
  );
  const refill = props.slow?.refill;
  if (refill && !refill.settled) list.push(finding('refill-not-settled', props.chosen, {}));
  else if (refill && flowing.value) {
    list.push(
      findingOf(
        judgeRefill({
          id: props.chosen,
          drop: refill.refill.fullLevel - refill.refill.lowestLevel,
          afterVisit: refill.refill.afterVisit,
          dryTime: refill.refill.dryTime,
          shortfall: refill.refill.shortfall,
          untilNext: refill.untilNext,
          horizon: 24 * 3600,
        }),
      ),
    );
  }
  return worstFirst(oneRating([...list, ...(props.more ?? [])]));
});
/** Of pipes that bear what stands on them only the one nearest to its rating is worth a word. */
function oneRating(list: readonly Finding[]): Finding[] {
  let nearest: { finding: Finding; used: number } | undefined;
  for (const f of list) {
    if (f.code !== 'rating-enough') continue;
    const used = f.values.pressure / f.values.rating;
    if (!nearest || used > nearest.used) nearest = { finding: f, used };
  }
  return list.filter((f) => f.code !== 'rating-enough' || f === nearest?.finding);
}
const sentences = computed(() =>
  findings.value.map((f) => ({
    key: `${f.code}-${f.at}`,
    severity: f.severity,
    limit: limitOf(f),
    parts: sentence(f, settings.units, name),
    remedy: f.remedy && soundRemedy(plan.value, f.remedy),
  })),
);

/** How high the tank must stand, beside how high it stands. */
const height = computed<{ severity: 'ok' | 'warning'; parts: Part[]; remedy?: Command } | null>(() => {
  if (!settled.value) return null;
  const h = told.value.height(props.chosen);
  const tank = h && plan.value.nodes.find((n) => n.id === h.tank);
  if (!h || !isStore(tank)) return null;
  const stands = tank.standM ?? 0;
  const enough = stands >= h.answer.stand - 1e-6;
  const needed: Part = {
    text: showText(Math.max(0, h.answer.stand), 'height', settings.units),
    figure: true,
    opens: { of: 'height', id: props.chosen },
  };
  const flow = showEntered(h.flow, 'flow', settings.units);
  const want =
    h.answer.governing.kind === 'hump'
      ? `${flow} to pass the hump`
      : `${flow} at ${showEntered(h.pressure, 'pressure', settings.units)}`;
  // raised so, it may stand over what fills it: nothing is offered before that is known
  const dry = props.slow?.dryWhenRaised ?? [];
  const raise = props.slow?.dryWhenRaised === undefined ? undefined : raiseFor(plan.value, h);
  const now = stands > 0 ? `it stands ${showText(stands, 'height', settings.units)}` : 'it stands on it';
  return {
    severity: enough ? 'ok' : 'warning',
    ...(enough || dry.length > 0 ? {} : { remedy: raise }),
    parts: enough
      ? [
          { text: `Even at low water ${name(h.tank)} stands high enough for ${want}: it needs ` },
          needed,
          { text: ` under it.` },
        ]
      : [
          { text: `At low water ${name(h.tank)} should stand ` },
          needed,
          { text: ` above its ground for ${want}; ${now}.` },
          ...(dry.length > 0
            ? [
                {
                  text: ` Raised so, no water would come into ${dry.map(name).join(' and ')}: raise what fills it too, or win the head in the pipe.`,
                },
              ]
            : []),
        ],
  };
});

/** What wider pipe can mend; a pipe over its rating is no weaker for being wide. */
const WIDER_HELPS: ReadonlySet<Finding['code']> = new Set([
  'no-flow',
  'flow-below-wanted',
  'pressure-below-wanted',
  'pressure-below-minimum',
  'hump-holds',
  'trough-runs-dry',
  'trough-not-full-again',
  'trough-late',
]);
const remedy = computed(() => props.slow?.remedy);
const worthIt = computed(
  () =>
    remedy.value &&
    (findings.value.some((f) => f.severity !== 'ok' && WIDER_HELPS.has(f.code)) ||
      height.value?.severity === 'warning'),
);
const remedyTitle = computed(() => {
  const r = remedy.value;
  if (!r) return '';
  const size = nominal(r.label);
  return r.all
    ? `Use ${size} all the way`
    : `Use ${size} on the first ${showText(r.length, 'distance', settings.units)}`;
});
function tryIt(): void {
  const r = remedy.value;
  if (!r) return;
  const sizes = r.parts.flatMap(({ line, legs }) => legs.map((leg) => ({ line, leg, pipe: r.pipe })));
  emit('try', setSizes(sizes, remedyTitle.value));
}
</script>

<template>
  <aside class="judgement sheet" :class="{ folded }" aria-label="Judgement">
    <header>
      <h2>{{ node ? name(chosen) : 'Nothing chosen' }}</h2>
      <p class="small">{{ subtitle }}</p>
    </header>
    <p v-if="figures && !settled" class="unsettled" data-test="not-settled">
      Not settled. No figure of flow or pressure is shown until the plan has an answer.
    </p>
    <div v-else-if="figures" class="two">
      <div>
        <p class="big">
          <button
            type="button"
            class="figure"
            title="Show the working"
            data-test="flow"
            @click="emit('open', { of: 'flow', id: chosen })"
          >
            {{ flow.text }}</button><span class="muted">{{ flow.unit }}</span>
        </p>
        <p class="small muted">{{ flowLabel }}</p>
      </div>
      <div v-if="!isSource(node)">
        <p class="big">
          <button
            v-if="flowing && !free"
            type="button"
            class="figure"
            title="Show the working"
            data-test="pressure"
            @click="emit('open', { of: 'pressure', id: chosen })"
          >
            {{ pressure.text }}
          </button>
          <button
            v-else
            type="button"
            class="figure"
            title="Show the working"
            data-test="pressure"
            @click="emit('open', { of: 'static', id: chosen })"
          >
            {{ standing.text }}
          </button>
          <span class="muted">{{ pressure.unit }}</span>
        </p>
        <p class="small muted">
          {{ flowing && !free ? 'as it runs' : 'with all shut'
          }}<template v-if="wants.pressure && flowing && !free"
            >; wants {{ showEntered(wants.pressure, 'pressure', settings.units) }}</template
          >
        </p>
      </div>
    </div>
    <p v-if="shown.passing" class="small muted passing">Let go, and it is judged.</p>
    <ul v-else class="sentences" data-test="sentences" aria-live="polite">
      <SentenceItem
        v-for="s in sentences.filter((s) => s.severity !== 'ok')"
        :key="s.key"
        :severity="s.severity"
        :parts="s.parts"
        :limit="s.limit"
        :remedy="trying ? undefined : s.remedy"
        test="try-finding"
        @open="(key) => emit('open', key)"
        @try="(command) => emit('try', command)"
      />
      <SentenceItem
        v-if="height"
        data-test="height"
        :severity="height.severity"
        :parts="height.parts"
        :remedy="trying ? undefined : height.remedy"
        test="try-stand"
        @open="(key) => emit('open', key)"
        @try="(command) => emit('try', command)"
      />
    </ul>
    <TryingBox v-if="trying" :label="trying" @keep="emit('keep')" @back="emit('back')" />
    <div v-else-if="remedy && worthIt" class="remedy" data-test="remedy">
      <div>
        <strong>{{ remedyTitle }}</strong>
        <p>
          It gets <span class="figure">{{ showText(remedy.flowAfter, 'flow', settings.units) }}</span><template
            v-if="remedy.refillAfter && remedy.refillAfter.refill.afterVisit !== null"
            >, refill time
            <span class="figure">{{
              showText(remedy.refillAfter.refill.afterVisit, 'duration', settings.units)
            }}</span></template
          >.
        </p>
      </div>
      <button
        type="button"
        class="plain-button main"
        data-test="try"
        title="Try it (t)"
        :disabled="busy"
        @click="tryIt"
      >
        Try it
      </button>
    </div>
    <p v-else-if="error" class="small working-on" role="alert">{{ error }}</p>
    <p v-else-if="busy" class="small muted working-on">Working out the filling …</p>
    <ul class="sentences" data-test="good-sentences">
      <SentenceItem
        v-for="s in sentences.filter((s) => s.severity === 'ok')"
        :key="s.key"
        :severity="s.severity"
        :parts="s.parts"
        :limit="s.limit"
        @open="(key) => emit('open', key)"
      />
      <li v-if="sentences.length === 0 && !height" class="none">
        <DropGlyph level="begun" :size="18" />
        <p><strong>Begun.</strong> Nothing to judge yet: choose a place where water comes out.</p>
      </li>
    </ul>
    <button
      v-if="folds && sentences.length > 1"
      type="button"
      class="plain-button unfold no-print"
      :aria-expanded="!folded"
      data-test="unfold-judgement"
      @click="turn"
    >
      {{ folded ? `All ${sentences.length} sentences` : 'Only the worst' }}
    </button>
  </aside>
</template>

<style scoped>
.passing,
.unsettled {
  padding: 12px 16px;
}

.big .figure {
  font-size: var(--figure-l);
}

.sentences + .sentences,
.trying + .sentences,
.remedy + .sentences {
  padding-top: 0;
}

.none {
  display: flex;
  gap: 10px;
}

.working-on {
  padding: 0 16px 12px;
}
</style>
