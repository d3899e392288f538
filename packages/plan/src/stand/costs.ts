// What a stand is made of, as lines that can be priced.
import { bags, buy, STOCK, STOCK_FEET, type PieceOf, type StandParts } from '@vernal-slope/core/stand';
import { mmOfMetres } from '../compile/index.ts';
import type { Plan } from '../schema/index.ts';
import { SECTION_ROWS } from '../catalogue/index.ts';

/** Dry weight of a bag of concrete, kg, where units are metric and where they are not (80 lb). */
export const BAG_KG = { metric: 25, us: 36.287 } as const;

export interface PartLine {
  /** What a price is entered for. */ readonly part: string;
  readonly kind: 'timber' | 'concrete' | 'gravel' | 'fastener';
  /** Section of timber, m */ readonly width?: number;
  readonly depth?: number;
  /** As it is called in the trade, where it has a name. */ readonly name?: string;
  /** What the pieces are for. */ readonly of?: readonly PieceOf[];
  readonly fastener?: string;
  /** How many of `per` are bought. */ readonly quantity: number;
  readonly per: 'm' | 'bag' | 'm³' | 'piece';
  /** Timber: lengths to buy, m, how many, and what is left over, m */
  readonly stock?: number;
  readonly count?: number;
  readonly waste?: number;
  readonly cuts?: readonly (readonly number[])[];
  /** Pieces longer than timber is sold, m */ readonly tooLong?: readonly number[];
  readonly price?: number;
  readonly cost?: number;
}

/** Name of a section by its sides, where it is one of the trade's. */
export const sectionName = (widthMm: number, depthMm: number): string | undefined =>
  SECTION_ROWS.find((s) => Math.abs(s.widthMm - widthMm) < 1 && Math.abs(s.depthMm - depthMm) < 1)?.name;

/** Lines of timber by section, of concrete by the bag, of gravel and fasteners, priced where the plan has a price; bags and lengths as sold. */
export function partLines(
  plan: Plan,
  parts: StandParts,
  units: 'metric' | 'us' = plan.settings?.units ?? 'metric',
): PartLine[] {
  const prices = new Map(plan.prices?.parts?.map((p) => [p.part, p.each]));
  const priced = (line: PartLine): PartLine => {
    const price = prices.get(line.part);
    return price === undefined ? line : { ...line, price, cost: price * line.quantity };
  };
  const sections = new Map<string, { width: number; depth: number; lengths: number[]; of: Set<PieceOf> }>();
  for (const p of parts.pieces) {
    const [w, d] = [Math.round(mmOfMetres(p.width)), Math.round(mmOfMetres(p.depth))];
    const key = `timber ${Math.min(w, d)}x${Math.max(w, d)}`;
    const entry = sections.get(key) ?? { width: p.width, depth: p.depth, lengths: [], of: new Set() };
    entry.lengths.push(...Array.from({ length: p.count }, () => p.length));
    entry.of.add(p.of);
    sections.set(key, entry);
  }
  const stock = units === 'us' ? STOCK_FEET : STOCK;
  const lines: PartLine[] = [...sections].map(([part, s]) => {
    const b = buy(s.lengths, stock);
    return {
      part,
      kind: 'timber',
      width: Math.min(s.width, s.depth),
      depth: Math.max(s.width, s.depth),
      name: sectionName(mmOfMetres(Math.min(s.width, s.depth)), mmOfMetres(Math.max(s.width, s.depth))),
      of: [...s.of],
      quantity: b.stock * b.count,
      per: 'm',
      stock: b.stock,
      count: b.count,
      waste: b.waste,
      cuts: b.cuts,
      tooLong: b.tooLong,
    };
  });
  const bag = BAG_KG[units];
  lines.push({
    part: 'concrete bag',
    kind: 'concrete',
    quantity: bags(parts.concrete, bag),
    per: 'bag',
  });
  if (parts.gravel > 0) lines.push({ part: 'gravel', kind: 'gravel', quantity: parts.gravel, per: 'm³' });
  for (const f of parts.fasteners)
    lines.push({ part: f.of, kind: 'fastener', fastener: f.of, quantity: f.count, per: 'piece' });
  return lines.map(priced);
}
