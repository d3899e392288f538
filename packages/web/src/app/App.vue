<script setup lang="ts">
// The frame: theme for the component library, and the page.
import { NConfigProvider, darkTheme } from 'naive-ui';
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
  </NConfigProvider>
</template>
