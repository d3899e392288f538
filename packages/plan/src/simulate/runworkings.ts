// Workings of what a run adds up to: over the whole place, and of each vessel.
import { plainWorking, sumWorking, type Part, type Working } from '@vernal-slope/core/working';
import { clockText } from '../findings/index.ts';
import { nameOf } from '../kinds/index.ts';
import { METHOD, timeWorking } from './workings.ts';
import type { PlanRun } from './simulate.ts';

/** Workings of a run's sums, m³, and of what is told of each vessel, by its id. */
export interface RunWorkings {
  readonly came: Working;
  readonly overflow: Working;
  readonly shortfall: Working;
  readonly error: Working;
  readonly vessels: ReadonlyMap<string, VesselWorkings>;
}
export interface VesselWorkings {
  /** m over its floor */ readonly lowest: Working;
  /** s; undefined where it is not back at the end */ readonly longestRefill: Working | undefined;
  /** m³ */ readonly demand: Working;
  readonly shortfall: Working;
}

const PLACE = 'the place in this run';
/** Figures closer than this are one, m³ or s. */
const SAME = 1e-9;
/** Most visits that are told one by one. */
const TOLD = 24;

/** Parts of a sum, with what is left of it under a name of its own. */
function withRest(parts: readonly Part[], value: number, rest: string): Part[] {
  const left = value - parts.reduce((sum, p) => sum + (p.less ? -p.value : p.value), 0);
  const told = parts.filter((p) => p.value !== 0);
  return Math.abs(left) > SAME || told.length === 0 ? [...told, { name: rest, value: left }] : told;
}

function vesselWorkings(found: PlanRun, k: number): VesselWorkings {
  const { inTime, run, options } = found;
  const node = inTime.vessels[k];
  const v = run.vessels[k];
  const start = options.start ?? 0;
  const of = nameOf(node);
  const summary = found.summary.get(node.id);
  const [demand, shortfall] = [summary?.demand ?? 0, summary?.shortfall ?? 0];
  const visits = inTime.place.vessels[k].visits;
  const wanted = sumWorking(
    'time-wanted',
    of,
    withRest(
      visits.length > TOLD
        ? []
        : visits.map((w) => ({
            name: `from ${clockText(w.from + start)} to ${clockText(w.to + start)}`,
            value: w.rate * (Math.min(options.duration, w.to) - Math.max(0, w.from)),
            source: 'entered at Need',
          })),
      demand,
      visits.length > 0 ? 'at all its hours' : 'nobody drinks there',
    ),
    ['V', demand, 'volume'],
    'Visits as entered, spread over their time',
  );
  // the stretch under its full mark that took longest
  let [left, longest] = [NaN, [NaN, NaN]];
  for (const e of found.events) {
    if (e.at !== node.id) continue;
    if (e.kind === 'leaves-full') left = e.t;
    else if (e.kind === 'full-again' && !(e.t - left <= longest[1] - longest[0])) longest = [left, e.t];
  }
  const seen = v.longestRefill !== null && Math.abs(longest[1] - longest[0] - v.longestRefill) < 1;
  const whole = timeWorking(found, node.id);
  return {
    lowest: plainWorking(
      'time-low',
      of,
      '\\min_t\\, y(t)',
      [
        ['y0', 'y_0', 'level at the beginning', summary?.vessel?.start ?? 0, 'length', { source: 'as entered' }],
        ['t', 't', `lowest after, at ${clockText(v.lowestAt + start)}`, v.lowestAt, 'time'],
        ...(whole
          ? ([['v1', 'V_1', 'in it at the end', whole.result.value, 'volume', { working: whole }]] as const)
          : []),
      ],
      ['y_\\mathrm{low}', v.lowest, 'length'],
      METHOD,
    ),
    longestRefill:
      v.longestRefill === null
        ? undefined
        : plainWorking(
            'time-refill',
            of,
            seen ? '{{t2}} - {{t1}}' : '\\max( t_\\mathrm{full} - t_\\mathrm{left} )',
            seen
              ? [
                  ['t2', 't_2', `full again, at ${clockText(longest[1] + start)}`, longest[1], 'time'],
                  ['t1', 't_1', `left its full mark, at ${clockText(longest[0] + start)}`, longest[0], 'time'],
                ]
              : [['d', 'T', 'the run', options.duration, 'time']],
            ['t', v.longestRefill, 'time'],
            METHOD,
          ),
    demand: wanted,
    shortfall: sumWorking(
      'time-short',
      of,
      withRest(
        [
          { name: 'wanted there', value: demand, working: wanted },
          { name: 'drunk there', value: summary?.delivered ?? 0, less: true, source: 'the run' },
        ],
        shortfall,
        'still waiting, or within the error of the run',
      ),
      ['V', shortfall, 'volume'],
      METHOD,
    ),
  };
}

/** Workings of what a run adds up to. */
export function runWorkings(found: PlanRun): RunWorkings {
  const { inTime, run } = found;
  const { balance } = run;
  const came = sumWorking(
    'run-came',
    PLACE,
    withRest(
      inTime.sources.map((node, k) => ({ name: nameOf(node), value: run.sources[k].given, source: 'the run' })),
      balance.in,
      'rain, carts and other pours',
    ),
    ['V', balance.in, 'volume'],
    METHOD,
  );
  const overflow = sumWorking(
    'run-over',
    PLACE,
    withRest(
      inTime.vessels.map((node, k) => ({
        name: nameOf(node),
        value: run.vessels[k].overflow + run.vessels[k].overRim,
        source: 'the run',
      })),
      balance.overflow,
      'of it caught by another vessel, or nothing',
    ),
    ['V', balance.overflow, 'volume'],
    METHOD,
  );
  const short = [...found.summary].map(([id, s]) => ({ id, value: s.shortfall }));
  const nodes = new Map(inTime.compiled.plan.nodes.map((n) => [n.id, nameOf(n)]));
  const shortfall = short.reduce((sum, s) => sum + s.value, 0);
  return {
    came,
    overflow,
    shortfall: sumWorking(
      'run-short',
      PLACE,
      withRest(
        short.map(({ id, value }) => ({
          name: nodes.get(id) ?? inTime.plots.find((p) => p.id === id)?.name ?? id,
          value,
          source: 'the run',
        })),
        shortfall,
        'nothing is short',
      ),
      ['V', shortfall, 'volume'],
      METHOD,
    ),
    error: sumWorking(
      'run-error',
      PLACE,
      [
        { name: 'came in', value: balance.in, working: came },
        { name: 'went out: drunk, drawn, carried away, lost', value: balance.out, less: true, source: 'the run' },
        { name: 'ran over', value: balance.overflow, less: true, working: overflow },
        { name: 'stays in vessels more than at the beginning', value: balance.stored, less: true, source: 'the run' },
      ],
      ['V', balance.error, 'volume'],
      METHOD,
    ),
    vessels: new Map(inTime.vessels.map((node, k) => [node.id, vesselWorkings(found, k)])),
  };
}
