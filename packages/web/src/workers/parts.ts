// The bill with its chains, cuts and findings, and what other ways would cost: off the main thread.
import { compilePlan } from '@vernal-slope/plan/compile';
import type { Finding } from '@vernal-slope/plan/findings';
import {
  billOf,
  otherWays,
  partsFindings,
  type Bill,
  type OtherWays,
  systemWays,
  type SystemWay,
  type Units,
} from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { solvePlan } from '@vernal-slope/plan/solve';

export interface PartsAnswer {
  readonly plan: Plan;
  readonly bill: Bill;
  readonly ways: OtherWays;
  readonly findings: readonly Finding[];
  /** Flow of each line, m³/s: what narrowing costs is told at it. */
  readonly flows: Readonly<Record<string, number>>;
  readonly settled: boolean;
}

export interface PartsApi {
  parts: (plan: Plan, units: Units) => PartsAnswer;
  systems: (plan: Plan, units: Units) => SystemWay[];
}

export const partsApi: PartsApi = {
  parts: (plan, units) => {
    const compiled = compilePlan(plan);
    const result = solvePlan(compiled);
    const bill = billOf(plan, units);
    return {
      plan,
      bill,
      ways: otherWays(plan, bill),
      findings: partsFindings(bill, compiled, result),
      flows: Object.fromEntries([...result.lines].map(([id, l]) => [id, l.flow])),
      settled: result.converged,
    };
  },
  systems: systemWays,
};
