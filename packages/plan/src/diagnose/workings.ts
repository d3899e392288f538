// How a cause's weight comes about.
import type { Working } from '@vernal-slope/core/working';
import type { Diagnosis, FoundCause } from './diagnose.ts';

/** The share of a cause among those that are told: its weight over all weights. */
export function shareWorking(d: Diagnosis, c: FoundCause, name: string): Working {
  const [first] = d.causes;
  const weight = (x: FoundCause): number => x.share / first.share;
  const n = d.readings.filter((r) => r.predicted !== undefined).length;
  return {
    code: 'cause-share',
    of: name,
    rule: '{{w}} / {{S}}',
    also: ['w = e^{-(B - B_0)/2}', 'B = \\sum \\left((x - \\hat x)/\\sigma\\right)^2 + k \\ln n - 2 \\ln p'],
    terms: [
      {
        key: 'w',
        tex: 'w',
        name: 'its weight, of which the first has 1',
        value: weight(c),
        dimension: 'ratio',
        source: `misfit ${Number(c.misfit.toPrecision(3))} over ${n} ${n === 1 ? 'reading' : 'readings'}`,
      },
      {
        key: 'S',
        tex: '\\sum w',
        name: 'weights of all that are told',
        value: d.causes.reduce((sum, x) => sum + weight(x), 0),
        dimension: 'ratio',
      },
    ],
    result: { tex: 'P', value: c.share, dimension: 'ratio' },
    source: 'Bayesian information criterion (Schwarz 1978); k is 1 where a size was fitted, p how common it is',
    assumptions: ['One cause alone; how common each is beforehand is common practice, no source.'],
  };
}
