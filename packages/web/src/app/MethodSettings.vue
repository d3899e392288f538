<script setup lang="ts">
// How the plan is worked out: friction, humps, the warmth of the water; and the words of caution.
import { computed, ref } from 'vue';
import ChoiceField from '../fields/ChoiceField.vue';
import { changePlan } from '@vernal-slope/plan/edit';
import { SITE_DEFAULTS, type Plan } from '@vernal-slope/plan/schema';
import { tightestMonth } from '@vernal-slope/plan/year';
import { MONTHS } from '@vernal-slope/display/dates';
import { said } from '../display/faults.ts';
import { useEdits } from '../session/planpage.ts';
import QuantityField from '../fields/QuantityField.vue';

type Settings = NonNullable<Plan['settings']>;

const props = defineProps<{ plan: Plan }>();
const { edit, perform } = useEdits();
const FRICTION: { value: NonNullable<Settings['friction']>; label: string }[] = [
  { value: 'darcy-weisbach', label: 'Darcy-Weisbach, Colebrook' },
  { value: 'hazen-williams', label: 'Hazen-Williams' },
];
const SIPHONS: { value: NonNullable<Settings['siphons']>; label: string }[] = [
  { value: 'held', label: 'no siphon is counted on' },
  { value: 'allowed', label: 'a full siphon is counted on' },
];
const GALLONS: { value: NonNullable<Settings['gallons']>; label: string }[] = [
  { value: 'us', label: 'the US one, 3.785 L' },
  { value: 'imperial', label: 'the imperial one, 4.546 L' },
];
const opened = ref(false);
// sought when somebody looks: it takes a balance of the plan
const tightest = computed(() => tightestMonth(props.plan));
const MONTH_CHOICES = computed(() => [
  { value: 0, label: `the one with the least to spare (${MONTHS[tightest.value - 1]})` },
  ...MONTHS.map((label, m) => ({ value: m + 1, label })),
]);
const setMonth = (v: number): boolean => set('month', v === 0 ? undefined : v, 'month');
const setTemperature = (v: number): string | undefined =>
  said(edit(changePlan('water temperature', (p) => void ((p.site ??= {}).waterTemperatureC = v))));
const set = <K extends keyof Settings>(key: K, value: Settings[K], label: string): boolean =>
  perform(
    changePlan(label, (p) => {
      const settings = (p.settings ??= {});
      if (value === undefined) Reflect.deleteProperty(settings, key);
      else settings[key] = value;
    }),
  );
</script>

<template>
  <details class="method small" @toggle="opened = ($event.target as HTMLDetailsElement).open">
    <summary>How it is worked out</summary>
    <div class="settings">
      <label
        ><span>Friction</span>
        <ChoiceField
          class="choice"
          :value="plan.settings?.friction ?? 'darcy-weisbach'"
          :options="FRICTION"
          label="Friction"
          data-test="friction"
          @update:value="(v) => set('friction', v, 'friction law')"
      /></label>
      <label
        ><span>Over a hump</span>
        <ChoiceField
          class="choice"
          :value="plan.settings?.siphons ?? 'held'"
          :options="SIPHONS"
          label="Over a hump"
          data-test="siphons"
          @update:value="(v) => set('siphons', v, 'siphons')"
      /></label>
      <label
        ><span>A gallon is</span>
        <ChoiceField
          class="choice"
          :value="plan.settings?.gallons ?? 'us'"
          :options="GALLONS"
          label="A gallon is"
          data-test="gallons"
          @update:value="(v) => set('gallons', v, 'gallon')"
      /></label>
      <label
        ><span>Month</span>
        <ChoiceField
          v-if="opened"
          class="month"
          :value="plan.settings?.month ?? 0"
          :options="MONTH_CHOICES"
          label="Month that it is worked out for"
          data-test="solved-month"
          @update:value="setMonth"
      /></label>
      <label
        >Water
        <QuantityField
          class="warmth"
          field="waterTemperatureC"
          :value="plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC"
          :limits="{ min: 0, max: 60 }"
          label="Temperature of the water"
          :commit="setTemperature"
          show-unit
          data-test="water-temperature"
      /></label>
    </div>
    <p class="muted">
      Planning figures, with nothing allowed for wear, leaks or bad measuring. Local codes, water rights and licensed
      practice come first. Untested water is not for drinking.
      <a href="/limits" target="_blank" rel="noopener">What the program does not know</a>.
    </p>
  </details>
</template>

<style scoped>
.method a {
  color: inherit;
}

.method {
  margin-top: 12px;
}

.method summary {
  cursor: pointer;
  color: var(--muted);
}

.settings {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 20px;
  padding: 8px 0;
}

.settings label {
  display: flex;
  align-items: center;
  gap: 8px;
}

.choice {
  width: 230px;
}

.month {
  width: 330px;
  max-width: 100%;
}

.warmth {
  width: 110px;
}
</style>
