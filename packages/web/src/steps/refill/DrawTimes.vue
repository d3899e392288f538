<script setup lang="ts">
// When of a day a tap is open: from when, for how long; or by habit, so often at random.
import { Plus, X } from '@lucide/vue';
import { changeNode } from '@vernal-slope/plan/edit';
import { isTap } from '@vernal-slope/plan/kinds';
import type { TapNode } from '@vernal-slope/plan/schema';
import NumberField from '../../fields/NumberField.vue';
import TimeField from '../../fields/TimeField.vue';
import { useEdits } from '../../session/planpage.ts';

const props = defineProps<{ tap: TapNode }>();
const { perform } = useEdits();
type Draws = NonNullable<TapNode['draws']>;
const change = (label: string, recipe: (draws: Draws) => void): void =>
  void perform(changeNode(props.tap.id, isTap, label, (n) => recipe((n.draws ??= []))));
type Habits = NonNullable<TapNode['habits']>;
const habit = (label: string, recipe: (habits: Habits) => void): void =>
  void perform(changeNode(props.tap.id, isTap, label, (n) => recipe((n.habits ??= []))));
const add = (): void => change('another time', (d) => void d.push({ at: '07:00', durationMin: 10 }));
</script>

<template>
  <div class="times small">
    <span v-for="(d, k) in tap.draws ?? []" :key="k" class="time">
      <TimeField
        :value="d.at"
        :label="`Open from, time ${k + 1} of ${tap.name ?? tap.id}`"
        @update:value="(at) => change('time of a tap', (list) => void (list[k].at = at))"
      />
      for
      <NumberField
        class="minutes"
        :value="d.durationMin"
        :min="1"
        :max="1440"
        :label="`Minutes open, time ${k + 1} of ${tap.name ?? tap.id}`"
        @update:value="(m) => change('minutes of a tap', (list) => void (list[k].durationMin = m))"
      />
      min
      <button
        type="button"
        class="plain-button"
        :aria-label="`Take out time ${k + 1} of ${tap.name ?? tap.id}`"
        @click="change('time taken out', (list) => void list.splice(k, 1))"
      >
        <X :size="16" aria-hidden="true" />
      </button>
    </span>
    <span v-for="(h, k) in tap.habits ?? []" :key="`habit-${k}`" class="time">
      by habit
      <NumberField
        class="minutes"
        :value="h.timesPerDay"
        :min="0.1"
        :max="500"
        :label="`Times a day, habit ${k + 1} of ${tap.name ?? tap.id}`"
        @update:value="(m) => habit('times a day', (list) => void (list[k].timesPerDay = m))"
      />
      times a day,
      <NumberField
        class="minutes"
        :value="h.durationMin"
        :min="0.1"
        :max="1440"
        :label="`Minutes each, habit ${k + 1} of ${tap.name ?? tap.id}`"
        @update:value="(m) => habit('minutes each', (list) => void (list[k].durationMin = m))"
      />
      min, between
      <TimeField
        :value="h.from"
        :label="`Not before, habit ${k + 1} of ${tap.name ?? tap.id}`"
        @update:value="(at) => habit('not before', (list) => void (list[k].from = at))"
      />
      and
      <TimeField
        :value="h.to"
        :label="`Not after, habit ${k + 1} of ${tap.name ?? tap.id}`"
        @update:value="(at) => habit('not after', (list) => void (list[k].to = at))"
      />
      <button
        type="button"
        class="plain-button"
        :aria-label="`Take out habit ${k + 1} of ${tap.name ?? tap.id}`"
        @click="habit('habit taken out', (list) => void list.splice(k, 1))"
      >
        <X :size="16" aria-hidden="true" />
      </button>
    </span>
    <button
      type="button"
      class="plain-button"
      :data-test="`add-habit-${tap.id}`"
      @click="
        habit('a habit', (list) => void list.push({ timesPerDay: 6, durationMin: 2, from: '06:00', to: '22:00' }))
      "
    >
      <Plus :size="16" aria-hidden="true" />A habit
    </button>
    <button type="button" class="plain-button" :data-test="`add-time-${tap.id}`" @click="add">
      <Plus :size="16" aria-hidden="true" />A time
    </button>
  </div>
</template>

<style scoped>
.times {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}

.time {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}

.minutes {
  width: 64px;
}
</style>
