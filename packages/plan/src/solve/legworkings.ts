// Workings of a leg and of its stations: loss, friction factor, speed, pressure there.
import { plainWorking, sumWorking, type Part, type Term, type Working } from '@vernal-slope/core/working';
import { pressureOfHead } from '@vernal-slope/core/water';
import { colebrook, frictionFactor, reynoldsNumber } from '@vernal-slope/core/pipe';
import { findTreatment } from '../catalogue/index.ts';
import { entranceK, legK, legLinear, metresOfMm, openingHead, resolvePipe, type Compiled } from '../compile/index.ts';
import { legArea } from './findings.ts';
import { isBed, isFilter, isVessel } from '../kinds/index.ts';
import { routeTo } from '../topology/index.ts';
import type { PlanResult } from './solve.ts';
import { nameOf, gravity, density } from './terms.ts';

/** Head lost between the water and a node, with the share of each leg. */
export function lossTerm(c: Compiled, result: PlanResult, id: string, water: number): Term {
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
  const start = c.nodes.get(route?.start ?? '')?.plan;
  const sand = isVessel(start) && isFilter(start);
  const beds = (route?.lines ?? []).some(({ line }) => {
    const plan = c.lines.get(line)?.plan;
    return plan && [plan.from, plan.to].some((end) => isBed(c.nodes.get(end)?.plan));
  });
  if (Math.abs(rest) > (beds ? 1e-12 : 1e-4))
    parts.push({
      name: beds
        ? 'into and out of beds, and between their waters'
        : sand
          ? 'through the sand, and falls free over the spill'
          : 'falls free past the hump',
      value: rest,
      at: '',
    });
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
/** Loss of a leg whose flow changes along it, or that joins beds: what its heads say, as the network is solved. */
function headsWorking(c: Compiled, result: PlanResult, line: string, leg: number): Working | undefined {
  const found = result.lines.get(line);
  const map = c.lines.get(line);
  if (!found || !map) return undefined;
  const loss = found.segmentLoss[leg];
  const head = (key: string, tex: string, name: string, value: number): Term => ({
    key,
    tex,
    name,
    value,
    dimension: 'length',
  });
  return {
    code: 'leg-loss-heads',
    of: `${nameOf(c, line)}, leg ${leg + 1}`,
    rule: 'h = {{h1}} - {{h2}}',
    terms: [
      head('h1', 'H_1', 'running line where the leg begins', found.grade[leg + 1] + loss),
      head('h2', 'H_2', 'running line where it ends', found.grade[leg + 1]),
    ],
    result: { tex: 'h', value: loss, dimension: 'length' },
    source: 'the network solved piece by piece (Todini and Pilati 1988)',
    assumptions: map.lateral
      ? ['The flow falls from hole to hole: friction is added piece by piece, each by its own flow.']
      : ['Water enters a bed with the loss of a velocity head and leaves it with half of one.'],
  };
}

/** Loss of one leg. */
export function legLossWorking(c: Compiled, result: PlanResult, line: string, leg: number): Working | undefined {
  const map = c.lines.get(line);
  const found = result.lines.get(line);
  if (!map || !found) return undefined;
  const bed = [map.plan.from, map.plan.to].some((id) => isBed(c.nodes.get(id)?.plan));
  if (map.lateral || bed) return headsWorking(c, result, line, leg);
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
  // a check valve with a spring keeps the head that opens it, whatever passes
  const opens = found.flow > 0 ? openingHead(plan, c.water.density) : 0;
  const opening: Term[] =
    opens > 0
      ? [
          {
            key: 'o',
            tex: 'h_o',
            name: 'opens the spring check valve',
            value: opens,
            dimension: 'length',
            source: 'entered, or 3.4 kPa (½ psi, common practice)',
          },
        ]
      : [];
  const elements = legLinear(plan) * flow;
  if (elements > 0)
    opening.push({
      key: 'e',
      tex: 'h_e',
      name: (plan.treatment ?? []).map((t) => findTreatment(t.kind)?.name ?? t.kind).join(', '),
      value: elements,
      dimension: 'length',
      source: 'straight with the flow, from its plate (common practice where the plate was not entered)',
    });
  const plus = opening.map((o) => ` + {{${o.key}}}`).join('');
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
      rule:
        'h = 10.667 \\, {{l}} \\dfrac{ ({{q}}/{{c}})^{1.852} }{ {{d}}^{4.871} } + {{k}} \\dfrac{ {{v}}^2 }{ 2 \\cdot {{g}} }' +
        plus,
      terms: [
        ...opening,
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
    rule: 'h = \\left( {{f}} \\dfrac{ {{l}} }{ {{d}} } + {{k}} \\right) \\dfrac{ {{v}}^2 }{ 2 \\cdot {{g}} }' + plus,
    terms: [
      ...opening,
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
  // past holes the flow falls: what is told is the most in the leg
  const area = legArea(map, leg);
  const flow = map.lateral ? found.segmentSpeed[leg] * area : Math.abs(found.flow);
  return {
    code: 'speed',
    of: `${nameOf(c, line)}, leg ${leg + 1}`,
    rule: 'v = \\dfrac{4 \\cdot {{q}} }{ \\pi \\, {{d}}^2 }',
    terms: [
      { key: 'q', tex: 'Q', name: map.lateral ? 'most flow in it' : 'flow', value: flow, dimension: 'flow' },
      {
        key: 'd',
        tex: 'D',
        name: pipe.label,
        value: metresOfMm(pipe.insideDiameterMm),
        dimension: 'bore',
        source: pipe.source,
      },
    ],
    result: { tex: 'v', value: flow / area, dimension: 'velocity' },
    source: 'Continuity: the same water through the bore',
  };
}
/** Pressure of standing water on the pipe at a station. @param level of the water that stands on it, m above datum */
export function staticAt(
  c: Compiled,
  line: string,
  station: number,
  level: number | undefined,
  assumptions: readonly string[],
): Working | undefined {
  const map = c.lines.get(line);
  if (!map || level === undefined || !Number.isFinite(level)) return undefined;
  const pipe = map.geometry.pipe[station];
  return {
    ...plainWorking(
      'station-static',
      nameOf(c, line),
      '{{rho}} \\, {{g}} \\left( {{zw}} - {{zp}} \\right)',
      [
        ['rho', density(c).tex, density(c).name, c.water.density, 'density', { source: density(c).source }],
        ['g', gravity.tex, gravity.name, gravity.value, 'gravity', { source: gravity.source }],
        ['zw', 'z_\\mathrm{water}', 'level of the water that stands on it', level, 'length'],
        ['zp', 'z_\\mathrm{pipe}', 'pipe here: ground less depth', pipe, 'length', { source: 'your walk' }],
      ],
      ['p_0', pressureOfHead(level - pipe, c.water.density), 'pressure'],
      'Hydrostatics',
      assumptions,
    ),
    along: map.geometry.chainage[station],
  };
}
/** Pressure on the pipe at the end of a leg with everything shut. */
export const stationStaticWorking = (
  c: Compiled,
  result: PlanResult,
  line: string,
  station: number,
): Working | undefined =>
  staticAt(c, line, station, result.lines.get(line)?.staticGrade[station], [
    'Every outlet and float shut, tanks at the level drawn.',
  ]);
/** Height of the pipe at a station: its ground less its depth there. */
export function pipeHeightWorking(c: Compiled, line: string, station: number): Working | undefined {
  const map = c.lines.get(line);
  if (!map) return undefined;
  const { ground, pipe, chainage } = map.geometry;
  return {
    ...sumWorking(
      'pipe-height',
      nameOf(c, line),
      [
        { name: 'ground here', value: ground[station], source: 'your walk' },
        { name: 'depth of the pipe under it', value: ground[station] - pipe[station], less: true, source: 'your walk' },
      ],
      ['z', pipe[station], 'length'],
      'Addition of heights',
    ),
    along: chainage[station],
  };
}
/** All that a line loses. */
export function lineLossWorking(c: Compiled, result: PlanResult, line: string): Working | undefined {
  const found = result.lines.get(line);
  if (!found) return undefined;
  return sumWorking(
    'line-loss',
    nameOf(c, line),
    found.segmentLoss.map((loss, k) => ({
      name: `leg ${k + 1}`,
      value: loss,
      working: legLossWorking(c, result, line, k),
    })),
    ['h', found.segmentLoss.reduce((a, b) => a + b, 0), 'length'],
    'Losses in series add up',
  );
}
/** What flows through a line, from what is taken where it ends; undefined where nothing is worked out. */
export function lineFlowWorking(c: Compiled, result: PlanResult, line: string): Working | undefined {
  const map = c.lines.get(line);
  const found = result.lines.get(line);
  if (!map || !found) return undefined;
  const end = c.nodes.get(map.plan.to);
  const value = Math.abs(found.flow);
  const flowOf = (link: number): number => result.solution.flow[link];
  const taken = result.nodes.get(map.plan.to)?.flow ?? 0;
  if (!end || found.flow < 0)
    return sumWorking(
      'line-flow',
      nameOf(c, line),
      [{ name: 'against the way that it was walked', value, source: 'the network solved (Todini and Pilati 1988)' }],
      ['Q', value, 'flow'],
      'Continuity',
    );
  // what a vessel has of it is what comes in
  const passes = end.plan.kind === 'junction' || end.plan.kind === 'outlet';
  const others = (ends: readonly { line: string; link: number }[], less: boolean): Part[] =>
    ends
      .filter((e) => e.line !== line)
      .map((e) => ({
        name: `${nameOf(c, e.line)}, ${less ? 'in' : 'out'}`,
        value: flowOf(e.link),
        less,
        source: 'the network solved',
      }));
  return sumWorking(
    'line-flow',
    nameOf(c, line),
    passes
      ? [
          ...(map.lateral
            ? [
                {
                  name: 'given by its holes and emitters',
                  value: map.lateral.outlets.reduce((sum, o) => sum + flowOf(o.link), 0),
                },
              ]
            : []),
          ...(end.plan.kind === 'outlet' ? [{ name: `taken at ${nameOf(c, map.plan.to)}`, value: taken }] : []),
          ...others(end.leaving, false),
          ...others(end.entering, true),
        ]
      : [
          {
            name: `into ${nameOf(c, map.plan.to)}`,
            value,
            source: 'the flow at which losses and what it falls to use up the whole head: the network solved',
          },
        ],
    ['Q', value, 'flow'],
    'Continuity: what comes in is what goes out',
    ['The network is solved as a whole (Todini and Pilati 1988).'],
  );
}
/** Pressure on the pipe at the end of a leg. */
export function stationWorking(c: Compiled, result: PlanResult, line: string, station: number): Working | undefined {
  const map = c.lines.get(line);
  const found = result.lines.get(line);
  if (!map || !found) return undefined;
  return {
    code: 'station-pressure',
    of: nameOf(c, line),
    along: map.geometry.chainage[station],
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
