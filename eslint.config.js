// Lint rules: TypeScript, Vue, and the layers.
import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { layerRules } from './eslint.layers.js';

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.stamps/**', 'data/**', '**/*.data.ts'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
  },
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      'no-undef': 'off',
      eqeqeq: 'error',
      'no-console': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-confusing-void-expression': 'off',
      'vue/require-default-prop': 'off',
      'vue/multi-word-component-names': 'error',
    },
  },
  {
    files: ['**/*.test.ts', 'e2e/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['scripts/**', 'bench/**', 'e2e/screenshots.ts'],
    rules: { 'no-console': 'off' },
  },
  {
    // one set of controls: they are in fields/, by one rule (CONTRIBUTING, “Controls”)
    files: ['packages/web/src/**/*.vue'],
    ignores: ['packages/web/src/fields/**'],
    rules: {
      'vue/no-restricted-html-elements': [
        'error',
        { element: ['select', 'input', 'textarea'], message: 'use a control of fields/' },
      ],
    },
  },
  ...layerRules,
  prettier,
);
