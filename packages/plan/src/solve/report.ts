// The answer of `vernal solve`: the shape fixed by the plan format, in the file's units.
import type { Plan } from '../schema/index.ts';
import type { PlanSizes } from './sizing.ts';
import type { Finding } from '../findings/index.ts';
import { kiloPascals, lpmOfFlow, type Compiled } from '../compile/index.ts';
import { plotFlow, type PlanResult } from './solve.ts';

export interface SolveReport {
  readonly converged: boolean;
  readonly iterations: number;
  readonly nodes: Record<string, { headM: number; pressureKPa: number; staticPressureKPa: number; flowLpm: number }>;
  readonly lines: Record<
    string,
    {
      flowLpm: number;
      frictionLossM: number;
      minorLossM: number;
      exitLossM: number;
      velocityMs: number;
      stations: { chainageM: number; groundM: number; pipeM: number; gradeLineM: number; pressureKPa: number }[];
    }
  >;
  /** Only where the plan has plots. */
  readonly plots?: Record<string, { flowLpm: number }>;
  readonly findings: readonly Finding[];
}

/** Results by the plan's ids, in m, kPa, L/min and m/s. */
export function solveReport(c: Compiled, result: PlanResult, findings: readonly Finding[]): SolveReport {
  const nodes: SolveReport['nodes'] = {};
  for (const [id, node] of result.nodes) {
    nodes[id] = {
      headM: node.head,
      pressureKPa: kiloPascals(node.pressure),
      staticPressureKPa: kiloPascals(node.staticPressure),
      flowLpm: lpmOfFlow(node.flow),
    };
  }
  const lines: SolveReport['lines'] = {};
  for (const [id, line] of result.lines) {
    const geometry = c.lines.get(id)?.geometry;
    if (!geometry) continue;
    lines[id] = {
      flowLpm: lpmOfFlow(line.flow),
      frictionLossM: line.frictionLoss,
      minorLossM: line.minorLoss,
      exitLossM: line.exitLoss,
      velocityMs: line.velocity,
      stations: geometry.chainage.map((chainageM, k) => ({
        chainageM,
        groundM: geometry.ground[k],
        pipeM: geometry.pipe[k],
        gradeLineM: line.grade[k],
        pressureKPa: kiloPascals(line.pressure[k]),
      })),
    };
  }
  const plots = (c.plan.plots ?? []).map(
    (plot) => [plot.id, { flowLpm: lpmOfFlow(plotFlow(c, result, plot)) }] as const,
  );
  return {
    converged: result.converged,
    iterations: result.iterations,
    nodes,
    lines,
    ...(plots.length > 0 ? { plots: Object.fromEntries(plots) } : {}),
    findings,
  };
}

/** Sizes found, as the command prints them: pipes by line, costs, how sure; or what is missing. */
export function sizesReport(plan: Plan, found: PlanSizes): object {
  if (!found.ok)
    return found.reason === 'missing'
      ? {
          ok: false,
          reason: found.reason,
          missing: found.missing.map(({ by, need, ...m }) => ({ ...m, neededHeadM: need, missingM: by })),
        }
      : { ok: false, reason: found.reason };
  const lines = Object.fromEntries(
    plan.lines.flatMap((line) => {
      const own = found.sizes.filter((s) => s.line === line.id).sort((a, b) => a.leg - b.leg);
      return own.length > 0 ? [[line.id, own.map((s) => s.pipe)]] : [];
    }),
  );
  return {
    ok: true,
    serves: found.settled && found.short.length === 0,
    short: found.short.map((s) => ({
      situation: s.situation,
      at: s.id,
      flowLpm: lpmOfFlow(s.flow),
      ...(s.wantedFlow === undefined ? {} : { wantedFlowLpm: lpmOfFlow(s.wantedFlow) }),
      pressureKPa: kiloPascals(s.pressure),
      ...(s.wantedPressure === undefined ? {} : { wantedPressureKPa: kiloPascals(s.wantedPressure) }),
    })),
    ...(found.settled ? {} : { notSettled: true }),
    sure: found.exact ? 'exact' : 'searched',
    costUnit: found.unit === 'money' ? 'money' : 'kg of plastic',
    cost: found.cost,
    costNow: found.costNow,
    costAtLeast: found.bound,
    solves: found.solves,
    lines,
    situations: found.check.map(({ situation, served }) => ({
      name: situation,
      places: Object.fromEntries(
        served.map((s) => [
          s.id,
          { flowLpm: lpmOfFlow(s.flow), pressureKPa: kiloPascals(s.pressure), enough: s.enough },
        ]),
      ),
    })),
  };
}
