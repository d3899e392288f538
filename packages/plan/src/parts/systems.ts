// One system of pipe all the way against several: what each would take to buy, to join and to work with.
import { findPipe, PIPE_ROWS, type PipeRow } from '../catalogue/index.ts';
import { compilePlan, resolvePipe } from '../compile/index.ts';
import { applyCommand, changePlan, type Command } from '../edit/index.ts';
import { isOutlet } from '../kinds/index.ts';
import type { Leg, Plan } from '../schema/index.ts';
import { solvePlan } from '../solve/index.ts';
import { billOf, type Units } from './bill.ts';

/** A pipe of the next size counts as as wide from this share of the bore that is there. */
const AS_WIDE = 0.97;
/** What is laid in rows and along rails is no pipe that leads water from place to place. */
const leads = (leg: Leg): boolean => (leg.emitters ?? []).length === 0;
const rowOf = (leg: Leg): PipeRow | undefined => (typeof leg.pipe === 'string' ? findPipe(leg.pipe) : undefined);

/** The size of a family that keeps a leg's bore; its widest where none does. */
function sizeOf(family: string, leg: Leg): PipeRow | undefined {
  const bore = resolvePipe(leg.pipe).insideDiameterMm;
  const rows = PIPE_ROWS.filter((r) => r.family === family).sort((a, b) => a.insideDiameterMm - b.insideDiameterMm);
  return rows.find((r) => r.insideDiameterMm >= AS_WIDE * bore) ?? rows.at(-1);
}

/** All that leads water in one family of pipe, each leg in the size that keeps its bore; chains that were taken go. */
export const oneSystem = (family: string): Command =>
  changePlan(`${family} all the way`, (plan) => {
    for (const node of plan.nodes) delete node.chains;
    for (const line of plan.lines) {
      delete line.reducerChain;
      for (const leg of line.legs) {
        if (!leads(leg) || rowOf(leg)?.family === family) continue;
        const row = sizeOf(family, leg);
        if (!row) continue;
        leg.pipe = row.id;
        delete leg.startChain;
        delete leg.endChain;
        for (const thing of [...(leg.fittings ?? []), ...(leg.treatment ?? [])]) delete thing.chain;
      }
    }
  });

export interface SystemWay {
  /** undefined: as it is planned. */
  readonly family?: string;
  /** Kinds of pipe that lead water. */ readonly kinds: number;
  /** Parts in all chains, and different things to buy beside pipe. */
  readonly parts: number;
  readonly lines: number;
  readonly tools: number;
  /** Places that no chain closes. */ readonly open: number;
  /** Money for what has a price, and how many lines have none. */
  readonly total: number;
  readonly unpriced: number;
  /** The outlet that keeps the least of its flow as the plan runs, and the share of it; undefined where none flows or it is not settled. */
  readonly least?: { readonly id: string; readonly share: number };
  readonly settled: boolean;
}

const flowsOf = (plan: Plan): { settled: boolean; flows: Map<string, number> } => {
  const result = solvePlan(compilePlan(plan));
  return {
    settled: result.converged,
    flows: new Map(plan.nodes.filter(isOutlet).map((n) => [n.id, result.nodes.get(n.id)?.flow ?? 0])),
  };
};

/** Least flow of which a share is told, m³/s. */
const SOME = 1e-9;

/** The plan as it is, and in each of its own families of pipe alone; only the first where one leads all already. */
export function systemWays(plan: Plan, units: Units): SystemWay[] {
  const legs = plan.lines.flatMap((l) => l.legs).filter(leads);
  const families = [...new Set(legs.flatMap((leg) => rowOf(leg)?.family ?? []))];
  const kindsOf = (p: Plan): number =>
    new Set(
      p.lines
        .flatMap((l) => l.legs)
        .filter(leads)
        .map((leg) => rowOf(leg)?.family ?? 'its own figures'),
    ).size;
  const now = flowsOf(plan);
  const way = (p: Plan, family?: string): SystemWay => {
    const bill = billOf(p, units);
    const own = family === undefined ? now : flowsOf(p);
    const shares = [...now.flows].flatMap(([id, flow]) =>
      flow > SOME ? [{ id, share: (own.flows.get(id) ?? 0) / flow }] : [],
    );
    const settled = now.settled && own.settled;
    const least = shares.reduce<(typeof shares)[number] | undefined>(
      (a, b) => (a && a.share <= b.share ? a : b),
      undefined,
    );
    return {
      ...(family === undefined ? {} : { family }),
      kinds: kindsOf(p),
      parts: bill.joints.reduce((sum, j) => sum + (j.chain?.links.length ?? 0) * j.count, 0),
      lines: bill.items.filter((i) => i.group !== 'tool' && i.group !== 'spare').length,
      tools: bill.items.filter((i) => i.group === 'tool').length,
      open: bill.joints.filter((j) => !j.chain).length,
      total: bill.total,
      unpriced: bill.unpriced.length,
      ...(settled && family !== undefined && least ? { least } : {}),
      settled,
    };
  };
  const first = way(plan);
  if (first.kinds < 2) return [first];
  return [first, ...families.map((f) => way(applyCommand(plan, oneSystem(f))?.plan ?? plan, f))];
}
