// Every figure that is worked out leads to a working, which gives that very figure.
import katex from 'katex';
import { describe, expect, it } from 'vitest';
import { ruleInFigures, ruleInSymbols, ruleValue } from '@vernal-slope/core/working';
import { loadPlan } from '@vernal-slope/plan/document';
import type { Plan } from '@vernal-slope/plan/schema';
import { bookOf } from '../book/index.ts';
import { CHAPTERS } from '../chapters/index.ts';
import { blocksOf, whole, type Block, type Run, type Runs } from '../model/index.ts';
import { DEMOS, demo } from '../read.testdata.ts';
import { knowPlan, writerOf, type Writer } from './index.ts';

const TODAY = '2026-09-18';
const written = (plan: Plan): Writer => {
  const w = writerOf(knowPlan(plan, 'metric', TODAY));
  for (const c of CHAPTERS) c.make(w, { form: 'whole', withoutPositions: false });
  return w;
};

/** A plan with what the demos have none of: sources of every kind, vessels of every shape, charges by hand. */
function kinds(): Plan {
  const source = (id: string, more: object) => ({ id, kind: 'source', groundM: 120, ...more });
  const tank = (id: string, shape: object, more: object = {}) => ({
    id,
    kind: 'tank',
    groundM: 100,
    shape,
    outletM: 0.1,
    overflowM: 0.9,
    startLevelM: 0.5,
    ...more,
  });
  const line = (from: string, to: string) => ({
    id: `${from}-${to}`,
    from,
    to,
    legs: [{ lengthM: 50, endGroundM: to === 'tap' ? 80 : 100, pipe: { insideDiameterMm: 26, roughnessMm: 0.01 } }],
  });
  const document = {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Every kind',
    needs: { people: [{ name: 'House', level: 'cabin-gravity', count: 3, months: [5, 6, 7] }], fireReserveL: 300 },
    climate: {
      monthly: { rainMm: new Array(12).fill(70), tMinC: new Array(12).fill(4), tMaxC: new Array(12).fill(14) },
    },
    nodes: [
      source('spring', { type: 'spring', yieldLpm: 0.4 }),
      source('varying', { type: 'spring', yieldByMonthLpm: [3, 3, 3, 2, 2, 1, 1, 1, 2, 2, 3, 3] }),
      source('tested', {
        type: 'spring',
        tests: [
          { date: '2026-03-02', method: 'bucket', fills: [1, 2, 3].map((k) => ({ volumeL: 10, seconds: 60 + k })) },
          { date: '2026-08-20', method: 'bucket', fills: [1, 2, 3].map((k) => ({ volumeL: 10, seconds: 90 + k })) },
        ],
      }),
      source('roof', { type: 'roof', roof: { areas: [{ planM2: 60, material: 'metal' }] } }),
      source('ram', { type: 'stream', ram: { driveFlowLpm: 60, fallM: 2, liftM: 20 } }),
      source('sun', { type: 'pump', pump: { ratedFlowLpm: 12, ratedLiftM: 20, liftM: 15 } }),
      source('sunny', {
        type: 'pump',
        pump: { ratedFlowLpm: 12, ratedLiftM: 20, liftM: 25, hoursByMonth: [2, 3, 4, 5, 6, 7, 7, 6, 5, 4, 3, 2] },
      }),
      source('hauled', {
        type: 'haul',
        haul: { litresPerDay: 100, litresPerTrip: 500, distanceKm: 4, speedKmh: 20, standingMin: 30 },
      }),
      tank('round', { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1 }, { count: 2 }),
      tank('box', { type: 'box', lengthM: 2, widthM: 1, heightM: 1 }),
      tank('lying', { type: 'horizontal-cylinder', diameterM: 1, lengthM: 2 }),
      tank('listed', { type: 'table', levelsM: [0, 0.5, 1], volumesL: [0, 400, 1000] }),
      { id: 'tap', kind: 'outlet', groundM: 80, ratedFlowLpm: 8, ratedPressureKPa: 50 },
    ],
    lines: [
      ...['spring', 'varying', 'tested', 'roof', 'ram', 'sun', 'sunny', 'hauled'].map((id) => line(id, 'round')),
      line('round', 'tap'),
    ],
  };
  const loaded = loadPlan(JSON.stringify(document));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded).slice(0, 2000));
  return loaded.plan;
}

const PLANS: readonly (readonly [string, () => Plan])[] = [
  ...DEMOS.map((name) => [name, () => demo(name)] as const),
  ['one of every kind', kinds],
];

describe.each(PLANS)('%s', (_, plan) => {
  const w = written(plan());
  it('has no figure of its own without a working, and none whose working gives another', () => {
    expect(w.loose()).toEqual([]);
  });
  it('has heights as good as the chance of their legs, and what adds to it', () => {
    for (const working of w.workings().filter((x) => x.code === 'height-error')) {
      const chance = Math.hypot(...working.terms.map((t) => t.value));
      // an index error adds by itself; no walk of these closes on a height that is better known
      expect(chance, working.of).toBeLessThanOrEqual(working.result.value + 1e-9);
      expect(chance, working.of).toBeGreaterThan(0.7 * working.result.value);
    }
  });
  it('has rules that are set without a fault, in symbols and with figures put in', () => {
    for (const working of w.workings())
      for (const tex of [ruleInSymbols(working), ruleInFigures(working, () => '1.5'), ...(working.also ?? [])])
        expect(() => katex.renderToString(tex, { throwOnError: true, strict: false }), tex).not.toThrow();
  });
  it('has rules that give their figures', () => {
    const judged = w.workings().flatMap((working) => {
      let value: number;
      try {
        value = ruleValue(working);
      } catch {
        // an integral, a sum over hours
        return [];
      }
      // two equations at once, solved for the depth
      if (working.code === 'overflow') return [];
      const { value: told } = working.result;
      // sums of large figures keep the error of the largest
      const size = Math.max(
        Math.abs(told),
        ...working.terms.filter((t) => t.dimension === working.result.dimension).map((t) => 1e-3 * Math.abs(t.value)),
      );
      return [{ working, off: Math.abs(value - told) / Math.max(size, 1e-12) }];
    });
    expect(judged.length).toBeGreaterThan(0.8 * w.workings().length);
    expect(judged.filter((j) => j.off > 1e-5).map((j) => `${j.working.code} of ${j.working.of}: ${j.off}`)).toEqual([]);
  });
});

/** Number and unit of a figure as it is written. */
interface Read {
  readonly number: number;
  readonly unit: string;
}
const read = (text: string): Read | undefined => {
  const found = /^(?:± |held )?([−+-]?[\d,]+(?:\.\d+)?)[ \u00A0]?(.*)$/.exec(text.trim());
  if (!found) return undefined;
  const number = Math.abs(Number(found[1].replace(/[,+−-]/g, '')));
  // a share is a plain number in its working
  return found[2] === '%' ? { number: number / 100, unit: '' } : { number, unit: found[2] };
};
const runsOf = (block: Block): Run[] => {
  const all: Runs[] = [];
  const take = (value: unknown): void => {
    if (Array.isArray(value)) {
      if (
        value.some(
          (v) => typeof v === 'object' && v !== null && 'text' in v && typeof v.text === 'string' && 'figure' in v,
        )
      )
        all.push(value as Runs);
      value.forEach(take);
    } else if (typeof value === 'object' && value !== null) Object.values(value).forEach(take);
  };
  take(block);
  return all.flatMap(whole);
};

describe.each(DEMOS)('%s', (name) => {
  it.each(['metric', 'us'] as const)('in %s units: a number leads to the figure that it stands at', (units) => {
    const blocks = bookOf(demo(name), { units, today: TODAY }).chapters.flatMap((c) =>
      c.sheets.flatMap((s) => [...blocksOf(s.blocks)]),
    );
    // what a working gives, and the figures that go into it: a sentence may quote one of those
    const figures = new Map<number, string[]>();
    const tabled = new Set<number>();
    for (const b of blocks) {
      if (b.kind === 'working')
        figures.set(b.working.number, [b.working.result, ...b.working.terms.map((t) => t.value)]);
      if (b.kind === 'table')
        for (const r of b.rows)
          if (r.worked !== undefined) {
            figures.set(r.worked, [whole(r.cells[r.cells.length - 1])[0].text]);
            tabled.add(r.worked);
          }
    }
    const agrees = (told: Read, given: Read | undefined): boolean =>
      given !== undefined &&
      // what stands under a unit of its column has none of its own, and what is in another unit was held to it in SI
      ((told.unit !== '' && given.unit !== '' && told.unit !== given.unit) ||
        Math.abs(told.number - given.number) <= 0.06 * given.number + 0.06 ||
        // whole animals
        (told.unit === '' && told.number === Math.floor(given.number)));
    const off = blocks
      .filter(
        (b) => b.kind !== 'working' && b.kind !== 'rule' && !(b.kind === 'table' && b.rows[0]?.worked !== undefined),
      )
      .flatMap((b) => runsOf(b).map((r) => ({ ...r, said: b.kind === 'says' })))
      .flatMap((r) => {
        // a table has what goes into its figures in SI
        if (r.working === undefined || (r.said && tabled.has(r.working))) return [];
        const told = read(r.text);
        if (!told) return [];
        const given = figures.get(r.working) ?? [];
        return given.some((text) => agrees(told, read(text))) ? [] : [`${r.text}: ${given.join(', ')}`];
      });
    expect(off).toEqual([]);
  });
});
