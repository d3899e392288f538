// Workings of what a vessel holds, what of it is there today, what is kept back, what may come to it.
import { volumeAt } from '@vernal-slope/core/tank';
import { plainWorking, sumWorking, type Figure, type Working } from '@vernal-slope/core/working';
import { levelFor, tankShape, vesselHeight } from '../compile/index.ts';
import { litres } from '../fields/index.ts';
import { nameOf } from '../kinds/index.ts';
import type { VesselNode } from '../schema/index.ts';
import type { PlanBalance } from './balance.ts';
import { largestParts, type TankStore } from './store.ts';

const ENTERED = { source: 'entered' };

/** Water of a vessel, or of all vessels of its kind that stand there, up to a level. @param level m above its floor */
export function volumeWorking(node: VesselNode, level: number): Working {
  const { shape } = node;
  const count = ('count' in node ? node.count : undefined) ?? 1;
  const value = volumeAt(tankShape(shape, count), level);
  const result = ['V', value, 'volume'] as const;
  const n: Figure = ['n', 'n', 'tanks alike', count, 'ratio', ENTERED];
  const y: Figure = ['y', 'y', 'water over its floor', level, 'length'];
  const of = nameOf(node);
  const make = (rule: string, figures: readonly Figure[], source: string): Working =>
    plainWorking('holds', of, rule, [n, ...figures], result, source);
  switch (shape.type) {
    case 'vertical-cylinder':
      return make(
        '{{n}} \\, \\frac{\\pi}{4} {{d}}^2 \\, {{y}}',
        [['d', 'D', 'diameter inside', shape.diameterM, 'length', ENTERED], y],
        'Cylinder',
      );
    case 'box':
      return make(
        '{{n}} \\, {{l}} \\, {{w}} \\, {{y}}',
        [
          ['l', 'l', 'length inside', shape.lengthM, 'length', ENTERED],
          ['w', 'w', 'width inside', shape.widthM, 'length', ENTERED],
          y,
        ],
        'Box',
      );
    case 'horizontal-cylinder': {
      const full = level >= shape.diameterM;
      return make(
        full
          ? '{{n}} \\, \\frac{\\pi}{4} {{d}}^2 \\, {{l}}'
          : 'n \\, l \\left( r^2 \\arccos\\frac{r - y}{r} - (r - y) \\sqrt{2 r y - y^2} \\right), \\quad r = D/2',
        [
          ['d', 'D', 'diameter inside', shape.diameterM, 'length', ENTERED],
          ['l', 'l', 'length inside', shape.lengthM, 'length', ENTERED],
          ...(full ? [] : [y]),
        ],
        full ? 'Cylinder' : 'Segment of a circle, times its length',
      );
    }
    case 'table':
      return make(
        '{{n}} \\, {{v}}',
        [
          [
            'v',
            'V_1',
            level >= vesselHeight(node)
              ? 'volume of its table at the brim'
              : 'volume of its table at the level, between its rows',
            value / count,
            'volume',
            ENTERED,
          ],
        ],
        `Table of levels and volumes, up to ${shape.volumesL.at(-1) ?? 0} L each`,
      );
  }
}

/** Water of a vessel filled to its brim. */
export const capacityWorking = (node: VesselNode): Working => volumeWorking(node, vesselHeight(node));

/** Water that stands in a tank today and can be used. */
export function todayWorking(s: TankStore): Working {
  const of = nameOf(s.tank);
  const result = ['V', s.today, 'volume'] as const;
  if (s.linked)
    return sumWorking(
      'today',
      of,
      [{ name: 'in all joined tanks above their own outlets, at the level of the group', value: s.today }],
      result,
      'Joined tanks stand at one level',
    );
  const level = Math.min(levelFor(s.tank, 'start'), s.usable.highest);
  const [there, low] = [level, s.usable.lowest].map((at) => volumeWorking(s.tank, at));
  if (there.result.value <= low.result.value)
    return sumWorking(
      'today',
      of,
      [{ name: 'it stands no higher than what is too low to be used', value: 0 }],
      result,
      'Water over the lowest level that is of use',
    );
  return sumWorking(
    'today',
    of,
    [
      { name: 'water in it today, no higher than it fills to', value: there.result.value, working: there },
      { name: 'too low to be used', value: low.result.value, less: true, working: low },
    ],
    result,
    'Water over the lowest level that is of use',
  );
}

/** Water of a tank that is kept back for fire. */
export const reserveWorking = (s: TankStore, b: PlanBalance): Working =>
  plainWorking(
    'reserve',
    nameOf(s.tank),
    '{{v}} \\, {{s}}',
    [
      ['v', 'V', 'water of it that can be used', s.usableAll, 'volume'],
      [
        's',
        's',
        'share kept back',
        s.usableAll > 0 ? s.reserve / s.usableAll : 0,
        'ratio',
        {
          source: `reserve of the place, ${litres(b.needs.fireReserve)} L, over what all tanks hold that no other keeps full`,
        },
      ],
    ],
    ['V_f', s.reserve, 'volume'],
    'The reserve lies in each tank by what it holds',
  );

/** The most that may have to run over. */
export const largestWorking = (s: TankStore, b: PlanBalance): Working | undefined =>
  s.overflow &&
  sumWorking(
    'largest',
    nameOf(s.tank),
    largestParts(b.plan, s.tank, b).map(({ name, flow, source }) => ({ name, value: flow, source })),
    ['Q', s.overflow.largest, 'flow'],
    'All that feeds it at its most, at once',
  );
