<script setup lang="ts">
// Who is signed in, where the server asks: what they may do, signing out here or everywhere.
import { LogOut } from '@lucide/vue';
import { NDropdown } from 'naive-ui';
import { computed, ref } from 'vue';
import { asks, role } from '../session/access.ts';
import { api } from '../session/client.ts';

const failed = ref(false);
const options = computed(() => [
  { key: 'here', label: 'Sign out on this device' },
  ...(role.value === 'writes' ? [{ key: 'everywhere', label: 'Sign everybody out, on every device' }] : []),
]);
async function signOut(which: string): Promise<void> {
  failed.value = !(await api.signOut(which === 'everywhere'));
}
</script>

<template>
  <span v-if="asks && role" class="access">
    <span v-if="role === 'reads'" class="muted" data-test="read-only">Signed in to read only</span>
    <span v-if="failed" role="alert" class="wrong">The server cannot be reached: still signed in.</span>
    <NDropdown trigger="click" :options="options" @select="signOut">
      <button type="button" class="plain-button" data-test="sign-out">
        <LogOut :size="18" aria-hidden="true" />Sign out
      </button>
    </NDropdown>
  </span>
</template>

<style scoped>
.access {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 8px;
}

.wrong {
  color: var(--brick-ink);
}
</style>
