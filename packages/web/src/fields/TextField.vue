<script setup lang="ts">
// Words: a name, a note, several rows. `change` comes on leaving the field or on Enter, `update:value` with each key.
import { NInput } from 'naive-ui';
import { testMark } from './mark.ts';

// a mark for tests belongs on the field itself
defineOptions({ inheritAttrs: false });

defineProps<{
  value: string;
  label: string;
  placeholder?: string;
  longest?: number;
  /** Several rows of this height. */
  rows?: number;
}>();
const emit = defineEmits<{ 'update:value': [value: string]; change: [value: string] }>();
</script>

<template>
  <NInput
    :class="$attrs.class"
    :type="rows ? 'textarea' : 'text'"
    :rows="rows"
    :resizable="rows !== undefined"
    :value="value"
    :placeholder="placeholder ?? ''"
    :maxlength="longest"
    :input-props="{ 'aria-label': label, spellcheck: rows === undefined, ...testMark($attrs) }"
    @update:value="(next: string) => emit('update:value', next)"
    @change="(next: string) => emit('change', next)"
  />
</template>
