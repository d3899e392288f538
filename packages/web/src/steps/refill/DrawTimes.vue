<script setup lang="ts">
// When of a day a tap is open: from when, for how long.
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
