// What a schema cannot see: references, heights against each other; and, apart, water that reaches every part.
import { findPart } from '@vernal-slope/core/parts';
import { findFitting, findPipe } from '../catalogue/index.ts';
import { chainIds, emitterPlaces, faultWith, jsonPath, type Emitter, type Fault } from '../fields/index.ts';
import { feeds, isVessel, kindOf, type Roles } from '../kinds/index.ts';
import type { Line, Plan, PlanNode } from '../schema/index.ts';
import { unreached } from '../topology/index.ts';

/** Heights this close count as equal, m. */
const CLOSE = 1e-9;

function* duplicates(list: readonly { id: string }[], where: string): Generator<Fault> {
  const seen = new Map<string, number>();
  for (const [i, item] of list.entries()) {
    const first = seen.get(item.id);
    if (first !== undefined) {
      yield {
        path: jsonPath([where, i, 'id']),
        message: `"${item.id}" is already the id of ${where}[${first}]`,
        advice: 'give every one an id of its own',
      };
    } else seen.set(item.id, i);
  }
}

/** Parts of a taken chain that no catalogue has. */
function* chainFaults(ids: readonly string[] | undefined, path: string): Generator<Fault> {
  for (const [m, id] of (ids ?? []).entries())
    if (!findPart(id))
      yield {
        path: `${path}[${m}]`,
        message: `is "${id}", which is no part of the catalogue`,
        advice: 'give ids of parts as `vernal parts` prints them, or leave the chain out',
      };
}

function* placeChainFaults(node: PlanNode, i: number): Generator<Fault> {
  const at = (...parts: PropertyKey[]): string => jsonPath(['nodes', i, ...parts]);
  for (const side of ['tap', 'overflow', 'lead'] as const) yield* chainFaults(node.chains?.[side], at('chains', side));
  for (const [k, ids] of (node.chains?.tees ?? []).entries()) yield* chainFaults(ids, at('chains', 'tees', k));
  const lead = isVessel(node) ? node.overflowPipe?.lead : undefined;
  if (lead && !findPipe(lead.pipe))
    yield {
      path: at('overflowPipe', 'lead', 'pipe'),
      message: `is "${lead.pipe}", which is not in the catalogue`,
      advice: 'give an id such as "astm-d1785-sch40/2"',
    };
}

function* lineFaults(line: Line, i: number, nodes: ReadonlyMap<string, PlanNode>): Generator<Fault> {
  const at = (...parts: PropertyKey[]): string => jsonPath(['lines', i, ...parts]);
  for (const end of ['from', 'to'] as const) {
    if (!nodes.has(line[end])) {
      yield {
        path: at(end),
        message: `is "${line[end]}", which is no node`,
        advice: 'give the id of a node in "nodes"',
      };
    }
  }
  if (line.from === line.to) {
    yield { path: at('to'), message: 'is the node the line starts from', advice: 'end the line at another node' };
  }
  yield* chainFaults(line.reducerChain, at('reducerChain'));
  const from = nodes.get(line.from);
  const cannot = from && kindOf(from).cannotLeave?.(from);
  if (cannot) yield { path: at('from'), ...cannot };
  let ground = from?.groundM;
  for (const [k, leg] of line.legs.entries()) {
    if (ground !== undefined && Math.abs(leg.endGroundM - ground) > leg.lengthM + CLOSE) {
      const change = Math.abs(leg.endGroundM - ground);
      yield faultWith(
        at('legs', k, 'lengthM'),
        [
          'is ',
          { metres: leg.lengthM },
          ', shorter than the ',
          { metres: change },
          ` it ${leg.endGroundM > ground ? 'rises' : 'falls'}`,
        ],
        ['the length is measured along the ground and cannot be less than the change in height'],
      );
    }
    ground = leg.endGroundM;
    if (typeof leg.pipe === 'string' && !findPipe(leg.pipe)) {
      yield {
        path: at('legs', k, 'pipe'),
        message: `is "${leg.pipe}", which is not in the catalogue`,
        advice: 'give an id such as "astm-d2239-sidr15/1-1/4", or { "insideDiameterMm": 35 }',
      };
    }
    const chains = [
      [['startChain'], leg.startChain] as const,
      [['endChain'], leg.endChain] as const,
      ...(leg.fittings ?? []).map((f, m) => [['fittings', m, 'chain'], chainIds(f)] as const),
      ...(leg.treatment ?? []).map((t, m) => [['treatment', m, 'chain'], t.chain] as const),
    ];
    for (const [path, ids] of chains) yield* chainFaults(ids, at('legs', k, ...path));
    const parts = [
      ...(leg.fittings ?? []).map((f, m) => [['fittings', m, 'type'], f] as const),
      ...(leg.entrance ? [[['entrance', 'type'], leg.entrance] as const] : []),
    ];
    for (const [path, part] of parts) {
      const type = 'type' in part ? part.type : undefined;
      if (typeof type === 'string' && !('k' in part && typeof part.k === 'number') && !findFitting(type)) {
        yield {
          path: at('legs', k, ...path),
          message: `is "${type}", which is not in the catalogue`,
          advice: 'give a type such as "elbow-90", or a loss coefficient "k"',
        };
      }
    }
  }
}

/** Most emitters of a plan. */
const MOST_EMITTERS = 10_000;

/** Bore of a leg's pipe, mm; undefined where the catalogue has none of that name. */
const boreOf = (pipe: Line['legs'][number]['pipe']): number | undefined =>
  typeof pipe === 'string' ? findPipe(pipe)?.insideDiameterMm : pipe.insideDiameterMm;

function* emitterFaults(
  e: Emitter,
  leg: Line['legs'][number],
  at: (...parts: PropertyKey[]) => string,
): Generator<Fault> {
  if (!e.atM && e.count === undefined)
    yield {
      path: at('count'),
      message: 'is missing',
      advice: 'give count with firstAtM and spacingM, or the places as atM',
    };
  else if (!e.atM && (e.count ?? 1) > 1 && e.spacingM === undefined)
    yield { path: at('spacingM'), message: 'is missing', advice: 'say how far apart they are' };
  else {
    const last = emitterPlaces(e).reduce((most, x) => Math.max(most, x), 0);
    if (last > leg.lengthM + 1e-6)
      yield faultWith(
        at(e.atM ? 'atM' : 'count'),
        ['puts the last one at ', { metres: last }, ', past the end of its leg at ', { metres: leg.lengthM }],
        ['give fewer, or set them closer'],
      );
  }
  const bore = boreOf(leg.pipe);
  if (e.type === 'hole' && bore !== undefined && e.diameterMm >= bore)
    yield {
      path: at('diameterMm'),
      message: `is ${e.diameterMm}, as wide as the pipe's own bore of ${bore}`,
      advice: 'give the drill that the holes were made with, mm',
    };
}

function* gardenFaults(plan: Plan): Generator<Fault> {
  let count = 0;
  for (const [i, line] of plan.lines.entries())
    for (const [k, leg] of line.legs.entries())
      for (const [m, e] of (leg.emitters ?? []).entries()) {
        count += e.atM?.length ?? e.count ?? 0;
        yield* emitterFaults(e, leg, (...parts) => jsonPath(['lines', i, 'legs', k, 'emitters', m, ...parts]));
      }
  if (count > MOST_EMITTERS)
    yield {
      path: '$.lines',
      message: `have ${count} holes and emitters`,
      advice: `a plan has at most ${MOST_EMITTERS}`,
    };
  const lines = new Set(plan.lines.map((l) => l.id));
  const nodes = new Set(plan.nodes.map((n) => n.id));
  for (const [i, plot] of (plan.plots ?? []).entries()) {
    if (nodes.has(plot.id))
      yield {
        path: jsonPath(['plots', i, 'id']),
        message: `"${plot.id}" is already the id of a node`,
        advice: 'give every one an id of its own',
      };
    for (const [k, id] of plot.lines.entries())
      if (!lines.has(id))
        yield {
          path: jsonPath(['plots', i, 'lines', k]),
          message: `is "${id}", which is no line`,
          advice: 'give the id of a line in "lines"',
        };
  }
}

function* drainFaults(plan: Plan): Generator<Fault> {
  const nodes = new Set(plan.nodes.map((n) => n.id));
  const plots = new Set((plan.plots ?? []).map((p) => p.id));
  for (const [i, drain] of (plan.drains ?? []).entries()) {
    if (nodes.has(drain.id) || plots.has(drain.id))
      yield {
        path: jsonPath(['drains', i, 'id']),
        message: `"${drain.id}" is already the id of a node or a plot`,
        advice: 'give every one an id of its own',
      };
    if (drain.from !== undefined && !nodes.has(drain.from))
      yield {
        path: jsonPath(['drains', i, 'from']),
        message: `is "${drain.from}", which is no node`,
        advice: 'give the id of a node in "nodes", or leave it out',
      };
    const end = drain.legs[drain.legs.length - 1];
    const start = { endInvertM: drain.startInvertM, endGroundM: drain.startGroundM };
    for (const [name, list] of [
      ['legs', drain.legs.map((leg, k) => [k === 0 ? start : drain.legs[k - 1], leg] as const)],
      ['basins', drain.basins.map((b) => [end, b] as const)],
    ] as const)
      for (const [k, [from, to]] of list.entries()) {
        const change = Math.max(Math.abs(to.endInvertM - from.endInvertM), Math.abs(to.endGroundM - from.endGroundM));
        if (change > to.lengthM + CLOSE)
          yield faultWith(
            jsonPath(['drains', i, name, k, 'lengthM']),
            ['is ', { metres: to.lengthM }, ', shorter than the ', { metres: change }, ' between its ends'],
            ['the length is measured along the pipe and cannot be less than the change in height'],
          );
      }
  }
}

function* weatherFaults(plan: Plan): Generator<Fault> {
  const daily = plan.climate?.daily;
  for (const key of ['tMaxC', 'tMinC'] as const) {
    const list = daily?.[key];
    if (daily && list && list.length !== daily.rainMm.length) {
      yield {
        path: jsonPath(['climate', 'daily', key]),
        message: `has ${list.length} days against ${daily.rainMm.length} of rain`,
        advice: 'give one value for each day, null where none is known',
      };
    }
  }
}

/** Faults of a plan whose shape is right. */
export function crossChecks(plan: Plan): Fault[] {
  const nodes = new Map(plan.nodes.map((n) => [n.id, n]));
  const roles: Roles = (id) => {
    const node = nodes.get(id);
    return node && kindOf(node).roles;
  };
  const faults = [
    ...duplicates(plan.nodes, 'nodes'),
    ...duplicates(plan.lines, 'lines'),
    ...plan.nodes.flatMap((node, i) => [...(kindOf(node).faults?.(node, ['nodes', i], roles) ?? [])]),
    ...plan.nodes.flatMap((node, i) => [...placeChainFaults(node, i)]),
    ...plan.lines.flatMap((line, i) => [...lineFaults(line, i, nodes)]),
    ...duplicates(plan.plots ?? [], 'plots'),
    ...gardenFaults(plan),
    ...duplicates(plan.drains ?? [], 'drains'),
    ...drainFaults(plan),
    ...weatherFaults(plan),
  ];
  return faults;
}

/**
 * What a plan that hangs together only in part lacks for a figure of the whole of it: a tank or a source, and a line to
 * every place. Such a plan is kept and worked on; the command line refuses it (plan format, ruling 13).
 */
export function looseFaults(plan: Plan): Fault[] {
  if (!plan.nodes.some((n) => feeds(n)))
    return [
      {
        path: '$.nodes',
        message: 'has no tank and no source',
        advice: 'add the place where the water comes from',
      },
    ];
  const lost = unreached(plan);
  return plan.nodes.flatMap((node, i) =>
    lost.has(node.id)
      ? [
          {
            path: jsonPath(['nodes', i]),
            message: `"${node.id}" is reached by no tank or source`,
            advice: 'join it to the system with a line, or take it out',
          },
        ]
      : [],
  );
}
