<script setup lang="ts">
// The view from above as a table, for those who do not see it.
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';

defineProps<{ plan: Plan }>();
const settings = useSettings();
const metres = (si: number | undefined): string =>
  si === undefined ? 'not known' : showText(si, 'distance', settings.units);
</script>

<template>
  <table class="visually-hidden">
    <caption>
      Places from above
    </caption>
    <thead>
      <tr>
        <th>Place</th>
        <th>East</th>
        <th>North</th>
        <th>Height</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="n in plan.nodes" :key="n.id">
        <td>{{ nameIn(plan, n.id) }}</td>
        <td>{{ metres(n.eastingM) }}</td>
        <td>{{ metres(n.northingM) }}</td>
        <td>{{ showText(n.groundM, 'height', settings.units) }}</td>
      </tr>
    </tbody>
  </table>
</template>
