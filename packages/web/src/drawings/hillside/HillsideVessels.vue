<script setup lang="ts">
// Tanks and troughs on the hillside: stand, pipe that fills them, water in them.
import { isStore } from '@vernal-slope/plan/kinds';
import type { DrawnVessel } from './vessels.ts';

defineProps<{ vessels: readonly DrawnVessel[] }>();
</script>

<template>
  <g v-for="v in vessels" :key="v.id + v.side" class="vessel">
    <g v-if="v.floor - v.ground > 0.01" class="stand">
      <path
        :d="`M${v.box.left + 4} ${v.box.foot}V${v.box.ground}M${v.box.left + v.box.width - 4} ${v.box.foot}V${v.box.ground}`"
      />
      <path
        :d="`M${v.box.left + 4} ${v.box.foot}L${v.box.left + v.box.width - 4} ${v.box.ground}M${v.box.left + v.box.width - 4} ${v.box.foot}L${v.box.left + 4} ${v.box.ground}`"
        class="brace"
      />
      <path :d="`M${v.box.left - 3} ${v.box.foot}H${v.box.left + v.box.width + 3}`" class="deck" />
    </g>
    <path v-if="v.filling" class="pipe" :d="v.filling" />
    <rect
      class="inside"
      :x="v.box.left"
      :y="v.box.top"
      :width="v.box.width"
      :height="Math.max(2, v.box.foot - v.box.top)"
    />
    <rect
      class="fill"
      :x="v.box.left"
      :y="v.box.water"
      :width="v.box.width"
      :height="Math.max(1, v.box.foot - v.box.water)"
    />
    <path
      class="shell"
      :d="`M${v.box.left} ${v.box.top}V${v.box.foot}H${v.box.left + v.box.width}V${v.box.top}${isStore(v.node) ? 'Z' : ''}`"
    />
  </g>
</template>
