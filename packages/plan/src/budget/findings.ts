// Judgements on water, need and store. Data only, SI.
import type { Finding } from '../findings/index.ts';
import { worstFirst, finding } from '../findings/index.ts';
import { designFlow } from '@vernal-slope/core/supply';
import { flowFromLpm, rainRate } from '../compile/index.ts';
import type { Plan, SourceNode } from '../schema/index.ts';
import type { PlanBalance } from './balance.ts';
import { broughtPerDay } from './brought.ts';
import { drinkingCautions, qualityOf } from './quality.ts';
import { keptFull, tankStore, type SizeAnswer } from './store.ts';
import { gutterCarries, roofArea, summariseTests, type TestSummary, weirLimit } from '../year/index.ts';
import { isSource, isStore } from '../kinds/index.ts';
import { feedersOf, feedsSomething } from '../topology/index.ts';

const THREE_MONTHS = 92;
/** Of what a source gives: with so much of it brought nothing is said. */
const NEARLY_ALL = 0.99;

/** Cautions on water that people drink, one for each outlet and source. */
export const qualityFindings = (plan: Plan, today?: number): Finding[] =>
  drinkingCautions(plan, today).map(({ outlet, source, state }) =>
    finding(
      state === 'fails' ? 'water-test-failed' : state === 'due' ? 'water-test-due' : 'water-untested',
      outlet.id,
      { source: source.name ?? source.id },
    ),
  );

/** An entry so much above the largest test is more than its error. */
const TESTED = 1.05;
/** Tests within so many months running say nothing of the rest of the year. */
const SEASON = 4;

/** The shortest run of months, round the year, that all tests of a source lie in. */
function testedMonths({ byMonth }: TestSummary): number {
  let gap = 0;
  let longest = 0;
  // the longest stretch without a test, over the turn of the year
  for (let k = 0; k < 24; k++) {
    gap = byMonth[k % 12] === undefined ? gap + 1 : 0;
    longest = Math.max(longest, gap);
  }
  return 12 - Math.min(12, longest);
}

function sourceFindings(source: SourceNode, today: number | undefined): Finding[] {
  const found: Finding[] = [];
  const at = source.id;
  const tests = summariseTests(source);
  if (source.type === 'spring' || source.type === 'stream') {
    if (!tests && source.yieldLpm === undefined && !source.yieldByMonthLpm)
      found.push(finding('source-unmeasured', at, {}));
    if (tests) {
      found.push(
        finding('low-season', at, {
          flow: tests.low.flow,
          index: tests.low.index,
          date: tests.low.test.date,
          tests: tests.results.length,
        }),
      );
      const most = Math.max(...tests.results.map((t) => t.flow));
      const entered = flowFromLpm(Math.max(source.yieldLpm ?? 0, ...(source.yieldByMonthLpm ?? [])));
      if (entered > most * TESTED)
        found.push(finding('yield-above-tests', at, { entered, most, tests: tests.results.length }));
      const basis = source.yieldLpm === undefined && !source.yieldByMonthLpm;
      if (basis && testedMonths(tests) <= SEASON)
        found.push(finding('tests-one-season', at, { flow: tests.low.flow, date: tests.low.test.date }));
      for (const { test } of tests.results) {
        const limit = weirLimit(test);
        if (limit !== undefined && (test.method === 'v-notch' || test.method === 'rectangular-weir'))
          found.push(finding('weir-outside', at, { date: test.date, head: test.headM, why: limit }));
      }
      const suspects = tests.latest.estimate?.suspects.length ?? 0;
      if (suspects > 0) found.push(finding('fill-questioned', at, { fills: suspects }));
      if (tests.latest.passingBy > 0)
        found.push(
          finding('passing-by', at, { flow: tests.latest.passingBy, perDay: tests.latest.passingBy * 86_400 }),
        );
      if (today !== undefined && today - tests.latest.day > THREE_MONTHS)
        found.push(finding('flow-test-due', at, { days: today - tests.latest.day }));
    }
  }
  if (source.intake === 'temporary') found.push(finding('intake-temporary', at, {}));
  const roof = source.roof;
  if (roof?.gutter && roof.designRainMmPerH) {
    const carries = gutterCarries(roof.gutter);
    const comes = designFlow(rainRate(roof.designRainMmPerH), roofArea(roof));
    found.push(
      carries >= comes
        ? finding('gutter-enough', at, {
            carries,
            comes,
            hole: roof.gutter.holeMm === undefined ? 'unknown' : 'counted',
          })
        : finding('gutter-overflows', at, { carries, comes }),
    );
  }
  if (source.type === 'mains') found.push(finding('backflow', at, {}));
  const quality = qualityOf(source, today);
  if (quality === 'meets') {
    const latest = [...(source.quality ?? [])].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
    found.push(finding('water-tested', at, { date: latest?.date ?? '' }));
  }
  return found;
}

/** Findings of the Water and Need steps, worst first. `today` is a day number. */
export function balanceFindings(b: PlanBalance, today?: number): Finding[] {
  const found = b.yields.flatMap((y) => sourceFindings(y.source, today));
  const tight = b.months[b.tightest];
  // what holds a source back is told before what is short for it
  const lacking = tight.spare < -1e-9 || b.week.needed - b.week.given > 1e-9;
  for (const y of b.yields) {
    // what feeds nothing says so itself; what feeds something that nobody needs is told here
    if (b.idle.has(y.source.id)) {
      if (feedsSomething(b.plan, y.source.id)) found.push(finding('source-not-counted', y.source.id, {}));
      continue;
    }
    const gives = y.perDay[b.tightest];
    const brings = broughtPerDay(b, y, b.tightest);
    if (brings >= gives * NEARLY_ALL) continue;
    const how = brings <= 1e-9 ? 'nothing' : lacking ? 'lacking' : 'enough';
    found.push(finding('source-held-back', y.source.id, { gives, brings, month: b.tightest, how }));
  }
  if (b.needs.rows.length === 0) found.push(finding('nothing-needed', 'need', {}));
  else if (b.yields.length === 0) found.push(finding('no-source', 'need', {}));
  else {
    for (const row of b.needs.rows.filter((r) => b.unreached.includes(r.id)))
      found.push(
        finding('need-not-reached', 'node' in row.at ? row.at.node : 'places' in row.at ? row.at.places[0] : 'need', {
          name: row.name,
        }),
      );
    const short = b.months.filter((m) => m.spare < -1e-9).length;
    found.push(
      short > 0
        ? finding('months-short', 'need', {
            months: short,
            month: b.tightest,
            short: -tight.spare,
            needed: tight.needed,
            recorded: b.recorded?.months ?? 0,
            dry: b.recorded?.short ?? 0,
          })
        : finding('months-carried', 'need', {
            month: b.tightest,
            spare: tight.spare,
            recorded: b.recorded?.months ?? 0,
            dry: b.recorded?.short ?? 0,
          }),
    );
    // nothing is good that not all of it reaches
    if (b.unreached.length > 0 && short === 0) found.pop();
    const lean = b.week.needed - b.week.given;
    if (lean > 1e-9)
      found.push(
        finding('week-short', 'need', { short: lean, week: lean * 7, month: b.week.month, monthsShort: short }),
      );
  }
  for (const row of b.needs.rows)
    if (row.note) found.push(finding('need-note', 'need', { name: row.name, note: row.note }));
  return worstFirst(found);
}

/** True where water of a source comes to a tank. */
const filledBySource = (plan: Plan, tank: string): boolean => feedersOf(plan, tank).some((n) => isSource(n));

/** Findings of the Store step about one tank. */
export function storeFindings(plan: Plan, tankId: string, b: PlanBalance, sizes?: SizeAnswer): Finding[] {
  const tank = plan.nodes.find((n) => n.id === tankId);
  if (!isStore(tank)) return [];
  const s = tankStore(plan, tank, b);
  const found: Finding[] = [];
  const at = tank.id;
  if (s.tap && s.usable.belowTap > 1e-6)
    found.push(
      finding(s.usable.usable <= 1e-9 ? 'tap-above-tank' : 'water-below-tap', at, {
        volume: s.usable.belowTap,
        tap: s.tap.name,
        level: s.tap.level,
      }),
    );
  if (s.usable.aboveFloat > 0.02 * s.usable.usable)
    found.push(finding('float-shuts-low', at, { volume: s.usable.aboveFloat }));
  if (s.linked) {
    const lost = s.linked.lost.reduce((a, v) => a + v, 0);
    const first =
      s.linked.spillsFirst === 0
        ? (tank.name ?? tank.id)
        : (tank.linked?.[s.linked.spillsFirst - 1]?.name ?? `tank ${s.linked.spillsFirst + 1}`);
    found.push(finding(lost > 1e-6 ? 'linked-unlevel' : 'linked-level', at, { lost, first, usable: s.usableAll }));
  }
  if (!s.overflow) found.push(finding('overflow-unknown', at, {}));
  else if (s.overflow.carries < s.overflow.largest)
    found.push(finding('overflow-small', at, { carries: s.overflow.carries, largest: s.overflow.largest }));
  else found.push(finding('overflow-enough', at, { carries: s.overflow.carries, head: s.overflow.head }));
  found.push(finding('vent', at, { bore: s.vent }));
  const bridges = b.months.map((m) => (Number.isNaN(m.bridge) ? 0 : m.bridge));
  const bridge = Math.max(...bridges);
  const month = bridges.indexOf(bridge);
  // what another tank keeps full by a float need not carry the place through the day by itself
  const kept = keptFull(plan, tank);
  // what is kept back for fire bridges nothing
  if (bridge > 0 && (s.forUse >= bridge || !kept))
    found.push(finding(s.forUse >= bridge ? 'bridges-day' : 'bridges-not', at, { bridge, month, usable: s.forUse }));
  const reserve = b.needs.fireReserve;
  if (reserve > 0 && !kept)
    found.push(
      finding(s.forUse > 1e-9 ? 'fire-kept' : 'fire-not-kept', at, { reserve: s.forUse > 1e-9 ? s.reserve : reserve }),
    );
  // of a tank that nothing fills there is nothing to say over the year
  if (sizes && sizes.own.run.daysWanting > 0 && filledBySource(plan, tankId))
    found.push(
      finding('days-met', at, {
        share: sizes.own.days,
        hours: sizes.series.stepHours,
        volume: sizes.own.volume,
        spill: sizes.own.run.spill,
        longest: sizes.own.run.longestShort,
      }),
    );
  return worstFirst(found);
}
