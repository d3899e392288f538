<script setup lang="ts">
// The server asks who is there: one field, before anything else. What was entered in an open plan is kept meanwhile.
import { LogIn } from '@lucide/vue';
import { ref } from 'vue';
import PassphraseField from '../fields/PassphraseField.vue';
import { api } from '../session/client.ts';
import PlainDialog from '../shell/PlainDialog.vue';

const passphrase = ref('');
const trouble = ref('');
const busy = ref(false);

async function signIn(): Promise<void> {
  if (busy.value || passphrase.value === '') return;
  busy.value = true;
  trouble.value = (await api.signIn(passphrase.value)) ?? '';
  busy.value = false;
  passphrase.value = '';
}
</script>

<template>
  <PlainDialog :show="true" :closable="false" title="Sign in" :width="460">
    <p>These plans are kept by a server that asks for a passphrase. Whoever keeps the server has it.</p>
    <form @submit.prevent="signIn">
      <span class="label">Passphrase</span>
      <PassphraseField v-model:value="passphrase" label="Passphrase" class="field" data-test="passphrase" />
      <button type="submit" class="plain-button edged" data-test="sign-in" :disabled="busy || passphrase === ''">
        <LogIn :size="18" aria-hidden="true" />{{ busy ? 'Looking …' : 'Sign in' }}
      </button>
    </form>
    <p v-if="trouble" class="wrong" role="alert" data-test="sign-in-trouble">{{ trouble }}</p>
  </PlainDialog>
</template>

<style scoped>
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 12px;
}

.label {
  flex: 1 1 100%;
  font-weight: 700;
}

.field {
  flex: 1 1 220px;
}

.wrong {
  margin-top: 8px;
  color: var(--brick-ink);
}
</style>
