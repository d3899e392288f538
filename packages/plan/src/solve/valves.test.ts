import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '../compile/index.ts';
import { loadPlan } from '../document/index.ts';
import { applyCommand, remedyCommand, swapFitting } from '../edit/index.ts';
import type { Plan } from '../schema/index.ts';
import { judgePlan, solvePlan } from './index.ts';

const read = loadPlan(readFileSync(new URL('../../../../demo/plans/ousel-bank.vernal.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('demo plan has faults');
const ousel = read.plan;
const judged = (p: Plan) => {
  const c = compilePlan(p);
  return judgePlan(c, solvePlan(c));
};
const change = (recipe: (p: Plan) => void): Plan => {
  const p = structuredClone(ousel);
  recipe(p);
  return p;
};
const bunk = (p: Plan) => p.lines.find((l) => l.id === 'bunk') as Plan['lines'][number];

describe('a valve that eats the head', () => {
  const globe = change((p) => (bunk(p).legs[0].fittings = [{ type: 'globe', count: 2 }]));
  const found = judged(globe).filter((f) => f.code === 'valve-eats');
  it('is named with its loss by hand, and what a full-port one gives back', () => {
    expect(found).toHaveLength(1);
    const { values } = found[0];
    // K 8 twice on a bore of 20.9 mm: loss = 16 v²/2g, v = Q/A
    const v = Number(values.flow) / ((Math.PI / 4) * 0.02093 ** 2);
    expect(values.loss).toBeCloseTo((16 * v * v) / (2 * 9.80665), 2);
    expect(Number(values.then)).toBeGreaterThan(Number(values.flow));
  });
  it('tried, gives just that, and the finding is gone', () => {
    const remedy = found[0].remedy;
    const command = remedy && remedyCommand(globe, remedy);
    const p = command && applyCommand(globe, command)?.plan;
    if (!p) throw new Error('nothing to try');
    expect(bunk(p).legs[0].fittings).toEqual([{ type: 'ball-full', count: 2 }]);
    expect(Math.abs(solvePlan(compilePlan(p)).lines.get('bunk')?.flow ?? 0)).toBeCloseTo(
      Number(found[0].values.then),
      9,
    );
    expect(judged(p).some((f) => f.code === 'valve-eats')).toBe(false);
  });
  it('is no word where it is full-port, or open gates', () => {
    expect(judged(ousel).some((f) => f.code === 'valve-eats')).toBe(false);
  });
  it('is changed alone; other fittings stay', () => {
    expect(swapFitting([{ type: 'globe' }, { k: 3 }, { type: 'elbow-90', count: 2 }], 'globe', 'ball-full')).toEqual([
      { type: 'ball-full' },
      { k: 3 },
      { type: 'elbow-90', count: 2 },
    ]);
  });
});

describe('a pressure reducer at the start of a line', () => {
  const at = (kPa: number): Plan =>
    change((p) => {
      bunk(p).reducerKPa = kPa;
    });
  it('holds the shower to what it is set to, running and still', () => {
    const c = compilePlan(at(20));
    const r = solvePlan(c);
    expect(r.converged).toBe(true);
    // set at the pipe's height at the kitchen (736.2 m), the shower's head stands 1.0 m higher: 20 kPa less 9.8
    const shower = r.nodes.get('shower');
    expect((shower?.staticPressure ?? 0) / 1000).toBeCloseTo(20 - 9.804, 0);
    expect(shower?.flow).toBeLessThan(solvePlan(compilePlan(ousel)).nodes.get('shower')?.flow ?? 0);
    expect(judged(at(20)).find((f) => f.code === 'reducer-holds')?.at).toBe('bunk');
  });
  it('changes nothing where less stands before it, and is told to be idle', () => {
    const r = solvePlan(compilePlan(at(300)));
    expect(r.nodes.get('shower')?.flow).toBeCloseTo(solvePlan(compilePlan(ousel)).nodes.get('shower')?.flow ?? 0, 7);
    expect(judged(at(300)).find((f) => f.code === 'reducer-idle')?.at).toBe('bunk');
  });
});

describe('a tap shut at once', () => {
  it('is told where the pipe would not bear it, not where it does', () => {
    expect(judged(ousel).some((f) => f.code === 'surge-too-much')).toBe(false);
    // 100 m higher the same pipe stands near what it is rated for, and a quick tap takes it over
    const high = change((p) => {
      for (const n of p.nodes) if (n.id === 'kitchen' || n.id === 'shower') n.groundM -= 58;
      for (const l of p.lines)
        if (l.id === 'bakehouse' || l.id === 'bunk') l.legs.forEach((g) => ((g.endGroundM -= 58), (g.lengthM += 60)));
    });
    const surge = judged(high).filter((f) => f.code === 'surge-too-much');
    expect(surge.map((f) => f.at)).toContain('bunk');
    const { values } = surge[0];
    expect(Number(values.surge) + Number(values.standing)).toBeGreaterThan(Number(values.rating));
  });
});

describe('air that stops a first filling', () => {
  it('is short only where it does so even pressed together', () => {
    const humped = (crest: number): Plan =>
      change((p) => {
        const main = p.lines.find((l) => l.id === 'main') as Plan['lines'][number];
        // two crests with a deep hollow between, and the end not far below
        main.legs = [
          { lengthM: 60, endGroundM: 738, pipe: 'astm-d2239-sidr15/1', depthM: 0 },
          { lengthM: 60, endGroundM: crest, pipe: 'astm-d2239-sidr15/1', depthM: 0 },
          { lengthM: 60, endGroundM: 733, pipe: 'astm-d2239-sidr15/1', depthM: 0 },
          { lengthM: 60, endGroundM: crest - 1, pipe: 'astm-d2239-sidr15/1', depthM: 0 },
          { lengthM: 60, endGroundM: 732.4, pipe: 'astm-d2239-sidr15/1', depthM: 0 },
        ];
      });
    const air = (p: Plan) => judged(p).find((f) => f.at === 'main' && f.code.startsWith('air-'));
    const [stops, may] = [air(humped(741.5)), air(humped(738.8))];
    if (stops?.code !== 'air-stops-filling' || may?.code !== 'air-may-stop-filling')
      throw new Error(`${stops?.code} and ${may?.code}`);
    expect(stops.severity).toBe('error');
    expect(stops.values.missingCompressed).toBeLessThan(stops.values.missing);
    expect(may.values.missingCompressed).toBe(0);
  });
});
