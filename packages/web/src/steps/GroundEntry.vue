<script setup lang="ts">
// The height of a place's ground: once lines hang on it, it asks whether the whole walk moves with it or the legs at it
// change.
import { computed, ref, watch } from 'vue';
import { moveWalk, setGround } from '@vernal-slope/plan/edit';
import type { Plan, PlanNode } from '@vernal-slope/plan/schema';
import { said } from '../display/faults.ts';
import { planValue } from '@vernal-slope/display/planfields';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../display/settings.ts';
import EntryRow from '../fields/EntryRow.vue';
import { useEdits } from '../session/planpage.ts';

const props = defineProps<{ plan: Plan; node: PlanNode; label: string }>();
const { edit, perform } = useEdits();
const settings = useSettings();
/** A height that was typed and waits for its answer, m. */
const asked = ref<number>();
watch(
  () => [props.node.id, props.node.groundM] as const,
  () => (asked.value = undefined),
);
const hangs = computed(() => props.plan.lines.some((l) => l.from === props.node.id || l.to === props.node.id));
const by = computed(() => (asked.value ?? props.node.groundM) - props.node.groundM);
function take(si: number): string | undefined {
  const ground = planValue('groundM', si);
  if (ground === props.node.groundM) return undefined;
  if (!hangs.value) return said(edit(setGround(props.node.id, ground)));
  asked.value = ground;
  return undefined;
}
function answer(whole: boolean): void {
  const ground = asked.value;
  asked.value = undefined;
  if (ground === undefined) return;
  perform(whole ? moveWalk(props.node.id, ground) : setGround(props.node.id, ground));
}
</script>

<template>
  <EntryRow
    :label="label"
    :value="asked ?? node.groundM"
    quantity="height"
    :limits="{ min: -500, max: 9000 }"
    :commit="take"
  />
  <div v-if="asked !== undefined" class="asks" role="group" aria-label="What moves" data-test="ground-asks">
    <p class="small">
      That is {{ showText(Math.abs(by), 'rise', settings.units) }} {{ by > 0 ? 'higher' : 'lower' }}. The walk hangs on
      it:
    </p>
    <button type="button" class="plain-button main" data-test="move-whole" @click="answer(true)">
      The whole walk moves with it
    </button>
    <button type="button" class="plain-button edged" data-test="move-leg" @click="answer(false)">
      Only this place: the legs at it change
    </button>
    <button type="button" class="plain-button" @click="asked = undefined">Leave it</button>
  </div>
</template>

<style scoped>
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 8px;
  background: var(--amber-wash);
  border-radius: var(--radius);
}

.asks p {
  flex: 1 1 100%;
}

.asks .plain-button {
  white-space: normal;
}
</style>
