// Places added, joined, named and taken out: what is refused and why, what becomes of what hangs on them, and that any
// sequence of such edits leaves a plan that can be kept, solved and undone.
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { checkPlan, crossChecks, loadPlan, looseFaults, savePlan } from '../document/index.ts';
import { judgePlan, solvePlan } from '../solve/index.ts';
import { balanceFindings, planBalance, storeFindings } from '../budget/index.ts';
import type { Plan } from '../schema/index.ts';
import { lineName, looseEnds, routeTo } from '../topology/index.ts';
import {
  addPlace,
  addRefusal,
  applyCommand,
  freeName,
  hangsOnLine,
  hangsOnPlace,
  joinRefusal,
  joinSpots,
  placeAt,
  PRESETS,
  renameLine,
  renamePlace,
  setFeeds,
  takeOutLine,
  takeOutPlace,
  undoEdit,
  wayBetween,
  type Command,
  type Edit,
  type LineSpot,
  type PresetKey,
} from './index.ts';

const EMPTY: Plan = { format: 'vernal-slope/plan', version: 1, title: 'Mine', nodes: [], lines: [] };
const ousel = ((): Plan => {
  const read = loadPlan(
    readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
  );
  if (!read.ok) throw new Error('the demo plan has faults');
  return read.plan;
})();

const done = (plan: Plan, command: Command): Plan => {
  const applied = applyCommand(plan, command);
  if (!applied) return plan;
  expect(undoEdit(applied.plan, applied.edit)).toEqual(plan);
  const checked = checkPlan(applied.plan);
  expect(checked.ok ? [] : checked.faults).toEqual([]);
  return applied.plan;
};
const put = (plan: Plan, key: PresetKey, at?: LineSpot, riseM = 0, lengthM?: number): [Plan, string] => {
  const command = addPlace(plan, key, at ? { by: 'line', at, riseM, lengthM } : { by: 'later', groundM: 100 });
  return [done(plan, command), command.node];
};
const findingsOf = (plan: Plan): string[] => {
  const c = compilePlan(plan);
  return judgePlan(c, solvePlan(c)).map((f) => `${f.code} ${f.at}`);
};
const place = (id: string): LineSpot => ({ place: id });

describe('a place of one’s own, from nothing', () => {
  // the spring, the tank, the trough over a hump, the cabin and the second tank of a new user
  let plan = EMPTY;
  let [spring, tank, trough, tap, second] = ['', '', '', '', ''];
  it('begins with a spring that feeds nothing, and says so', () => {
    [plan, spring] = put(EMPTY, 'spring');
    expect(findingsOf(plan)).toContain('source-feeds-nothing spring');
    expect(planBalance(plan).idle).toEqual(new Set(['spring']));
  });
  it('leads it to a tank, the tank to a trough, and a tee of that line to a tap', () => {
    [plan, tank] = put(plan, 'tank', place(spring), -3, 15);
    [plan, trough] = put(plan, 'trough', place(tank), -8, 120);
    const main = plan.lines.find((l) => l.to === trough)!.id;
    [plan, tap] = put(plan, 'kitchen', { line: main, leg: 0, along: 50 }, 0.5, 12);
    expect(plan.lines.map((l) => lineName(plan, l.id))).toEqual([
      'Spring to tank',
      'Tank to tee',
      'Tee to trough',
      'Tee to kitchen tap',
    ]);
    expect(plan.lines.map((l) => l.legs[0].lengthM)).toEqual([15, 50, 70, 12]);
    expect(plan.nodes.find((n) => n.id === 'tee')?.groundM).toBeCloseTo(97 - (8 * 50) / 120, 3);
    expect(looseEnds(plan)).toEqual([]);
    const result = solvePlan(compilePlan(plan));
    expect(result.converged).toBe(true);
    expect(result.nodes.get(tap)?.flow).toBeGreaterThan(0);
  });
  it('and a second tank that the first fills through its float', () => {
    [plan, second] = put(plan, 'float-tank', place(tank), -4, 40);
    expect(looseEnds(plan)).toEqual([]);
    expect(plan.nodes.find((n) => n.id === second)).toMatchObject({ name: 'Tank 2', inlet: { floatValve: {} } });
    expect(routeTo(plan, second)?.start).toBe(tank);
  });
  it('stands in feet, gallons and psi for who thinks in them: round figures', () => {
    const us = { ...EMPTY, settings: { units: 'us' as const } };
    const [p] = put(us, 'tank');
    const [q] = put(p, 'shower', place('tank'), -3);
    const tankNode = q.nodes[0];
    expect(
      tankNode.kind === 'tank' && tankNode.shape.type === 'vertical-cylinder' && tankNode.shape.heightM / 0.3048,
    ).toBeCloseTo(3.5, 6);
    expect(q.lines[0].legs[0].lengthM / 0.3048).toBeCloseTo(60, 3);
    const shower = q.nodes[1];
    expect(shower.kind === 'outlet' && (shower.ratedFlowLpm ?? 0) / 3.785411784).toBeCloseTo(2, 6);
  });
});

describe('what a line can join', () => {
  const node = (key: PresetKey, id: string, ground = 100): Plan['nodes'][number] => ({
    ...PRESETS.find((p) => p.key === key)!.make(id, ground, 'metric'),
    name: id,
  });
  const plan: Plan = {
    ...EMPTY,
    nodes: [node('spring', 's'), node('stream', 's2'), node('tank', 'high', 110), node('tank', 'low', 90)].concat([
      node('trough', 'a'),
      node('trough', 'b'),
      node('tee', 't'),
      node('tap', 'tap'),
    ]),
    lines: [],
  };
  const way = (a: string, b: string): string => {
    const w = wayBetween(
      plan,
      plan.nodes.find((n) => n.id === a)!,
      plan.nodes.find((n) => n.id === b)!,
    );
    return 'why' in w ? w.why : `${w.from.id}>${w.to.id}`;
  };
  it.each([
    ['s', 'high', 's>high'],
    ['high', 's', 's>high'],
    ['tap', 's', 's>tap'],
    ['low', 'high', 'high>low'],
    ['a', 'high', 'high>a'],
    ['a', 't', 't>a'],
    ['high', 'tap', 'high>tap'],
    ['t', 'high', 'high>t'],
    ['t', 'tap', 't>tap'],
  ])('from %s to %s the water runs %s', (a, b, expected) => expect(way(a, b)).toBe(expected));
  it('what makes no sense says why', () => {
    expect(way('s', 's2')).toMatch(/Water comes out of both s and s2/);
    expect(way('a', 'b')).toMatch(/Neither a nor b has an outlet/);
    expect(way('a', 'a')).toMatch(/cannot end where it begins/);
    expect(joinRefusal(plan, place('s'), place('s2'))).toMatch(/both/);
    expect(joinRefusal(plan, place('s'), place('gone'))).toMatch(/no such place/);
    expect(addRefusal(plan, 'trough', place('a'))).toBe(
      'Neither a nor the new trough has an outlet for a line to leave by: lead a line to each from a tee.',
    );
    expect(addRefusal(plan, 'spring', place('s'))).toMatch(/both s and the new source/);
    expect(addRefusal(plan, 'spring', place('a'))).toBeUndefined();
  });
  it('a refused line changes nothing', () => {
    expect(applyCommand(plan, joinSpots(plan, place('s'), place('s2')))).toBeUndefined();
    expect(applyCommand(plan, addPlace(plan, 'trough', { by: 'line', at: place('a') }))).toBeUndefined();
  });
  it('a tee that is fed fills a tank; one that is not is fed by it', () => {
    const fed = done(plan, joinSpots(plan, place('s'), place('t')));
    const filled = done(fed, joinSpots(fed, place('t'), place('low')));
    expect(filled.lines.at(-1)).toMatchObject({ from: 't', to: 'low' });
  });
  it('two points of one line close a loop at two tees', () => {
    const one = done(plan, joinSpots(plan, place('high'), place('tap'), { lengthM: 100 }));
    const loop = done(
      one,
      joinSpots(one, { line: 'line', leg: 0, along: 30 }, { line: 'line', leg: 0, along: 80 }, { lengthM: 60 }),
    );
    expect(loop.lines.map((l) => [l.from, l.to, l.legs[0].lengthM])).toEqual([
      ['high', 'tee', 30],
      ['tee', 'tee-2', 50],
      ['tee-2', 'tap', 20],
      ['tee', 'tee-2', 60],
    ]);
    expect(solvePlan(compilePlan(loop)).converged).toBe(true);
  });
  it('a line is never shorter than it rises', () => {
    const steep = applyCommand(plan, joinSpots(plan, place('high'), place('low'), { lengthM: 5 }))?.plan;
    expect(crossChecks(steep ?? plan).map((f) => f.message)).toEqual(['is 5 m, shorter than the 20 m it falls']);
    const guessed = done(plan, joinSpots({ ...plan }, place('high'), place('low')));
    expect(guessed.lines[0].legs[0].lengthM).toBe(20);
  });
});

describe('straight into a tank', () => {
  it('a roof by its downpipe, a bucket by hand: joined, and undone as easily', () => {
    const [tank] = put(EMPTY, 'tank');
    expect(findingsOf(tank)).toContain('place-loose tank');
    const roof = done(tank, addPlace(tank, 'roof', { by: 'hand', tank: 'tank' }));
    expect(findingsOf(roof).join()).not.toMatch(/loose|unfilled|feeds-nothing/);
    const off = done(roof, setFeeds('roof', undefined));
    expect(findingsOf(off)).toEqual(expect.arrayContaining(['source-feeds-nothing roof', 'place-loose tank']));
    expect(done(off, setFeeds('roof', 'tank'))).toEqual(roof);
  });
});

describe('taking out', () => {
  it('says what hangs on the bakehouse tank and leaves it loose, or takes it all', () => {
    const tank =
      ousel.nodes.find((n) => n.name === 'Bakehouse tank') ?? ousel.nodes.find((n) => n.id.startsWith('stand'))!;
    const hangs = hangsOnPlace(ousel, tank.id);
    expect(hangs.ways).toContain('all');
    expect(hangs.beyond).toEqual(expect.arrayContaining(['trays']));
    const loose = done(ousel, takeOutPlace(ousel, tank.id, 'loose'));
    expect(looseEnds(loose).map((l) => l.node.id)).toEqual(expect.arrayContaining(['trays']));
    const all = done(ousel, takeOutPlace(ousel, tank.id, 'all'));
    expect(all.nodes.some((n) => n.id === 'trays')).toBe(false);
    expect(looseFaults(all)).toEqual([]);
  });
  it('a tee joins its two lines up again, legs and all', () => {
    const main = ousel.lines.find((l) => l.id === 'main')!;
    const command = addPlace(ousel, 'trough', { by: 'line', at: { line: 'main', leg: 2, along: 10 } });
    const teed = done(ousel, command);
    const tee = teed.lines.find((l) => l.id === command.line)!.from;
    // with the branch gone the tee has two lines left
    const bare = done(teed, takeOutPlace(teed, command.node, 'loose'));
    expect(hangsOnPlace(bare, tee)).toMatchObject({ ways: ['join', 'loose', 'all'] });
    const whole = done(bare, takeOutPlace(bare, tee, 'join'));
    const again = whole.lines.find((l) => l.id === 'main')!;
    expect(again).toMatchObject({ from: main.from, to: main.to });
    const length = (l: typeof main): number => l.legs.reduce((sum, g) => sum + g.lengthM, 0);
    expect(length(again)).toBeCloseTo(length(main), 4);
    expect(whole.nodes).toHaveLength(ousel.nodes.length);
    const flow = (p: Plan): number => solvePlan(compilePlan(p)).nodes.get('low')?.flow ?? NaN;
    expect(flow(whole) / flow(ousel)).toBeCloseTo(1, 6);
  });
  it('a tap on the way becomes a tee, one at an end goes with its line', () => {
    const [a] = put(EMPTY, 'tank');
    const [b, tap] = put(a, 'tap', place('tank'), -5, 50);
    const [c] = put(b, 'shower', place(tap), -1, 10);
    const [d] = put(c, 'hose', place(tap), -1, 10);
    expect(hangsOnPlace(d, tap)).toMatchObject({
      ways: ['join', 'loose', 'all'],
      length: 70,
      cutOff: ['shower', 'hose'],
    });
    const teed = done(d, takeOutPlace(d, tap, 'join'));
    expect(teed.nodes.find((n) => n.id === tap)).toMatchObject({ kind: 'junction', name: 'Tee' });
    const two = done(c, takeOutPlace(c, tap, 'join'));
    expect(two.lines).toHaveLength(1);
    expect(two.lines[0].legs.map((l) => l.lengthM)).toEqual([50, 10]);
    expect(lineName(two, two.lines[0].id)).toBe('Tank to shower');
  });
  it('a line says who is without water then; nothing speaks of what is gone', () => {
    const named = { ...ousel, situations: [{ name: 'All', open: ['low', 'kitchen'] }] };
    expect(hangsOnLine(named, 'main').cutOff).toContain('low');
    const less = done(named, takeOutLine(named, 'main', 'all'));
    expect(less.nodes.some((n) => n.id === 'low')).toBe(false);
    expect(less.situations?.[0].open).toEqual(['kitchen']);
    expect(done(named, takeOutLine(named, 'main', 'loose')).nodes.some((n) => n.id === 'low')).toBe(true);
  });
  it('a source leaves the tank it fell into', () => {
    const [tank] = put(EMPTY, 'tank');
    const roof = done(tank, addPlace(tank, 'roof', { by: 'hand', tank: 'tank' }));
    const bare = done(roof, takeOutPlace(roof, 'tank', 'loose'));
    expect(bare.nodes).toHaveLength(1);
    expect(bare.nodes[0]).not.toHaveProperty('feeds');
  });
});

describe('names', () => {
  it('a line goes by its ends until it is named, and again when the name is taken back', () => {
    const [tank] = put(EMPTY, 'tank');
    const [plan] = put(done(tank, renamePlace('tank', 'Hill tank')), 'trough', place('tank'), -5);
    expect(lineName(plan, plan.lines[0].id)).toBe('Hill tank to trough');
    const named = done(plan, renameLine(plan.lines[0].id, 'Long run'));
    expect(lineName(named, plan.lines[0].id)).toBe('Long run');
    expect(done(named, renameLine(plan.lines[0].id, ' '))).toEqual(plan);
    expect(freeName(plan, 'Trough')).toBe('Trough 2');
    const proper = done(plan, renamePlace('trough', 'Rowan Gate'));
    expect(lineName(proper, plan.lines[0].id)).toBe('Hill tank to Rowan Gate');
  });
});

describe('nothing is good that hangs loose', () => {
  const herd = (plan: Plan, id: string): Plan => ({
    ...plan,
    nodes: plan.nodes.map((n) =>
      n.id === id && n.kind === 'trough'
        ? { ...n, herds: [{ class: 'alpaca', count: 10, litresPerHeadPerDay: 8, visits: [] }] }
        : n,
    ),
  });
  it('a spring joined to nothing carries no month and no tank', () => {
    const [tank] = put(EMPTY, 'tank');
    const [trough] = put(tank, 'trough', place('tank'), -5);
    const [loose] = put(herd(trough, 'trough'), 'spring');
    const plan: Plan = {
      ...loose,
      nodes: loose.nodes.map((n) => (n.kind === 'source' ? { ...n, groundM: 110, yieldLpm: 10 } : n)),
    };
    const b = planBalance(plan);
    expect(b.months[6].given).toBe(0);
    const codes = balanceFindings(b).map((f) => f.code);
    expect(codes).toContain('months-short');
    expect(codes).not.toContain('months-carried');
    const joined = done(plan, joinSpots(plan, place('spring'), place('tank')));
    expect(planBalance(joined).months[6].given * 1000).toBeCloseTo(14_400, 0);
    expect(balanceFindings(planBalance(joined)).map((f) => f.code)).toContain('months-carried');
  });
  it('a herd at a trough that no source reaches is told, whatever the sources give', () => {
    const [one] = put(EMPTY, 'spring');
    const [two] = put(one, 'trough', place('spring'), -5);
    const [three] = put(two, 'tank');
    const [four, far] = put(three, 'trough', place('tank'), -3);
    const plan: Plan = {
      ...herd(herd(four, 'trough'), far),
      nodes: herd(herd(four, 'trough'), far).nodes.map((n) => (n.kind === 'source' ? { ...n, yieldLpm: 50 } : n)),
    };
    const found = balanceFindings(planBalance(plan));
    expect(found.find((f) => f.code === 'need-not-reached')?.at).toBe(far);
    expect(found.some((f) => f.code === 'months-carried')).toBe(false);
    // the tank that nothing fills has no year to speak of
    expect(storeFindings(plan, 'tank', planBalance(plan)).map((f) => f.code)).not.toContain('days-met');
  });
  it('a tee that nothing leaves, a place without water, a tank alone: each by its own words', () => {
    const [a] = put(EMPTY, 'tank');
    const [b, tee] = put(a, 'tee', place('tank'), -2);
    const [c, tap] = put(b, 'tap');
    const [d, hose] = put(c, 'hose', place(tap), -1);
    expect(looseEnds(d).map((l) => [l.node.id, l.way])).toEqual([
      ['tank', 'unfilled'],
      [tee, 'bare-end'],
      [tap, 'unfed'],
      [hose, 'unfed'],
    ]);
    // of the rest water is worked out, of these none
    const c1 = compilePlan(d);
    expect([...c1.nodes.keys()]).toEqual(['tank', tee]);
    expect(solvePlan(c1).converged).toBe(true);
    expect(solvePlan(compilePlan(EMPTY)).converged).toBe(true);
  });
});

describe('any fifty edits', () => {
  const keys = PRESETS.map((p) => p.key);
  const step = fc.record({
    what: fc.constantFrom('add', 'add', 'add-line', 'join', 'join', 'out', 'out-line', 'undo', 'hand'),
    key: fc.constantFrom(...keys),
    a: fc.nat(1000),
    b: fc.nat(1000),
    along: fc.double({ min: 0, max: 1, noNaN: true }),
    rise: fc.double({ min: -8, max: 4, noNaN: true }),
    length: fc.double({ min: 1, max: 200, noNaN: true }),
    how: fc.constantFrom('join' as const, 'loose' as const, 'all' as const),
  });
  it('leave a plan that is kept, checked and solved or says why, and undo returns the first', () => {
    fc.assert(
      fc.property(fc.constantFrom(EMPTY, ousel), fc.array(step, { minLength: 50, maxLength: 50 }), (first, steps) => {
        let plan = first;
        const past: Edit[] = [];
        for (const s of steps) {
          const spot = (k: number): LineSpot | undefined => {
            if (k % 2 === 0 && plan.lines.length > 0) {
              const line = plan.lines[k % plan.lines.length];
              const leg = k % line.legs.length;
              return { line: line.id, leg, along: s.along * line.legs[leg].lengthM };
            }
            return plan.nodes.length > 0 ? { place: plan.nodes[k % plan.nodes.length].id } : undefined;
          };
          const at = spot(s.a);
          const to = spot(s.b);
          const node = plan.nodes.at(s.a % Math.max(1, plan.nodes.length));
          let command: Command | undefined;
          let refused: string | undefined;
          if (s.what === 'undo') {
            const last = past.pop();
            if (last) plan = undoEdit(plan, last);
            continue;
          }
          if (s.what === 'add') command = addPlace(plan, s.key, { by: 'later', groundM: 100 + s.rise });
          else if (s.what === 'add-line' && at) {
            refused = addRefusal(plan, s.key, at);
            command = addPlace(plan, s.key, { by: 'line', at, riseM: s.rise, lengthM: s.length });
          } else if (s.what === 'join' && at && to) {
            refused = joinRefusal(plan, at, to);
            command = joinSpots(plan, at, to, { lengthM: s.length });
          } else if (s.what === 'out' && node) command = takeOutPlace(plan, node.id, s.how);
          else if (s.what === 'out-line' && plan.lines.length > 0)
            command = takeOutLine(plan, plan.lines[s.a % plan.lines.length].id, s.how === 'all' ? 'all' : 'loose');
          else if (s.what === 'hand' && node?.kind === 'source')
            command = setFeeds(node.id, plan.nodes.find((n) => n.kind === 'tank')?.id);
          if (!command) continue;
          const applied = applyCommand(plan, command);
          // what is refused changes nothing, and what is not does something
          if (refused !== undefined) expect(applied).toBeUndefined();
          else if (s.what === 'add-line') expect(applied).toBeDefined();
          // as the app has it: what breaks a rule of the plan is not kept, and the field says which
          if (!applied || crossChecks(applied.plan).length > 0) continue;
          past.push(applied.edit);
          plan = applied.plan;
        }
        const loaded = loadPlan(savePlan(plan));
        expect(loaded.ok ? [] : loaded.faults).toEqual([]);
        const c = compilePlan(plan);
        const result = solvePlan(c);
        const found = judgePlan(c, result);
        // an answer, or the reason why there is none
        if (!result.converged) expect(found.map((f) => f.code)).toContain('not-converged');
        for (const { node } of looseEnds(plan)) expect(found.some((f) => f.at === node.id)).toBe(true);
        balanceFindings(planBalance(plan));
        for (const edit of past.reverse()) plan = undoEdit(plan, edit);
        expect(plan).toEqual(first);
      }),
      { numRuns: 120 },
    );
  }, 60_000);
});
it('a spot at the very end of a line is the place there', () => {
  expect(placeAt(ousel, { line: 'main', leg: 5 })?.id).toBe('low');
  expect(placeAt(ousel, { line: 'main', leg: 0, along: 0 })?.id).toBe('hill');
  expect(placeAt(ousel, { line: 'main', leg: 0, along: 5 })).toBeUndefined();
});
