// Workings of what sources give in a mean day of a month, and of what is needed then.
import { DAYS_IN_MONTH, RAM_EFFICIENCY, sunPumpAtLift } from '@vernal-slope/core/supply';
import { plainWorking, type Figure, type Working } from '@vernal-slope/core/working';
import { flowFromLpm, metresOfMm, secondsOfHours } from '../fields/index.ts';
import { nameOf } from '../kinds/index.ts';
import type { Plan, Roof, SourceNode, SunPumpEntry } from '../schema/index.ts';
import {
  firstFlush,
  monthlyClimate,
  monthsOfDays,
  pumpOf,
  roofArea,
  roofDays,
  roofRunoff,
  summariseTests,
  WET_DAYS,
  type SourceYield,
} from '../year/index.ts';
import type { PlanBalance } from './balance.ts';
import { broughtPerDay, type Brought } from './brought.ts';
import { testWorking } from './workings.ts';

const DAY = 86_400;
const ENTERED = { source: 'entered' };
/** Shares this small are none. */
const SAME = 1e-9;
const MEAN_DAY = 'Mean day of the month';

const area = (roof: Roof): Figure => ['a', 'A', 'plan area of the roof', roofArea(roof), 'area', ENTERED];
const runoff = (roof: Roof): Figure => [
  'c',
  'C',
  'share that runs off',
  roofRunoff(roof),
  'ratio',
  { source: 'by its material, weighted by area' },
];
const flush = (roof: Roof): Figure => ['f', 'd', 'first flush thrown away', firstFlush(roof), 'length'];

function roofWorking(plan: Plan, y: SourceYield, roof: Roof, month: number, given: number): Working | undefined {
  const result = ['V', given, 'volume'] as const;
  const days = roofDays(plan, roof);
  const daily = plan.climate?.daily;
  if (days && daily) {
    const months = monthsOfDays(daily.start, days.length);
    const own = days.filter((_, k) => months[k] === month);
    if (own.length === 0) return undefined;
    return plainWorking(
      'yield',
      nameOf(y.source),
      '\\frac{ {{sum}} }{ {{n}} }',
      [
        [
          'sum',
          '\\sum V_i',
          'off the roof on the days of this month on record',
          own.reduce((a, b) => a + b, 0),
          'volume',
          { source: `rain of each day from ${daily.start}` },
        ],
        ['n', 'n', 'days of this month on record', own.length, 'ratio'],
        area(roof),
        runoff(roof),
        flush(roof),
      ],
      result,
      'Each day: rain that runs off its area, less the first flush of each wet spell',
    );
  }
  const climate = monthlyClimate(plan);
  return (
    climate &&
    plainWorking(
      'yield',
      nameOf(y.source),
      '\\frac{ {{n}} \\max(0, \\frac{ {{p}} }{ {{n}} } {{c}} - {{f}}) {{a}} }{ {{days}} }',
      [
        ['n', 'n', 'wet days a month', WET_DAYS, 'ratio', { source: 'assumption' }],
        ['p', 'P', 'rain of the month', metresOfMm(climate.rainMm[month]), 'length', ENTERED],
        runoff(roof),
        flush(roof),
        area(roof),
        ['days', 'n_d', 'days of the month', DAYS_IN_MONTH[month], 'ratio'],
      ],
      result,
      'Rain that runs off its area, less the first flush of each wet day',
      y.assumption === undefined ? undefined : [`${y.assumption}.`],
    )
  );
}

function pumpWorking(y: SourceYield, entry: SunPumpEntry, month: number, given: number): Working {
  const pump = pumpOf(entry);
  const flow: Figure = [
    'q',
    'Q',
    'flow at its lift, in full sun',
    sunPumpAtLift(pump),
    'flow',
    { source: 'rated flow times rated lift over its lift, no more than its largest' },
  ];
  const more: readonly Figure[] = [
    ['qr', 'Q_r', 'rated flow', pump.ratedFlow, 'flow', ENTERED],
    ['hr', 'h_r', 'at a lift of', pump.ratedLift, 'length', ENTERED],
    ['h', 'h', 'its lift', pump.lift, 'length', ENTERED],
  ];
  const assumed = y.assumption === undefined ? undefined : [`${y.assumption}.`];
  return entry.hoursByMonth
    ? plainWorking(
        'yield',
        nameOf(y.source),
        '{{q}} \\, {{t}}',
        [
          flow,
          ['t', 't', 'hours of full sun a day', secondsOfHours(entry.hoursByMonth[month]), 'time', ENTERED],
          ...more,
        ],
        ['V', given, 'volume'],
        MEAN_DAY,
        assumed,
      )
    : plainWorking(
        'yield',
        nameOf(y.source),
        '\\textstyle\\int Q \\, dt',
        [
          flow,
          ...more,
          ['s', 's_0', 'share of full sun at which it starts', pump.startShare, 'ratio'],
          ['k', 'k', 'share of a clear sky', pump.clearness, 'ratio'],
        ],
        ['V', given, 'volume'],
        'Quarter hours of the sun’s course added up; from its start it rises straight to full sun (assumption)',
        assumed,
      );
}

const steadyWorking = (
  of: string,
  volume: number,
  source: string,
  more: { working?: Working } = {},
  assumptions?: readonly string[],
): Working =>
  plainWorking(
    'yield',
    of,
    '{{q}} \\, {{t}}',
    [
      ['q', 'Q', 'flow', volume / DAY, 'flow', { source, ...more }],
      ['t', 't', 'a day', DAY, 'time'],
    ],
    ['V', volume, 'volume'],
    'Flow times time',
    assumptions,
  );

/** What a source gives by itself in a mean day of a month (0 to 11); undefined where nothing is known of it. */
function ownWorking(plan: Plan, y: SourceYield, month: number): Working | undefined {
  const s: SourceNode = y.source;
  const given = y.perDay[month];
  const of = nameOf(s);
  if (s.type === 'mains') return steadyWorking(of, given, 'mains are a backup: not counted on');
  if (s.roof) return roofWorking(plan, y, s.roof, month, given);
  if (s.pump) return pumpWorking(y, s.pump, month, given);
  if (s.ram) {
    const { driveFlowLpm, fallM, liftM, efficiency } = s.ram;
    if (!(liftM > fallM && fallM > 0)) return steadyWorking(of, given, 'its lift is not above its fall');
    return plainWorking(
      'yield',
      of,
      '\\frac{ {{eta}} \\, {{q}} \\, {{fall}} }{ {{lift}} } \\, {{t}}',
      [
        [
          'eta',
          '\\eta',
          'efficiency by d’Aubuisson',
          efficiency ?? RAM_EFFICIENCY,
          'ratio',
          { source: efficiency === undefined ? 'usual, from memory' : 'entered' },
        ],
        ['q', 'Q', 'flow into the drive pipe', flowFromLpm(driveFlowLpm), 'flow', ENTERED],
        ['fall', 'H', 'fall to the ram', fallM, 'length', ENTERED],
        ['lift', 'h', 'lift above the ram', liftM, 'length', ENTERED],
        ['t', 't', 'a day', DAY, 'time'],
      ],
      ['V', given, 'volume'],
      'Rule of the hydraulic ram, q = η Q H / h (from memory)',
    );
  }
  if (s.haul)
    return plainWorking(
      'yield',
      of,
      '{{v}}',
      [['v', 'V', 'carried a day', given, 'volume', ENTERED]],
      ['V', given, 'volume'],
      'As entered',
    );
  const tests = s.yieldByMonthLpm === undefined && s.yieldLpm === undefined ? summariseTests(s) : undefined;
  if (!tests)
    return y.basis === 'unknown'
      ? steadyWorking(of, given, 'not measured yet: counted as nothing')
      : steadyWorking(of, given, s.yieldByMonthLpm ? 'entered for the month' : 'entered');
  const tested = tests.byMonth[month] !== undefined;
  return steadyWorking(
    of,
    given,
    tested ? 'mean of its tests in this month' : `its lowest test, of ${tests.low.test.date}`,
    tested ? {} : { working: testWorking(of, tests.low) },
    tested || y.assumption === undefined ? undefined : [`${y.assumption}.`],
  );
}

/** No more than the line brings of what a source gives. @param steady false where it comes at some hours only */
function broughtWorking(b: Brought, y: SourceYield, own: Working, brought: number, steady: boolean): Working {
  const most = b.brings.get(y.source.id);
  // hours that are added up again differ in their last digits
  if (most === undefined || brought >= own.result.value * (1 - SAME)) return own;
  const line: Figure = [
    'q',
    'Q_\\mathrm{line}',
    'the most that its line takes',
    most,
    'flow',
    { source: most === 0 ? 'it reaches nothing that needs it' : 'the network solved, tanks low and all open' },
  ];
  return plainWorking(
    'brought',
    nameOf(y.source),
    steady ? '\\min( {{v}}, {{q}} \\, {{t}} )' : '\\textstyle\\sum_h \\min( V_h, Q_\\mathrm{line} \\, t_h )',
    [
      ['v', 'V_0', 'given by the source', own.result.value, 'volume', { working: own }],
      line,
      ['t', 't', 'a day', DAY, 'time'],
    ],
    ['V', brought, 'volume'],
    'What lines bring of a source, hour by hour',
  );
}

/** Water of a mean day of a month (0 to 11) that comes of a source, as far as its line brings it. */
export function yieldWorking(b: PlanBalance, y: SourceYield, month: number): Working | undefined {
  const own = ownWorking(b.plan, y, month);
  const hours = y.hours(month);
  return own && broughtWorking(b, y, own, broughtPerDay(b, y, month), Math.max(...hours) === Math.min(...hours));
}

/** Where the least that a source gives comes from. */
const leanest = ({ source, basis }: SourceYield): string =>
  source.yieldByMonthLpm
    ? 'the least of its months'
    : basis === 'entered'
      ? 'entered'
      : basis === 'pump'
        ? 'its leanest month'
        : 'the same all year';

/** Water a day that a source gives in its leanest known stretch. */
export function leanWorking(y: SourceYield): Working {
  const of = nameOf(y.source);
  const tests = y.basis === 'tests' ? summariseTests(y.source) : undefined;
  return y.basis === 'roof'
    ? steadyWorking(of, y.low, 'weeks without rain come every year: a roof is not counted on')
    : tests
      ? steadyWorking(of, y.low, `its lowest test, of ${tests.low.test.date}`, { working: testWorking(of, tests.low) })
      : steadyWorking(of, y.low, leanest(y));
}

/** Water needed in a mean day of a month (0 to 11), losses in. */
export function neededWorking(b: PlanBalance, month: number): Working {
  const rows = b.needs.rows;
  return plainWorking(
    'needed',
    'the place',
    `\\frac{ ${rows.map((_, k) => `{{v${k}}}`).join(' + ') || '0'} }{1 - {{loss}} }`,
    [
      ...rows.map((r, k): Figure => [
        `v${k}`,
        `V_{${k + 1}}`,
        r.name,
        r.perDay[month],
        'volume',
        { working: r.workings[month] },
      ]),
      [
        'loss',
        '\\ell',
        'share that leaks or spills',
        b.needs.losses,
        'ratio',
        { source: 'entered, or common practice' },
      ],
    ],
    ['N', b.months[month].needed, 'volume'],
    'Balance of a mean day of the month',
  );
}
