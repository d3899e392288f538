import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { crossChecks } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  applyCommand,
  insertLeg,
  moveLeg,
  redoEdit,
  removeLeg,
  riseOf,
  setGround,
  setLeg,
  setPipe,
  setRise,
  undoEdit,
  type Command,
} from './index.ts';

const plan = JSON.parse(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
) as Plan;
const after = (p: Plan, command: Command): Plan => applyCommand(p, command)?.plan ?? p;
const main = (p: Plan) => p.lines[1];
const rises = (p: Plan): number[] => main(p).legs.map((_, k) => riseOf(p, main(p), k));

const groundOf = (p: Plan, id: string): number => p.nodes.find((n) => n.id === id)?.groundM ?? NaN;

describe('rise and fall', () => {
  it('of a leg moves everything beyond it, and nothing before', () => {
    const p = after(plan, setRise('main', 1, -5.54));
    expect(rises(p)).toEqual(rises(plan).map((r, k) => (k === 1 ? -5.54 : r)));
    expect(main(p).legs[0]).toEqual(main(plan).legs[0]);
    expect(groundOf(p, 'low')).toBeCloseTo(groundOf(plan, 'low') - 1, 9);
    expect(p.nodes[1]).toBe(plan.nodes[1]);
  });
  it('of a leg above a tank moves the tank and all below it', () => {
    const p = after(plan, setRise('adit-hill', 0, -4));
    expect(p.nodes[1].groundM).toBeCloseTo(741, 9);
    expect(rises(p)).toEqual(rises(plan));
  });
});

describe('legs', () => {
  it('put in are level and change no other height', () => {
    const p = after(plan, insertLeg('main', 2));
    expect(main(p).legs).toHaveLength(7);
    expect(riseOf(p, main(p), 3)).toBe(0);
    expect(groundOf(p, 'low')).toBe(groundOf(plan, 'low'));
  });
  it('taken out take their rise with them', () => {
    const p = after(plan, removeLeg('main', 2));
    expect(rises(p)).toEqual(rises(plan).filter((_, k) => k !== 2));
    expect(groundOf(p, 'low')).toBeCloseTo(groundOf(plan, 'low') - rises(plan)[2], 9);
  });
  it('keep at least one', () => {
    expect(applyCommand(plan, removeLeg('adit-hill', 0))).toBeUndefined();
  });
  it('keep the entrance at the start of the line', () => {
    const named = after(plan, setLeg('main', 0, { entrance: { k: 0.3 } }, 'entrance'));
    for (const command of [insertLeg('main', -1), removeLeg('main', 0), moveLeg('main', 0, 3), moveLeg('main', 4, 0)]) {
      const legs = main(after(named, command)).legs;
      expect(legs.map((l) => l.entrance?.k)).toEqual([0.3, ...Array<undefined>(legs.length - 1).fill(undefined)]);
    }
  });
  it('moved and moved back are as before', () => {
    fc.assert(
      fc.property(fc.nat(5), fc.nat(5), (a, b) => {
        const there = after(plan, moveLeg('main', a, b));
        expect(after(there, moveLeg('main', b, a))).toEqual(plan);
        expect([...rises(there)].sort()).toEqual([...rises(plan)].sort());
      }),
    );
  });
});

describe('undo and redo', () => {
  const command = fc.oneof(
    fc.tuple(fc.nat(4), fc.double({ min: -3, max: 3, noNaN: true })).map(([k, r]) => setRise('main', k, r)),
    fc.integer({ min: -1, max: 4 }).map((k) => insertLeg('main', k)),
    fc.nat(4).map((k) => removeLeg('main', k)),
    fc.tuple(fc.nat(3), fc.nat(3)).map(([a, b]) => moveLeg('main', a, b)),
    fc.nat(2).map((k) => setPipe('main', [k], 'rural-pe/25', 'pipe')),
    fc.double({ min: 700, max: 800, noNaN: true }).map((z) => setGround('hill', z)),
  );
  it('of any edits come back to the very same plan', () => {
    fc.assert(
      fc.property(fc.array(command, { maxLength: 12 }), (commands) => {
        let p = plan;
        const edits = [];
        const seen = [plan];
        for (const c of commands) {
          // a line can run out of legs to take out or to number
          const done = (() => {
            try {
              return applyCommand(p, c);
            } catch {
              return undefined;
            }
          })();
          if (!done) continue;
          p = done.plan;
          edits.push(done.edit);
          seen.push(p);
        }
        for (let k = edits.length - 1; k >= 0; k--) {
          p = undoEdit(p, edits[k]);
          expect(p).toEqual(seen[k]);
        }
        for (let k = 0; k < edits.length; k++) p = redoEdit(p, edits[k]);
        expect(p).toEqual(seen.at(-1));
      }),
      { numRuns: 60 },
    );
  });
  it('leave the plan before untouched', () => {
    const before = JSON.stringify(plan);
    after(plan, setRise('main', 0, -3));
    expect(JSON.stringify(plan)).toBe(before);
  });
  it('say when nothing changed', () => {
    expect(applyCommand(plan, setRise('main', 0, -1.5))).toBeUndefined();
  });
});

it('a ground that leaves a leg too short is a fault, not a crash', () => {
  const p = after(plan, setGround('hill', 900));
  expect(crossChecks(p).map((f) => f.path)).toContain('$.lines[0].legs[0].lengthM');
});
