<script setup lang="ts">
// Under the needs: what is kept back and lost, the busiest hour, and what the sources give against what is needed.
import { computed } from 'vue';
import { OFTEN, roomOf, type PlanBalance, type Room } from '@vernal-slope/plan/budget';
import { DEFAULT_LOSS } from '@vernal-slope/plan/year';
import { changeNeeds } from '@vernal-slope/plan/edit';
import type { Needs, Plan } from '@vernal-slope/plan/schema';
import { MONTHS } from '@vernal-slope/display/dates';
import { planField } from '@vernal-slope/display/planfields';
import { fixed, percent, show, showPerDay, showText, unitFor } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import NumberField from '../../fields/NumberField.vue';
import { useEdits } from '../../session/planpage.ts';

const props = defineProps<{ plan: Plan; balance: PlanBalance }>();
const settings = useSettings();
const { perform } = useEdits();
const needs = computed(() => props.balance.needs);
function change(label: string, recipe: (n: Needs) => void): undefined {
  perform(changeNeeds(label, recipe));
}
const peak = computed(() => {
  const hours = needs.value.totals.peakHour;
  const m = hours.indexOf(Math.max(...hours));
  return { flow: hours[m], hour: needs.value.totals.peakAt[m], month: m };
});
const et0 = computed(() =>
  (needs.value.et?.et0 ?? []).map((mm) => show(planField('et0Mm').toSI(mm), 'evaporation', settings.units).text),
);
const tightest = computed(() => ({ ...props.balance.months[props.balance.tightest], month: props.balance.tightest }));
const room = computed(() => roomOf(props.balance));
const rooms = computed(() => room.value.rooms.filter((r) => Math.max(r.more, r.often ?? 0) > 0));
const howMany = (r: Room, n: number): string => (r.kind === 'garden' ? showText(n, 'area', settings.units) : `${n}`);
</script>

<template>
  <div class="halves">
    <div>
      <h3>Kept back and lost</h3>
      <EntryRow
        label="Fire reserve, never planned away"
        :value="plan.needs?.fireReserveL"
        field="fireReserveL"
        :limits="{ min: 0, max: 10_000 }"
        note="volume and flow are named by the local fire authority"
        :commit="(v) => change('fire reserve', (n) => void (n.fireReserveL = v))"
      />
      <EntryRow
        label="Leaks and spills"
        :note="`${fixed(100 * DEFAULT_LOSS, 0)} % is taken where nothing is known (common practice)`"
      >
        <span
          ><NumberField
            class="percent"
            :min="0"
            :max="90"
            :value="Math.round(100 * needs.losses)"
            label="Leaks and spills, per cent"
            @update:value="(n) => change('losses', (x) => void (x.lossShare = n / 100))"
          />
          %</span
        >
      </EntryRow>
      <p>
        The busiest hour takes
        <span class="figure" data-test="peak">{{ showText(peak.flow, 'flow', settings.units) }}</span>, from
        {{ peak.hour }}:00 in {{ MONTHS[peak.month] }}.
      </p>
      <template v-if="needs.et">
        <h3>Reference evapotranspiration</h3>
        <p class="small" data-test="et0">
          <span v-for="(text, m) in et0" :key="m" class="et"
            ><span class="muted">{{ MONTHS[m][0] }}</span> <span class="figure">{{ text }}</span></span
          >
          {{ unitFor('evaporation', settings.units).symbol }} a day,
          {{
            needs.et.method === 'hargreaves'
              ? 'by Hargreaves and Samani (1985): only warmth is known'
              : 'by FAO-56 Penman-Monteith'
          }}, latitude {{ fixed(needs.et.latitudeDeg, 1) }}°{{ needs.et.latitudeAssumed ? ' (assumed)' : '' }}.
        </p>
      </template>
    </div>
    <div>
      <h3>Given against needed</h3>
      <p data-test="week">
        Driest week ({{ MONTHS[balance.week.month] }}): gives
        <span class="figure">{{ showPerDay(balance.week.given, settings.units) }}</span>, needs
        <span class="figure">{{ showPerDay(balance.week.needed, settings.units) }}</span>.
      </p>
      <p v-if="tightest.spareHours.length > 0" class="small">
        In {{ MONTHS[tightest.month] }} more comes than goes in {{ tightest.spareHours.length }} of 24 hours<template
          v-if="Number.isFinite(tightest.bridge)"
          >; a store of <span class="figure">{{ showText(tightest.bridge, 'volume', settings.units) }}</span> carries
          them over the rest</template
        >.
      </p>
      <p v-if="room.recorded" class="small" data-test="recorded">
        Of <span class="figure">{{ fixed(room.recorded.days, 0) }}</span> recorded days
        <span class="figure">{{ percent(room.recorded.met) }}</span> are met, all tanks as one store of
        <span class="figure">{{ showText(room.store, 'volume', settings.units) }}</span>, full on the first.
      </p>
      <template v-if="rooms.length > 0">
        <ul class="small" data-test="room">
          <li v-for="r in rooms" :key="r.id">
            Room for <span class="figure">{{ howMany(r, r.more) }}</span> more
            {{ r.kind === 'people' ? `people, ${r.name}` : `of ${r.name.replace(/^\d+ /, '')}`
            }}<template v-if="r.often !== undefined && r.often > r.more"
              >, <span class="figure">{{ howMany(r, r.often) }}</span> on {{ percent(OFTEN) }} of the days</template
            >; a tenth less would save <span class="figure">{{ showPerDay(r.tenthSaves, settings.units) }}</span>.
          </li>
        </ul>
        <p class="small muted">
          {{
            room.recorded
              ? 'Each alone, with every recorded day met.'
              : 'Each alone: every month of the mean year, its leanest week and each day’s hours, with the tanks as one store.'
          }}
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 0 32px;
  margin-top: 16px;
}

.percent {
  width: 80px;
}

.et {
  display: inline-block;
  margin-right: 8px;
}

ul {
  margin: 6px 0;
  padding-left: 18px;
}

@media (max-width: 820px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
