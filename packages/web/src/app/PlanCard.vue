<script setup lang="ts">
// A plan on the home page: its hillside, what it is, its worst finding.
import { Copy, Download, Trash2 } from '@lucide/vue';
import { format, isToday, isThisYear } from 'date-fns';
import { computed, onMounted, ref, shallowRef } from 'vue';
import type { Finding } from '@vernal-slope/plan/findings';
import type { Plan } from '@vernal-slope/plan/schema';
import { role } from '../session/access.ts';
import { api, type PlanSummary } from '../session/client.ts';
import { resultsOf, type PlanResults } from '../session/usePlanResults.ts';
import { nameIn, numberWord } from '@vernal-slope/display/names';
import { showText } from '@vernal-slope/display/quantities';
import { plainText, SEVERITY_WORD, sentence } from '@vernal-slope/display/sentences';
import { useSettings } from '../display/settings.ts';
import DropGlyph from '../shell/DropGlyph.vue';
import MiniHillside from '../drawings/hillside/MiniHillside.vue';

const props = defineProps<{ plan: PlanSummary }>();
const emit = defineEmits<{ duplicate: [document: Plan]; download: [document: Plan]; remove: [] }>();
const settings = useSettings();
const document = shallowRef<Plan | null>(null);
const results = shallowRef<PlanResults | null>(null);
const failed = ref(false);

onMounted(async () => {
  const answer = await api.get(props.plan.id);
  if (!answer.ok) {
    failed.value = true;
    return;
  }
  document.value = answer.value.document;
  try {
    results.value = resultsOf(answer.value.document);
  } catch {
    failed.value = true;
  }
});

const chosen = computed(() => results.value?.consumers.at(-1) ?? document.value?.nodes[0]?.id ?? '');
const when = computed(() => {
  const date = new Date(props.plan.updatedAt);
  return isToday(date) ? 'today' : format(date, isThisYear(date) ? 'd MMMM' : 'd MMMM yyyy');
});
const parts = computed(() => {
  const plan = document.value;
  if (!plan) return '';
  const count = (kind: string, one: string, many: string): string => {
    const n = plan.nodes.filter((node) => node.kind === kind).length;
    return n === 0 ? '' : `${numberWord(n)} ${n === 1 ? one : many}`;
  };
  const length = plan.lines.reduce((sum, l) => sum + l.legs.reduce((s, leg) => s + leg.lengthM, 0), 0);
  const list = [
    count('source', 'source', 'sources'),
    count('tank', 'tank', 'tanks'),
    count('trough', 'trough', 'troughs'),
    count('outlet', 'outlet', 'outlets'),
  ]
    .filter(Boolean)
    .join(', ');
  return `${list.charAt(0).toUpperCase()}${list.slice(1)}${length > 0 ? ` on ${showText(length, 'distance', settings.units)} of line` : ''}`;
});
const worst = computed<Finding | undefined>(() => results.value?.findings[0]);
const begun = computed(() => document.value !== null && document.value.nodes.length === 0);
const said = computed(() => {
  const plan = document.value;
  if (!plan) return '';
  if (begun.value) return 'Nothing here yet.';
  if (worst.value?.severity === 'ok') return 'Every place gets what it wants.';
  if (!worst.value) return 'Settled.';
  const words = plainText(sentence(worst.value, settings.units, (id) => nameIn(plan, id)));
  return /^(It|Its|No flow)\b/.test(words)
    ? `${nameIn(plan, worst.value.at)}: ${words.charAt(0).toLowerCase()}${words.slice(1)}`
    : words;
});
</script>

<template>
  <article class="card sheet">
    <RouterLink :to="{ name: 'plan', params: { id: plan.id } }" class="open" :data-test="`card-${plan.id}`">
      <div class="picture">
        <MiniHillside v-if="results" :results="results" :chosen="chosen" />
        <p v-else class="muted">{{ failed ? 'This plan cannot be drawn.' : '' }}</p>
      </div>
      <div class="text">
        <h2>{{ plan.title }}</h2>
        <span class="small muted">{{ when }}</span>
        <p class="muted parts">{{ parts }}</p>
        <p class="worst">
          <template v-if="document">
            <DropGlyph :level="begun ? 'begun' : (worst?.severity ?? 'ok')" />
            <span
              ><strong>{{ SEVERITY_WORD[begun ? 'begun' : (worst?.severity ?? 'ok')] }}.</strong> {{ said }}</span
            >
          </template>
        </p>
      </div>
    </RouterLink>
    <footer>
      <template v-if="document">
        <button
          v-if="role !== 'reads'"
          type="button"
          class="plain-button"
          :aria-label="`Duplicate ${plan.title}`"
          title="Duplicate"
          @click="emit('duplicate', document)"
        >
          <Copy :size="18" aria-hidden="true" />
        </button>
        <button
          type="button"
          class="plain-button"
          :aria-label="`Save ${plan.title} as a file`"
          title="Save as a file"
          @click="emit('download', document)"
        >
          <Download :size="18" aria-hidden="true" />
        </button>
        <button
          v-if="role !== 'reads'"
          type="button"
          class="plain-button"
          :aria-label="`Delete ${plan.title}`"
          title="Delete"
          :data-test="`delete-${plan.id}`"
          @click="emit('remove')"
        >
          <Trash2 :size="18" aria-hidden="true" />
        </button>
      </template>
    </footer>
  </article>
</template>

<style scoped>
.card {
  display: flex;
  flex-direction: column;
  overflow: hidden;
}

.open {
  flex: 1;
  color: inherit;
  text-decoration: none;
}

.open:hover h2 {
  text-decoration: underline;
}

.picture {
  height: 160px;
  background: var(--paper);
  border-bottom: var(--line-hair) solid var(--rule);
}

.text {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  align-items: baseline;
  padding: 12px 16px 4px;
}

h2 {
  overflow-wrap: anywhere;
}

/* The room of what comes later is kept, so that nothing below moves from under a finger. */
.parts,
.worst {
  grid-column: 1 / -1;
  min-height: 2lh;
}

.worst {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}

footer {
  display: flex;
  justify-content: flex-end;
  min-height: 50px;
  padding: 0 8px 6px;
}

@media (max-width: 640px) {
  .worst {
    min-height: 3lh;
  }
}
</style>
