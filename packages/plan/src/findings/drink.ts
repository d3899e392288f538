// Findings of rails of drinkers: what drips, what starves, what hangs out of reach.
import { row, say } from './row.ts';

export const drinkFindings = {
  'rail-good': row({
    values: { count: 'count', least: 'pressure', most: 'pressure' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: all ${t.count('count')} drinkers have what they like, ${t.fig('least', 'told')} when several drink to ${t.fig('most', 'told')} at rest.`,
    },
  }),
  'drinkers-drip': row({
    values: { count: 'count', worst: 'pressure', most: 'pressure' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} drinkers drip, with up to ${t.fig('worst', 'told')} and no more than ${t.given('most')} to hold back. Too much water stands over them.`,
    },
  }),
  'drinkers-starve': row({
    values: { count: 'count', worst: 'pressure', least: 'pressure', together: 'count' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: with ${t.count('together')} drinking, ${t.count('count')} have less than the ${t.given('least')} that they want, the worst ${t.fig('worst', 'told')}.`,
    },
  }),
  'drinkers-dry': row({
    values: { count: 'count', over: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} drinkers hang over the bucket’s low water, the highest by ${t.fig('over')}: nothing comes to them.`,
    },
  }),
  'drinkers-slow': row({
    values: { flow: 'flow', wants: 'flow' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: the slowest of those that drink gives ${t.fig('flow')}; its animals should have ${t.given('wants')} at least.`,
    },
  }),
  'drinkers-few': row({
    values: { heads: 'count', drinkers: 'count', each: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('heads')} heads share ${t.count('drinkers')} drinkers; one for ${t.count('each')} is asked.`,
    },
  }),
  'drinkers-reach': row({
    values: { count: 'count', low: 'drop', high: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} drinkers hang where its animals do not reach them well: they reach from ${t.given('low')} to ${t.given('high')} over the floor.`,
    },
  }),
  'drinkers-close': row({
    values: { apart: 'drop', least: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: two drinkers are ${t.fig('apart')} apart; of this kind they want ${t.given('least')} (common practice, no source).`,
    },
  }),
  'rail-empty': row({
    values: {},
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`${t.here} has no drinkers yet.` },
  }),
  'rail-no-bucket': row({
    values: {},
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`${t.here} hangs on no bucket or tank: what stands over its drinkers is not known.` },
  }),
  'rail-kind-unknown': row({
    values: { kind: 'name' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here}: “${t.text('kind')}” is no drinker of the table, so what it likes is not known.`,
    },
  }),
  'rail-grit': row({
    values: { up: 'drop', least: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: the bucket’s take-off is ${t.fig('up')} above its floor; ${t.fig('least')} keep the grit out (common practice, no source).`,
    },
  }),
  'rail-rises': row({
    values: { rise: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} rises by ${t.fig('rise')} on its way: air gathers there and stops the drinkers behind it. Let it lie level or fall.`,
    },
  }),
  'rail-over-water': row({
    values: { over: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: its pipe rises ${t.fig('over')} over the bucket’s low water, and runs only while it is not emptied.`,
    },
  }),
  'rail-no-flush': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`${t.here} has no end that opens: a valve or a cap there flushes slime and grit out.` },
  }),
  'bucket-locked': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: the bucket’s lid is tight: without a pinhole the water stands still behind its own vacuum.`,
    },
  }),
  'bucket-small': row({
    values: { perDay: 'volume', holds: 'volume', fills: 'ratio' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: its animals drink ${t.fig('perDay', 'told')} a day and the bucket, filled by hand, holds ${t.fig('holds')}: ${t.plain(t.display.number(t.v.fills, 1))} fillings a day.`,
    },
  }),
} as const;
