// The plan as a sizing problem: every leg a pipe whose size is sought, wants as withdrawals and heads to keep.
import {
  findSizes,
  type SearchOptions,
  type SizedLeg,
  type SizesFound,
  type SizeOption,
} from '@vernal-slope/core/design';
import { NetworkBuilder } from '@vernal-slope/core/network';
import { headOfPressure, pressureOfHead } from '@vernal-slope/core/water';
import { deratingFactor, familyOf, type PipeRow } from '../catalogue/index.ts';
import {
  compilePlan,
  entranceK,
  legK,
  metresOfMm,
  openingHead,
  pascals,
  resolvePipe,
  segmentOf,
  type Compiled,
  type NodeMap,
} from '../compile/index.ts';
import { SITE_DEFAULTS, type Line, type Plan, type Situation } from '../schema/index.ts';
import { LEAST_BORE } from './findings.ts';
import { pricesOf, type CostUnit } from './prices.ts';
import { serveFreely, type ShortServed, type SizedRow } from './freerun.ts';
import { situationsOf, type Served } from './situations.ts';
import { solvePlan } from './solve.ts';
import { feeds, isBasin, isJoint, isOutlet, deliveryElevation, wantsOf, waterOf } from '../kinds/index.ts';

export interface LegSize {
  readonly line: string;
  readonly leg: number;
  readonly pipe: string;
}

export interface PlanMissing {
  /** Place, or line and station, that no size can serve. */ readonly at: string;
  readonly chainage?: number;
  readonly situation: string;
  /** Head that must be there, m above datum, and what is missing of it, m */ readonly need: number;
  readonly by: number;
}

export type PlanSizes =
  | {
      readonly ok: true;
      readonly sizes: readonly LegSize[];
      readonly cost: number;
      readonly costNow: number;
      readonly bound: number;
      /** Share of the cost that could still be saved at the most; 0 where the answer is exact. */
      readonly saveable: number;
      readonly unit: CostUnit;
      readonly exact: boolean;
      readonly solves: number;
      /** Every situation solved with the sizes found, outlets as they really run. */
      readonly check: readonly { readonly situation: string; readonly served: readonly Served[] }[];
      /** False where one of those was not settled: nothing is known of it then. */
      readonly settled: boolean;
      /** Places that no sizes serve with everything running freely, and what they get. */
      readonly short: readonly ShortServed[];
      /** Sizes that would serve throttled taps alone cost so much. */
      readonly throttledCost: number;
    }
  | { readonly ok: false; readonly reason: 'missing'; readonly missing: readonly PlanMissing[] }
  | { readonly ok: false; readonly reason: 'stopped' }
  /** Nothing has a size to seek: no line with pipe of the catalogue leads from a tank or source to a place that wants water. */
  | { readonly ok: false; readonly reason: 'nothing' };

/** Head that a place must have in front of it while it gives what it wants, m above datum, and that flow. */
function wanted(c: Compiled, map: NodeMap): { flow: number; head: number } | undefined {
  const node = map.plan;
  if (!isOutlet(node)) return undefined;
  const wants = wantsOf(node);
  const flow = wants.flow ?? 0;
  const pressureHead = wants.pressure === undefined ? 0 : headOfPressure(wants.pressure, c.water.density);
  // what its own law asks for: the law is in the network already
  const law = map.lawLinks[0] as number | undefined;
  const own = law === undefined ? 0 : (flow / c.network.a[law]) ** (1 / c.network.b[law]);
  const elevation = deliveryElevation(node);
  return { flow, head: elevation + Math.max(pressureHead, own) };
}

interface Group {
  readonly lines: readonly Line[];
}

/** Lines that hang together by their junctions and outlets: tanks and sources part them. Lines into tanks are left out. */
function groupsOf(c: Compiled): Group[] {
  const open = (id: string): boolean => feeds(c.nodes.get(id)?.plan);
  const left = new Set(c.plan.lines.filter((l) => !feeds(c.nodes.get(l.to)?.plan)));
  const groups: Group[] = [];
  for (const first of left) {
    left.delete(first);
    const lines = [first];
    for (let k = 0; k < lines.length; k++)
      for (const other of left) {
        const shared = [lines[k].from, lines[k].to].some((id) => !open(id) && (other.from === id || other.to === id));
        if (!shared) continue;
        left.delete(other);
        lines.push(other);
      }
    groups.push({ lines });
  }
  return groups;
}

/** Sizes that a leg may have: those of its family that bear the standing pressure and the school's least. */
function rowsFor(c: Compiled, line: Line, leg: number, grade: readonly number[]): PipeRow[] {
  const row = resolvePipe(line.legs[leg].pipe).row;
  const map = c.lines.get(line.id);
  if (!row || !map) return [];
  const temperature = c.plan.site?.waterTemperatureC ?? SITE_DEFAULTS.waterTemperatureC;
  const least = c.plan.settings?.leastPipe === '1-1/4' ? LEAST_BORE : 0;
  const pressure = Math.max(
    ...[leg, leg + 1].map((s) => pressureOfHead(grade[s] - map.geometry.pipe[s], c.water.density)),
  );
  return familyOf(row).filter(
    (r) =>
      metresOfMm(r.insideDiameterMm) >= least &&
      (r.ratingKPa === undefined || pascals(r.ratingKPa) * deratingFactor(r, temperature) >= pressure),
  );
}

/**
 * The cheapest sizes of the plan's own families of pipe that give every place of every situation its flow at its
 * pressure, and leave no station under suction. They are sought for withdrawals of what is wanted, as if every tap were
 * throttled to it, which no sizes can undercut; then widened until everybody is served with outlets as they run.
 */
export function sizePlan(
  plan: Plan,
  options: SearchOptions & { readonly situations?: readonly Situation[] } = {},
): PlanSizes {
  const c = compilePlan(plan);
  const situations = options.situations ?? situationsOf(c);
  const full = solvePlan(c, { level: 'full' });
  const sizes: LegSize[] = [];
  const totals = { cost: 0, now: 0, bound: 0, solves: 0, exact: true };
  const missing: PlanMissing[] = [];
  const rows = new Map<string, PipeRow[]>();
  for (const { lines } of groupsOf(c))
    for (const line of lines)
      line.legs.forEach((_, k) =>
        rows.set(`${line.id} ${k}`, rowsFor(c, line, k, full.lines.get(line.id)?.staticGrade ?? [])),
      );
  const prices = pricesOf(plan, [...rows.values()].flat());
  const groups = groupsOf(c).filter(({ lines }) =>
    lines.some((l) => l.legs.some((_, k) => rows.get(`${l.id} ${k}`)?.length)),
  );
  const tell = options.onProgress ?? (() => true);
  for (const [g, { lines }] of groups.entries()) {
    const b = new NetworkBuilder();
    const nodeOf = new Map<string, number>();
    const places: { node: number; at: string; chainage?: number; floor: number }[] = [];
    const fixed: { node: number; id: string }[] = [];
    const draws: { node: number; id: string; want: { flow: number; head: number } }[] = [];
    const nodeFor = (id: string): number => {
      const known = nodeOf.get(id);
      if (known !== undefined) return known;
      const map = c.nodes.get(id) as NodeMap;
      const open = feeds(map.plan);
      const node = open ? b.fixedNode() : b.node();
      nodeOf.set(id, node);
      if (open) fixed.push({ node, id });
      else {
        const want = wanted(c, map);
        if (want) draws.push({ node, id, want });
      }
      return node;
    };
    const legs: (SizedLeg & { line: string; leg: number; rows: readonly PipeRow[] })[] = [];
    for (const line of lines) {
      const map = c.lines.get(line.id);
      let from = nodeFor(line.from);
      if (line.reducerKPa !== undefined) {
        const behind = b.node();
        const set = (map?.geometry.pipe[0] ?? 0) + headOfPressure(pascals(line.reducerKPa), c.water.density);
        b.reducer(from, behind, set);
        from = behind;
      }
      line.legs.forEach((leg, k) => {
        const last = k === line.legs.length - 1;
        const to = last ? nodeFor(line.to) : b.node();
        const vessel = last && isBasin(c.nodes.get(line.to)?.plan);
        // the pipe must not draw air at its stations; into a trough the water is open
        if (!vessel)
          places.push({
            node: to,
            at: line.id,
            chainage: map?.geometry.chainage[k + 1],
            floor: map?.geometry.pipe[k + 1] ?? 0,
          });
        const opens = k === 0 && !isJoint(c.nodes.get(line.from)?.plan);
        const entrance = k === 0 && (opens || leg.entrance) ? entranceK(leg) : 0;
        const link = b.pipe(from, to, [{ ...segmentOf(leg), opening: openingHead(leg, c.water.density) }], {
          entranceK: entrance,
        });
        const choices = rows.get(`${line.id} ${k}`) ?? [];
        if (choices.length > 0)
          legs.push({
            link,
            k: legK(leg),
            entranceK: entrance,
            line: line.id,
            leg: k,
            rows: choices,
            options: choices.map((r): SizeOption => {
              const pipe = resolvePipe(r.id);
              return {
                // fittings lose by the bore that they are in
                k: legK({ ...leg, pipe: r.id }),
                diameter: metresOfMm(pipe.insideDiameterMm),
                roughness: metresOfMm(pipe.roughnessMm),
                hazenC: pipe.hazenWilliamsC,
                cost: prices.perMetre(r) * leg.lengthM,
              };
            }),
          });
        from = to;
      });
    }
    const network = b.build(plan.settings?.friction ?? 'darcy-weisbach', c.water.kinematicViscosity, true);
    const cases = situations.map((situation) => {
      const fixedHead = new Float64Array(network.nodeCount);
      const demand = new Float64Array(network.nodeCount);
      const need = new Float64Array(network.nodeCount).fill(-Infinity);
      for (const { node, id } of fixed) {
        const p = c.nodes.get(id)?.plan;
        fixedHead[node] = waterOf(p, { level: situation.level ?? 'low' }) ?? 0;
      }
      for (const p of places) need[p.node] = Math.max(need[p.node], p.floor);
      for (const d of draws) {
        if (!situation.open.includes(d.id)) continue;
        demand[d.node] = d.want.flow;
        need[d.node] = Math.max(need[d.node], d.want.head);
      }
      return { name: situation.name, fixedHead, demand, need };
    });
    if (legs.length === 0) continue;
    const found: SizesFound = findSizes(
      { network, legs, situations: cases },
      { ...options, onProgress: (share, cost) => tell((g + share) / groups.length, totals.cost + cost) },
    );
    totals.solves += found.solves;
    if (!found.ok) {
      if (found.reason === 'stopped') return { ok: false, reason: 'stopped' };
      for (const m of found.missing) {
        const draw = draws.find((d) => d.node === m.node);
        const place = places.find((p) => p.node === m.node);
        missing.push({
          at: draw?.id ?? place?.at ?? '',
          ...(draw || place?.chainage === undefined ? {} : { chainage: place.chainage }),
          situation: m.situation,
          need: m.need,
          by: m.by,
        });
      }
      continue;
    }
    legs.forEach((leg, k) => {
      sizes.push({ line: leg.line, leg: leg.leg, pipe: leg.rows[found.choice[k]].id });
      const now = resolvePipe(lines.find((l) => l.id === leg.line)?.legs[leg.leg].pipe ?? leg.rows[0].id).row;
      totals.now += now ? prices.perMetre(now) * (lines.find((l) => l.id === leg.line)?.legs[leg.leg].lengthM ?? 0) : 0;
    });
    totals.cost += found.cost;
    totals.bound += found.bound;
    totals.exact &&= found.sureness === 'exact';
  }
  if (missing.length > 0) return { ok: false, reason: 'missing', missing };
  if (sizes.length === 0) return { ok: false, reason: 'nothing' };
  // taps that run as they run take each other's water: widened until they all have theirs
  const legs: SizedRow[] = sizes.map((s) => {
    const choices = rows.get(`${s.line} ${s.leg}`) ?? [];
    return { line: s.line, leg: s.leg, rows: choices, at: choices.findIndex((r) => r.id === s.pipe) };
  });
  const withRows = (list: readonly SizedRow[]): Plan =>
    withSizes(
      plan,
      list.map(({ line, leg, rows: choices, at }) => ({ line, leg, pipe: choices[at].id })),
    );
  const lengthOf = new Map(plan.lines.flatMap((l) => l.legs.map((leg, k) => [`${l.id} ${k}`, leg.lengthM])));
  const costOf = (leg: SizedRow, row: PipeRow): number =>
    prices.perMetre(row) * (lengthOf.get(`${leg.line} ${leg.leg}`) ?? 0);
  const free = serveFreely(legs, situations, withRows, costOf, () => tell(1, totals.cost));
  const throttledCost = totals.cost;
  if (free.changed) {
    totals.cost = legs.reduce((sum, leg) => sum + costOf(leg, leg.rows[leg.at]), 0);
    totals.exact = false;
    sizes.length = 0;
    sizes.push(...legs.map(({ line, leg, rows: choices, at }) => ({ line, leg, pipe: choices[at].id })));
  }
  totals.solves += free.solves;
  return {
    ok: true,
    sizes,
    settled: free.settled,
    short: free.short,
    throttledCost,
    cost: totals.cost,
    costNow: totals.now,
    bound: totals.bound,
    saveable: totals.cost > 0 ? Math.max(0, 1 - totals.bound / totals.cost) : 0,
    unit: prices.unit,
    exact: totals.exact,
    solves: totals.solves,
    check: free.check,
  };
}

/** The plan with the sizes of some legs changed. */
export function withSizes(plan: Plan, sizes: readonly LegSize[]): Plan {
  const pipes = new Map(sizes.map((s) => [`${s.line} ${s.leg}`, s.pipe]));
  return {
    ...plan,
    lines: plan.lines.map((l) => ({
      ...l,
      legs: l.legs.map((leg, k) => {
        const pipe = pipes.get(`${l.id} ${k}`);
        return pipe === undefined ? leg : { ...leg, pipe };
      }),
    })),
  };
}
