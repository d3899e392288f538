// How the hours of a step come about.
import type { Term, Working } from '@vernal-slope/core/working';
import type { BuildStep, HoursPart } from './steps.ts';

const SOURCE = 'rule of thumb (common practice, no source)';
const DIMENSION = { metres: 'length', volume: 'volume', pieces: 'ratio' } as const;
const ONE = { metres: 'for a metre of it', volume: 'for a cubic metre of it', pieces: 'for one of them' } as const;

/** T = Σ t n: a part that is counted, by its metres, volume or pieces; the others as they are. */
export function hoursWorking(step: BuildStep): Working {
  const terms: Term[] = [];
  const rules = step.hours.map((part: HoursPart, k) => {
    const t = `t${k}`;
    terms.push({
      key: t,
      tex: `t_{${k + 1}}`,
      name: part.counts ? `${part.of}: ${ONE[part.counts]}` : part.of,
      value: part.each,
      dimension: 'time',
      source: SOURCE,
    });
    if (part.n === undefined || !part.counts) return `{{${t}}}`;
    const n = `n${k}`;
    terms.push({ key: n, tex: `n_{${k + 1}}`, name: part.of, value: part.n, dimension: DIMENSION[part.counts] });
    if (part.counts === 'pieces') return `{{${t}}} \\, {{${n}}}`;
    // how much of it a rule is for, so that it holds in feet as well
    const one = `u${k}`;
    terms.push({
      key: one,
      tex: part.counts === 'metres' ? '1\\,\\mathrm{m}' : '1\\,\\mathrm{m^3}',
      name: 'what the rule is for',
      value: 1,
      dimension: DIMENSION[part.counts],
    });
    return `{{${t}}} \\, {{${n}}} / {{${one}}}`;
  });
  return {
    code: 'step-hours',
    of: step.title,
    rule: rules.join(' + '),
    terms,
    result: { tex: 'T', value: step.time, dimension: 'time' },
    source: SOURCE,
    assumptions: ['One pair of hands that knows the work; ground that can be dug.'],
  };
}
