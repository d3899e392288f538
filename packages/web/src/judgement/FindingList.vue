<script setup lang="ts">
// The judgement of a step: its name, two figures, sentences worst first.
import { computed } from 'vue';
import type { Finding } from '@vernal-slope/plan/findings';
import { remedyCommand, type Command } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn } from '../display/names.ts';
import type { StepFigure } from './stepjudgement.ts';
import { SEVERITY_WORD, sentence, type FigureKey } from '../display/sentences.ts';
import { useSettings } from '../display/settings.ts';
import DropGlyph from '../shell/DropGlyph.vue';
import SentenceText from './SentenceText.vue';
import TryingBox from './TryingBox.vue';

const props = defineProps<{
  plan: Plan;
  title: string;
  subtitle: string;
  figures: readonly StepFigure[];
  findings: readonly Finding[];
  /** What is being tried; empty while nothing is. */ trying: string;
}>();
const emit = defineEmits<{ open: [key: FigureKey]; try: [command: Command]; keep: []; back: [] }>();
const settings = useSettings();
const sentences = computed(() =>
  props.findings.map((f, k) => ({
    key: `${f.code}-${f.at}-${k}`,
    severity: f.severity,
    parts: sentence(f, settings.units, (id) => nameIn(props.plan, id)),
    remedy: f.remedy && remedyCommand(props.plan, f.remedy),
  })),
);
</script>

<template>
  <aside class="judgement sheet" aria-label="Judgement">
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
    <ul data-test="step-sentences" aria-live="polite">
      <li v-for="s in sentences" :key="s.key">
        <DropGlyph :level="s.severity" :size="18" />
        <p>
          <strong :class="s.severity">{{ SEVERITY_WORD[s.severity] }}.</strong>{{ ' ' }}
          <SentenceText :parts="s.parts" @open="(key) => emit('open', key)" />
          <button
            v-if="s.remedy && !trying"
            type="button"
            class="plain-button edged small-try"
            data-test="try-finding"
            @click="s.remedy && emit('try', s.remedy)"
          >
            Try it
          </button>
        </p>
      </li>
    </ul>
  </aside>
</template>

<style scoped>
header {
  padding: 10px 16px;
  background: var(--water-wash);
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 0 16px;
  border-bottom: var(--line-hair) solid var(--rule);
}

.two > div {
  padding: 10px 0;
}

.two > div + div {
  padding-left: 14px;
  border-left: var(--line-hair) solid var(--rule);
}

.big {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 6px;
  font-size: var(--text-s);
}

.big .figure {
  font-size: 26px;
  font-weight: 500;
  line-height: 1.2;
}

.box {
  margin-top: 10px;
}

.small-try {
  margin-left: 6px;
  min-height: 24px;
  padding: 0 8px;
  font-size: var(--text-s);
}

ul {
  display: flex;
  flex-direction: column;
  gap: 10px;
  margin: 0;
  padding: 12px 16px;
  list-style: none;
}

li {
  display: flex;
  gap: 10px;
}

.ok {
  color: var(--water-ink);
}

.warning {
  color: var(--amber-ink);
}

.error {
  color: var(--brick-ink);
}
</style>
