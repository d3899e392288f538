<script setup lang="ts">
// Guess first: the person says what will happen before the run is shown, and is told kindly how near it came.
import { computed, ref, watch } from 'vue';
import type { RunPicture } from '@vernal-slope/plan/simulate';
import { showText } from '@vernal-slope/display/quantities';
import { useSettings } from '../../display/settings.ts';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TickRow from '../../fields/TickRow.vue';
import { askedOf, judgeGuess, useGuessing, type Judged } from './guess.ts';

const props = defineProps<{ run: RunPicture | null; guessed: boolean }>();
const emit = defineEmits<{ guessed: [done: boolean]; working: [id: string] }>();
const settings = useSettings();
const score = useGuessing();
const minutes = ref<number>();
const dry = ref<'yes' | 'no'>('no');
const lasts = ref<'yes' | 'no'>('yes');
const YES_NO = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
] as const;
const asked = computed(() => (props.run ? askedOf(props.run) : {}));
const judged = ref<Judged | null>(null);
function show(): void {
  if (!props.run) return;
  judged.value = judgeGuess(props.run, {
    refill: minutes.value === undefined ? undefined : minutes.value * 60,
    runsDry: dry.value === 'yes',
    tankLasts: lasts.value === 'yes',
  });
  score.value = { on: true, right: score.value.right + judged.value.right, of: score.value.of + judged.value.of };
  emit('guessed', true);
}
watch(
  () => props.guessed,
  (done) => {
    if (!done) judged.value = null;
  },
);
const time = (s: number): string => (Number.isFinite(s) ? showText(s, 'duration', settings.units) : 'not by the end');
</script>

<template>
  <div class="guess">
    <TickRow
      label="Guess first, then see"
      :checked="score.on"
      test="guess-first"
      @tick="
        (on) => {
          score = { ...score, on };
          emit('guessed', !on);
        }
      "
    />
    <form v-if="score.on && !guessed && run" class="asks" data-test="guess-form" @submit.prevent="show">
      <p v-if="asked.trough">
        How long is {{ asked.trough.name }} down, from its fullest until it is full again?
        <NumberField
          class="minutes"
          :value="minutes"
          :min="0"
          :max="100000"
          live
          label="Minutes until it is full again"
          data-test="guess-minutes"
          @update:value="(m) => (minutes = m)"
        />
        min
      </p>
      <p v-if="asked.trough">
        Does {{ asked.trough.name }} run dry?
        <ChoiceField fit :value="dry" :options="YES_NO" label="Does it run dry" @update:value="(v) => (dry = v)" />
      </p>
      <p v-if="asked.tank">
        Does {{ asked.tank.name }} last?
        <ChoiceField
          fit
          :value="lasts"
          :options="YES_NO"
          label="Does the tank last"
          @update:value="(v) => (lasts = v)"
        />
      </p>
      <button type="submit" class="plain-button main" data-test="guess-show">Show what happens</button>
    </form>
    <div v-else-if="judged" class="told" data-test="guess-told">
      <p v-if="judged.refill">
        You said {{ time(judged.refill.guessed) }}; it takes <strong>{{ time(judged.refill.found) }}</strong>{{
          judged.refill.near ? ', near enough.' : '.'
        }}
        <button v-if="asked.trough" type="button" class="plain-button" @click="emit('working', asked.trough.id)">
          See why
        </button>
      </p>
      <p v-if="judged.runsDry">
        Run dry: you said {{ judged.runsDry.guessed ? 'yes' : 'no' }}, it
        {{ judged.runsDry.found ? 'does' : 'does not' }}.
      </p>
      <p v-if="judged.tankLasts">
        The tank: you said it {{ judged.tankLasts.guessed ? 'lasts' : 'does not last' }}, it
        {{ judged.tankLasts.found ? 'does' : 'does not' }}.
      </p>
      <p class="small muted" data-test="guess-score">
        {{ judged.right }} of {{ judged.of }} this time; {{ score.right }} of {{ score.of }} so far, kept on this
        device.
        <button type="button" class="plain-button" @click="emit('guessed', false)">Guess again</button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.guess {
  padding: 0 16px;
}

.asks p,
.told p {
  margin: 6px 0;
}

.minutes {
  display: inline-block;
  width: 96px;
}
</style>
