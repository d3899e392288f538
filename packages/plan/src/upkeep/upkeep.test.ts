// Upkeep: which jobs a plan asks for, when each is due by date, storm, frost and use, and what marking it done does.
import ICAL from 'ical.js';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { recordQuality } from '../edit/index.ts';
import { loadPlan } from '../document/index.ts';
import { applyCommand, type Command } from '../edit/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import { isVessel } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import {
  addOwn,
  changeUpkeep,
  frostDay,
  JOBS,
  jobsOf,
  leaveOut,
  markDone,
  setEvery,
  upkeepFindings,
  upkeepIcs,
  upkeepOf,
  upkeepReport,
} from './index.ts';

const demo = (name: string): Plan => {
  const loaded = loadPlan(readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'));
  if (!loaded.ok) throw new Error('demo plan');
  return loaded.plan;
};
const done = (plan: Plan, ...commands: Command[]): Plan =>
  commands.reduce((p, c) => applyCommand(p, c)?.plan ?? p, plan);
const ousel = demo('ousel-bank');
const from = (on: string): Command => changeUpkeep('from', (u) => void (u.from = on));
const due = (plan: Plan, id: string, on: string): ReturnType<typeof upkeepOf>[number] => {
  const found = upkeepOf(plan, dayNumber(on)).find((d) => d.job.id === id);
  if (!found) throw new Error(id);
  return found;
};
const did = (plan: Plan, id: string, on: string): Plan => {
  const job = jobsOf(plan).find((j) => j.id === id);
  if (!job) throw new Error(id);
  return done(plan, markDone(job, `d-${id.replace(/\W/g, '-')}-${on}`, `${on}T09:00`, plan.nodes[0].id, 'all well'));
};

describe('the jobs of a plan', () => {
  it('come from its intakes, tanks, floats, stands, lines, plots and beds, each once', () => {
    const ids = jobsOf(ousel).map((j) => j.id);
    expect(new Set(ids).size).toBe(ids.length);
    const kinds = new Set(jobsOf(ousel).map((j) => j.kind));
    for (const kind of [
      'intake-screen',
      'tank-look',
      'tank-clean',
      'float-washer',
      'stand-look',
      'line-flush',
      'line-drain',
    ])
      expect(kinds, kind).toContain(kind);
    for (const n of ousel.nodes) if (isVessel(n) && n.inlet?.floatValve) expect(ids).toContain(`float-washer:${n.id}`);
  });
  it('a temporary intake asks for its dike, not for a spring box', () => {
    const spring = ousel.nodes.find((n) => n.kind === 'source' && n.type === 'spring');
    const as = (intake: string): string[] =>
      jobsOf({ ...ousel, nodes: ousel.nodes.map((n) => (n === spring ? { ...n, intake } : n)) } as Plan).map(
        (j) => j.id,
      );
    expect(as('temporary')).toContain(`dike:${spring?.id}`);
    expect(as('temporary')).not.toContain(`spring-box:${spring?.id}`);
    expect(as('permanent')).toContain(`spring-box:${spring?.id}`);
  });
  it('what can hurt is said: tanks and spring boxes are confined spaces', () => {
    for (const kind of ['tank-clean', 'spring-box'] as const) expect(JOBS[kind].cautions).toContain('confined');
  });
  it('are left out, taken up, made more frequent, and added to', () => {
    const id = 'tank-look:hill';
    const out = done(ousel, leaveOut(id, true));
    expect(jobsOf(out).map((j) => j.id)).not.toContain(id);
    expect(jobsOf(done(out, leaveOut(id, false))).map((j) => j.id)).toContain(id);
    expect(jobsOf(done(ousel, setEvery(id, 30))).find((j) => j.id === id)?.everyDays).toBe(30);
    expect(jobsOf(done(ousel, setEvery(id, 30), setEvery(id, undefined))).find((j) => j.id === id)?.everyDays).toBe(90);
    const own = done(ousel, addOwn('x1', 'Grease the gate', 60), setEvery('own:x1', 45));
    expect(jobsOf(own).at(-1)).toMatchObject({ id: 'own:x1', title: 'Grease the gate', everyDays: 45 });
    expect(jobsOf(done(own, leaveOut('own:x1', true))).map((j) => j.id)).not.toContain('own:x1');
  });
});

describe('a job is due', () => {
  const plan = done(ousel, from('2026-03-01'));
  it('by date: so many days after it was done last, else after the water first ran; without either not at all', () => {
    expect(due(plan, 'tank-look:hill', '2026-05-29')).toMatchObject({ due: '2026-05-30', by: 'days', over: -1 });
    const later = did(plan, 'tank-look:hill', '2026-05-20');
    expect(due(later, 'tank-look:hill', '2026-06-01')).toMatchObject({
      due: '2026-08-18',
      last: { on: '2026-05-20', note: 'all well' },
    });
    expect(due(ousel, 'tank-look:hill', '2026-05-29').due).toBeUndefined();
    expect(upkeepFindings(upkeepOf(ousel, dayNumber('2026-05-29')), ousel).map((f) => f.code)).toContain(
      'upkeep-begin',
    );
  });
  it('by the latest time that it was done, in whatever order that was entered', () => {
    const twice = did(did(plan, 'tank-look:hill', '2026-05-20'), 'tank-look:hill', '2026-04-01');
    expect(due(twice, 'tank-look:hill', '2026-06-01').last?.on).toBe('2026-05-20');
  });
  it('by storm: rain of the log over 25 mm that nobody has looked after since', () => {
    const [{ id: spring }] = plan.nodes.filter((n) => n.kind === 'source');
    const id = `intake-screen:${spring}`;
    const rain = (at: string, rainMm: number): Plan['log'] => [{ at, place: spring, rainMm }];
    const calm = done(did({ ...plan, climate: undefined }, id, '2026-06-01'));
    const wet = { ...calm, log: [...(calm.log ?? []), ...(rain('2026-06-10T18:00', 25) ?? [])] };
    expect(due(wet, id, '2026-06-12')).toMatchObject({ due: '2026-06-10', by: 'storm', over: 2 });
    const damp = { ...calm, log: [...(calm.log ?? []), ...(rain('2026-06-10T18:00', 24) ?? [])] };
    expect(due(damp, id, '2026-06-12').by).toBe('days');
    expect(due(did(wet, id, '2026-06-11'), id, '2026-06-12')).toMatchObject({ due: '2026-07-11', by: 'days' });
    const own = done(
      wet,
      changeUpkeep('storm', (u) => void (u.stormMm = 40)),
    );
    expect(due(own, id, '2026-06-12').by).toBe('days');
  });
  it('by frost: two weeks before it, once a winter', () => {
    const cold = done(
      plan,
      changeUpkeep('frost', (u) => void (u.frostOn = '10-25')),
    );
    const line = jobsOf(cold).find((j) => j.kind === 'line-drain')?.id ?? '';
    expect(due(cold, line, '2026-09-01')).toMatchObject({ due: '2026-10-11', by: 'frost' });
    const early = did(cold, line, '2026-10-02');
    expect(due(early, line, '2026-10-12').due).toBe('2027-10-11');
    expect(due(did(cold, line, '2026-11-02'), line, '2026-11-12').due).toBe('2027-10-11');
  });
  it('by use: a cartridge by the water through it, a pump by its hours', () => {
    const line = plan.lines.find((l) => l.to === 'low')?.id ?? plan.lines[0].id;
    const with_ = {
      ...plan,
      lines: plan.lines.map((l) =>
        l.id === line
          ? { ...l, legs: l.legs.map((leg, k) => (k === 0 ? { ...leg, treatment: [{ kind: 'carbon' }] } : leg)) }
          : l,
      ),
    } as Plan;
    const job = jobsOf(with_).find((j) => j.id === `element:${line}`);
    expect(job?.usePerDay).toBeGreaterThan(0);
    const days = Math.min(180, Math.floor(30 / (job?.usePerDay ?? 1)));
    expect(due(with_, `element:${line}`, '2026-03-02').due).toBe(dateOf(dayNumber('2026-03-01') + days));
    const pump = jobsOf(demo('long-fell-hut'))
      .concat(jobsOf(demo('bakehouse-yard')))
      .filter((j) => j.kind === 'pump');
    for (const p of pump) expect(p.usePerDay).toBeLessThanOrEqual(24);
  });
  it('a test of drinking water by the last test, at once where there is none', () => {
    const job = jobsOf(plan).find((j) => j.kind === 'water-test');
    expect(job).toBeDefined();
    const source = job?.at ?? '';
    const untested = { ...plan, nodes: plan.nodes.map((n) => ({ ...n, quality: undefined })) } as Plan;
    expect(due(untested, `water-test:${source}`, '2026-03-02').over).toBe(1);
    const tested = done(untested, recordQuality(source, { date: '2026-04-01', verdict: 'meets', tested: 'E. coli' }));
    expect(due(tested, `water-test:${source}`, '2026-04-02')).toMatchObject({ due: '2027-04-01' });
  });
});

describe('the day of the first frost', () => {
  const months = (tMinC: number[], latitudeDeg = 52): Plan =>
    ({
      ...ousel,
      site: { latitudeDeg },
      climate: { monthly: { rainMm: tMinC.map(() => 50), tMaxC: tMinC.map((t) => t + 8), tMinC } },
    }) as unknown as Plan;
  it('is where the mean minimum comes down to 4 °C, half a year apart in the south', () => {
    const north = [-2, -1, 1, 4, 7, 10, 12, 12, 9, 6, 2, 0];
    // from 6 in mid October to 2 in mid November: half way
    expect(frostDay(months(north))).toEqual({ on: '10-30', basis: 'months' });
    const south = [...north.slice(6), ...north.slice(0, 6)];
    expect(frostDay(months(south, -40))?.on).toBe('04-30');
    expect(frostDay(months(north.map((t) => t + 10)))).toBeUndefined();
  });
  it('is early among those recorded where there are years of days', () => {
    const start = '2018-01-01';
    const days = 365 * 6;
    const first = dayNumber(start);
    const tMinC = Array.from({ length: days }, (_, k) => {
      const on = dateOf(first + k);
      const frost = `10-${20 + ((Number(on.slice(0, 4)) * 3) % 8)}`;
      return on.slice(5) >= frost || on.slice(5) < '04-01' ? -1 : 8;
    });
    const plan = {
      ...ousel,
      climate: { daily: { start, rainMm: tMinC.map(() => 0), tMaxC: tMinC, tMinC } },
    } as unknown as Plan;
    expect(frostDay(plan)).toEqual({ on: '10-21', basis: 'days' });
  });
});

describe('upkeep as a calendar and a report', () => {
  const plan = done(ousel, from('2026-03-01'));
  it('has an entry for each job that has a day, none before the day it is asked for, read by a general parser', () => {
    const on = '2026-10-24';
    const dues = upkeepOf(plan, dayNumber(on));
    const text = upkeepIcs(plan, dues, on, Date.UTC(2026, 9, 24));
    const events = new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e));
    expect(events).toHaveLength(dues.filter((d) => d.due).length);
    for (const e of events) {
      expect(e.startDate.isDate).toBe(true);
      expect(e.startDate.toString() >= on).toBe(true);
      expect(e.duration.toSeconds()).toBe(86_400);
    }
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
  });
  it('is printed with the water ahead', () => {
    const report = upkeepReport(plan, '2026-07-01') as unknown as {
      jobs: { due: string | null }[];
      ahead: { days: number | null };
    };
    const days = report.jobs.map((j) => j.due ?? '9999');
    expect(days).toEqual([...days].sort());
    expect(report.ahead).toHaveProperty('days');
  });
  it('every job has words', () => {
    for (const [kind, words] of Object.entries(JOBS)) {
      expect(words.why.endsWith('.'), kind).toBe(true);
      expect(
        words.everyDays ?? words.storm ?? words.frost ?? (kind === 'water-test' ? true : undefined),
        kind,
      ).toBeDefined();
    }
  });
});
