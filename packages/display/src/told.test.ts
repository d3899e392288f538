// Figures that findings tell: each opens a working that gives this very figure, and its rule gives it again.
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ruleInFigures, ruleValue, type Working } from '@vernal-slope/core/working';
import { balanceFindings, planBalance, storeFindings } from '@vernal-slope/plan/budget';
import { judgeCabins } from '@vernal-slope/plan/cabin';
import { compilePlan } from '@vernal-slope/plan/compile';
import { loadPlan } from '@vernal-slope/plan/document';
import { judgeRails } from '@vernal-slope/plan/drink';
import { FINDINGS, finding, type Finding, type FindingCode, type ToldFigure } from '@vernal-slope/plan/findings';
import { judgeGarden } from '@vernal-slope/plan/garden';
import { judgeDrains } from '@vernal-slope/plan/greywater';
import { isStore } from '@vernal-slope/plan/kinds';
import type { Plan } from '@vernal-slope/plan/schema';
import { judgeRun, pictureOf, simulatePlan, toldKey } from '@vernal-slope/plan/simulate';
import { judgePlan, solvePlan } from '@vernal-slope/plan/solve';
import { standAnswer } from '@vernal-slope/plan/stand';
import { judgeTotes } from '@vernal-slope/plan/tote';
import { judgeTreatment } from '@vernal-slope/plan/treat';
import { judgeTroughs } from '@vernal-slope/plan/trough';
import { sentence } from './sentences.ts';
import { workingOf } from './workingof.ts';

const folder = new URL('../../../demo/plans/', import.meta.url);
const read = (text: string): Plan => {
  const loaded = loadPlan(text);
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const demo = (name: string): Plan => read(readFileSync(new URL(name, folder), 'utf8'));

interface Told {
  readonly key: ToldFigure;
  readonly working: Working | undefined;
}
const toldIn = (found: readonly Finding[]): ToldFigure[] =>
  found.flatMap((f) => sentence(f, 'metric', (id) => id).flatMap((p) => (p.opens?.of === 'told' ? [p.opens] : [])));

/** All that is told of a plan at every step, with its workings. */
function told(plan: Plan, inTime = true): Told[] {
  const compiled = compilePlan(plan);
  const result = solvePlan(compiled);
  const balance = planBalance(plan);
  const run =
    inTime && plan.lines.length > 0 ? simulatePlan(plan, { duration: 86_400, start: 0, month: 7, seed: 1 }) : undefined;
  const picture = run && pictureOf(run);
  const found = [
    ...judgePlan(compiled, result),
    ...balanceFindings(balance),
    ...plan.nodes.filter(isStore).flatMap((tank) => storeFindings(plan, tank.id, balance)),
    ...judgeTroughs(compiled),
    ...judgeGarden(compiled),
    ...judgeRails(compiled),
    ...judgeDrains(plan),
    ...judgeTotes(compiled),
    ...judgeTreatment(compiled),
    ...judgeCabins(compiled),
    ...plan.nodes.filter(isStore).flatMap((tank) => standAnswer(plan, tank).findings),
    ...(run ? judgeRun(run) : []),
  ];
  const context = { results: { compiled, result, height: () => undefined }, budget: { balance }, slow: null };
  return toldIn(found).map((key) => ({
    key,
    working: picture?.workings[toldKey(key.id, key.figure)] ?? workingOf(key, context) ?? undefined,
  }));
}

const nameOf = ({ code, figure }: ToldFigure): string => `${code}.${figure}`;
/** Found by a march, a search or a curve: nothing that could be put in. */
const NOT_PUT_IN = ['gutter', 'sand-day'];

function holds({ key, working }: Told): void {
  expect(working, `${nameOf(key)} of ${key.id}`).toBeDefined();
  if (!working) return;
  const value = Number(key.values[key.figure]);
  const { result } = working;
  // how many there are is a whole number
  const given = Number.isInteger(value) && value > 1 ? Math.floor(result.value + 1e-9) : result.value;
  expect(Math.abs(given), nameOf(key)).toBeCloseTo(Math.abs(value), 9);
  // nothing runs together when figures stand where symbols stood
  expect(ruleInFigures(working, () => '1.5')).not.toMatch(/\\cdot[a-zA-Z]|[\d)][a-zA-Z]|\{\{/);
  if (NOT_PUT_IN.includes(working.code)) return;
  let again: number;
  try {
    again = ruleValue(working);
  } catch {
    // a law that is solved for, or a rule with a constant of another unit
    return;
  }
  expect(Math.abs(again - result.value), `${nameOf(key)}: ${working.rule}`).toBeLessThan(
    1e-6 * Math.max(1, Math.abs(result.value), ...working.terms.map((t) => 1e-3 * Math.abs(t.value))),
  );
}

const seen = new Set<string>();
describe('every figure that a finding tells by itself opens its working', () => {
  it.each(readdirSync(folder))('%s', (name) => {
    const all = told(demo(name));
    for (const one of all) {
      seen.add(nameOf(one.key));
      holds(one);
    }
  });
});

/** A tank at 100 m and a tap at `end`, by legs of a length and the ground at their ends. */
function hill(
  legs: readonly (readonly [number, number])[],
  more: { settings?: object; line?: object; pipe?: unknown; fittings?: object[]; source?: object; tap?: object } = {},
): Plan {
  const end = legs[legs.length - 1][1];
  return read(
    JSON.stringify({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Hill',
      settings: more.settings ?? {},
      nodes: [
        more.source ?? {
          id: 'tank',
          kind: 'tank',
          groundM: 100,
          shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 1.5 },
          outletM: 0.05,
          overflowM: 1.4,
          startLevelM: 1,
        },
        more.tap ?? { id: 'tap', kind: 'outlet', groundM: end, ratedFlowLpm: 20, ratedPressureKPa: 100 },
      ],
      lines: [
        {
          id: 'down',
          from: 'tank',
          to: 'tap',
          ...more.line,
          legs: legs.map(([lengthM, endGroundM], k) => ({
            lengthM,
            endGroundM,
            pipe: more.pipe ?? 'iso-4427-pe100-sdr17/32',
            ...(k === 0 && more.fittings ? { fittings: more.fittings } : {}),
          })),
        },
      ],
    }),
  );
}
/** A plan as its file has it, loosely. */
interface Loose {
  readonly nodes: readonly LooseNode[];
  readonly lines: readonly { id: string; to: string; legs: readonly { emitters?: readonly object[] }[] }[];
  readonly plots: readonly { drinkers: object }[];
  readonly drains: readonly { legs: readonly object[] }[];
  readonly site?: object;
  readonly needs?: object;
}
interface LooseNode {
  readonly id: string;
  readonly inlet: { floatValve: object };
  readonly herds: readonly object[];
  readonly roof: object;
  readonly stand: object;
  readonly moved: object;
  readonly filter: object;
  readonly setting: object;
}
/** A demo plan with something changed. */
function changed(name: string, change: (node: (id: string) => LooseNode, plan: Loose) => void): Plan {
  const plan = structuredClone(demo(`${name}.vernal.json`)) as unknown as Loose;
  change((id) => plan.nodes.find((n) => n.id === id) as LooseNode, plan);
  return read(JSON.stringify(plan));
}
const set = (on: object | undefined, values: object): void => void Object.assign(on ?? {}, values);

/** A siphon over the highest crest that it still gets over, to a quarter of a metre. */
function nearBreaking(): Plan {
  const over = (crest: number): Plan =>
    hill(
      [
        [50, 95],
        [60, crest],
        [200, 60],
      ],
      { settings: { siphons: 'allowed' } },
    );
  let crest = 103;
  while (!told(over(crest + 0.25), false).some((one) => one.key.code === 'siphon-breaks')) crest += 0.25;
  return over(crest);
}

const OWN: readonly (readonly [codes: string, () => Plan])[] = [
  [
    'hump-holds',
    () =>
      hill([
        [50, 95],
        [60, 100.5],
        [200, 60],
      ]),
  ],
  // the pipe begins at the height of its spring, which gives more than passes
  [
    'hump-holds',
    () =>
      hill(
        [
          [50, 95],
          [60, 98],
          [200, 60],
        ],
        {
          source: { id: 'tank', kind: 'source', type: 'spring', groundM: 100, yieldLpm: 40 },
          tap: {
            id: 'tap',
            kind: 'trough',
            groundM: 60,
            shape: { type: 'box', lengthM: 2, widthM: 1, heightM: 0.5 },
            overflowM: 0.45,
            startLevelM: 0.3,
            inlet: { at: 'top', heightM: 0.5 },
          },
        },
      ),
  ],
  [
    'hump-stops',
    () =>
      hill([
        [50, 95],
        [60, 104],
        [200, 60],
      ]),
  ],
  [
    'part-full',
    () =>
      hill(
        [
          [50, 95],
          [60, 98],
          [200, 60],
        ],
        { source: { id: 'tank', kind: 'source', type: 'spring', groundM: 100, yieldLpm: 3 } },
      ),
  ],
  [
    'hump-suction',
    () =>
      hill(
        [
          [50, 95],
          [60, 103],
          [200, 60],
        ],
        { settings: { siphons: 'allowed' } },
      ),
  ],
  ['hump-suction', nearBreaking],
  [
    'siphon-breaks',
    () =>
      hill(
        [
          [50, 95],
          [60, 112],
          [200, 60],
        ],
        { settings: { siphons: 'allowed' } },
      ),
  ],
  [
    'air-stops-filling',
    () =>
      hill([
        [30, 99],
        [60, 80],
        [60, 98],
        [60, 78],
        [60, 97],
        [60, 76],
        [60, 96],
      ]),
  ],
  [
    'air-may-stop-filling',
    () =>
      changed('ousel-bank', (_, plan) => {
        const leg = (endGroundM: number) => ({ lengthM: 60, endGroundM, pipe: 'astm-d2239-sidr15/1', depthM: 0 });
        set(
          plan.lines.find((l) => l.id === 'main'),
          { legs: [738, 738.8, 733, 737.8, 732.4].map(leg) },
        );
      }),
  ],
  ['rating-exceeded', () => hill([[300, 40]], { pipe: { insideDiameterMm: 26, roughnessMm: 0.007, ratingKPa: 400 } })],
  ['rating-unknown', () => hill([[300, 40]], { pipe: { insideDiameterMm: 26, roughnessMm: 0.007 } })],
  ['surge-too-much', () => hill([[300, 40]], { pipe: 'astm-d2239-sidr15/3/4' })],
  [
    'reducer-holds',
    () =>
      hill(
        [
          [50, 80],
          [200, 40],
        ],
        { line: { reducerKPa: 5 } },
      ),
  ],
  [
    'reducer-idle',
    () =>
      hill(
        [
          [50, 80],
          [200, 40],
        ],
        { line: { reducerKPa: 300 } },
      ),
  ],
  ['valve-eats', () => hill([[30, 96]], { fittings: [{ type: 'globe' }] })],
  ['walk-misses-node', () => changed('tarn-foot', (node) => set(node('foot'), { groundM: 543 }))],
  [
    'overflow-small',
    () => changed('kestrel-croft', (node) => set(node('barn'), { overflowPipe: { insideDiameterMm: 12, dropM: 0.1 } })),
  ],
  ['fire-kept', () => changed('ousel-bank', (_, plan) => set(plan, { needs: { ...plan.needs, fireReserveL: 900 } }))],
  ['bridges-not', () => changed('tarn-foot', (node) => set(node('tank'), { startLevelM: 0.1, overflowM: 0.12 }))],
  [
    'tests-one-season',
    () =>
      changed('tarn-foot', (node) => {
        const fills = [1, 2, 3].map((k) => ({ volumeL: 10, seconds: 60 + k }));
        set(node('box'), { yieldLpm: undefined, tests: [{ date: '2026-09-05', method: 'bucket', fills }] });
      }),
  ],
  ['source-held-back', () => changed('tarn-foot', (node) => set(node('box'), { yieldLpm: 500 }))],
  ['gutter-overflows', () => changed('kestrel-croft', (node) => set(node('roof').roof, { designRainMmPerH: 400 }))],
  [
    'stand-check',
    () => changed('kestrel-croft', (node) => set(node('barn').stand, { beams: { widthMm: 38, depthMm: 60 } })),
  ],
  ['bed-high', () => changed('schoolyard-beds', (node) => set(node('bed-1'), { baseM: 0.03, overflowM: undefined }))],
  ['bed-far-under', () => changed('schoolyard-beds', (node) => set(node('bucket'), { standM: 1.5 }))],
  ['bed-dry', () => changed('schoolyard-beds', (node) => set(node('bed-2'), { joinM: 0.3 }))],
  ['bed-overflows', () => changed('schoolyard-beds', (node) => set(node('bed-4'), { overflowM: 0.06 }))],
  ['drinkers-drip', () => changed('bakehouse-yard', (node) => set(node('bucket'), { standM: 1.6 }))],
  ['drinkers-starve', () => changed('bakehouse-yard', (node) => set(node('bucket'), { standM: 0.15 }))],
  [
    'bucket-small',
    () =>
      changed('bakehouse-yard', (node, plan) => {
        set(node('bucket'), { inlet: undefined });
        set(plan, { lines: plan.lines.filter((l) => l.to !== 'bucket') });
        set(plan.plots[0].drinkers, { heads: 160 });
      }),
  ],
  [
    'tote-runs-out tote-low',
    () =>
      changed('bakehouse-yard', (node) => {
        set(node('tote'), { standM: 0 });
        set(node('tote').moved, { everyDays: 30 });
      }),
  ],
  ['filter-film', () => changed('bakehouse-yard', (node) => set(node('filter'), { outletM: 0.8 }))],
  ['filter-dries', () => changed('bakehouse-yard', (node) => set(node('filter'), { outletM: 0.5 }))],
  ['filter-too-fast', () => changed('bakehouse-yard', (node) => set(node('filter').filter, { conductivityMPerH: 3 }))],
  ['filter-held-back', () => changed('bakehouse-yard', (node) => set(node('clean'), { standM: 5 }))],
  [
    'trough-few-places trough-small trough-slow',
    () =>
      changed('bakehouse-yard', (node) => {
        set(node('goats').herds[0], { count: 400 });
        set(node('goats').inlet.floatValve, { seatMm: 2 });
      }),
  ],
  [
    'trough-not-kept-open',
    () =>
      changed('bakehouse-yard', (node, plan) => {
        set(node('goats').setting, { coldestC: -30 });
        set(node('goats').inlet.floatValve, { seatMm: 1.5 });
        set(plan, { site: { ...plan.site, waterTemperatureC: 1 } });
      }),
  ],
  ['drain-flat', () => changed('bakehouse-yard', (_, plan) => set(plan.drains[0].legs[0], { endInvertM: 738.69 }))],
  [
    'plot-even',
    () =>
      changed('ousel-bank', (_, plan) => {
        for (const line of plan.lines)
          for (const leg of line.legs) for (const e of leg.emitters ?? []) set(e, { diameterMm: 0.5 });
      }),
  ],
  ['fixture-slow', () => changed('bakehouse-yard', (node) => set(node('hose'), { ratedFlowLpm: 2 }))],
];
describe('and in plans that have what the demos have not', () => {
  it.each(OWN)('%s', (codes, plan) => {
    const all = told(plan(), false);
    const there = new Set(all.map((one) => one.key.code));
    for (const code of codes.split(' ')) expect([...there], code).toContain(code);
    for (const one of all) {
      seen.add(nameOf(one.key));
      holds(one);
    }
  });
});

it('a full pipe carries what it can, not what its spring gives: its running line falls evenly from the spring', () => {
  const [, plan] = OWN.filter(([codes]) => codes === 'hump-holds')[1];
  const above = told(plan(), false).find((one) => nameOf(one.key) === 'hump-holds.above');
  // one pipe of 310 m falls 39.5 m to a free inlet: next to all of it goes in friction, evenly along it
  const running = 98 - Number(above?.working?.result.value);
  expect(((100 - running) / 110) * 310).toBeCloseTo(39.5, 0);
});

it('all that a row says it tells was met here', () => {
  const every = (Object.keys(FINDINGS) as FindingCode[]).flatMap((code) =>
    [0, 1].flatMap((nth) => {
      const values = Object.fromEntries(
        Object.entries(FINDINGS[code].values).map(([key, kind]: [string, unknown]) => [
          key,
          Array.isArray(kind)
            ? ((kind as string[])[nth] ?? kind[0])
            : kind === 'date' || kind === 'name'
              ? '2026-09-05'
              : 1,
        ]),
      );
      return toldIn([finding(code, 'x', values as never)]).map(nameOf);
    }),
  );
  expect([...new Set(every)].filter((k) => !seen.has(k))).toEqual([]);
});
