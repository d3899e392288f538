// What bears on footings, joints and posts in the ground: tables of the codes, sums by hand, and what must hold.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bearingOf,
  bolt,
  edgeFactor,
  embedment,
  liftOf,
  loose,
  pushOn,
  screenStand,
  standGeometry,
  standLoads,
  tankCoefficient,
  type StandCheck,
  type StandDesign,
  type TimberBase,
} from './index.ts';

const G = 9.80665;
const PSI = 6894.757;
const LB = 4.4482216;
const INCH = 0.0254;

/** Douglas fir-larch No.2, 2 to 4 in thick, NDS Supplement Table 4A (from memory). */
const fir: TimberBase = {
  bending: 900 * PSI,
  tension: 575 * PSI,
  shear: 180 * PSI,
  across: 625 * PSI,
  compression: 1350 * PSI,
  modulus: 1.6e6 * PSI,
  modulusMin: 0.58e6 * PSI,
  thick: false,
  sizeBending: 1,
  sizeCompression: 1,
  wetIncluded: false,
  gravity: 0.5,
  source: 'NDS Supplement Table 4A',
};
const section = (width: number, depth: number) => ({ width, depth, timber: fir });

/** A round tonne of water on four posts 1.2 m apart, 2 m up. */
const stand: StandDesign = {
  tank: { round: true, front: 1.1, side: 1.1, height: 1.1, empty: 40, water: 1045, strapped: true, ribbed: false },
  height: 2,
  platform: { front: 1.34, side: 1.34, deck: section(0.14, 0.038), gap: 0.01 },
  joists: { ...section(0.038, 0.184), spacing: 0.3 },
  beams: { ...section(0.038, 0.184), lines: 2, plies: 2 },
  posts: { ...section(0.14, 0.14), perBeam: 2, inGround: false },
  braces: { ...section(0.0381, 0.14), front: true, side: true, girts: 0, bolts: 1, bolt: 0.5 * INCH },
  footing: { side: 0.65, thickness: 0.25, depth: 0.6, pier: 0.3, anchored: true },
  use: { wet: true, incised: false },
  timberDensity: 600,
  soil: { bearing: 71_800, friction: 0.25, lateral: 15_700 },
  frost: 0.5,
  wind: { speed: 40, exposure: 0.85, crest: 1, share: 1 },
  person: 0,
};
const of = (d: StandDesign, code: string): StandCheck => {
  const found = screenStand(d).checks.find((c) => c.code === code);
  if (!found) throw new Error(`no ${code}`);
  return found;
};

describe('a bolt', () => {
  // NDS Table 12A, bolts in single shear, Z∥ and Zm⊥ in lb, rounded to ten there (from memory)
  it.each([
    [0.5, 1.5, 1.5, 0.5, 480, 300],
    [0.5, 3.5, 1.5, 0.5, 610, 430],
    [0.5, 1.5, 1.5, 0.55, 530, 330],
    [0.5, 3.5, 1.5, 0.55, 660, 470],
    [0.625, 3.5, 1.5, 0.5, 880, 540],
    [0.75, 3.5, 1.5, 0.5, 1200, 610],
  ])(
    'of %d in through %d and %d in of gravity %d holds %d along and %d across',
    (d, main, side, gravity, along, across) => {
      const at = (angle: number): number =>
        bolt({
          diameter: d * INCH,
          main: main * INCH,
          side: side * INCH,
          sideGravity: gravity,
          mainGravity: gravity,
          angle,
        }).holds / LB;
      expect(Math.abs(at(0) - along)).toBeLessThan(6);
      expect(Math.abs(at(90) - across)).toBeLessThan(6);
    },
  );
  it('presses on timber by Hankinson: 5,600 psi along and 3,150 across for ½ in in 0.50 (NDS Table 12.3.3)', () => {
    expect(bearingOf(0.5, 0.5 * INCH, 0) / PSI).toBeCloseTo(5600, 6);
    expect(Math.abs(bearingOf(0.5, 0.5 * INCH, 90) / PSI - 3150)).toBeLessThan(10);
    // at 45° the harmonic mean of both
    expect(bearingOf(0.5, 0.5 * INCH, 45)).toBeCloseTo(
      2 / (1 / bearingOf(0.5, 0.5 * INCH, 0) + 1 / bearingOf(0.5, 0.5 * INCH, 90)),
      3,
    );
  });
  it('of ½ in, wet and in a gust, a brace at 45°: 2.54 kN; a pull of 3.97 kN is 156 % of it', () => {
    const { holds } = bolt({
      diameter: 0.5 * INCH,
      main: 5.5 * INCH,
      side: 1.5 * INCH,
      sideGravity: 0.5,
      mainGravity: 0.5,
      angle: 45,
    });
    expect((holds * 1.6 * 0.7) / 1000).toBeCloseTo(2.54, 2);
    expect(3970 / (holds * 1.6 * 0.7)).toBeCloseTo(1.56, 2);
  });
  it('is asked against the pull of the brace, and a second bolt halves its share', () => {
    const one = of(stand, 'brace-bolt');
    expect(one.demand).toBe(of(stand, 'brace').demand);
    expect(of({ ...stand, braces: { ...stand.braces, bolts: 2 } }, 'brace-bolt').ratio).toBeCloseTo(one.ratio / 2, 9);
    const g = standGeometry(stand);
    const angle = (Math.atan(g.spanFront / g.postLength) * 180) / Math.PI;
    const by = bolt({ diameter: 0.5 * INCH, main: 0.14, side: 0.0381, sideGravity: 0.5, mainGravity: 0.5, angle });
    expect(one.capacity).toBeCloseTo(by.holds * 1.6 * 0.7, 6);
  });
});

describe('wind from every side', () => {
  it('on a round tank pushes alike from everywhere, and on a corner post √2 times as much', () => {
    // posts and edges without a face
    const bare = {
      ...stand,
      height: 3,
      platform: { ...stand.platform, deck: section(0.14, 1e-9) },
      joists: { ...stand.joists, depth: 1e-9 },
      beams: { ...stand.beams, depth: 1e-9 },
      posts: { ...stand.posts, width: 1e-9, depth: 1e-9 },
    };
    const loads = standLoads(bare);
    const [along] = loads.winds;
    for (const w of loads.winds) expect(w.push).toBeCloseTo(along.push, 5);
    const corner = loads.winds.find((w) => w.angle === 45)!;
    expect(pushOn(loads, corner) / pushOn(loads, along)).toBeCloseTo(Math.SQRT2, 6);
  });
  it('never pushes one way harder than straight along it, and lifts a corner most from in between', () => {
    const loads = standLoads(stand);
    const [along] = loads.winds;
    for (const w of loads.winds) expect(w.force.front).toBeLessThanOrEqual(along.force.front + 1e-9);
    const most = loads.winds.reduce((a, w) => (liftOf(loads, w) > liftOf(loads, a) ? w : a));
    expect(most.angle).toBe(45);
    expect(of(stand, 'hold-down').demand).toBeCloseTo(liftOf(loads, most), 6);
  });
  it('a map of allowable stresses is taken whole, one of strength design by 0.6', () => {
    const strength = standLoads({ ...stand, wind: { ...stand.wind, share: 0.6 } });
    expect(standLoads(stand).winds[0].push * 0.6).toBeCloseTo(strength.winds[0].push, 6);
  });
  it('ribs hold it: 0.7, 0.8, 0.9 in place of 0.5, 0.6, 0.7 (ASCE 7, rough; from memory)', () => {
    expect([1, 7, 25].map((tall) => tankCoefficient(true, tall, true))).toEqual([0.7, 0.8, 0.9]);
    expect([1, 7, 25].map((tall) => tankCoefficient(true, tall))).toEqual([0.5, 0.6, 0.7]);
    expect(tankCoefficient(false, 1, true)).toBe(1.3);
  });
});

describe('what holds it upright', () => {
  it('crossed braces each way, or feet in the ground', () => {
    const braces = (front: boolean, side: boolean) => ({ ...stand, braces: { ...stand.braces, front, side } });
    expect(loose(stand)).toEqual([]);
    expect(loose(braces(true, false))).toEqual(['side']);
    expect(loose(braces(false, false))).toEqual(['front', 'side']);
    const planted = braces(false, false);
    expect(loose({ ...planted, posts: { ...planted.posts, inGround: true } })).toEqual([]);
  });
  it('a post of 1,000 N at 2 m in clay, 0.3 m wide, trial depth 1.5 m: 2.04 m by the rule, by hand', () => {
    // S₁ = 15.7 · 0.5 = 7.85 kPa; A = 2.34 · 1000/(7850 · 0.3) = 0.9936; d = 0.4968 (1 + √(1 + 4.36 · 2/0.9936)) = 2.05
    expect(embedment(1000, 2, 7850, 0.3)).toBeCloseTo(0.4968 * (1 + Math.sqrt(1 + 8.72 / 0.9936)), 3);
    expect(embedment(1000, 2, 0, 0.3)).toBe(Infinity);
    expect(embedment(0, 2, 7850, 0.3)).toBe(0);
  });
  it('asks more depth of what pushes harder or higher, and less in better ground', () => {
    const n = (max: number) => fc.double({ min: 0.1, max, noNaN: true });
    fc.assert(
      fc.property(n(5), n(5), n(5), (push, high, more) => {
        const d = embedment(1000 * push, high, 8000, 0.3);
        expect(embedment(1000 * (push + more), high, 8000, 0.3)).toBeGreaterThan(d);
        expect(embedment(1000 * push, high + more, 8000, 0.3)).toBeGreaterThan(d);
        expect(embedment(1000 * push, high, 8000 * (1 + more), 0.3)).toBeLessThan(d);
      }),
    );
  });
  it('in mud the ground holds nothing', () => {
    const mud = {
      ...stand,
      braces: { ...stand.braces, front: false },
      posts: { ...stand.posts, inGround: true },
      soil: { bearing: 0, friction: 0.2, lateral: 0 },
    };
    expect(of(mud, 'embedment').ratio).toBe(Infinity);
  });
});

describe('footings', () => {
  it('of plain concrete, 1.2 m wide and 50 mm thick, bear nothing', () => {
    const thin = { ...stand, footing: { ...stand.footing, side: 1.2, thickness: 0.05 } };
    expect(of(thin, 'footing-bend').ratio).toBe(Infinity);
  });
  it('bend by hand: the ground under what reaches past the pier, against 0.6 · 0.42 √17.2 over a sixth of b t²', () => {
    const check = of(stand, 'footing-bend');
    const loads = standLoads(stand);
    const corner = loads.corner + Math.max(...loads.winds.map((w) => pushOn(loads, w)));
    const out = (0.65 - 0.3 * Math.sqrt(Math.PI / 4)) / 2;
    expect(check.demand).toBeCloseTo(((1.6 * corner) / 0.65) * (out ** 2 / 2), 6);
    expect(check.capacity).toBeCloseTo((0.6 * 0.42e6 * Math.sqrt(17.2) * 0.65 * 0.2 ** 2) / 6, 3);
  });
  it('edge: twice the mean at the kern, 4/3 of the mean of what still presses beyond, none past the edge (handbook)', () => {
    expect(edgeFactor(0, 1)).toBe(1);
    expect(edgeFactor(1 / 6, 1)).toBeCloseTo(2, 12);
    // a quarter of the side out: three quarters of it press, in a triangle: 2/(3 · 0.25) = 2.667
    expect(edgeFactor(0.25, 1)).toBeCloseTo(2 / 0.75, 12);
    expect(edgeFactor(0.5, 1)).toBe(Infinity);
    // both rules meet at the kern
    expect(edgeFactor(1 / 6 + 1e-9, 1)).toBeCloseTo(2, 6);
  });
  it('lean: 0.26 m beside the middle of 0.65 m is past the kern of 0.108 and past a third', () => {
    expect(0.65 / 6).toBeCloseTo(0.108, 3);
    // 65 mm of it are left to either side of the force: it presses there 6.7 times the mean
    expect(edgeFactor(0.26, 0.65)).toBeCloseTo(((2 / 3) * 0.65) / (0.325 - 0.26), 9);
    const tall = { ...stand, height: 3 };
    const lean = of(tall, 'footing-lean');
    const loads = standLoads(tall);
    // straight along the front: half of the push at each of two feet, 0.6 m over the footing's bottom
    const by = loads.winds.map((w) => {
      const down = loads.corner - pushOn(loads, w) + loads.footingEach;
      return Math.max(((w.force.front / 2) * 0.6) / down, ((w.force.side / 2) * 0.6) / down);
    });
    expect(lean.demand).toBeCloseTo(Math.max(...by), 9);
    expect(lean.ratio).toBeGreaterThan(1);
  });
  it('a heavier footing leans less and holds more', () => {
    const heavy = { ...stand, footing: { ...stand.footing, side: 0.9, thickness: 0.35 } };
    expect(of(heavy, 'footing-lean').ratio).toBeLessThan(of(stand, 'footing-lean').ratio);
    expect(of(heavy, 'hold-down').ratio).toBeLessThan(of(stand, 'hold-down').ratio);
  });
});

describe('under the tank', () => {
  it('the middle joist of a round tank bears its whole width, not that of a square as large', () => {
    const loads = standLoads({ ...stand, timberDensity: 0 });
    const under = (1085 * G) / (Math.PI * 0.55 ** 2);
    expect(loads.joistLoad).toBeCloseTo(under * 0.3 * 1.1, 6);
    expect(of({ ...stand, timberDensity: 0 }, 'joist-seat').demand).toBeCloseTo(
      (under * 0.3 * 1.1) / 2 / (0.038 * 0.076),
      3,
    );
  });
  it('bends a beam as half a disc does: its middle lies 2/(3π) of the width off', () => {
    const loads = standLoads({ ...stand, timberDensity: 0 });
    const half = (1085 * G) / 2;
    // on two supports, half of the load at L/2 less its own middle
    expect(loads.beam.moment).toBeCloseTo((half / 2) * (1.2 / 2 - (2 / (3 * Math.PI)) * 1.1), 6);
  });
  it('three joists help each other, two do not', () => {
    const few = { ...stand, tank: { ...stand.tank, front: 0.5, side: 0.5 }, joists: { ...stand.joists, spacing: 0.4 } };
    expect(standGeometry(few).joistsUnder).toBe(2);
    expect(standGeometry(stand).joistsUnder).toBe(4);
    expect(of(few, 'joist-bending').capacity * 1.15).toBeCloseTo(of(stand, 'joist-bending').capacity, 3);
  });
  it('what stands beyond the outer beams is borne too', () => {
    const beyond = { ...stand, tank: { ...stand.tank, side: 1.34, front: 1.34, round: false }, timberDensity: 0 };
    const loads = standLoads(beyond);
    expect(loads.joist.outer * 2).toBeCloseTo(((1085 * G) / 1.34 ** 2) * 0.3 * 1.34, 6);
    expect(loads.post * 4).toBeCloseTo(1085 * G, 6);
  });
});
