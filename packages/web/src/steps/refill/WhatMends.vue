<script setup lang="ts">
// What would mend what falls short: small vessels filled to the least water left, each to be tried.
import type { Command } from '@vernal-slope/plan/edit';
import { isVessel } from '@vernal-slope/plan/kinds';
import { vesselHeight } from '@vernal-slope/plan/compile';
import type { Plan } from '@vernal-slope/plan/schema';
import { mendCommand, type MendTried } from '@vernal-slope/plan/simulate';
import { nameIn } from '@vernal-slope/display/names';
import { useSettings } from '../../display/settings.ts';
import AnswerState from '../../judgement/AnswerState.vue';
import type { AnswerShown } from '../../workers/useAnswer.ts';
import { mendTitle, mendWins } from './mendwords.ts';

const props = defineProps<{ plan: Plan; mends: AnswerShown<readonly MendTried[]>; trying: boolean }>();
const emit = defineEmits<{ try: [command: Command] }>();
const settings = useSettings();
const title = (m: MendTried): string => mendTitle(m.mend, settings.units, (id) => nameIn(props.plan, id));
/** How full the small vessel stands: the least water left, of its height. */
function share(m: MendTried): number {
  const node = props.plan.nodes.find((n) => n.id === m.mend.at);
  const height = isVessel(node) ? vesselHeight(node) : 0.5;
  return Math.max(0, Math.min(1, m.lowest / height));
}
</script>

<template>
  <AnswerState
    what="what would mend it"
    :busy="mends.busy"
    :error="mends.error"
    :progress="mends.progress"
    @again="mends.ask()"
  />
  <ul v-if="mends.answer && mends.answer.length > 0" class="mends" :class="{ old: mends.busy }" data-test="mends">
    <li v-for="m in mends.answer" :key="`${m.mend.kind} ${m.mend.at}`">
      <svg width="34" height="30" aria-hidden="true">
        <rect class="in" x="2" :y="28 - 24 * share(m)" width="30" :height="24 * share(m)" />
        <path class="shell" d="M2 4V28H32V4" />
      </svg>
      <div>
        <strong>{{ title(m) }}</strong>
        <p class="small">{{ mendWins(m, settings.units) }}.</p>
      </div>
      <button
        type="button"
        class="plain-button edged"
        data-test="try-mend"
        :disabled="mends.busy || trying"
        @click="emit('try', mendCommand(m.mend, title(m)))"
      >
        Try it
      </button>
    </li>
  </ul>
  <p v-else-if="mends.answer && !mends.busy" class="none muted">
    Nothing falls short that one change would mend; or no single change wins anything.
  </p>
</template>

<style scoped>
.mends {
  display: grid;
  gap: 2px;
  margin: 0;
  padding: 0 16px;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 6px 0;
  border-top: var(--line-hair) solid var(--rule);
}

p {
  margin: 0;
}

.old {
  opacity: 0.6;
}

.in {
  fill: var(--water);
  fill-opacity: 0.6;
}

.shell {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.none {
  padding: 0 16px;
}
</style>
