<script setup lang="ts">
// Yes or no, with what it says beside it.
import { NCheckbox } from 'naive-ui';

defineProps<{ checked: boolean }>();
const emit = defineEmits<{ 'update:checked': [checked: boolean] }>();
</script>

<template>
  <NCheckbox class="tick" :checked="checked" @update:checked="(on: boolean) => emit('update:checked', on)"
    ><slot
  /></NCheckbox>
</template>

<style scoped>
.tick {
  min-height: var(--hit);
  align-items: center;
}
</style>
