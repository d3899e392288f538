<script setup lang="ts">
// One yes or no of a form.
import TickField from './TickField.vue';

defineProps<{ label: string; checked: boolean; test?: string }>();
const emit = defineEmits<{ tick: [checked: boolean] }>();
</script>

<template>
  <TickField class="row" :checked="checked" :data-test="test" @update:checked="(on) => emit('tick', on)">{{
    label
  }}</TickField>
</template>

<style scoped>
.row {
  width: 100%;
  border-bottom: var(--line-hair) solid var(--rule);
}
</style>
