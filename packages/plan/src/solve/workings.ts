// Workings of the figures at a place: rule, figures, where each comes from. Figures come from the results.
import { headOfPressure } from '@vernal-slope/core/water';
import type { Term, Working } from '@vernal-slope/core/working';
import {
  floorOf,
  inletElevation,
  metresOfMm,
  pascals,
  flowFromLpm,
  type Compiled,
  type StateOptions,
} from '../compile/index.ts';
import { routeTo } from '../topology/index.ts';
import type { PlanResult } from './solve.ts';
import { isBasin, isSource, isTap, isVessel } from '../kinds/index.ts';
import { nameOf, gravity, density, waterLevel } from './terms.ts';
import { lossTerm } from './legworkings.ts';

/** Pressure at an outlet, trough or junction. */
export function pressureWorking(
  c: Compiled,
  result: PlanResult,
  id: string,
  options: StateOptions = {},
): Working | undefined {
  const map = c.nodes.get(id);
  const node = result.nodes.get(id);
  const route = routeTo(c, id);
  const water = route && waterLevel(c, route.start, options);
  if (!map || !node || !water) return undefined;
  const loss = lossTerm(c, result, id, water.value);
  return {
    code: 'pressure',
    of: nameOf(c, id),
    rule: 'p = {{rho}} \\, {{g}} \\left( {{zw}} - {{zo}} - {{h}} \\right)',
    also: ['h = \\left( f \\dfrac{L}{D} + \\textstyle\\sum K \\right) \\dfrac{v^2}{2g} \\quad\\text{for each leg}'],
    terms: [
      density(c),
      gravity,
      water,
      {
        key: 'zo',
        tex: 'z_\\mathrm{out}',
        name: isBasin(map.plan) ? 'inlet of the trough' : 'height of the outlet',
        value: map.elevation,
        dimension: 'length',
        source: 'entered',
      },
      loss,
    ],
    result: { tex: 'p', value: node.pressure, dimension: 'pressure' },
    source: 'Hydrostatics, with losses by Darcy and Weisbach (White, Fluid Mechanics, ch. 6)',
    assumptions: ['Velocity head is not carried from place to place; it is counted where it is lost.'],
    shares: loss.working?.shares,
  };
}
/** Pressure with everything shut. */
export function staticWorking(c: Compiled, result: PlanResult, id: string): Working | undefined {
  const map = c.nodes.get(id);
  const node = result.nodes.get(id);
  if (!map || !node) return undefined;
  return {
    code: 'static-pressure',
    of: nameOf(c, id),
    rule: 'p_0 = {{rho}} \\, {{g}} \\left( {{zw}} - {{zo}} \\right)',
    terms: [
      density(c),
      gravity,
      {
        key: 'zw',
        tex: 'z_\\mathrm{water}',
        name: 'level of the water that stands on it',
        value: node.staticHead,
        dimension: 'length',
      },
      {
        key: 'zo',
        tex: 'z_\\mathrm{out}',
        name: 'height of the outlet',
        value: map.elevation,
        dimension: 'length',
        source: 'entered',
      },
    ],
    result: { tex: 'p_0', value: node.staticPressure, dimension: 'pressure' },
    source: 'Hydrostatics',
    assumptions: ['Every outlet and float shut, tanks at the level drawn.'],
  };
}
/** Flow out of an outlet or into a trough, by its own law. */
export function flowWorking(
  c: Compiled,
  result: PlanResult,
  id: string,
  options: StateOptions = {},
): Working | undefined {
  const map = c.nodes.get(id);
  const at = result.nodes.get(id);
  if (!map || !at) return undefined;
  const node = map.plan;
  const pressure: Term = {
    key: 'p',
    tex: 'p',
    name: 'pressure just before it',
    value: at.pressure,
    dimension: 'pressure',
    working: pressureWorking(c, result, id, options),
  };
  const flow = { tex: 'Q', value: at.flow, dimension: 'flow' as const };
  if (isTap(node) && !node.orifice) {
    return {
      code: 'outlet-flow',
      of: nameOf(c, id),
      rule: 'Q = {{qr}} \\left( \\dfrac{ {{p}} }{ {{pr}} } \\right)^{ {{x}} }',
      terms: [
        {
          key: 'qr',
          tex: 'Q_r',
          name: 'rated flow',
          value: flowFromLpm(node.ratedFlowLpm ?? 0),
          dimension: 'flow',
          source: 'entered',
        },
        pressure,
        {
          key: 'pr',
          tex: 'p_r',
          name: 'at the rated pressure',
          value: pascals(node.ratedPressureKPa ?? 0),
          dimension: 'pressure',
          source: 'entered',
        },
        {
          key: 'x',
          tex: 'x',
          name: 'exponent of the outlet',
          value: node.exponent ?? 0.5,
          dimension: 'ratio',
          source: node.exponent ? 'entered' : 'an orifice, 0.5',
        },
      ],
      result: flow,
      source: "The outlet's own law; Keller and Karmeli (1974) for the form",
    };
  }
  if (map.leaving.length > 0 && (isVessel(node) || isSource(node))) return netFlowWorking(c, result, id, flow);
  const valve = isVessel(node) ? node.inlet?.floatValve : undefined;
  const seatMm = valve?.seatMm ?? (isTap(node) ? node.orifice?.diameterMm : undefined);
  if (seatMm !== undefined) {
    const cd = valve?.dischargeCoefficient ?? (isTap(node) ? (node.orifice?.dischargeCoefficient ?? 0) : 0);
    const valveHead = (p: Term): Working => ({
      code: 'head-at-valve',
      of: nameOf(c, id),
      rule: 'h = \\frac{ {{p}} }{ {{rho}} {{g}} } + {{z}}',
      terms: [
        p,
        density(c),
        gravity,
        // where the pressure is told and where the valve hangs need not be one height
        { key: 'z', tex: '\\Delta z', name: 'from there to the valve', value: head - headOf(p), dimension: 'length' },
      ],
      result: { tex: 'h', value: head, dimension: 'length' },
      source: 'Hydrostatics',
    });
    const headOf = (p: Term): number => headOfPressure(p.value, c.water.density);
    const head = isVessel(map.plan)
      ? at.head - (map.plan.inlet?.at === 'bottom' ? floorOf(map.plan) : inletElevation(map.plan))
      : at.head - map.elevation;
    return {
      code: 'orifice-flow',
      of: nameOf(c, id),
      rule: 'Q = {{cd}} \\, {{a}} \\sqrt{ 2 \\cdot {{g}} \\cdot {{hv}} }',
      terms: [
        { key: 'cd', tex: 'C_d', name: 'discharge coefficient', value: cd, dimension: 'ratio', source: 'entered' },
        {
          key: 'a',
          tex: 'A',
          name: 'area of the seat',
          value: (Math.PI / 4) * metresOfMm(seatMm) ** 2,
          dimension: 'area',
          source: `entered: ${seatMm} mm across`,
        },
        gravity,
        {
          key: 'hv',
          tex: 'h',
          name: 'head at the valve',
          value: head,
          dimension: 'length',
          working: valveHead(pressure),
        },
      ],
      result: flow,
      source: 'Torricelli; Brater and King, Handbook of Hydraulics',
      assumptions: valve ? ['The float hangs wide open.'] : undefined,
    };
  }
  return {
    code: 'free-flow',
    of: nameOf(c, id),
    rule: '{{zw}} - {{zo}} = \\textstyle\\sum h(Q) + \\dfrac{v^2}{2g}',
    terms: [
      { key: 'zw', tex: 'z_\\mathrm{water}', name: 'water that feeds it', value: at.staticHead, dimension: 'length' },
      {
        key: 'zo',
        tex: 'z_\\mathrm{out}',
        name: 'open end',
        value: map.elevation,
        dimension: 'length',
        source: 'entered',
      },
    ],
    result: flow,
    source: 'The flow at which the losses use up the whole fall, found by the network solver',
  };
}
/** What comes into a tank or source by its lines less what leaves by them. */
function netFlowWorking(c: Compiled, result: PlanResult, id: string, flow: Working['result']): Working {
  const map = c.nodes.get(id);
  const terms = [
    ...(map?.entering ?? []).map((end) => ({ ...end, sign: 1 })),
    ...(map?.leaving ?? []).map((end) => ({ ...end, sign: -1 })),
  ].map(({ line, link, sign }, k) => ({
    sign,
    term: {
      key: `q${k}`,
      tex: `Q_{${k + 1}}`,
      name: `${nameOf(c, line)}, ${sign > 0 ? 'in' : 'out'}`,
      value: result.solution.flow[link],
      dimension: 'flow' as const,
    },
  }));
  return {
    code: 'net-flow',
    of: nameOf(c, id),
    rule: `Q = ${terms.map(({ sign, term }, k) => `${sign < 0 ? '- ' : k > 0 ? '+ ' : ''}{{${term.key}}}`).join(' ')}`,
    terms: terms.map(({ term }) => term),
    result: flow,
    source: 'Continuity: what comes in less what goes out',
  };
}
