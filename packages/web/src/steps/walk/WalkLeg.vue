<script setup lang="ts">
// A leg in the walk book: what was walked on the left of the rule, what comes of it on the right.
import { GripVertical } from '@lucide/vue';
import { setLeg, setRise, type Command } from '@vernal-slope/plan/edit';
import type { Leg } from '@vernal-slope/plan/schema';
import { planValue } from '@vernal-slope/display/planfields';
import { unitFor, type Quantity } from '@vernal-slope/display/quantities';
import type { FigureKey } from '@vernal-slope/display/sentences';
import { useSettings } from '../../display/settings.ts';
import CellText from '../../fields/CellText.vue';
import QuantityField from '../../fields/QuantityField.vue';
import type { WalkRow } from '@vernal-slope/display/walkrows';

const props = defineProps<{
  row: WalkRow;
  line: string;
  /** Of the leg in its line. */
  index: number;
  active: boolean;
  hovered: boolean;
  /** Does it, or says why not. */
  run: (command: Command) => string | undefined;
}>();
const emit = defineEmits<{
  hover: [on: boolean];
  here: [];
  next: [column: string, back: boolean];
  pick: [];
  fit: [];
  open: [key: FigureKey];
}>();
const settings = useSettings();
const unitOf = (q: Quantity): string => unitFor(q, settings.units).symbol;
const change = (changes: Partial<Omit<Leg, 'endGroundM'>>, what: string): string | undefined =>
  props.run(setLeg(props.line, props.index, changes, what));
</script>

<template>
  <tr
    :class="{ active, hovered }"
    :data-test="`leg-${index}`"
    @mouseenter="emit('hover', true)"
    @mouseleave="emit('hover', false)"
    @focusin="emit('here')"
  >
    <td class="k"><GripVertical class="grip no-print" :size="14" aria-hidden="true" />{{ index + 1 }}</td>
    <td class="span">
      <svg width="20" height="14" aria-hidden="true">
        <line
          x1="2"
          x2="18"
          :y1="row.rise > 0 ? 12 : row.rise < 0 ? 2 : 7"
          :y2="row.rise > 0 ? 2 : row.rise < 0 ? 12 : 7"
        />
      </svg>
      <span>{{ row.to }}</span>
    </td>
    <td class="n" :data-cell="`${index}-length`" data-label="Length">
      <QuantityField
        plain
        :value="row.leg.lengthM"
        field="lengthM"
        :label="`Length of leg ${index + 1}`"
        :limits="{ min: 0.01, max: 100000 }"
        :commit="(value) => change({ lengthM: value }, 'length')"
        @next="(back) => emit('next', 'length', back)"
      />
    </td>
    <td class="n" :data-cell="`${index}-rise`" data-label="Rise, fall">
      <QuantityField
        plain
        signed
        :value="row.rise"
        quantity="rise"
        :label="`Rise or fall of leg ${index + 1}`"
        :commit="(si) => run(setRise(line, index, planValue('riseM', si)))"
        @next="(back) => emit('next', 'rise', back)"
      />
    </td>
    <td class="n" :data-cell="`${index}-depth`" data-label="Depth">
      <QuantityField
        plain
        :value="row.leg.depthM ?? 0"
        field="depthM"
        :label="`Depth of the pipe on leg ${index + 1}`"
        :limits="{ min: -50, max: 50 }"
        :commit="(value) => change({ depthM: value }, 'depth')"
        @next="(back) => emit('next', 'depth', back)"
      />
    </td>
    <td :data-cell="`${index}-remark`" data-label="Ground">
      <CellText
        class="remark"
        :value="row.leg.remark ?? ''"
        :label="`Ground and remarks of leg ${index + 1}`"
        :longest="1000"
        @change="(remark) => change({ remark }, 'remark')"
        @next="emit('next', 'remark', false)"
      />
    </td>
    <td :data-cell="`${index}-pipe`" data-label="Pipe">
      <button
        type="button"
        class="cell"
        :title="row.family"
        :aria-label="`Pipe of leg ${index + 1}: ${row.pipe} ${row.family}`"
        @click="
          emit('here');
          emit('pick');
        "
      >
        {{ row.pipe }}
      </button>
    </td>
    <td :data-cell="`${index}-fittings`" data-label="Fittings">
      <button
        type="button"
        class="cell"
        :title="row.fittings"
        :aria-label="`Fittings of leg ${index + 1}: ${row.fittings}`"
        @click="
          emit('here');
          emit('fit');
        "
      >
        {{ row.fittings }}
      </button>
    </td>
    <td class="gutter" aria-hidden="true"></td>
    <td
      class="n worked height"
      data-label="Height"
      :title="`Ground ${row.ground} ± ${row.error} ${unitOf('height')}, one standard error; ${row.method}${row.measured ? '' : ' (assumed)'}`"
    >
      <span class="figure">{{ row.ground }}</span> <span class="error">±{{ row.error }}</span>
    </td>
    <td class="n worked" data-label="Loss">
      <button
        type="button"
        class="figure"
        :aria-label="`Loss of leg ${index + 1}: ${row.loss} ${unitOf('loss')}, show the working`"
        @click="emit('open', { of: 'loss', id: line, leg: index })"
      >
        {{ row.loss }}
      </button>
    </td>
    <td class="n worked" data-label="Speed">
      <button
        type="button"
        class="figure"
        :aria-label="`Speed in leg ${index + 1}: ${row.speed} ${unitOf('speed')}, show the working`"
        @click="emit('open', { of: 'speed', id: line, leg: index })"
      >
        {{ row.speed }}
      </button>
    </td>
    <td class="n worked" data-label="At the end">
      <span v-if="row.held" class="thin" title="The hump holds the flow: no pressure is left here">held</span>
      <button
        type="button"
        class="figure"
        :aria-label="`Pressure at the end of leg ${index + 1}: ${row.pressure} ${unitOf('pressure')}, show the working`"
        @click="emit('open', { of: 'station', id: line, leg: index + 1 })"
      >
        {{ row.pressure }}
      </button>
    </td>
  </tr>
</template>
