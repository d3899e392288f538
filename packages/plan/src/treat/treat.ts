// Treatment in the chain as it runs: sand under its water, elements and heaters in a line.
import { chargeTime, surfaceLoading } from '@vernal-slope/core/filter';
import { headOfPressure } from '@vernal-slope/core/water';
import { mPerHOfSpeed, secondsOfHours } from '../fields/index.ts';
import { findSand, findTreatment, type SandRow, type TreatmentRow } from '../catalogue/index.ts';
import { compilePlan, cubicMetres, elementLoss, flowFromLpm, type Compiled } from '../compile/index.ts';
import { isFilter, isTap, isVessel, sandArea, sandConductance, sandConductivity } from '../kinds/index.ts';
import type { Filter, Plan, StoreNode, Treatment } from '../schema/index.ts';
import { optionsOf, solvePlan } from '../solve/index.ts';
import { routeTo } from '../topology/index.ts';

export type FilterTank = StoreNode & { readonly filter: Filter };
export const filtersOf = (plan: Plan): FilterTank[] =>
  plan.nodes.flatMap((n) => (isVessel(n) && n.kind === 'tank' && isFilter(n) ? [n] : []));

const DAY = 86_400;
/** A charge counts as through when so much of it is left. */
export const CHARGE_LEFT = 0.1;

export interface FilterRuns {
  readonly node: FilterTank;
  readonly row: SandRow;
  /** m² */ readonly area: number;
  /** m/s */ readonly conductivity: number;
  /** m²/s */ readonly conductance: number;
  /** m of water over the sand when it stands at its spill; under the sand where less than nothing. */ readonly film: number;
  /** Water over the spill when it is fullest, m, and m³ of it. */ readonly over: number;
  readonly room: number;
  /** m³/s and m/s with the water highest, as the sand says. */ readonly most: number;
  readonly loading: number;
  /** m that go down onto the sand in an hour, and the most that are asked. */ readonly hourly: number;
  readonly mostHourly: number;
  /** What the network passes with tanks full, m³/s; undefined where it is not settled. */ readonly flow:
    number | undefined;
  /** m³ a day: kept full, or by its charges with the rest between them. */ readonly perDay: number;
  /** Filled by a line, by hand. */ readonly fed: boolean;
  /** s until a charge has run through; m³ of it. */ readonly chargeTime: number;
  readonly charge: number;
  /** Charges a day that leave it its rest. */ readonly charges: number;
}

/** How a filter runs, its tanks full. */
export function filterRuns(c: Compiled, node: FilterTank): FilterRuns {
  const row = findSand(node.filter.kind) as SandRow;
  const temperature = c.water.temperatureC;
  const area = sandArea(node);
  const conductance = sandConductance(node, temperature);
  const top = Math.min(node.overflowM, node.inlet?.floatValve?.closeLevelM ?? node.overflowM);
  const over = Math.max(0, top - node.outletM);
  const most = conductance * over;
  const solution = solvePlan(c, { level: 'full', levels: { [node.id]: top } });
  const map = c.nodes.get(node.id);
  const flow = solution.converged
    ? (map?.leaving ?? []).reduce((sum, l) => sum + (solution.lines.get(l.line)?.flow ?? 0), 0)
    : undefined;
  const fed = (map?.entering.length ?? 0) > 0;
  const room = area * over;
  const charge = Math.min(room, node.filter.chargeL === undefined ? room : cubicMetres(node.filter.chargeL));
  const through = over > 0 ? chargeTime(conductance, area, CHARGE_LEFT) : Infinity;
  const rest = secondsOfHours(row.pause?.[0] ?? 0);
  const charges = Number.isFinite(through) ? DAY / (through + rest) : 0;
  return {
    node,
    row,
    area,
    conductivity: sandConductivity(node.filter, temperature),
    conductance,
    film: node.outletM - node.filter.sandM,
    over,
    room,
    most,
    loading: surfaceLoading(most, area),
    hourly: mPerHOfSpeed(surfaceLoading(most, area)),
    mostHourly: row.loading[1],
    flow,
    perDay: fed ? most * DAY : charge * (1 - CHARGE_LEFT) * charges,
    fed,
    chargeTime: through,
    charge,
    charges,
  };
}

export interface ElementRuns {
  readonly line: string;
  readonly leg: number;
  readonly entry: number;
  readonly treatment: Treatment;
  readonly row: TreatmentRow;
  /** The tap under it that is open alone, the most of all; undefined where none is. */ readonly tap:
    string | undefined;
  /** Through it then, m³/s; what it loses, m; head before it, m over the pipe. */ readonly flow: number;
  readonly loss: number;
  readonly before: number;
  /** The tap's flow without it, m³/s. */ readonly without: number;
  readonly settled: boolean;
}

/** A plan with one element taken out. */
const withoutElement = (plan: Plan, line: string, leg: number, entry: number): Plan => ({
  ...plan,
  lines: plan.lines.map((l) =>
    l.id !== line
      ? l
      : {
          ...l,
          legs: l.legs.map((g, k) => (k === leg ? { ...g, treatment: g.treatment?.filter((_, i) => i !== entry) } : g)),
        },
  ),
});

/** Loss of an element at a flow, m. */
export function elementHead(c: Compiled, t: Treatment, flow: number): number {
  const law = elementLoss(t);
  const full = headOfPressure(law.pressure, c.water.density);
  return law.law === 'straight' ? (full * flow) / law.flow : full * (flow / law.flow) ** 2;
}

/** Every element of a plan's lines with the tap under it that runs most freely alone, the tanks as they stand. */
export function elementsRun(c: Compiled): ElementRuns[] {
  const taps = c.plan.nodes.filter(isTap).flatMap((t) => {
    const route = routeTo(c, t.id);
    return route ? [{ tap: t, lines: new Set(route.lines.map((l) => l.line)) }] : [];
  });
  const alone = (of: Compiled, id: string) => solvePlan(of, optionsOf(of, [id], 'start'));
  return c.plan.lines.flatMap((line) =>
    line.legs.flatMap((leg, k) =>
      (leg.treatment ?? []).flatMap((treatment, entry): ElementRuns[] => {
        const row = findTreatment(treatment.kind);
        const map = c.lines.get(line.id);
        if (!row || !map) return [];
        const under = taps
          .filter((t) => t.lines.has(line.id))
          .map((t) => ({ id: t.tap.id, runs: alone(c, t.tap.id) }))
          .sort((a, b) => (b.runs.nodes.get(b.id)?.flow ?? 0) - (a.runs.nodes.get(a.id)?.flow ?? 0))
          .at(0);
        const runs = under?.runs ?? solvePlan(c, { level: 'start' });
        const found = runs.lines.get(line.id);
        const flow = Math.abs(found?.flow ?? 0);
        const bare = under && alone(compilePlan(withoutElement(c.plan, line.id, k, entry)), under.id);
        const station = map.geometry.pipe[k + 1];
        const loss = elementHead(c, treatment, flow);
        return [
          {
            line: line.id,
            leg: k,
            entry,
            treatment,
            row,
            tap: under?.id,
            flow,
            loss,
            before: (found?.grade[k + 1] ?? station) + loss - station,
            without: under && bare ? (bare.nodes.get(under.id)?.flow ?? 0) : flow,
            settled: runs.converged && (bare?.converged ?? true),
          },
        ];
      }),
    ),
  );
}

/** Flow that is the least an element works with, m³/s; 0 where it asks none. */
export const leastFlow = (row: TreatmentRow): number => flowFromLpm(row.leastLpm ?? 0);
