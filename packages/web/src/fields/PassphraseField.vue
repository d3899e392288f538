<script setup lang="ts">
// A passphrase: hidden while it is typed, shown on being asked, known to the browser's own keeper of passwords.
import { NInput } from 'naive-ui';
import { testMark } from './mark.ts';

defineOptions({ inheritAttrs: false });
defineProps<{ value: string; label: string }>();
const emit = defineEmits<{ 'update:value': [value: string] }>();
</script>

<template>
  <NInput
    :class="$attrs.class"
    type="password"
    show-password-on="click"
    :value="value"
    placeholder=""
    :maxlength="1000"
    :input-props="{ 'aria-label': label, autocomplete: 'current-password', spellcheck: false, ...testMark($attrs) }"
    @update:value="(next: string) => emit('update:value', next)"
  />
</template>
