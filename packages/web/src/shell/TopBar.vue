<script setup lang="ts">
// Mark, what is open, saved state, units, theme. The page puts its own buttons in the slots.
import { Moon, Ruler, Sun, SunDim } from '@lucide/vue';
import { NDropdown } from 'naive-ui';
import { computed } from 'vue';
import { useSettings, type ThemeChoice } from '../display/settings.ts';

const settings = useSettings();
const THEMES: readonly { key: ThemeChoice; label: string }[] = [
  { key: 'auto', label: 'As the system' },
  { key: 'light', label: 'Light' },
  { key: 'dark', label: 'Dark' },
  { key: 'outdoor', label: 'Outdoors (bright sun)' },
];
const themeIcon = computed(() => ({ light: SunDim, dark: Moon, outdoor: Sun })[settings.theme]);
const themeWord = computed(() => ({ light: 'Light', dark: 'Dark', outdoor: 'Outdoors' })[settings.theme]);
const options = computed(() =>
  THEMES.map((t) => ({ ...t, label: t.key === settings.choice ? `${t.label}, in use` : t.label })),
);
</script>

<template>
  <header class="bar no-print">
    <RouterLink to="/" class="mark" aria-label="Vernal Slope, your plans">
      <img src="/mark.svg" alt="" width="30" height="30" />
      <span class="word">Vernal Slope</span>
    </RouterLink>
    <div class="middle"><slot name="title" /></div>
    <div class="tools">
      <slot name="tools" />
      <button
        type="button"
        class="plain-button"
        data-test="units"
        :title="
          settings.units === 'metric'
            ? 'Metres and litres; switch to feet and US gallons'
            : 'Feet and US gallons; switch to metres and litres'
        "
        @click="settings.units = settings.units === 'metric' ? 'us' : 'metric'"
      >
        <Ruler :size="18" aria-hidden="true" />
        <span>{{ settings.units === 'metric' ? 'Metric' : 'US' }}</span>
      </button>
      <NDropdown trigger="click" :options="options" @select="(key: ThemeChoice) => (settings.choice = key)">
        <button type="button" class="plain-button" data-test="theme" :aria-label="`Light or dark: now ${themeWord}`">
          <component :is="themeIcon" :size="18" aria-hidden="true" />
          <span class="wide">{{ themeWord }}</span>
        </button>
      </NDropdown>
      <slot name="end" />
    </div>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 48px;
  padding: 0 16px;
  background: var(--sheet);
}

.mark {
  display: flex;
  align-items: center;
  gap: 8px;
  color: inherit;
  text-decoration: none;
  font-family: var(--font-title);
  font-weight: 700;
  font-size: var(--title-m);
  white-space: nowrap;
}

.middle {
  display: flex;
  align-items: center;
  min-width: 0;
  flex: 1;
}

.tools {
  display: flex;
  align-items: center;
  gap: 4px;
}

@media (max-width: 900px) {
  .word,
  .wide {
    display: none;
  }
}

@media (max-width: 640px) {
  .bar {
    flex-wrap: wrap;
    gap: 0 8px;
    padding: 4px 8px;
  }

  .middle {
    flex: 1 1 60%;
  }

  .tools :deep(.plain-button) {
    padding: 0 6px;
  }

  .tools {
    flex: 1 1 100%;
    justify-content: space-between;
  }

  /* with nothing between them, both stand in one row and the name has room */
  .middle:empty {
    flex: 1;
  }

  .middle:empty + .tools {
    flex: none;
  }

  .bar:has(.middle:empty) .word {
    display: inline;
  }
}
</style>
