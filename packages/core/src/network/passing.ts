// What passes through a link between two heads, whichever way it is drawn: the flow that keeps every high point it
// comes over at air pressure or above, found from the heads alone.
import { CLOSED, law, linkLaw, NO_FLOW, segmentsLoss, steepEnd } from './laws.ts';
import { LinkKind, type Network, type NetworkState } from './network.ts';

/** Result of the last `passing`. */
export const passed = {
  /** m³/s, positive from `from` to `to` */
  flow: 0,
  /** Change of the flow with the head at `from`, and minus that with the head at `to`, m²/s; neither is negative. */
  byFrom: 0,
  byTo: 0,
  /** Point that holds the flow (index into `pointElevation`), and the side that is full; −1 and 0 where none does. */
  at: -1,
  side: 0,
};

const NOTHING = (): void => {
  passed.flow = 0;
  passed.byFrom = 0;
  passed.byTo = 0;
  passed.at = -1;
  passed.side = 0;
};

/** Where the last `walk` came to. */
export const walked = {
  /** m, to the end that the water comes out of, with what is lost there; and its slope, s/m² */
  loss: 0,
  slope: 0,
  /** The point that asks for the highest head where the water comes in (index into `pointElevation`); −1 with none. */
  at: -1,
  /** Head it asks for, m above datum, and the loss up to it, with its slope. */
  asks: -Infinity,
  lossTo: 0,
  slopeTo: 0,
};

/**
 * Goes along pipe `l` with the water: forwards (side 1) or backwards (side −1), at `size` m³/s. The end where the water
 * comes in is no point that it comes over; the end where it comes out is. Points stand in the order of their segments.
 * @param until a point at which to stop; −1 for none
 */
export function walk(n: Network, l: number, side: number, size: number, until = -1): void {
  const [begin, end] = [n.segmentStart[l], n.segmentStart[l + 1]];
  const all = side > 0 ? n.endLossForward[l] : n.endLossBackward[l];
  const exit = side > 0 ? n.exitLossForward[l] : n.exitLossBackward[l];
  const square = size * size;
  let loss = (all - exit) * square;
  let slope = 2 * (all - exit) * size;
  walked.at = -1;
  walked.asks = -Infinity;
  const [first, past] = [n.pointStart[l], n.pointStart[l + 1]];
  const over = !n.siphons && past > first;
  let p = side > 0 ? first : past - 1;
  // points at the very start lie where the water comes in
  if (side > 0) while (over && p < past && n.pointSegment[p] < 0) p++;
  else while (over && p >= first && n.pointSegment[p] >= end - begin - 1) p--;
  for (let k = 0; k < end - begin; k++) {
    const s = side > 0 ? begin + k : end - 1 - k;
    segmentsLoss(n, s, s + 1, size);
    loss += law.loss;
    slope += law.slope;
    // forwards a point stands at the end of its segment, backwards at the end of the one before
    const here = side > 0 ? s - begin : s - begin - 1;
    while (over && p >= first && p < past && n.pointSegment[p] === here) {
      const asks = n.pointElevation[p] + loss;
      if (until < 0 ? asks > walked.asks : p === until) {
        walked.at = p;
        walked.asks = asks;
        walked.lossTo = loss;
        walked.slopeTo = slope;
        if (p === until) return;
      }
      p += side;
    }
  }
  walked.loss = loss + exit * square;
  walked.slope = slope + 2 * exit * size;
}

const MAX_STEPS = 60;

/**
 * Flow at which the loss is `drop` (m): a law that rises with the flow, near a straight line between logarithms.
 * @param start a first guess, m³/s
 */
function flowFor(lossAt: (size: number) => number, drop: number, start: number): number {
  let low = 0;
  let high = Infinity;
  let size = start > 0 ? start : 1e-4;
  for (let k = 0; k < MAX_STEPS; k++) {
    const loss = lossAt(size);
    if (Math.abs(loss - drop) <= 1e-13 * drop) return size;
    if (loss > drop) high = size;
    else low = size;
    const power = loss > 0 ? (size * law.slope) / loss : 1;
    let next = size * (drop / Math.max(loss, 1e-300)) ** (1 / Math.max(power, 0.5));
    if (!(next > low && next < high)) next = high < Infinity ? (low + high) / 2 : 2 * size;
    if (Math.abs(next - size) <= 1e-15 * size) return next;
    size = next;
  }
  return size;
}

/** Most of a rounding of heads, of their size. */
const CRUMB = 1e-13;

const wholeLoss =
  (n: Network, l: number, side: number) =>
  (size: number): number => {
    walk(n, l, side, size);
    law.slope = walked.slope;
    return walked.loss;
  };
const lossTo =
  (n: Network, l: number, side: number, at: number) =>
  (size: number): number => {
    walk(n, l, side, size, at);
    law.slope = walked.slopeTo;
    return walked.lossTo;
  };

/** Head that opens the spring check valves of a pipe up to a segment, m. */
function openingBefore(n: Network, l: number, segment: number): number {
  let sum = 0;
  for (let k = 0; k <= segment; k++) sum += n.segmentOpening[n.segmentStart[l] + k];
  return sum;
}

/** Flow through a pipe from its full side (head `high`) to the other (head `low`); writes `passed`. */
function throughPipe(n: Network, l: number, side: number, high: number, low: number, start: number): boolean {
  const last = n.segmentStart[l + 1] - n.segmentStart[l] - 1;
  const points = n.siphons ? 0 : n.pointStart[l + 1] - n.pointStart[l];
  for (let k = 0; k < points; k++) {
    const p = n.pointStart[l] + k;
    const over = side > 0 ? n.pointSegment[p] >= 0 : n.pointSegment[p] < last;
    if (over && n.pointElevation[p] >= high) return false;
  }
  // a spring check valve opens at its head, no less
  const opens = side > 0 ? openingBefore(n, l, last) : 0;
  if (opens > 0 && high - low <= opens) return false;
  // water that stands level on both sides runs as soon as one of them rises
  const still = high <= low;
  if (still) wholeLoss(n, l, side)(NO_FLOW);
  let size = still ? 0 : flowFor(wholeLoss(n, l, side), high - low, start);
  let at = -1;
  let slope = law.slope;
  for (let round = 0; round < points; round++) {
    walk(n, l, side, size);
    if (walked.at < 0 || walked.at === at || walked.asks <= high + CRUMB * (1 + Math.abs(high))) break;
    at = walked.at;
    if (opens > 0 && high - n.pointElevation[at] <= openingBefore(n, l, n.pointSegment[at])) return false;
    size = flowFor(lossTo(n, l, side, at), high - n.pointElevation[at], size);
    slope = law.slope;
  }
  passed.flow = side * size;
  passed.at = at;
  passed.side = at < 0 ? 0 : side;
  passed.byFrom = side > 0 || at < 0 ? 1 / slope : 0;
  passed.byTo = side < 0 || at < 0 ? 1 / slope : 0;
  return true;
}

/**
 * Flow through link `l` between the heads at its ends; writes `passed`. It rises with the head at `from` and falls with
 * the head at `to`, which makes the heads of a network unique.
 * @param start a flow to begin from, m³/s
 */
export function passing(n: Network, state: NetworkState, l: number, from: number, to: number, start: number): void {
  NOTHING();
  const opening = state.opening[l];
  if (opening <= 0) return;
  const forward = state.direction[l] >= 0;
  const backward = !n.oneWay[l] && state.direction[l] <= 0;
  switch (n.kind[l]) {
    case LinkKind.Pipe:
      if (forward && from >= to && throughPipe(n, l, 1, from, to, start)) return;
      if (backward && to >= from) throughPipe(n, l, -1, to, from, -start);
      return;
    case LinkKind.Power: {
      const head = from - to;
      if (head >= 0 ? !forward : !backward) return;
      const a = n.a[l] * opening;
      const size = Math.abs(head);
      const { straight } = steepEnd;
      const flow = size < straight ? a * straight ** (n.b[l] - 1) * size : a * size ** n.b[l];
      passed.flow = head < 0 ? -flow : flow;
      passed.byFrom = size < straight ? a * straight ** (n.b[l] - 1) : (n.b[l] * flow) / size;
      passed.byTo = passed.byFrom;
      return;
    }
    default: {
      // a yield and a reducer are short ways of next to no loss that stop at a limit or at a head
      if (!forward) return;
      const before = n.kind[l] === LinkKind.Reducer ? Math.min(from, n.a[l]) : from;
      if (before <= to) return;
      linkLaw(n, state, l, NO_FLOW);
      const g = 1 / law.slope;
      const flow = g * (before - to);
      const held = n.kind[l] === LinkKind.Limit && flow >= state.limit[l];
      passed.flow = held ? state.limit[l] : flow;
      passed.byFrom = held || before < from ? 0 : g;
      passed.byTo = held ? 0 : g;
    }
  }
}

/** What every open way lets through beside its law, m²/s: heads where nothing runs are those of the water that could. */
export const LEAK = 1 / CLOSED;
