import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { run } from './main.ts';

const demo = fileURLToPath(new URL('../../../demo/plans/ousel-bank.vernal.json', import.meta.url));
const tarn = fileURLToPath(new URL('../../../demo/plans/tarn-foot.vernal.json', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'vernal-cli-'));
const file = (text: string): string => {
  const path = join(folder, `${Math.random().toString(36).slice(2)}.vernal.json`);
  writeFileSync(path, text);
  return path;
};

const valley = (name: string): string => fileURLToPath(new URL(`../../../demo/valley/${name}`, import.meta.url));
const tiff = (): string => {
  const path = join(folder, 'not.tif');
  writeFileSync(path, 'no picture');
  return path;
};

describe('answers', () => {
  it('the month is 7 where none is asked for and the plan names none, and the finding says which is the tightest', async () => {
    const plan = JSON.parse(readFileSync(demo, 'utf8')) as {
      nodes: { yieldByMonthLpm?: number[] }[];
      settings?: object;
    };
    plan.nodes[0].yieldByMonthLpm = [3, 2, 4, 8, 12, 16, 20, 18, 15, 10, 7, 5];
    const gives = async (...options: string[]) => {
      const { out } = await run(['check', file(JSON.stringify(plan)), ...options]);
      const { findings } = JSON.parse(out ?? '') as { findings: { code: string; severity: string; values: object }[] };
      return findings.find((f) => f.code === 'month-solved');
    };
    expect(await gives()).toMatchObject({ severity: 'warning', values: { month: 6, tightest: 1 } });
    expect(await gives('--month', '2')).toMatchObject({ severity: 'ok', values: { month: 1, tightest: 1 } });
    plan.settings = { ...plan.settings, month: 3 };
    expect(await gives()).toMatchObject({ severity: 'warning', values: { month: 2 } });
    // what is written out again is the plan as it stands
    delete (plan.settings as { month?: number }).month;
    const { out } = await run([
      'import',
      file(JSON.stringify(plan)),
      '--line',
      'main',
      '--track',
      valley('ousel-bank.gpx'),
    ]);
    expect(out).toContain('"yieldByMonthLpm"');
    expect(out).not.toContain('"month"');
  });
  it('check gives findings', async () => {
    const { code, out } = await run(['check', demo]);
    const answer = JSON.parse(out ?? '') as { ok: boolean; findings: { code: string }[] };
    expect(code).toBe(0);
    expect(answer.ok).toBe(true);
    expect(answer.findings.map((f) => f.code)).toContain('hump-holds');
  });
  it('solve gives nodes, lines and stations by the plan’s ids', async () => {
    const { out } = await run(['solve', demo, '--level', 'full', '--month', '1']);
    const answer = JSON.parse(out ?? '') as {
      converged: boolean;
      nodes: Record<string, { headM: number }>;
      lines: Record<string, { stations: unknown[] }>;
    };
    expect(answer.converged).toBe(true);
    expect(Object.keys(answer.nodes)).toEqual([
      'adit',
      'hill',
      'kitchen',
      'shower',
      'bakehouse-tank',
      'bench-tee',
      'sink',
      'trays',
      'garden-tee',
      'bucket',
      'bed-1',
      'bed-2',
      'bed-3',
      'bed-4',
      'bed-5',
      'bed-6',
      'barrel',
      'row-tee',
      'row-end',
      'row-turn',
      'rowan',
      'low',
    ]);
    expect(answer.nodes.hill.headM).toBeCloseTo(743.9, 9);
    expect(answer.lines.main.stations).toHaveLength(7);
  });
  it('height says whom the height found would leave dry', async () => {
    const answer = async (...args: string[]) =>
      JSON.parse((await run(['height', demo, '--tank', 'hill', ...args])).out ?? '') as {
        standM: number;
        starves: string[];
      };
    expect((await answer('--outlet', 'kitchen', '--flow', '4', '--pressure', '20')).starves).toEqual([]);
    // so high that the spring no longer reaches the tank's inlet
    const high = await answer('--outlet', 'kitchen', '--flow', '4', '--pressure', '90');
    expect(high.standM).toBeGreaterThan(1.5);
    expect(high.starves).toEqual(['hill']);
  });
  it('solve shuts what is named', async () => {
    const { out } = await run(['solve', demo, '--shut', 'low']);
    expect((JSON.parse(out ?? '') as { nodes: Record<string, { flowLpm: number }> }).nodes.low.flowLpm).toBe(0);
  });
  it('balance gives months against needs', async () => {
    const answer = JSON.parse((await run(['balance', demo])).out ?? '') as {
      months: { spareLPerDay: number }[];
      findings: unknown[];
    };
    expect(answer.months).toHaveLength(12);
    expect(answer.months[6].spareLPerDay).toBeLessThan(answer.months[0].spareLPerDay);
  });
  it('store gives what can be used and sizes, for a named tank and either school', async () => {
    const store = async (...more: string[]): Promise<{ tank: string; school: string; sizes: unknown[] }> =>
      JSON.parse((await run(['store', demo, ...more])).out ?? '') as never;
    expect(await store()).toMatchObject({ tank: 'hill', school: 'after' });
    expect((await store('--tank', 'hill', '--school', 'before')).school).toBe('before');
    expect((await store()).sizes).toHaveLength(60);
  });
  it('height gives the stand, who governs, and the height from pressure alone', async () => {
    const { out } = await run(['height', demo, '--outlet', 'low', '--outlet', 'kitchen', '--open', 'shower']);
    const answer = JSON.parse(out ?? '') as { standM: number; governing: string; staticOnlyM: number; working: object };
    expect(answer.governing).toBe('kitchen');
    expect(answer.standM).toBeGreaterThan(answer.staticOnlyM);
    expect(answer.working).toHaveProperty('rule');
  });
  it('size gives pipes by line, how sure, and what each place gets', async () => {
    const { out } = await run(['size', demo, '--open', 'low', '--level', 'low']);
    expect(JSON.parse(out ?? '')).toMatchObject({
      ok: true,
      sure: 'exact',
      situations: [{ places: { low: { enough: true } } }],
    });
  });
  it('stand gives the height needed, checks with workings, parts and waits, and who must look at it', async () => {
    const { code, out } = await run(['stand', demo]);
    expect(code).toBe(0);
    const a = JSON.parse(out ?? '') as {
      tank: string;
      screening: string;
      engineer: string[];
      needs: { standM: number; governing: string; staticOnlyM: number }[];
      checks: {
        code: string;
        demand: number;
        capacity: number;
        ratio: number;
        working: { result: { value: number } };
      }[];
      parts: { pieces: { of: string; count: number }[] };
      dates: { full: string };
    };
    expect(a.tank).toBe('bakehouse-tank');
    expect(a.screening).toContain('no design and no approval');
    expect(a.engineer).toContain('height');
    expect(a.needs[0].standM).toBeGreaterThan(a.needs[0].staticOnlyM + 0.5);
    for (const c of a.checks) {
      expect(c.ratio).toBeCloseTo(c.demand / c.capacity, 9);
      expect(c.working.result.value).toBeCloseTo(c.ratio, 9);
    }
    expect(a.parts.pieces.find((p) => p.of === 'post')?.count).toBe(4);
    expect(a.dates.full).toBe('2026-09-22');
  });
  it('stand of a tank on the ground has no checks', async () => {
    const { out } = await run(['stand', demo, '--tank', 'hill']);
    expect(JSON.parse(out ?? '')).toMatchObject({ tank: 'hill', standM: 0, checks: [], parts: null });
  });
  it('import puts a track with heights from a grid into a line, export gives it back', async () => {
    const { out } = await run([
      'import',
      demo,
      '--line',
      'main',
      '--track',
      valley('ousel-bank.gpx'),
      '--grid',
      valley('ousel-bank.asc'),
    ]);
    const imported = file(out ?? '');
    expect((await run(['check', imported])).code).toBe(0);
    expect((await run(['export', imported, '--format', 'gpx'])).out).toContain('<trkpt');
    expect((await run(['export', imported, '--format', 'geojson'])).out).toContain('LineString');
    const sheet = file((await run(['export', demo, '--line', 'main'])).out ?? '');
    expect(JSON.parse((await run(['import', demo, '--line', 'main', '--csv', sheet])).out ?? '')).toMatchObject({
      title: 'Ousel Bank',
    });
  });
  it('import takes of a file of many lines the one that was asked for, and none where none is it', async () => {
    const lengthOf = (text: string | undefined, id: string): number =>
      (JSON.parse(text ?? '') as { lines: { id: string; legs: { lengthM: number }[] }[] }).lines
        .find((l) => l.id === id)
        ?.legs.reduce((sum, leg) => sum + leg.lengthM, 0) ?? NaN;
    const tracks = file((await run(['export', demo, '--format', 'geojson'])).out ?? '');
    const grid = ['--grid', valley('ousel-bank.asc')];
    const before = readFileSync(demo, 'utf8');
    for (const id of ['main', 'bakehouse']) {
      const { out } = await run(['import', demo, '--line', id, '--track', tracks, ...grid]);
      expect(lengthOf(out, id) / lengthOf(before, id)).toBeCloseTo(1, 1);
    }
    const two = file(
      JSON.stringify({
        type: 'GeometryCollection',
        geometries: [6.4, 6.41].map((x) => ({
          type: 'LineString',
          coordinates: [
            [x, 44.1, 700],
            [x + 0.001, 44.1, 690],
          ],
        })),
      }),
    );
    const { code, err } = await run(['import', demo, '--line', 'main', '--track', two]);
    expect(code).toBe(2);
    expect(err).toContain('--track: has 2 lines');
  });
  it('import takes heights from a grid for a line that has positions', async () => {
    const { out } = await run(['import', demo, '--line', 'main', '--grid', valley('ousel-bank.asc')]);
    const legs = (JSON.parse(out ?? '') as { lines: { id: string; legs: { survey?: { method: string } }[] }[] })
      .lines[1].legs;
    expect(legs.length).toBeGreaterThanOrEqual(6);
    expect(legs.every((l) => l.survey?.method === 'grid')).toBe(true);
  });
  it('schema is a JSON Schema', async () => {
    expect(JSON.parse((await run(['schema'])).out ?? '')).toMatchObject({ type: 'object' });
  });
});

describe('bad input ends with code 2 and lines on standard error', () => {
  const plan = readFileSync(demo, 'utf8');
  it.each<[string, () => string[], RegExp]>([
    ['no verb', () => [], /no verb given/],
    ['an unknown verb', () => ['fly', demo], /unknown verb "fly"/],
    ['an unknown option', () => ['solve', demo, '--fast'], /--fast/],
    ['an option of another verb', () => ['check', demo, '--level', 'low'], /check has no option --level/],
    ['a bad level', () => ['solve', demo, '--level', 'half'], /--level is "half"; give full, low or start/],
    ['a bad month', () => ['solve', demo, '--month', '13'], /--month is "13"; give 1 to 12/],
    ['a tank that is none', () => ['store', demo, '--tank', 'low'], /^--tank: "low" is no tank/],
    [
      'a track and a sheet at once',
      () => ['import', demo, '--track', 'a', '--csv', 'b'],
      /import needs one of --track and --csv/,
    ],
    ['a track that is none', () => ['import', demo, '--track', file('up the hill')], /^--track: the file is neither/],
    [
      'a grid under a line without positions',
      () => ['import', tarn, '--grid', valley('ousel-bank.asc')],
      /^--grid: .* have no position; bring in a track/,
    ],
    ['a TIFF that is none', () => ['import', demo, '--grid', tiff()], /^--grid: the file is no TIFF/],
    ['a height without an outlet', () => ['height', demo], /height needs at least one --outlet/],
    ['a stand of no tank', () => ['stand', demo, '--tank', 'low'], /^--tank: "low" is no tank/],
    ['an outlet that is none', () => ['height', demo, '--outlet', 'hill'], /^--outlet: "hill" is no outlet/],
    [
      'a flow that is none',
      () => ['height', demo, '--outlet', 'low', '--flow', 'much'],
      /--flow is "much"; give a number/,
    ],
    [
      'a height that nobody builds',
      () => ['height', demo, '--outlet', 'low', '--flow', '900'],
      /^--tank: even a stand of 200 m gives "low" too little/,
    ],
    ['sizes for a tank', () => ['size', demo, '--open', 'hill'], /^--open: "hill" is no outlet or trough/],
    ['a line that is none', () => ['export', demo, '--line', 'x'], /^--line: "x" is no line/],
    [
      'positions that are not there',
      () => ['export', tarn, '--format', 'gpx'],
      /^\$\.site: the plan does not know where/,
    ],
    ['a bad school', () => ['store', demo, '--school', 'old'], /--school is "old"; give after or before/],
    ['no file', () => ['check'], /check needs a plan file/],
    ['two files', () => ['check', demo, demo], /unexpected/],
    ['a file that is not there', () => ['check', join(folder, 'none.json')], /^\$: there is no file/],
    ['a folder', () => ['check', folder], /is a folder/],
    ['no JSON', () => ['check', file('{')], /^\$: is not JSON/],
    ['deep nesting', () => ['check', file('['.repeat(100_000))], /nested deeper than 64/],
    ['a file over 10 MB', () => ['check', file(' '.repeat(10 * 1024 * 1024 + 1))], /larger than 10 MB/],
    ['an outlet that is none', () => ['solve', demo, '--open', 'hill'], /^--open: "hill" is no outlet/],
    [
      'faults in the plan',
      () => ['check', file(plan.replace('"lengthM": 72', '"lengthM": -72'))],
      /^\$\.lines\[1\]\.legs\[1\]\.lengthM: is -72; give a number above 0 in metres$/m,
    ],
  ])('%s', async (_, args, line) => {
    const result = await run(args());
    expect(result.code).toBe(2);
    expect(result.out).toBeUndefined();
    expect(result.err).toMatch(line);
    expect(result.err).not.toMatch(/\n\s+at /);
  });
});
