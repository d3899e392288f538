import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossChecks, loadPlan } from '../document/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import {
  addPlace,
  addRefusal,
  type PresetKey,
  applyCommand,
  joinFault,
  joinLegs,
  pasteLegs,
  reverseLegs,
  riseOf,
  setReading,
  splitLeg,
  spreadOverLegs,
  swapEnds,
  takeOutLine,
  type Command,
} from './index.ts';

/** A tee at the end of a leg, and a line from it to a new place. */
const branchAt = (plan: Plan, line: string, leg: number, key: PresetKey) => {
  const command = addPlace(plan, key, { by: 'line', at: { line, leg } });
  if (command.line === undefined) throw new Error('no line');
  return { ...command, line: command.line };
};

const loaded = loadPlan(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
);
if (!loaded.ok) throw new Error('demo plan has faults');
const { plan } = loaded;
const after = (p: Plan, ...commands: Command[]): Plan =>
  commands.reduce((now, c) => applyCommand(now, c)?.plan ?? now, p);
const main = (p: Plan): Line => p.lines.find((l) => l.id === 'main') as Line;
const rises = (p: Plan, id = 'main'): number[] => {
  const line = p.lines.find((l) => l.id === id) as Line;
  return line.legs.map((_, k) => riseOf(p, line, k));
};
const length = (p: Plan): number => main(p).legs.reduce((sum, l) => sum + l.lengthM, 0);
const ground = (p: Plan, id: string): number => p.nodes.find((n) => n.id === id)?.groundM ?? NaN;

describe('a leg split', () => {
  it('shares length and rise, keeps its fittings in the first part, and moves nothing beyond', () => {
    const p = after(plan, splitLeg('main', 1, 18));
    // by hand: 72 m falling 4.54 m, split at a quarter: 18 m falling 1.135 m
    expect(
      main(p)
        .legs.slice(1, 3)
        .map((l) => l.lengthM),
    ).toEqual([18, 54]);
    expect(rises(p).slice(1, 3)).toEqual([-1.135, -3.405]);
    expect(main(p).legs[1].fittings).toHaveLength(1);
    expect(main(p).legs[2].fittings).toBeUndefined();
    expect(ground(p, 'low')).toBe(ground(plan, 'low'));
  });
  it('and joined again is the leg it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), fc.double({ min: 0.05, max: 0.95, noNaN: true }), (leg, share) => {
        const at = main(plan).legs[leg].lengthM * share;
        const p = after(plan, splitLeg('main', leg, at), joinLegs('main', leg));
        expect(length(p)).toBeCloseTo(length(plan), 6);
        rises(p).forEach((r, k) => expect(r).toBeCloseTo(rises(plan)[k], 6));
        expect(main(p).legs[leg].fittings).toEqual(main(plan).legs[leg].fittings);
      }),
    );
  });
  it('outside itself is not split', () => {
    expect(after(plan, splitLeg('main', 1, 0), splitLeg('main', 1, 72), splitLeg('main', 1, -4))).toBe(plan);
  });
});

describe('legs joined', () => {
  it('of different pipe stay apart, and the last has none after it', () => {
    const p = structuredClone(plan);
    main(p).legs[2].pipe = 'astm-d2239-sidr15/1';
    expect(joinFault(p, 'main', 1)).toContain('different pipes');
    expect(after(p, joinLegs('main', 1))).toBe(p);
    expect(joinFault(plan, 'main', 5)).toContain('no leg after');
  });
});

describe('a walk', () => {
  it('turned round twice is the walk it was', () => {
    const p = after(plan, reverseLegs('main'), reverseLegs('main'));
    expect(rises(p)).toEqual(rises(plan));
    expect(main(p).legs.map((l) => l.lengthM)).toEqual(main(plan).legs.map((l) => l.lengthM));
    expect(ground(p, 'low')).toBeCloseTo(ground(plan, 'low'), 9);
  });
  it('turned round rises where it fell', () => {
    expect(rises(after(plan, reverseLegs('main')))).toEqual(
      rises(plan)
        .map((r) => -r)
        .reverse(),
    );
  });
  it('takes rows from a sheet, and what lies beyond moves by what they rise', () => {
    const p = after(
      plan,
      pasteLegs('main', 1, [
        { lengthM: 10, riseM: -1, remark: 'gate' },
        { lengthM: 20, riseM: 0.25, depthM: 0.6 },
      ]),
    );
    expect(main(p).legs).toHaveLength(8);
    expect(rises(p).slice(2, 4)).toEqual([-1, 0.25]);
    expect(rises(p).slice(4)).toEqual(rises(plan).slice(2));
    expect(ground(p, 'low')).toBeCloseTo(ground(plan, 'low') - 0.75, 9);
    expect(crossChecks(p)).toEqual([]);
  });
  it('spreads a misclosure by length and ends on the known height', () => {
    const p = after(plan, spreadOverLegs('main', 0.382));
    expect(ground(p, 'low')).toBeCloseTo(ground(plan, 'low') - 0.382, 3);
    // 1 mm a metre: leg 2 of 72 m takes 72 mm
    expect(rises(p)[1]).toBeCloseTo(rises(plan)[1] - 0.072, 3);
    expect(after(plan, spreadOverLegs('main', 0))).toEqual(plan);
  });
  it('takes a reading with how it was made', () => {
    const p = after(
      plan,
      setReading('main', 0, { lengthM: 25, riseM: -2, survey: { method: 'clinometer', angleDeg: -4.6 } }),
    );
    expect(main(p).legs[0]).toMatchObject({ lengthM: 25, survey: { method: 'clinometer', angleDeg: -4.6 } });
    expect(rises(p)[0]).toBe(-2);
    expect(ground(p, 'low')).toBeCloseTo(ground(plan, 'low') - 0.5, 9);
  });
});

describe('a branch', () => {
  const command = branchAt(plan, 'main', 3, 'trough');
  const p = after(plan, command);
  it('leaves at a tee that parts the line', () => {
    expect(crossChecks(p)).toEqual([]);
    expect(main(p).legs).toHaveLength(4);
    expect(p.lines.find((l) => l.from === main(p).to && l.to === 'low')?.legs).toHaveLength(2);
    expect(p.lines.find((l) => l.id === command.line)).toMatchObject({ from: main(p).to, to: command.node });
    expect(ground(p, main(p).to)).toBe(main(plan).legs[3].endGroundM);
  });
  it('does not leave where a line ends in a trough', () => {
    expect(addRefusal(plan, 'tap', { line: 'main', leg: 5 })).toBeTruthy();
    expect(addRefusal(plan, 'tap', { line: 'main', leg: 3 })).toBeUndefined();
    expect(after(plan, branchAt(plan, 'main', 5, 'tap'))).toBe(plan);
  });
  it('goes on from a tap on the way without a tee', () => {
    const more = after(plan, branchAt(plan, 'bakehouse', 1, 'tap'));
    expect(more.lines.at(-1)?.from).toBe('kitchen');
    expect(crossChecks(more)).toEqual([]);
  });
  it('taken out takes its end with it and leaves the rest', () => {
    const less = after(p, takeOutLine(p, command.line, 'all'));
    expect(less.nodes.some((n) => n.id === command.node)).toBe(false);
    expect(less.nodes.some((n) => n.id === 'low')).toBe(true);
    expect(crossChecks(less)).toEqual([]);
  });
});

it('ends swapped twice are the ends they were', () => {
  const once = after(plan, swapEnds('bakehouse'));
  expect(once.lines.find((l) => l.id === 'bakehouse')).toMatchObject({ from: 'kitchen', to: 'hill' });
  expect(rises(once, 'bakehouse')).toEqual(
    rises(plan, 'bakehouse')
      .map((r) => -r)
      .reverse(),
  );
  expect(after(once, swapEnds('bakehouse'))).toEqual(plan);
});
