<script setup lang="ts">
// What is asked by running it many times: how many animals a trough carries, and how often a day goes well.
import { computed, ref } from 'vue';
import { herdWords } from '@vernal-slope/plan/catalogue';
import { isVessel } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import type { HeadsCarried, Spread } from '@vernal-slope/plan/simulate';
import { nameIn } from '@vernal-slope/display/names';
import { percent, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import { SPREAD_DAYS } from './useRefill.ts';
import type { HeadsAsked } from '../../workers/refill.ts';

const props = defineProps<{
  plan: Plan;
  heads: AnswerShown<HeadsCarried | undefined>;
  spread: AnswerShown<Spread>;
}>();
const emit = defineEmits<{ heads: [asked: HeadsAsked] }>();
const settings = useSettings();
const herds = computed(() =>
  props.plan.nodes.flatMap((n) =>
    isVessel(n)
      ? (n.herds ?? []).flatMap((h, herd) =>
          h.ifToo || h.visits.length === 0
            ? []
            : [
                {
                  value: `${n.id} ${herd}`,
                  label: `${herdWords(h.count, h.class)}, ${nameIn(props.plan, n.id)}`,
                  at: n.id,
                  herd,
                },
              ],
        )
      : [],
  ),
);
const picked = ref('');
const herd = computed(() => herds.value.find((h) => h.value === picked.value) ?? herds.value.at(0));
const carried = computed(() => props.heads.answer);
/** Days by what was missing, in ten steps to the worst. */
const bars = computed(() => {
  const s = props.spread.answer;
  if (!s || s.shortfalls.length === 0) return [];
  const most = s.shortfalls[s.shortfalls.length - 1];
  return Array.from({ length: 10 }, (_, k) => ({
    from: (k / 10) * most,
    count: s.shortfalls.filter((v) => v > (k / 10) * most && v <= ((k + 1) / 10) * most).length,
  }));
});
const tallest = computed(() => Math.max(1, ...bars.value.map((b) => b.count)));
</script>

<template>
  <div class="many">
    <div v-if="herd" class="asked">
      <p>
        <strong>How many does it carry?</strong> The most animals with which none goes thirsty and no tank runs out,
        over three days.
      </p>
      <div class="ask">
        <ChoiceField fit :value="herd.value" :options="herds" label="Which herd" @update:value="(v) => (picked = v)" />
        <button
          type="button"
          class="plain-button edged"
          data-test="ask-heads"
          :disabled="heads.busy"
          @click="emit('heads', { at: herd.at, herd: herd.herd })"
        >
          Find out
        </button>
      </div>
      <AnswerState
        what="how many it carries"
        :busy="heads.busy"
        :error="heads.error"
        :progress="heads.progress"
        stops="stop-heads"
        @stop="heads.cancel()"
        @again="emit('heads', { at: herd.at, herd: herd.herd })"
      />
      <p v-if="carried" data-test="heads-answer">
        <strong class="figure">{{ carried.most }}{{ carried.beyond ? ' and more' : '' }}</strong> heads;
        {{ carried.now }} are entered. <span class="muted small">Found in {{ carried.runs }} runs of three days.</span>
      </p>
    </div>
    <div class="asked">
      <p>
        <strong>How often does a day go well?</strong> {{ SPREAD_DAYS }} days, one after the other: springs and heat
        give and take by chance.
      </p>
      <div class="ask">
        <button
          type="button"
          class="plain-button edged"
          data-test="ask-spread"
          :disabled="spread.busy"
          @click="spread.ask()"
        >
          Run {{ SPREAD_DAYS }} days
        </button>
      </div>
      <AnswerState
        what="a hundred days"
        :busy="spread.busy"
        :error="spread.error"
        :progress="spread.progress"
        stops="stop-spread"
        @stop="spread.cancel()"
        @again="spread.ask()"
      />
      <template v-if="spread.answer">
        <p data-test="spread-answer">
          <strong class="figure">{{ percent(spread.answer.daysMet) }}</strong> of the days nobody is short.
          <template v-if="spread.answer.shortfalls.length > 0">
            On the worst
            {{ showText(spread.answer.shortfalls[spread.answer.shortfalls.length - 1], 'volume', settings.units) }} are
            missing.
          </template>
        </p>
        <svg
          v-if="bars.length > 0"
          viewBox="0 0 260 70"
          class="bars"
          role="img"
          :aria-label="`Days by how much was missing: ${bars.map((b) => b.count).join(', ')}`"
        >
          <rect
            v-for="(b, k) in bars"
            :key="k"
            :x="4 + k * 25"
            :y="52 - (46 * b.count) / tallest"
            width="22"
            :height="(46 * b.count) / tallest"
          />
          <text x="4" y="66">little missing</text>
          <text x="254" y="66" class="right">
            {{ showText(spread.answer.shortfalls[spread.answer.shortfalls.length - 1] ?? 0, 'volume', settings.units) }}
          </text>
        </svg>
        <p class="small muted">
          Assumptions: from day to day sources give {{ percent(spread.answer.yieldSpread) }} more or less than counted
          on and animals drink {{ percent(spread.answer.thirstSpread) }} more or less (standard deviations, bell-shaped,
          no source); habits by chance.
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.many {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 8px 24px;
  padding: 0 16px 8px;
}

p {
  margin: 4px 0;
}

.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.bars {
  width: 100%;
  max-width: 300px;
}

.bars rect {
  fill: var(--brick);
}

.bars text {
  font-size: 13px;
  fill: var(--muted);
}

.bars .right {
  text-anchor: end;
}

.asked :deep(.state) {
  padding: 8px 0;
}
</style>
