// The work of a plan: an order that holds for any plan, waits as published, days without surprises, a calendar that others read.
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { curing } from '@vernal-slope/core/stand';
import { holdsInAnyUnits, ruleValue } from '@vernal-slope/core/working';
import { changeFaults, loadPlan, savePlan } from '../document/index.ts';
import { applyCommand, type Command } from '../edit/index.ts';
import { billOf } from '../parts/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  buildFindings,
  buildSteps,
  changeBuild,
  datedSteps,
  setOff,
  hoursWorking,
  stepParts,
  stepPipe,
  stepStand,
  stepsIcs,
  stepsReport,
  tickStep,
  weekday,
  WORK,
  type BuildStep,
} from './index.ts';

const demo = (name: string): Plan => {
  const loaded = loadPlan(
    readFileSync(fileURLToPath(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url)), 'utf8'),
  );
  if (!loaded.ok) throw new Error(JSON.stringify(loaded.faults));
  return loaded.plan;
};
const bank = demo('ousel-bank');
const yard = demo('bakehouse-yard');
const croft = demo('kestrel-croft');

function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a * 1664525 + 1013904223) >>> 0;
    return a / 4294967296;
  };
}
/** Any places, joined any way: rings, lines drawn against the water, what hangs loose. */
function anyPlan(seed: number): Plan {
  const next = random(seed * 7919);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)];
  const count = 2 + Math.floor(9 * next());
  const nodes = Array.from({ length: count }, (_, k): object => {
    const id = `n${k}`;
    const groundM = 100 - 3 * k;
    const kind =
      k === 0 ? pick(['tank', 'source']) : pick(['tank', 'trough', 'outlet', 'junction', 'source', 'outlet']);
    const shape = { type: 'vertical-cylinder', diameterM: 1.2, heightM: 1 };
    const floatValve = {
      seatMm: 8,
      dischargeCoefficient: 0.62,
      characteristic: 'proportional',
      closeLevelM: 0.8,
      bandM: 0.04,
    };
    const inlet = next() < 0.6 ? { at: 'top', floatValve } : undefined;
    switch (kind) {
      case 'tank':
        return {
          id,
          kind,
          groundM,
          shape,
          outletM: 0.1,
          overflowM: 0.9,
          ...(inlet ? { inlet } : {}),
          ...(next() < 0.4 ? { standM: 1.8, stand: { kind: 'posts' } } : {}),
        };
      case 'trough':
        return { id, kind, groundM, shape, overflowM: 0.9, inlet: inlet ?? { at: 'top', floatValve } };
      case 'outlet':
        return { id, kind, groundM, ratedFlowLpm: 10, ratedPressureKPa: 50, ...(next() < 0.4 ? { use: 'wash' } : {}) };
      case 'source':
        return {
          id,
          kind,
          groundM,
          type: pick(['spring', 'stream', 'roof', 'pump', 'ram', 'haul', 'mains']),
          yieldLpm: 5,
        };
      default:
        return { id, kind, groundM };
    }
  });
  const lines = Array.from({ length: Math.floor(1.5 * count * next()) }, (_, k): object | undefined => {
    const [a, b] = [Math.floor(next() * count), Math.floor(next() * count)];
    if (a === b) return undefined;
    return {
      id: `l${k}`,
      from: `n${a}`,
      to: `n${b}`,
      legs: [
        {
          lengthM: 60,
          endGroundM: 100 - 3 * b,
          pipe: pick(['astm-d2239-sidr15/3/4', 'astm-d1785-sch40/1', 'iso-4427-pe100-sdr11/25']),
          ...(next() < 0.6 ? { depthM: 0.4 + next() } : {}),
        },
      ],
    };
  }).filter((l) => l !== undefined);
  return { format: 'vernal-slope/plan', version: 1, title: 'Any', nodes, lines } as unknown as Plan;
}
const apply = (plan: Plan, command: Command): Plan => {
  const done = applyCommand(plan, command)?.plan ?? plan;
  expect(changeFaults(plan, done)).toEqual([]);
  return done;
};
const place = (steps: readonly BuildStep[]): ((id: string) => number) => {
  const at = new Map(steps.map((s, k) => [s.id, k]));
  return (id) => at.get(id) ?? -1;
};
const DAY_S = 86_400;
const dayOf = (date: string): number => Date.parse(`${date}T00:00:00Z`) / 86_400_000;

/** Whatever the plan: what the craft says comes before what. */
function holdsFor(plan: Plan): void {
  const steps = buildSteps(plan);
  const at = place(steps);
  expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  for (const s of steps)
    for (const h of s.holds) {
      expect(h.of).not.toBe(s.id);
      expect(at(h.of), `${s.id} after ${h.of}`).toBeGreaterThanOrEqual(0);
      expect(at(h.of), `${s.id} after ${h.of}`).toBeLessThan(at(s.id));
      expect(h.wait).toBeGreaterThanOrEqual(steps[at(h.of)].wait);
    }
  const before = (a: string, b: string): void => {
    if (at(a) >= 0 && at(b) >= 0) expect(at(a), `${a} before ${b}`).toBeLessThan(at(b));
  };
  for (const line of plan.lines) {
    before(`trench:${line.id}`, `lay:${line.id}`);
    before(`lay:${line.id}`, `flush:${line.id}`);
    // no float, no tap, no element goes on before the line was flushed with its end open
    before(`flush:${line.id}`, `float:${line.to}`);
    before(`flush:${line.id}`, `tap:${line.to}`);
    before(`flush:${line.id}`, `elements:${line.id}`);
    before(`flush:${line.id}`, `leaks:${line.id}`);
    before(`leaks:${line.id}`, `cover:${line.id}`);
    before(`bleed:${line.id}`, `level:${line.to}`);
    before(`leaks:${line.id}`, 'disinfect:drinking');
    expect(at(`flush:${line.id}`)).toBeGreaterThanOrEqual(0);
  }
  for (const n of plan.nodes) {
    before(`pour:${n.id}`, `stand:${n.id}`);
    before(`stand:${n.id}`, `set-tank:${n.id}`);
    before(`set-tank:${n.id}`, `fill-half:${n.id}`);
    before(`drill:${n.id}`, `fittings:${n.id}`);
    before(`fittings:${n.id}`, `fill-half:${n.id}`);
    before(`fill-half:${n.id}`, `fill:${n.id}`);
    before(`float:${n.id}`, `level:${n.id}`);
  }
  before('disinfect:drinking', 'sample:drinking');
}

describe('the order of work', () => {
  it.each([
    ['ousel-bank', bank],
    ['bakehouse-yard', yard],
    ['kestrel-croft', croft],
  ])('of %s holds', (_, plan) => {
    holdsFor(plan);
  });
  it('holds for any plan: rings, loose ends, lines drawn against the water', () => {
    for (let seed = 1; seed <= 300; seed++) holdsFor(anyPlan(seed));
  });
  it('of an empty plan is nothing', () => {
    expect(buildSteps({ format: 'vernal-slope/plan', version: 1, title: 'Nothing', nodes: [], lines: [] })).toEqual([]);
  });
  it('flushes a line with water that is there: after its tank was filled, and that after the line to it', () => {
    const at = place(buildSteps(bank));
    const course = [
      'intake:adit',
      'flush:adit-hill',
      'fill-half:hill',
      'flush:main',
      'float:low',
      'leaks:main',
      'cover:main',
    ];
    expect(course.map(at).every((k, i, all) => k >= 0 && (i === 0 || k > all[i - 1]))).toBe(true);
  });
  it('lets no trench lie open while others are dug: a line is covered before the next one of its kind is begun', () => {
    const at = place(buildSteps(bank));
    expect(at('cover:adit-hill')).toBeLessThan(at('trench:main'));
    expect(at('cover:bunk')).toBeGreaterThan(at('trench:bunk'));
  });
  it('what people drink from is disinfected whole, and sampled; a plan without a drinking tap has neither', () => {
    const clean = buildSteps(bank).find((s) => s.work === 'disinfect')!;
    expect(clean.of).toEqual(expect.arrayContaining(['kitchen', 'hill', 'adit', 'bakehouse', 'adit-hill']));
    expect(clean.cautions).toContain('chlorine');
    const washing: Plan = {
      ...bank,
      nodes: bank.nodes.map((n) => (n.kind === 'outlet' ? { ...n, use: 'wash' as const } : n)),
    };
    expect(buildSteps(washing).some((s) => s.work === 'disinfect' || s.work === 'sample')).toBe(false);
  });
  it('cautions stand where it can hurt: a deep trench, lifting, a vessel’s inside, chlorine, buried cables', () => {
    const deep: Plan = {
      ...bank,
      lines: bank.lines.map((l) => ({ ...l, legs: l.legs.map((leg) => ({ ...leg, depthM: 1.5 })) })),
    };
    const cautions = (plan: Plan, id: string): readonly string[] => buildSteps(plan).find((s) => s.id === id)!.cautions;
    expect(cautions(deep, 'trench:main')).toContain('trench');
    expect(cautions(bank, 'trench:main')).not.toContain('trench');
    expect(cautions(bank, 'trench:main')).toContain('utilities');
    expect(cautions(bank, 'intake:adit')).toContain('confined');
    expect(cautions(bank, 'set-tank:bakehouse-tank')).toEqual(expect.arrayContaining(['lifting', 'height']));
  });
  it('says of every piece of work why, and its craft', () => {
    for (const w of Object.values(WORK)) {
      expect(w.why.length).toBeGreaterThan(20);
      expect(w.title('X')).not.toBe('');
    }
  });
});

describe('waits', () => {
  const find = (plan: Plan, id: string): BuildStep => buildSteps(plan).find((s) => s.id === id)!;
  it('of concrete are those of the Stand step: light before the posts, full before it is filled to the overflow', () => {
    for (const temperatureC of [20, 12, 7, 2]) {
      const plan = apply(
        bank,
        changeBuild('cold', (b) => (b.temperatureC = temperatureC)),
      );
      const cure = curing(temperatureC);
      expect(find(plan, 'pour:bakehouse-tank').wait).toBe(cure.light * DAY_S);
      const full = find(plan, 'fill:bakehouse-tank').holds.find((h) => h.of === 'pour:bakehouse-tank');
      expect(full?.wait).toBe(cure.full * DAY_S);
      const dated = datedSteps(plan, '2026-05-01');
      const day = (id: string): number => dayOf(dated.find((s) => s.id === id)!.first);
      const poured = dayOf(dated.find((s) => s.id === 'pour:bakehouse-tank')!.last);
      expect(day('stand:bakehouse-tank')).toBeGreaterThanOrEqual(poured + cure.light);
      expect(day('fill:bakehouse-tank')).toBeGreaterThanOrEqual(poured + cure.full);
    }
  });
  it('of cement are a day before water, two in the cold; a dry school has none', () => {
    const pvc: Plan = {
      ...bank,
      lines: bank.lines.map((l) => ({ ...l, legs: l.legs.map((leg) => ({ ...leg, pipe: 'astm-d1785-sch40/1' })) })),
    };
    expect(find(pvc, 'lay:main').wait).toBe(DAY_S);
    expect(find({ ...pvc, build: { temperatureC: 8 } }, 'lay:main').wait).toBe(2 * DAY_S);
    expect(find({ ...pvc, settings: { ...pvc.settings, sockets: 'dry' } }, 'lay:main').wait).toBe(0);
    expect(find(bank, 'lay:main').wait).toBe(0);
    // silicone around what goes through a wall
    expect(find(bank, 'fittings:low').wait).toBe(DAY_S);
  });
});

describe('the weather', () => {
  const climate = (tMeanC: number[]): Plan['climate'] => ({
    monthly: { rainMm: tMeanC.map(() => 50), tMaxC: tMeanC.map((t) => t + 5), tMinC: tMeanC.map((t) => t - 5) },
  });
  const year = [-2, 0, 4, 8, 13, 17, 20, 19, 15, 10, 4, 0];
  const known: Plan = { ...bank, climate: climate(year) };
  const first = (plan: Plan, id: string, from: string): string =>
    datedSteps(plan, from).find((s) => s.id === id)!.first;
  it('concrete waits for a month with a mean of 5 °C; what is dug does not', () => {
    expect(first(known, 'footings:bakehouse-tank', '2026-11-02') < '2026-12-31').toBe(true);
    expect(first(known, 'pour:bakehouse-tank', '2026-11-02')).toBe('2027-04-01');
    const steps = datedSteps(known, '2026-11-02');
    expect(steps.find((s) => s.id === 'pour:bakehouse-tank')!.warmFrom).toBe('2027-04-01');
    expect(buildFindings(known, steps).map((f) => f.code)).toContain('build-warm');
  });
  it('who says how warm it is while it is built, or has no warm month, does not wait; nor in summer', () => {
    const warmed = apply(
      known,
      changeBuild('tent', (b) => (b.temperatureC = 12)),
    );
    expect(first(warmed, 'pour:bakehouse-tank', '2026-11-02') < '2026-12-31').toBe(true);
    const never: Plan = { ...bank, climate: climate(year.map((t) => t - 30)) };
    expect(first(never, 'pour:bakehouse-tank', '2026-11-02') < '2026-12-31').toBe(true);
    expect(datedSteps(known, '2026-05-04').some((s) => s.warmFrom)).toBe(false);
  });
  it('cement stands by the month in which it comes', () => {
    const pvc: Plan = {
      ...known,
      lines: bank.lines.map((l) => ({ ...l, legs: l.legs.map((leg) => ({ ...leg, pipe: 'astm-d1785-sch40/1' })) })),
    };
    const wait = (from: string): number => datedSteps(pvc, from).find((s) => s.id === 'lay:main')!.wait / DAY_S;
    expect([wait('2026-06-01'), wait('2026-10-01')]).toEqual([1, 2]);
  });
});

describe('hours', () => {
  it('add up from their parts, in a working whose rule gives them', () => {
    for (const s of buildSteps(bank)) {
      const working = hoursWorking(s);
      expect(ruleValue(working), s.id).toBeCloseTo(s.time, 6);
      expect(holdsInAnyUnits(working), s.id).toBe(true);
    }
    const lay = buildSteps(bank).find((s) => s.id === 'lay:main')!;
    expect(lay.hours.find((h) => h.counts === 'metres')?.n).toBeCloseTo(382, 0);
  });
});

describe('days', () => {
  it('fall on days of work, and move with the start', () => {
    const plan = apply(
      bank,
      changeBuild('week', (b) => (b.workDays = [1, 2, 3, 4, 5])),
    );
    for (const from of ['2026-05-01', '2026-10-24', '2027-02-27'])
      for (const s of datedSteps(plan, from)) {
        expect(weekday(dayOf(s.first))).toBeLessThanOrEqual(5);
        expect(dayOf(s.first)).toBeGreaterThanOrEqual(dayOf(from));
      }
  });
  it('a storm moves what was planned on it', () => {
    const first = datedSteps(bank, '2026-05-01').find((s) => s.id === 'intake:adit')!.first;
    const after = datedSteps(apply(bank, setOff(first, true)), '2026-05-01').find((s) => s.id === 'intake:adit')!.first;
    expect(dayOf(after)).toBeGreaterThan(dayOf(first));
    expect(
      datedSteps(apply(apply(bank, setOff(first, true)), setOff(first, false)), '2026-05-01').find(
        (s) => s.id === 'intake:adit',
      )!.first,
    ).toBe(first);
  });
  it('are the same in every time zone and over changes of clocks', () => {
    const zone = process.env.TZ;
    try {
      const found = ['UTC', 'America/New_York', 'Pacific/Auckland', 'Europe/Berlin'].map((tz) => {
        process.env.TZ = tz;
        return datedSteps(bank, '2026-10-20').map((s) => `${s.first} ${s.last}`);
      });
      for (const f of found) expect(f).toEqual(found[0]);
    } finally {
      process.env.TZ = zone;
    }
  });
  it('what is ticked off keeps its day and its note, and comes open again', () => {
    const ticked = apply(bank, tickStep('pegs:all', '2026-05-04', 'with the neighbour’s level'));
    const pegs = datedSteps(ticked, '2026-05-01').find((s) => s.id === 'pegs:all')!;
    expect([pegs.first, pegs.done]).toEqual(['2026-05-04', { on: '2026-05-04', note: 'with the neighbour’s level' }]);
    const open = apply(ticked, tickStep('pegs:all', undefined));
    expect(datedSteps(open, '2026-05-01').find((s) => s.id === 'pegs:all')!.done).toBeUndefined();
    const reread = loadPlan(savePlan(ticked));
    expect(reread.ok && reread.plan.build?.done).toEqual(ticked.build?.done);
  });
  it('done before the concrete bore is told, in time it is not', () => {
    const poured = apply(bank, tickStep('pour:bakehouse-tank', '2026-05-04'));
    const codes = (on: string): unknown[] =>
      buildFindings(bank, datedSteps(apply(poured, tickStep('stand:bakehouse-tank', on)), '2026-05-01'))
        .filter((f) => f.code === 'build-early')
        .map((f) => f.values);
    expect(codes('2026-05-06')).toEqual([
      {
        step: 'Posts, beams, braces and deck of Bakehouse tank',
        of: 'Pour the footings of Bakehouse tank',
        from: '2026-05-08',
      },
    ]);
    expect(codes('2026-05-08')).toEqual([]);
  });
  it('a date that no calendar has, and a step that is none, are faults or do nothing', () => {
    const bad = { ...bank, build: { from: '2026-02-31x' } };
    expect(loadPlan(savePlan(bad as Plan)).ok).toBe(false);
    const none = { ...bank, build: { workDays: [] } };
    expect(loadPlan(savePlan(none as Plan)).ok).toBe(false);
    const stray = apply(bank, tickStep('nothing:there', '2026-05-04'));
    expect(datedSteps(stray, '2026-05-01').some((s) => s.done)).toBe(false);
  });
});

describe('what a step takes', () => {
  it('together are the parts of the joints of the bill, each once', () => {
    const bill = billOf(bank);
    const counted = new Map<string, number>();
    for (const s of buildSteps(bank))
      for (const p of stepParts(bill, s)) counted.set(p.id, (counted.get(p.id) ?? 0) + p.count);
    const listed = new Map<string, number>();
    for (const j of bill.joints)
      for (const l of j.chain?.links ?? []) listed.set(l.part.id, (listed.get(l.part.id) ?? 0) + j.count);
    expect(counted).toEqual(listed);
  });
  it('pipe of all laid lines is the pipe of the bill; timber, concrete and gravel those of the stand', () => {
    const bill = billOf(bank);
    const metres = new Map<string, number>();
    for (const s of buildSteps(bank))
      for (const p of stepPipe(bill, s)) metres.set(p.name, (metres.get(p.name) ?? 0) + p.length);
    for (const p of bill.pipe) expect(metres.get(p.name), p.name).toBeCloseTo(p.need, 6);
    const stand = buildSteps(bank).flatMap((s) => stepStand(bill, s, 'metric').map((t) => ({ ...t, work: s.work })));
    const listed = bill.items.filter((i) => i.group === 'timber');
    expect(stand.map((t) => t.id).sort()).toEqual(listed.map((i) => i.id).sort());
    expect(stand.find((t) => t.id === 'concrete bag')?.work).toBe('pour');
    for (const t of stand) expect(t.count).toBeCloseTo(listed.find((i) => i.id === t.id)!.count, 6);
  });
});

describe('the calendar', () => {
  const read = (plan: Plan, from: string): { uid: string; summary: string; first: string; end: string }[] => {
    const ics = stepsIcs(plan, datedSteps(plan, from), Date.UTC(2026, 3, 1));
    const component = new ICAL.Component(ICAL.parse(ics) as unknown[]);
    return component.getAllSubcomponents('vevent').map((v) => {
      const event = new ICAL.Event(v);
      expect(event.startDate.isDate).toBe(true);
      return {
        uid: event.uid,
        summary: event.summary,
        first: event.startDate.toString(),
        end: event.endDate.toString(),
      };
    });
  };
  it('is read by another program: each step on its days, over changes of clocks too', () => {
    const odd: Plan = { ...bank, title: 'Bank; “upper”, and\nlower' };
    for (const [plan, from] of [
      [bank, '2026-03-20'],
      [odd, '2026-10-15'],
    ] as const) {
      const steps = datedSteps(plan, from);
      const events = read(plan, from);
      expect(events.map((e) => e.summary)).toEqual(steps.map((s) => s.title));
      expect(events.map((e) => e.first)).toEqual(steps.map((s) => s.first));
      // the end is the day after the last
      expect(events.map((e) => dayOf(e.end))).toEqual(steps.map((s) => dayOf(s.last) + 1));
      expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
    }
  });
  it('has the same names when the start moves: a calendar that takes it again moves its entries', () => {
    expect(read(bank, '2026-06-01').map((e) => e.uid)).toEqual(read(bank, '2026-05-01').map((e) => e.uid));
  });
});

it('the report says what waits for what, and how long', () => {
  const { steps } = stepsReport(bank, '2026-05-01') as unknown as {
    steps: { id: string; after: string[]; waitH: number; start: string; does: string }[];
  };
  const at = new Map(steps.map((s, k) => [s.id, { ...s, k }]));
  for (const s of steps)
    for (const a of s.after) {
      const before = at.get(a)!;
      expect(before.k).toBeLessThan(at.get(s.id)!.k);
      expect(dayOf(s.start) - dayOf(before.start)).toBeGreaterThanOrEqual(Math.floor(before.waitH / 24));
    }
  expect(at.get('pour:bakehouse-tank')?.does).toBe('pour');
});
