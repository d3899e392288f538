// Findings about heights: walks that close or miss, gauges against walks.
import { row, say } from './row.ts';

const CLOSES = {
  better: 'better than its method should give',
  'as-good': 'as well as its method should give',
  worse: 'worse than its method should give',
  blunder: 'so far off that a reading must be wrong',
} as const;
const CLOSURE_SEVERITY = { better: 'ok', 'as-good': 'ok', worse: 'warning', blunder: 'error' } as const;

export const walkFindings = {
  'walk-misses-node': row({
    values: { by: 'height', node: 'name' },
    severity: 'warning',
    step: 'walk',
    words: {
      en: (t) =>
        say`The walk of ${t.here} ends ${t.fig('by', 'told')} off the height given for ${t.text('node')}. One of the two is wrong.`,
    },
  }),
  'walk-closes': row({
    values: { by: 'rise', expected: 'rise', word: ['better', 'as-good', 'worse', 'blunder'] },
    severity: (v) => CLOSURE_SEVERITY[v.word],
    step: 'walk',
    words: {
      en: (t) =>
        say`The misclosure of ${t.here} on the known height of its end is ${t.fig('by', 'told')}, ± ${t.fig('expected', 'told')}: ${CLOSES[t.v.word]}.`,
    },
  }),
  'gauge-contradicts': row({
    values: {
      pressure: 'pressure',
      byGauge: 'height',
      byWalk: 'height',
      walkPressure: 'pressure',
      difference: 'height',
      likelier: ['walk', 'reading', 'both'],
    },
    severity: 'warning',
    step: 'walk',
    also: ['outlets'],
    words: {
      en: (t) =>
        say`The closed-hose gauge says ${t.fig('pressure')}, a fall of ${t.fig('byGauge')}; the walk says ${t.fig('byWalk')}, which is ${t.fig('walkPressure')}. ${t.v.likelier === 'walk' ? 'The walk is the likelier fault.' : t.v.likelier === 'reading' ? 'The gauge is the likelier fault.' : 'Both cannot be right: check the gauge on a bucket of known height, and the longest leg.'}`,
    },
  }),
} as const;
