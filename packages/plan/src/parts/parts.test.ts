import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { chainOf, findPart, mates, meetings, type Chain } from '@vernal-slope/core/parts';
import { holdsInAnyUnits, ruleValue } from '@vernal-slope/core/working';
import { PIPE_ROWS } from '../catalogue/index.ts';
import { compilePlan } from '../compile/index.ts';
import { changeFaults, loadPlan, savePlan } from '../document/index.ts';
import { applyCommand, setPipe, splitLeg, type Command } from '../edit/index.ts';
import type { Plan } from '../schema/index.ts';
import { solvePlan } from '../solve/index.ts';
import {
  billCsv,
  billOf,
  billText,
  haulWorking,
  idsOf,
  itemWorking,
  jointsOf,
  narrowWorking,
  oneSystem,
  otherWays,
  paidWorking,
  partsFindings,
  partsReport,
  pipeEnds,
  pipeWorking,
  pumpWorking,
  readPrices,
  setPartPrice,
  setPipeEnd,
  setShed,
  setBought,
  setStock,
  setWall,
  systemWays,
  takeChain,
  takePrices,
  type Joint,
} from './index.ts';

const demo = (name: string): Plan => {
  const loaded = loadPlan(
    readFileSync(fileURLToPath(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url)), 'utf8'),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
/** A command on a plan as the program takes it: checked, and refused where the plan would have faults. */
const apply = (plan: Plan, command: Command): { ok: true; plan: Plan } | { ok: false; faults: readonly unknown[] } => {
  const done = applyCommand(plan, command)?.plan ?? plan;
  const faults = changeFaults(plan, done);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, plan: done };
};
const bank = demo('ousel-bank');
const yard = demo('bakehouse-yard');
const at = (plan: Plan, key: string): Joint => {
  const joint = jointsOf(plan).joints.find((j) => j.key === key);
  if (!joint) throw new Error(`no joint ${key}`);
  return joint;
};
const closes = (c: Chain): boolean => meetings(c).every(([a, b]) => mates(a, b));

/** A tank over a trough, 40 m of pipe between. */
const small = (pipe: string, change: (plan: Plan) => void = () => {}): Plan => {
  const plan: Plan = {
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Small',
    nodes: [
      {
        id: 'hill',
        kind: 'tank',
        groundM: 110,
        shape: { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1.2 },
        outletM: 0.1,
        overflowM: 1.1,
      },
      {
        id: 'low',
        kind: 'trough',
        groundM: 100,
        shape: { type: 'box', lengthM: 1.5, widthM: 0.6, heightM: 0.5 },
        overflowM: 0.45,
        inlet: {
          at: 'top',
          floatValve: {
            seatMm: 8,
            dischargeCoefficient: 0.62,
            characteristic: 'proportional',
            closeLevelM: 0.4,
            bandM: 0.04,
          },
        },
      },
    ],
    lines: [{ id: 'main', from: 'hill', to: 'low', legs: [{ lengthM: 40, endGroundM: 100, pipe }] }],
  };
  change(plan);
  const loaded = loadPlan(savePlan(plan));
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const PE = 'astm-d2239-sidr15/3/4';

describe('joints', () => {
  it.each([
    ['ousel-bank', bank],
    ['bakehouse-yard', yard],
  ])('of %s mate at every meeting, from end to end', (_, plan) => {
    const { joints } = jointsOf(plan);
    expect(joints.length).toBeGreaterThan(10);
    for (const j of joints) if (j.chain) expect(closes(j.chain), j.key).toBe(true);
    for (const j of joints) for (const c of j.offers) expect(closes(c), j.key).toBe(true);
  });
  it('leave a wall by a bulkhead, come to a float through one', () => {
    const plan = small(PE);
    expect(idsOf(at(plan, 'wall main').chain!)).toEqual([
      'bulkhead/npt-3_4-f',
      'insert-adapter/npt-3_4-m/insert-3_4-m',
    ]);
    const float = at(plan, 'float main:0').chain!;
    expect(float.links.map((l) => l.part.id.split('/')[0])).toEqual(['insert-adapter', 'bulkhead']);
    expect(float.to).toEqual({ system: 'npt', size: '1/2', gender: 'male' });
  });
  it('take R threads where the pipe is metric, tapered ones where the plan says so', () => {
    const metric = small('iso-4427-pe100-sdr11/25');
    expect(idsOf(at(metric, 'wall main').chain!)[0]).toMatch(/^bulkhead\/iso7/);
    expect(idsOf(at({ ...metric, settings: { threads: 'npt' } }, 'wall main').chain!)[0]).toMatch(/^bulkhead\/npt/);
  });
  it('begin at the thread of a tote in the place of a hole', () => {
    const tote = small(PE, (p) => {
      p.nodes[0] = {
        ...p.nodes[0],
        outletEnd: { system: 'tote-coarse', size: 'S60x6', gender: 'male' },
      } as Plan['nodes'][0];
    });
    expect(idsOf(at(tote, 'wall main').chain!)[0]).toMatch(/^tote-adapter\/tote-coarse/);
    expect(billOf(tote).holes.filter((h) => h.at === 'main')).toEqual([]);
  });
  it('join pipe of two kinds, and say so where one has ends that no table knows', () => {
    const two = small(PE, (p) =>
      p.lines[0].legs.push({ lengthM: 10, endGroundM: 100, pipe: 'iso-4427-pe100-sdr11/25' }),
    );
    const change = at(two, 'change main:0').chain!;
    expect([change.from.system, change.to.system]).toEqual(['insert', 'compression']);
    const own = small(PE, (p) =>
      p.lines[0].legs.push({ lengthM: 10, endGroundM: 100, pipe: { insideDiameterMm: 20 } }),
    );
    expect(at(own, 'change main:0').unknown).toBe(true);
    expect(partsFindings(billOf(own), compilePlan(own)).map((f) => f.code)).toContain('parts-unknown-end');
    const known = apply(own, setPipeEnd(20, { system: 'barb', size: '3/4', gender: 'female' }));
    expect(known.ok && at(known.plan, 'change main:0').unknown).toBe(false);
  });
  it('put one tee less than lines meet, its branches on it', () => {
    const { joints } = jointsOf(bank);
    const tees = joints.filter((j) => j.kind === 'tee' && j.at === 'garden-tee');
    const branch = joints.filter((j) => j.kind === 'branch' && j.place === 'garden-tee');
    expect([tees.length, branch.length]).toEqual([1, 1]);
    expect(branch[0].chain?.from).toEqual(tees[0].chain?.links.find((l) => l.part.id.includes('tee'))?.part.ends[2]);
  });
});

describe('a chain that is taken', () => {
  const plan = small(PE);
  const joint = at(plan, 'wall main');
  const narrow = ['bulkhead/npt-1_2-f', 'insert-adapter/npt-1_2-m/insert-3_4-m'];
  const taken = apply(plan, takeChain(joint.kept!, narrow, 'narrow'));
  it('is counted, and its loss goes into the network', () => {
    if (!taken.ok) throw new Error('refused');
    expect(idsOf(at(taken.plan, 'wall main').chain!)).toEqual(narrow);
    const flow = (p: Plan): number => solvePlan(compilePlan(p)).lines.get('main')?.flow ?? 0;
    const wide = apply(plan, takeChain(joint.kept!, idsOf(joint.chain!), 'wide'));
    if (!wide.ok) throw new Error('refused');
    expect(flow(taken.plan)).toBeLessThan(flow(wide.plan));
    expect(flow(wide.plan)).toBeLessThan(flow(plan));
  });
  it('around a valve counts its narrowing, and what the valve loses of its own once', () => {
    const valved = small(PE, (p) => (p.lines[0].legs[0].fittings = [{ type: 'ball-full', count: 1 }]));
    const joint = at(valved, 'fitting main:0 0');
    const narrowest = [...joint.offers].sort((a, b) => a.boreMm - b.boreMm)[0];
    const done = apply(valved, takeChain(joint.kept!, idsOf(narrowest), 'narrow'));
    if (!done.ok) throw new Error('refused');
    expect(idsOf(at(done.plan, 'fitting main:0 0').chain!)).toEqual(idsOf(narrowest));
    const flow = (p: Plan): number => solvePlan(compilePlan(p)).lines.get('main')?.flow ?? 0;
    expect(flow(done.plan)).toBeLessThan(flow(valved));
    // a valve as wide as the pipe, its own loss in its fitting: nothing is added
    const wide = {
      ...valved,
      lines: [
        {
          ...valved.lines[0],
          legs: [
            {
              ...valved.lines[0].legs[0],
              pipe: 'astm-d1785-sch40/3/4',
              fittings: [{ type: 'ball-full', count: 1, chain: ['solvent-valve/solvent-3_4-f/solvent-3_4-f'] }],
            },
          ],
        },
      ],
    };
    const bare = {
      ...wide,
      lines: [{ ...wide.lines[0], legs: [{ ...wide.lines[0].legs[0], fittings: [{ type: 'ball-full', count: 1 }] }] }],
    };
    expect(flow(wide as Plan)).toBeCloseTo(flow(bare as Plan), 12);
  });
  it('goes with its end when the leg is split, and is told when it does not mate any more', () => {
    if (!taken.ok) throw new Error('refused');
    const split = apply(taken.plan, splitLeg('main', 0, 15));
    expect(split.ok && split.plan.lines[0].legs.map((l) => l.startChain?.length)).toEqual([2, undefined]);
    const other = apply(taken.plan, setPipe('main', [0], 'astm-d2239-sidr15/1', 'wider'));
    if (!other.ok) throw new Error('refused');
    expect(at(other.plan, 'wall main').stale).toBe(true);
    expect(partsFindings(billOf(other.plan), compilePlan(other.plan)).map((f) => f.code)).toContain('parts-stale');
  });
  it('of a part that no catalogue has is a fault of the file', () => {
    const bad = {
      ...plan,
      lines: [{ ...plan.lines[0], legs: [{ ...plan.lines[0].legs[0], startChain: ['nothing'] }] }],
    };
    const loaded = loadPlan(savePlan(bad));
    expect(!loaded.ok && loaded.faults[0].path).toBe('$.lines[0].legs[0].startChain[0]');
  });
});

describe('frost, sun and overflow', () => {
  const codes = (plan: Plan): string[] =>
    partsFindings(billOf(plan), compilePlan(plan)).map((f) => `${f.code} ${f.at}`);
  it('pipe over the depth to which the ground freezes wants a drain or depth, where the plan says how deep', () => {
    const frozen = (depthM: number): Plan =>
      small(PE, (p) => {
        (p.nodes[1] as { setting?: object }).setting = { frostM: 0.6 };
        p.lines[0].legs[0].depthM = depthM;
      });
    expect(codes(frozen(0.4))).toContain('parts-frost ');
    expect(codes(frozen(0.7))).not.toContain('parts-frost ');
    expect(codes(small(PE))).not.toContain('parts-frost ');
  });
  it('white pipe that lies open is told, buried it is not', () => {
    const pvc = (depthM: number): Plan => small('astm-d1785-sch40/1', (p) => (p.lines[0].legs[0].depthM = depthM));
    expect(codes(pvc(0))).toContain('parts-sun main');
    expect(codes(pvc(0.4))).not.toContain('parts-sun main');
  });
  it('an overflow goes through its wall in the pipe nearest to its bore', () => {
    const plan = small(PE, (p) => {
      (p.nodes[0] as { overflowPipe?: object }).overflowPipe = { insideDiameterMm: 50, dropM: 0.5 };
    });
    const joint = at(plan, 'overflow hill');
    expect(joint.chain && closes(joint.chain)).toBe(true);
    expect(joint.chain?.to.size).toBe('2');
    expect(billOf(plan).holes.some((h) => h.at === 'hill')).toBe(true);
  });
});

describe('a float through a wall', () => {
  const swept = (heightM: number): string[] => {
    const plan = small(PE, (p) => {
      const inlet = (p.nodes[1] as { inlet: { heightM?: number; floatValve: { lever?: object } } }).inlet;
      inlet.heightM = heightM;
      inlet.floatValve.lever = { ballMm: 110, ratio: 5 };
    });
    return partsFindings(billOf(plan), compilePlan(plan)).map((f) => f.code);
  };
  it('strikes the floor as it is screwed in where its arm is longer than the hole is high', () => {
    // 2.3 balls of arm and half a ball: 0.308 m
    expect(swept(0.2)).toContain('parts-float-strikes');
    expect(swept(0.4)).not.toContain('parts-float-strikes');
  });
  it('reaches the wall opposite in a trough that is narrower than its arm', () => {
    const across = (widthM: number): string[] => {
      const plan = small(PE, (p) => {
        const trough = p.nodes[1] as { shape: object; inlet: { floatValve: { lever?: object } } };
        trough.shape = { type: 'box', lengthM: 2, widthM, heightM: 0.6 };
        trough.inlet.floatValve.lever = { ballMm: 110, ratio: 5 };
      });
      return partsFindings(billOf(plan), compilePlan(plan)).map((f) => f.code);
    };
    expect(across(0.3)).toContain('parts-float-across');
    expect(across(0.32)).not.toContain('parts-float-across');
  });
});

describe('chains that are kept at places and lines', () => {
  const flowOf = (p: Plan, line: string): number => {
    const result = solvePlan(compilePlan(p));
    expect(result.converged).toBe(true);
    return result.lines.get(line)?.flow ?? 0;
  };
  const done = (plan: Plan, command: Command): Plan => {
    const result = apply(plan, command);
    if (!result.ok) throw new Error(JSON.stringify(result.faults));
    return result.plan;
  };
  /** A tank, a trunk of 1 in to a tap on a tee, and from there on to another, smaller. */
  const forked = (): Plan => ({
    format: 'vernal-slope/plan',
    version: 1,
    title: 'Fork',
    nodes: [
      {
        id: 'hill',
        kind: 'tank',
        groundM: 110,
        shape: { type: 'vertical-cylinder', diameterM: 2, heightM: 2 },
        outletM: 0.1,
        overflowM: 1.9,
      },
      { id: 'fork', kind: 'outlet', groundM: 101, ratedFlowLpm: 20, ratedPressureKPa: 100 },
      { id: 'far', kind: 'outlet', groundM: 100, ratedFlowLpm: 15, ratedPressureKPa: 100 },
    ],
    lines: [
      { id: 'trunk', from: 'hill', to: 'fork', legs: [{ lengthM: 40, endGroundM: 101, pipe: 'astm-d2239-sidr15/1' }] },
      { id: 'on', from: 'fork', to: 'far', legs: [{ lengthM: 20, endGroundM: 100, pipe: 'astm-d2239-sidr15/1' }] },
    ],
  });
  const ofAnotherPipe = ['insert-tee/3_4x3_4'];

  it('another tee is taken: the run narrows with it, and what stands aside hangs on it', () => {
    const plan = forked();
    const tee = at(plan, 'tee fork 0');
    const wide = flowOf(plan, 'trunk');
    // a tee of half an inch between reducing adapters, where the catalogue joins it
    const small = tee.offers.find((c) => idsOf(c).join() !== idsOf(tee.chain!).join())!;
    const taken = done(plan, takeChain(tee.kept!, idsOf(small), 'another tee'));
    const after = at(taken, 'tee fork 0');
    expect(idsOf(after.chain!)).toEqual(idsOf(small));
    const aside = small.links.find((l) => l.part.placed)!.part.ends[2];
    expect(at(taken, 'tap fork').chain?.from).toEqual(aside);
    expect(closes(at(taken, 'tap fork').chain!)).toBe(true);
    expect(flowOf(taken, 'trunk')).toBeLessThan(wide);
    // and back
    const back = done(taken, takeChain(tee.kept!, undefined, 'the shortest'));
    expect(back.nodes[1].chains).toBeUndefined();
    expect(flowOf(back, 'trunk')).toBeCloseTo(wide, 12);
  });
  it('of a tee that does not mate are told, and the shortest is counted', () => {
    const plan = forked();
    const wrong = done(plan, takeChain({ node: 'fork', side: 'tee', index: 0 }, ofAnotherPipe, 'wrong'));
    const tee = at(wrong, 'tee fork 0');
    expect(tee.stale).toBe(true);
    expect(idsOf(tee.chain!)).toEqual(idsOf(at(plan, 'tee fork 0').chain!));
  });
  it('between a tee and its tap lose head at what the tap gives, as the parts say', () => {
    const plan = forked();
    // a nipple of 3/4 in and one of 1/4 in behind it
    const [wide, narrow] = ['nipple/npt-3_4-m/npt-3_4-m', 'nipple/npt-1_4-m/npt-1_4-m'].map((id) => findPart(id)!);
    const taken = structuredClone(plan);
    taken.nodes[1].chains = { tap: [wide.id, narrow.id] };
    const [before, after] = [plan, taken].map((p) => solvePlan(compilePlan(p)));
    const { flow, head } = after.nodes.get('fork')!;
    expect(flow).toBeLessThan(before.nodes.get('fork')!.flow);
    // the tap's law: head over its mouth = (Q / a)^2; on top of it in and out of the narrow one (Crane; Borda and Carnot)
    const a = 20 / 60_000 / Math.sqrt(100_000 / (compilePlan(plan).water.density * 9.80665));
    const beta = narrow.boreMm / wide.boreMm;
    const velocity = flow / ((Math.PI / 4) * (narrow.boreMm / 1000) ** 2);
    const lost = ((0.5 * (1 - beta ** 2) + (1 - beta ** 2) ** 2) * velocity ** 2) / (2 * 9.80665);
    expect(lost).toBeGreaterThan(0.1);
    expect((head - 101 - (flow / a) ** 2) / lost).toBeCloseTo(1, 2);
  });
  it('at a tap that ends its line are of no account at the place', () => {
    const plan = forked();
    const taken = structuredClone(plan);
    taken.nodes[2].chains = { tap: ['nipple/npt-1_8-m/npt-1_8-m'] };
    expect(flowOf(taken, 'on')).toBeCloseTo(flowOf(plan, 'on'), 12);
  });
  it('around an element and a reducer are kept with them, and are in the network', () => {
    const plan = forked();
    plan.lines[1].reducerKPa = 60;
    plan.lines[0].legs[0].treatment = [{ kind: 'sediment-20' }];
    for (const key of ['treatment trunk:0 0', 'reducer on:0']) {
      const joint = at(plan, key);
      const other = joint.offers.at(-1)!;
      expect(joint.offers.length, key).toBeGreaterThan(1);
      const taken = done(plan, takeChain(joint.kept!, idsOf(other), 'other'));
      expect(idsOf(at(taken, key).chain!), key).toEqual(idsOf(other));
      expect(flowOf(taken, 'trunk'), key).toBeLessThan(flowOf(plan, 'trunk'));
    }
  });
  it('of parts that no catalogue has are faults of the file, at their place', () => {
    const plan = forked();
    plan.nodes[1].chains = { tees: [['nothing']], tap: ['nothing'] };
    plan.lines[1].reducerChain = ['nothing'];
    const loaded = loadPlan(savePlan(plan));
    expect(!loaded.ok && loaded.faults.map((f) => f.path)).toEqual([
      '$.nodes[1].chains.tap[0]',
      '$.nodes[1].chains.tees[0][0]',
      '$.lines[1].reducerChain[0]',
    ]);
  });
});

describe('an old overflow', () => {
  const led = (insideDiameterMm: number, pipe: string, end?: { system: string; size: string; gender: 'none' }): Plan =>
    small(PE, (p) => {
      (p.nodes[0] as { overflowPipe?: object }).overflowPipe = {
        insideDiameterMm,
        dropM: 0.5,
        ...(end ? { end } : {}),
        lead: { pipe, lengthM: 12 },
      };
    });
  it('of 4 in goes down to a small pipe through a rubber coupling, its pipe in the bill', () => {
    const plan = led(100, 'astm-d1785-sch40/1-1/2', { system: 'sleeve', size: '4', gender: 'none' });
    const joint = at(plan, 'lead hill');
    expect(closes(joint.chain!)).toBe(true);
    expect(idsOf(joint.chain!).some((id) => id.startsWith('rubber-reducer/'))).toBe(true);
    // the hole is there: none is cut for it
    expect(jointsOf(plan).joints.some((j) => j.kind === 'overflow')).toBe(false);
    expect(billOf(plan).pipe.find((p) => p.pipe === 'astm-d1785-sch40/1-1/2')?.need).toBe(12);
    const found = partsFindings(billOf(plan), compilePlan(plan)).find((f) => f.code === 'parts-lead-narrow');
    expect(found?.values).toEqual({ lead: 0.04039, pipe: 0.1 });
  });
  it('that is made anew goes through its wall first, and a pipe as wide is not told', () => {
    const plan = led(50, 'astm-d1785-sch40/2');
    expect(
      jointsOf(plan)
        .joints.filter((j) => j.at === 'hill' && j.chain)
        .map((j) => j.kind),
    ).toEqual(['overflow', 'lead']);
    expect(partsFindings(billOf(plan), compilePlan(plan)).map((f) => f.code)).not.toContain('parts-lead-narrow');
  });
});

describe('a whole length with a price of its own', () => {
  it('is taken before the price of a metre, and where all have one the cheapest that holds is bought', () => {
    const plan = small(PE); // one run of 30 m
    const priced = (lengths: { lengthM: number; each: number }[], perM?: number): ReturnType<typeof billOf> =>
      billOf({
        ...plan,
        prices: {
          lengths: lengths.map((l) => ({ pipe: PE, ...l })),
          ...(perM === undefined ? {} : { pipes: [{ pipe: PE, perM }] }),
        },
      });
    const need = billOf(plan).pipe[0].need;
    const holds = [25, 50, 100].find((l) => l >= need)!;
    expect(priced([{ lengthM: holds, each: 60 }], 2).pipe[0].stock).toEqual([{ length: holds, count: 1, price: 60 }]);
    expect(priced([], 2).pipe[0].stock[0].price).toBe(2 * holds);
    // a coil of 100 m thrown out for less than the one of 50 m
    const cheap = priced([
      { lengthM: 25, each: 40 },
      { lengthM: 50, each: 60 },
      { lengthM: 100, each: 55 },
    ]);
    expect(cheap.pipe[0].stock).toEqual([{ length: 100, count: 1, price: 55 }]);
    // the price of a length that is not bought leaves the pipe unpriced
    expect(priced([{ lengthM: 100, each: 55 }]).unpriced).toContain(PE);
  });
});

describe('one system all the way', () => {
  it('has one kind of pipe, no adapters between kinds, and keeps the bore of every leg or the widest there is', () => {
    const mixed: Plan = small(PE, (p) => {
      p.lines[0].legs = [
        { lengthM: 20, endGroundM: 105, pipe: PE },
        { lengthM: 12, endGroundM: 100, pipe: 'astm-d1785-sch40/3/4' },
      ];
    });
    const ways = systemWays(mixed, 'metric');
    expect(ways.map((w) => [w.family, w.kinds, w.open])).toEqual([
      [undefined, 2, 0],
      ['PE SIDR-15', 1, 0],
      ['PVC Sch 40', 1, 0],
    ]);
    for (const w of ways.slice(1)) expect(w.parts).toBeLessThan(ways[0].parts);
    for (const w of ways.slice(1)) {
      const done = apply(mixed, oneSystem(w.family!));
      if (!done.ok) throw new Error('refused');
      expect(jointsOf(done.plan).joints.some((j) => j.kind === 'change')).toBe(false);
      // what each keeps of its flow is that of the plan it would be
      const flow = (p: Plan): number => solvePlan(compilePlan(p)).nodes.get('low')?.flow ?? 0;
      expect(w.least?.share).toBeCloseTo(flow(done.plan) / flow(mixed), 9);
    }
  });
  it('is what there is where one kind leads all the water', () => {
    expect(systemWays(small(PE), 'metric')).toHaveLength(1);
  });
});

describe('the bill', () => {
  it.each([
    ['ousel-bank', bank],
    ['bakehouse-yard', yard],
  ])('of %s counts every part of every chain', (_, plan) => {
    const { joints, items } = partsReport(plan) as unknown as {
      joints: { parts: { part: string }[] }[];
      items: { id: string; count: number }[];
    };
    const counted = new Map<string, number>();
    for (const j of joints) for (const p of j.parts) counted.set(p.part, (counted.get(p.part) ?? 0) + 1);
    const listed = new Map(items.map((i) => [i.id, i.count]));
    for (const [part, n] of counted) expect(listed.get(part), part).toBe(n);
  });
  it('cuts no more from a length than it has, and all that the plan takes', () => {
    for (const plan of [bank, yard])
      for (const p of billOf(plan).pipe) {
        for (const b of p.bins) expect(b.pieces.reduce((s, x) => s + x, 0)).toBeLessThanOrEqual(b.stock + 1e-9);
        expect(p.bins.flatMap((b) => b.pieces).reduce((s, x) => s + x, 0)).toBeCloseTo(p.need, 9);
      }
  });
  it('of a plan turned round is the same', () => {
    const turned: Plan = { ...bank, lines: [...bank.lines].reverse(), nodes: [...bank.nodes].reverse() };
    const counts = (plan: Plan): Map<string, number> => new Map(billOf(plan).items.map((i) => [i.id, i.count]));
    const [a, b] = [counts(bank), counts(turned)];
    expect(b.size).toBe(a.size);
    for (const [id, n] of a) expect(b.get(id), id).toBeCloseTo(n, 9);
    const stock = (plan: Plan): unknown =>
      billOf(plan)
        .pipe.map((p) => [p.pipe, p.stock])
        .sort();
    expect(stock(turned)).toEqual(stock(bank));
  });
  it('joins coils where a run is longer, less the couplings that are there', () => {
    const long = small(PE, (p) => (p.lines[0].legs[0].lengthM = 250));
    const join = billOf(long).joints.find((j) => j.kind === 'join');
    expect(join?.count).toBe(2);
    const there = small(PE, (p) => {
      p.lines[0].legs[0].lengthM = 250;
      p.lines[0].legs[0].fittings = [{ type: 'coupling-insert', count: 2 }];
    });
    const joints = billOf(there).joints;
    expect(joints.filter((j) => j.kind === 'join')).toEqual([]);
    expect(joints.find((j) => j.kind === 'fitting')?.count).toBe(2);
  });
  it('keeps the cuts of each stand where two take the same timber', () => {
    const two = structuredClone(bank);
    const tank = two.nodes.find((n) => n.kind === 'tank' && n.stand && (n.standM ?? 0) > 0);
    if (!tank) throw new Error('no stand');
    two.nodes.push({ ...structuredClone(tank), id: 'second-stand' });
    const timber = (plan: Plan): number[] =>
      billOf(plan).items.flatMap((i) => (i.timber?.[0].kind === 'timber' ? [i.timber.length] : []));
    expect(new Set(timber(bank))).toEqual(new Set([1]));
    expect(new Set(timber(two))).toEqual(new Set([2]));
  });
  it('counts two clamps a barb and a roll of tape', () => {
    const { items } = billOf(small(PE));
    const count = (id: string): number | undefined => items.find((i) => i.id === id)?.count;
    expect(count('clamp/insert_3_4')).toBe(4);
    expect(count('tape')).toBe(1);
    expect(count('spare/clamp/insert_3_4')).toBe(2);
  });
  it('leaves cement out where sockets are pushed together dry', () => {
    const pvc = small('astm-d1785-sch40/3/4');
    const ids = (plan: Plan): string[] => billOf(plan).items.map((i) => i.id);
    expect(ids(pvc)).toContain('cement/pvc');
    expect(ids({ ...pvc, settings: { sockets: 'dry' } })).not.toContain('cement/pvc');
  });
  it('has one hole for each part through a wall, with the saw as it is sold', () => {
    expect(partsReport(small(PE)).holes).toEqual([
      expect.objectContaining({ at: 'main', sawMm: 41.3, saw: '1 5/8 in', wallMm: [1, 12] }),
      expect.objectContaining({ at: 'main:0', sawMm: 34.9, saw: '1 3/8 in' }),
    ]);
  });
  it('warns where a wall that was measured is outside of what the bulkhead closes on', () => {
    const plan = small(PE);
    const codes = (wall: number): string[] => {
      const done = apply(plan, setWall('hill', wall));
      if (!done.ok) throw new Error('refused');
      return partsFindings(billOf(done.plan), compilePlan(done.plan)).map((f) => `${f.code} ${f.at}`);
    };
    expect(codes(6)).toContain('parts-walls-suit ');
    expect(codes(40)).toContain('parts-wall hill');
  });
  it('takes off what is in the shed and what is bought, and says what has no price', () => {
    const plan = small(PE);
    const steps = [
      setPartPrice('clamp/insert_3_4', 0.5),
      setShed('clamp/insert_3_4', 3),
      takePrices([{ id: PE, price: 1.2, pipe: true }]),
      setStock(PE, [50]),
    ];
    let now = plan;
    for (const s of steps) {
      const done = apply(now, s);
      if (!done.ok) throw new Error(JSON.stringify(done.faults));
      now = done.plan;
    }
    const bill = billOf(now);
    expect(bill.total).toBeCloseTo(4 * 0.5 + 50 * 1.2, 9);
    expect(bill.toSpend).toBeCloseTo(0.5 + 60, 9);
    expect(bill.unpriced).not.toContain(PE);
    const bought = apply(now, setBought(PE, true));
    expect(bought.ok && billOf(bought.plan).toSpend).toBeCloseTo(0.5, 9);
  });
});

describe('workings of parts', () => {
  const priced = takePrices([
    { id: PE, price: 1.2, pipe: true },
    { id: 'tape', price: 2, pipe: false },
  ]);
  const done = apply(bank, priced);
  if (!done.ok) throw new Error('refused');
  const bill = billOf(done.plan);
  const ways = otherWays(done.plan, bill);
  const narrow = bill.joints.find((j) => j.kept && j.chain && j.boreMm !== undefined && j.chain.boreMm < j.boreMm);
  it.each([
    ['a part', itemWorking(bill, 'insert-coupling/insert-3_4-m/insert-3_4-m')],
    ['clamps', itemWorking(bill, 'clamp/insert_3_4')],
    ['pipe', pipeWorking(bill, bill.pipe[0])],
    ['narrowing', narrow && narrowWorking(bill, narrow, 2e-4)],
    ['carrying', haulWorking(done.plan, ways)],
    ['paying back', paidWorking(done.plan, ways)],
    ['pumping', pumpWorking(done.plan, ways)],
  ])('of %s gives its result, in any units', (_, w) => {
    if (!w) throw new Error('no working');
    expect(ruleValue(w)).toBeCloseTo(w.result.value, 9);
    expect(() => holdsInAnyUnits(w)).not.toThrow();
  });
  it('of a part that chains take names every place that takes it', () => {
    const w = itemWorking(bill, 'bulkhead/npt-3_4-f');
    expect(w?.terms.length).toBe(
      bill.joints.filter((j) => j.chain && idsOf(j.chain).includes('bulkhead/npt-3_4-f')).length,
    );
  });
});

describe('other ways', () => {
  it('carry whole trips, and are paid in the week that the bill is reached', () => {
    const done = apply(small(PE), takePrices([{ id: PE, price: 2, pipe: true }]));
    if (!done.ok) throw new Error('refused');
    const plan: Plan = {
      ...done.plan,
      shop: { haul: { litresPerDay: 250, litresPerTrip: 600, tripMin: 30, fuelPerTrip: 4, hourWorth: 10 } },
    };
    // 1,750 L a week in trips of 600: three, at 4 and half an hour of 10 each: 27 a week; 50 m at 2 are 100
    const w = otherWays(plan, billOf(plan));
    // and ten hours of building it at 10 each
    const built = otherWays({ ...plan, shop: { ...plan.shop, buildHours: 10 } }, billOf(plan));
    expect([w.hauled.tripsAWeek, w.hauled.week]).toEqual([3, 27]);
    expect([built.cost, built.paidWeek, built.paidTrips]).toEqual([200, 8, 23]);
    expect(built.paidMonth).toBe(2);
    // by rule: 40 m laid open at 0.02, two joints at 0.2, two holes at 0.25
    expect(w.buildHours).toBeCloseTo(0.8 + 0.4 + 0.5, 9);
  });
  it('pump the water for its weight: 1 m³ a day by 20 m at 35 % takes 0.156 kWh', () => {
    const plan: Plan = {
      ...small(PE),
      shop: { haul: { litresPerDay: 1000, weeksPerYear: 1 }, pump: { headM: 20, efficiency: 0.35 } },
    };
    expect(otherWays(plan, billOf(plan)).pump.kWhAYear / 7).toBeCloseTo(0.1557, 3);
  });
});

describe('lists', () => {
  const bill = billOf(small(PE));
  it('go out as a sheet whose prices come in again', () => {
    const csv = billCsv(bill).replace(/,,/g, ',3.5,');
    expect(csv.split('\n')[0].trim()).toBe('id,name,aisle,count,per,price,in the shed,bought,note');
    const back = readPrices(csv, bill);
    expect(back.faults).toEqual([]);
    expect(back.rows).toContainEqual({ id: PE, price: 3.5, pipe: true });
  });
  it('read columns in any order, decimal commas and signs of money', () => {
    const { rows } = readPrices(`price;note;id\n"1.234,50";x;tape\n€ 0,65;;clamp/insert_3_4\n`, bill);
    expect(rows).toEqual([
      { id: 'tape', price: 1234.5, pipe: false },
      { id: 'clamp/insert_3_4', price: 0.65, pipe: false },
    ]);
  });
  it('tell a price below nothing, an unknown part and a missing column, and take the rest', () => {
    const { rows, faults } = readPrices('id,price\ntape,-3\nlead,4\nclamp/insert_3_4,0.5\ntool/drill,\n', bill);
    expect(rows).toEqual([{ id: 'clamp/insert_3_4', price: 0.5, pipe: false }]);
    expect(faults.map((f) => `${f.path} ${f.message}`)).toEqual([
      'row 2 "-3" is no price',
      'row 3 "lead" is nothing of this bill',
    ]);
    expect(readPrices('part,cost\ntape,2', bill).faults[0].message).toBe('has no column "price"');
  });
  it('go to a telephone as plain text, by aisle, without what is bought', () => {
    const done = apply(small(PE), setBought('tape', true));
    if (!done.ok) throw new Error('refused');
    const text = billText(billOf(done.plan), (m) => `${m} m`);
    expect(text).toContain('PIPE\n[ ] 1 of 50 m  3/4 in PE SIDR-15');
    expect(text).not.toContain('Tape for threads');
  });
});

describe('bad input', () => {
  const refused = (shop: unknown): string[] => {
    const loaded = loadPlan(JSON.stringify({ ...small(PE), shop }));
    return loaded.ok ? [] : loaded.faults.map((f) => f.path);
  };
  it('a price of minus 3 and a stock length of 0 are faults of the plan', () => {
    expect(refused({ stock: [{ pipe: PE, lengthsM: [0] }] })).toEqual(['$.shop.stock[0].lengthsM[0]']);
    const minus = apply(small(PE), setPartPrice('tape', -3));
    expect(minus.ok).toBe(false);
  });
  it('an end that no table knows is a hole, not a crash', () => {
    const odd = small(PE, (p) => {
      p.nodes[0] = { ...p.nodes[0], outletEnd: { system: 'lead', size: '9', gender: 'male' } } as Plan['nodes'][0];
    });
    expect(at(odd, 'wall main').chain?.from.system).toBe('hole');
  });
  it('every pipe of the catalogue has ends, or is one of the few that no shop joins', () => {
    const none = PIPE_ROWS.filter((r) => pipeEnds(r.id).length === 0).map((r) => `${r.family} ${r.nominal}`);
    expect(none.filter((n) => !/copper sizes|PEX SDR 9 5.8/.test(n))).toEqual([]);
    expect(
      chainOf({ system: 'npt', size: '1', gender: 'male' }, ['no-such-part'], {
        system: 'npt',
        size: '1',
        gender: 'male',
      }),
    ).toBeUndefined();
  });
});
