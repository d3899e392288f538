// The workings of what the bench of a cabin shows.
import type { Working } from '@vernal-slope/core/working';
import { UNITS_SOURCE } from '../catalogue/index.ts';
import type { AtOnce, CabinRuns } from './cabin.ts';

/** Flow of all fixture units. */
export const unitsWorking = (of: string, runs: CabinRuns, found: AtOnce): Working => ({
  code: 'fixture-units',
  of,
  rule: 'Q = f({{units}})',
  terms: [
    {
      key: 'units',
      tex: '\\Sigma u',
      name: 'fixture units of all',
      value: found.units,
      dimension: 'ratio',
      source: UNITS_SOURCE,
    },
  ],
  result: { tex: 'Q', value: found.byUnits, dimension: 'flow' },
  source: `${UNITS_SOURCE} (from memory)`,
  assumptions: [
    ...runs.fixtures.map(
      (f) =>
        `${f.tap.name ?? f.tap.id}: ${f.fixture ? `${f.fixture.row.units} as ${f.fixture.row.name.toLowerCase()}` : 'not counted'}.`,
    ),
    'Made for houses on mains: a gravity line that gives less has its taps run slower, not fewer of them.',
  ],
});
