// Sizes with taps that run as they run: everybody has theirs, or the answer says who has not and what is lacking.
import { describe, expect, it } from 'vitest';
import { compilePlan, lpmOfFlow } from '../compile/index.ts';
import { checkPlan } from '../document/index.ts';
import type { Line, Plan, Situation } from '../schema/index.ts';
import { optionsOf, servedIn, sizePlan, sizesOf, sizesReport, solvePlan, withSizes, type PlanSizes } from './index.ts';
import { chance } from './smallplans.testdata.ts';

const PIPE = 'astm-d2239-sidr15/1';

/** A tank over a tree of two to five taps, some of which could take far more than they want. */
function tree(seed: number): { plan: Plan; situations: Situation[] } {
  const random = chance(seed);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const taps = 2 + Math.floor(4 * random());
  const nodes: object[] = [
    {
      id: 'tank',
      kind: 'tank',
      groundM: between(12, 30),
      shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
      outletM: 0.1,
      overflowM: 1.9,
      startLevelM: 1,
    },
  ];
  const lines: object[] = [];
  const joints = ['tank'];
  for (let k = 0; k < taps; k++) {
    const from = joints[Math.floor(random() * joints.length)];
    const ground = between(0, 6);
    if (k < taps - 1) {
      nodes.push({ id: `tee${k}`, kind: 'junction', groundM: ground });
      lines.push({
        id: `main${k}`,
        from,
        to: `tee${k}`,
        legs: [{ lengthM: between(40, 200), endGroundM: ground, pipe: PIPE }],
      });
      joints.push(`tee${k}`);
    }
    const at = k < taps - 1 ? `tee${k}` : from;
    const wants = Math.round(between(4, 20));
    // at its rated pressure of 100 kPa it would give up to three times what it wants at 20 to 60 kPa
    nodes.push({
      id: `tap${k}`,
      kind: 'outlet',
      groundM: ground,
      ratedFlowLpm: wants * between(1, 3),
      ratedPressureKPa: 100,
      wants: { flowLpm: wants, pressureKPa: Math.round(between(20, 60)) },
    });
    lines.push({
      id: `branch${k}`,
      from: at,
      to: `tap${k}`,
      legs: [{ lengthM: between(35, 80), endGroundM: ground, pipe: PIPE }],
    });
  }
  const checked = checkPlan({ format: 'vernal-slope/plan', version: 1, title: 'Tree', nodes, lines });
  if (!checked.ok) throw new Error(checked.faults.map((f) => `${f.path} ${f.message}`).join('; '));
  return {
    plan: checked.plan,
    situations: [{ name: 'all', open: Array.from({ length: taps }, (_, k) => `tap${k}`), level: 'low' }],
  };
}

type Found = PlanSizes & { ok: true };
const short = (plan: Plan, { situations }: { situations: Situation[] }): string[] => {
  const c = compilePlan(plan);
  return situations.flatMap((s) =>
    servedIn(c, solvePlan(c, optionsOf(c, s.open, s.level)), s.open)
      .filter((x) => !x.enough)
      .map((x) => x.id),
  );
};
/** Every leg as wide as its family goes. */
const widest = (plan: Plan): Plan => {
  const c = compilePlan(plan);
  return {
    ...plan,
    lines: plan.lines.map((l): Line => ({
      ...l,
      legs: l.legs.map((leg, k) => ({ ...leg, pipe: sizesOf(c, l.id, k).at(-1)?.id ?? leg.pipe })),
    })),
  };
};

describe('forty random trees, all taps running', () => {
  const trees = Array.from({ length: 40 }, (_, k) => tree(k + 1));
  const found = trees.map((t) => ({
    ...t,
    sizes: sizePlan(t.plan, { situations: t.situations, steps: 500, starts: 1 }),
  }));
  const sized = found.filter((f): f is typeof f & { sizes: Found } => f.sizes.ok);
  it('most of them can be sized, and in many throttled taps alone would have left somebody short', () => {
    expect(sized.length).toBeGreaterThan(25);
    const wider = sized.filter((f) => f.sizes.cost > f.sizes.throttledCost * 1.0001);
    expect(wider.length).toBeGreaterThan(5);
  });
  it('each says just who is short when solved anew, and what they get', () => {
    for (const { plan, situations, sizes } of sized) {
      const laid = withSizes(plan, sizes.sizes);
      expect(sizes.settled).toBe(true);
      expect(sizes.short.map((s) => s.id)).toEqual(short(laid, { situations }));
      for (const s of sizes.short)
        expect(s.flow < (s.wantedFlow ?? 0) || s.pressure < (s.wantedPressure ?? 0)).toBe(true);
    }
  });
  it('where the widest pipe serves everybody, so do the sizes found', () => {
    for (const { plan, situations, sizes } of sized) {
      if (short(widest(plan), { situations }).length > 0) continue;
      expect(sizes.short).toEqual([]);
    }
  });
  it('never cost less than what throttled taps need: that is the bound', () => {
    for (const { sizes } of sized) {
      expect(sizes.cost).toBeGreaterThanOrEqual(sizes.throttledCost - 1e-9);
      expect(sizes.bound).toBeLessThanOrEqual(sizes.throttledCost + 1e-9);
    }
  });
});

describe('what no size can mend', () => {
  /** One tap with no end to its thirst beside one that wants little, both on a long main as wide as it goes. */
  const plan: Plan = (() => {
    const checked = checkPlan({
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Thirst',
      nodes: [
        {
          id: 'tank',
          kind: 'tank',
          groundM: 8,
          shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
          outletM: 0.1,
          overflowM: 1.9,
          startLevelM: 1,
        },
        { id: 'tee', kind: 'junction', groundM: 0 },
        {
          id: 'gully',
          kind: 'outlet',
          groundM: -4,
          ratedFlowLpm: 900,
          ratedPressureKPa: 20,
          wants: { flowLpm: 10, pressureKPa: 5 },
        },
        {
          id: 'tap',
          kind: 'outlet',
          groundM: 1,
          ratedFlowLpm: 20,
          ratedPressureKPa: 50,
          wants: { flowLpm: 18, pressureKPa: 45 },
        },
      ],
      lines: [
        { id: 'main', from: 'tank', to: 'tee', legs: [{ lengthM: 300, endGroundM: 0, pipe: PIPE }] },
        { id: 'a', from: 'tee', to: 'gully', legs: [{ lengthM: 4, endGroundM: -4, pipe: { insideDiameterMm: 50 } }] },
        { id: 'b', from: 'tee', to: 'tap', legs: [{ lengthM: 20, endGroundM: 1, pipe: PIPE }] },
      ],
    });
    if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
    return checked.plan;
  })();
  const situations: Situation[] = [{ name: 'both', open: ['gully', 'tap'], level: 'low' }];
  it('is told: who, in which situation, how little; nothing says that all are served', () => {
    const found = sizePlan(plan, { situations });
    if (!found.ok) throw new Error(found.reason);
    // the gully has its flow and not its pressure, the tap neither
    expect(found.short.map((s) => [s.situation, s.id])).toEqual([
      ['both', 'gully'],
      ['both', 'tap'],
    ]);
    expect(lpmOfFlow(found.short[1].flow)).toBeLessThan(18);
    // nothing dearer is proposed that serves nobody more
    expect(found.cost).toBe(found.throttledCost);
    const report = sizesReport(plan, found) as { serves: boolean; short: { at: string; flowLpm: number }[] };
    expect(report.serves).toBe(false);
    expect(report.short[1]).toMatchObject({ at: 'tap', situation: 'both' });
  });
});
