// Workings of the figures of Water, Need and Store, made from the results that the screens show.
import { LEAST_VENT } from '@vernal-slope/core/storage';
import { GRAVITY } from '@vernal-slope/core/units';
import { floatCorrection, mean, vNotchCoefficients } from '@vernal-slope/core/supply';
import type { Term, Working } from '@vernal-slope/core/working';
import { lpmOfFlow } from '../compile/index.ts';
import type { PlanBalance } from './balance.ts';
import { broughtPerDay } from './brought.ts';
import { type TestResult, type YieldBasis } from '../year/index.ts';
import type { SizeAnswer, TankStore } from './store.ts';

const entered = 'entered';
const length = (key: string, tex: string, name: string, value: number, source = entered): Term => ({
  key,
  tex,
  name,
  value,
  dimension: 'length',
  source,
});
const ratio = (key: string, tex: string, name: string, value: number, source?: string): Term => ({
  key,
  tex,
  name,
  value,
  dimension: 'ratio',
  source,
});
const volume = (key: string, tex: string, name: string, value: number, more: Partial<Term> = {}): Term => ({
  key,
  tex,
  name,
  value,
  dimension: 'volume',
  ...more,
});

/** Flow of one test of a source. */
export function testWorking(of: string, result: TestResult): Working {
  const { test, flow, estimate } = result;
  const done = { tex: 'Q', value: flow, dimension: 'flow' as const };
  switch (test.method) {
    case 'bucket': {
      const flows = estimate?.flows ?? [];
      return {
        code: 'test',
        of,
        rule: '\\bar Q = \\frac{ {{sum}} }{ {{n}} }',
        also: ['Q_i = \\frac{V_i}{t_i} \\qquad \\bar Q \\pm t_{0.95,\\,n-1}\\,\\frac{s}{\\sqrt n}'],
        terms: [
          {
            key: 'sum',
            tex: '\\sum Q_i',
            name: 'flows of the fills, added up',
            value: flow * flows.length,
            dimension: 'flow',
          },
          ratio('n', 'n', 'fills', flows.length, `timed on ${test.date}`),
          {
            key: 's',
            tex: 's',
            name: 'standard deviation of the fills',
            value: estimate?.deviation ?? 0,
            dimension: 'flow',
          },
        ],
        result: { ...done, tex: '\\bar Q' },
        source: 'Mean of timed fills; 95 % interval by Student’s t; fills questioned by Iglewicz and Hoaglin (1993)',
        assumptions: test.fills.map(
          (f, k) =>
            `fill ${k + 1}: ${f.volumeL} L in ${f.seconds} s, ${Number(lpmOfFlow(flows[k]).toPrecision(4))} L/min`,
        ),
      };
    }
    case 'v-notch': {
      const angle = test.angleDeg ?? 90;
      const { ce, k } = vNotchCoefficients(angle);
      return {
        code: 'test',
        of,
        rule: 'Q = \\frac{8}{15} \\, {{ce}} \\sqrt{2 \\cdot {{g}}} \\, {{tan}} \\left( {{h}} + {{k}} \\right)^{5/2}',
        terms: [
          ratio('ce', 'C_e', 'coefficient at this opening', ce, 'Kindsvater and Shen'),
          { key: 'g', tex: 'g', name: 'standard gravity', value: GRAVITY, dimension: 'gravity', source: 'ISO 80000-3' },
          ratio(
            'tan',
            '\\tan\\tfrac{\\theta}{2}',
            `half the opening of ${angle}°`,
            Math.tan((angle * Math.PI) / 360),
            entered,
          ),
          length('h', 'h', 'head over the point of the notch', test.headM),
          length('k', 'k_h', 'length added to the head', k, 'Kindsvater and Shen'),
        ],
        result: done,
        source: 'USBR Water Measurement Manual, ch. 7; ISO 1438',
      };
    }
    case 'rectangular-weir':
      return {
        code: 'test',
        of,
        rule: 'Q = 1.84 \\left( {{l}} - 0.1 \\cdot {{n}} \\cdot {{h}} \\right) {{h}}^{3/2}',
        terms: [
          length('l', 'L', 'length of the crest', test.crestM),
          ratio('n', 'n', 'ends in from the banks', test.contractions ?? 2, entered),
          length('h', 'h', 'head over the crest', test.headM),
        ],
        result: done,
        source: 'Francis (1883)',
      };
    case 'float':
      return {
        code: 'test',
        of,
        rule: 'Q = {{a}} \\, {{v}} \\, {{c}}',
        terms: [
          {
            key: 'a',
            tex: 'A',
            name: 'section, by trapezoids between the soundings',
            value: (test.widthM / (test.depthsM.length + 1)) * test.depthsM.reduce((sum, d) => sum + d, 0),
            dimension: 'area',
            source: 'measured',
          },
          {
            key: 'v',
            tex: 'v',
            name: 'speed of the float',
            value: (test.distanceM * test.seconds.length) / test.seconds.reduce((sum, t) => sum + t, 0),
            dimension: 'velocity',
            source: 'measured',
          },
          ratio(
            'c',
            'c',
            'mean speed over the float’s',
            test.correction ?? floatCorrection(mean(test.depthsM)),
            test.correction === undefined ? 'USBR Water Measurement Manual, table 13-1, by the mean depth' : 'entered',
          ),
        ],
        result: done,
        source: 'Area and velocity',
      };
  }
}

/** Water of a month's day that all sources give together, as far as their lines bring it. */
export function givenWorking(b: PlanBalance, month: number): Working {
  const sources = b.yields.map((y, k) => ({
    key: `v${k}`,
    y,
    brings: broughtPerDay(b, y, month),
  }));
  return {
    code: 'given',
    of: 'the place',
    rule: `G = ${sources.length > 0 ? sources.map((s) => `{{${s.key}}}`).join(' + ') : '0'}`,
    terms: sources.map(({ key, y, brings }, k) =>
      volume(key, `V_{${k + 1}}`, `${y.source.name ?? y.source.id}, a mean day`, brings, {
        source: b.idle.has(y.source.id)
          ? 'it reaches nothing that needs it: not counted'
          : `${y.assumption ?? BASIS_WORDS[y.basis]}${b.brings.has(y.source.id) ? ', as far as its line brings it' : ''}`,
      }),
    ),
    result: { tex: 'G', value: b.months[month].given, dimension: 'volume' },
    source: 'Mean day of the month, all sources together',
  };
}

/** Where the figure of a source comes from, in words. */
const BASIS_WORDS: Readonly<Record<YieldBasis, string>> = {
  entered: 'entered',
  tests: 'from its tests',
  roof: 'from rain and roof',
  pump: 'from the pump and the sun',
  ram: 'from the ram',
  haul: 'from the trips',
  backup: 'a backup',
  unknown: 'not measured',
};

/** Water of a month's day that is left over. */
export function spareWorking(b: PlanBalance, month: number): Working {
  const m = b.months[month];
  const kept = 1 - b.needs.losses;
  return {
    code: 'spare',
    of: 'the place',
    rule: 'S = {{given}} - \\frac{ {{sum}} }{1 - {{loss}} }',
    terms: [
      volume('given', 'G', 'brought a day from all sources', m.given, {
        source: b.yields
          .map(
            (y) =>
              `${y.source.name ?? y.source.id}: ${BASIS_WORDS[y.basis]}${b.brings.has(y.source.id) ? ', as far as its line brings it' : ''}`,
          )
          .join(', '),
      }),
      volume('sum', '\\sum V', 'needed a day, before losses', m.needed * kept, {
        source: b.needs.rows.map((r) => r.name).join(', '),
      }),
      ratio('loss', '\\ell', 'share that leaks or spills', b.needs.losses, 'entered, or common practice'),
    ],
    result: { tex: 'S', value: m.spare, dimension: 'volume' },
    source: 'Balance of a mean day of the month',
    shares: {
      of: 'sum',
      dimension: 'volume',
      parts: b.needs.rows.map((r) => ({ name: r.name, value: r.perDay[month] })),
    },
  };
}

/** Water of a tank that can be used. */
export function usableWorking(of: string, s: TankStore): Working {
  const u = s.usable;
  return {
    code: 'usable',
    of,
    rule: 'V = {{top}} - {{low}}',
    terms: [
      volume('top', 'V(z_1)', 'volume up to the highest level it fills to', u.usable + u.belowTap + u.belowOutlet, {
        source: 'the shape, up to overflow or float',
      }),
      volume('low', 'V(z_0)', 'volume up to the lowest level that is of use', u.belowTap + u.belowOutlet, {
        source: s.tap ? `outlet, or the height of ${s.tap.name}` : 'the outlet',
      }),
      length('z1', 'z_1', 'highest level, above the floor', u.highest),
      length('z0', 'z_0', 'lowest level, above the floor', u.lowest),
    ],
    result: { tex: 'V', value: u.usable, dimension: 'volume' },
    source: 'Solid geometry of the tank’s shape',
    assumptions: s.linked ? ['Joined tanks add what each gives above its own outlet at the group’s level.'] : undefined,
  };
}

/** Least vent of a tank. */
export const ventWorking = (of: string, s: TankStore, flow: number): Working => ({
  code: 'vent',
  of,
  rule: 'd = \\max\\left( {{least}} , \\sqrt{\\frac{4}{\\pi} \\, \\frac{ {{q}} }{0.6 \\sqrt{2 \\cdot 50 / 1.2}}} \\right)',
  terms: [
    {
      key: 'least',
      tex: 'd_\\mathrm{least}',
      name: 'least vent',
      value: LEAST_VENT,
      dimension: 'bore',
      source: 'common practice, no source',
    },
    { key: 'q', tex: 'q', name: 'most that leaves or enters', value: flow, dimension: 'flow' },
  ],
  result: { tex: 'd', value: s.vent, dimension: 'bore' },
  source: 'Orifice for air at 1.2 kg/m³ and 50 Pa of suction',
  assumptions: ['Never narrower than 20 mm: mesh and dust take their share (common practice, no source).'],
});

/** What an overflow carries before the rim. */
export function overflowWorking(of: string, s: TankStore, bore: number): Working | undefined {
  if (!s.overflow) return undefined;
  return {
    code: 'overflow',
    of,
    rule: 'Q = \\sqrt{ g A^3 / T } \\quad \\text{at} \\quad y + \\frac{A}{2T} = {{head}}',
    also: ['Q = 0.6\\,A\\sqrt{2 g (h - D/2)} \\quad \\text{once the mouth is drowned; the lesser counts}'],
    terms: [
      length('head', 'h', 'water over the lip at the rim', s.overflow.freeboard, 'rim less overflow'),
      { key: 'd', tex: 'D', name: 'bore of the overflow', value: bore, dimension: 'bore', source: entered },
      { key: 'q', tex: 'Q_\\mathrm{in}', name: 'most that may come', value: s.overflow.largest, dimension: 'flow' },
    ],
    result: { tex: 'Q', value: s.overflow.carries, dimension: 'flow' },
    source: 'Critical depth in a circular section (Chow 1959, ch. 3); orifice (Brater and King)',
  };
}

/** Share of the days (or hours) that a store meets. */
export function metWorking(of: string, a: SizeAnswer): Working {
  const step = a.series.stepHours === 24 ? 'days' : 'hours';
  const after = a.rule === 'YAS';
  return {
    code: 'met',
    of,
    rule: 'R = \\frac{ {{met}} }{ {{all}} }',
    also: [
      after
        ? 'Y_t = \\min(D_t, V_{t-1}) \\qquad V_t = \\min(V_{t-1} + Q_t - Y_t,\\; S - Y_t)'
        : 'Y_t = \\min(D_t, V_{t-1} + Q_t) \\qquad V_t = \\min(V_{t-1} + Q_t - Y_t,\\; S)',
    ],
    terms: [
      ratio(
        'met',
        'n_\\mathrm{met}',
        `${step} on which all that was wanted was there`,
        a.own.run.daysMet,
        a.series.from,
      ),
      ratio('all', 'n', `${step} that wanted water`, a.own.run.daysWanting, a.series.from),
      volume('s', 'S', 'store that can be used, less the fire reserve', a.own.capacity - a.reserve),
      volume('d', '\\sum D', 'water wanted', a.own.run.demand),
      volume('y', '\\sum Y', 'water that was there', a.own.run.yield),
      volume('w', '\\sum W', 'water that ran over', a.own.run.spill),
    ],
    result: { tex: 'R', value: a.own.days, dimension: 'ratio' },
    source: after ? 'Yield after spillage, Jenkins et al. (1978)' : 'Yield before spillage, Fewkes and Butler (2000)',
    assumptions: ['The store is full at the start.'],
  };
}

/** Storage that carries a mean day of a month over its hours. */
export function bridgeWorking(b: PlanBalance, month: number): Working {
  const m = b.months[month];
  return {
    code: 'bridge',
    of: 'the day',
    rule: 'B = \\max_{i,\\,k} \\sum_{h=i}^{i+k} \\left( N_h - G_h \\right)',
    terms: [
      volume('needed', '\\sum N_h', 'needed in the day, with losses', m.needed),
      volume('given', '\\sum G_h', 'given in the day', m.given),
      ratio('hours', 'n', 'hours in which more comes than goes', m.spareHours.length),
    ],
    result: { tex: 'B', value: Number.isNaN(m.bridge) ? 0 : m.bridge, dimension: 'volume' },
    source: 'Mass curve of Rippl (1883) over a repeating day',
    assumptions: ['Every day of the month is its mean day.'],
  };
}
