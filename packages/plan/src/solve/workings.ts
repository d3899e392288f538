// Workings of the figures people see: rule, figures, where each comes from. Figures come from the results.
import { headOfPressure } from '@vernal-slope/core/water';
import type { Term, Working } from '@vernal-slope/core/working';
import { colebrook, frictionFactor, reynoldsNumber } from '@vernal-slope/core/pipe';
import { GRAVITY } from '@vernal-slope/core/units';
import {
  entranceK,
  floorOf,
  inletElevation,
  legK,
  levelFor,
  metresOfMm,
  pascals,
  flowFromLpm,
  resolvePipe,
  type Compiled,
  type StateOptions,
} from '../compile/index.ts';
import { legArea } from './findings.ts';
import type { PlanHeight } from './height.ts';
import type { PlanRefill } from './refill.ts';
import { routeTo } from '../topology/index.ts';
import type { PlanResult } from './solve.ts';
import { isBasin, isSource, isStore, isTap, isVessel } from '../kinds/index.ts';

const nameOf = (c: Compiled, id: string): string => c.nodes.get(id)?.plan.name ?? c.lines.get(id)?.plan.name ?? id;

const gravity: Term = {
  key: 'g',
  tex: 'g',
  name: 'standard gravity',
  value: GRAVITY,
  dimension: 'gravity',
  source: 'ISO 80000-3',
};

/** Density of the plan's water, with its source. */
const density = (c: Compiled): Term => ({
  key: 'rho',
  tex: '\\rho',
  name: `water at ${c.water.temperatureC} °C`,
  value: c.water.density,
  dimension: 'density',
  source: 'Kell (1975)',
});

/** Head of the water at a tank or source, built up from ground, stand and level. */
function waterLevel(c: Compiled, id: string, options: StateOptions): Term | undefined {
  const node = c.nodes.get(id)?.plan;
  if (!node) return undefined;
  if (isSource(node)) {
    const value = node.groundM + (node.heightM ?? 0);
    return {
      key: 'zw',
      tex: 'z_\\mathrm{water}',
      name: `${nameOf(c, id)}, water surface`,
      value,
      dimension: 'length',
      source: 'entered',
    };
  }
  if (!isStore(node)) return undefined;
  const level = options.levels?.[id] ?? levelFor(node, options.level ?? 'start');
  const value = floorOf(node) + level;
  return {
    key: 'zw',
    tex: 'z_\\mathrm{water}',
    name: `${nameOf(c, id)}, water level`,
    value,
    dimension: 'length',
    working: {
      code: 'water-level',
      of: nameOf(c, id),
      rule: 'z_\\mathrm{water} = {{zg}} + {{s}} + {{y}}',
      terms: [
        {
          key: 'zg',
          tex: 'z_\\mathrm{ground}',
          name: 'ground under the tank',
          value: node.groundM,
          dimension: 'length',
          source: 'entered',
        },
        {
          key: 's',
          tex: 's',
          name: 'height of its stand',
          value: node.standM ?? 0,
          dimension: 'length',
          source: 'entered',
        },
        { key: 'y', tex: 'y', name: 'water in the tank', value: level, dimension: 'length', source: 'entered' },
      ],
      result: { tex: 'z_\\mathrm{water}', value, dimension: 'length' },
      source: 'Addition of heights',
    },
  };
}

/** Head lost between the water and a node, with the share of each leg. */
function lossTerm(c: Compiled, result: PlanResult, id: string, water: number): Term {
  const head = result.nodes.get(id)?.head ?? water;
  const route = routeTo(c, id);
  const parts = (route?.lines ?? []).flatMap(({ line, reversed }) => {
    const found = result.lines.get(line);
    const map = c.lines.get(line);
    if (!found || !map) return [];
    const legs = found.segmentLoss.map((loss, k) => ({
      name: `${nameOf(c, line)}, leg ${k + 1}`,
      value: reversed ? -loss : loss,
      at: `${line}#${k}`,
    }));
    return reversed ? legs.reverse() : legs;
  });
  const value = water - head;
  const rest = value - parts.reduce((sum, p) => sum + p.value, 0);
  if (Math.abs(rest) > 1e-4) parts.push({ name: 'falls free past the hump', value: rest, at: '' });
  return {
    key: 'h',
    tex: '\\textstyle\\sum h',
    name: 'lost on the way, all legs',
    value,
    dimension: 'length',
    working: {
      code: 'loss-sum',
      of: nameOf(c, id),
      rule: `\\textstyle\\sum h = ${parts.map((_, k) => `{{h${k}}}`).join(' + ') || '0'}`,
      terms: parts.map((p, k) => ({
        key: `h${k}`,
        tex: `h_{${k + 1}}`,
        name: p.name,
        value: p.value,
        dimension: 'length',
        working: p.at ? legLossWorking(c, result, p.at.split('#')[0], Number(p.at.split('#')[1])) : undefined,
      })),
      result: { tex: '\\textstyle\\sum h', value, dimension: 'length' },
      source: 'Losses in series add up',
      shares: { of: 'h', dimension: 'length', parts },
    },
  };
}

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
          name: `seat, ${seatMm} mm bore`,
          value: (Math.PI / 4) * metresOfMm(seatMm) ** 2,
          dimension: 'area',
          source: 'entered',
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

/** Loss of one leg. */
export function legLossWorking(c: Compiled, result: PlanResult, line: string, leg: number): Working | undefined {
  const map = c.lines.get(line);
  const found = result.lines.get(line);
  if (!map || !found) return undefined;
  const plan = map.plan.legs[leg];
  const pipe = resolvePipe(plan.pipe);
  const bore = metresOfMm(pipe.insideDiameterMm);
  const length: Term = {
    key: 'l',
    tex: 'L',
    name: 'length of the leg',
    value: plan.lengthM,
    dimension: 'length',
    source: 'your walk',
  };
  const diameter: Term = { key: 'd', tex: 'D', name: pipe.label, value: bore, dimension: 'bore', source: pipe.source };
  const flow = Math.abs(found.flow);
  const result_ = { tex: 'h', value: found.segmentLoss[leg], dimension: 'length' as const };
  const entering = leg === 0 && c.nodes.get(map.plan.from)?.surface !== -1 && found.flow >= 0;
  const k: Term = {
    key: 'k',
    tex: '\\textstyle\\sum K',
    name: entering ? 'entrance and fittings' : 'fittings',
    value: legK(plan) + (entering || (leg === 0 && plan.entrance && found.flow >= 0) ? entranceK(plan) : 0),
    dimension: 'ratio',
    source: 'fittings table (Crane TP-410 and others)',
  };
  const speed: Term = {
    key: 'v',
    tex: 'v',
    name: 'speed of the water',
    value: flow / legArea(map, leg),
    dimension: 'velocity',
    working: speedWorking(c, result, line, leg),
  };
  if (c.network.frictionLaw === 'hazen-williams') {
    return {
      code: 'leg-loss-hazen',
      of: `${nameOf(c, line)}, leg ${leg + 1}`,
      rule: 'h = 10.667 \\, {{l}} \\dfrac{ ({{q}}/{{c}})^{1.852} }{ {{d}}^{4.871} } + {{k}} \\dfrac{ {{v}}^2 }{ 2 \\cdot {{g}} }',
      terms: [
        length,
        { key: 'q', tex: 'Q', name: 'flow, in m³/s', value: flow, dimension: 'flow' },
        {
          key: 'c',
          tex: 'C',
          name: 'smoothness of the pipe',
          value: pipe.hazenWilliamsC,
          dimension: 'ratio',
          source: pipe.source,
        },
        diameter,
        k,
        speed,
        gravity,
      ],
      result: result_,
      source: 'Hazen and Williams (AWWA M23)',
    };
  }
  const reynolds = reynoldsNumber(flow, bore, c.network.viscosity);
  return {
    code: 'leg-loss',
    of: `${nameOf(c, line)}, leg ${leg + 1}`,
    rule: 'h = \\left( {{f}} \\dfrac{ {{l}} }{ {{d}} } + {{k}} \\right) \\dfrac{ {{v}}^2 }{ 2 \\cdot {{g}} }',
    terms: [
      {
        key: 'f',
        tex: 'f',
        name: 'friction factor',
        value: reynolds > 0 ? frictionFactor(reynolds, metresOfMm(pipe.roughnessMm) / bore) : 0,
        dimension: 'ratio',
        working: frictionWorking(c, pipe.roughnessMm, bore, reynolds),
      },
      length,
      diameter,
      k,
      speed,
      gravity,
    ],
    result: result_,
    source: 'Darcy and Weisbach; f by Colebrook and White (1939)',
    assumptions:
      found.flow < 0 ? ['The water runs against the direction of the line: the loss counts backwards.'] : undefined,
  };
}

function frictionWorking(c: Compiled, roughnessMm: number, bore: number, reynolds: number): Working | undefined {
  if (reynolds <= 0) return undefined;
  const rough = metresOfMm(roughnessMm) / bore;
  const f = frictionFactor(reynolds, rough);
  const re: Term = {
    key: 're',
    tex: '\\mathrm{Re}',
    name: 'Reynolds number, v D / ν',
    value: reynolds,
    dimension: 'ratio',
    source: `viscosity ${(c.network.viscosity * 1e6).toFixed(3)} mm²/s, IAPWS 2008`,
  };
  const result = { tex: 'f', value: f, dimension: 'ratio' as const };
  if (reynolds <= 2000) {
    return {
      code: 'friction-laminar',
      of: 'friction factor',
      rule: 'f = \\dfrac{64}{ {{re}} }',
      terms: [re],
      result,
      source: 'Hagen and Poiseuille: laminar below Re 2 000',
    };
  }
  const relative: Term = {
    key: 'e',
    tex: '\\varepsilon/D',
    name: 'roughness over bore',
    value: rough,
    dimension: 'ratio',
    source: `${roughnessMm} mm rough`,
  };
  const smooth = reynolds < 4000;
  return {
    code: smooth ? 'friction-join' : 'friction-turbulent',
    of: 'friction factor',
    rule: smooth
      ? 'f = \\mathrm{cubic}\\left( {{re}} ;\\; f_{2000} = 0.032 ,\\; f_{4000} = {{fc}} \\right)'
      : '\\dfrac{1}{\\sqrt{f}} = -2 \\log_{10}\\left( \\dfrac{ {{e}} }{3.7} + \\dfrac{2.51}{ {{re}} \\sqrt{f} } \\right)',
    terms: smooth
      ? [
          re,
          {
            key: 'fc',
            tex: 'f_{4000}',
            name: 'Colebrook-White at Re 4 000',
            value: colebrook(4000, rough),
            dimension: 'ratio',
          },
        ]
      : [re, relative],
    result,
    source: smooth
      ? 'Between laminar and turbulent: cubic with the value and slope of both laws'
      : 'Colebrook (1939), solved to full precision',
  };
}

/** Speed of the water in a leg. */
export function speedWorking(c: Compiled, result: PlanResult, line: string, leg: number): Working | undefined {
  const map = c.lines.get(line);
  const found = result.lines.get(line);
  if (!map || !found) return undefined;
  const pipe = resolvePipe(map.plan.legs[leg].pipe);
  const flow = Math.abs(found.flow);
  return {
    code: 'speed',
    of: `${nameOf(c, line)}, leg ${leg + 1}`,
    rule: 'v = \\dfrac{4 \\cdot {{q}} }{ \\pi \\, {{d}}^2 }',
    terms: [
      { key: 'q', tex: 'Q', name: 'flow', value: flow, dimension: 'flow' },
      {
        key: 'd',
        tex: 'D',
        name: pipe.label,
        value: metresOfMm(pipe.insideDiameterMm),
        dimension: 'bore',
        source: pipe.source,
      },
    ],
    result: { tex: 'v', value: flow / legArea(map, leg), dimension: 'velocity' },
    source: 'Continuity: the same water through the bore',
  };
}

/** Pressure on the pipe at the end of a leg. */
export function stationWorking(c: Compiled, result: PlanResult, line: string, station: number): Working | undefined {
  const map = c.lines.get(line);
  const found = result.lines.get(line);
  if (!map || !found) return undefined;
  return {
    code: 'station-pressure',
    of: `${nameOf(c, line)} at ${map.geometry.chainage[station]} m`,
    rule: 'p = {{rho}} \\, {{g}} \\left( {{zl}} - {{zp}} \\right)',
    terms: [
      density(c),
      gravity,
      {
        key: 'zl',
        tex: 'z_\\mathrm{line}',
        name: 'running line here',
        value: found.grade[station],
        dimension: 'length',
      },
      {
        key: 'zp',
        tex: 'z_\\mathrm{pipe}',
        name: 'pipe here: ground less depth',
        value: map.geometry.pipe[station],
        dimension: 'length',
        source: 'your walk',
      },
    ],
    result: { tex: 'p', value: found.pressure[station], dimension: 'pressure' },
    source: 'Hydrostatics',
  };
}

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
      name: 'low water: 0.10 m above its outlet',
      value: low,
      dimension: 'length',
      source: 'rule of the plan',
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
