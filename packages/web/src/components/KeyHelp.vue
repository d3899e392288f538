<script setup lang="ts">
// Every key, on one page.
import PlainDialog from './PlainDialog.vue';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ 'update:show': [show: boolean] }>();
const KEYS: readonly (readonly [string, string])[] = [
  ['1 to 7', 'go to Water, Need, Store, Walk, Stand, Pipe, Outlets'],
  ['← → or ↑ ↓', 'along the line, when the hillside is chosen; with Shift onto a branch at a tee'],
  ['+, −, Home', 'on the hillside: closer, further, the whole slope'],
  ['Tab, Shift Tab', 'to the next or last field'],
  ['Enter', 'take the figure and go down the column; below the last leg comes the open row'],
  ['Esc', 'put back what stood in the field; close the working'],
  ['Alt ↑, Alt ↓', 'move the leg up or down'],
  ['Alt Enter, Alt Delete', 'put a leg in, take it out'],
  ['w', 'the working of the figure that has the focus, else of the flow'],
  ['t', 'try the change that is proposed'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['?', 'this list'],
];
</script>

<template>
  <PlainDialog :show="show" title="Keys" :width="560" @update:show="(v: boolean) => emit('update:show', v)">
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
