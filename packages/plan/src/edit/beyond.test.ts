// What lies beyond a walk moves with it: every edit that gives a line other legs, on a plan with two lines behind.
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { crossChecks, loadPlan } from '../document/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  applyCommand,
  insertLeg,
  legsFromGround,
  legsFromRows,
  legsFromTrack,
  pasteLegs,
  removeLeg,
  reverseLegs,
  setRise,
  slidePlace,
  spreadOverLegs,
  type Command,
} from './index.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const plan = read.plan;
const after = (command: Command): Plan => applyCommand(plan, command)?.plan ?? plan;
/** The line from the adit to the hill tank: the tank, its lines and all their ends lie beyond it. */
const FIRST = 'adit-hill';
const ground = (p: Plan, id: string): number => p.nodes.find((n) => n.id === id)?.groundM ?? NaN;
const rises = (p: Plan, line: string): number[] => {
  const l = p.lines.find((x) => x.id === line)!;
  const starts = [ground(p, l.from), ...l.legs.map((g) => g.endGroundM)];
  return l.legs.map((g, k) => Math.round(1e4 * (g.endGroundM - starts[k])) / 1e4);
};
const BEHIND = plan.lines.filter((l) => l.id !== FIRST);
const end = plan.lines.find((l) => l.id === FIRST)!.to;
const start = ground(plan, 'adit');

const EDITS: [string, Command, number][] = [
  ['a rise', setRise(FIRST, 0, -5), start - 5],
  [
    'pasted legs',
    pasteLegs(FIRST, 0, [
      { lengthM: 20, riseM: -2 },
      { lengthM: 5, riseM: 0.5 },
    ]),
    ground(plan, end) - 1.5,
  ],
  ['a misclosure spread', spreadOverLegs(FIRST, 0.4), ground(plan, end) - 0.4],
  ['rows in place of the legs', legsFromRows(FIRST, [{ lengthM: 30, riseM: -7 }]), start - 7],
  [
    'a track',
    legsFromTrack(FIRST, {
      startGroundM: 100,
      origin: { latitudeDeg: 44, longitudeDeg: 3 },
      start: { eastingM: 0, northingM: 0 },
      legs: [{ lengthM: 30, endGroundM: 94, eastingM: 30, northingM: 0, survey: { method: 'gps' } }],
    }),
    start - 6,
  ],
  [
    'heights from a grid',
    legsFromGround(FIRST, {
      startGroundM: 700,
      parts: [{ leg: 0, lengthM: 14, endGroundM: 696, eastingM: 14, northingM: 0 }],
    }),
    start - 4,
  ],
];

describe('what lies beyond', () => {
  it.each(EDITS)('%s moves the end, and every line behind it as a whole', (_, command, expected) => {
    const p = after(command);
    const by = expected - ground(plan, end);
    expect(Math.abs(by)).toBeGreaterThan(0.1);
    expect(ground(p, end)).toBeCloseTo(expected, 3);
    for (const line of BEHIND) {
      expect(rises(p, line.id), line.id).toEqual(rises(plan, line.id));
      expect(ground(p, line.to), line.to).toBeCloseTo(ground(plan, line.to) + by, 3);
    }
    expect(crossChecks(p)).toEqual([]);
    // the walk meets its end, as the page says
    expect(p.lines.find((l) => l.id === FIRST)?.legs.at(-1)?.endGroundM).toBe(ground(p, end));
  });
  it('a walk turned round (it was made from the far end) rises where it fell, and what lies beyond goes along', () => {
    const p = after(reverseLegs(FIRST));
    expect(rises(p, FIRST)).toEqual([...rises(plan, FIRST)].reverse().map((r) => -r));
    const by = ground(p, end) - ground(plan, end);
    expect(by).toBeCloseTo(2 * (start - ground(plan, end)), 3);
    for (const line of BEHIND) expect(ground(p, line.to), line.to).toBeCloseTo(ground(plan, line.to) + by, 3);
    // and back again
    expect(applyCommand(p, reverseLegs(FIRST))?.plan.nodes).toEqual(plan.nodes);
  });
  it('a leg put in and taken out again leaves all as it was', () => {
    const put = applyCommand(plan, insertLeg(FIRST, 0))!.plan;
    const back = applyCommand(put, removeLeg(FIRST, 1))!.plan;
    expect(back.nodes).toEqual(plan.nodes);
  });
  it('nothing pasted changes nothing', () => {
    expect(applyCommand(plan, pasteLegs(FIRST, 0, []))).toBeUndefined();
  });
});

describe('a place slid along its line', () => {
  // the hill tank is the end of the line from the adit and the start of three others
  it('lengthens or shortens the other lines by as much, and by the right sign', () => {
    const length = (p: Plan, id: string): number =>
      p.lines.find((l) => l.id === id)!.legs.reduce((sum, g) => sum + g.lengthM, 0);
    const main = length(plan, 'main');
    const down = after(slidePlace('main', 'from', 10));
    expect(length(down, 'main')).toBeCloseTo(main - 10, 4);
    // water comes further to it now
    expect(length(down, FIRST)).toBeCloseTo(length(plan, FIRST) + 10, 4);
    // and other lines that leave it begin 10 m nearer to their ends
    for (const line of BEHIND.filter((l) => l.from === end && l.id !== 'main'))
      expect(length(down, line.id)).toBeCloseTo(length(plan, line.id) - 10, 4);
    const up = after(slidePlace('main', 'from', -5));
    expect(length(up, 'main')).toBeCloseTo(main + 5, 4);
    expect(length(up, FIRST)).toBeLessThan(length(plan, FIRST));
  });
});
