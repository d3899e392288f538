<script setup lang="ts">
// The first look: what each member meets against what it may bear. Words of caution stand above it, always.
import type { StandCheck } from '@vernal-slope/core/stand';
import type { Working } from '@vernal-slope/core/working';
import { CHECK_WORDS } from '@vernal-slope/plan/findings';
import { checkFigure, usedText } from '@vernal-slope/display/standwords';
import { useSettings } from '../../display/settings.ts';

defineProps<{ checks: readonly StandCheck[] }>();
const emit = defineEmits<{ working: [working: Working] }>();
const settings = useSettings();
/** From here a bar is amber. */
const NEAR = 0.9;
const level = (ratio: number): string => (ratio > 1 ? 'over' : ratio > NEAR ? 'near' : '');
</script>

<template>
  <div class="sideways">
    <table class="rows" data-test="stand-checks">
      <thead>
        <tr>
          <th>Looked at</th>
          <th class="n">It meets</th>
          <th class="n">It may bear</th>
          <th>Used</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in checks" :key="c.code" :data-check="c.code" :class="level(c.ratio)">
          <th scope="row">{{ CHECK_WORDS[c.code] }}</th>
          <td class="n">{{ checkFigure(c.demand, c.dimension, settings.units) }}</td>
          <td class="n">{{ checkFigure(c.capacity, c.dimension, settings.units) }}</td>
          <td class="used">
            <span class="bar" aria-hidden="true"><i :style="{ width: `${Math.min(100, 100 * c.ratio)}%` }"></i></span>
            <button type="button" class="figure" title="Show the working" @click="emit('working', c.working)">
              {{ usedText(c.ratio) }}
            </button>
            <strong v-if="c.ratio > 1" class="word">over</strong>
            <strong v-else-if="c.ratio > NEAR" class="word">near</strong>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
td.n {
  font-family: var(--font-figure);
}

.used {
  width: 34%;
  white-space: nowrap;
}

.bar {
  display: inline-block;
  width: 90px;
  height: 10px;
  margin-right: 8px;
  border: var(--line-hair) solid var(--rule-strong);
  vertical-align: middle;
}

.bar i {
  display: block;
  height: 100%;
  background: var(--water);
}

.near .bar i {
  background: var(--amber);
}

.over .bar i {
  background: var(--brick);
}

.word {
  margin-left: 8px;
}

.over .word {
  color: var(--brick-ink);
}

.near .word {
  color: var(--amber-ink);
}

@media (max-width: 640px) {
  /* the figure, not its bar, must be seen */
  .bar {
    display: none;
  }

  .used {
    width: auto;
  }

  td,
  tbody th {
    padding-inline: 4px;
  }
}
</style>
