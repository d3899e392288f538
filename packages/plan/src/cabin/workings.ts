// The workings of what the bench of a cabin shows.
import { GRAVITY } from '@vernal-slope/core/units';
import type { Working } from '@vernal-slope/core/working';
import { UNITS_SOURCE } from '../catalogue/index.ts';
import type { Compiled } from '../compile/index.ts';
import { flowWorking, optionsOf, pressureWorking, solvePlan } from '../solve/index.ts';
import type { AtOnce, CabinRuns } from './cabin.ts';
import type { PumpInstead } from './outdoors.ts';

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

/** Charge a day of a small pump. @param density kg/m³ */
export const pumpWorking = (of: string, p: PumpInstead, density: number): Working => ({
  code: 'small-pump',
  of,
  rule: 'C = \\frac{ {{rho}} \\, {{g}} \\, {{head}} \\, {{volume}} }{ 3600 \\, {{eta}} \\, {{volts}} }',
  terms: [
    { key: 'rho', tex: '\\rho', name: 'density of water', value: density, dimension: 'density' },
    { key: 'g', tex: 'g', name: 'gravity', value: GRAVITY, dimension: 'ratio' },
    { key: 'head', tex: 'h', name: 'head that is lacking', value: p.head, dimension: 'length' },
    { key: 'volume', tex: 'V', name: 'water a day', value: p.perDay, dimension: 'volume' },
    {
      key: 'eta',
      tex: '\\eta',
      name: 'efficiency of pump and motor',
      value: p.efficiency,
      dimension: 'ratio',
      source: 'common practice, no source',
    },
    { key: 'volts', tex: 'U', name: 'volts', value: p.volts, dimension: 'ratio' },
  ],
  result: { tex: 'C', value: p.charge, dimension: 'ratio' },
  source: 'work of lifting, by its efficiency; the result in ampere-hours',
});

/** Workings of a tap that is open alone. */
export function aloneWorkings(c: Compiled, id: string): { flow?: Working; pressure?: Working } {
  const options = optionsOf(c, [id], 'start');
  const result = solvePlan(c, options);
  const named = (w: Working | undefined): Working | undefined => w && { ...w, of: `${w.of}, alone` };
  return {
    flow: named(flowWorking(c, result, id, options)),
    pressure: named(pressureWorking(c, result, id, options)),
  };
}
