<script setup lang="ts">
// The first run: four steps from nothing to a place that has water, each with the button that does it. It can be left at
// any time, and goes by itself when all is there.
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import type { StepKey } from '@vernal-slope/plan/findings';
import { feeds, isOutlet, isSource, isStore, isVessel } from '@vernal-slope/plan/kinds';
import { looseEnds } from '@vernal-slope/plan/topology';
import { usePlanPage } from '../../session/planpage.ts';
import DropGlyph from '../../shell/DropGlyph.vue';

const emit = defineEmits<{ go: [step: StepKey] }>();
const { id, plan, joining } = usePlanPage();
/** Plans whose first run was left. */
const left = useLocalStorage<string[]>('vernal-first-run-left', []);

const nodes = computed(() => plan.value?.nodes ?? []);
const loose = computed(() => new Set(plan.value ? looseEnds(plan.value).map((l) => l.node.id) : []));
const source = computed(() => nodes.value.find((n) => isSource(n)));
const tank = computed(() => nodes.value.find((n) => isStore(n)));
const start = computed(() => tank.value ?? source.value);
const steps = computed(() => [
  {
    key: 'water',
    title: 'Where the water comes from',
    text: 'A spring, a stream, a roof; or the tank where your line begins.',
    done: nodes.value.some((n) => feeds(n)),
    action: 'Add a source',
    run: () => joining.ask({ mode: 'line', group: 'source' }),
  },
  {
    key: 'tank',
    title: 'Where it is held',
    text: 'A tank above the place holds the night for the day.',
    done: nodes.value.some((n) => isStore(n) && !loose.value.has(n.id)),
    action: tank.value ? 'Fill the tank' : 'Lead it to a tank',
    run: () =>
      source.value
        ? joining.ask({
            mode: 'line',
            from: { place: source.value.id },
            ...(tank.value ? { to: { place: tank.value.id } } : { preset: 'tank' as const }),
          })
        : joining.ask({ mode: 'line', group: tank.value ? 'source' : 'tank' }),
  },
  {
    key: 'outlet',
    title: 'Where it is wanted',
    text: 'A trough, a tap, a shower: how much lower it stands, and how far it is.',
    done: nodes.value.some((n) => isOutlet(n) && !loose.value.has(n.id)),
    action: 'Lead a line to it',
    run: () =>
      joining.ask(
        start.value
          ? { mode: 'line', from: { place: start.value.id }, preset: 'trough' }
          : { mode: 'line', group: 'outlet' },
      ),
  },
  {
    key: 'need',
    title: 'How much is needed',
    text: 'Animals, people, a garden: the sources are held against it, month by month.',
    done:
      nodes.value.some((n) => isVessel(n) && (n.herds?.length ?? 0) > 0) ||
      (plan.value?.needs?.people?.length ?? 0) + (plan.value?.needs?.gardens?.length ?? 0) > 0,
    action: 'Say who drinks',
    run: () => emit('go', 'need'),
  },
]);
const next = computed(() => steps.value.findIndex((s) => !s.done));
const shown = computed(() => {
  const p = plan.value;
  if (!p || next.value < 0 || left.value.includes(id.value)) return false;
  // a plan that came with its lines needs no teaching
  return p.used !== undefined || p.lines.length === 0;
});
</script>

<template>
  <section
    v-if="shown && !joining.asked.value"
    class="first sheet no-print"
    aria-label="First steps"
    data-test="first-run"
  >
    <header>
      <h2>First steps</h2>
      <span class="muted small">{{ steps.filter((s) => s.done).length }} of four done</span>
      <button type="button" class="plain-button" data-test="leave-first-run" @click="left = [...left, id]">
        Leave this
      </button>
    </header>
    <ol>
      <li v-for="(s, k) in steps" :key="s.key" :class="{ done: s.done, next: k === next }">
        <p>
          <DropGlyph :level="s.done ? 'ok' : 'begun'" :size="14" /> <strong>{{ s.title }}</strong>
        </p>
        <template v-if="k === next">
          <p class="small muted">{{ s.text }}</p>
          <button type="button" class="plain-button main" :data-test="`first-${s.key}`" @click="s.run">
            {{ s.action }}
          </button>
        </template>
        <span v-else class="visually-hidden">{{ s.done ? 'done' : 'to come' }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.first {
  margin-bottom: 16px;
  padding: 8px 16px 12px;
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
}

header .plain-button {
  margin-left: auto;
}

ol {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px 20px;
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}

li {
  padding-top: 6px;
  border-top: 3px solid var(--rule);
}

li.done {
  border-top-color: var(--water);
  color: var(--muted);
}

li.next {
  border-top-color: var(--water-deep);
}

li .main {
  margin-top: 6px;
}

@media (max-width: 640px) {
  .first {
    margin: 0;
  }

  ol {
    grid-template-columns: 1fr;
  }

  li .main {
    width: 100%;
    min-height: 48px;
  }
}
</style>
