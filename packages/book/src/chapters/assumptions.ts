// What the figures rest on: how it is worked out, what was taken for granted, and which figures matter most.
import { SITE_DEFAULTS } from '@vernal-slope/plan/schema';
import { isOutlet, wantsOf } from '@vernal-slope/plan/kinds';
import { riseOf } from '@vernal-slope/plan/edit';
import { errorBetween, heightErrors, legError, pressureWorking } from '@vernal-slope/plan/solve';
import { isFinding, worstFirst } from '@vernal-slope/plan/findings';
import { routeTo } from '@vernal-slope/plan/topology';
import { GRAVITY } from '@vernal-slope/core/units';
import { pressureOfHead } from '@vernal-slope/core/water';
import { plainWorking, sumWorking, type Figure, type Working } from '@vernal-slope/core/working';
import { MONTHS } from '@vernal-slope/display/dates';
import { fixed, percent, showText } from '@vernal-slope/display/quantities';
import { figure, type Block, type Row, type Runs } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import type { ChapterRow } from './chapter.ts';

/** What a place has over what it wants. */
const spareWorking = (w: Writer, id: string, has: number, wants: number): Working =>
  sumWorking(
    'spare-pressure',
    w.name(id),
    [
      { name: 'it has', value: has, working: pressureWorking(w.known.compiled, w.known.result, id) },
      { name: 'it wants', value: wants, less: true, source: wants > 0 ? 'entered' : 'nothing is asked' },
    ],
    ['p', has - wants, 'pressure'],
    'What is left over what is wanted',
  );
/** How good the heights between a place and the water that feeds it are: from the error of each line's legs. */
function errorWorking(w: Writer, id: string, error: number): Working {
  const { plan, compiled } = w.known;
  const lines = (routeTo(compiled, id)?.lines ?? []).flatMap(({ line }) => plan.lines.filter((l) => l.id === line));
  return plainWorking(
    'height-error',
    w.name(id),
    '\\sqrt{ \\textstyle\\sum s_i^2 }',
    lines.map((line, k): Figure => [
      `s${k}`,
      `s_{${k + 1}}`,
      `${w.name(line.id)}, ${line.legs.length === 1 ? 'its leg' : `its ${line.legs.length} legs`}`,
      Math.hypot(...line.legs.map((leg, i) => legError(leg, riseOf(plan, line, i)))),
      'length',
      { source: 'by the instrument of each leg, or as entered' },
    ]),
    ['s', error, 'length'],
    'Chance adds by squares (levelling)',
    [
      'What an instrument has in all its legs adds by itself; heights that are known, and walks that close, bring it down.',
    ],
  );
}
/** What that is worth in pressure. */
const worthWorking = (w: Writer, id: string, error: number, worth: number): Working =>
  plainWorking(
    'height-worth',
    w.name(id),
    '{{rho}} \\, {{g}} \\, {{s}}',
    [
      ['rho', '\\rho', 'density of the water', w.known.compiled.water.density, 'density'],
      ['g', 'g', 'standard gravity', GRAVITY, 'gravity', { source: 'ISO 80000-3' }],
      ['s', 's', 'standard error of the heights', error, 'length', { working: errorWorking(w, id, error) }],
    ],
    ['p', worth, 'pressure'],
    'Hydrostatics',
  );

export const assumptionsChapter: ChapterRow = {
  id: 'assumptions',
  title: 'What it rests on',
  forms: ['whole'],
  make: (w, { withoutPositions }) => {
    const { plan, balance, units, month, compiled, result, findings } = w.known;
    const { settings = {}, site = {} } = plan;
    const rows: [string, Runs][] = [
      ['Friction', [settings.friction === 'hazen-williams' ? 'Hazen-Williams' : 'Darcy-Weisbach, Colebrook']],
      ['Over a hump', [settings.siphons === 'allowed' ? 'a full siphon is counted on' : 'no siphon is counted on']],
      [
        'Month',
        [`${MONTHS[month - 1]}${settings.month === undefined ? ', the one with the least to spare' : ', as chosen'}`],
      ],
      [
        'Water',
        [
          `${showText(site.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC, 'temperature', units)}${site.waterTemperatureC === undefined ? ' (assumed)' : ''}`,
        ],
      ],
      [
        'Altitude',
        [
          `${showText(site.altitudeM ?? SITE_DEFAULTS.altitudeM, 'distance', units)}${site.altitudeM === undefined ? ' (assumed)' : ''}`,
        ],
      ],
      ...(withoutPositions || site.latitudeDeg === undefined
        ? []
        : ([['Latitude', [`${fixed(site.latitudeDeg, 2)}°`]]] satisfies [string, Runs][])),
      ['Losses of what is needed', [percent(balance.needs.losses)]],
      ['A gallon', [settings.gallons === 'imperial' ? 'the imperial one' : 'the US one']],
    ];
    const granted = [
      ...balance.yields.flatMap((y) =>
        y.assumption ? [`${y.source.name ?? y.source.id}: ${w.quoted(y.assumption)}`] : [],
      ),
      ...balance.needs.rows.flatMap((r) => (r.note ? [`${r.name}: ${w.quoted(r.note)}`] : [])),
      ...plan.nodes.flatMap((n) =>
        isOutlet(n) && wantsOf(n).flow === undefined && wantsOf(n).pressure === undefined
          ? [`${w.name(n.id)} does not say what it wants: nothing is judged there`]
          : [],
      ),
    ];
    // what an error of the walk is worth at each place, against what it has over what it wants
    const errors = heightErrors(plan);
    const places: { row: Row; share: number }[] = plan.nodes.flatMap((n) => {
      const found = result.nodes.get(n.id);
      if (!isOutlet(n) || !found || !result.converged) return [];
      const from = routeTo(compiled, n.id)?.start;
      const error = from === undefined ? errors.get(n.id) : errorBetween(plan, from, n.id);
      if (error === undefined) return [];
      const worth = pressureOfHead(error, compiled.water.density);
      const wants = wantsOf(n).pressure ?? 0;
      const spare = found.pressure - wants;
      return [
        {
          share: worth / Math.max(Math.abs(spare), 1),
          row: {
            marked: worth > Math.abs(spare),
            cells: [
              [w.name(n.id)],
              [w.fig(found.pressure, 'pressure', { of: 'pressure', id: n.id })],
              [wants > 0 ? figure(w.entered(wants, 'pressure')) : '–'],
              [w.fig(spare, 'pressure', spareWorking(w, n.id, found.pressure, wants))],
              [w.worked(`± ${showText(error, 'rise', units)}`, errorWorking(w, n.id, error))],
              [w.worked(`± ${showText(worth, 'pressure', units)}`, worthWorking(w, n.id, error, worth))],
            ],
          },
        },
      ];
    });
    const humps = findings.filter((f) => isFinding(f, 'walk-closes'));
    const blocks: Block[] = [
      { kind: 'pairs', title: 'How it is worked out', rows },
      ...(granted.length > 0
        ? [
            { kind: 'heading', text: 'Taken for granted' } satisfies Block,
            { kind: 'list', items: granted.map((g) => [g]) } satisfies Block,
          ]
        : []),
      ...(places.length > 0
        ? [
            {
              kind: 'table',
              title: 'The figures that matter most: what an error of the heights is worth, worst first',
              titled: true,
              columns: [
                { head: 'Place', grows: 1 },
                { head: 'Has', align: 'right' },
                { head: 'Wants', align: 'right' },
                { head: 'To spare', align: 'right' },
                { head: 'Heights are good to', align: 'right' },
                { head: 'which is worth', align: 'right' },
              ],
              rows: places.sort((a, b) => b.share - a.share).map((p) => p.row),
            } satisfies Block,
            {
              kind: 'text',
              small: true,
              text: [
                'Marked: the error of the heights is larger than what is to spare. There the walk decides, not the pipe: level it again.',
              ],
            } satisfies Block,
          ]
        : []),
      ...(humps.length > 0
        ? [{ kind: 'says', title: 'How the walks close', said: worstFirst(humps).map(w.said) } satisfies Block]
        : []),
    ];
    return [{ id: 'assumptions', title: 'What it rests on', blocks }];
  },
};
