<script setup lang="ts">
// The frame: theme for the component library, the page, and what went wrong with it.
import { NConfigProvider, darkTheme } from 'naive-ui';
import NoticeBar from '../shell/NoticeBar.vue';
import { closeUnexpected, unexpected } from './unexpected.ts';
import { useNaiveTheme } from './useNaiveTheme.ts';
import { useSettings } from '../display/settings.ts';

const settings = useSettings();
const overrides = useNaiveTheme();
</script>

<template>
  <NConfigProvider
    :theme="settings.theme === 'dark' ? darkTheme : null"
    :theme-overrides="overrides"
    inline-theme-disabled
    abstract
  >
    <RouterView />
    <NoticeBar v-if="unexpected" :text="unexpected" @close="closeUnexpected" />
  </NConfigProvider>
</template>
