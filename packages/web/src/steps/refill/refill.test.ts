// How a run lies on the page, and what a guess is worth.
import { describe, expect, it } from 'vitest';
import type { Plan } from '@vernal-slope/plan/schema';
import { pictureOf, simulatePlan, type RunPicture } from '@vernal-slope/plan/simulate';
import { demoPlan } from '../../testing/page.ts';
import { resultsOf } from '../../session/usePlanResults.ts';
import { askedOf, judgeGuess, refillOf } from './guess.ts';
import { mendTitle, mendWins } from './mendwords.ts';
import { resultsAt } from './moment.ts';
import { curve, hairline, hourMarks, OPENED, SPACING, stripOf, valueAt } from './strips.ts';

const day = (plan: Plan, hours = 24): RunPicture => pictureOf(simulatePlan(plan, { duration: hours * 3600 }));
const tarn = demoPlan('tarn-foot');
const run = day(tarn);
const vesselOf = (id: string) => {
  const v = run.vessels.find((x) => x.id === id);
  if (!v) throw new Error(id);
  return v;
};

describe('a strip', () => {
  it('keeps one rule: so many pixels a hairline, whatever the vessel', () => {
    for (const units of ['metric', 'us'] as const)
      for (const v of run.vessels) {
        const strip = stripOf(v, units, false);
        if (strip.whole) continue;
        expect(strip.height / ((strip.top - strip.bottom) / hairline(v.feeds, units))).toBeCloseTo(SPACING, 0);
        expect(strip.bottom).toBeLessThan(v.lowest);
        expect(strip.top).toBeGreaterThan(v.full);
      }
  });
  it('is shown to its floor when it is opened, or falls further than a closed one shows', () => {
    const foot = vesselOf('foot');
    expect(stripOf(foot, 'metric', true)).toMatchObject({ bottom: 0, whole: true, height: OPENED });
    expect(stripOf({ ...foot, lowest: 0.02 }, 'metric', false).whole).toBe(true);
    expect(stripOf(foot, 'metric', false).whole).toBe(false);
  });
  it('curves keep their first, last, least and most in every column', () => {
    const n = 5000;
    const times = Float64Array.from({ length: n }, (_, k) => k);
    const values = Float32Array.from({ length: n }, (_, k) => (k === 2501 ? 50 : Math.sin(k / 300)));
    const points = curve(
      times,
      values,
      (t) => t / 10,
      (v) => v,
      0,
      n,
    );
    expect(points.length).toBeLessThan(4 * 502);
    expect(Math.max(...points.map((p) => p[1]))).toBe(50);
    expect(points[0][0]).toBe(0);
    expect(points.at(-1)?.[0]).toBeCloseTo((n - 1) / 10, 9);
  });
  it('values are read straight between moments; at a jump what holds from then on', () => {
    const times = Float64Array.of(0, 10, 10, 20);
    expect(valueAt(times, [0, 1, 5, 6], 5)).toBeCloseTo(0.5, 9);
    expect(valueAt(times, [0, 1, 5, 6], 10)).toBe(5);
    expect(valueAt(times, [0, 1, 5, 6], 99)).toBe(6);
  });
  it('the axis has no more marks than there is room for, and days by their number', () => {
    expect(hourMarks(0, 0, 86_400, 9).map((m) => m.text)).toEqual([
      '00:00',
      '03:00',
      '06:00',
      '09:00',
      '12:00',
      '15:00',
      '18:00',
      '21:00',
      '00:00',
    ]);
    const weeks = hourMarks(0, 0, 14 * 86_400, 9);
    expect(weeks.length).toBeLessThanOrEqual(9);
    expect(weeks[0].text).toBe('day 1');
    // from half past six on the first whole hour is half an hour in
    expect(hourMarks(6.5 * 3600, 0, 6 * 3600, 9)[0]).toMatchObject({ t: 1800, text: '07:00' });
  });
});

describe('the plan at a moment', () => {
  it('stands at the levels of the run, with who drinks then', () => {
    const before = resultsOf(tarn);
    const quiet = resultsAt(tarn, run, 3 * 3600, before);
    const busy = resultsAt(tarn, run, 8 * 3600 + 300, before);
    expect(quiet?.result.nodes.get('foot')?.flow).toBeCloseTo(0, 9);
    expect(busy?.result.nodes.get('foot')?.flow).toBeGreaterThan(1e-5);
    expect(busy?.findings).toBe(before.findings);
  });
});

describe('a guess', () => {
  it('is asked of the trough that falls most and of the tank', () => {
    expect(askedOf(run)).toMatchObject({ trough: { id: expect.stringMatching(/wall|foot/) }, tank: { id: 'tank' } });
  });
  it('is near within a third, and told with what was found', () => {
    const found = refillOf(vesselOf(askedOf(run).trough?.id ?? ''));
    expect(found).toBeGreaterThan(300);
    const good = judgeGuess(run, { refill: found * 1.2, runsDry: false, tankLasts: true });
    expect(good).toMatchObject({ refill: { near: true }, right: 3, of: 3 });
    const bad = judgeGuess(run, { refill: found * 3, runsDry: true, tankLasts: true });
    expect(bad).toMatchObject({ refill: { near: false }, runsDry: { guessed: true, found: false }, right: 1, of: 3 });
  });
  it('a place without a trough asks of its tank only', () => {
    const plain = { ...run, vessels: run.vessels.filter((v) => v.feeds) };
    expect(judgeGuess(plain, { runsDry: false, tankLasts: true })).toMatchObject({ right: 1, of: 1 });
  });
});

describe('what would mend it, in words', () => {
  it('in the person’s units', () => {
    const name = (id: string): string => id;
    expect(mendTitle({ kind: 'seat', at: 'low', seatMm: 12.7 }, 'us', name)).toMatch(/^low: a seat of 0\.5\sin$/);
    expect(mendTitle({ kind: 'later', at: 'low', minutes: -60 }, 'metric', name)).toBe('low: an hour earlier');
    expect(mendTitle({ kind: 'store', at: 'hill', count: 2 }, 'metric', name)).toBe('hill: a second tank beside it');
    const before = { shortfall: 0.05, lowest: 0 };
    const mend = { kind: 'snap', at: 'low' } as const;
    expect(mendWins({ mend, shortfall: 0, lowest: 0.1, before }, 'metric')).toMatch(
      /^Nobody is short; least water 100\smm$/,
    );
    expect(mendWins({ mend, shortfall: 0, lowest: 0.1, cost: 0, before }, 'metric')).toMatch(/; costs nothing$/);
    expect(mendWins({ mend, shortfall: 0, lowest: 0.1, cost: 180, before }, 'metric')).toMatch(/; costs 180\.00$/);
    expect(mendWins({ mend, shortfall: 0.01, lowest: 0, before }, 'us')).toMatch(/US gal short; least water 0/);
  });
});
