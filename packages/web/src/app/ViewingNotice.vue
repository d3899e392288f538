<script setup lang="ts">
// An older version is looked at: when it was saved, how to take it back, how to return.
import { format } from 'date-fns';

defineProps<{ version: { readonly name: string | null; readonly savedAt: string } }>();
const emit = defineEmits<{ take: []; back: [] }>();
</script>

<template>
  <p class="notice no-print" role="status" data-test="viewing">
    This is {{ version.name ? `“${version.name}”, ` : '' }}the plan as it was saved on
    {{ format(new Date(version.savedAt), 'd MMMM yyyy, HH:mm') }}. Nothing can be changed here.
    <button type="button" class="plain-button main" data-test="take-back" @click="emit('take')">Take it back</button>
    <button type="button" class="plain-button edged" data-test="back-to-now" @click="emit('back')">Back to now</button>
  </p>
</template>

<style scoped>
.notice {
  margin: 0;
  padding: 6px 16px;
  background: var(--amber-wash);
}
</style>
