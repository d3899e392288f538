// Pieces out of stock lengths: cut lists that waste least.

/** Pieces cut from one length of stock. */
export interface Bin {
  /** Length as bought, m */ readonly stock: number;
  /** m, longest first */ readonly pieces: readonly number[];
  /** m */ readonly left: number;
}

/** Digits beyond which lengths are the same, m. */
const SAME = 1e-9;

/** First fit, longest first: never above 11/9 of the best and 6/9 (Dósa 2007). Pieces must be no longer than the stock. */
export function firstFit(pieces: readonly number[], stock: number, kerf = 0): number[][] {
  const bins: { left: number; pieces: number[] }[] = [];
  for (const p of [...pieces].sort((a, b) => b - a)) {
    const bin = bins.find((b) => b.left >= p - SAME);
    if (bin) {
      bin.left -= p + kerf;
      bin.pieces.push(p);
    } else bins.push({ left: stock - p - kerf, pieces: [p] });
  }
  return bins.map((b) => b.pieces);
}

/** Fewest lengths there could be: all of it in one row. */
export const leastBins = (pieces: readonly number[], stock: number): number =>
  Math.ceil(pieces.reduce((a, b) => a + b, 0) / stock - SAME);

/** Steps of the search for fewer lengths than first fit finds: enough to try everything with few pieces. */
const STEPS = 20_000;
const FEW = 12;
const STEPS_OF_MANY = 500;

/**
 * Pieces into as few lengths of one stock as can be: first fit, and where that takes more than the pieces need in a
 * row, a search for fewer (branch and bound, stopped after 20,000 steps, of many pieces after 500).
 * @param pieces m, each above 0 and no longer than the stock
 * @param stock m
 * @param kerf what one cut takes, m
 */
export function pack(pieces: readonly number[], stock: number, kerf = 0): number[][] {
  let best = firstFit(pieces, stock, kerf);
  const least = leastBins(pieces, stock);
  if (best.length <= least) return best;
  const sorted = [...pieces].sort((a, b) => b - a);
  const bins: { left: number; pieces: number[] }[] = [];
  let steps = 0;
  const most = pieces.length <= FEW ? STEPS : STEPS_OF_MANY;
  const place = (k: number): boolean => {
    if (bins.length >= best.length) return false;
    if (k === sorted.length) {
      best = bins.map((b) => [...b.pieces]);
      return best.length <= least;
    }
    if (++steps > most) return true;
    const p = sorted[k];
    const tried = new Set<number>();
    for (const bin of bins) {
      const room = Math.round(bin.left / SAME);
      if (bin.left < p - SAME || tried.has(room)) continue;
      tried.add(room);
      bin.left -= p + kerf;
      bin.pieces.push(p);
      const done = place(k + 1);
      bin.pieces.pop();
      bin.left += p + kerf;
      if (done) return true;
    }
    if (bins.length + 1 >= best.length) return false;
    bins.push({ left: stock - p - kerf, pieces: [p] });
    const done = place(k + 1);
    bins.pop();
    return done;
  };
  place(0);
  return best;
}

export interface Cut {
  readonly bins: readonly Bin[];
  /** Joins made where a run is longer than what is sold. */ readonly joins: number;
}

/**
 * What is bought for runs of one pipe: a run longer than the longest stock takes whole lengths of it and a rest, joined;
 * pieces are packed into the longest stock, and each length that is not full is bought as the shortest that holds it.
 * @param runs m, each above 0
 * @param stocks lengths that it is sold in, m, each above 0
 * @param kerf what one cut takes, m
 * @param price money of a length of stock; where all that would hold a length's pieces have one, the cheapest is bought
 */
export function cutFrom(
  runs: readonly number[],
  stocks: readonly number[],
  kerf = 0,
  price: (stock: number) => number | undefined = () => undefined,
): Cut {
  const sold = [...stocks].sort((a, b) => a - b);
  const longest = sold[sold.length - 1];
  const pieces: number[] = [];
  let joins = 0;
  for (const run of runs) {
    const wholes = Math.ceil(run / longest - SAME) - 1;
    for (let k = 0; k < wholes; k++) pieces.push(longest);
    pieces.push(run - wholes * longest);
    joins += wholes;
  }
  const bins = pack(pieces, longest, kerf).map((cut): Bin => {
    // the last piece is not cut off when nothing stands behind it
    const need = cut.reduce((a, b) => a + b, 0) + kerf * (cut.length - 1);
    const holds = sold.filter((s) => s >= need - SAME);
    const priced = holds.map((s) => ({ s, money: price(s) ?? Infinity }));
    const cheapest = priced.reduce((a, b) => (b.money < a.money ? b : a), {
      s: holds.at(0) ?? longest,
      money: Infinity,
    });
    const stock = priced.every((p) => p.money < Infinity) ? cheapest.s : (holds.at(0) ?? longest);
    return { stock, pieces: [...cut].sort((a, b) => b - a), left: Math.max(0, stock - need) };
  });
  return { bins: bins.sort((a, b) => b.stock - a.stock || b.pieces[0] - a.pieces[0]), joins };
}
