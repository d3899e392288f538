// Plots and beds against figures reckoned outside the project, published examples, and what must hold for any of them.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import recorded from '../../../core/src/reference/recorded-laterals.json' with { type: 'json' };
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import type { Emitter, Plan } from '../schema/index.ts';
import { chainsOf, chainStands, judgeBeds, plotFindings, waterPlot } from './index.ts';

const load = (doc: object): Plan => {
  const loaded = loadPlan(JSON.stringify({ format: 'vernal-slope/plan', version: 1, title: 'Rows', ...doc }));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const pipeOf = (boreMm: number) => ({ insideDiameterMm: boreMm, roughnessMm: 0.007 });

interface Row {
  readonly headM: number;
  readonly boreMm: number;
  readonly lengthM: number;
  readonly risePerM?: number;
  readonly loop?: boolean;
  readonly emitters: readonly object[];
}
/** A lateral fed without loss from open water `headM` over its start: a wide short pipe before it. */
function rowPlan({ headM, boreMm, lengthM, risePerM = 0, loop, emitters }: Row): Plan {
  const end = 100 + risePerM * lengthM;
  return load({
    site: { waterTemperatureC: 15 },
    nodes: [
      {
        id: 'barrel',
        kind: 'tank',
        groundM: 100,
        shape: { type: 'vertical-cylinder', diameterM: 1, heightM: 4 },
        outletM: 0,
        overflowM: 3.9,
        startLevelM: headM,
      },
      { id: 'tee', kind: 'junction', groundM: 100 },
      ...(loop ? [] : [{ id: 'end', kind: 'junction', groundM: end }]),
      ...(loop ? [{ id: 'turn', kind: 'junction', groundM: 100 }] : []),
    ],
    lines: [
      {
        id: 'header',
        from: 'barrel',
        to: 'tee',
        legs: [{ lengthM: 0.02, endGroundM: 100, pipe: pipeOf(100), entrance: { k: 0 } }],
      },
      {
        id: 'row',
        from: 'tee',
        to: loop ? 'turn' : 'end',
        legs: [{ lengthM, endGroundM: end, pipe: pipeOf(boreMm), emitters }],
      },
      ...(loop
        ? [{ id: 'back', from: 'turn', to: 'tee', legs: [{ lengthM: 0.002, endGroundM: 100, pipe: pipeOf(100) }] }]
        : []),
    ],
    plots: [{ id: 'plot', lines: ['row'] }],
  });
}
const water = (plan: Plan) => {
  const c = compilePlan(plan);
  const r = waterPlot(c, plan.plots![0]);
  expect(r.result.converged).toBe(true);
  return { c, r, flows: r.emitters.map((e) => lpmOfFlow(e.flow)) };
};

describe('a lateral', () => {
  it.each(recorded.rows)('$name, as reckoned outside within 0.1 %', (row) => {
    const law =
      'hole' in row && row.hole
        ? { type: 'hole', diameterMm: row.hole.diameterMm, dischargeCoefficient: row.hole.cd }
        : {
            type: 'rated',
            ratedFlowLpm: row.rated!.lpm,
            ratedPressureKPa: row.rated!.kPa,
            exponent: row.rated!.exponent,
          };
    const { flows } = water(rowPlan({ ...row, emitters: [{ ...law, atM: row.places }] }));
    expect(flows).toHaveLength(row.flowsLpm.length);
    flows.forEach((q, k) => expect(Math.abs(q / row.flowsLpm[k] - 1)).toBeLessThan(1e-3));
  });

  it('loses the share of Christiansen’s F of what one outlet at its end would (1942)', () => {
    // emitters that compensate give all the same; smooth turbulent pipe, Hazen and Williams' exponent
    const emitters = [
      {
        type: 'rated',
        ratedFlowLpm: 1.2,
        ratedPressureKPa: 10,
        compensatingFromKPa: 0.01,
        firstAtM: 3,
        spacingM: 3,
        count: 20,
      },
    ];
    const plan = {
      ...rowPlan({ headM: 3.5, boreMm: 26.6, lengthM: 60, emitters }),
      settings: { friction: 'hazen-williams' as const },
    };
    const { r } = water(plan);
    const one = rowPlan({
      headM: 3.5,
      boreMm: 26.6,
      lengthM: 60,
      emitters: [{ ...emitters[0], ratedFlowLpm: 24, count: 1, firstAtM: 60 }],
    });
    const whole = water({ ...one, settings: { friction: 'hazen-williams' } });
    const share =
      (r.result.lines.get('row')?.frictionLoss ?? NaN) / (whole.r.result.lines.get('row')?.frictionLoss ?? NaN);
    // handbook value for 20 outlets and m = 1.852: 0.376
    expect(share).toBeCloseTo(0.376, 2);
  });

  it('gives what an emitter of 4 L/h at 100 kPa does at a metre of head: 1.253 L/h (Keller and Karmeli 1974)', () => {
    const { flows } = water(
      rowPlan({
        headM: 1,
        boreMm: 13.6,
        lengthM: 5,
        emitters: [{ type: 'rated', ratedFlowLpm: 4 / 60, ratedPressureKPa: 100, exponent: 0.5, atM: [1] }],
      }),
    );
    expect(flows[0] * 60).toBeCloseTo(1.253, 2);
  });

  it('a hole at its leg’s start stands behind the leg’s fittings; an equivalent length in front of its emitter', () => {
    const hole = { type: 'hole', diameterMm: 3, atM: [0] };
    const plan = rowPlan({ headM: 1, boreMm: 10, lengthM: 10, emitters: [hole] });
    const bare = water(plan).flows[0];
    const fitted = structuredClone(plan);
    fitted.lines[1].legs[0].fittings = [{ k: 200, count: 1 }];
    expect(water(fitted).flows[0]).toBeLessThan(0.95 * bare);
    const longer = rowPlan({ headM: 1, boreMm: 10, lengthM: 10, emitters: [{ ...hole, equivalentLengthM: 30 }] });
    const at30 = rowPlan({ headM: 1, boreMm: 10, lengthM: 40, emitters: [{ ...hole, atM: [30] }] });
    expect(water(longer).flows[0]).toBeCloseTo(water(at30).flows[0], 4);
  });

  it('runs over many legs as over one, and back the way that it is drawn', () => {
    const emitters = [{ type: 'hole', diameterMm: 1.5, firstAtM: 1, spacingM: 1, count: 18 }];
    const one = rowPlan({ headM: 1, boreMm: 13.6, lengthM: 18, emitters });
    const three = structuredClone(one);
    const [leg] = three.lines[1].legs;
    three.lines[1].legs = [0, 1, 2].map((k) => ({
      ...leg,
      lengthM: 6,
      endGroundM: 100,
      emitters: [{ ...(emitters[0] as Emitter), firstAtM: 1, count: 6, ...(k === 0 ? {} : {}) }],
    }));
    const [a, b] = [water(one), water(three)];
    b.flows.forEach((q, k) => expect(q).toBeCloseTo(a.flows[k], 5));
    b.r.emitters.forEach((e, k) => expect(e.chainage).toBeCloseTo(a.r.emitters[k].chainage, 9));
    // drawn from its dead end to the tee
    const turned = structuredClone(one);
    turned.lines[1] = {
      ...turned.lines[1],
      from: 'end',
      to: 'tee',
      legs: [{ ...turned.lines[1].legs[0], emitters: [{ ...(emitters[0] as Emitter), firstAtM: 0, count: 18 }] }],
    };
    water(turned).flows.forEach((q, k) => expect(q).toBeCloseTo(a.flows[17 - k], 5));
  });

  it('a hole taped over gives nothing and is in no figure', () => {
    const emitters = [{ type: 'hole', diameterMm: 1.5, firstAtM: 1, spacingM: 1, count: 10, shut: [9] }];
    const { r, flows } = water(rowPlan({ headM: 1, boreMm: 13.6, lengthM: 12, emitters }));
    expect(flows).toHaveLength(9);
    expect(r.emitters.every((e) => e.k !== 9)).toBe(true);
    expect(r.flow).toBeCloseTo(r.result.lines.get('row')?.flow ?? NaN, 12);
  });

  it('a loop is never less even than the same pipe with its end shut', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 3, noNaN: true }),
        fc.double({ min: 0.6, max: 3, noNaN: true }),
        fc.integer({ min: 4, max: 40 }),
        fc.double({ min: 8, max: 25, noNaN: true }),
        (headM, diameterMm, count, boreMm) => {
          // holes alike from both ends: half a spacing before the first and after the last
          const emitters = [{ type: 'hole', diameterMm, firstAtM: 0.25, spacingM: 0.5, count }];
          const shape = { headM, boreMm, lengthM: 0.5 * count, emitters };
          const even = (loop: boolean): number => water(rowPlan({ ...shape, loop })).r.evenness.lowerQuarter;
          expect(even(true)).toBeGreaterThanOrEqual(even(false) - 1e-6);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('settles where a short wide piece carries more by the last digits of its heads than is asked of flows', () => {
    const emitters = [{ type: 'hole', diameterMm: 3, firstAtM: 0.25, spacingM: 0.5, count: 5 }];
    for (const headM of [1.4477, 1.45, 1.5, 2])
      water(rowPlan({ headM, boreMm: 23.517, lengthM: 2.5, loop: true, emitters }));
    water(rowPlan({ headM: 1.447742577432287, boreMm: 23.516875837667893, lengthM: 2.5, loop: true, emitters }));
  });

  it('a compensating emitter is flat above its pressure, and by the square root below it', () => {
    const flowAt = (headM: number): number =>
      water(
        rowPlan({
          headM,
          boreMm: 20,
          lengthM: 2,
          emitters: [{ type: 'rated', ratedFlowLpm: 0.05, ratedPressureKPa: 100, compensatingFromKPa: 10, atM: [1] }],
        }),
      ).flows[0];
    for (const head of [1.1, 1.7, 2.5, 3.8]) expect(flowAt(head)).toBeCloseTo(0.05, 6);
    // 9.797 kPa a metre at 15 °C
    expect(flowAt(0.5)).toBeCloseTo(0.05 * Math.sqrt((0.5 * 9.7978) / 10), 4);
  });

  it('compensating emitters under their pressure are named as the wrong choice, with the head they would need', () => {
    const { c, r } = water(
      rowPlan({
        headM: 1,
        boreMm: 20,
        lengthM: 2,
        emitters: [
          { type: 'rated', ratedFlowLpm: 0.033, ratedPressureKPa: 100, compensatingFromKPa: 70, atM: [1, 1.5] },
        ],
      }),
    );
    const found = plotFindings(c, r).find((f) => f.code === 'emitter-not-compensating');
    expect(found?.values).toMatchObject({ from: 70_000 });
    expect((found?.values as { head: number }).head).toBeCloseTo(70 / 9.7978 - 1, 1);
  });
});

describe('bad entries', () => {
  const faultsOf = (emitters: object[], more: object = {}): string => {
    const plan = structuredClone(rowPlan({ headM: 1, boreMm: 13.6, lengthM: 18, emitters: [] })) as unknown as Record<
      string,
      unknown
    > & {
      lines: { legs: { emitters: object[] }[] }[];
    };
    plan.lines[1].legs[0].emitters = emitters;
    const loaded = loadPlan(JSON.stringify({ ...plan, ...more }));
    return loaded.ok ? '' : loaded.faults.map((f) => `${f.path}: ${f.message}; ${f.advice}`).join('\n');
  };
  it.each([
    [
      'a drill wider than the pipe',
      [{ type: 'hole', diameterMm: 14, atM: [1] }],
      /diameterMm: is 14, as wide as the pipe/,
    ],
    [
      'holes past the end',
      [{ type: 'hole', diameterMm: 1, firstAtM: 1, spacingM: 1, count: 20 }],
      /past the end of its leg at 18/,
    ],
    ['a place past the end', [{ type: 'hole', diameterMm: 1, atM: [3, 19] }], /atM: puts the last one at 19/],
    ['neither places nor a count', [{ type: 'hole', diameterMm: 1 }], /count: is missing/],
    ['a count without a spacing', [{ type: 'hole', diameterMm: 1, count: 3 }], /spacingM: is missing/],
    ['a hole of no width', [{ type: 'hole', diameterMm: 0, atM: [1] }], /diameterMm/],
  ])('%s', (_, emitters, said) => expect(faultsOf(emitters)).toMatch(said));
  it('a plot of a line that is none, and one with the id of a place', () => {
    expect(faultsOf([], { plots: [{ id: 'plot', lines: ['rwo'] }] })).toMatch(
      /plots\[0\]\.lines\[0\]: is "rwo", which is no line/,
    );
    expect(faultsOf([], { plots: [{ id: 'tee', lines: ['row'] }] })).toMatch(/"tee" is already the id of a node/);
  });
  it('5,000 holes in a row are a fault; 2,000 are worked out and those that stay dry counted', () => {
    const row = (count: number) => [{ type: 'hole', diameterMm: 2, firstAtM: 0.1, spacingM: 0.1, count }];
    const { c, r } = water(rowPlan({ headM: 0.3, boreMm: 8, lengthM: 201, emitters: row(2000) }));
    expect(plotFindings(c, r).map((f) => f.code)).toContain('plot-dry');
    expect(faultsOf(row(5000))).toMatch(/count: is 5000; give .*2000/);
    const six = Array.from({ length: 6 }, () => ({
      type: 'hole',
      diameterMm: 1,
      firstAtM: 0,
      spacingM: 0.003,
      count: 2000,
    }));
    expect(faultsOf(six)).toMatch(/at most 10000/);
  });
});

const bed = (id: string, groundM: number, more: object = {}): object => ({
  id,
  kind: 'bed',
  groundM,
  shape: { type: 'box', lengthM: 2.4, widthM: 1.1, heightM: 0.45 },
  reservoir: { type: 'pipe', heightM: 0.1, waterShare: 0.7 },
  joinM: 0.055,
  overflowM: 0.132,
  startLevelM: 0.1,
  ...more,
});
const hose = (from: string, to: string, groundM: number): object => ({
  id: `${from}-${to}`,
  from,
  to,
  legs: [{ lengthM: 4, endGroundM: groundM, pipe: pipeOf(13) }],
});
function chain(beds: readonly { id: string; groundM: number; more?: object }[], closeLevelM = 0.2): Plan {
  const all = beds.map((b) => bed(b.id, b.groundM, b.more));
  return load({
    nodes: [
      { id: 'spring', kind: 'source', type: 'spring', groundM: 110, yieldLpm: 3 },
      {
        id: 'bucket',
        kind: 'tank',
        groundM: 100,
        shape: { type: 'vertical-cylinder', diameterM: 0.3, heightM: 0.4 },
        outletM: 0.05,
        overflowM: 0.35,
        startLevelM: 0.2,
        inlet: {
          at: 'top',
          heightM: 0.38,
          floatValve: {
            seatMm: 2.5,
            dischargeCoefficient: 0.62,
            characteristic: 'proportional',
            closeLevelM,
            bandM: 0.015,
          },
        },
      },
      ...all,
    ],
    lines: [
      {
        id: 'feed',
        from: 'spring',
        to: 'bucket',
        legs: [{ lengthM: 40, endGroundM: 100, pipe: 'astm-d2239-sidr15/1/2' }],
      },
      ...beds.map((b, k) => hose(k === 0 ? 'bucket' : beds[k - 1].id, b.id, b.groundM)),
    ],
  });
}
/** The bench's picture, reckoned by hand: floors at 62, 64, 84, 60, 53, 61 mm; the float's line at 175 mm. */
const SIX = [62, 64, 84, 60, 53, 61].map((mm, k) => ({ id: `bed-${k + 1}`, groundM: 100 + mm / 1000 }));

describe('a chain of beds at rest', () => {
  it('stands at the float; what each is off by, its shim and the bucket’s, by hand', () => {
    const [stands] = judgeBeds(chain(SIX, 0.175)).chains;
    const off = stands.beds.map((b) => Math.round(b.off * 1000) + 0);
    // 175 − floor − 113
    expect(off).toEqual([0, -2, -22, 2, 9, 1]);
    expect(stands.beds.map((b) => b.state)).toEqual(['good', 'good', 'low', 'good', 'good', 'good']);
    expect(stands.beds.map((b) => Math.round(b.depth * 1000))).toEqual([113, 111, 91, 115, 122, 114]);
    // half-way between +9 and −22
    expect(stands.bucketShim * 1000).toBeCloseTo(6.5, 6);
    expect(stands.runsOver).toBeUndefined();
    // 2.64 m² · (0.7 · 0.1 + 0.3 · 0.013) m
    expect(stands.beds[0].water).toBeCloseTo(2.64 * (0.07 + 0.3 * 0.013), 9);
    expect(stands.water).toBeCloseTo(
      stands.beds.reduce((s, b) => s + b.water, 0),
      12,
    );
  });
  it('runs over at the lowest hole under the float, and says which', () => {
    const plan = chain(
      SIX.map((b, k) => (k === 4 ? { ...b, more: { overflowM: 0.11 } } : b)),
      0.175,
    );
    const [stands] = judgeBeds(plan).chains;
    expect(stands.runsOver).toBe('bed-5');
    expect(stands.line).toBeCloseTo(100.053 + 0.11, 9);
    expect(stands.beds[4].state).toBe('overflows');
    expect(stands.beds[0].off).toBeCloseTo(100.053 + 0.11 - 100.062 - 0.113, 9);
    // the bucket's shim leaves holes aside
    expect(stands.bucketShim * 1000).toBeCloseTo(6.5, 6);
  });
  it('a joint above the water is dry, however it is off', () => {
    const plan = chain([...SIX.slice(0, 2), { id: 'high', groundM: 100.2 }], 0.175);
    const { chains, findings } = judgeBeds(plan);
    expect(chains[0].beds[2]).toMatchObject({ state: 'dry', depth: 0 });
    expect(chains[0].beds[2].off * 1000).toBeCloseTo(175 - 200 - 113, 6);
    expect(findings.map((f) => f.code)).toContain('bed-dry');
  });
  it('raising a bed’s floor never raises its water', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 0.2, noNaN: true }), { minLength: 2, maxLength: 7 }),
        fc.nat(6),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        (floors, which, by) => {
          const k = which % floors.length;
          const depthOf = (raised: number): number => {
            const plan = chain(floors.map((f, n) => ({ id: `b${n}`, groundM: 100 + f + (n === k ? raised : 0) })));
            const stands = chainStands(chainsOf(plan)[0]);
            return stands?.beds.find((b) => b.bed.id === `b${k}`)?.depth ?? NaN;
          };
          expect(depthOf(by)).toBeLessThanOrEqual(depthOf(0) + 1e-12);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('without a bucket, with two, and far under the float: one finding each', () => {
    const two = chain(SIX.slice(0, 2));
    const bucket = two.nodes.find((n) => n.id === 'bucket');
    two.nodes.push({ ...(bucket as (typeof two.nodes)[number]), id: 'other' });
    two.lines.push({ ...two.lines[1], id: 'again', from: 'other' });
    expect(judgeBeds(two).findings.map((f) => f.code)).toContain('chain-two-buckets');
    const none = chain(SIX.slice(0, 2));
    none.nodes = none.nodes.map((n) => {
      if (n.kind === 'tank' && n.inlet) delete n.inlet.floatValve;
      return n;
    });
    expect(judgeBeds(none).findings.map((f) => f.code)).toContain('chain-no-bucket');
    expect(judgeBeds(chain([{ id: 'low', groundM: 97 }])).findings.map((f) => f.code)).toContain('bed-far-under');
  });
});
