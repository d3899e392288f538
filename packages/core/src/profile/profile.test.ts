import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NetworkBuilder, openState, solve, type Network, type Solution } from '../network/index.ts';
import {
  gradePoints,
  humpStations,
  lineProfile,
  clearingSpeed,
  lowStations,
  trappedAir,
  type LineGeometry,
  type LineProfile,
} from './index.ts';

const NU = 1.3e-6;
const RHO = 999.7;
const seg = (length: number): { length: number; diameter: number; roughness: number; hazenC: number; k: number } => ({
  length,
  diameter: 0.02,
  roughness: 7e-6,
  hazenC: 140,
  k: 0.5,
});
const geometry: LineGeometry = { chainage: [0, 40, 100], ground: [9, 8.5, 0.3], pipe: [9, 8, 0] };

function line(head: number, far = 0): { network: Network; solution: Solution; profile: LineProfile } {
  const b = new NetworkBuilder();
  const [tank, end] = [b.fixedNode(), b.fixedNode()];
  b.pipe(tank, end, [seg(40), seg(60)], {
    entranceK: 0.8,
    exitK: 1,
    points: [{ segment: 0, elevation: geometry.pipe[1] }],
  });
  const network = b.build('darcy-weisbach', NU);
  const state = openState(network);
  state.fixedHead[tank] = head;
  state.fixedHead[end] = far;
  const solution = solve(network, state);
  return { network, solution, profile: lineProfile(network, solution, 0, geometry, RHO) };
}

describe('running line', () => {
  it('falls from the water to the end by friction, fittings and the velocity head', () => {
    const { profile } = line(14);
    expect(profile.heldStation).toBe(-1);
    expect(profile.grade[0]).toBe(14);
    expect(profile.frictionLoss + profile.minorLoss + profile.exitLoss).toBeCloseTo(14, 6);
    expect(profile.grade[2]).toBeCloseTo(profile.exitLoss, 6);
    expect(profile.segmentLoss[0] + profile.segmentLoss[1]).toBeCloseTo(profile.frictionLoss + profile.minorLoss, 9);
  });
  it('lies on the pipe at a hump that holds, and along it below, part-full', () => {
    const { profile, solution } = line(10);
    expect(profile.heldStation).toBe(1);
    expect(profile.pressure[1]).toBeCloseTo(0, 3);
    const points = gradePoints(geometry, profile, solution.flow[0]);
    expect(points.every((p) => p.grade >= p.pipe - 1e-9)).toBe(true);
    // just past the hump the line lies on the pipe; at the far end water backs up by the velocity head
    const after = points.filter((p) => p.chainage > 45 && p.chainage < 60);
    after.forEach((p) => expect(p.grade).toBeCloseTo(p.pipe, 9));
  });
  it('stands level when nothing flows', () => {
    const { profile } = line(7.5);
    expect(profile.velocity).toBe(0);
    expect(profile.grade[0]).toBe(7.5);
  });
});

describe('humps and trapped air', () => {
  it('finds crests, also flat ones, and no others', () => {
    expect(humpStations([10, 6, 8, 4, 4, 5, 5, 1])).toEqual([2, 5]);
    expect(humpStations([10, 8, 6, 4])).toEqual([]);
    expect(humpStations([4, 6, 8])).toEqual([]);
  });
  // Jordan (1980), rule as remembered: the source must stand at H₁ + Σ (H_(i+1) − L_i).
  // By hand: crests 8 and 5, low point 2 between, end 3 after a low point at 1: 8 + (5 − 2) + (3 − 1) = 13
  it('adds up the air columns of a first filling', () => {
    const air = trappedAir([10, 4, 8, 2, 5, 1, 3], 12);
    expect(air.needed).toBeCloseTo(13, 9);
    expect(air.missing).toBeCloseTo(1, 9);
    expect(air.vents).toEqual([2, 4]);
  });
  // Jordan (1980), air-block chapter, rule as remembered: columns of 6 and 5 m take 11 of 20 m of head and leave 9;
  // columns of 9, 8 and 5 m ask for 22, two more than there are
  it('leaves of the head what the columns do not take', () => {
    expect(28 - trappedAir([28, 6, 12, 6, 10, 5, 8], 28).needed).toBeCloseTo(9, 9);
    expect(trappedAir([32, 11, 20, 11, 18, 10, 15, 10, 12], 32).missing).toBeCloseTo(2, 9);
  });
  it('counts nothing for a line that falls all the way', () => {
    expect(trappedAir([10, 6, 2], 11)).toMatchObject({ needed: 2, missing: 0, neededCompressed: 2, vents: [] });
  });
  // By hand, one pocket of 6 m (crest 8, low 2) under an end at 5, air at 10 m of water:
  // p = 5 − 8 + 6 · 10/(10 + p): p² + 13p − 30 = 0, p = 2.0; so the source must stand at 8 + 2 = 10, not at 8 + 3 = 11
  it('pressed together asks for less head than not (Boyle, by hand)', () => {
    const air = trappedAir([10, 4, 8, 2, 5], 9.5, 10);
    expect(air.needed).toBeCloseTo(11, 9);
    expect(air.neededCompressed).toBeCloseTo(10, 6);
    expect(air.missingCompressed).toBeCloseTo(0.5, 6);
  });
  it('compressed never asks for more than not compressed, nor for less than the highest point', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 40, noNaN: true }), { minLength: 3, maxLength: 14 }), (pipe) => {
        const air = trappedAir(pipe, 20);
        expect(air.neededCompressed).toBeLessThanOrEqual(air.needed + 1e-6);
        for (const k of air.vents) expect(air.neededCompressed).toBeGreaterThanOrEqual(pipe[k] - 1e-9);
      }),
    );
  });
  it('drains at the lows, and needs a swift flow to carry air down', () => {
    expect(lowStations([10, 4, 8, 2, 5])).toEqual([1, 3]);
    // by hand: 0.825 √(9.80665 · 0.04) = 0.517 m/s on the level
    expect(clearingSpeed(0.04, 0)).toBeCloseTo(0.5167, 3);
    expect(clearingSpeed(0.04, 0.25)).toBeGreaterThan(clearingSpeed(0.04, 0));
  });
});
