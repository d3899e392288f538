<script setup lang="ts">
// A photograph to go with an entry: made small, shown before it is kept, taken away again.
import { onScopeDispose, ref, watch } from 'vue';
import FileField from '../../fields/FileField.vue';
import { shrink } from './photo.ts';

const photo = defineModel<Blob | undefined>({ required: true });
const fault = ref('');
const busy = ref(false);
const address = ref('');
const letGo = (): void => {
  if (address.value) URL.revokeObjectURL(address.value);
  address.value = '';
};
watch(photo, (now) => {
  letGo();
  if (now) address.value = URL.createObjectURL(now);
});
onScopeDispose(letGo);
async function take(file: File): Promise<void> {
  fault.value = '';
  busy.value = true;
  const made = await shrink(file);
  busy.value = false;
  if (made.ok) photo.value = made.blob;
  else fault.value = made.fault;
}
</script>

<template>
  <span class="photo">
    <label>photograph <FileField label="A photograph" accept="image/*" data-test="photo-in" @file="take" /></label>
    <span v-if="busy" class="small muted" role="status">Making it small …</span>
    <template v-if="address">
      <img :src="address" alt="The photograph to be kept" data-test="photo-shown" />
      <button type="button" class="plain-button edged" @click="photo = undefined">Without it</button>
    </template>
    <span v-if="fault" class="wrong" role="alert" data-test="photo-fault">{{ fault }}</span>
  </span>
</template>

<style scoped>
.photo,
label {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  max-width: 100%;
}

img {
  max-width: 120px;
  max-height: 90px;
}

.wrong {
  color: var(--brick-ink);
  overflow-wrap: anywhere;
}
</style>
