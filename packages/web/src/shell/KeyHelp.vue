<script setup lang="ts">
// Every key, on one page.
import { computed } from 'vue';
import PlainDialog from './PlainDialog.vue';
import type { Tread } from './StairNav.vue';

const props = defineProps<{ show: boolean; steps: readonly Tread[] }>();
const emit = defineEmits<{ 'update:show': [show: boolean] }>();
const KEYS: readonly (readonly [string, string])[] = [
  ['n, b', 'the next step down the stair, back up one'],
  ['← → or ↑ ↓', 'along the line, when the hillside is chosen; with Shift onto a branch at a tee'],
  ['+, −, Home', 'on the hillside: closer, further, the whole slope'],
  ['Tab, Shift Tab', 'to the next or last field'],
  ['Enter', 'take the figure and go down the column; below the last leg comes the open row'],
  ['Esc', 'put back what stood in the field; close the working'],
  ['Alt ↑, Alt ↓', 'move the leg up or down'],
  ['Alt Enter, Alt Delete', 'put a leg in, take it out'],
  ['← →, Shift ← →', 'on rows of plants: from plant to plant, the hole along its pipe'],
  ['w', 'the working of the figure that has the focus, else of the flow'],
  ['t', 'try the change that is proposed'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['?', 'this list'],
];
const treads = computed(() => props.steps.map((s) => [s.hotkey, s.name] as const));
</script>

<template>
  <PlainDialog :show="show" title="Keys" :width="560" @update:show="(v: boolean) => emit('update:show', v)">
    <h3>Steps</h3>
    <ul class="treads">
      <li v-for="[key, name] in treads" :key="key">
        <kbd>{{ key }}</kbd> {{ name }}
      </li>
    </ul>
    <h3>Everywhere</h3>
    <dl>
      <template v-for="[key, what] in KEYS" :key="key">
        <dt>{{ key }}</dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
    <p class="small muted">On a Mac, Cmd stands for Ctrl and Option for Alt. Every key has a place to click too.</p>
  </PlainDialog>
</template>

<style scoped>
h3 {
  margin: 0 0 4px;
  font-size: var(--text-m);
}

.treads {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0 0 12px;
  padding: 0;
  list-style: none;
}

kbd {
  padding: 0 5px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  font: 700 var(--text-s) var(--font-figure);
}

dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 6px 20px;
  margin: 0 0 12px;
}

dt {
  font-family: var(--font-figure);
  font-weight: 700;
}

dd {
  margin: 0;
}
</style>
