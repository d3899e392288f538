<script setup lang="ts">
// The stair: the steps of the job going downhill, a thread of water along the treads down to where you are.
import { ChevronDown } from '@lucide/vue';
import { ref } from 'vue';
import type { Severity, StepKey } from '@vernal-slope/plan/findings';
import DropGlyph from './DropGlyph.vue';

export interface Tread {
  readonly key: StepKey;
  readonly name: string;
  /** Key that leads there. */
  readonly hotkey: string;
  readonly level: Severity | 'begun';
  readonly toSee: number;
}

const props = defineProps<{ steps: readonly Tread[]; current: StepKey }>();
const emit = defineEmits<{ go: [key: StepKey] }>();
const open = ref(false);
const WORDS = { ok: 'settled', warning: 'something to see to', error: 'falls short', begun: 'not begun' } as const;
const word = (step: Tread): string => (step.toSee > 0 ? `${step.toSee} to see to` : WORDS[step.level]);
const reached = (k: number): boolean => k <= props.steps.findIndex((s) => s.key === props.current);
</script>

<template>
  <nav class="stair no-print" :class="{ open }" aria-label="Steps of the plan">
    <button type="button" class="fold" :aria-expanded="open" @click="open = !open">
      <template v-for="step in steps.filter((s) => s.key === current)" :key="step.key">
        <DropGlyph :level="step.level" /><strong>{{ step.name }}</strong>
        <span class="muted">{{ word(step) }}</span>
      </template>
      <ChevronDown :size="18" aria-hidden="true" />
    </button>
    <ol :style="{ '--n': steps.length }">
      <li
        v-for="(step, k) in steps"
        :key="step.key"
        :class="{ reached: reached(k), current: step.key === current }"
        :style="{ '--k': k }"
      >
        <button
          type="button"
          :aria-current="step.key === current ? 'step' : undefined"
          :title="`${step.name}: ${word(step)} (key ${step.hotkey})`"
          :aria-keyshortcuts="step.hotkey"
          :data-test="`step-${step.key}`"
          @click="
            emit('go', step.key);
            open = false;
          "
        >
          <DropGlyph :level="step.level" />
          <span class="name">{{ step.name }}</span>
          <kbd aria-hidden="true">{{ step.hotkey }}</kbd>
          <span v-if="step.toSee > 0" class="to-see">{{ step.toSee }}<span class="words"> to see to</span></span>
          <span v-else class="visually-hidden">{{ word(step) }}</span>
        </button>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.stair {
  position: relative;
  background: linear-gradient(var(--sheet), var(--sheet)) no-repeat 0 0 / 100% 34px;
}

.fold {
  display: none;
}

ol {
  display: flex;
  height: calc(28px + var(--n) * var(--stair-drop));
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  position: relative;
  flex: 1;
  height: calc(34px + var(--k) * var(--stair-drop));
  background: var(--sheet);
  border-bottom: var(--line) solid var(--rule-strong);
}

li + li {
  border-left: var(--line) solid transparent;
}

li.reached {
  border-bottom: var(--stair-thread) solid var(--water);
}

li.current {
  border-bottom-width: 6px;
}

button {
  display: flex;
  align-items: center;
  gap: 7px;
  width: 100%;
  height: 100%;
  padding: calc(var(--k, 0) * var(--stair-drop)) 16px 0;
  border: 0;
  background: none;
  font-weight: 600;
  cursor: pointer;
}

button:hover .name {
  text-decoration: underline;
  text-underline-offset: 4px;
}

.current .name {
  color: var(--water-ink);
  font-weight: 700;
}

kbd {
  position: absolute;
  right: 6px;
  bottom: 3px;
  padding: 0 4px;
  background: var(--sheet);
  color: var(--muted);
  font: 600 12px var(--font-figure);
  opacity: 0;
}

/* the keys are taught where they lead, to whoever points or comes by keyboard */
ol:hover kbd,
ol:focus-within kbd {
  opacity: 1;
}

.to-see {
  color: var(--amber-ink);
  font-size: var(--text-s);
  white-space: nowrap;
}

li {
  container-type: inline-size;
}

/* where the treads are narrow the count stands alone; its words are heard, and shown by the pointer */
@container (max-width: 190px) {
  .to-see .words {
    position: absolute;
    overflow: hidden;
    width: 1px;
    height: 1px;
    clip-path: inset(50%);
    white-space: nowrap;
  }
}

@media (max-width: 1080px) {
  kbd {
    display: none;
  }
}

@media (max-width: 640px) {
  .fold {
    display: flex;
    min-height: 48px;
    border-bottom: 4px solid var(--water);
  }

  .fold svg:last-child {
    margin-left: auto;
  }

  ol {
    display: none;
    height: auto;
    flex-direction: column;
  }

  .open ol {
    display: flex;
  }

  li {
    flex: none;
    height: 52px;
  }

  li button {
    padding-left: calc(16px + var(--k) * 12px);
    padding-top: 0;
  }
}
</style>
