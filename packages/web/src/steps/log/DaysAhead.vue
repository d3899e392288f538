<script setup lang="ts">
// The water ahead: how long what stands in the tanks lasts without rain, with rain as it was recorded, what to do then.
import { computed } from 'vue';
import { aheadWorking, CONFIDENCE, cutWorking, HAUL_AHEAD, HORIZON } from '@vernal-slope/plan/ahead';
import { dateOf, dayNumber } from '@vernal-slope/plan/formats';
import { dateText } from '@vernal-slope/display/dates';
import { nameIn } from '@vernal-slope/display/names';
import { percent, showPerDay, showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import { usePlanPage } from '../../session/planpage.ts';
import type { UpkeepAnswer } from '../../workers/upkeep.ts';
import AheadChart from './AheadChart.vue';
import { daysWords } from '@vernal-slope/display/logwords';

const props = defineProps<{ answer: UpkeepAnswer }>();
const settings = useSettings();
const page = usePlanPage();
const w = computed(() => props.answer.ahead);
const on = (day: number): string => dateText(dateOf(dayNumber(w.value.from) + day));
const working = (edge: 'mid' | 'low' | 'high'): void =>
  page.openMade(aheadWorking(w.value, edge, 'all tanks together'));
const told = computed(() => {
  const { empty } = w.value.mid;
  return empty === null
    ? `Without rain the tanks do not run down within ${HORIZON} days.`
    : `Without rain the tanks are at ${w.value.reserve > 0 ? 'the reserve' : 'their end'} after ${daysWords(empty)}, on ${on(empty)}.`;
});
const WAYS = {
  falls: 'falls on as its tests and buckets fell',
  dry: 'was found dry',
  steady: 'gives what is counted on; three tests as it falls would say more',
  roof: 'brings nothing without rain',
} as const;
const read = computed(() =>
  w.value.tanks.map((t) => ({
    id: t.tank.id,
    text: t.read ? `read on ${dateText(t.read.slice(0, 10))}` : 'not read in the last 30 days: as the plan starts',
    volume: showText(t.volume, 'volume', settings.units),
  })),
);
const most = computed(() => Math.max(...w.value.cuts.map((c) => c.saves), 1e-9));
</script>

<template>
  <section class="sheet ahead" aria-labelledby="ahead-title">
    <header>
      <h2 id="ahead-title">In the tanks, if no rain comes</h2>
      <button
        v-if="w.mid.empty !== null"
        type="button"
        class="figure"
        title="Show the working"
        data-test="ahead-days"
        @click="working('mid')"
      >
        {{ daysWords(w.mid.empty) }}
      </button>
      <strong v-else data-test="ahead-days">over {{ HORIZON }} days</strong>
    </header>
    <AheadChart :ahead="w" :told="told" />
    <p class="small" data-test="ahead-told">
      {{ told }}
      <template v-if="w.spread && w.mid.empty !== null">
        With the springs at the edges of where {{ percent(CONFIDENCE) }} of single tests lie:
        <button type="button" class="figure" @click="working('low')">{{ daysWords(w.low.empty) }}</button> to
        <button type="button" class="figure" @click="working('high')">{{ daysWords(w.high.empty) }}</button>.
      </template>
      {{ showPerDay(w.use, settings.units) }} are taken, {{ showPerDay(w.inflow, settings.units) }} come in today.
    </p>
    <p v-if="w.rain" class="small" data-test="ahead-rain">
      With rain as in {{ w.rain.years }} recorded years from this date on: {{ daysWords(w.rain.mid, 180) }} in the
      middle one; in one year of ten less than {{ daysWords(w.rain.low, 180) }}.
    </p>
    <p v-if="w.haul" class="small" data-test="ahead-haul">
      Begin to haul
      <strong>{{ w.haul.day === 0 ? 'today' : `on ${on(w.haul.day)}` }}</strong><template v-if="w.haul.day > 0"
        >, {{ HAUL_AHEAD }} days before (assumption)</template
      >; {{ showPerDay(w.haul.perDay, settings.units) }} will be lacking.
    </p>
    <div class="parts">
      <div v-if="w.cuts.length > 0 && w.mid.empty !== null">
        <h3>What may be cut first</h3>
        <table data-test="cuts">
          <thead>
            <tr>
              <th scope="col"><span class="visually-hidden">What</span></th>
              <th scope="col"><span class="visually-hidden">As a bar</span></th>
              <th scope="col" class="n">saves a day</th>
              <th scope="col" class="n">lasts then</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in w.cuts" :key="c.id">
              <th scope="row">{{ c.name }}</th>
              <td class="bar" aria-hidden="true"><i :style="{ width: `${(100 * c.saves) / most}%` }" /></td>
              <td class="figure n">{{ showText(c.saves, 'volume', settings.units) }}</td>
              <td class="n">
                <span v-if="c.days === null">on and on</span>
                <button
                  v-else
                  type="button"
                  class="figure"
                  title="Show the working"
                  data-test="cut-days"
                  @click="page.openMade(cutWorking(w, c))"
                >
                  {{ daysWords(c.days) }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small muted">Gardens wait and people save; animals are never cut (common practice, no source).</p>
      </div>
      <div>
        <h3>What it goes by</h3>
        <ul class="small">
          <li v-for="t in read" :key="t.id">
            {{ nameIn(answer.plan, t.id) }}: <span class="figure">{{ t.volume }}</span> can be used, {{ t.text }}.
          </li>
          <li v-for="s in w.sources" :key="s.source.id">
            {{ nameIn(answer.plan, s.source.id) }} {{ WAYS[s.way]
            }}<template v-if="s.halving">; it halves in {{ daysWords(Math.round(s.halving)) }}</template
            >.
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.ahead {
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  justify-content: space-between;
}

header button.figure {
  font-size: var(--figure-l);
}

.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 4px 28px;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 3px 10px 3px 0;
  border-bottom: var(--line-hair) solid var(--rule);
  font-weight: 400;
  text-align: left;
}

.n {
  text-align: right;
  white-space: nowrap;
}

thead th {
  font-size: var(--text-s);
  color: var(--muted);
}

h3 {
  margin: 6px 0 0;
}

.bar {
  width: 70px;
}

.bar i {
  display: block;
  height: 10px;
  background: var(--water);
}

ul {
  margin: 0;
  padding-left: 18px;
}
</style>
