import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compilePlan } from '@vernal-slope/plan/compile';
import { loadPlan } from '@vernal-slope/plan/document';
import { addPlace, applyCommand, type PresetKey } from '@vernal-slope/plan/edit';
import type { Plan } from '@vernal-slope/plan/schema';
import { heightFor, judgePlan, solvePlan } from '@vernal-slope/plan/solve';
import { consumers } from '@vernal-slope/plan/topology';
import type { PlanResults } from '../../session/usePlanResults.ts';
import { flagsOn, chainTo, closeUp, sectionOf } from '@vernal-slope/display/section';

/** A tee at the end of a leg, and a line from it to a new place. */
const branchAt = (plan: Plan, line: string, leg: number, key: PresetKey) => {
  const command = addPlace(plan, key, { by: 'line', at: { line, leg } });
  if (command.line === undefined) throw new Error('no line');
  return { ...command, line: command.line };
};

function demo(name: string): Plan {
  const loaded = loadPlan(
    readFileSync(new URL(`../../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'),
  );
  if (!loaded.ok) throw new Error('demo plan has faults');
  return loaded.plan;
}
function resultsOf(plan: Plan): PlanResults {
  const compiled = compilePlan(plan);
  const result = solvePlan(compiled);
  return {
    compiled,
    result,
    findings: judgePlan(compiled, result),
    consumers: consumers(compiled),
    height: (id) => heightFor(compiled, id),
  };
}
const ousel = resultsOf(demo('ousel-bank'));

describe('a close view', () => {
  it('holds the way from the last tank on, and the tank on its stand', () => {
    const s = sectionOf(ousel, 'sink');
    const { x, z } = closeUp(s);
    // 6 m to the tee and 3 to the sink; the hill above and the lines behind are left out
    expect(x[1]).toBeCloseTo(10, 9);
    expect(x[0]).toBeLessThan(0);
    expect(x[0]).toBeGreaterThan(-3);
    // the tank's rim: ground, stand, height
    expect(z[1]).toBeCloseTo(736.6 + 2.4 + 1.2, 6);
  });
});

describe('the section to Low Meadow', () => {
  const s = sectionOf(ousel, 'low');
  it('runs from the spring over the tank, chainage counted from the tank', () => {
    expect(chainTo(ousel, 'low').map((c) => c.line)).toEqual(['adit-hill', 'main']);
    expect(s.x).toEqual([-14, 382]);
    expect(s.legs.map((l) => [l.x0, l.x1]).slice(1, 3)).toEqual([
      [0, 24],
      [24, 96],
    ]);
  });
  it('has the tube at the trough as high as its head, marked with what it wants', () => {
    const [tube] = s.tubes;
    expect(tube.id).toBe('low');
    expect(tube.head).toBeCloseTo(ousel.result.nodes.get('low')?.head ?? 0, 12);
    // 5 kPa of water at 10 °C stand 0.510 m over the inlet at 732.40 + 0.48
    expect(tube.wanted).toBeCloseTo(732.88 + 0.51, 2);
  });
  it('flags the hump that holds the flow, where it is', () => {
    expect(flagsOn(s, ousel)).toEqual([expect.objectContaining({ x: 140, words: 'holds the flow' })]);
  });
  it('keeps the running line on or over the pipe', () => {
    for (const strip of s.strips) for (const p of strip.running) expect(p.line).toBeGreaterThanOrEqual(p.pipe - 1e-9);
  });
  it('shows the bakehouse line behind, from the tank', () => {
    const those = s.behind.filter((b) => ['bakehouse', 'bunk'].includes(b.line));
    expect(those.map((b) => [b.line, b.end?.id, b.ground[0].x])).toEqual([
      ['bakehouse', 'kitchen', 0],
      // the bunk cabin hangs on the bakehouse, where its line ends
      ['bunk', 'shower', 66],
    ]);
  });
  it('marks the hump for a vent and the low before it for a drain', () => {
    expect(s.marks.map((m) => [m.kind, m.x])).toEqual([
      ['vent', 140],
      ['drain', 96],
    ]);
  });
  it('holds everything in its extent', () => {
    for (const strip of [...s.strips, ...s.behind])
      for (const p of strip.ground) {
        expect(p.z).toBeGreaterThanOrEqual(s.z[0]);
        expect(p.z).toBeLessThanOrEqual(s.z[1]);
      }
  });
});

it('a branch stands behind from its tee; chosen, it comes to the front', () => {
  const plan = demo('ousel-bank');
  const command = branchAt(plan, 'main', 3, 'tap');
  const results = resultsOf(applyCommand(plan, command)?.plan as Plan);
  const low = sectionOf(results, 'low');
  expect(low.behind.find((b) => b.line === command.line)?.ground[0].x).toBeCloseTo(232, 9);
  const branch = sectionOf(results, command.node);
  expect(branch.strips.at(-1)?.line).toBe(command.line);
  expect(branch.behind.some((b) => b.end?.id === 'low')).toBe(true);
});

it('a tank with no line stands alone on level ground', () => {
  const plan = demo('kestrel-croft');
  const s = sectionOf(resultsOf({ ...plan, lines: [], nodes: plan.nodes.filter((n) => n.kind === 'tank') }), 'barn');
  expect(s.strips).toEqual([]);
  expect(s.vessels).toHaveLength(1);
  expect(s.z[1]).toBeGreaterThan(s.z[0]);
});

describe('a garden on the hillside', () => {
  it('shows each bed at its height with its water, and each hole on its pipe', () => {
    const section = sectionOf(ousel, 'low');
    expect(section.beds.map((b) => b.id).sort()).toEqual(['bed-1', 'bed-2', 'bed-3', 'bed-4', 'bed-5', 'bed-6']);
    const [bed] = section.beds;
    expect(bed.floor).toBeCloseTo(737.9 + 0.062, 9);
    expect(bed.level).toBeCloseTo(0.11, 9);
    expect(section.holes).toHaveLength(80);
    // rows run from 737.5 to 737.62 m, their pipe on the ground
    for (const h of section.holes) {
      expect(h.z).toBeGreaterThanOrEqual(737.5 - 1e-9);
      expect(h.z).toBeLessThanOrEqual(737.62 + 1e-9);
    }
    // the first hole of the first row: 0.45 m of 18 along a pipe that rises 0.12 m
    expect(section.holes.some((h) => Math.abs(h.z - (737.5 + (0.12 * 0.45) / 18)) < 1e-9)).toBe(true);
  });
  it('a drain falls away from the place that it begins at', () => {
    const plan = structuredClone(ousel.compiled.plan) as Plan;
    plan.drains = [
      {
        id: 'grey',
        from: 'shower',
        startGroundM: 735,
        startInvertM: 734.9,
        pipeMm: 38,
        legs: [{ lengthM: 6, endGroundM: 734.8, endInvertM: 734.7 }],
        basins: [
          { lengthM: 2, endGroundM: 734.7, endInvertM: 734.6 },
          { lengthM: 3, endGroundM: 734.7, endInvertM: 734.55 },
        ],
      },
    ];
    const [drain] = sectionOf(resultsOf(plan), 'low').drains;
    expect(drain.points.map((p) => p.z)).toEqual([734.9, 734.7, 734.55]);
    expect(drain.points[2].x - drain.points[0].x).toBeCloseTo(9, 9);
    plan.drains[0].from = undefined;
    expect(sectionOf(resultsOf(plan), 'low').drains).toEqual([]);
  });
  it('holes taped over are not drawn', () => {
    const plan = structuredClone(ousel.compiled.plan) as Plan;
    const entry = plan.lines.find((l) => l.id === 'currant-3')?.legs[1].emitters?.[0];
    if (entry) entry.shut = [0, 1];
    expect(sectionOf(resultsOf(plan), 'low').holes).toHaveLength(78);
  });
});
