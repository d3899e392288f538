// The water book of a place over a run: what came, what went, what is left.
import { sumWorking, type Term, type Working } from '@vernal-slope/core/working';
import { clockText } from '../findings/index.ts';
import { nameOf } from '../kinds/index.ts';
import { volumeOfLevel } from '../intime/index.ts';
import type { EventKind } from '@vernal-slope/core/simulation';
import type { PlanRun } from './simulate.ts';

const EVENT_WORDS: Readonly<Record<EventKind, string>> = {
  'float-opens': 'its float opens',
  'float-shuts': 'its float is shut',
  'runs-over': 'it begins to run over',
  'over-ends': 'it no longer runs over',
  'over-rim': 'water goes over its rim',
  'at-outlet': 'it is down to its outlet',
  'off-outlet': 'it stands above its outlet again',
  dry: 'it is dry',
  wet: 'there is water again',
  'leaves-full': 'it is no longer full',
  'full-again': 'it is full again',
};
/** Most events that a working tells. */
const TOLD = 40;

/** What happened at a place, in order, with the time on the clock. */
export const eventsOf = (found: PlanRun, id: string): { t: number; clock: string; words: string }[] =>
  found.events
    .filter((e) => e.at === id)
    .map((e) => ({ t: e.t, clock: clockText(e.t + (found.options.start ?? 0)), words: EVENT_WORDS[e.kind] }));

/** How a run was made, for every working of it. */
export const METHOD =
  'Levels integrated by the Bogacki-Shampine pair (1989) with error control, the network solved at every stage; events found on the cubic through each step';

/** The water of a vessel, or the water of a tap, over a run. Undefined for a place that is not in it. */
export function timeWorking(found: PlanRun, id: string): Working | undefined {
  const s = found.summary.get(id);
  if (!s) return undefined;
  const volume = (key: string, tex: string, name: string, value: number): Term => ({
    key,
    tex,
    name,
    value,
    dimension: 'volume',
  });
  const events = eventsOf(found, id);
  const told = events.slice(0, TOLD).map((e) => `${e.clock}: ${e.words}.`);
  const assumptions = [
    'The flows of each moment are those of steady flow at its levels.',
    ...(told.length > 0 ? told : ['Nothing opens, shuts or runs dry in this time.']),
    ...(events.length > TOLD ? [`And ${events.length - TOLD} events more.`] : []),
  ];
  const v = s.vessel;
  if (!v) {
    const plot = found.inTime.plots.find((p) => p.id === id);
    if (plot && s.demand === 0)
      return {
        code: 'time-plot',
        of: plot.name ?? plot.id,
        rule: 'V = {{got}}',
        terms: [volume('got', 'V_\\mathrm{got}', 'what its emitters gave while it was open', s.delivered)],
        result: { tex: 'V', value: s.delivered, dimension: 'volume' },
        source: METHOD,
        assumptions: ['The flows of each moment are those of steady flow at its levels.'],
      };
    const tap = found.inTime.outlets.find((n) => n.id === id);
    return {
      code: 'time-tap',
      of: tap ? nameOf(tap) : (plot?.name ?? id),
      rule: 'V_\\mathrm{short} = {{want}} - {{got}}',
      terms: [
        volume(
          'want',
          'V_\\mathrm{want}',
          plot ? 'what its animals drink' : 'rated flow times the time it is open',
          s.demand,
        ),
        volume('got', 'V_\\mathrm{got}', 'what came out', s.delivered),
      ],
      result: { tex: 'V_\\mathrm{short}', value: s.demand - s.delivered, dimension: 'volume' },
      source: METHOD,
      assumptions: ['The flows of each moment are those of steady flow at its levels.'],
    };
  }
  const [begin, end] = [volumeOfLevel(v.node, v.start), volumeOfLevel(v.node, v.end)];
  return {
    code: 'time',
    of: nameOf(v.node),
    rule: 'V_1 = {{v0}} + {{in}} - {{drunk}} - {{out}} - {{over}} - {{lost}}',
    terms: [
      volume('v0', 'V_0', 'in it at the beginning', begin),
      volume('in', 'V_\\mathrm{in}', 'came in', v.came),
      volume('drunk', 'V_\\mathrm{drunk}', 'drunk there', s.delivered),
      volume('out', 'V_\\mathrm{out}', 'went on by its lines', v.went),
      volume('over', 'V_\\mathrm{over}', 'ran over', v.overflow + v.overRim),
      volume(
        'lost',
        'V_\\mathrm{lost}',
        'carried away, leaked, gone into the air',
        begin + v.came - s.delivered - v.went - v.overflow - v.overRim - end,
      ),
      {
        key: 'low',
        tex: 'y_\\mathrm{low}',
        name: `lowest, at ${clockText(v.lowestAt + (found.options.start ?? 0))}`,
        value: v.lowest,
        dimension: 'length',
      },
      volume('short', 'V_\\mathrm{short}', 'wanted and not there', s.shortfall),
    ],
    result: { tex: 'V_1', value: end, dimension: 'volume' },
    source: METHOD,
    assumptions,
  };
}

/**
 * Workings of what findings tell of a vessel besides: how much higher it stands at the end (`change`), how long it was
 * empty (`dry`).
 */
export function vesselTold(found: PlanRun, id: string): { change?: Working; dry?: Working } {
  const v = found.summary.get(id)?.vessel;
  if (!v) return {};
  const of = nameOf(v.node);
  const change = sumWorking(
    'time-change',
    of,
    [
      { name: 'level at the end', value: v.end, source: 'the run' },
      { name: 'level at the beginning', value: v.start, less: true, source: 'as entered' },
    ],
    ['\\Delta y', v.end - v.start, 'length'],
    METHOD,
  );
  if (v.empty <= 0) return { change };
  // each stretch from dry to wet; the last may not end within the run
  const events = found.events.filter((e) => e.at === id && (e.kind === 'dry' || e.kind === 'wet'));
  const clock = (t: number): string => clockText(t + (found.options.start ?? 0));
  const stretches = events.flatMap((e, k) => {
    if (e.kind !== 'dry') return [];
    const until = events.slice(k + 1).find((next) => next.kind === 'wet')?.t ?? found.options.duration;
    return [{ name: `from ${clock(e.t)} to ${clock(until)}`, value: until - e.t, source: 'the run' }];
  });
  const told = stretches.reduce((sum, p) => sum + p.value, 0);
  return {
    change,
    dry: sumWorking(
      'time-dry',
      of,
      // what the events do not tell to the second is told as one
      Math.abs(told - v.empty) < 1e-6 * Math.max(1, v.empty)
        ? stretches
        : [{ name: 'empty, all stretches of the run', value: v.empty, source: 'the run' }],
      ['t', v.empty, 'time'],
      METHOD,
    ),
  };
}

/** Key of such a working in the picture of a run. */
export const toldKey = (id: string, figure: string): string => `${id} ${figure}`;
