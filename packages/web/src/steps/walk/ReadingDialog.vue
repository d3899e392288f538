<script setup lang="ts">
// A leg as it was read in the field: what the instrument said, worked out to rise and length, with its error.
import { computed, reactive, watch } from 'vue';
import {
  byHeights,
  clinometer,
  gaugeFall,
  levelled,
  METHODS,
  slopeLevel,
  waterLevel,
  type Measured,
  type SurveyMethod,
} from '@vernal-slope/core/survey';
import { GRAVITY } from '@vernal-slope/core/units';
import type { LegReading } from '@vernal-slope/plan/edit';
import type { Leg, Survey } from '@vernal-slope/plan/schema';
import { asSI, editable, fixed, rounded, showText, unitFor } from '@vernal-slope/display/quantities';
import { numberList } from '@vernal-slope/display/numberlist';
import { useSettings } from '../../display/settings.ts';
import EntryRow from '../../fields/EntryRow.vue';
import PlainDialog from '../../shell/PlainDialog.vue';
import { planField } from '@vernal-slope/display/planfields';
import NumberField from '../../fields/NumberField.vue';
import TextField from '../../fields/TextField.vue';
import ChoiceField from '../../fields/ChoiceField.vue';
import { quoted } from '@vernal-slope/display/quoted';

const show = defineModel<boolean>('show', { required: true });
const props = defineProps<{ leg: number; now: Leg; rise: number; density: number }>();
const emit = defineEmits<{ keep: [reading: LegReading] }>();
const settings = useSettings();

/** A staff or a tape as it is read: a bare number in the person's unit. */
const tape = (si: number): string => editable(si, 'depth', settings.units);

const d = reactive({
  method: 'sight-level' as SurveyMethod,
  length: 10,
  sights: '1.50, 2.10',
  start: 1.5,
  end: 1.2,
  fall: 2,
  angle: -3,
  first: 0,
  second: 0,
  pressure: 20,
  rise: 0,
});
watch(
  show,
  (now) => {
    if (!now) return;
    const s = props.now.survey;
    d.method = s?.method ?? 'sight-level';
    d.length = props.now.lengthM;
    d.rise = rounded(props.rise, 3);
    d.sights = s?.sights?.map((x) => `${tape(x.backM)}, ${tape(x.foreM)}`).join('\n') ?? '';
    [d.start, d.end] = s?.marksM ?? [1.5, rounded(1.5 - props.rise, 3)];
    d.angle =
      s?.angleDeg ?? rounded((Math.asin(Math.max(-1, Math.min(1, props.rise / props.now.lengthM))) * 180) / Math.PI, 1);
    d.fall = rounded(100 * (s?.fallPerM ?? -props.rise / props.now.lengthM), 2);
    [d.first, d.second] = s?.heightsM ?? [rounded(props.now.endGroundM - props.rise, 2), props.now.endGroundM];
    d.pressure = planField('pressureKPa').toSI(s?.pressureKPa ?? 20);
  },
  { immediate: true },
);

const set = (key: 'start' | 'end' | 'first' | 'second' | 'rise' | 'pressure', si: number): undefined => {
  d[key] = rounded(si, 5);
  return undefined;
};
/** The fall of a slope as a builder's level shows it: cm a metre, or inches a foot. d.fall is in hundredths. */
const perStep = computed(() =>
  settings.units === 'us' ? { of: 12 / 100, label: 'Falls, in a foot' } : { of: 1, label: 'Falls, cm a metre' },
);
const MOST_READ = 20;
/** Pairs of backsight and foresight, one a line, m; undefined with a word that is no number. */
function pairs(text: string): [number, number][] | undefined {
  const rows = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const read = numberList(line);
      return 'numbers' in read ? read.numbers : [];
    })
    .map((r) => r.map((v) => rounded(asSI(v, 'depth', settings.units), 5)));
  return rows.length > 0 && rows.every((r) => r.length === 2 && r.every((v) => v >= 0 && v < MOST_READ))
    ? rows.map((r) => [r[0], r[1]])
    : undefined;
}

const answer = computed<{ measured: Measured; survey: Survey } | string>(() => {
  const survey: Survey = { method: d.method };
  switch (d.method) {
    case 'water-level':
      return { measured: waterLevel(d.start, d.end), survey: { ...survey, marksM: [d.start, d.end] } };
    case 'sight-level': {
      const sights = pairs(d.sights);
      if (!sights)
        return `Give a backsight and a foresight in ${settings.units === 'us' ? 'feet for each setting of the level, such as 4.92, 6.89' : 'metres for each setting of the level, such as 1.50, 2.10'}.`;
      return {
        measured: levelled(sights, d.length),
        survey: { ...survey, sights: sights.map(([backM, foreM]) => ({ backM, foreM })) },
      };
    }
    case 'slope-level':
      if (Math.abs(d.fall) >= 100) return 'The fall cannot be more than the length it falls over.';
      return { measured: slopeLevel(d.length, d.fall / 100), survey: { ...survey, fallPerM: d.fall / 100 } };
    case 'clinometer':
      if (Math.abs(d.angle) > 89) return 'Give an angle between −89 and 89 degrees.';
      return { measured: clinometer(d.length, d.angle), survey: { ...survey, angleDeg: d.angle } };
    case 'gauge': {
      const measured = gaugeFall(d.pressure, props.density, GRAVITY);
      return { measured, survey: { ...survey, pressureKPa: rounded(planField('pressureKPa').toPlan(d.pressure), 4) } };
    }
    case 'guess':
      return { measured: { rise: d.rise, error: METHODS.guess.perMetre * d.length }, survey };
    default:
      return { measured: byHeights(d.method, d.first, d.second), survey: { ...survey, heightsM: [d.first, d.second] } };
  }
});
const trouble = computed(() => {
  if (typeof answer.value === 'string') return answer.value;
  if (!(d.length > 0)) return 'Give a length above nothing.';
  return Math.abs(answer.value.measured.rise) > d.length
    ? `It would ${answer.value.measured.rise > 0 ? 'rise' : 'fall'} more than its length along the slope.`
    : '';
});
const OPTIONS = (Object.keys(METHODS) as SurveyMethod[]).map((value) => ({ value, label: METHODS[value].name }));
function keep(): void {
  if (trouble.value || typeof answer.value === 'string') return;
  emit('keep', { lengthM: d.length, riseM: answer.value.measured.rise, survey: answer.value.survey });
  show.value = false;
}
</script>

<template>
  <PlainDialog v-model:show="show" :title="`Leg ${leg + 1}, as it was read`" :width="520">
    <form @submit.prevent="keep">
      <EntryRow label="With what"
        ><ChoiceField v-model:value="d.method" :options="OPTIONS" label="With what it was measured"
      /></EntryRow>
      <EntryRow
        label="Length along the slope"
        :value="d.length"
        quantity="distance"
        :limits="{ min: 0.01, max: 100000 }"
        note="with the tape on the ground; on the flat it is shorter"
        :commit="
          (si) => {
            d.length = rounded(si, 4);
            return undefined;
          }
        "
        live
      />
      <template v-if="d.method === 'water-level'">
        <EntryRow
          label="Mark at the start"
          :value="d.start"
          quantity="depth"
          note="from the ground up to the water in the tube"
          :commit="(si) => set('start', si)"
          live
        />
        <EntryRow label="Mark at the end" :value="d.end" quantity="depth" :commit="(si) => set('end', si)" live />
      </template>
      <EntryRow
        v-else-if="d.method === 'sight-level'"
        :label="`Backsight, foresight, ${unitFor('depth', settings.units).symbol}`"
        note="a line for each setting of the level"
      >
        <TextField
          v-model:value="d.sights"
          :rows="3"
          :label="`Backsight and foresight, ${unitFor('depth', settings.units).symbol}`"
          data-test="sights"
        />
      </EntryRow>
      <EntryRow v-else-if="d.method === 'slope-level'" :label="perStep.label" note="a rise is less than nothing"
        ><NumberField
          :value="rounded(d.fall * perStep.of, 3)"
          live
          :step="0.1"
          :label="perStep.label"
          @update:value="(v) => (d.fall = v / perStep.of)"
      /></EntryRow>
      <EntryRow v-else-if="d.method === 'clinometer'" label="Angle, degrees" note="downhill is less than nothing"
        ><NumberField v-model:value="d.angle" live :step="0.1" label="Angle, degrees" data-test="angle"
      /></EntryRow>
      <EntryRow
        v-else-if="d.method === 'gauge'"
        label="Pressure at its end"
        :value="d.pressure"
        quantity="pressure"
        note="hose full from the start of the leg, closed, the gauge on the ground"
        :commit="(si) => set('pressure', si)"
        live
      />
      <EntryRow
        v-else-if="d.method === 'guess'"
        label="Rise, or fall below nothing"
        :value="d.rise"
        quantity="rise"
        :commit="(si) => set('rise', si)"
        live
      />
      <template v-else>
        <EntryRow
          label="Height at the start"
          :value="d.first"
          quantity="height"
          :commit="(si) => set('first', si)"
          live
        />
        <EntryRow
          label="Height at the end"
          :value="d.second"
          quantity="height"
          :commit="(si) => set('second', si)"
          live
        />
      </template>
      <p v-if="trouble" role="alert" class="wrong">{{ trouble }}</p>
      <p v-else-if="typeof answer !== 'string'" class="answer" data-test="reading-answer">
        {{ answer.measured.rise >= 0 ? 'Rises' : 'Falls' }}
        <span class="figure">{{ showText(Math.abs(answer.measured.rise), 'rise', settings.units) }}</span> ±
        <span class="figure">{{ showText(answer.measured.error, 'rise', settings.units) }}</span>,
        {{ fixed((100 * Math.abs(answer.measured.rise)) / d.length, 1) }} in a hundred along the slope.
      </p>
      <p class="small muted">± one standard error: {{ quoted(METHODS[d.method].source, settings.units) }}.</p>
      <button type="submit" class="plain-button main" data-test="keep-reading" :disabled="trouble !== ''">
        Keep the reading
      </button>
    </form>
  </PlainDialog>
</template>

<style scoped>
.answer {
  margin: 10px 0;
}

.wrong {
  margin: 10px 0;
  color: var(--brick-ink);
}
</style>
