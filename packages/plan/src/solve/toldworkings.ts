// Workings of figures that findings about lines tell.
import { plainWorking, sumWorking, type Working } from '@vernal-slope/core/working';
import { clearingSpeed } from '@vernal-slope/core/profile';
import { criticalTime, velocityHead } from '@vernal-slope/core/pipe';
import { findFitting } from '../catalogue/index.ts';
import { fittingK, metresOfMm, resolvePipe, type Compiled, type LineMap } from '../compile/index.ts';
import type { ToldFigure } from '../findings/index.ts';
import { airOf, runningFull } from './findings.ts';
import { lineClosure, placeOf, walkError } from './heights.ts';
import { lineFlowWorking, pipeHeightWorking, speedWorking, staticAt } from './legworkings.ts';
import { standingGrades, type PlanResult } from './solve.ts';
import { density, gravity, nameOf } from './terms.ts';
import { QUICK_CLOSING, surgesOf, worstSurge } from './valves.ts';

/** What a working is made of. */
interface About {
  readonly c: Compiled;
  readonly result: PlanResult;
  readonly id: string;
  readonly map: LineMap;
  readonly of: string;
  /** Value of the finding by its name, SI. */
  readonly v: (name: string) => number;
  /** Station of the line that the finding names by its chainage; -1 where it names none. */
  readonly station: number;
}
type Told = (about: About) => Working | undefined;

const fullOf = new WeakMap<Compiled, ReadonlyMap<string, readonly number[]>>();
/** Heads of every line with all shut and the tanks full, m. */
function fullGrades(c: Compiled): ReadonlyMap<string, readonly number[]> {
  const before = fullOf.get(c);
  if (before) return before;
  const found = standingGrades(c, { level: 'full' });
  fullOf.set(c, found);
  return found;
}

const chainage: Told = ({ map, of, station }) =>
  station < 0
    ? undefined
    : sumWorking(
        'chainage',
        of,
        map.plan.legs
          .slice(0, station)
          .map((leg, k) => ({ name: `leg ${k + 1}`, value: leg.lengthM, source: 'your walk' })),
        ['x', map.geometry.chainage[station], 'length'],
        'Lengths one after the other',
      );

const full: Told = ({ c, id, station }) =>
  staticAt(c, id, station, fullGrades(c).get(id)?.[station], ['Every outlet and float shut, the tanks full.']);

const flow: Told = ({ c, result, id }) => lineFlowWorking(c, result, id);

/** By how much the pipe stands over a running line at a hump. @param name of the line, for people */
function overLine({ c, id, map, of, station }: About, name: string, grade: readonly number[]): Working {
  const pipe = map.geometry.pipe[station];
  return {
    ...sumWorking(
      'hump-above',
      of,
      [
        { name: 'pipe at the hump', value: pipe, working: pipeHeightWorking(c, id, station) },
        { name, value: grade[station], less: true, source: 'the network solved' },
      ],
      ['h', pipe - grade[station], 'length'],
      'Addition of heights',
    ),
    along: map.geometry.chainage[station],
  };
}
/** Over that of a pipe that would run full. */
const above: Told = (about) =>
  about.station < 0
    ? undefined
    : overLine(about, 'running line there of a pipe that runs full', runningFull(about.c, about.map));
/** Where siphons are counted on: over the running line as it is. */
const suction: Told = (about) => {
  const line = about.result.lines.get(about.id);
  return line && about.station >= 0 ? overLine(about, 'running line there', line.grade) : undefined;
};
const left: Told = (about) => {
  const over = suction(about);
  return (
    over &&
    sumWorking(
      'suction-left',
      about.of,
      [
        {
          name: 'at which a column of water breaks',
          value: about.c.network.columnHead,
          source: 'air pressure at this altitude less vapour pressure at this warmth',
        },
        { name: 'that the pipe stands over the running line', value: over.result.value, less: true, working: over },
      ],
      ['h', about.c.network.columnHead - over.result.value, 'length'],
      'Addition of heights',
    )
  );
};

const stationLeg = ({ map, station }: About): number => Math.min(station, map.plan.legs.length - 1);

/** Speed that carries air on, down from a high point. */
const clears: Told = (about) => {
  const { map, of, station } = about;
  if (station < 0) return undefined;
  const k = stationLeg(about);
  const leg = map.plan.legs[k];
  const pipe = resolvePipe(leg.pipe);
  const bore = metresOfMm(pipe.insideDiameterMm);
  const fall = Math.max(0, (map.geometry.pipe[k] - map.geometry.pipe[k + 1]) / leg.lengthM);
  return {
    ...plainWorking(
      'air-clears',
      of,
      '\\left( 0.25 \\sqrt{ {{s}} } + 0.825 \\right) \\sqrt{ {{g}} \\, {{d}} }',
      [
        ['s', '\\sin\\theta', 'fall of the pipe past it', fall, 'ratio', { source: 'your walk' }],
        ['g', gravity.tex, gravity.name, gravity.value, 'gravity', { source: gravity.source }],
        ['d', 'D', pipe.label, bore, 'bore', { source: pipe.source }],
      ],
      ['v', clearingSpeed(bore, fall), 'velocity'],
      'Wisner, Mohsen and Kouwen (1975), from memory',
    ),
    along: map.geometry.chainage[station],
  };
};

/** Head that is missing to push the first water through the air shut in; as it is shut in, or pressed together. */
const missing =
  (pressed: boolean): Told =>
  ({ c, id, map, of }) => {
    const shut = airOf(c, id, map, {});
    if (!shut) return undefined;
    const { air, way } = shut;
    return sumWorking(
      pressed ? 'air-missing-pressed' : 'air-missing',
      of,
      [
        {
          name: pressed
            ? 'height that is wanted, the air pressed together'
            : 'height that is wanted, each pocket of air whole',
          value: pressed ? air.neededCompressed : air.needed,
          source: 'Jordan (1980); Corcos (1989), from memory',
        },
        { name: 'level of the water that pushes', value: way.head, less: true, source: 'tanks at the level drawn' },
      ],
      ['h', pressed ? air.missingCompressed : air.missing, 'length'],
      'Addition of heights',
    );
  };

/** What stands before a reducer with all shut. */
const before: Told = ({ c, result, id }) => {
  const link = c.reducers.get(id);
  return link === undefined
    ? undefined
    : staticAt(c, id, 0, result.standing.head[c.network.from[link]], [
        'Every outlet and float shut, tanks at the level drawn; before the reducer.',
      ]);
};

/** What a valve loses, of a line; the valve is named by its row. */
function valve({ c, result, id, map, of, v }: About, name: string): Working | undefined {
  const k = v('leg') - 1;
  const leg = map.plan.legs.at(k);
  const line = result.lines.get(id);
  const fitting = leg?.fittings?.find(
    (f) => 'type' in f && typeof f.type === 'string' && findFitting(f.type)?.name === name,
  );
  if (!leg || !line || !fitting) return undefined;
  const bore = metresOfMm(resolvePipe(leg.pipe).insideDiameterMm);
  const coefficient = fittingK(fitting, leg.pipe) * (fitting.count ?? 1);
  const speed = speedWorking(c, result, id, k);
  return plainWorking(
    'valve-loss',
    `${of}, leg ${k + 1}`,
    '{{k}} \\dfrac{ {{v}}^2 }{ 2 \\cdot {{g}} }',
    [
      ['k', 'K', name, coefficient, 'ratio', { source: 'fittings table (Crane TP-410 and others)' }],
      ['v', 'v', 'speed of the water', speed?.result.value ?? 0, 'velocity', { working: speed }],
      ['g', gravity.tex, gravity.name, gravity.value, 'gravity', { source: gravity.source }],
    ],
    ['h', coefficient * velocityHead(line.flow, bore), 'length'],
    'Darcy and Weisbach, loss of a fitting',
  );
}
const valveShare = (about: About, name: string): Working | undefined => {
  const lost = valve(about, name);
  const line = about.result.lines.get(about.id);
  if (!lost || !line) return undefined;
  const all = Math.abs(line.frictionLoss + line.minorLoss);
  return plainWorking(
    'valve-share',
    about.of,
    '\\dfrac{ {{h}} }{ {{all}} }',
    [
      ['h', 'h', 'taken by the valve', lost.result.value, 'length', { working: lost }],
      ['all', '\\textstyle\\sum h', 'taken by the line, friction and fittings', all, 'length'],
    ],
    ['s', lost.result.value / all, 'ratio'],
    'Share of the whole',
  );
};
/** Pressure of a tap shut at once, and what it stands on. */
const surge =
  (figure: 'surge' | 'standing' | 'speed'): Told =>
  ({ c, result, id, map, of }) => {
    const grade = fullGrades(c).get(id) ?? [];
    const worst = worstSurge(surgesOf(c, result, id, grade));
    if (!worst) return undefined;
    if (figure === 'speed') return speedWorking(c, result, id, worst.leg);
    if (figure === 'standing') {
      const at = [worst.leg, worst.leg + 1].reduce((a, b) =>
        grade[b] - map.geometry.pipe[b] > grade[a] - map.geometry.pipe[a] ? b : a,
      );
      return staticAt(c, id, at, grade[at], ['Every outlet and float shut, the tanks full.']);
    }
    const slow = QUICK_CLOSING > criticalTime(worst.length, worst.wave);
    return plainWorking(
      'surge',
      `${of}, leg ${worst.leg + 1}`,
      slow ? '\\dfrac{ 2 \\, {{rho}} \\, {{l}} \\, {{v}} }{ {{t}} }' : '{{rho}} \\, {{a}} \\, {{v}}',
      [
        ['rho', density(c).tex, density(c).name, c.water.density, 'density', { source: density(c).source }],
        ...(slow
          ? ([
              ['l', 'L', 'way to the open water', worst.length, 'length', { source: 'your walk' }],
              ['t', 'T', 'time in which it shuts', QUICK_CLOSING, 'time', { source: 'assumption' }],
            ] as const)
          : ([['a', 'a', 'speed of the wave in this pipe', worst.wave, 'velocity', { source: 'AWWA M23' }]] as const)),
        [
          'v',
          'v',
          'speed that is stopped',
          worst.speed,
          'velocity',
          { working: speedWorking(c, result, id, worst.leg) },
        ],
      ],
      ['\\Delta p', worst.surge, 'pressure'],
      slow ? 'Michaud (1878)' : 'Joukowsky (1898)',
    );
  };

/** How a walk closes on the known height of its end. */
const misclosure: Told = ({ c, map, of }) => {
  const close = lineClosure(c.plan, map.plan);
  const known = placeOf(c.plan, map.plan.to)?.knownGroundM;
  if (!close || known === undefined) return undefined;
  return sumWorking(
    'misclosure',
    of,
    [
      {
        name: 'ground at its end as it was walked',
        value: map.plan.legs[map.plan.legs.length - 1].endGroundM,
        source: 'your walk',
      },
      { name: 'known height of its end', value: known, less: true, source: 'entered' },
    ],
    ['\\Delta z', close.misclosure, 'length'],
    'Walked less known',
  );
};
/** By how much a walk ends off the height of its place. */
const missed: Told = ({ c, map, of }) => {
  const to = placeOf(c.plan, map.plan.to);
  const walked = map.geometry.ground[map.geometry.ground.length - 1];
  return (
    to &&
    sumWorking(
      'walk-missed',
      of,
      [
        { name: 'ground at its end as it was walked', value: walked, source: 'your walk' },
        { name: 'ground of the place that it leads to', value: to.groundM, less: true, source: 'entered' },
      ],
      ['\\Delta z', walked - to.groundM, 'length'],
      'Walked less entered',
    )
  );
};
const expected: Told = ({ c, map, of }) => {
  const close = lineClosure(c.plan, map.plan);
  if (!close) return undefined;
  const end = placeOf(c.plan, map.plan.to)?.knownErrorM ?? 0;
  const walk = walkError(c.plan, map.plan);
  return plainWorking(
    'misclosure-expected',
    of,
    '\\sqrt{ {{walk}}^2 + {{known}}^2 }',
    [
      ['walk', '\\sigma_w', 'standard error of the walk, leg by leg by its instrument', walk, 'length'],
      [
        'known',
        '\\sigma_k',
        'standard error of the known height',
        end,
        'length',
        { source: end > 0 ? 'entered' : 'none entered' },
      ],
    ],
    ['\\sigma', close.expected, 'length'],
    'Errors that do not depend on one another add up in squares',
  );
};

const named =
  (tell: (about: About, name: string) => Working | undefined, name: string): Told =>
  (about) =>
    tell(about, name);

/** By code, then by the finding's value. */
const TOLD: Readonly<Record<string, Readonly<Record<string, Told>>>> = {
  'hump-holds': { chainage, flow, above },
  'hump-stops': { chainage, above },
  'part-full': { chainage },
  'hump-suction': { chainage, above: suction, left },
  'siphon-breaks': { chainage },
  'air-can-gather': {
    chainage,
    speed: (about) => speedWorking(about.c, about.result, about.id, stationLeg(about)),
    clears,
  },
  'air-may-stop-filling': { chainage, missing: missing(false) },
  'air-stops-filling': { chainage, missingCompressed: missing(true) },
  'rating-enough': { pressure: full },
  'rating-exceeded': { pressure: full, chainage },
  'rating-unknown': { pressure: full },
  'reducer-holds': { before },
  'reducer-idle': { before },
  'surge-too-much': { surge: surge('surge'), standing: surge('standing'), speed: surge('speed') },
  'walk-closes': { by: misclosure, expected },
  'walk-misses-node': { by: missed },
};

/** The working of a figure that a finding about a line tells; undefined where it has none, or the line is gone. */
export function lineTold(
  c: Compiled,
  result: PlanResult,
  { code, figure, id, values }: ToldFigure,
): Working | undefined {
  const map = c.lines.get(id);
  if (!map) return undefined;
  const about: About = {
    c,
    result,
    id,
    map,
    of: nameOf(c, id),
    v: (name) => Number(values[name]),
    station: map.geometry.chainage.findIndex((x) => x === values.chainage),
  };
  if (code === 'valve-eats') {
    const name = String(values.valve);
    const by: Readonly<Record<string, Told>> = {
      loss: named(valve, name),
      share: named(valveShare, name),
      flow,
    };
    return by[figure]?.(about);
  }
  return TOLD[code]?.[figure]?.(about);
}
