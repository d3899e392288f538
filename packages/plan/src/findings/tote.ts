// Findings of tanks that are carried about.
import { row, say } from './row.ts';

export const toteFindings = {
  'tote-lasts': row({
    values: { lasts: 'duration', every: 'count' },
    severity: 'ok',
    step: 'outlets',
    words: { en: (t) => say`${t.here} lasts ${t.fig('lasts', 'told')}; it is filled every ${t.count('every')} days.` },
  }),
  'tote-runs-out': row({
    values: { lasts: 'duration', every: 'count' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} lasts ${t.fig('lasts', 'told')} and is filled every ${t.count('every')} days only: it stands empty between.`,
    },
  }),
  'tote-not-settled': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`What the lines of ${t.here} take is not settled: how long it lasts is not told.` },
  }),
  'tote-unused': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`Nothing is taken from ${t.here}: enter what cans take, or hang a line on it.` },
  }),
  'tote-low': row({
    values: { tap: 'height', needs: 'height', courses: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The tap of ${t.here} is ${t.fig('tap', 'told')} up; a can goes under one at ${t.given('needs')}: ${t.count('courses')} pallets or courses of block under it.`,
    },
  }),
  'tote-low-drip': row({
    values: { water: 'height', needs: 'height', courses: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The low water of ${t.here} stands ${t.fig('water')} up; its line asks for ${t.given('needs')}: ${t.count('courses')} pallets or courses of block under it.`,
    },
  }),
  'tote-tips': row({
    values: { wind: 'gust', mass: 'mass' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`Empty, ${t.here} weighs ${t.fig('mass')} and goes over in a wind of ${t.fig('wind')}: tie it down, and tie what it stands on together.`,
    },
  }),
  'tote-heavy': row({
    values: { mass: 'mass', slope: 'ratio' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`Full, ${t.here} weighs ${t.fig('mass', 'told')}: on firm, level ground only, and never lifted full. By itself it would go over at a slope of ${t.plain(`${t.display.number(100 * t.v.slope, 0)}\u00A0%`, t.told('slope'))}, long after its pallets have given way.`,
    },
  }),
  'tote-light': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`Light comes into ${t.here}: cover or paint it, or algae grow and clog what it feeds.` },
  }),
  'tote-winter': row({
    values: { first: 'month', months: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} stands out in ${t.count('months')} months with frost, from ${t.month('first')}: drain it and leave its tap open, or take those months out.`,
    },
  }),
} as const;
