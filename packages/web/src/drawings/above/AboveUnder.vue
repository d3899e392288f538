<script setup lang="ts">
// Under the view from above: what is a sketch and what is known, where the chosen place lies, whether a leg is drawn.
import { computed } from 'vue';
import type { Fault } from '@vernal-slope/plan/document';
import { setDrawn, setPosition, type Command } from '@vernal-slope/plan/edit';
import type { Layout } from '@vernal-slope/plan/positions';
import type { Plan } from '@vernal-slope/plan/schema';
import { said } from '../../display/faults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import QuantityField from '../../fields/QuantityField.vue';
import TickField from '../../fields/TickField.vue';
import type { LegRef } from '../../session/planpage.ts';
import { heightWords } from './view.ts';

const props = defineProps<{
  plan: Plan;
  layout: Layout;
  chosen: string;
  leg: LegRef | null;
  /** m between contours, where there are some */
  interval: number | undefined;
  edit: (command: Command) => readonly Fault[];
}>();
const emit = defineEmits<{ sketch: [] }>();
const settings = useSettings();
const sketch = computed(() => props.layout.known === 0);
const chosenPlace = computed(() => props.plan.nodes.find((n) => n.id === props.chosen));
const chosenLeg = computed(() => {
  const line = props.plan.lines.find((l) => l.id === props.leg?.line);
  return line && props.leg ? line.legs[props.leg.leg] : undefined;
});
const place = (east: number | undefined, north: number | undefined): string | undefined => {
  const node = chosenPlace.value;
  if (!node) return undefined;
  return said(props.edit(setPosition({ node: node.id }, east ?? node.eastingM ?? 0, north ?? node.northingM ?? 0)));
};
const metres = (si: number): string => showText(si, 'distance', settings.units);
</script>

<template>
  <div class="under no-print">
    <slot name="switch" />
    <p v-if="sketch" data-test="sketch-words">
      A sketch, laid out from lengths: nothing here has a position yet, and north is not known. A track brings positions
      in (Walk, the walk’s menu), or
      <button type="button" class="plain-button edged" data-test="take-sketch" @click="emit('sketch')">
        take the sketch and drag it
      </button>
    </p>
    <template v-else>
      <span v-if="layout.sketchedLines > 0" class="muted">
        Dashed: {{ layout.sketchedLines }} {{ layout.sketchedLines === 1 ? 'line' : 'lines' }} laid out from lengths.
        <button type="button" class="plain-button edged" data-test="take-sketch" @click="emit('sketch')">
          Take them as they are drawn
        </button>
      </span>
      <span v-if="chosenPlace" class="fields">
        {{ nameIn(plan, chosenPlace.id) }}
        <QuantityField
          :value="chosenPlace.eastingM"
          quantity="distance"
          :label="`East of the origin, ${nameIn(plan, chosenPlace.id)}`"
          :limits="{ min: -1e6, max: 1e6 }"
          :commit="(si) => place(si, undefined)"
          show-unit
          optional
        />
        east
        <QuantityField
          :value="chosenPlace.northingM"
          quantity="distance"
          :label="`North of the origin, ${nameIn(plan, chosenPlace.id)}`"
          :limits="{ min: -1e6, max: 1e7 }"
          :commit="(si) => place(undefined, si)"
          show-unit
          optional
        />
        north
      </span>
      <TickField
        v-if="leg && chosenLeg"
        class="drawn"
        :checked="chosenLeg.drawn === true"
        data-test="leg-drawn"
        @update:checked="(on) => edit(setDrawn(leg!.line, leg!.leg, on))"
      >
        leg {{ leg.leg + 1 }} of {{ nameIn(plan, leg.line) }}, {{ metres(chosenLeg.lengthM) }}: drawn, its length
        follows the positions</TickField
      >
    </template>
    <span v-if="interval !== undefined" class="muted small" data-test="contour-words">
      Contours every {{ heightWords(interval, settings.units) }}, from the grid; shaded as from the north-west.
    </span>
  </div>
</template>

<style scoped>
.under {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 20px;
  min-height: 40px;
  padding: 4px 16px;
  font-size: var(--text-s);
}

.fields {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}

.fields :deep(.quantity) {
  width: 96px;
}

.drawn {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
