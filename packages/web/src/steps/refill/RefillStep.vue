<script setup lang="ts">
// The Refill step: the place in time, what would mend it, and what many runs say.
import { computed, ref, watch } from 'vue';
import { FLOAT_ROWS } from '@vernal-slope/plan/catalogue';
import { changeNode, setFloatKind, type Command } from '@vernal-slope/plan/edit';
import { isTap, isVessel } from '@vernal-slope/plan/kinds';
import type { FloatValveEntry, Plan, VesselNode } from '@vernal-slope/plan/schema';
import type { HeadsCarried, MendTried, Spread } from '@vernal-slope/plan/simulate';
import type { Working } from '@vernal-slope/core/working';
import { said } from '../../display/faults.ts';
import { dateText, MONTHS } from '@vernal-slope/display/dates';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import EntryRow from '../../fields/EntryRow.vue';
import AnswerState from '../../judgement/AnswerState.vue';
import { useEdits } from '../../session/planpage.ts';
import FoldPart from '../../shell/FoldPart.vue';
import LaterPart from '../../shell/LaterPart.vue';
import type { HeadsAsked } from '../../workers/refill.ts';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import DrawTimes from './DrawTimes.vue';
import { useGuessing } from './guess.ts';
import GuessFirst from './GuessFirst.vue';
import ManyRuns from './ManyRuns.vue';
import OtherWater from './OtherWater.vue';
import RefillStrips from './RefillStrips.vue';
import type { RunAnswer, Span } from './useRefill.ts';
import WhatMends from './WhatMends.vue';

interface Shown {
  readonly mends: AnswerShown<readonly MendTried[]>;
  readonly heads: AnswerShown<HeadsCarried | undefined>;
  readonly spread: AnswerShown<Spread>;
}
const props = defineProps<{
  plan: Plan;
  run: AnswerShown<RunAnswer>;
  asked: Shown;
  span: Span;
  month: number;
  now: number;
  chosen: string;
  trying: boolean;
  guessed: boolean;
}>();
const emit = defineEmits<{
  span: [span: Span];
  month: [month: number];
  now: [t: number];
  choose: [id: string];
  heads: [asked: HeadsAsked];
  try: [command: Command];
  working: [working: Working | undefined];
  guessed: [done: boolean];
}>();
const settings = useSettings();
const { edit, perform } = useEdits();
const guessing = useGuessing();
const picture = computed(() => props.run.answer?.picture ?? null);
/** What happens is hidden until it was guessed. */
const hidden = computed(() => guessing.value.on && !props.guessed);
const SPAN_OPTIONS: readonly { value: Span; label: string }[] = [
  { value: 'day', label: 'a day' },
  { value: 'three', label: 'three days' },
  { value: 'weeks', label: 'two weeks' },
  { value: 'month', label: 'a month' },
];
const opened = ref('');
watch(
  () => props.chosen,
  (id) => (opened.value = id),
);
const vesselNode = (id: string): VesselNode | undefined => {
  const found = props.plan.nodes.find((n) => n.id === id);
  return isVessel(found) ? found : undefined;
};
const floatOf = (id: string): FloatValveEntry | undefined => vesselNode(id)?.inlet?.floatValve;
function onVessel(id: string, label: string, recipe: (n: VesselNode) => void): string | undefined {
  return said(edit(changeNode(id, isVessel, label, recipe)));
}
const onFloat = (id: string, label: string, recipe: (f: FloatValveEntry) => void): string | undefined =>
  onVessel(id, label, (n) => n.inlet?.floatValve && recipe(n.inlet.floatValve));
const taps = computed(() => props.plan.nodes.filter(isTap));
const vessels = computed(() => props.plan.nodes.filter(isVessel));
const FLOAT_KINDS = FLOAT_ROWS.map((r) => ({ value: r.id, label: r.name }));
const volume = (v: number): string => showText(v, 'volume', settings.units);
</script>

<template>
  <section class="sheet step" aria-labelledby="refill-title">
    <header>
      <h2 id="refill-title">Refill</h2>
      <ChoiceField
        fit
        :value="span"
        :options="SPAN_OPTIONS"
        label="How long is looked at"
        data-test="refill-span"
        @update:value="(s) => emit('span', s)"
      />
      <span class="small">in</span>
      <ChoiceField
        fit
        :value="month"
        :options="MONTHS.map((name, m) => ({ value: m + 1, label: name }))"
        label="Month"
        data-test="refill-month"
        @update:value="(m) => emit('month', m)"
      />
      <span v-if="picture && run.busy" class="small muted" role="status">running it again …</span>
    </header>
    <AnswerState
      v-if="!picture || run.error"
      what="the place in time"
      :busy="run.busy"
      :error="run.error"
      :progress="run.progress"
      @again="run.ask()"
    />
    <GuessFirst
      v-if="picture && picture.vessels.length > 0"
      :run="picture"
      :guessed="guessed"
      @guessed="(done) => emit('guessed', done)"
      @working="(id) => emit('working', picture?.workings[id])"
    />
    <p v-if="picture && picture.vessels.length === 0" class="empty">
      Nothing holds water here yet. Put in a tank or a trough, join it, and say at Need when the animals come; then this
      step runs the place through the day.
    </p>
    <template v-else-if="picture && !hidden">
      <p v-if="!picture.settled" class="unsettled" role="alert">
        Not settled: for some moment no answer was found. What is drawn is not to be relied on.
      </p>
      <div class="strips" :class="{ old: run.busy }">
        <RefillStrips
          :run="picture"
          :chosen="opened"
          :now="Math.min(now, picture.duration)"
          @now="(t) => emit('now', t)"
          @choose="
            (id) => {
              opened = id;
              if (id) emit('choose', id);
            }
          "
        >
          <template #entries="{ id }">
            <span v-if="vesselNode(id)" class="entries small">
              <EntryRow
                label="begins at"
                :value="vesselNode(id)?.startLevelM ?? vesselNode(id)?.overflowM"
                field="startLevelM"
                :limits="{ min: 0 }"
                :commit="(v) => onVessel(id, 'level to begin with', (n) => void (n.startLevelM = v))"
              />
              <template v-if="floatOf(id)">
                <ChoiceField
                  :value="floatOf(id)?.type ?? null"
                  :options="FLOAT_KINDS"
                  placeholder="kind of float"
                  label="Kind of float"
                  @update:value="(kind) => perform(setFloatKind(id, kind))"
                />
                <EntryRow
                  label="seat"
                  :value="floatOf(id)?.seatMm"
                  field="seatMm"
                  :limits="{ min: 0.0005, max: 0.2 }"
                  :commit="(v) => onFloat(id, 'seat of the float', (f) => void (f.seatMm = v))"
                />
                <EntryRow
                  label="shuts at"
                  :value="floatOf(id)?.closeLevelM"
                  field="closeLevelM"
                  :limits="{ min: 0.01 }"
                  :commit="(v) => onFloat(id, 'level at which the float shuts', (f) => void (f.closeLevelM = v))"
                />
                <EntryRow
                  label="band"
                  :value="floatOf(id)?.bandM"
                  field="bandM"
                  quantity="drop"
                  :limits="{ min: 0.0025 }"
                  :commit="(v) => onFloat(id, 'band of the float', (f) => void (f.bandM = v))"
                />
              </template>
            </span>
          </template>
        </RefillStrips>
      </div>
      <p class="small balance" data-test="balance">
        <span class="figure">{{ volume(picture.came) }}</span> came in,
        <span class="figure">{{ volume(picture.out) }}</span> were taken,
        <span class="figure">{{ volume(picture.overflow) }}</span> ran over; the rest is in the tanks. The water
        balances to {{ volume(Math.abs(picture.error)) }}, over {{ picture.solves }} answers of the network.
        <template v-if="picture.rainFrom">
          Rain falls as it did from {{ dateText(picture.rainFrom) }} on, the driest month of its name on record.
        </template>
      </p>
      <LaterPart :after="1">
        <FoldPart title="What would mend it" :level="3">
          <WhatMends :plan="plan" :mends="asked.mends" :trying="trying" @try="(c) => emit('try', c)" />
        </FoldPart>
      </LaterPart>
      <LaterPart :after="2">
        <FoldPart v-if="taps.length > 0" title="When taps are open" :level="3">
          <div v-for="tap in taps" :key="tap.id" class="tap">
            <strong>{{ tap.name ?? tap.id }}</strong>
            <DrawTimes :tap="tap" />
          </div>
        </FoldPart>
        <FoldPart title="What else comes and goes" :level="3">
          <div v-for="vessel in vessels" :key="vessel.id" class="tap">
            <strong>{{ vessel.name ?? vessel.id }}</strong>
            <OtherWater :plan="plan" :vessel="vessel" />
          </div>
        </FoldPart>
        <FoldPart title="Asked by running it many times" :level="3">
          <ManyRuns :plan="plan" :heads="asked.heads" :spread="asked.spread" @heads="(a) => emit('heads', a)" />
        </FoldPart>
      </LaterPart>
    </template>
  </section>
</template>

<style scoped>
.step {
  padding: 8px 0 16px;
}

header,
.strips,
.balance,
.empty,
.unsettled,
.tap {
  padding: 0 16px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.step :deep(.title) {
  padding: 0 16px;
}

.unsettled {
  color: var(--brick-ink);
  font-weight: 700;
}

.old {
  opacity: 0.75;
}

.entries {
  display: block;
  margin-top: 6px;
}

.entries :deep(.entry) {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  align-items: center;
  max-width: 160px;
  padding: 1px 0;
  font-weight: 400;
}

.tap {
  display: grid;
  grid-template-columns: 156px minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  padding-block: 4px;
}

@media (max-width: 640px) {
  .tap {
    grid-template-columns: 1fr;
  }
}
</style>
