// The table of verbs: each is told in the usage with every option it has, refuses those it has not, and reads what it is
// given or says in one line what would be right.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { run, USAGE } from './main.ts';
import { parseWords, UsageError } from './options.ts';
import { VERBS } from './verbs/index.ts';

const demo = fileURLToPath(new URL('../../../demo/plans/ousel-bank.vernal.json', import.meta.url));
/** A value that an option takes. */
const GOOD: Readonly<Record<string, string>> = {
  level: 'low',
  open: 'low',
  shut: 'low',
  month: '2',
  hours: '1',
  every: '600',
  start: '06:00',
  seed: '3',
  tank: 'hill',
  outlet: 'low',
  plot: 'currants',
  flow: '5',
  pressure: '20',
  from: '2026-05-01',
  ics: join(tmpdir(), 'vernal-work.ics'),
  readings: 'log.csv',
  school: 'before',
  line: 'main',
  track: 'walk.gpx',
  csv: 'walk.csv',
  grid: 'ground.asc',
  tolerance: '0.5',
  format: 'csv',
  out: join(tmpdir(), 'vernal-book.html'),
  units: 'us',
  paper: 'letter',
  form: 'field',
  positions: 'no',
};
const names = [...new Set(VERBS.flatMap((v) => v.options))];

describe('the table', () => {
  it('names each verb once', () => {
    expect(new Set(VERBS.map((v) => v.name)).size).toBe(VERBS.length);
  });
  it.each(VERBS.map((v) => [v.name, v] as const))('%s is told in the usage with every option it has', (name, verb) => {
    const [call, ...words] = verb.usage;
    expect(call.split(' ')[0]).toBe(name);
    expect(USAGE).toContain(call);
    for (const line of words) expect(USAGE).toContain(line);
    const told = verb.usage.join(' ');
    for (const option of verb.options) expect(told).toContain(`--${option}`);
    for (const [, option] of told.matchAll(/--([a-z]+)/g)) expect(verb.options).toContain(option);
    for (const line of USAGE.split('\n')) expect(line.length).toBeLessThanOrEqual(120);
  });
  it.each(VERBS.map((v) => [v.name, v] as const))('%s refuses an option that it has not', async (name, verb) => {
    for (const option of names.filter((n) => !verb.options.includes(n))) {
      const { code, out, err } = await run([name, demo, `--${option}`, GOOD[option]]);
      expect([code, out]).toEqual([2, undefined]);
      expect(err?.split('\n')[0]).toBe(`vernal: ${name} has no option --${option}`);
    }
  });
  it.each(VERBS.filter((v) => !v.noFile).map((v) => v.name))('%s needs a plan, and only one', async (name) => {
    expect((await run([name])).err?.split('\n')[0]).toBe(`vernal: ${name} needs a plan file`);
    expect((await run([name, demo, 'more'])).err?.split('\n')[0]).toBe('vernal: unexpected "more"');
  });
  it.each(VERBS.filter((v) => !v.noFile).map((v) => v.name))('%s tells of a file that is not there', async (name) => {
    const verb = VERBS.find((v) => v.name === name);
    const need =
      verb?.needs &&
      (verb.options.includes('outlet')
        ? ['--outlet', 'low']
        : verb.options.includes('track')
          ? ['--track', 'x.gpx']
          : []);
    const { code, out, err } = await run([name, '/no/such/plan.vernal.json', ...(need ?? [])]);
    expect([code, out]).toEqual([2, undefined]);
    expect(err).toContain('there is no file');
    expect(err).not.toContain('    at ');
  });
});

describe('help', () => {
  it.each([[['--help']], [['-h']], [['help']], [['solve', '--help']]])(
    '%j prints the usage and is no error',
    async (args) => {
      expect(await run(args)).toEqual({ code: 0, out: `${USAGE}\n` });
    },
  );
  it.each([
    [[], 'vernal: no verb given'],
    [['flow', demo], 'vernal: unknown verb "flow"'],
    [['help', 'solve'], 'vernal: unexpected "solve"'],
    [['schema', demo], `vernal: unexpected "${demo}"`],
  ])('%j says what is wrong, then the usage', async (args, words) => {
    const { code, out, err } = await run(args);
    expect([code, out]).toEqual([2, undefined]);
    expect(err).toBe(`${words}\n${USAGE}\n`);
  });
});

describe('options', () => {
  it.each([
    ['level', 'empty', 'full, low or start'],
    ['month', '13', '1 to 12'],
    ['month', '0', '1 to 12'],
    ['month', '1.5', '1 to 12'],
    ['month', '', '1 to 12'],
    ['month', 'July', '1 to 12'],
    ['flow', '0', 'a number above 0 in L/min'],
    ['flow', '-3', 'a number above 0 in L/min'],
    ['flow', 'NaN', 'a number above 0 in L/min'],
    ['flow', 'Infinity', 'a number above 0 in L/min'],
    ['pressure', '1e9', 'a number above 0 in kPa'],
    ['school', 'both', 'after or before (yield after or before spillage)'],
    ['tolerance', '-1', 'metres from 0 to 1000'],
    ['format', 'xlsx', 'csv, geojson or gpx'],
    ['hours', '0', 'hours above 0, at most 9600'],
    ['every', '0.5', 'seconds from 1 to 86400'],
    ['start', '25:00', 'a time of day such as 07:30'],
    ['seed', '1.5', 'a whole number'],
  ])('--%s "%s" says what would be right', (option, value, right) => {
    const read = (): unknown => parseWords(['x', `--${option}=${value}`]).options;
    expect(read).toThrow(UsageError);
    expect(read).toThrow(`vernal: --${option} is "${value}"; give ${right}`);
  });
  it('are read: ids parted by commas, numbers as numbers, outlets as often as they come', () => {
    const { options, given } = parseWords([
      'x',
      'file',
      '--open',
      ' low , kitchen,',
      '--month',
      '7',
      '--outlet',
      'a=5',
      '--outlet',
      'b=6',
      '--tolerance=0',
    ]);
    expect(options).toEqual({ open: ['low', 'kitchen'], month: 7, outlet: ['a=5', 'b=6'], tolerance: 0 });
    expect(given).toEqual(expect.arrayContaining(['open', 'month', 'outlet', 'tolerance']));
  });
  it('nothing that is unknown goes by', () => {
    expect(() => parseWords(['solve', 'f', '--lvel', 'low'])).toThrow(UsageError);
    expect(() => parseWords(['solve', 'f', '--level'])).toThrow(UsageError);
    expect(() => parseWords(['solve', 'f', '--help=yes'])).toThrow(UsageError);
  });
});

describe('places that are named', () => {
  it.each([
    [['solve', demo, '--open', 'hill'], '"hill" is no'],
    [['solve', demo, '--open', 'nowhere'], '"nowhere" is no'],
    [['solve', demo, '--shut', 'adit'], '"adit" is no'],
    [['store', demo, '--tank', 'low'], '"low" is no tank'],
    [['stand', demo, '--tank', 'adit'], '"adit" is no tank'],
  ])('%j', async (args, words) => {
    const { code, err } = await run(args);
    expect(code).toBe(2);
    expect(err).toContain(words);
    expect(err).toContain('give');
  });
});

describe('drip and beds', () => {
  const say = async (...args: string[]): Promise<unknown> => {
    const { code, out, err } = await run(args);
    expect([code, err]).toEqual([0, undefined]);
    return JSON.parse(out ?? '');
  };
  it('drip gives every hole, the three measures and where it is least, in the contract’s shape', async () => {
    const answer = (await say('drip', demo, '--plot', 'currants')) as {
      plots: Record<
        string,
        Record<string, number> & { leastAt: object; lines: Record<string, { emitters: object[] }> }
      >;
    };
    const p = answer.plots.currants;
    expect(Object.keys(answer.plots)).toEqual(['currants']);
    expect(p.emitters).toBe(80);
    expect(p.flowLpm).toBeCloseTo(80 * p.meanLpm, 9);
    expect(p.lowerQuarterPct).toBeGreaterThan(70);
    expect(p.christiansenPct).toBeGreaterThan(p.emissionUniformityPct);
    expect(p.leastAt).toMatchObject({ line: 'currant-1' });
    expect(p.lines['currant-3'].emitters).toHaveLength(20);
    expect(Object.keys(p.lines['currant-3'].emitters[0])).toEqual(['chainageM', 'pressureKPa', 'flowLpm']);
    expect((await run(['drip', demo, '--plot', 'beans'])).err).toContain('"beans" is no plot');
  });
  it('a fuller barrel gives more, an open tap elsewhere the same', async () => {
    const flow = async (...more: string[]): Promise<number> =>
      ((await say('drip', demo, ...more)) as { plots: { currants: { flowLpm: number } } }).plots.currants.flowLpm;
    expect(await flow('--level', 'full')).toBeGreaterThan(await flow('--level', 'low'));
    expect(await flow('--open', 'kitchen')).toBeCloseTo(await flow(), 6);
  });
  it('beds gives the water line, what each is off and the shims', async () => {
    const answer = (await say('beds', demo)) as {
      chains: Record<
        string,
        { waterLineM: number; runsOver: null; bucketShimMm: number; beds: Record<string, object> }
      >;
    };
    expect(answer.chains.bucket.waterLineM).toBeCloseTo(738.075, 9);
    expect(answer.chains.bucket.runsOver).toBeNull();
    expect(answer.chains.bucket.beds['bed-3']).toMatchObject({ state: 'good', wantsM: 0.113 });
    expect(Object.keys(answer.chains.bucket.beds['bed-3'])).toEqual([
      'floorM',
      'depthM',
      'wantsM',
      'offMm',
      'state',
      'shimMm',
      'waterL',
    ]);
  });
  it('solve opens a plot by its name, and simulate waters it at its hours', async () => {
    const solved = (await say('solve', demo, '--open', 'currants')) as {
      plots: Record<string, { flowLpm: number }>;
      nodes: Record<string, { flowLpm: number }>;
    };
    expect(solved.plots.currants.flowLpm).toBeGreaterThan(10);
    expect(solved.nodes.kitchen.flowLpm).toBe(0);
    const shut = (await say('solve', demo, '--open', 'kitchen')) as typeof solved;
    expect(shut.plots.currants.flowLpm).toBe(0);
    const ran = (await say('simulate', demo, '--hours', '7', '--every', '60')) as {
      summary: Record<string, { deliveredL: number; demandL: number }>;
      flowsLpm: Record<string, number[]>;
      balance: { errorL: number };
    };
    expect(ran.flowsLpm.currants[329]).toBe(0);
    expect(ran.flowsLpm.currants[335]).toBeGreaterThan(5);
    expect(ran.summary.currants.deliveredL).toBeGreaterThan(100);
    expect(ran.summary['bed-1'].demandL).toBeCloseTo((11 * 7) / 24, 6);
    expect(Math.abs(ran.balance.errorL)).toBeLessThan(0.01);
  });
});

describe('parts', () => {
  it('prints pipe, items, joints whose ends mate, holes and cost, in the contract’s shape', async () => {
    const { out } = await run(['parts', demo]);
    const r = JSON.parse(out ?? '') as {
      pipe: {
        pipe: string;
        needM: number;
        stock: { lengthM: number; count: number; priceEach: number | null }[];
        cuts: { stockM: number; piecesM: number[] }[];
      }[];
      items: { id: string; name: string; count: number; priceEach: number | null }[];
      joints: { at: string; from: End; parts: { part: string; in: End; out: End }[]; to: End }[];
      holes: { at: string; part: string; sawMm: number; wallMm: [number, number] }[];
      cost: { total: number; unpriced: string[] };
      findings: unknown[];
    };
    type End = { system: string; size: string; gender: string };
    const mate = (a: End, b: End): boolean =>
      a.system === b.system &&
      a.size === b.size &&
      ['male female', 'female male', 'none none'].includes(`${a.gender} ${b.gender}`);
    for (const j of r.joints) {
      const ends = [j.from, ...j.parts.flatMap((p) => [p.in, p.out]), j.to];
      for (let k = 0; k < ends.length; k += 2) expect(mate(ends[k], ends[k + 1]), j.at).toBe(true);
    }
    const counted = new Map<string, number>();
    for (const j of r.joints) for (const p of j.parts) counted.set(p.part, (counted.get(p.part) ?? 0) + 1);
    for (const [id, n] of counted) expect(r.items.find((i) => i.id === id)?.count, id).toBe(n);
    for (const p of r.pipe) {
      for (const c of p.cuts) expect(c.piecesM.reduce((s, x) => s + x, 0)).toBeLessThanOrEqual(c.stockM + 1e-6);
      for (const s of p.stock) expect(p.cuts.filter((c) => Math.abs(c.stockM - s.lengthM) < 1e-6).length).toBe(s.count);
    }
    const priced =
      r.items.reduce((s, i) => s + (i.priceEach ?? 0) * i.count, 0) +
      r.pipe.flatMap((p) => p.stock).reduce((s, x) => s + (x.priceEach ?? 0) * x.count, 0);
    expect(r.cost.total).toBeCloseTo(priced, 2);
    expect(r.cost.unpriced).toContain('vessel/hill');
    expect(r.holes.every((h) => h.sawMm > 0 && h.wallMm[0] < h.wallMm[1])).toBe(true);
  });
});

describe('steps', () => {
  it('prints the work in an order that holds, from a day, in the contract’s shape; a calendar beside it', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'vernal-cli-')), 'work.ics');
    const { code, out } = await run(['steps', demo, '--from', '2026-05-01', '--ics', file]);
    expect(code).toBe(0);
    const { steps, findings } = JSON.parse(out ?? '') as {
      steps: {
        id: string;
        title: string;
        does: string;
        of: string[];
        why: string;
        after: string[];
        waitH: number;
        at: string | null;
        start: string;
      }[];
      findings: { code: string }[];
    };
    const words =
      'set-out dig pour raise drill fit lay flush fit-float fill leak-test bleed set-float disinfect sample backfill'.split(
        ' ',
      );
    const seen = new Map<string, { start: string; waitH: number }>();
    for (const s of steps) {
      expect(words).toContain(s.does);
      expect(s.of.length).toBeGreaterThan(0);
      expect(s.why).not.toBe('');
      expect(s.start >= '2026-05-01').toBe(true);
      for (const a of s.after) {
        const before = seen.get(a);
        expect(before, `${s.id} after ${a}`).toBeDefined();
        const days = (Date.parse(s.start) - Date.parse(before?.start ?? '')) / 86_400_000;
        expect(days).toBeGreaterThanOrEqual(Math.floor((before?.waitH ?? 0) / 24));
      }
      seen.set(s.id, s);
    }
    expect(findings.map((f) => f.code)).toContain('build-next');
    const ics = readFileSync(file, 'utf8');
    expect(ics.match(/BEGIN:VEVENT/g)).toHaveLength(steps.length);
    expect(ics).toContain('DTSTART;VALUE=DATE:20260501');
  });
  it('refuses a day that no calendar has, and a file that cannot be written', async () => {
    for (const day of ['2026-02-30', 'May', '2026-5-1'])
      expect((await run(['steps', demo, '--from', day])).err).toContain('a date such as 2026-05-01');
    const { code, err } = await run(['steps', demo, '--from', '2026-05-01', '--ics', '/nowhere/at/all.ics']);
    expect(code).toBe(2);
    expect(err).toContain('--ics');
  });
});

describe('diagnose', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vernal-cli-'));
  const sheet = (text: string): string => {
    const file = join(folder, `log-${text.length}.csv`);
    writeFileSync(file, text);
    return file;
  };
  it('prints readings, causes best first with shares that add to 1, and findings', async () => {
    const file = sheet(
      'at,place,pressureKPa,flowLpm,open\n2026-09-18T08:00,low,5.1,,low\n2026-09-18T08:10,low,,8.4,low\n2026-09-18T08:20,low,103,,none\n',
    );
    const { code, out } = await run(['diagnose', demo, '--readings', file]);
    expect(code).toBe(0);
    const r = JSON.parse(out ?? '') as {
      readings: { index: number; place: string; kind: string; measured: number; predicted: number; agrees: boolean }[];
      causes: {
        cause: string;
        at: string | null;
        size: number | null;
        unit: string | null;
        misfit: number;
        share: number;
      }[];
      findings: unknown[];
    };
    expect(r.readings.map((x) => [x.index, x.kind, x.measured])).toEqual([
      [0, 'pressureKPa', 5.1],
      [1, 'flowLpm', 8.4],
      [2, 'pressureKPa', 103],
    ]);
    expect(r.readings[0].agrees).toBe(false);
    expect(r.causes.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 3);
    for (let k = 1; k < r.causes.length; k++) expect(r.causes[k].share).toBeLessThanOrEqual(r.causes[k - 1].share);
    expect(r.causes.find((c) => c.cause === 'none')).toMatchObject({ at: null, size: null, unit: null });
  });
  it('tells what is wrong with a sheet, row by row, and asks for readings where there are none', async () => {
    const bad = await run([
      'diagnose',
      demo,
      '--readings',
      sheet('at,place,pressureKPa\n2026-09-18T08:00,gone,five\n'),
    ]);
    expect(bad.code).toBe(2);
    expect(bad.err).toContain('"five" under pressureKPa is no number');
    expect(bad.err).toContain('"gone" is no place of this plan');
    const none = await run(['diagnose', demo]);
    expect(none.code).toBe(2);
    expect(none.err).toContain('has no readings');
  });
});

describe('report', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vernal-report-'));
  const day = ['--from', '2026-09-18'];
  it('is HTML on standard output, with a page for every line and nothing fetched from elsewhere', async () => {
    const { code, out = '' } = await run(['report', demo, ...day]);
    expect(code).toBe(0);
    expect(out).toMatch(/^<!doctype html>/);
    const { lines } = JSON.parse(readFileSync(demo, 'utf8')) as { lines: { id: string }[] };
    for (const line of lines) expect(out).toContain(`id="line-${line.id}"`);
    expect(out).not.toMatch(/(?:src|href)="(?:https?:)?\/\//);
    expect(out).toContain('printed 18 September 2026');
  });
  it('is Markdown, and the same each time', async () => {
    const ask = ['report', demo, '--format', 'md', '--units', 'us', ...day];
    const [one, two] = [await run(ask), await run(ask)];
    expect(one.out).toMatch(/^# Ousel Bank\n/);
    expect(one.out).toContain('psi');
    expect(two).toEqual(one);
  });
  it('is a PDF in a file, and says nothing then', async () => {
    const file = join(folder, 'book.pdf');
    const { code, out } = await run(['report', demo, '--format', 'pdf', '--form', 'field', '--out', file, ...day]);
    expect([code, out]).toEqual([0, '']);
    const bytes = readFileSync(file);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(bytes.subarray(-1024).toString('latin1')).toContain('%%EOF');
  });
  it.each([
    [['--format', 'pdf'], 'vernal: report --format pdf needs --out FILE'],
    [['--format', 'gpx'], 'vernal: --format is "gpx"; give html, pdf or md'],
    [['--paper', 'a5'], 'vernal: --paper is "a5"; give a4 or letter'],
  ])('%j says what would be right', async (args, words) => {
    const { code, out, err } = await run(['report', demo, ...args]);
    expect([code, out]).toEqual([2, undefined]);
    expect(err?.split('\n')[0]).toBe(words);
  });
  it('a file that cannot be written is a fault with its path', async () => {
    const { code, err } = await run(['report', demo, '--format', 'md', '--out', '/no/such/folder/book.md', ...day]);
    expect(code).toBe(2);
    expect(err).toBe(
      '--out: "/no/such/folder/book.md" cannot be written (ENOENT); name a file in a folder that is there\n',
    );
  });
});
