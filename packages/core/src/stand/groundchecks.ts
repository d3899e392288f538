// Checks of wind that turns a stand over, lifts it, slides it, or takes the tank off it.
import type { StandDesign } from './design.ts';
import { DEAD_SHARE } from './ground.ts';
import { liftOf, type StandLoads } from './loads.ts';
import { type StandCheck, ASCE, ON_BOARDS, term, entered, check, worse } from './check.ts';
import { HELD } from './postcolumns.ts';
import { windWorking } from './postwind.ts';
import { blows, WAYS } from './wind.ts';

const TIED = 'Footings and the loose earth on them (1,500 kg/m³, assumption) hold: posts are tied to them.';
const LOOSE = 'Posts are not tied down: footings hold nothing.';

function overturning(d: StandDesign, loads: StandLoads): StandCheck[] {
  return (
    [
      ['overturn-empty', false],
      ['overturn-full', true],
    ] as const
  ).map(([code, full]) => {
    const weight = (full ? loads.tankFull : loads.tankEmpty) + loads.timber + loads.anchored;
    const holding = (way: 'front' | 'side'): number => (DEAD_SHARE * weight * loads.base[way]) / 2;
    const { w, way } = worse(
      loads.winds.flatMap((x) => WAYS.map((y) => ({ w: x, way: y }))),
      (x) => x.w.turning[x.way] / holding(x.way),
    );
    return check(
      code,
      'moment',
      {
        rule: '{{m}}',
        name: `turned by the wind ${HELD[way]}`,
        value: w.turning[way],
        terms: [term('m', 'M_W', 'about the lee edge', w.turning[way], 'moment', { working: windWorking(d, w, way) })],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot \\frac{ {{b}} }{2}',
        name: 'held by the weight',
        value: holding(way),
        terms: [
          term('g', 'G', full ? 'tank full, and the stand' : 'tank empty, and the stand', weight, 'force'),
          term('b', 'B', 'between the outer posts that way', loads.base[way], 'length'),
        ],
        assumptions: [`Only ${DEAD_SHARE} of the weight is counted on.`, d.footing.anchored ? TIED : LOOSE],
      },
      ASCE,
    );
  });
}

/** What the windward corner post lifts with, the tank empty, against its own footing and the earth on it. */
function holdDown(d: StandDesign, loads: StandLoads): StandCheck[] {
  const w = worse(loads.winds, (x) => liftOf(loads, x));
  const up = liftOf(loads, w);
  if (up <= 0) return [];
  const held = loads.footingEach + loads.earthEach;
  return [
    check(
      'hold-down',
      'force',
      {
        rule: '\\frac{ {{x}} }{2 \\cdot {{a}} } + \\frac{ {{y}} }{2 \\cdot {{b}} } - {{g}}',
        name: `lift at the windward corner, tank empty, wind ${blows(w)}`,
        value: up,
        terms: [
          term('x', 'M_x', 'turned along the front', w.turning.front, 'moment', {
            working: windWorking(d, w, 'front'),
          }),
          term('a', 'B_x', 'between the outer posts that way', loads.base.front, 'length'),
          term('y', 'M_y', 'turned along the side', w.turning.side, 'moment', { working: windWorking(d, w, 'side') }),
          term('b', 'B_y', 'between the outer posts that way', loads.base.side, 'length'),
          term('g', '0.6\\,G', 'counted weight of tank and stand on the corner', loads.cornerDead, 'force'),
        ],
      },
      {
        rule: d.footing.anchored ? '0.6 \\cdot {{f}}' : '0',
        name: d.footing.anchored ? 'held by one footing' : 'nothing ties the post down',
        value: d.footing.anchored ? DEAD_SHARE * held : 0,
        terms: [
          term('f', 'G_F', 'one footing and the earth on it', held, 'force', {
            source: 'plain concrete 2,320 kg/m³; loose earth 1,500 kg/m³, assumption',
          }),
        ],
      },
      ASCE,
      ['The outer faces take all of it to their corners.', 'The tie between post and footing is not checked here.'],
    ),
  ];
}

export function windChecks(d: StandDesign, loads: StandLoads): StandCheck[] {
  const s = worse(loads.winds, (w) => w.push);
  const empty = loads.tankEmpty + loads.timber + loads.anchored;
  const found = [
    ...overturning(d, loads),
    ...holdDown(d, loads),
    check(
      'slide',
      'force',
      {
        rule: '\\sqrt{ {{x}}^2 + {{y}}^2 }',
        name: `pushed by the wind ${blows(s)}`,
        value: s.push,
        terms: [
          term('x', 'F_x', HELD.front, s.force.front, 'force'),
          term('y', 'F_y', HELD.side, s.force.side, 'force'),
        ],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot {{mu}}',
        name: 'held by friction, tank empty',
        value: DEAD_SHARE * empty * d.soil.friction,
        terms: [
          term('g', 'G', 'tank empty, and the stand', empty, 'force'),
          term('mu', '\\mu', 'friction on this ground', d.soil.friction, 'ratio', {
            source: 'IBC Table 1806.2 (from memory)',
          }),
        ],
      },
      ASCE,
      ['The ground against buried footings is not counted.'],
    ),
  ];
  if (d.tank.strapped) return found;
  const on = worse(loads.winds, (w) => w.onTank);
  // about the nearer edge that way, both ways looked at
  const tip = worse(
    loads.winds.flatMap((w) => WAYS.map((way) => ({ w, way }))),
    (x) => x.w.tank[x.way] / d.tank[x.way],
  );
  const weight = term('g', 'G', 'empty tank', loads.tankEmpty, 'force', entered);
  found.push(
    check(
      'tank-slide',
      'force',
      {
        rule: '\\sqrt{ {{x}}^2 + {{y}}^2 }',
        name: `pushed off its boards, empty, wind ${blows(on)}`,
        value: on.onTank,
        terms: [
          term('x', 'F_x', HELD.front, on.tank.front, 'force'),
          term('y', 'F_y', HELD.side, on.tank.side, 'force'),
        ],
      },
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
        name: `tipped on its platform, empty, ${HELD[tip.way]}`,
        value: (tip.w.tank[tip.way] * d.tank.height) / 2,
        terms: [
          term('f', 'F', 'wind on the tank that way', tip.w.tank[tip.way], 'force'),
          term('h', 'h', 'height of the tank', d.tank.height, 'length'),
        ],
      },
      {
        rule: '0.6 \\cdot {{g}} \\cdot \\frac{ {{b}} }{2}',
        name: 'held by its weight',
        value: (DEAD_SHARE * loads.tankEmpty * d.tank[tip.way]) / 2,
        terms: [weight, term('b', 'b', 'its width that way', d.tank[tip.way], 'length')],
      },
      ASCE,
    ),
  );
  return found;
}
