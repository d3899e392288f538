<script setup lang="ts">
// The judgement of a step: its name, two figures, sentences worst first.
import { computed } from 'vue';
import { limitOf, type Finding } from '@vernal-slope/plan/findings';
import type { Command } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '@vernal-slope/display/names';
import type { Offer, StepFigure } from './stepjudgement.ts';
import { sentence, type FigureKey } from '@vernal-slope/display/sentences';
import { useSettings } from '../display/settings.ts';
import SentenceItem from './SentenceItem.vue';
import { soundRemedy } from './soundremedy.ts';
import TryingBox from './TryingBox.vue';
import { useFold } from './useFold.ts';
import './judgement.css';

const props = defineProps<{
  plan: Plan;
  title: string;
  subtitle: string;
  figures: readonly StepFigure[];
  findings: readonly Finding[];
  /** What could be tried though nothing is wrong. */ offers?: readonly Offer[];
  /** What is being tried; empty while nothing is. */ trying: string;
}>();
const emit = defineEmits<{ open: [key: FigureKey]; try: [command: Command]; keep: []; back: [] }>();
const settings = useSettings();
const { folds, folded, turn } = useFold();
const sentences = computed(() =>
  props.findings.map((f, k) => ({
    key: `${f.code}-${f.at}-${k}`,
    severity: f.severity,
    limit: limitOf(f),
    parts: sentence(f, settings.units, (id) => nameIn(props.plan, id)),
    remedy: f.remedy && soundRemedy(props.plan, f.remedy),
  })),
);
</script>

<template>
  <aside class="judgement sheet" :class="{ folded }" aria-label="Judgement">
    <header>
      <h2>{{ title }}</h2>
      <p class="small">{{ subtitle }}</p>
    </header>
    <div class="two">
      <div v-for="f in figures" :key="f.label">
        <p class="big">
          <button
            v-if="f.opens"
            type="button"
            class="figure"
            title="Show the working"
            :data-test="f.test"
            @click="emit('open', f.opens)"
          >
            {{ f.text }}</button><span v-else class="figure" :data-test="f.test">{{ f.text }}</span
          ><span class="muted">{{ f.unit }}</span>
        </p>
        <p class="small muted">{{ f.label }}</p>
      </div>
    </div>
    <TryingBox v-if="trying" class="box" :label="trying" @keep="emit('keep')" @back="emit('back')" />
    <ul class="sentences" data-test="step-sentences" aria-live="polite">
      <SentenceItem
        v-for="s in sentences"
        :key="s.key"
        :severity="s.severity"
        :parts="s.parts"
        :limit="s.limit"
        :remedy="trying ? undefined : s.remedy"
        test="try-finding"
        @open="(key) => emit('open', key)"
        @try="(command) => emit('try', command)"
      />
    </ul>
    <template v-if="!trying">
      <div v-for="o in offers ?? []" :key="o.title" class="remedy" data-test="offer">
        <div>
          <strong>{{ o.title }}</strong>
          <p>{{ o.text }}</p>
        </div>
        <button type="button" class="plain-button main" data-test="try-offer" @click="emit('try', o.command)">
          Try it
        </button>
      </div>
    </template>
    <button
      v-if="folds && sentences.length > 1"
      type="button"
      class="plain-button unfold no-print"
      :aria-expanded="!folded"
      data-test="unfold-judgement"
      @click="turn"
    >
      {{ folded ? `All ${sentences.length} sentences` : 'Only the worst' }}
    </button>
  </aside>
</template>

<style scoped>
.big .figure {
  font-size: 26px;
}

.box {
  margin-top: 10px;
}
</style>
