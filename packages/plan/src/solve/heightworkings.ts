// Workings of the least height of a tank, and of refilling after a visit.
import type { Term, Working } from '@vernal-slope/core/working';
import { levelFor, type Compiled } from '../compile/index.ts';
import type { PlanHeight } from './height.ts';
import type { PlanRefill } from './refill.ts';
import { isBasin, isStore } from '../kinds/index.ts';
import { nameOf } from './terms.ts';

/** Height of the tank above its ground. */
export function heightWorking(c: Compiled, h: PlanHeight): Working {
  const outlet = c.nodes.get(h.outlet);
  const tank = c.nodes.get(h.tank)?.plan;
  const low = isStore(tank) ? levelFor(tank, 'low') : 0;
  const byHump = h.answer.governing.kind === 'hump';
  const terms: Term[] = [
    {
      key: 'zo',
      tex: 'z_\\mathrm{out}',
      name: `${nameOf(c, h.outlet)}, inlet or outlet`,
      value: outlet?.elevation ?? 0,
      dimension: 'length',
      source: 'entered',
    },
    {
      key: 'hp',
      tex: '\\dfrac{p}{\\rho g}',
      name: 'pressure it wants, as height of water',
      value: h.answer.pressureHead,
      dimension: 'length',
      source: 'entered',
    },
    {
      key: 'h',
      tex: '\\textstyle\\sum h',
      name: 'lost on the way at the flow it wants',
      value: h.answer.loss,
      dimension: 'length',
    },
    {
      key: 'zg',
      tex: 'z_\\mathrm{ground}',
      name: 'ground under the tank',
      value: tank?.groundM ?? 0,
      dimension: 'length',
      source: 'entered',
    },
    {
      key: 'y',
      tex: 'y_\\mathrm{low}',
      name: 'low water',
      value: low,
      dimension: 'length',
      source: 'rule of the plan: 0.10 m above its outlet',
    },
  ];
  const rule = 's = {{zo}} + {{hp}} + {{h}} - {{zg}} - {{y}}';
  return {
    code: byHump ? 'height-hump' : 'height',
    of: nameOf(c, h.tank),
    rule,
    terms,
    result: { tex: 's', value: byHump ? h.answer.staticOnly + h.answer.loss : h.answer.stand, dimension: 'length' },
    source: 'Heights and losses in series, at the low water of the tank',
    assumptions: [
      ...(byHump
        ? [
            `The hump asks for more than the outlet: the running line must stay above the pipe there, which takes ${h.answer.stand.toFixed(2)} m.`,
          ]
        : []),
      `From pressure and heights alone it would be ${h.answer.staticOnly.toFixed(2)} m, which leaves out the friction.`,
    ],
  };
}
/** How long the trough takes to be full again. */
export function refillWorking(c: Compiled, id: string, r: PlanRefill): Working | undefined {
  const map = c.nodes.get(id);
  if (!isBasin(map?.plan) || r.refill.afterVisit === null) return undefined;
  const valve = map.plan.inlet?.floatValve;
  return {
    code: 'refill',
    of: nameOf(c, id),
    rule: 't = \\int_{ {{y0}} }^{ {{y1}} } \\dfrac{A(y)}{Q(y)} \\, dy',
    also: valve
      ? [
          'Q = C_d \\, A_\\mathrm{seat} \\, f(y) \\sqrt{2 g h(Q)}',
          valve.characteristic === 'proportional'
            ? 'f(y) = \\min\\left(1, \\dfrac{y_\\mathrm{shut} - y}{b}\\right)'
            : 'f = 1 \\text{ until } y_\\mathrm{shut}',
        ]
      : undefined,
    terms: [
      { key: 'y0', tex: 'y_0', name: 'lowest level in the trough', value: r.refill.lowestLevel, dimension: 'length' },
      {
        key: 'y1',
        tex: 'y_1',
        name: valve ? 'full: 5 mm below where the float shuts' : 'full: the overflow',
        value: r.refill.fullLevel - (valve ? 0.005 : 0),
        dimension: 'length',
        source: 'entered',
      },
      { key: 'q', tex: 'Q_0', name: 'flow in at the lowest level', value: r.refill.flowAtLowest, dimension: 'flow' },
      {
        key: 'vol',
        tex: 'V',
        name: `drunk by ${r.visit.heads} ${r.visit.herd} in ${r.visit.duration / 60} min`,
        value: r.visit.volume,
        dimension: 'volume',
        source: 'entered',
      },
      ...(valve
        ? [
            {
              key: 'b',
              tex: 'b',
              name: 'fall that opens the float fully',
              value: valve.bandM,
              dimension: 'length' as const,
              source: 'entered',
            },
          ]
        : []),
    ],
    result: { tex: 't', value: r.refill.afterVisit, dimension: 'time' },
    source: 'Integrated in time with the network solved at every step; the tank falls with what leaves it',
    assumptions: [
      'Counted from the end of the visit.',
      'Nothing else is running meanwhile.',
      'The animals drink evenly through the visit.',
    ],
  };
}
