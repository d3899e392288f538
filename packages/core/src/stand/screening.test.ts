// Each check of the first look against the same sum done by hand on round figures, and what must hold of all of them.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { screenStand, standGeometry, standLoads, type StandCheck, type StandDesign, type TimberBase } from './index.ts';

const G = 9.80665;
const MPA = 1e6;

/** Round values, no factor at work: so that every sum can be followed. */
const wood: TimberBase = {
  bending: 10 * MPA,
  tension: 6 * MPA,
  shear: 1 * MPA,
  across: 4 * MPA,
  compression: 8 * MPA,
  modulus: 10_000 * MPA,
  modulusMin: 4_000 * MPA,
  thick: true,
  sizeBending: 1,
  sizeCompression: 1,
  wetIncluded: true,
  gravity: 0.5,
  source: 'round figures',
};
const section = (width: number, depth: number) => ({ width, depth, timber: wood });

/** A box of 1 by 1 m and 1,000 kg on posts 1 m apart, 2 m up; timber weighs nothing. */
const plain: StandDesign = {
  tank: { round: false, front: 1, side: 1, height: 1, empty: 50, water: 950, strapped: false, ribbed: false },
  height: 2,
  platform: { front: 1.1, side: 1.1, deck: section(0.14, 0.04), gap: 0.01 },
  joists: { ...section(0.05, 0.15), spacing: 0.35 },
  beams: { ...section(0.05, 0.2), lines: 2, plies: 2 },
  posts: { ...section(0.1, 0.1), perBeam: 2, inGround: false },
  braces: { ...section(0.04, 0.1), front: true, side: true, girts: 0, bolts: 1, bolt: 0.0127 },
  footing: { side: 0.5, thickness: 0.2, depth: 0.2, pier: 0.2, anchored: true },
  use: { wet: false, incised: false },
  timberDensity: 0,
  soil: { bearing: 100_000, friction: 0.3, lateral: 20_000 },
  frost: 0.2,
  wind: { speed: 30, exposure: 1, crest: 1, share: 0.6 },
  person: 0,
};
const of = (d: StandDesign, code: string): StandCheck => {
  const found = screenStand(d).checks.find((c) => c.code === code);
  if (!found) throw new Error(`no ${code}`);
  return found;
};
/** Weight of the full tank, N. */
const W = 1000 * G;
/** Pressure of the gust with its gust and combination factors, Pa. */
const Q = 0.613 * 900 * 0.85 * 0.6;

describe('by hand', () => {
  it('deck: p b L²/8 over bd²/6, a board of 140 and its gap of 10 mm over 350 mm', () => {
    const moment = (W * 0.15 * 0.35 ** 2) / 8;
    expect(of(plain, 'deck-bending').demand).toBeCloseTo(moment / ((0.14 * 0.04 ** 2) / 6), 3);
    expect(of(plain, 'deck-bending').capacity).toBeCloseTo(10 * MPA * 0.9 * 1.15, 3);
  });
  it('joist: 0.35 of the tank on one metre, WL/8 over bd²/6; shear 1.5 V/A; sag 1.5 times 5WL³/384EI', () => {
    const load = W * 0.35;
    expect(of(plain, 'joist-bending').demand).toBeCloseTo(load / 8 / ((0.05 * 0.15 ** 2) / 6), 2);
    expect(of(plain, 'joist-shear').demand).toBeCloseTo((1.5 * load) / 2 / (0.05 * 0.15), 3);
    const inertia = (0.05 * 0.15 ** 3) / 12;
    expect(of(plain, 'joist-sag').demand).toBeCloseTo((1.5 * 5 * load) / 384 / (10_000 * MPA * inertia), 9);
    expect(of(plain, 'joist-sag').capacity).toBeCloseTo(1 / 240, 9);
  });
  it('joist on beam: half its load on 50 by 100 mm', () => {
    expect(of(plain, 'joist-seat').demand).toBeCloseTo((W * 0.35) / 2 / (0.05 * 0.1), 3);
  });
  it('beam: half the tank over one metre, on two planks', () => {
    const load = W / 2;
    expect(of(plain, 'beam-bending').demand).toBeCloseTo(load / 8 / 2 / ((0.05 * 0.2 ** 2) / 6), 2);
    expect(of(plain, 'beam-shear').demand).toBeCloseTo((1.5 * load) / 2 / 2 / (0.05 * 0.2), 3);
    // a quarter of the tank on the two planks, 100 mm wide, over the post's 100 mm
    expect(of(plain, 'beam-seat').demand).toBeCloseTo(W / 4 / 0.01, 3);
  });
  it('timber weighs: boards on joists, boards and joists on beams, all of it on the posts', () => {
    // 500 kg/m³ for round sums; the tank's load stays what it was
    const heavy = { ...plain, timberDensity: 500 };
    const boards = 0.04 * 500 * G; // Pa
    const joist = of(heavy, 'joist-bending').demand - of(plain, 'joist-bending').demand;
    expect(joist).toBeCloseTo((boards * 0.35 * 1) / 8 / ((0.05 * 0.15 ** 2) / 6), 2);
    const g = standGeometry(heavy);
    const above = g.timberAbove * 500 * G;
    const beam = of(heavy, 'beam-bending').demand - of(plain, 'beam-bending').demand;
    expect(beam).toBeCloseTo(above / 2 / 8 / 2 / ((0.05 * 0.2 ** 2) / 6), 2);
    const post = of(heavy, 'post-load').demand - of(plain, 'post-load').demand;
    // N or Pa, as the check has it: a quarter of all the timber on each of four posts
    const unit = of(plain, 'post-load').demand / (W / 4);
    expect(post / unit).toBeCloseTo((g.timber * 500 * G) / 4, 1);
  });
  it('a girt at mid height halves the free length of the posts, on braced outer faces alone', () => {
    const girted = (braces: object): StandDesign => ({ ...plain, braces: { ...plain.braces, girts: 1, ...braces } });
    const length = standGeometry(plain).postLength;
    expect(standGeometry(plain)).toMatchObject({ freeFront: length, freeSide: length });
    expect(standGeometry(girted({}))).toMatchObject({ freeFront: length / 2, freeSide: length / 2 });
    expect(standGeometry(girted({ side: false }))).toMatchObject({ freeFront: length / 2, freeSide: length });
    const three = { ...girted({}), beams: { ...plain.beams, lines: 3 as const } };
    expect(standGeometry(three).freeFront).toBe(length);
    expect(of(girted({}), 'post-slender').demand).toBeCloseTo(of(plain, 'post-slender').demand / 2, 9);
  });
  it('post in a gust: a quarter of the tank, and on the corner what a wind on the diagonal turns both ways', () => {
    const [along] = standLoads(plain).winds;
    // of a square the diagonal takes 1.0 √2 over 1.3 of the push on a face, half of its square each way: 0.769
    const each = 1 / 1.3;
    expect(of(plain, 'post-wind').demand).toBeCloseTo(W / 4 + (2 * each * along.turning.front) / 1 / 2, 3);
  });
  it('wind: tank, edge and posts, each its area, shape and height', () => {
    const g = standGeometry(plain);
    // Cf 1.3 on the tank, 2 on the edge of 390 mm and on four posts with 30 % for braces
    const tank = 1.3 * 1 * 2.5;
    const edge = 2 * 1.1 * 0.39 * (2 - 0.195);
    const posts = 2 * 1.3 * 4 * 0.1 * g.postLength * (g.postLength / 2);
    expect(standLoads(plain).winds[0].turning.front).toBeCloseTo(Q * (tank + edge + posts), 3);
    expect(standLoads(plain).winds[0].turning.side).toBe(0);
  });
  it('brace: the wind and 2 % of the weight, on two faces, along the brace', () => {
    const g = standGeometry(plain);
    const push = standLoads(plain).winds[0].force.front + 0.02 * W;
    expect(of(plain, 'brace').demand).toBeCloseTo((push / 2) * Math.hypot(1, g.postLength), 3);
    expect(of(plain, 'brace').capacity).toBeCloseTo(6 * MPA * 1.6 * 0.75 * 0.04 * 0.1, 3);
  });
  it('turned over, empty: against 0.6 of tank and footings at half a metre', () => {
    const footings = 4 * 0.5 ** 2 * 0.2 * 2320 * G;
    expect(of(plain, 'overturn-empty').capacity).toBeCloseTo(0.6 * (50 * G + footings) * 0.5, 3);
    expect(of(plain, 'overturn-full').capacity).toBeCloseTo(0.6 * (W + footings) * 0.5, 3);
  });
  it('pushed along: the same weight times the friction of the ground', () => {
    const footings = 4 * 0.5 ** 2 * 0.2 * 2320 * G;
    expect(of(plain, 'slide').capacity).toBeCloseTo(0.6 * (50 * G + footings) * 0.3, 3);
    // on the diagonal, 1.0 √2 over 1.3 of what blows on a face
    const straight = standLoads(plain).winds[0].force.front;
    expect(of(plain, 'slide').demand).toBeCloseTo((straight * Math.SQRT2) / 1.3, 6);
  });
  it('an empty tank on its boards: pushed most on its diagonal, tipped over a face at half its height', () => {
    expect(of(plain, 'tank-slide').demand).toBeCloseTo(Q * Math.SQRT2, 6);
    expect(of(plain, 'tank-slide').capacity).toBeCloseTo(0.6 * 50 * G * 0.3, 6);
    expect(of(plain, 'tank-tip').demand).toBeCloseTo((Q * 1.3) / 2, 6);
    expect(of(plain, 'tank-tip').capacity).toBeCloseTo((0.6 * 50 * G) / 2, 6);
  });
  it('strapped down it is neither pushed nor tipped', () => {
    const codes = screenStand({ ...plain, tank: { ...plain.tank, strapped: true } }).checks.map((c) => c.code);
    expect(codes).not.toContain('tank-slide');
    expect(codes).not.toContain('tank-tip');
  });
  it('posts without a brace: both terms of NDS 3.9.2', () => {
    const bare = {
      ...plain,
      braces: { ...plain.braces, front: false, side: false },
      posts: { ...plain.posts, ...section(0.14, 0.14), inGround: true },
      footing: { ...plain.footing, depth: 1.2, thickness: 0.3 },
    };
    const g = standGeometry(bare);
    expect(g.embedded).toBeCloseTo(0.9, 9);
    const w = standLoads(bare).winds.find((x) => x.angle === 45)!;
    const area = 0.14 ** 2;
    // held 0.4 m down; the diagonal bends it both ways
    const long = g.postLength + 0.4;
    const stress = (W / 4 + w.turning.front / 0.96 / 2 + w.turning.side / 0.96 / 2) / area;
    const fcE = (0.822 * 4_000 * MPA) / ((2.1 * long) / 0.14) ** 2;
    const fcStar = 8 * MPA * 1.6;
    const a = fcE / fcStar;
    const cp = (1 + a) / 1.6 - Math.sqrt(((1 + a) / 1.6) ** 2 - a / 0.8);
    const bending = ((w.force.front / 4) * long) / (0.14 ** 3 / 6);
    const r = (stress / (fcStar * cp)) ** 2 + (2 * bending) / (10 * MPA * 1.6 * (1 - stress / fcE));
    expect(of(bare, 'post-wind').ratio).toBeCloseTo(r, 6);
  });
});

const used = (d: StandDesign): Map<string, number> => new Map(screenStand(d).checks.map((c) => [c.code, c.ratio]));

describe('what must hold', () => {
  const share = fc.double({ min: 1, max: 2.5, noNaN: true });
  it('a heavier tank never uses a member less', () => {
    fc.assert(
      fc.property(share, (more) => {
        const [a, b] = [used(plain), used({ ...plain, tank: { ...plain.tank, water: 950 * more } })];
        for (const code of ['deck-bending', 'joist-bending', 'beam-shear', 'post-load', 'post-wind', 'soil', 'brace'])
          expect(b.get(code)).toBeGreaterThanOrEqual((a.get(code) ?? NaN) - 1e-12);
        // and a gust turns a heavier one over less easily
        expect(b.get('overturn-full')).toBeLessThanOrEqual(a.get('overturn-full') ?? NaN);
      }),
    );
  });
  it('a deeper joist or beam is never used more in bending, shear and sag', () => {
    fc.assert(
      fc.property(share, fc.constantFrom('joists', 'beams'), (more, which) => {
        const key = which as 'joists' | 'beams';
        // the platform keeps its height over the posts: only the member changes
        const deeper = { ...plain, height: 3, [key]: { ...plain[key], depth: plain[key].depth * more } };
        const [a, b] = [used({ ...plain, height: 3 }), used(deeper)];
        for (const what of ['bending', 'shear', 'sag']) {
          const code = `${key.slice(0, -1)}-${what}`;
          expect(b.get(code)).toBeLessThanOrEqual((a.get(code) ?? NaN) + 1e-12);
        }
      }),
    );
  });
  it('a wider footing presses the ground less, and a taller stand is turned over more', () => {
    fc.assert(
      fc.property(share, (more) => {
        const wide = used({ ...plain, footing: { ...plain.footing, side: 0.5 * more, thickness: 0.2 / more ** 2 } });
        expect(wide.get('soil')).toBeLessThanOrEqual((used(plain).get('soil') ?? NaN) + 1e-9);
        const tall = used({ ...plain, height: 2 * more });
        expect(tall.get('overturn-empty')).toBeGreaterThanOrEqual((used(plain).get('overturn-empty') ?? NaN) - 1e-9);
        expect(tall.get('post-slender')).toBeGreaterThanOrEqual((used(plain).get('post-slender') ?? NaN) - 1e-9);
      }),
    );
  });
  it('all that stands above comes down on the posts, whatever their number', () => {
    for (const lines of [2, 3] as const)
      for (const perBeam of [2, 3] as const) {
        const d = { ...plain, beams: { ...plain.beams, lines }, posts: { ...plain.posts, perBeam } };
        const loads = standLoads(d);
        const beams =
          lines === 2
            ? [0.5, 0.5]
            : [loads.joist.outer, loads.joist.middle ?? 0, loads.joist.outer].map((r) => r / loads.joistLoad);
        const posts =
          perBeam === 2
            ? [0.5, 0.5]
            : [loads.beam.outer, loads.beam.middle ?? 0, loads.beam.outer].map((r) => r / loads.beamLoad);
        const sum = beams.reduce((a, x) => a + x, 0) * posts.reduce((a, x) => a + x, 0);
        expect(sum).toBeCloseTo(1, 6);
        // the busiest post bears no less than an even share
        expect(loads.post).toBeGreaterThanOrEqual(W / (lines * perBeam) - 1e-6);
      }
  });
});
