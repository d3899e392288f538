<script setup lang="ts">
// A photograph of the log: from the server, or from this browser while it waits to be sent.
import { onScopeDispose, ref, watch } from 'vue';
import { api } from '../../session/client.ts';
import { waitingPhoto } from '../../session/photos.ts';

const props = defineProps<{ planId: string; photo: string; of: string }>();
const address = ref('');
const missing = ref(false);
let made = '';
const letGo = (): void => {
  if (made) URL.revokeObjectURL(made);
  made = '';
};
async function find(): Promise<void> {
  letGo();
  missing.value = false;
  const blob = await waitingPhoto(props.planId, props.photo);
  if (blob) made = URL.createObjectURL(blob);
  address.value = made || api.photoAddress(props.planId, props.photo);
}
watch(() => props.photo, find, { immediate: true });
onScopeDispose(letGo);
</script>

<template>
  <small v-if="missing" class="muted">its photograph is not kept here</small>
  <a v-else-if="address" :href="address" target="_blank" rel="noopener"
    ><img :src="address" :alt="`Photograph: ${of}`" loading="lazy" data-test="photo" @error="missing = true"
  /></a>
</template>

<style scoped>
img {
  display: block;
  max-width: 120px;
  max-height: 90px;
}
</style>
