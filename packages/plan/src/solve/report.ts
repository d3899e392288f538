// The answer of `vernal solve`: the shape fixed by the plan format, in the file's units.
import type { Finding } from '@vernal-slope/core/judge';
import { kiloPascals, lpmOfFlow, type Compiled } from '../compile/index.ts';
import type { PlanResult } from './solve.ts';

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
  return { converged: result.converged, iterations: result.iterations, nodes, lines, findings };
}
