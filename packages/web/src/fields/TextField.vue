<script setup lang="ts">
// Words: a name, a note, several rows. `change` comes on leaving the field or on Enter, `update:value` with each key.
import { NInput } from 'naive-ui';
import { ref, watch } from 'vue';
import { testMark } from './mark.ts';

// a mark for tests belongs on the field itself
defineOptions({ inheritAttrs: false });

const props = defineProps<{
  value: string;
  label: string;
  placeholder?: string;
  longest?: number;
  /** Several rows of this height. */
  rows?: number;
}>();
const emit = defineEmits<{ 'update:value': [value: string]; change: [value: string] }>();
/** What stands in the field: the library puts back what it is not given, also while somebody types. */
const draft = ref(props.value);
watch(
  () => props.value,
  (value) => (draft.value = value),
);
function type(next: string): void {
  draft.value = next;
  emit('update:value', next);
}
</script>

<template>
  <NInput
    :class="$attrs.class"
    :type="rows ? 'textarea' : 'text'"
    :rows="rows"
    :resizable="rows !== undefined"
    :value="draft"
    :placeholder="placeholder ?? ''"
    :maxlength="longest"
    :input-props="{ 'aria-label': label, spellcheck: rows === undefined, ...testMark($attrs) }"
    @update:value="type"
    @change="(next: string) => emit('change', next)"
  />
</template>
