<script setup lang="ts">
// A time of day by the 24-hour clock, as the plan keeps it: "06:30"; "630" and "6.30" are read too. What is no time is said,
// and what stood there comes back with Escape.
import { NInput } from 'naive-ui';
import { ref, useId, watch } from 'vue';

const props = defineProps<{ value: string; label: string }>();
const emit = defineEmits<{ 'update:value': [value: string] }>();
const draft = ref(props.value);
const fault = ref('');
const faultId = useId();
watch(
  () => props.value,
  (now) => {
    draft.value = now;
    fault.value = '';
  },
);

function take(): void {
  const found = /^\s*(\d{1,2})[:.h]?(\d{2})?\s*$/.exec(draft.value);
  const [hours, minutes] = [Number(found?.[1]), Number(found?.[2] ?? 0)];
  if (!found || hours > 23 || minutes > 59) {
    fault.value = `“${draft.value}” is no time of day. Give one such as 06:30.`;
    return;
  }
  fault.value = '';
  draft.value = `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`;
  if (draft.value !== props.value) emit('update:value', draft.value);
}
</script>

<template>
  <span class="time-field">
    <NInput
      v-model:value="draft"
      :status="fault ? 'error' : undefined"
      placeholder="06:30"
      :input-props="{
        'aria-label': label,
        'aria-invalid': fault !== '',
        'aria-describedby': fault ? faultId : undefined,
        inputmode: 'numeric',
        maxlength: 7,
      }"
      @change="take"
      @keydown.escape="draft = value"
    />
    <span v-if="fault" :id="faultId" class="fault small" role="alert">{{ fault }}</span>
  </span>
</template>

<style scoped>
.time-field {
  display: inline-flex;
  flex-direction: column;
  min-width: 76px;
  max-width: 100%;
}

.time-field :deep(.n-input) {
  width: 76px;
}

.fault {
  width: max-content;
  max-width: 60vw;
  color: var(--brick-ink);
}
</style>
