<script setup lang="ts">
// The frame: theme for the component library, the page, and what went wrong with it.
import { NConfigProvider, darkTheme } from 'naive-ui';
import { defineAsyncComponent, onMounted, ref, watch } from 'vue';
import { signInNeeded } from '../session/access.ts';
import { api } from '../session/client.ts';
import NoticeBar from '../shell/NoticeBar.vue';
import { closeUnexpected, unexpected } from './unexpected.ts';
import { useNaiveTheme } from './useNaiveTheme.ts';
import { useSettings } from '../display/settings.ts';

const settings = useSettings();
const overrides = useNaiveTheme();
const SignIn = defineAsyncComponent(() => import('./SignIn.vue'));
/** Counts up when somebody signed in: the page is made anew, with what it may read now. */
const visit = ref(0);
watch(signInNeeded, (now) => {
  if (!now) visit.value++;
});
onMounted(() => api.me());
</script>

<template>
  <NConfigProvider
    :theme="settings.theme === 'dark' ? darkTheme : null"
    :theme-overrides="overrides"
    inline-theme-disabled
    abstract
  >
    <RouterView :key="visit" />
    <SignIn v-if="signInNeeded" />
    <NoticeBar v-if="unexpected" :text="unexpected" @close="closeUnexpected" />
  </NConfigProvider>
</template>
