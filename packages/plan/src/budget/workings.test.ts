import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Working } from '@vernal-slope/core/working';
import { ruleInFigures, ruleInSymbols, ruleValue } from '@vernal-slope/core/working';
import { LEAST_VENT, ventBore } from '@vernal-slope/core/storage';
import { loadPlan } from '../document/index.ts';
import type { Plan, SourceNode, StoreNode } from '../schema/index.ts';
import {
  bridgeWorking,
  metWorking,
  overflowWorking,
  planBalance,
  spareWorking,
  storeSizes,
  tankStore,
  testWorking,
  usableWorking,
  ventWorking,
} from './index.ts';
import { testResults } from '../year/index.ts';

function demo(name: string): Plan {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error('demo plan has faults');
  return loaded.plan;
}
const ousel = demo('ousel-bank');
const balance = planBalance(ousel);
const adit = ousel.nodes.find((n) => n.id === 'adit') as SourceNode;
const hill = ousel.nodes.find((n) => n.id === 'hill') as StoreNode;
const term = (w: Working, key: string): number => w.terms.find((t) => t.key === key)?.value ?? NaN;

/** Rules that can be worked out from their terms alone, done again here by hand. */
const AGAIN: readonly [string, Working, (w: Working) => number][] = [
  ['a bucket test', testWorking('Adit', testResults(adit)[0]), (w) => term(w, 'sum') / term(w, 'n')],
  [
    'a V-notch',
    testWorking(
      'Brook',
      testResults({ ...adit, tests: [{ method: 'v-notch', date: '2026-08-01', headM: 0.12, angleDeg: 60 }] })[0],
    ),
    (w) =>
      (8 / 15) * term(w, 'ce') * Math.sqrt(2 * term(w, 'g')) * term(w, 'tan') * (term(w, 'h') + term(w, 'k')) ** 2.5,
  ],
  [
    'a float',
    testWorking(
      'Brook',
      testResults({
        ...adit,
        tests: [
          {
            method: 'float',
            date: '2026-08-01',
            widthM: 0.6,
            depthsM: [0.1, 0.15, 0.1],
            distanceM: 4,
            seconds: [9, 11],
            correction: 0.8,
          },
        ],
      })[0],
    ),
    (w) => term(w, 'a') * term(w, 'v') * term(w, 'c'),
  ],
  ...balance.needs.rows.map((row): [string, Working, (w: Working) => number] => [
    row.name,
    row.working,
    row.working.terms.some((t) => t.key === 'et')
      ? (w) => ((term(w, 'et') * term(w, 'kc') - term(w, 'rain')) * term(w, 'area')) / term(w, 'eta')
      : (w) => term(w, 'n') * term(w, 'v'),
  ]),
  ['spare water', spareWorking(balance, 6), (w) => term(w, 'given') - term(w, 'sum') / (1 - term(w, 'loss'))],
  ['usable water', usableWorking('Hill tank', tankStore(ousel, hill)), (w) => term(w, 'top') - term(w, 'low')],
  ['share of hours met', metWorking('Hill tank', storeSizes(ousel, hill)), (w) => term(w, 'met') / term(w, 'all')],
];

describe('every working', () => {
  it.each(AGAIN)('of %s gives its figure from its own terms', (_, w, again) => {
    expect(again(w)).toBeCloseTo(w.result.value, 9);
  });
  it('can be set in symbols and in figures, and names its source', () => {
    const store = tankStore(ousel, hill);
    const all = [
      ...AGAIN.map(([, w]) => w),
      bridgeWorking(balance, 6),
      ventWorking('Hill tank', store, 1e-4),
      overflowWorking('Hill tank', store, 0.05) as Working,
    ];
    for (const w of all) {
      expect(ruleInSymbols(w)).not.toContain('{{');
      expect(ruleInFigures(w, (t) => String(t.value))).not.toContain('{{');
      expect(w.source.length).toBeGreaterThan(5);
    }
  });
  it('of a vent: its bore passes the flow as air under 50 Pa (by hand)', () => {
    // wide enough that the least bore of 20 mm does not count
    const flow = 0.05;
    const store = { ...tankStore(ousel, hill), vent: ventBore(flow) };
    const w = ventWorking('x', store, flow);
    expect(w.result.value).toBeGreaterThan(LEAST_VENT);
    expect(0.6 * (Math.PI / 4) * w.result.value ** 2 * Math.sqrt((2 * 50) / 1.2)).toBeCloseTo(flow, 9);
    expect(ruleValue(w)).toBeCloseTo(w.result.value, 9);
  });
});
