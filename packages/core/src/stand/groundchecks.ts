// Checks of the ground under a stand, and of wind that slides, lifts or overturns it.
import type { Term } from '../working/index.ts';
import type { StandDesign } from './design.ts';
import { DEAD_SHARE } from './ground.ts';
import type { StandLoads } from './loads.ts';
import { type StandCheck, ASCE, ON_BOARDS, term, entered, type Side, check, worse } from './check.ts';
import { HELD } from './postcolumns.ts';
import { windWorking, liftOf } from './postwind.ts';

export function soilChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const under = d.footing.side ** 2;
  const may: Side = {
    rule: '{{s}}',
    name: 'what this ground is presumed to bear',
    value: d.soil.bearing,
    terms: [
      term('s', 's', 'presumptive bearing', d.soil.bearing, 'pressure', { source: 'IRC Table R401.4.1 (from memory)' }),
    ],
  };
  const press = (extra: number, terms: readonly Term[], name: string): Side => ({
    rule: terms.length ? '\\frac{ {{p}} + {{x}} + {{g}} }{ {{a}} }' : '\\frac{ {{p}} + {{g}} }{ {{a}} }',
    name,
    value: (loads.post + extra + loads.footingEach) / under,
    terms: [
      term('p', 'P', 'on the busiest post', loads.post, 'force'),
      ...terms,
      term('g', 'G', 'its footing', loads.footingEach, 'force', { source: 'plain concrete, 2,320 kg/m³' }),
      term('a', 'A', 'footing', under, 'area', entered),
    ],
  });
  const wind = worse(loads.winds, (w) => w.full.turning / w.base / w.leePosts);
  const push = wind.full.turning / wind.base / wind.leePosts;
  const source = 'Bearing: force over area; presumptive values stand in for an investigation';
  return [
    check('soil', 'pressure', press(0, [], 'under the busiest footing, tank full'), may, source),
    check(
      'soil-wind',
      'pressure',
      press(
        push,
        [term('x', 'P_W', 'the gust adds on a lee post', push, 'force')],
        'under a lee footing in a gust, tank full',
      ),
      may,
      source,
    ),
  ];
}
export function windChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const found: StandCheck[] = [];
  const mass = (full: boolean): number =>
    (full ? loads.tankFull : loads.tankEmpty) + loads.timber + (d.footing.anchored ? loads.footings : 0);
  for (const [code, full] of [
    ['overturn-empty', false],
    ['overturn-full', true],
  ] as const) {
    const w = worse(loads.winds, (x) => (full ? x.full : x.empty).ratio);
    const a = full ? w.full : w.empty;
    found.push(
      check(
        code,
        'moment',
        {
          rule: '{{m}}',
          name: `turned by the wind ${HELD[w.along]}`,
          value: a.turning,
          terms: [term('m', 'M_W', 'about the lee edge', a.turning, 'moment', { working: windWorking(d, w) })],
        },
        {
          rule: '0.6 \\cdot {{g}} \\cdot \\frac{ {{b}} }{2}',
          name: 'held by the weight',
          value: a.holding,
          terms: [
            term('g', 'G', full ? 'tank full, and the stand' : 'tank empty, and the stand', mass(full), 'force'),
            term('b', 'B', 'between the outer posts that way', w.base, 'length'),
          ],
          assumptions: [
            `Only ${DEAD_SHARE} of the weight is counted on.`,
            d.footing.anchored
              ? 'Posts are tied to their footings.'
              : 'Posts are not tied down: footings hold nothing.',
          ],
        },
        ASCE,
      ),
    );
  }
  // what each windward post lifts with, the tank empty, against its own footing
  const lift = worse(loads.winds, (w) => liftOf(d, loads, w));
  const up = liftOf(d, loads, lift);
  const dead = DEAD_SHARE * (loads.tankEmpty + loads.timber);
  if (up > 0)
    found.push(
      check(
        'hold-down',
        'force',
        {
          rule: '\\frac{ {{m}} / {{b}} - {{g}} / 2 }{ {{n}} }',
          name: 'lift at one windward post, tank empty',
          value: up,
          terms: [
            term('m', 'M_W', `turned by the wind ${HELD[lift.along]}`, lift.empty.turning, 'moment'),
            term('b', 'B', 'between the outer posts that way', lift.base, 'length'),
            term('g', '0.6\\,G', 'counted weight of tank and stand', dead, 'force'),
            term('n', 'n', 'windward posts', lift.leePosts, 'ratio'),
          ],
        },
        {
          rule: d.footing.anchored ? '0.6 \\cdot {{f}}' : '0',
          name: d.footing.anchored ? 'held by one footing' : 'nothing ties the post down',
          value: d.footing.anchored ? DEAD_SHARE * loads.footingEach : 0,
          terms: [term('f', 'G_F', 'weight of one footing', loads.footingEach, 'force')],
        },
        ASCE,
        ['The tie between post and footing is not checked here.'],
      ),
    );
  const s = worse(loads.winds, (w) => w.empty.slidingRatio);
  found.push(
    check(
      'slide',
      'force',
      {
        rule: '{{f}}',
        name: 'pushed by the wind',
        value: s.empty.force,
        terms: [term('f', 'F', HELD[s.along], s.empty.force, 'force')],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot {{mu}}',
        name: 'held by friction, tank empty',
        value: DEAD_SHARE * mass(false) * d.soil.friction,
        terms: [
          term('g', 'G', 'tank empty, and the stand', mass(false), 'force'),
          term('mu', '\\mu', 'friction on this ground', d.soil.friction, 'ratio', {
            source: 'IBC Table 1806.2 (from memory)',
          }),
        ],
      },
      ASCE,
      ['The ground against buried footings is not counted.'],
    ),
  );
  if (d.tank.strapped) return found;
  const on = worse(loads.winds, (w) => w.onTank);
  const least = Math.min(d.tank.front, d.tank.side);
  const force = term('f', 'F', 'wind on the tank', on.onTank, 'force');
  const weight = term('g', 'G', 'empty tank', loads.tankEmpty, 'force', entered);
  found.push(
    check(
      'tank-slide',
      'force',
      { rule: '{{f}}', name: 'pushed off its boards, empty', value: on.onTank, terms: [force] },
      {
        rule: '0.6 \\cdot {{g}} \\cdot 0.3',
        name: 'held by friction on the boards',
        value: DEAD_SHARE * loads.tankEmpty * ON_BOARDS,
        terms: [weight],
        assumptions: ['Friction of plastic on boards 0.3 (assumption).'],
      },
      ASCE,
    ),
    check(
      'tank-tip',
      'moment',
      {
        rule: '{{f}} \\cdot \\frac{ {{h}} }{2}',
        name: 'tipped on its platform, empty',
        value: (on.onTank * d.tank.height) / 2,
        terms: [force, term('h', 'h', 'height of the tank', d.tank.height, 'length')],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot \\frac{ {{b}} }{2}',
        name: 'held by its weight',
        value: (DEAD_SHARE * loads.tankEmpty * least) / 2,
        terms: [weight, term('b', 'b', 'its least width', least, 'length')],
      },
      ASCE,
    ),
  );
  return found;
}
