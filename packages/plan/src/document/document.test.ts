import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { planJsonSchema, type Plan } from '../schema/index.ts';
import { changeFaults, checkPlan, faultLine, loadPlan, loadWhole, nestingDepth, savePlan } from './index.ts';

const demo = new URL('../../../../demo/plans/', import.meta.url);
const text = readFileSync(new URL('ousel-bank.vernal.json', demo), 'utf8');
const plan = (): Plan => JSON.parse(text) as Plan;

/** Faults of the demo plan after a change. */
function faultsAfter(change: (p: Record<string, never> & Plan) => void): string[] {
  const p = plan() as Record<string, never> & Plan;
  change(p);
  const loaded = loadWhole(JSON.stringify(p));
  return loaded.ok ? [] : loaded.faults.map(faultLine);
}

/* eslint-disable @typescript-eslint/no-explicit-any -- the point of these tests is to put wrong things in */
describe('faults say where, what and what would be right', () => {
  it.each<[string, (p: any) => void, RegExp]>([
    [
      'a missing height',
      (p) => delete p.nodes[1].groundM,
      /^\$\.nodes\[1\]\.groundM: is missing; give a number in metres$/,
    ],
    [
      'text for a number',
      (p) => (p.lines[1].legs[2].lengthM = 'long'),
      /^\$\.lines\[1\]\.legs\[2\]\.lengthM: is "long"; give a number in metres$/,
    ],
    ['a length of nothing', (p) => (p.lines[1].legs[0].lengthM = 0), /lengthM: is 0; give a number above 0 in metres/],
    [
      'a leg shorter than its fall',
      (p) => (p.lines[1].legs[1].lengthM = 2),
      /legs\[1\]\.lengthM: is 2 m, shorter than the 4\.54 m it falls/,
    ],
    [
      'an unknown kind',
      (p) => (p.nodes[0].kind = 'well'),
      /^\$\.nodes\[0\]\.kind: is "well"; give one of source, tank, junction, trough, bed, outlet$/,
    ],
    [
      'an unknown shape',
      (p) => (p.nodes[1].shape.type = 'sphere'),
      /^\$\.nodes\[1\]\.shape\.type: is "sphere"; give one of vertical-cylinder,/,
    ],
    [
      'an id used twice',
      (p) => (p.nodes[2].id = 'hill'),
      /^\$\.nodes\[2\]\.id: "hill" is already the id of nodes\[1\]/,
    ],
    ['a line to nowhere', (p) => (p.lines[1].to = 'nowhere'), /^\$\.lines\[1\]\.to: is "nowhere", which is no node/],
    ['a line in a ring', (p) => (p.lines[1].to = 'hill'), /is the node the line starts from/],
    [
      'an outlet above the overflow',
      (p) => (p.nodes[1].outletM = 1.95),
      /outletM: is 1\.95 m, not below the overflow at 1\.9 m/,
    ],
    ['an overflow above the rim', (p) => (p.nodes[1].overflowM = 2.5), /overflowM: is 2\.5 m, above the rim at 2 m/],
    [
      'a pipe not in the catalogue',
      (p) => (p.lines[1].legs[0].pipe = 'lead/1'),
      /legs\[0\]\.pipe: is "lead\/1", which is not in the catalogue/,
    ],
    [
      'a fitting not in the catalogue',
      (p) => (p.lines[1].legs[0].fittings = [{ type: 'wormhole' }]),
      /fittings\[0\]\.type: is "wormhole"/,
    ],
    [
      'eleven months',
      (p) => (p.nodes[0].yieldByMonthLpm = Array(11).fill(1)),
      /yieldByMonthLpm: is too short; must have 12 numbers/,
    ],
    [
      'a time of day that is none',
      (p) => (p.nodes.find((n: any) => n.id === 'low').herds[0].visits[0].at = '25:00'),
      /visits\[0\]\.at: is "25:00"; must be a time of day such as 07:30/,
    ],
    [
      'a negative herd',
      (p) => (p.nodes.find((n: any) => n.id === 'low').herds[0].count = -4),
      /herds\[0\]\.count: is -4; give a number of at least 0/,
    ],
    [
      'a newer version',
      (p) => (p.version = 2),
      /^\$\.version: is 2: the plan was saved by a newer Vernal Slope; open it there/,
    ],
    ['a version that never was', (p) => (p.version = 'one'), /^\$\.version: is "one"; give 1/],
    ['another format', (p) => (p.format = 'else'), /^\$\.format: is "else"; give "vernal-slope\/plan"/],
    [
      'a level table that falls',
      (p) => (p.nodes[1].shape = { type: 'table', levelsM: [0, 1, 0.5], volumesL: [0, 1, 2] }),
      /shape\.levelsM\[2\]: is 0\.5, not above the 1 before it/,
    ],
    [
      'water hotter than the method',
      (p) => (p.site.waterTemperatureC = 99),
      /waterTemperatureC: is 99; give at most 60 in °C/,
    ],
    [
      'no water at all',
      (p) => Object.assign(p, { nodes: [p.nodes[2]], lines: [], plots: [] }),
      /^\$\.nodes: has no tank and no source/,
    ],
    [
      'a place that no water reaches',
      (p) => p.nodes.push({ id: 'far', kind: 'junction', groundM: 1 }),
      /^\$\.nodes\[22\]: "far" is reached by no tank or source/,
    ],
    [
      'an outlet without its law',
      (p) => p.nodes.push({ id: 'tap', kind: 'outlet', groundM: 732 }),
      /\$\.nodes\[22\]\.ratedFlowLpm: is missing/,
    ],
  ])('%s', (_, change, line) => {
    const lines = faultsAfter(change);
    expect(
      lines.some((l) => line.test(l)),
      lines.join('\n'),
    ).toBe(true);
    lines.forEach((l) => expect(l).not.toMatch(/\n/));
  });
  it('reports every fault, not just the first', () => {
    expect(
      faultsAfter((p: any) => {
        p.nodes[0].groundM = 'high';
        p.lines[0].legs[0].lengthM = -1;
      }),
    ).toHaveLength(2);
  });
});
/* eslint-enable @typescript-eslint/no-explicit-any */

describe('reading', () => {
  it.each([
    ['', /is not JSON/],
    ['{"format":', /is not JSON/],
    ['[]', /is not a plan/],
    ['null', /is not a plan/],
    ['{}', /\$\.format: is missing/],
    ['['.repeat(70) + ']'.repeat(70), /nested deeper than 64/],
  ])('refuses %s', (input, line) => {
    const loaded = loadPlan(input);
    expect(loaded.ok).toBe(false);
    if (!loaded.ok) expect(loaded.faults.map(faultLine).join()).toMatch(line);
  });
  it('keeps what hangs loose: only the command line asks for a plan that is whole', () => {
    const loose = { ...plan(), nodes: [...plan().nodes, { id: 'far', kind: 'junction', groundM: 1 }] };
    expect(loadPlan(JSON.stringify(loose)).ok).toBe(true);
    expect(loadWhole(JSON.stringify(loose)).ok).toBe(false);
    expect(loadPlan(JSON.stringify({ ...plan(), nodes: [], lines: [], plots: [] })).ok).toBe(true);
  });
  it('counts nesting outside strings only', () => {
    expect(nestingDepth('{"a":"[[[[\\"[","b":[1,[2]]}')).toBe(3);
  });
  it('keeps unknown fields, their places and their values through load and save', () => {
    const odd = { ...plan(), neighbours: [{ name: 'Upper farm', 'x-y': null }] } as unknown as Plan & {
      nodes: Record<string, unknown>[];
    };
    odd.nodes[1].colour = 'green';
    (odd.lines[1].legs[2] as Record<string, unknown>).dugOn = '2026-05-03';
    const loaded = loadPlan(JSON.stringify(odd));
    expect(loaded.ok).toBe(true);
    if (loaded.ok) expect(savePlan(loaded.plan)).toBe(`${JSON.stringify(odd, null, 2)}\n`);
  });
  it.each(readdirSync(demo).filter((name) => name.endsWith('.json')))('takes the demo plan %s', (name) => {
    const loaded = loadPlan(readFileSync(new URL(name, demo), 'utf8'));
    expect(loaded.ok ? [] : loaded.faults.map(faultLine)).toEqual([]);
  });
});

describe('JSON Schema', () => {
  it('describes the document and every kind of node', () => {
    const schema = JSON.stringify(planJsonSchema());
    expect(schema).toContain('2020-12');
    for (const kind of ['source', 'tank', 'junction', 'trough', 'outlet'])
      expect(schema).toContain(`"const":"${kind}"`);
  });
});

describe('what a change breaks', () => {
  const before = plan();
  const after = (change: (p: Plan) => void): Plan => {
    const next = structuredClone(before);
    // only what is changed is another object, as edits have it
    const copy = { ...before, nodes: [...before.nodes], lines: [...before.lines] };
    change(next);
    next.nodes.forEach((n, k) => JSON.stringify(n) !== JSON.stringify(before.nodes[k]) && (copy.nodes[k] = n));
    next.lines.forEach((l, k) => JSON.stringify(l) !== JSON.stringify(before.lines[k]) && (copy.lines[k] = l));
    return { ...next, nodes: copy.nodes, lines: copy.lines };
  };
  type Any = { shape: { heightM: number; diameterM: number }; standM: number };
  // 550 ft and 500 ft once passed the field, and the server refused all saving
  it.each<[string, (p: Plan) => void, string]>([
    ['a tank 550 ft high', (p) => ((p.nodes[1] as unknown as Any).shape.heightM = 167.64), 'height'],
    ['a tank 550 ft across', (p) => ((p.nodes[1] as unknown as Any).shape.diameterM = 167.64), 'diameter'],
    ['a stand of 500 ft', (p) => ((p.nodes[1] as unknown as Any).standM = 152.4), 'stand'],
    ['a leg of 200 km', (p) => (p.lines[1].legs[0].lengthM = 2e5), 'length'],
    ['a leg of nothing', (p) => (p.lines[1].legs[0].lengthM = 0), 'length'],
    ['a place in space', (p) => (p.nodes[2].groundM = 1e5), 'ground'],
    ['a place that is no number', (p) => (p.nodes[2].groundM = Infinity), 'ground'],
    ['water that boils', (p) => (p.site = { waterTemperatureC: 200 }), 'water temperature'],
  ])('%s is refused where it is typed, by the limit of the schema', (_, change, field) => {
    const faults = changeFaults(before, after(change));
    expect(faults.length).toBeGreaterThan(0);
    const [fault] = faults;
    expect(fault.advice).toMatch(/^give/);
    if (fault.told) expect(JSON.stringify(fault.told.message)).toContain(`the ${field} is `);
    // and the server would say the same
    expect(checkPlan(after(change)).ok).toBe(false);
  });
  it('nothing where nothing is broken, and only what is changed is looked at', () => {
    expect(
      changeFaults(
        before,
        after((p) => void (p.nodes[1].name = 'Upper tank')),
      ),
    ).toEqual([]);
    expect(changeFaults(before, before)).toEqual([]);
  });
});
