<script setup lang="ts">
// Against the other ways: carrying the water, pumping it, and when the line has paid for itself; assumptions in place.
import { computed } from 'vue';
import type { Working } from '@vernal-slope/core/working';
import {
  changeShop,
  HAUL_DEFAULTS,
  haulWorking,
  paidWorking,
  PUMP_DEFAULTS,
  pumpWorking,
} from '@vernal-slope/plan/parts';
import { fixed, showText } from '@vernal-slope/display/quantities';
import { said } from '../../display/faults.ts';
import { useSettings } from '../../display/settings.ts';
import CartRow from './CartRow.vue';
import NumberField from '../../fields/NumberField.vue';
import QuantityField from '../../fields/QuantityField.vue';
import { useEdits } from '../../session/planpage.ts';
import type { PartsAnswer } from '../../workers/parts.ts';

const props = defineProps<{ answer: PartsAnswer }>();
const emit = defineEmits<{ working: [working: Working | undefined] }>();
const settings = useSettings();
const { edit, perform } = useEdits();
const plan = computed(() => props.answer.plan);
const ways = computed(() => props.answer.ways);
const haul = computed(() => ({ ...HAUL_DEFAULTS, ...plan.value.shop?.haul }));
const pump = computed(() => ({ ...PUMP_DEFAULTS, ...plan.value.shop?.pump }));
type HaulKey = keyof typeof HAUL_DEFAULTS;
const setHaul = (key: HaulKey | 'litresPerDay', value: number): string | undefined =>
  said(edit(changeShop('carrying instead', (s) => void (s.haul = { ...s.haul, [key]: value }))));
const setPump = (key: keyof typeof PUMP_DEFAULTS, value: number): string | undefined =>
  said(edit(changeShop('pumping instead', (s) => void (s.pump = { ...s.pump, [key]: value }))));
const assumed = (of: 'haul' | 'pump', key: string): string =>
  (plan.value.shop?.[of] as Record<string, unknown> | undefined)?.[key] === undefined ? 'assumed' : '';
</script>

<template>
  <section class="sheet ways" aria-labelledby="ways-title">
    <h2 id="ways-title">Against the other ways</h2>
    <div class="halves">
      <div>
        <h3>Carrying it</h3>
        <p>
          {{ showText(ways.perDay, 'volume', settings.units) }} a day{{ ways.fromNeeds ? ', the mean of Need' : '' }}:
          <button
            type="button"
            class="figure"
            title="Show the working"
            data-test="haul-week"
            @click="emit('working', haulWorking(plan, ways))"
          >
            {{ fixed(ways.hauled.tripsAWeek, 0) }} trips
          </button>
          a week, {{ fixed(ways.hauled.tripsAYear, 0) }} a year;
          <strong class="figure">{{ fixed(ways.hauled.year, 0) }}</strong> a year and
          {{ showText(ways.hauled.time, 'duration', settings.units) }} on the way.
        </p>
        <p v-if="ways.paidWeek !== undefined" data-test="paid">
          The line, {{ fixed(ways.cost, 0) }}{{ ways.open ? ' as far as it is priced' : '' }}, is paid in week
          <button
            type="button"
            class="figure"
            title="Show the working"
            data-test="paid-week"
            @click="emit('working', paidWorking(plan, ways))"
          >
            {{ fixed(ways.paidWeek, 0) }}
          </button>
          of use, month {{ fixed(ways.paidMonth ?? 0, 0) }}; a year of use has {{ fixed(ways.weeks, 0) }} weeks.
        </p>
        <p v-else class="muted" data-test="paid">
          {{
            ways.cost > 0
              ? 'Carrying costs nothing as it stands: give what a trip takes.'
              : 'Nothing has a price yet: enter prices in the list, and the week in which the line has paid for itself is told.'
          }}
        </p>
        <CartRow v-if="ways.paidTrips !== undefined" :trips="ways.hauled.tripsAYear" :paid="ways.paidTrips" />
        <div class="entries">
          <label
            >a trip takes
            <QuantityField
              :value="haul.litresPerTrip"
              field="litresPerTrip"
              label="Water of one trip"
              :limits="{ min: 0.001, max: 1000 }"
              :commit="(v) => setHaul('litresPerTrip', v)"
              show-unit
            /><small class="muted">{{ assumed('haul', 'litresPerTrip') }}</small></label
          >
          <label
            >and
            <QuantityField
              :value="haul.tripMin"
              field="tripMin"
              label="Time of one trip"
              :limits="{ min: 60, max: 600000 }"
              :commit="(v) => setHaul('tripMin', v)"
              show-unit
            /><small class="muted">{{ assumed('haul', 'tripMin') }}</small></label
          >
          <label
            >fuel and wear of a trip
            <NumberField
              :value="haul.fuelPerTrip"
              label="Fuel and wear of a trip"
              :min="0"
              :max="100000"
              @update:value="(v) => setHaul('fuelPerTrip', v)"
            /><small class="muted">{{ assumed('haul', 'fuelPerTrip') }}</small></label
          >
          <label
            >an hour is worth
            <NumberField
              :value="haul.hourWorth"
              label="What an hour is worth"
              :min="0"
              :max="10000"
              @update:value="(v) => setHaul('hourWorth', v)"
            /><small class="muted">{{ assumed('haul', 'hourWorth') }}</small></label
          >
          <label
            >weeks of use a year
            <NumberField
              :value="haul.weeksPerYear"
              label="Weeks of use a year"
              :min="1"
              :max="53"
              @update:value="(v) => setHaul('weeksPerYear', v)"
            /><small class="muted">{{ assumed('haul', 'weeksPerYear') }}</small></label
          >
          <label
            >building the line, hours
            <NumberField
              :value="Math.round(ways.buildHours)"
              label="Hours to build the line"
              :min="0"
              :max="100000"
              @update:value="(v) => perform(changeShop('hours to build', (s) => void (s.buildHours = v)))"
            /><small class="muted">{{
              ways.buildingEntered ? '' : 'by rule of thumb: 0.15 a metre dug, 0.2 a joint (common practice)'
            }}</small></label
          >
          <label
            >water a day
            <QuantityField
              :value="plan.shop?.haul?.litresPerDay"
              field="litresPerDay"
              label="Water a day to carry"
              :limits="{ min: 0.0001, max: 1000 }"
              :commit="(v) => setHaul('litresPerDay', v)"
              :clear="() => perform(changeShop('water a day by Need', (s) => void delete s.haul?.litresPerDay))"
              optional
              show-unit
            /><small class="muted">{{ plan.shop?.haul?.litresPerDay === undefined ? 'by Need' : '' }}</small></label
          >
        </div>
      </div>
      <div>
        <h3>Pumping it</h3>
        <p>
          <button
            type="button"
            class="figure"
            title="Show the working"
            data-test="pump-year"
            @click="emit('working', pumpWorking(plan, ways))"
          >
            {{ fixed(ways.pump.kWhAYear, 1) }} kWh
          </button>
          a year, {{ fixed(ways.pump.year, 2) }} in money; {{ fixed(ways.pump.first, 0) }} in the first year with pump
          and wire. It stands still when the power does, and is worn out in some ten years (common practice); gravity
          does neither.
        </p>
        <div class="entries">
          <label
            >lift and friction
            <QuantityField
              :value="pump.headM"
              field="headM"
              label="Lift and friction of the pump"
              :limits="{ min: 0.1, max: 1000 }"
              :commit="(v) => setPump('headM', v)"
              show-unit
            /><small class="muted">{{ assumed('pump', 'headM') }}</small></label
          >
          <label
            >pump, wire and house
            <NumberField
              :value="pump.bought"
              label="Cost of pump, wire and house"
              :min="1"
              :max="1000000"
              @update:value="(v) => setPump('bought', v)"
            /><small class="muted">{{ assumed('pump', 'bought') }}</small></label
          >
          <label
            >a kWh costs
            <NumberField
              :value="pump.kWhCosts"
              label="Cost of a kWh"
              :min="0"
              :max="100"
              :step="0.05"
              @update:value="(v) => setPump('kWhCosts', v)"
            /><small class="muted">{{ assumed('pump', 'kWhCosts') }}</small></label
          >
          <label
            >of pump and motor, %
            <NumberField
              :value="100 * pump.efficiency"
              label="Efficiency of pump and motor, per cent"
              :min="1"
              :max="100"
              @update:value="(v) => setPump('efficiency', v / 100)"
            /><small class="muted">{{ assumed('pump', 'efficiency') }}</small></label
          >
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
.ways {
  padding: 8px 16px 12px;
}

.halves {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 0 28px;
}

h3 {
  margin: 8px 0 4px;
  font-family: var(--font-text);
  font-size: var(--text-m);
}

.entries {
  display: grid;
  gap: 4px;
}

.entries label {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.entries :deep(.number),
.entries :deep(.quantity) {
  max-width: 150px;
}

@media (max-width: 900px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
