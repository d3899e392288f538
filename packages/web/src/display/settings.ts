// What a person chose for this browser: theme and units. Remembered.
import { useLocalStorage, usePreferredDark } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, watchEffect } from 'vue';
import type { UnitSystem } from '@vernal-slope/display/quantities';

export type ThemeChoice = 'auto' | 'light' | 'dark' | 'outdoor';
export type Theme = Exclude<ThemeChoice, 'auto'>;

export const useSettings = defineStore('settings', () => {
  const choice = useLocalStorage<ThemeChoice>('vernal-theme', 'auto');
  const units = useLocalStorage<UnitSystem>('vernal-units', 'metric');
  const dark = usePreferredDark();
  const theme = computed<Theme>(() => (choice.value === 'auto' ? (dark.value ? 'dark' : 'light') : choice.value));
  watchEffect(() => {
    document.documentElement.dataset.theme = theme.value;
  });
  return { choice, theme, units };
});
