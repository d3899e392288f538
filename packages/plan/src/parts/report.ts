// Parts as the command line prints them.
import { SYSTEMS, type End } from '@vernal-slope/core/parts';
import { compilePlan } from '../compile/index.ts';
import type { Finding } from '../findings/index.ts';
import type { Plan } from '../schema/index.ts';
import { billOf } from './bill.ts';
import { partsFindings } from './judge.ts';

const tidy = (v: number): number => Number(v.toFixed(4));
const printed = (e: End): End => ({ system: e.system, size: e.size, gender: e.gender });

export interface PartsReport {
  readonly pipe: readonly unknown[];
  readonly items: readonly unknown[];
  readonly joints: readonly unknown[];
  readonly holes: readonly unknown[];
  readonly cost: { readonly total: number; readonly unpriced: readonly string[] };
  readonly findings: readonly Finding[];
}

/** The bill with every joint's chain: each joint as often as it is made. */
export function partsReport(plan: Plan): PartsReport {
  const bill = billOf(plan);
  return {
    pipe: bill.pipe.map((p) => ({
      pipe: p.pipe,
      needM: tidy(p.need),
      stock: p.stock.map((s) => ({
        lengthM: tidy(s.length),
        count: s.count,
        priceEach: s.price === undefined ? null : tidy(s.price),
      })),
      cuts: p.bins.map((b) => ({ stockM: tidy(b.stock), piecesM: b.pieces.map(tidy) })),
    })),
    items: bill.items.map((i) => ({
      id: i.id,
      name: i.name,
      count: tidy(i.count),
      per: i.per,
      group: i.group,
      priceEach: i.price ?? null,
    })),
    joints: bill.joints.flatMap((j) =>
      j.chain
        ? Array.from({ length: j.count }, () => ({
            at: j.at,
            kind: j.kind,
            from: printed(j.chain?.from ?? { system: 'npt', size: '', gender: 'none' }),
            parts: (j.chain?.links ?? []).map((l) => ({ part: l.part.id, in: printed(l.in), out: printed(l.out) })),
            to: printed(j.chain?.to ?? { system: 'npt', size: '', gender: 'none' }),
            seal: SYSTEMS[j.chain?.to.system ?? 'npt'].seal.by,
          }))
        : [],
    ),
    holes: bill.holes.flatMap((h) =>
      Array.from({ length: h.count }, () => ({
        at: h.at,
        part: h.part,
        sawMm: h.sawMm,
        saw: h.saw,
        wallMm: [...h.wallMm],
      })),
    ),
    cost: { total: tidy(bill.total), unpriced: [...bill.unpriced] },
    findings: partsFindings(bill, compilePlan(plan)),
  };
}
