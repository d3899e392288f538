// Findings about what hangs loose: told at every step, for no figure of the place is whole while one stands.
import { row, say } from './row.ts';

export const looseFindings = {
  'place-loose': row({
    values: {},
    severity: 'error',
    step: 'walk',
    everywhere: true,
    words: { en: (t) => say`${t.here} is joined to nothing. Lead a line to it, or take it out.` },
  }),
  'place-unfed': row({
    values: {},
    severity: 'error',
    step: 'walk',
    everywhere: true,
    words: {
      en: (t) => say`No water can come to ${t.here}: its lines hang together with no tank and no source.`,
    },
  }),
  'source-feeds-nothing': row({
    values: {},
    severity: 'error',
    step: 'water',
    everywhere: true,
    words: {
      en: (t) =>
        say`${t.here} feeds nothing: lead its water to a tank or to an outlet. Until then none of it is counted.`,
    },
  }),
  'tank-unfilled': row({
    values: {},
    severity: 'warning',
    step: 'store',
    everywhere: true,
    words: {
      en: (t) => say`Nothing fills ${t.here} yet: say which source does, or that it is filled by hand.`,
    },
  }),
  'line-ends-bare': row({
    values: { line: 'name' },
    severity: 'warning',
    step: 'walk',
    everywhere: true,
    words: {
      en: (t) => say`${t.text('line')} ends bare at ${t.here}: lead it on to where the water is wanted, or cap it.`,
    },
  }),
} as const;
