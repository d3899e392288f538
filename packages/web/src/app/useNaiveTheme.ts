// Naive UI's colours and type, taken from the design tokens of the theme in use.
import type { GlobalThemeOverrides } from 'naive-ui';
import { computed, nextTick, ref, watch, type ComputedRef } from 'vue';
import { useSettings } from '../display/settings.ts';

export function useNaiveTheme(): ComputedRef<GlobalThemeOverrides> {
  const settings = useSettings();
  const turn = ref(0);
  watch(
    () => settings.theme,
    () => void nextTick(() => turn.value++),
  );
  return computed(() => {
    void turn.value;
    void settings.theme;
    const style = getComputedStyle(document.documentElement);
    const token = (name: string): string => style.getPropertyValue(name).trim();
    const outdoor = settings.theme === 'outdoor';
    const colours = {
      primaryColor: token('--water-deep'),
      primaryColorHover: token('--water'),
      primaryColorPressed: token('--water-deep'),
      primaryColorSuppl: token('--water'),
      textColorBase: token('--ink'),
      textColor1: token('--ink'),
      textColor2: token('--ink'),
      textColor3: token('--muted'),
      placeholderColor: token('--muted'),
      borderColor: token('--rule-strong'),
      dividerColor: token('--rule'),
      bodyColor: token('--paper'),
      cardColor: token('--sheet'),
      modalColor: token('--sheet'),
      popoverColor: token('--sheet'),
      inputColor: token('--sheet'),
      hoverColor: token('--water-wash'),
      iconColor: token('--muted'),
      closeIconColor: token('--ink'),
      closeIconColorHover: token('--ink'),
      errorColor: token('--brick'),
      warningColor: token('--amber'),
    };
    return {
      common: {
        ...colours,
        borderRadius: token('--radius'),
        borderRadiusSmall: token('--radius'),
        fontFamily: token('--font-text'),
        fontFamilyMono: token('--font-figure'),
        fontSize: token('--text-m'),
        fontSizeSmall: token('--text-m'),
        fontSizeMedium: token('--text-m'),
        fontSizeLarge: token('--text-m'),
        heightSmall: '30px',
        heightMedium: outdoor ? '48px' : '34px',
        boxShadow2: `0 0 0 1px ${token('--rule-strong')}`,
      },
      Card: { titleFontSizeMedium: token('--title-m'), titleFontWeight: '700', borderColor: token('--rule') },
      InternalSelection: {
        border: `1px solid ${token('--rule-strong')}`,
        color: token('--sheet'),
        textColor: token('--ink'),
      },
      Dialog: { borderRadius: token('--radius') },
    };
  });
}
