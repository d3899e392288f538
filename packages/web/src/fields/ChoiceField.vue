<script setup lang="ts" generic="V extends string | number">
// One of several. Drawn by the component library; under a finger it is the phone's own list.
import { NSelect } from 'naive-ui';
import { computed, onMounted, useTemplateRef, watchEffect, ref } from 'vue';
import { byFinger } from './touch.ts';

const props = defineProps<{
  /** Null asks for a choice with the placeholder. */
  value: V | null;
  options: readonly { value: V; label: string }[];
  label: string;
  placeholder?: string;
  /** As wide as its longest choice, not as its place. */
  fit?: boolean;
}>();
const emit = defineEmits<{ 'update:value': [value: V] }>();

const width = computed(() =>
  props.fit
    ? `calc(${0.92 * Math.max(...props.options.map((o) => o.label.length), props.placeholder?.length ?? 0)}ch + 40px)`
    : undefined,
);
/**
 * The library's list without search is a bare frame to a screen reader: what it is, what it is called and whether it lies
 * open are put on it here.
 */
const list = useTemplateRef<{ $el: HTMLElement }>('list');
const open = ref(false);
onMounted(() => {
  const frame = list.value?.$el.querySelector('.n-base-selection-label');
  if (!frame) return;
  frame.setAttribute('role', 'combobox');
  frame.setAttribute('aria-haspopup', 'listbox');
  watchEffect(() => {
    frame.setAttribute('aria-label', props.label);
    frame.setAttribute('aria-expanded', String(open.value));
  });
});
function pick(event: Event): void {
  const option = props.options[Number((event.target as HTMLSelectElement).value)];
  if (option) emit('update:value', option.value);
}
</script>

<template>
  <select
    v-if="byFinger"
    class="one-of native"
    :class="{ fit }"
    :style="{ width }"
    :value="options.findIndex((o) => o.value === value)"
    :aria-label="label"
    @change="pick"
  >
    <option v-if="placeholder" :value="-1" disabled>{{ placeholder }}</option>
    <option v-for="(o, k) in options" :key="o.value" :value="k">{{ o.label }}</option>
  </select>
  <NSelect
    v-else
    ref="list"
    v-model:show="open"
    class="one-of"
    :class="{ fit }"
    :style="{ width }"
    :value="value"
    :options="[...options]"
    :placeholder="placeholder ?? ''"
    :consistent-menu-width="false"
    @update:value="(next: V) => emit('update:value', next)"
  />
</template>

<style scoped>
.one-of {
  max-width: 100%;
}

.fit {
  display: inline-block;
  vertical-align: middle;
}

.native {
  width: 100%;
  min-height: var(--hit);
  padding: 0 8px;
  border: var(--line-hair) solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--sheet);
}
</style>
