<script setup lang="ts">
// Readings as they were read, and as they were planned.
import { computed } from 'vue';
import { takeReading } from '@vernal-slope/plan/diagnose';
import { momentText } from '@vernal-slope/display/dates';
import { nameIn } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { useEdits } from '../../session/planpage.ts';
import type { AsRead } from '../../drawings/hillside/asread.ts';
import DropGlyph from '../../shell/DropGlyph.vue';
import type { LogAnswer } from '../../workers/log.ts';
import { KIND_WORDS, openState, openWords, QUANTITY } from '@vernal-slope/display/logwords';

const props = defineProps<{ answer: LogAnswer; drawn?: AsRead | null }>();
const settings = useSettings();
const { perform } = useEdits();
/** The latest first. */
const rows = computed(() =>
  [...props.answer.diagnosis.readings].sort((a, b) => (a.read.at < b.read.at ? 1 : a.read.at > b.read.at ? -1 : 0)),
);
</script>

<template>
  <section class="sheet readings" aria-labelledby="readings-title">
    <h2 id="readings-title">Read and planned</h2>
    <p v-if="drawn" class="small muted drawn" data-test="drawn-when">
      On the hillside: {{ drawn.when }}. The blue line as planned then, diamonds as gauges read<template
        v-if="drawn.results"
        >, the dashed line as the likeliest cause has it</template
      >.
    </p>
    <div class="scroll" tabindex="0" role="region" aria-labelledby="readings-title">
      <table data-test="readings">
        <thead>
          <tr>
            <th>Where</th>
            <th class="wide">When</th>
            <th class="wide">Open then</th>
            <th class="n">As read</th>
            <th class="n worked">As planned</th>
            <th class="n worked">Off by</th>
            <th><span class="visually-hidden">Take out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ read, predicted, agrees } in rows" :key="read.index">
            <th scope="row">
              {{ nameIn(answer.plan, read.place) }}<small class="muted">{{ KIND_WORDS[read.kind] }}</small
              ><small class="muted narrow">{{ momentText(read.at) }}; {{ openState(answer.plan, read.open) }}</small>
            </th>
            <td class="wide">{{ momentText(read.at) }}</td>
            <td class="wide">{{ openWords(answer.plan, read.open) }}</td>
            <td class="n figure" data-label="as read">
              {{ showText(read.measured, QUANTITY[read.kind], settings.units) }}
            </td>
            <td class="n worked figure" data-label="as planned">
              {{ predicted === undefined ? 'not settled' : showText(predicted, QUANTITY[read.kind], settings.units) }}
            </td>
            <td class="n worked figure" data-label="off by">
              <DropGlyph :level="agrees ? 'ok' : 'warning'" :size="13" />
              <template v-if="predicted !== undefined"
                >{{ read.measured < predicted ? '−' : '+'
                }}{{ showText(Math.abs(read.measured - predicted), QUANTITY[read.kind], settings.units) }}</template
              >
            </td>
            <td>
              <button
                type="button"
                class="plain-button edged"
                :aria-label="`Take out the reading at ${nameIn(answer.plan, read.place)} of ${momentText(read.at)}`"
                data-test="take-reading"
                @click="perform(takeReading(read.index))"
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.readings {
  padding: 8px 16px 12px;
}

.drawn {
  margin: 0 0 4px;
}

.scroll {
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 4px 10px 4px 0;
  border-bottom: var(--line-hair) solid var(--rule);
  font-weight: 400;
  text-align: left;
}

thead th {
  font-size: var(--text-s);
  color: var(--muted);
}

.n {
  text-align: right;
  white-space: nowrap;
}

.worked {
  padding-left: 8px;
  background: var(--sheet-2);
}

small {
  display: block;
}

.narrow {
  display: none;
}

@media (max-width: 640px) {
  .wide {
    display: none;
  }

  .narrow {
    display: block;
  }

  thead {
    display: none;
  }

  tr {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr;
    border-bottom: var(--line-hair) solid var(--rule);
  }

  th,
  td {
    border-bottom: 0;
  }

  tr th {
    grid-row: 1;
    grid-column: 1 / 3;
  }

  td:last-child {
    grid-row: 1;
    grid-column: 3;
    justify-self: end;
  }

  .n {
    text-align: left;
  }

  .n::before {
    display: block;
    font-family: var(--font-text);
    font-size: var(--text-s);
    color: var(--muted);
    content: attr(data-label);
  }
}
</style>
