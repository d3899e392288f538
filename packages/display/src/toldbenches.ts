// Workings of figures that the findings of benches tell: of troughs, beds, rows of holes, drinkers, drains, totes, filters, stands.
import { plainWorking, sumWorking, type Working } from '@vernal-slope/core/working';
import { allDayWorking, volumeWorking } from '@vernal-slope/plan/budget';
import { aloneWorkings } from '@vernal-slope/plan/cabin';
import { vesselHeight, type Compiled } from '@vernal-slope/plan/compile';
import { drinkingWorking, isRail, railDayWorking, railStands, standingWorking } from '@vernal-slope/plan/drink';
import type { ToldFigure } from '@vernal-slope/plan/findings';
import {
  bedWorking,
  bucketShimWorking,
  chainsOf,
  chainStands,
  evennessWorking,
  smallestHole,
  screenFor,
  waterPlot,
  type BedStands,
  type ChainStands,
} from '@vernal-slope/plan/garden';
import { basinWorking, drainRuns, fallWorking, longestWorking } from '@vernal-slope/plan/greywater';
import { isBasin, isFilter, isStore, isTote, nameOf } from '@vernal-slope/plan/kinds';
import { standAnswer } from '@vernal-slope/plan/stand';
import { lastsWorking, toteMassWorking, toteRuns, toteSlopeWorking, toteTapWorking } from '@vernal-slope/plan/tote';
import { filmWorking, filterDayWorking, filterRuns, sandWorking } from '@vernal-slope/plan/treat';
import { drinkWorking, frostWorking, holdsWorking, placesWorking, troughRuns } from '@vernal-slope/plan/trough';
import { planMonth } from '@vernal-slope/plan/year';

/** By the finding's value: how its working is made. */
type Figures = Readonly<Record<string, () => Working | undefined>>;

const most = <T>(list: readonly T[], by: (item: T) => number): T | undefined =>
  list.reduce<T | undefined>((best, item) => (best === undefined || by(item) > by(best) ? item : best), undefined);

/** What a trough holds, as a share of what is drunk there in a day. */
const heldShare = (of: string, holds: Working, day: Working): Working =>
  plainWorking(
    'trough-share',
    of,
    '\\frac{ {{held}} }{ {{day}} }',
    [
      ['held', 'V_\\mathrm{held}', 'what it holds', holds.result.value, 'volume', { working: holds }],
      ['day', 'V_\\mathrm{day}', 'what they drink in a day', day.result.value, 'volume', { working: day }],
    ],
    ['s', holds.result.value / day.result.value, 'ratio'],
    'Share of the whole',
  );

function troughFigures(c: Compiled, id: string): Figures {
  const node = c.nodes.get(id)?.plan;
  if (!isBasin(node)) return {};
  const r = troughRuns(c, node);
  const of = nameOf(node);
  const holds = volumeWorking(node, r.full);
  const frost = frostWorking(r);
  return {
    'trough-places.places': () => placesWorking(r),
    'trough-few-places.places': () => placesWorking(r),
    'trough-holds.holds': () => holds,
    'trough-small.holds': () => holds,
    'trough-small.wants': () => holdsWorking(r),
    'trough-holds.share': () => heldShare(of, holds, drinkWorking(r)),
    'trough-slow.wants': () =>
      r.wantsFlow <= 0
        ? undefined
        : plainWorking(
            'trough-wants',
            of,
            '\\frac{ {{v}} }{ {{t}} }',
            [
              ['v', 'V_d', 'what they drink in a day', r.perDay, 'volume', { working: drinkWorking(r) }],
              ['t', 't', 'in which they drink', r.drinkTime, 'time', { source: 'table of animals, or the rule' }],
            ],
            ['Q', r.wantsFlow, 'flow'],
            'The day’s water in the hours in which they drink',
          ),
    'trough-rim.rim': () =>
      sumWorking(
        'trough-rim',
        of,
        [
          { name: 'what it stands on', value: node.standM ?? 0, source: 'entered' },
          { name: 'its height', value: vesselHeight(node), source: 'entered' },
        ],
        ['h', r.rim, 'length'],
        'Addition of heights',
      ),
    'trough-kept-open.keeps': () => frost,
    'trough-kept-open.day': () => frost && allDayWorking('all-day', of, 'flow', frost.result.value, { working: frost }),
    'trough-not-kept-open.keeps': () => frost,
  };
}

/** Off what it wants with the bucket put right: the bed that is most so. */
function shimmedWorking(c: ChainStands): Working | undefined {
  const bed = most(c.beds, (b) => Math.abs(c.float - b.floor - b.wants + c.bucketShim));
  if (!bed) return undefined;
  return sumWorking(
    'bed-shimmed',
    nameOf(bed.bed),
    [
      { name: 'where the float shuts', value: c.float, source: 'entered' },
      { name: 'shim of the bucket', value: c.bucketShim, working: bucketShimWorking(c) },
      { name: 'floor of the bed', value: bed.floor, less: true, source: 'entered' },
      {
        name: 'water line wanted over the floor',
        value: bed.wants,
        less: true,
        source: 'entered, or 13 mm over the reservoir',
      },
    ],
    ['d', c.float + c.bucketShim - bed.floor - bed.wants, 'length'],
    'Addition of heights',
  );
}
/** One height over another, of a bed. */
const over = (code: string, bed: BedStands, parts: Parameters<typeof sumWorking>[2]): Working =>
  sumWorking(
    code,
    nameOf(bed.bed),
    parts,
    ['h', parts.reduce((sum, p) => sum + (p.less ? -p.value : p.value), 0), 'length'],
    'Addition of heights',
  );

function bedFigures(c: Compiled, id: string): Figures {
  const stands = chainsOf(c.plan)
    .map((chain) => chainStands(chain))
    .find((s) => s?.bucket.id === id || s?.beds.some((b) => b.bed.id === id));
  if (!stands) return {};
  const worst = most(stands.beds, (b) => Math.abs(b.off));
  const bed = stands.beds.find((b) => b.bed.id === id);
  const floor = (b: BedStands, less = true) => ({ name: 'floor of the bed', value: b.floor, less, source: 'entered' });
  const line = { name: 'where the float shuts', value: stands.float, source: 'entered' };
  return {
    'beds-level.off': () => worst && bedWorking(stands, worst),
    'bed-low.off': () => bed && bedWorking(stands, bed),
    'bed-high.off': () => bed && bedWorking(stands, bed),
    'bucket-shim.shim': () => bucketShimWorking(stands),
    'bucket-shim.off': () => shimmedWorking(stands),
    'bed-far-under.under': () => bed && over('bed-under', bed, [line, floor(bed)]),
    'bed-dry.above': () =>
      bed &&
      over('bed-joint', bed, [
        floor(bed, false),
        { name: 'its joint over its floor', value: bed.bed.joinM, source: 'entered' },
        { name: 'water line', value: stands.line, less: true },
      ]),
    'bed-overflows.below': () =>
      bed &&
      over('bed-hole', bed, [
        line,
        floor(bed),
        { name: 'its hole over its floor', value: bed.bed.overflowM ?? 0, less: true, source: 'entered' },
      ]),
  };
}

function plotFigures(c: Compiled, id: string): Figures {
  const plot = c.plan.plots?.find((p) => p.id === id);
  if (!plot) return {};
  const of = plot.name ?? plot.id;
  if (isRail(plot)) {
    const s = railStands(c, plot);
    const standing = most(s.drinkers, (k) => k.standing);
    const drinking = most(
      s.drinkers.filter((k) => Number.isFinite(k.drinking)),
      (k) => -k.drinking,
    );
    return {
      'rail-good.most': () => standing && standingWorking(c, s, standing),
      'rail-good.least': () => drinking && drinkingWorking(c, s, drinking),
      'drinkers-drip.worst': () => standing && standingWorking(c, s, standing),
      'drinkers-starve.worst': () => drinking && drinkingWorking(c, s, drinking),
      'bucket-small.perDay': () => railDayWorking(s),
    };
  }
  const r = waterPlot(c, plot, { month: planMonth(c.plan) });
  const hole = smallestHole(r);
  return {
    'plot-uneven.quarter': () => evennessWorking(r),
    'plot-even.quarter': () => evennessWorking(r),
    'plot-uneven.times': () =>
      plainWorking(
        'plot-times',
        of,
        '\\frac{ {{most}} }{ {{least}} }',
        [
          ['most', 'q_\\mathrm{max}', 'the most', r.evenness.most, 'flow', { source: 'the network solved' }],
          ['least', 'q_\\mathrm{min}', 'the least', r.evenness.least, 'flow', { source: 'the network solved' }],
        ],
        ['n', r.evenness.most / r.evenness.least, 'ratio'],
        'One over the other',
      ),
    'holes-clog.mesh': () =>
      hole === undefined
        ? undefined
        : plainWorking(
            'screen',
            of,
            '\\frac{ {{d}} }{ {{n}} }',
            [
              ['d', 'd', 'smallest hole', hole, 'bore', { source: 'entered' }],
              ['n', 'n', 'of the hole, one part in', hole / screenFor(hole), 'ratio'],
            ],
            ['s', screenFor(hole), 'bore'],
            'Keller and Bliesner (1990), from memory: 1/7 to 1/10',
          ),
  };
}

function drainFigures(c: Compiled, id: string): Figures {
  const drain = c.plan.drains?.find((d) => d.id === id);
  if (!drain) return {};
  const r = drainRuns(c.plan, drain);
  const of = drain.name ?? drain.id;
  const flattest = most(r.legs, (l) => -l.fall);
  const fall = (): Working | undefined => flattest && fallWorking(r, flattest);
  const share = (least: boolean) => (): Working | undefined => {
    const basin = most(r.basins, (b) => (least ? -b.share : b.share));
    return (
      basin &&
      plainWorking(
        'basin-share',
        of,
        '{{half}}^{ {{n}} }',
        [
          ['half', 's', 'share that a splitter sends one way', 0.5, 'ratio', { source: 'a splitter parts in two' }],
          ['n', 'n', 'splitters on the way', -Math.log2(basin.share), 'ratio'],
        ],
        ['s_b', basin.share, 'ratio'],
        'One splitter after the other',
      )
    );
  };
  const small = (): Working | undefined => {
    const lacking = r.basins
      .map((b, k) => ({ k, share: (b.has ?? NaN) / (b.wants ?? NaN), has: b.has }))
      .filter((b) => b.share < 1);
    const worst = most(lacking, (b) => -b.share);
    const wants = worst && basinWorking(r, worst.k);
    return worst?.has !== undefined && wants
      ? plainWorking(
          'basin-has',
          `${of}, basin ${worst.k + 1}`,
          '\\frac{ {{has}} }{ {{wants}} }',
          [
            ['has', 'A_0', 'ground that it has', worst.has, 'area', { source: 'entered' }],
            ['wants', 'A', 'ground that it wants', wants.result.value, 'area', { working: wants }],
          ],
          ['s', worst.share, 'ratio'],
          'Share of the whole',
        )
      : undefined;
  };
  return {
    'drain-falls.fall': fall,
    'drain-flat.fall': fall,
    'drain-falls.longest': () => longestWorking(r),
    'basin-small.share': small,
    'split-uneven.least': share(true),
    'split-uneven.most': share(false),
  };
}

function vesselFigures(c: Compiled, id: string): Figures {
  const node = c.nodes.get(id)?.plan;
  if (!isStore(node)) return {};
  if (isFilter(node)) {
    const r = filterRuns(c, node);
    return {
      'filter-film-kept.film': () => filmWorking(r),
      'filter-film.film': () => filmWorking(r),
      'filter-dries.under': () =>
        sumWorking(
          'sand-under',
          nameOf(node),
          [
            { name: 'top of the sand over the floor', value: node.filter.sandM, source: 'entered' },
            { name: 'its spill over the floor', value: node.outletM, less: true, source: 'entered' },
          ],
          ['h', -r.film, 'length'],
          'Addition of heights',
        ),
      'filter-gives.flow': () => sandWorking(r),
      'filter-gives.day': () => filterDayWorking(r),
      'filter-too-fast.flow': () => sandWorking(r),
      'filter-held-back.most': () => sandWorking(r),
    };
  }
  if (!isTote(node)) return {};
  const r = toteRuns(c, node);
  return {
    'tote-lasts.lasts': () => lastsWorking(r),
    'tote-runs-out.lasts': () => lastsWorking(r),
    'tote-low.tap': () => toteTapWorking(r),
    'tote-heavy.mass': () => toteMassWorking(c, r),
    'tote-heavy.slope': () => toteSlopeWorking(r),
  };
}

/** Of a tap that is open alone. */
function tapFigures(c: Compiled, id: string): Figures {
  const { flow, pressure } = aloneWorkings(c, id);
  return {
    'fixture-starves.pressure': () => pressure,
    'fixture-slow.flow': () => flow,
    'fixture-under-code.flow': () => flow,
    'fixture-under-code.pressure': () => pressure,
  };
}

/** How much of what it may bear the check that a finding names is used. */
function checkWorking(c: Compiled, { id, values }: ToldFigure): Working | undefined {
  const tank = c.nodes.get(id)?.plan;
  return isStore(tank) ? standAnswer(c.plan, tank).checks.find((k) => k.code === values.check)?.working : undefined;
}

const BY_CODE: readonly [RegExp, (c: Compiled, id: string) => Figures][] = [
  [/^trough-/, troughFigures],
  [/^(?:bed-|beds-|bucket-shim$)/, bedFigures],
  [/^(?:plot-|holes-|rail-|drinkers-|bucket-small$)/, plotFigures],
  [/^(?:drain-|basin-|split-)/, drainFigures],
  [/^(?:filter-|tote-)/, vesselFigures],
  [/^fixture-/, tapFigures],
];

/** The working of a figure that the finding of a bench tells; undefined where it has none, or what it is about is gone. */
export function benchTold(c: Compiled, key: ToldFigure): Working | undefined {
  const { code, figure, id } = key;
  if (/^stand-check/.test(code)) return checkWorking(c, key);
  return BY_CODE.find(([codes]) => codes.test(code))?.[1](c, id)[`${code}.${figure}`]?.();
}
