// What a schema cannot see: references, heights against each other, water that reaches every part.
import { findFitting, findPipe } from '../catalogue/index.ts';
import type { Line, Plan, PlanNode, Shape } from '../schema/index.ts';
import { jsonPath, type Fault } from './faults.ts';

/** Heights this close count as equal, m. */
const CLOSE = 1e-9;

/** Height of a shape inside, m. */
function shapeHeight(shape: Shape): number {
  if (shape.type === 'horizontal-cylinder') return shape.diameterM;
  if (shape.type === 'table') return shape.levelsM[shape.levelsM.length - 1];
  return shape.heightM;
}

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

function* shapeFaults(shape: Shape, path: readonly PropertyKey[]): Generator<Fault> {
  if (shape.type !== 'table') return;
  if (shape.levelsM.length !== shape.volumesL.length) {
    yield {
      path: jsonPath([...path, 'volumesL']),
      message: `has ${shape.volumesL.length} rows against ${shape.levelsM.length} levels`,
      advice: 'give one volume for each level',
    };
  }
  for (const [key, values] of [
    ['levelsM', shape.levelsM],
    ['volumesL', shape.volumesL],
  ] as const) {
    const at = values.findIndex((v, k) => k > 0 && v <= values[k - 1]);
    if (at > 0) {
      yield {
        path: jsonPath([...path, key, at]),
        message: `is ${values[at]}, not above the ${values[at - 1]} before it`,
        advice: 'levels and volumes must rise from row to row',
      };
    }
  }
}

function* nodeFaults(node: PlanNode, i: number): Generator<Fault> {
  const at = (...parts: PropertyKey[]): string => jsonPath(['nodes', i, ...parts]);
  if (node.kind === 'outlet') {
    const rated = node.ratedFlowLpm !== undefined && node.ratedPressureKPa !== undefined;
    if (!rated && !node.orifice) {
      yield {
        path: at(node.ratedFlowLpm === undefined ? 'ratedFlowLpm' : 'ratedPressureKPa'),
        message: 'is missing',
        advice: 'give ratedFlowLpm and ratedPressureKPa, or an orifice',
      };
    }
    return;
  }
  if (node.kind !== 'tank' && node.kind !== 'trough') return;
  yield* shapeFaults(node.shape, ['nodes', i, 'shape']);
  const height = shapeHeight(node.shape);
  if (node.overflowM > height + CLOSE) {
    yield {
      path: at('overflowM'),
      message: `is ${node.overflowM} m, above the rim at ${height} m`,
      advice: `give at most ${height}`,
    };
  }
  if (node.outletM !== undefined && node.outletM >= node.overflowM) {
    yield {
      path: at('outletM'),
      message: `is ${node.outletM} m, not below the overflow at ${node.overflowM} m`,
      advice: 'put the outlet below the overflow',
    };
  }
  if (node.startLevelM !== undefined && node.startLevelM > height + CLOSE) {
    yield {
      path: at('startLevelM'),
      message: `is ${node.startLevelM} m, above the rim at ${height} m`,
      advice: `give at most ${height}`,
    };
  }
  const float = node.inlet?.floatValve;
  if (float && float.closeLevelM > height + CLOSE) {
    yield {
      path: at('inlet', 'floatValve', 'closeLevelM'),
      message: `is ${float.closeLevelM} m, above the rim at ${height} m`,
      advice: `give at most ${height}`,
    };
  }
  if (float && float.bandM > float.closeLevelM + CLOSE) {
    yield {
      path: at('inlet', 'floatValve', 'bandM'),
      message: `is ${float.bandM} m, more than the ${float.closeLevelM} m of water under the closing level`,
      advice: `give at most ${float.closeLevelM}`,
    };
  }
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
  const from = nodes.get(line.from);
  if (from?.kind === 'trough' && from.outletM === undefined) {
    yield {
      path: at('from'),
      message: `leaves trough "${from.id}", which has no outlet`,
      advice: 'give the trough an outletM, or start the line elsewhere',
    };
  }
  let ground = from?.groundM;
  for (const [k, leg] of line.legs.entries()) {
    if (ground !== undefined && Math.abs(leg.endGroundM - ground) > leg.lengthM + CLOSE) {
      const change = Math.abs(leg.endGroundM - ground);
      yield {
        path: at('legs', k, 'lengthM'),
        message: `is ${leg.lengthM} m, shorter than the ${Number(change.toFixed(3))} m it ${leg.endGroundM > ground ? 'rises' : 'falls'}`,
        advice: 'the length is measured along the ground and cannot be less than the change in height',
      };
    }
    ground = leg.endGroundM;
    if (typeof leg.pipe === 'string' && !findPipe(leg.pipe)) {
      yield {
        path: at('legs', k, 'pipe'),
        message: `is "${leg.pipe}", which is not in the catalogue`,
        advice: 'give an id such as "astm-d2239-sidr15/1-1/4", or { "insideDiameterMm": 35 }',
      };
    }
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

/** Nodes that no tank or source reaches along the lines, whichever way they run. */
function unreached(plan: Plan): number[] {
  const near = new Map<string, string[]>(plan.nodes.map((n) => [n.id, []]));
  for (const line of plan.lines) {
    near.get(line.from)?.push(line.to);
    near.get(line.to)?.push(line.from);
  }
  const seen = new Set(plan.nodes.filter((n) => n.kind === 'tank' || n.kind === 'source').map((n) => n.id));
  const queue = [...seen];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    for (const next of near.get(id) ?? []) {
      if (seen.has(next)) continue;
      seen.add(next);
      queue.push(next);
    }
  }
  return plan.nodes.flatMap((n, i) => (seen.has(n.id) ? [] : [i]));
}

function* waterFaults(plan: Plan): Generator<Fault> {
  const kinds = new Map(plan.nodes.map((n) => [n.id, n.kind]));
  for (const [i, node] of plan.nodes.entries()) {
    if (node.kind === 'source' && node.feeds !== undefined && kinds.get(node.feeds) !== 'tank') {
      yield {
        path: jsonPath(['nodes', i, 'feeds']),
        message: `is "${node.feeds}", which is no tank`,
        advice: 'give the id of the tank that this source fills',
      };
    }
    const shares = node.kind === 'source' ? (node.roof?.barrels ?? []).reduce((sum, b) => sum + b.share, 0) : 0;
    if (shares > 1 + CLOSE) {
      yield {
        path: jsonPath(['nodes', i, 'roof', 'barrels']),
        message: `share out ${Number(shares.toFixed(3))} of the water`,
        advice: 'the shares must add up to 1 at most',
      };
    }
    if (node.kind === 'tank') {
      for (const [k, tank] of (node.linked ?? []).entries())
        yield* shapeFaults(tank.shape, ['nodes', i, 'linked', k, 'shape']);
    }
  }
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
  const faults = [
    ...duplicates(plan.nodes, 'nodes'),
    ...duplicates(plan.lines, 'lines'),
    ...plan.nodes.flatMap((node, i) => [...nodeFaults(node, i)]),
    ...plan.lines.flatMap((line, i) => [...lineFaults(line, i, nodes)]),
    ...waterFaults(plan),
  ];
  if (!plan.nodes.some((n) => n.kind === 'tank' || n.kind === 'source')) {
    faults.push({
      path: '$.nodes',
      message: 'has no tank and no source',
      advice: 'add the place where the water comes from',
    });
  } else {
    for (const i of unreached(plan)) {
      faults.push({
        path: jsonPath(['nodes', i]),
        message: `"${plan.nodes[i].id}" is reached by no tank or source`,
        advice: 'join it to the system with a line, or take it out',
      });
    }
  }
  return faults;
}
