<script setup lang="ts">
// The work as a slope down the days: each tread a step as long as it takes, waits beside it with the grain of what sets.
import { computed } from 'vue';
import type { BuildStep, DatedStep } from '@vernal-slope/plan/build';
import { dateOf } from '@vernal-slope/plan/formats';
import { dateText, shortDate } from '@vernal-slope/display/dates';
import { slopeOf, type Plumb, type Tread } from './slope.ts';

const props = defineProps<{ steps: readonly DatedStep[]; now: string; today: string }>();
const chosen = defineModel<string>('chosen', { required: true });
/** Steps drawn: those done last, and the next that are open. */
const BEFORE = 3;
const AHEAD = 14;
const slope = computed(() => slopeOf(props.steps, props.today, BEFORE, AHEAD));
const rest = computed(
  () => props.steps.filter((s) => !s.done).length - slope.value.treads.filter((t) => !t.step.done).length,
);
const SETS: Readonly<Record<NonNullable<BuildStep['sets']>, string>> = {
  concrete: 'concrete hardens',
  cement: 'cement sets',
  silicone: 'sealant sets',
  contact: 'chlorine stands',
  laboratory: 'the laboratory answers',
};
const percent = (share: number): string => `${100 * share}%`;
/** From the foot of one row to that of another. */
const plumb = (p: Plumb): Record<string, string> => {
  const rows = slope.value.treads.length;
  return { left: percent(p.at), top: percent((p.from + 1) / rows), height: percent((p.to - p.from) / rows) };
};
/** Words stand beyond the tread, or before it where there is no room. */
const beyond = (t: Tread): boolean => Math.max(t.to, t.waits ?? 0) < 0.5;
const words = (t: Tread): string =>
  `${t.step.title}, ${t.step.done ? `done on ${dateText(t.step.done.on)}` : `from ${dateText(t.step.first)}`}${
    t.step.sets ? `; then ${SETS[t.step.sets]}` : ''
  }`;
const kinds = computed(() => [...new Set(slope.value.treads.flatMap((t) => t.step.sets ?? []))]);
</script>

<template>
  <div class="slope" data-test="slope">
    <div class="axis" aria-hidden="true">
      <span v-for="t in slope.ticks" :key="t.day" :style="{ left: percent(t.at) }">{{ shortDate(dateOf(t.day)) }}</span>
      <strong v-if="slope.today !== undefined" :style="{ left: percent(slope.today) }">today</strong>
    </div>
    <ol>
      <li
        v-for="p in slope.plumbs"
        :key="p.id"
        class="plumb"
        aria-hidden="true"
        data-test="plumb"
        :style="plumb(p)"
      ></li>
      <li v-for="t in slope.treads" :key="t.step.id">
        <button
          type="button"
          :class="{ now: t.step.id === now, done: t.step.done, early: t.step.early }"
          :aria-pressed="t.step.id === now"
          :aria-label="words(t)"
          :data-step="t.step.id"
          @click="chosen = t.step.id"
        >
          <span class="earth" :style="{ width: percent(t.from) }" />
          <span v-if="slope.today !== undefined" class="today" :style="{ left: percent(slope.today) }" />
          <span class="tread" :style="{ left: percent(t.from), width: percent(t.to - t.from) }" />
          <span
            v-if="t.waits !== undefined"
            class="wait"
            :class="t.step.sets"
            :style="{ left: percent(t.to), width: percent(t.waits - t.to) }"
          />
          <span
            class="words"
            :class="{ beyond: beyond(t) }"
            :style="
              beyond(t)
                ? { left: `calc(${percent(Math.max(t.to, t.waits ?? 0))} + 8px)` }
                : { right: `calc(${percent(1 - t.from)} + 8px)` }
            "
            ><template v-if="t.step.done">✓ </template>{{ t.step.title }}</span
          >
        </button>
      </li>
    </ol>
    <p class="small muted legend">
      <span v-for="k in kinds" :key="k"><i class="wait" :class="k" /> {{ SETS[k] }}</span>
      <span v-if="rest > 0">{{ rest }} more below</span>
    </p>
  </div>
</template>

<style scoped>
.axis {
  position: relative;
  height: 22px;
  font-size: var(--text-s);
  color: var(--muted);
}

.axis span,
.axis strong {
  position: absolute;
  white-space: nowrap;
  transform: translateX(-50%);
}

.axis strong {
  padding: 0 6px;
  background: var(--ink);
  color: var(--paper);
}

ol {
  position: relative;
  margin: 0;
  padding: 0;
  list-style: none;
}

.plumb {
  position: absolute;
  z-index: 1;
  border-left: 2px dotted var(--ink);
  pointer-events: none;
}

/* its bob */
.plumb::after {
  position: absolute;
  bottom: 0;
  left: -6px;
  border: 5px solid transparent;
  border-top: 8px solid var(--ink);
  border-bottom: 0;
  content: '';
}

li button {
  position: relative;
  display: block;
  width: 100%;
  height: var(--row);
  padding: 0;
  overflow: hidden;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}

li button:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
}

li span {
  position: absolute;
}

.earth {
  top: 0;
  bottom: 0;
  left: 0;
  background: var(--earth-wash);
}

.today {
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--ink);
}

.tread {
  bottom: 0;
  min-width: 6px;
  height: 4px;
  background: var(--water);
}

.done .tread {
  background: var(--moss);
}

.early .tread {
  background: var(--amber);
}

.now .tread {
  height: 7px;
  background: var(--water-deep);
}

span.wait {
  bottom: 0;
  height: 12px;
}

.wait {
  border: var(--line-hair) solid var(--ink);
  background: repeating-linear-gradient(45deg, transparent 0 3px, var(--muted) 3px 4px);
}

.wait.concrete {
  background: radial-gradient(circle, var(--ink) 1px, transparent 1.4px) 0 0 / 6px 5px;
}

.wait.contact,
.wait.laboratory {
  background: repeating-linear-gradient(90deg, transparent 0 6px, var(--muted) 6px 7px);
}

.words {
  bottom: 6px;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.now .words {
  font-weight: 700;
}

.done .words {
  color: var(--muted);
}

.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin: 6px 0 0;
}

i.wait {
  display: inline-block;
  width: 26px;
  height: 10px;
}

@media (max-width: 640px) {
  .words,
  .words.beyond {
    right: auto !important;
    left: 4px !important;
  }

  li button {
    height: 44px;
  }
}
</style>
