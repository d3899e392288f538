// The whole place as strips of ground side by side: each line in one of its own, heights true, hung from the spot where it
// leaves. Widths are in px at a scale of 1; nothing is drawn here.
import { isSource, isStore } from '@vernal-slope/plan/kinds';
import type { Line, Plan, PlanNode } from '@vernal-slope/plan/schema';
import { looseEnds, type LooseWay } from '@vernal-slope/plan/topology';

export interface StripLeg {
  readonly line: string;
  readonly leg: number;
  /** Drawn from its end to its start. */
  readonly reversed: boolean;
  /** In shares of the strip's legs; times the scale, plus the strip's own start. */
  readonly x0: number;
  readonly x1: number;
  /** Ground and pipe at both ends, m. */
  readonly z0: number;
  readonly z1: number;
  readonly pipe0: number;
  readonly pipe1: number;
  /** m */ readonly lengthM: number;
}

export interface StripPlace {
  readonly id: string;
  readonly node: PlanNode;
  readonly x: number;
  /** Ground, m. */
  readonly z: number;
  /** It is drawn elsewhere already: this is the same spot, carried across. */
  readonly again: boolean;
  readonly loose?: LooseWay;
}

export interface Strip {
  /** Of lines that hang together; empty where a place stands alone. */
  readonly legs: readonly StripLeg[];
  readonly places: readonly StripPlace[];
  /** Width of its legs at a scale of 1, px. */
  readonly width: number;
  /** A source that falls straight into a tank: no line between the two. */
  readonly hand?: { readonly from: string; readonly to: string };
}

/** Width of a leg, px: by the root of its length, so that short ones can be seen and long ones end. */
export const legWidth = (lengthM: number): number => Math.min(130, Math.max(30, 8.5 * Math.sqrt(lengthM)));
/** Room between a source and the tank it falls into, px. */
const HAND = 70;

/** How far a strip is spread at most. */
const MOST_SPREAD = 4;
/**
 * Scale of a strip at which its places stand so far apart that a thumb tells them: at least the scale of the others.
 * @param gap px between places
 */
export function spreadScale(strip: Pick<Strip, 'places'>, scale: number, gap: number): number {
  const apart = strip.places.slice(1).map((p, k) => p.x - strip.places[k].x);
  const least = Math.min(...apart.filter((d) => d > 0));
  return Number.isFinite(least) ? Math.max(scale, Math.min(MOST_SPREAD * scale, gap / least)) : scale;
}

/** Strips of a plan, in the order in which the water comes to them; every place and every line is in one. */
export function stripsOf(plan: Plan): Strip[] {
  const left = new Set(plan.lines.map((l) => l.id));
  const node = new Map(plan.nodes.map((n) => [n.id, n]));
  const loose = new Map(looseEnds(plan).map((l) => [l.node.id, l.way]));
  const placed = new Set<string>();
  const strips: Strip[] = [];
  const placeOf = (id: string, x: number): StripPlace | undefined => {
    const n = node.get(id);
    if (!n) return undefined;
    const again = placed.has(id);
    placed.add(id);
    const way = loose.get(id);
    return { id, node: n, x, z: n.groundM, again, ...(way === undefined ? {} : { loose: way }) };
  };
  const leaving = (id: string): Line[] => plan.lines.filter((l) => l.from === id && left.has(l.id));
  /** Lines that only end here and whose other end begins no strip of its own. */
  const backwards = (id: string): Line[] =>
    plan.lines.filter((l) => {
      const from = node.get(l.from);
      return l.to === id && left.has(l.id) && !isSource(from) && !isStore(from) && !placed.has(l.from);
    });
  function legsOf(line: Line, reversed: boolean, x: number): { legs: StripLeg[]; end: number } {
    const start = node.get(line.from)?.groundM ?? 0;
    const first = line.legs[0].depthM ?? 0;
    let at = x;
    const legs: StripLeg[] = [];
    const order = line.legs.map((_, k) => (reversed ? line.legs.length - 1 - k : k));
    for (const k of order) {
      const leg = line.legs[k];
      const before = k === 0 ? undefined : line.legs[k - 1];
      const a = { z: before?.endGroundM ?? start, pipe: (before?.endGroundM ?? start) - (before?.depthM ?? first) };
      const b = { z: leg.endGroundM, pipe: leg.endGroundM - (leg.depthM ?? 0) };
      const [p, q] = reversed ? [b, a] : [a, b];
      const width = legWidth(leg.lengthM);
      legs.push({
        line: line.id,
        leg: k,
        reversed,
        x0: at,
        x1: at + width,
        z0: p.z,
        z1: q.z,
        pipe0: p.pipe,
        pipe1: q.pipe,
        lengthM: leg.lengthM,
      });
      at += width;
    }
    return { legs, end: at };
  }
  function follow(from: string, first: Line): void {
    const legs: StripLeg[] = [];
    const places: StripPlace[] = [];
    const begin = placeOf(from, 0);
    if (begin) places.push(begin);
    let at = from;
    let x = 0;
    for (let line: Line | undefined = first; line;) {
      left.delete(line.id);
      const reversed = line.from !== at;
      const made = legsOf(line, reversed, x);
      legs.push(...made.legs);
      x = made.end;
      at = reversed ? line.from : line.to;
      const end = placeOf(at, x);
      if (end) places.push(end);
      const here = node.get(at);
      // a tank has a rim and a foot: what leaves it begins strips of its own; so does what goes on from a spot seen before
      const now: string = at;
      const before: string = line.id;
      line =
        !here || isStore(here) || end?.again
          ? undefined
          : (leaving(now).find((l) => l.id.startsWith(`${before}-on`)) ?? leaving(now).at(0) ?? backwards(now).at(0));
    }
    strips.push({ legs, places, width: x });
    for (const p of places) visit(p.id);
  }
  function visit(id: string): void {
    for (let line = leaving(id).at(0) ?? backwards(id).at(0); line; line = leaving(id).at(0) ?? backwards(id).at(0))
      follow(id, line);
  }
  const roots = [...plan.nodes].sort((a, b) => rank(a) - rank(b) || b.groundM - a.groundM);
  for (const n of roots) {
    if (isSource(n) && n.feeds !== undefined && node.has(n.feeds)) {
      const places = [placeOf(n.id, 0), placeOf(n.feeds, HAND)].filter((p) => p !== undefined);
      strips.push({ legs: [], places, width: HAND, hand: { from: n.id, to: n.feeds } });
      for (const p of places) visit(p.id);
    }
    if (isSource(n) || isStore(n)) visit(n.id);
  }
  // what hangs together with no tank and no source, then what stands alone
  for (const n of roots) if (!placed.has(n.id) && leaving(n.id).length > 0) visit(n.id);
  for (const n of roots) visit(n.id);
  for (const n of roots)
    if (!placed.has(n.id)) {
      const place = placeOf(n.id, 0);
      if (place) strips.push({ legs: [], places: [place], width: 0 });
    }
  return strips;
}

/** Water is told from where it begins. */
const rank = (node: PlanNode): number => (isSource(node) ? 0 : isStore(node) ? 1 : 2);
