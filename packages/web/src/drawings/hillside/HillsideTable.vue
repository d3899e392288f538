<script setup lang="ts">
// The hillside for those who cannot see it: every station of the drawn way, and the lines behind.
import { computed } from 'vue';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import type { Section } from '@vernal-slope/display/section';
import { useSettings } from '../../display/settings.ts';

const props = defineProps<{ results: PlanResults; section: Section }>();
const settings = useSettings();
const rows = computed(() => {
  const { compiled, result } = props.results;
  return [...props.section.strips, ...props.section.behind].flatMap((strip) => {
    const map = compiled.lines.get(strip.line);
    const found = result.lines.get(strip.line);
    if (!map || !found) return [];
    return map.geometry.chainage.map((chainage, k) => ({
      key: `${strip.line}-${k}`,
      line: nameIn(compiled.plan, strip.line),
      chainage: showText(chainage, 'distance', settings.units),
      ground: showText(map.geometry.ground[k], 'height', settings.units),
      grade: showText(found.grade[k], 'height', settings.units),
      pressure: showText(found.pressure[k], 'pressure', settings.units),
    }));
  });
});
</script>

<template>
  <div class="visually-hidden">
    <table>
      <caption>
        The hillside as a table
      </caption>
      <thead>
        <tr>
          <th>Line</th>
          <th>Along the line</th>
          <th>Ground</th>
          <th>Running line</th>
          <th>Pressure</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key">
          <td>{{ row.line }}</td>
          <td>{{ row.chainage }}</td>
          <td>{{ row.ground }}</td>
          <td>{{ row.grade }}</td>
          <td>{{ row.pressure }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
