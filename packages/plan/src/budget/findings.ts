// Judgements on water, need and store. Data only, SI.
import type { Finding } from '@vernal-slope/core/judge';
import { worstFirst } from '@vernal-slope/core/judge';
import { designFlow, gutterCapacity } from '@vernal-slope/core/supply';
import { metresOfMm, rainRate } from '../compile/index.ts';
import type { Plan, Source } from '../schema/index.ts';
import type { PlanBalance } from './balance.ts';
import { drinkingCautions, qualityOf } from './quality.ts';
import { tankStore, type SizeAnswer } from './store.ts';
import { summariseTests } from './tests.ts';
import { roofArea } from './yields.ts';

const THREE_MONTHS = 92;

/** Cautions on water that people drink, one for each outlet and source. */
export const qualityFindings = (plan: Plan, today?: number): Finding[] =>
  drinkingCautions(plan, today).map(({ outlet, source, state }) => ({
    code: state === 'fails' ? 'water-test-failed' : state === 'due' ? 'water-test-due' : 'water-untested',
    severity: state === 'fails' ? 'short' : 'fair',
    at: outlet.id,
    values: { source: source.name ?? source.id },
  }));

function sourceFindings(source: Source, today: number | undefined): Finding[] {
  const found: Finding[] = [];
  const at = source.id;
  const tests = summariseTests(source);
  if (source.type === 'spring' || source.type === 'stream') {
    if (!tests && source.yieldLpm === undefined && !source.yieldByMonthLpm)
      found.push({ code: 'source-unmeasured', severity: 'fair', at, values: {} });
    if (tests) {
      found.push({
        code: 'low-season',
        severity: 'good',
        at,
        values: {
          flow: tests.low.flow,
          index: tests.low.index,
          date: tests.low.test.date,
          tests: tests.results.length,
        },
      });
      const suspects = tests.latest.estimate?.suspects.length ?? 0;
      if (suspects > 0) found.push({ code: 'fill-questioned', severity: 'fair', at, values: { fills: suspects } });
      if (tests.latest.passingBy > 0)
        found.push({
          code: 'passing-by',
          severity: 'fair',
          at,
          values: { flow: tests.latest.passingBy, perDay: tests.latest.passingBy * 86_400 },
        });
      if (today !== undefined && today - tests.latest.day > THREE_MONTHS)
        found.push({ code: 'flow-test-due', severity: 'fair', at, values: { days: today - tests.latest.day } });
    }
  }
  if (source.intake === 'temporary') found.push({ code: 'intake-temporary', severity: 'fair', at, values: {} });
  const roof = source.roof;
  if (roof?.gutter && roof.designRainMmPerH) {
    const carries = gutterCapacity(
      metresOfMm(roof.gutter.widthMm),
      metresOfMm(roof.gutter.depthMm),
      metresOfMm(roof.gutter.fallMmPerM),
      roof.gutter.round ?? true,
    );
    const comes = designFlow(rainRate(roof.designRainMmPerH), roofArea(roof));
    found.push({
      code: carries >= comes ? 'gutter-enough' : 'gutter-overflows',
      severity: carries >= comes ? 'good' : 'fair',
      at,
      values: { carries, comes },
    });
  }
  if (source.type === 'mains') found.push({ code: 'backflow', severity: 'fair', at, values: {} });
  const quality = qualityOf(source, today);
  if (quality === 'meets') {
    const latest = [...(source.quality ?? [])].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
    found.push({ code: 'water-tested', severity: 'good', at, values: { date: latest?.date ?? '' } });
  }
  return found;
}

/** Findings of the Water and Need steps, worst first. `today` is a day number. */
export function balanceFindings(b: PlanBalance, today?: number): Finding[] {
  const found = b.yields.flatMap((y) => sourceFindings(y.source, today));
  const tight = b.months[b.tightest];
  if (b.needs.rows.length === 0) found.push({ code: 'nothing-needed', severity: 'fair', at: 'need', values: {} });
  else if (b.yields.length === 0) found.push({ code: 'no-source', severity: 'fair', at: 'need', values: {} });
  else {
    const short = b.months.filter((m) => m.spare < -1e-9).length;
    found.push(
      short > 0
        ? {
            code: 'months-short',
            severity: 'short',
            at: 'need',
            values: { months: short, month: b.tightest, short: -tight.spare, needed: tight.needed },
          }
        : { code: 'months-carried', severity: 'good', at: 'need', values: { month: b.tightest, spare: tight.spare } },
    );
    const lean = b.week.needed - b.week.given;
    if (lean > 1e-9)
      found.push({
        code: 'week-short',
        severity: short > 0 ? 'short' : 'fair',
        at: 'need',
        values: { short: lean, week: lean * 7, month: b.week.month },
      });
  }
  for (const row of b.needs.rows)
    if (row.note)
      found.push({ code: 'need-note', severity: 'fair', at: 'need', values: { name: row.name, note: row.note } });
  return worstFirst(found);
}

/** Share of days met under which a store falls short, and under which it is only fair. */
const DAYS_FAIR = 0.98;
const DAYS_SHORT = 0.9;

/** Findings of the Store step about one tank. */
export function storeFindings(plan: Plan, tankId: string, b: PlanBalance, sizes?: SizeAnswer): Finding[] {
  const tank = plan.nodes.find((n) => n.id === tankId);
  if (tank?.kind !== 'tank') return [];
  const s = tankStore(plan, tank, b);
  const found: Finding[] = [];
  const at = tank.id;
  if (s.tap && s.usable.belowTap > 1e-6)
    found.push({
      code: s.usable.usable <= 1e-9 ? 'tap-above-tank' : 'water-below-tap',
      severity: s.usable.usable <= 1e-9 ? 'short' : 'fair',
      at,
      values: { volume: s.usable.belowTap, tap: s.tap.name, level: s.tap.level },
    });
  if (s.usable.aboveFloat > 0.02 * s.usable.usable)
    found.push({ code: 'float-shuts-low', severity: 'fair', at, values: { volume: s.usable.aboveFloat } });
  if (s.linked) {
    const lost = s.linked.lost.reduce((a, v) => a + v, 0);
    const first =
      s.linked.spillsFirst === 0
        ? (tank.name ?? tank.id)
        : (tank.linked?.[s.linked.spillsFirst - 1]?.name ?? `tank ${s.linked.spillsFirst + 1}`);
    found.push({
      code: lost > 1e-6 ? 'linked-unlevel' : 'linked-level',
      severity: lost > 1e-6 ? 'fair' : 'good',
      at,
      values: { lost, first, usable: s.usableAll },
    });
  }
  if (!s.overflow) found.push({ code: 'overflow-unknown', severity: 'fair', at, values: {} });
  else if (s.overflow.carries < s.overflow.largest)
    found.push({
      code: 'overflow-small',
      severity: 'short',
      at,
      values: { carries: s.overflow.carries, largest: s.overflow.largest },
    });
  else
    found.push({
      code: 'overflow-enough',
      severity: 'good',
      at,
      values: { carries: s.overflow.carries, head: s.overflow.head },
    });
  found.push({ code: 'vent', severity: 'good', at, values: { bore: s.vent } });
  const bridges = b.months.map((m) => (Number.isNaN(m.bridge) ? 0 : m.bridge));
  const bridge = Math.max(...bridges);
  const month = bridges.indexOf(bridge);
  if (bridge > 0)
    found.push({
      code: s.usableAll >= bridge ? 'bridges-day' : 'bridges-not',
      severity: s.usableAll >= bridge ? 'good' : 'short',
      at,
      values: { bridge, month, usable: s.usableAll },
    });
  const reserve = b.needs.fireReserve;
  if (reserve > 0)
    found.push({
      code: s.usableAll > reserve ? 'fire-kept' : 'fire-not-kept',
      severity: s.usableAll > reserve ? 'good' : 'short',
      at,
      values: { reserve },
    });
  if (sizes && sizes.own.run.daysWanting > 0)
    found.push({
      code: 'days-met',
      severity: sizes.own.days >= DAYS_FAIR ? 'good' : sizes.own.days >= DAYS_SHORT ? 'fair' : 'short',
      at,
      values: {
        share: sizes.own.days,
        hours: sizes.series.stepHours,
        volume: sizes.own.volume,
        spill: sizes.own.run.spill,
        longest: sizes.own.run.longestShort,
      },
    });
  return worstFirst(found);
}
