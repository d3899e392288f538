import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { applyCommand, spreadOverLegs } from '../edit/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { errorBetween, heightErrors, judgePlan, legError, lineClosure, solvePlan, stationErrors } from './index.ts';

const loaded = loadPlan(
  readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'),
);
if (!loaded.ok) throw new Error('demo plan has faults');
const demo = loaded.plan;
const changed = (change: (p: Plan) => void): Plan => {
  const p = structuredClone(demo);
  change(p);
  return p;
};
const main = (p: Plan): Line => p.lines.find((l) => l.id === 'main') as Line;
const codes = (p: Plan) => {
  const c = compilePlan(p);
  return judgePlan(c, solvePlan(c));
};

describe('errors', () => {
  it('of a leg are its own when it names one, else its method’s', () => {
    const leg = main(demo).legs[0];
    // one setting of a hand level: 0.02 √2, and 0.5 mm a metre over 24 m
    expect(legError(leg, -1)).toBeCloseTo(Math.hypot(0.02 * Math.SQRT2, 0.0005 * 24), 4);
    expect(legError({ ...leg, survey: { method: 'gps', errorM: 0.3 } }, -1)).toBe(0.3);
    expect(legError({ ...leg, survey: undefined }, -1)).toBeCloseTo(legError(leg, -1), 9);
  });
  it('grow along the walk and never shrink', () => {
    const e = stationErrors(demo, main(demo));
    for (let k = 1; k < e.length; k++) expect(e[k]).toBeGreaterThanOrEqual(e[k - 1]);
    // the clinometer over 44 m is the worst of them: half a degree
    expect(e[3] - e[2]).toBeGreaterThan(0.3);
  });
  it('of a place that keeps its walked height are the walk’s, whatever is known of it: ± 0.40, not 0.05', () => {
    const errors = heightErrors(demo);
    expect(errors.get('adit')).toBe(0);
    // 732.40 walked, 732.46 known
    expect(errors.get('low')).toBeCloseTo(stationErrors(demo, main(demo)).at(-1) ?? 0, 9);
    expect(errors.get('low')).toBeGreaterThan(0.35);
    expect(errors.get('kitchen')).toBeGreaterThan(errors.get('hill') ?? 1);
  });
  it('of a place that was put on its known height are that height’s, and the walk to it is held at both ends', () => {
    const close = lineClosure(demo, main(demo));
    const before = stationErrors(demo, main(demo));
    const p = applyCommand(demo, spreadOverLegs('main', close?.misclosure ?? 0))?.plan ?? demo;
    expect(heightErrors(p).get('low')).toBe(0.05);
    const errors = stationErrors(p, main(p));
    expect(errors.at(-1)).toBeLessThanOrEqual(0.05);
    // the worst is the leg by clinometer: after it the known end says more than the start
    for (let k = 1; k < errors.length; k++) expect(errors[k]).toBeLessThanOrEqual(before[k] + 1e-12);
    expect(errors[3]).toBeLessThan(0.25 * before[3]);
  });
  it('between two places are those of the walk between them, not of the one from the plan’s start', () => {
    const far = changed((p) => {
      for (const leg of p.lines.find((l) => l.id === 'adit-hill')?.legs ?? []) leg.survey = { method: 'gps' };
    });
    expect(heightErrors(far).get('kitchen')).toBeGreaterThan(7);
    expect(errorBetween(far, 'hill', 'kitchen')).toBeLessThan(0.1);
    expect(errorBetween(far, 'hill', 'nowhere')).toBeUndefined();
  });
});

describe('where a ± is shown, the truth lies in it as often as one standard error says', () => {
  /** Bell-shaped figures, mean 0 and deviation 1, the same each time. */
  function normals(seed: number): () => number {
    let at = seed;
    const random = (): number => (at = (at * 16807) % 2147483647) / 2147483647;
    return () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
  }
  const lengths = [24, 72, 44, 92, 54, 96];
  const rises = [-1.5, -4.5, 4.4, -6.7, -0.7, -0.6];
  /** A walk as it was read: every reading with its own error, the instrument with one for all. */
  const read: Record<string, (normal: () => number) => number[]> = {
    'water-level': (normal) =>
      lengths.map((l, k) => {
        let rise = rises[k];
        // the tube carries 15 m: two marks to be read each time
        for (let at = 0; at < l; at += 15) rise += 0.005 * (normal() - normal());
        return rise;
      }),
    'sight-level': (normal) => {
      const index = 0.000354 * normal();
      return lengths.map((l, k) => {
        let rise = rises[k] + l * (index + 0.000354 * normal());
        for (let at = 0; at < l; at += 60) rise += 0.02 * (normal() - normal());
        return rise;
      });
    },
    clinometer: (normal) => {
      // degrees: the circle is off by one angle, each reading by another
      const index = 0.3524 * normal();
      const inRad = (deg: number): number => (deg * Math.PI) / 180;
      return lengths.map((l, k) => {
        const angle = (Math.asin(rises[k] / l) * 180) / Math.PI + index + 0.3524 * normal();
        return l * Math.sin(inRad(angle));
      });
    },
    'slope-level': (normal) => {
      const index = 0.00141 * normal();
      return lengths.map((l, k) => rises[k] + l * (index + 0.00141 * normal()) + 0.005 * (normal() - normal()));
    },
    grid: (normal) => {
      const heights = [0, ...rises].map(() => 2 * normal());
      return rises.map((r, k) => r + heights[k + 1] - heights[k]);
    },
    altimeter: (normal) => {
      const heights = [0, ...rises].map(() => 1.5 * normal());
      return rises.map((r, k) => r + heights[k + 1] - heights[k]);
    },
    guess: (normal) => lengths.map((l, k) => rises[k] + 0.05 * l * normal()),
    gps: (normal) => {
      const heights = [0, ...rises].map(() => 5 * normal());
      return rises.map((r, k) => r + heights[k + 1] - heights[k]);
    },
    map: (normal) => {
      const heights = [0, ...rises].map(() => 2.5 * normal());
      return rises.map((r, k) => r + heights[k + 1] - heights[k]);
    },
    gauge: (normal) => {
      // a class is a limit: any error within it is as likely; 6.7 m ask for the next range
      const even = (): number => Math.atan2(normal(), normal()) / Math.PI;
      return rises.map((r) => r + (even() * 0.016 * (Math.abs(r) > 6.1 ? 100_000 : 60_000)) / 9806.65);
    },
  };
  it.each(Object.keys(read))('by %s', (method) => {
    const normal = normals(31 + method.length);
    let ground = 742;
    const p = changed((x) => {
      const line = main(x);
      line.legs = lengths.map((lengthM, k) => ({
        ...line.legs[0],
        lengthM,
        endGroundM: (ground += rises[k]),
        survey: { method: method as 'gps' },
      }));
      const [hill, low] = ['hill', 'low'].map((id) => x.nodes.find((n) => n.id === id));
      if (hill) hill.groundM = 742;
      if (low) Object.assign(low, { groundM: ground, knownGroundM: undefined, knownErrorM: undefined });
      x.lines = [line];
    });
    const shown = stationErrors(p, main(p));
    const runs = 4000;
    const inside = shown.map(() => 0);
    for (let k = 0; k < runs; k++) {
      let off = 0;
      read[method](normal).forEach((rise, leg) => {
        off += rise - rises[leg];
        if (Math.abs(off) <= shown[leg + 1]) inside[leg + 1]++;
      });
    }
    for (let leg = 1; leg < shown.length; leg++) {
      // one standard error holds 68.3 % of a bell; a sum of few even chances a little less
      expect(inside[leg] / runs, `${method} after leg ${leg}`).toBeGreaterThan(method === 'gauge' ? 0.56 : 0.655);
      expect(inside[leg] / runs, `${method} after leg ${leg}`).toBeLessThan(0.71);
    }
  });
});

describe('a walk that closes on a known height', () => {
  it('says how well: 6 cm over a walk good to 40 is better than it should be', () => {
    const close = lineClosure(demo, main(demo));
    expect(close?.misclosure).toBeCloseTo(-0.06, 9);
    expect(close?.word).toBe('better');
    expect(codes(demo).find((f) => f.code === 'walk-closes')?.severity).toBe('ok');
  });
  it('is a blunder when it is far off', () => {
    const p = changed((x) => {
      const low = x.nodes.find((n) => n.id === 'low');
      if (low) low.knownGroundM = 734;
    });
    expect(codes(p).find((f) => f.code === 'walk-closes')).toMatchObject({
      severity: 'error',
      values: { word: 'blunder' },
    });
  });
});

describe('a gauge on a closed hose', () => {
  const withGauge = (kPa: number): Plan =>
    changed((x) => {
      const k = x.nodes.find((n) => n.id === 'kitchen');
      if (k) k.closedHose = [{ pressureKPa: kPa }];
    });
  it('that agrees says nothing', () => {
    // the tap stands 737.60, the water 743.43: 5.83 m, 57.2 kPa
    expect(codes(withGauge(57)).some((f) => f.code === 'gauge-contradicts')).toBe(false);
  });
  it('is compared over the walk from its tank: a spring line by satellite hides nothing', () => {
    const far = (kPa: number): Plan => {
      const p = withGauge(kPa);
      for (const leg of p.lines.find((l) => l.id === 'adit-hill')?.legs ?? []) leg.survey = { method: 'gps' };
      return p;
    };
    const told = codes(far(86.6)).find((f) => f.code === 'gauge-contradicts');
    // 3 m of water more than the walk from the tank says
    expect(Number(told?.values.difference)).toBeCloseTo(3, 1);
    expect(codes(far(57)).some((f) => f.code === 'gauge-contradicts')).toBe(false);
  });
  it('that contradicts the walk is held against it, in both terms', () => {
    const finding = codes(withGauge(85)).find((f) => f.code === 'gauge-contradicts');
    expect(Number(finding?.values.byGauge)).toBeCloseTo(8.67, 2);
    expect(Number(finding?.values.byWalk)).toBeCloseTo(5.83, 2);
    expect(Number(finding?.values.walkPressure)).toBeCloseTo(57_150, -2);
    expect(finding?.values.likelier).toBe('reading');
  });
});
