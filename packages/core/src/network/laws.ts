// Head loss of each kind of link as a function of its flow, with slope. Every law rises with the flow,
// which makes the network's answer unique: what passes one way only, or up to a limit, is a very steep rise.
import { darcyKernel, hazenKernel, lossOut } from '../pipe/index.ts';
import { LinkKind, type Network, type NetworkState } from './network.ts';

/** Resistance, s/m², of a closed way: 100 m of head leaks 1e-12 m³/s (0.00000006 L/min). */
export const CLOSED = 1e14;
/**
 * What a one-way link lets back before it shuts, m³/s. Standing still is then well inside its open law, so that
 * rounding at rest cannot flip it.
 */
const SLACK = 1e-11;
/** Flows this small (m³/s) are leaks of closed ways, reported as none. */
export const NO_FLOW = 2e-11;
// resistance of an unlimited source connection, s/m²: 0.1 mm of head at 1 L/s
const OPEN = 0.1;
/** Below this head (m) power laws are continued by a straight line: a small exponent is a wall there. */
export const steepEnd = { straight: 1e-6 } as const;

/** Loss (m) and slope (s/m²) of the last evaluation. */
export const law = { loss: 0, slope: 0 };

/** Loss of segments `begin` to `end` (exclusive) of the arrays, without end losses; writes `law`. */
export function segmentsLoss(n: Network, begin: number, end: number, flow: number): void {
  let loss = 0;
  let slope = 0;
  const size = Math.abs(flow);
  const darcy = n.frictionLaw === 'darcy-weisbach';
  for (let s = begin; s < end; s++) {
    if (darcy) {
      darcyKernel(flow, n.segmentLength[s], n.segmentDiameter[s], n.segmentRoughness[s], n.viscosity);
    } else {
      hazenKernel(flow, n.segmentLength[s], n.segmentDiameter[s], n.segmentC[s]);
    }
    const m = n.segmentMinor[s];
    const seeps = n.segmentLinear[s];
    loss += lossOut.loss + m * size * flow + seeps * flow;
    slope += lossOut.slope + 2 * m * size + seeps;
    const opens = n.segmentOpening[s];
    if (opens > 0 && flow > 0) {
      // a wall up to the head that opens it
      const wall = CLOSED * flow;
      loss += Math.min(opens, wall);
      if (wall < opens) slope += CLOSED;
    }
  }
  law.loss = loss;
  law.slope = slope;
}

/** Flow at which the link shuts in the direction of `flow`: 0 when it is shut, NaN where it stays open. */
function shutsAt(n: Network, state: NetworkState, link: number, flow: number): number {
  if (state.opening[link] <= 0) return 0;
  // a check valve the other way: nothing passes
  if (n.oneWay[link] && state.direction[link] < 0) return 0;
  const direction = n.oneWay[link] ? 1 : state.direction[link];
  if (direction > 0 && flow < -SLACK) return -SLACK;
  if (direction < 0 && flow > SLACK) return SLACK;
  return NaN;
}

/** Loss and slope of a shut way. */
function shutLaw(flow: number, at: number): void {
  law.loss = CLOSED * (flow - at);
  law.slope = CLOSED;
}

function powerLaw(a: number, exponent: number, flow: number): void {
  const size = Math.abs(flow);
  const least = a * steepEnd.straight ** exponent;
  const n = 1 / exponent;
  if (size < least) {
    law.slope = steepEnd.straight / least;
    law.loss = law.slope * flow;
    return;
  }
  const h = (size / a) ** n;
  law.loss = flow < 0 ? -h : h;
  law.slope = (n * h) / size;
}

/** Loss and slope of a whole link at a flow (m³/s); writes `law`. */
export function linkLaw(n: Network, state: NetworkState, link: number, flow: number): void {
  const shut = shutsAt(n, state, link, flow);
  if (!Number.isNaN(shut)) {
    shutLaw(flow, shut);
    return;
  }
  switch (n.kind[link]) {
    case LinkKind.Power:
      powerLaw(n.a[link] * state.opening[link], n.b[link], flow);
      return;
    case LinkKind.Limit: {
      const over = flow - state.limit[link];
      law.loss = OPEN * flow + (over > 0 ? CLOSED * over : 0);
      law.slope = over > 0 ? CLOSED : OPEN;
      return;
    }
    case LinkKind.Reducer:
      law.loss = OPEN * flow;
      law.slope = OPEN;
      return;
    default: {
      segmentsLoss(n, n.segmentStart[link], n.segmentStart[link + 1], flow);
      const end = flow >= 0 ? n.endLossForward[link] : n.endLossBackward[link];
      law.loss += end * Math.abs(flow) * flow;
      law.slope += 2 * end * Math.abs(flow);
    }
  }
}

/**
 * Loss of the part of a pipe that stays full up to a hump: from the `from` end (side 1) or the `to` end
 * (side −1) to the end of segment `segment`. The flow is taken as running away from that side. Writes `law`.
 */
export function heldPartLaw(
  n: Network,
  state: NetworkState,
  link: number,
  segment: number,
  side: number,
  flow: number,
): void {
  const shut = flow < -SLACK ? -SLACK : side * shutsAt(n, state, link, side * flow);
  if (!Number.isNaN(shut)) {
    shutLaw(flow, shut);
    return;
  }
  const cut = n.segmentStart[link] + segment + 1;
  if (side > 0) segmentsLoss(n, n.segmentStart[link], cut, flow);
  else segmentsLoss(n, cut, n.segmentStart[link + 1], flow);
  const end =
    side > 0 ? n.endLossForward[link] - n.exitLossForward[link] : n.endLossBackward[link] - n.exitLossBackward[link];
  law.loss += end * flow * Math.abs(flow);
  law.slope += 2 * end * Math.abs(flow);
}
