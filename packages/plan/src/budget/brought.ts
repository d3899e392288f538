// What the network can bring of what its sources give: a spring is of no use to a tank that stands above it.
import { solve } from '@vernal-slope/core/network';
import { compilePlan, flowFromLpm, stateFor } from '../compile/index.ts';
import { isSource, isStore } from '../kinds/index.ts';
import type { Plan, SourceNode } from '../schema/index.ts';
import type { SourceYield } from '../year/index.ts';

/** Flows this close to what a source gives count as all of it. */
const CLOSE = 1e-4;
const DAY = 86_400;

/** Water that comes by its own fall; what pumps, rams and carts bring is theirs to lift. */
const byFall = (s: SourceNode): boolean =>
  !s.pump && !s.ram && !s.haul && (s.type === 'spring' || s.type === 'stream' || s.type === 'roof');

/** Month, 1 to 12, in which a source gives most. */
const bestMonth = (s: SourceNode): number => {
  const months = s.yieldByMonthLpm;
  return months ? months.indexOf(Math.max(...months)) + 1 : 1;
};

const known = new WeakMap<Plan, ReadonlyMap<string, number>>();

/**
 * The most that lines take from each source, tanks low and everything open, m³/s, by the source's id; only of sources by
 * their own fall that lines lead from and that give more than that. Nothing is said where the network does not settle.
 */
export function broughtBy(plan: Plan): ReadonlyMap<string, number> {
  const before = known.get(plan);
  if (before) return before;
  const found = new Map<string, number>();
  const sources = plan.nodes.filter((n): n is SourceNode => isSource(n) && byFall(n));
  const joined = sources.filter((s) => plan.lines.some((l) => l.from === s.id || l.to === s.id));
  if (joined.length > 0) {
    const c = compilePlan(plan);
    for (const month of new Set(joined.map(bestMonth))) {
      const { converged, flow } = solve(c.network, stateFor(c, { level: 'low', month }));
      if (!converged) continue;
      for (const s of joined) {
        const map = c.nodes.get(s.id);
        if (!map || bestMonth(s) !== month) continue;
        const out = (ends: readonly { link: number }[]): number => ends.reduce((sum, e) => sum + flow[e.link], 0);
        const takes = Math.max(0, out(map.leaving) - out(map.entering));
        const lpm = s.yieldByMonthLpm?.[month - 1] ?? s.yieldLpm;
        if (lpm === undefined || takes < flowFromLpm(lpm) * (1 - CLOSE)) found.set(s.id, takes);
      }
    }
  }
  known.set(plan, found);
  return found;
}

const drawn = new WeakMap<Plan, ReadonlyMap<string, number>>();

/**
 * The most that leaves each tank, m³/s, by its id: full, with everything open. Nothing is said where the network does
 * not settle.
 */
export function drawnFrom(plan: Plan): ReadonlyMap<string, number> {
  const before = drawn.get(plan);
  if (before) return before;
  const found = new Map<string, number>();
  if (plan.lines.length > 0) {
    const c = compilePlan(plan);
    const { converged, flow } = solve(c.network, stateFor(c, { level: 'full' }));
    for (const tank of converged ? plan.nodes.filter(isStore) : []) {
      const map = c.nodes.get(tank.id);
      if (map)
        found.set(
          tank.id,
          map.leaving.reduce((sum, e) => sum + Math.max(0, flow[e.link]), 0),
        );
    }
  }
  drawn.set(plan, found);
  return found;
}

/** Sources with what the lines bring of them. */
export interface Brought {
  readonly yields: readonly SourceYield[];
  readonly brings: ReadonlyMap<string, number>;
}

/** What lines bring of a source in each hour of a month's mean day, m³. */
export function broughtHours({ brings }: Brought, y: SourceYield, month: number): number[] {
  const most = (brings.get(y.source.id) ?? Infinity) * 3600;
  return y.hours(month).map((share) => Math.min(most, y.perDay[month] * share));
}

/** The same in a whole mean day of a month, m³. */
export const broughtPerDay = (b: Brought, y: SourceYield, month: number): number =>
  broughtHours(b, y, month).reduce((sum, v) => sum + v, 0);

/** Of a volume in a day, m³, what lines bring. */
export const broughtOf = ({ brings }: Brought, y: SourceYield, perDay: number): number =>
  Math.min(perDay, (brings.get(y.source.id) ?? Infinity) * DAY);
