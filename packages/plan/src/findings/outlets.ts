// Findings at places where water is wanted, and of troughs in time.
import { row, say } from './row.ts';

export const outletFindings = {
  'outlet-above-water': row({
    values: { above: 'height' },
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`No flow: the outlet stands ${t.fig('above', 'static')} above the water.` },
  }),
  'no-flow': row({
    values: {},
    severity: 'error',
    step: 'outlets',
    words: { en: () => say`No flow: the water does not get this far.` },
  }),
  'pressure-below-minimum': row({
    values: { pressure: 'pressure', minimum: 'pressure' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`Its pressure, ${t.fig('pressure', 'pressure')}, is under the least it works with, ${t.given('minimum')}.`,
    },
  }),
  'pressure-below-wanted': row({
    values: { pressure: 'pressure', wanted: 'pressure' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) => say`It runs at ${t.fig('pressure', 'pressure')} and wants ${t.given('wanted')} to run freely.`,
    },
  }),
  'pressure-enough': row({
    values: { pressure: 'pressure', wanted: 'pressure' },
    severity: 'ok',
    step: 'outlets',
    words: { en: (t) => say`It has ${t.fig('pressure', 'pressure')} and wants ${t.given('wanted')}.` },
  }),
  'flow-below-wanted': row({
    values: { flow: 'flow', wanted: 'flow' },
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`It gets ${t.fig('flow', 'flow')} and wants ${t.given('wanted')}.` },
  }),
  'flow-enough': row({
    values: { flow: 'flow', wanted: 'flow' },
    severity: 'ok',
    step: 'outlets',
    words: { en: (t) => say`It gets ${t.fig('flow', 'flow')}, as much as it wants.` },
  }),
  'refill-not-settled': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) => say`Its filling is not settled: for some level of ${t.here} no answer was found, so no time is told.`,
    },
  }),
  'trough-full-again': row({
    values: { drop: 'drop', after: 'duration' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) => say`After a visit it is down ${t.fig('drop')}; its refill time is ${t.fig('after', 'refill')}.`,
    },
  }),
  'trough-late': row({
    values: { drop: 'drop', after: 'duration', next: 'duration' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`After a visit it is down ${t.fig('drop')} and its refill time is ${t.fig('after', 'refill')}; the next visit comes in ${t.fig('next')}.`,
    },
  }),
  'trough-not-full-again': row({
    values: { drop: 'drop', horizon: 'duration' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) => say`After a visit it is down ${t.fig('drop')} and not full again within ${t.fig('horizon')}.`,
    },
  }),
  'trough-runs-dry': row({
    values: { dry: 'duration', short: 'volume' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) => say`A visit drinks it dry for ${t.fig('dry')}; ${t.fig('short')} are wanted and not there.`,
    },
  }),
  'water-untested': row({
    values: { source: 'name' },
    severity: 'warning',
    step: 'outlets',
    also: ['water'],
    words: {
      en: (t) =>
        say`People drink here, and the water of ${t.text('source')} is untested. Have it tested; until then boil it or bring other water.`,
    },
  }),
  'water-test-failed': row({
    values: { source: 'name' },
    severity: 'error',
    step: 'outlets',
    also: ['water'],
    words: { en: (t) => say`Not for drinking: the water of ${t.text('source')} failed its test.` },
  }),
  'water-test-due': row({
    values: { source: 'name' },
    severity: 'warning',
    step: 'outlets',
    also: ['water'],
    words: { en: (t) => say`The drinking water test of ${t.text('source')} is due again.` },
  }),
} as const;
