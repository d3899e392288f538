import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ALL_ENDS,
  bestChains,
  chainK,
  chainOf,
  chainsBetween,
  cutFrom,
  end,
  endKey,
  endWords,
  findPart,
  firstFit,
  hauled,
  isKnownEnd,
  leastBins,
  mateOf,
  mates,
  meetings,
  outsideOf,
  pack,
  paidInTrips,
  paidInWeek,
  PARTS,
  pumped,
  reachFrom,
  sealingOf,
  SYSTEM_IDS,
  SYSTEMS,
  turned,
  type Chain,
  type End,
} from './index.ts';

const recorded = JSON.parse(readFileSync(new URL('../reference/recorded-parts.json', import.meta.url), 'utf8')) as {
  sizes: Record<string, { sch40: { insideMm: number; outsideMm: number }; sch80: { insideMm: number } }>;
  narrowing: { beta: number; k: number }[];
};
const closes = (c: Chain): boolean => meetings(c).every(([a, b]) => mates(a, b));

describe('ends', () => {
  // outside diameters of iron pipe sizes: ASME B36.10, as the fluids library has them
  it.each(Object.entries(recorded.sizes))('of %s in are as wide as iron pipe of that size', (size, { sch40 }) => {
    for (const system of ['npt', 'solvent', 'drain', 'grommet', 'sleeve', 'grip-ips'] as const) {
      const outside = SYSTEMS[system].sizes.find((s) => s.size === size)?.outsideMm;
      if (outside !== undefined) expect(Math.abs(outside - sch40.outsideMm)).toBeLessThan(0.25);
    }
  });
  // copper tube sizes: the outside is 1/8 in more than the name (ASTM B88, D2846, F876)
  it.each(['solvent-cts', 'crimp', 'push', 'solder'] as const)(
    'of %s are tube sizes, 1/8 in over their names',
    (id) => {
      const inch: Record<string, number> = {
        '3/8': 3 / 8,
        '1/2': 1 / 2,
        '3/4': 3 / 4,
        '1': 1,
        '1-1/4': 5 / 4,
        '1-1/2': 3 / 2,
        '2': 2,
      };
      for (const s of SYSTEMS[id].sizes) expect(s.outsideMm).toBeCloseTo((inch[s.size] + 1 / 8) * 25.4, 2);
    },
  );
  it('have the threads an inch of their standards', () => {
    // ASME B1.20.1, ISO 7-1, ASME B1.20.7 (from memory)
    const tpi = (system: keyof typeof SYSTEMS, size: string): number | undefined =>
      SYSTEMS[system].sizes.find((s) => s.size === size)?.tpi;
    expect([tpi('npt', '1/2'), tpi('npt', '3/4'), tpi('npt', '1'), tpi('npt', '2-1/2')]).toEqual([14, 14, 11.5, 8]);
    expect([tpi('iso7', '1/2'), tpi('iso7', '3/4'), tpi('iso7', '1')]).toEqual([14, 14, 11]);
    expect(tpi('hose-thread', '3/4')).toBe(11.5);
    expect(outsideOf(end('hose-thread', '3/4', 'male'))).toBeCloseTo(1.0625 * 25.4, 2);
    // metric polyethylene goes by its outside (ISO 4427-2)
    for (const s of SYSTEMS.compression.sizes) expect(s.outsideMm).toBe(Number.parseFloat(s.size));
  });
  it('mate male to female of one system and size, or like to like, and no other way', () => {
    expect(mates(end('npt', '3/4', 'male'), end('npt', '3/4', 'female'))).toBe(true);
    expect(mates(end('npt', '3/4', 'male'), end('npt', '3/4', 'male'))).toBe(false);
    expect(mates(end('npt', '3/4', 'male'), end('hose-thread', '3/4', 'female'))).toBe(false);
    expect(mates(end('npt', '3/4', 'male'), end('iso7', '3/4', 'female'))).toBe(false);
    expect(mates(end('npt', '3/4', 'male'), end('npt', '1', 'female'))).toBe(false);
    expect(mates(end('sleeve', '2', 'none'), end('sleeve', '2', 'none'))).toBe(true);
    for (const e of ALL_ENDS) expect(mates(e, mateOf(e)), endWords(e)).toBe(true);
  });
  it('are told what seals them', () => {
    for (const id of SYSTEM_IDS) expect(SYSTEMS[id].seal.per, id).toBeGreaterThan(0);
    expect([SYSTEMS.npt.seal.by, SYSTEMS['hose-thread'].seal.by, SYSTEMS.insert.seal]).toEqual([
      'tape',
      'washer',
      { by: 'clamp', per: 2 },
    ]);
  });
});

describe('parts', () => {
  it('have ids of their own, ends that are known, a bore and a source', () => {
    expect(new Set(PARTS.map((p) => p.id)).size).toBe(PARTS.length);
    for (const p of PARTS) {
      for (const e of p.ends) expect(isKnownEnd(e), p.id).toBe(true);
      for (const [a, b] of p.passes) expect(p.ends[a] && p.ends[b], p.id).toBeTruthy();
      expect(p.boreMm, p.id).toBeGreaterThan(0);
      expect(p.source, p.id).not.toBe('');
    }
  });
  it('of threads and sockets are no wider than schedule 40 of their size', () => {
    for (const p of PARTS)
      for (const e of p.ends)
        if (e.system === 'npt' || e.system === 'solvent')
          expect(p.boreMm, p.id).toBeLessThanOrEqual(recorded.sizes[e.size].sch40.insideMm + 0.1);
  });
  // common practice, no source: what the trade says of these two
  it('a 3/4 in grommet wants a 1 1/4 in saw, one of 1 in a 2 in saw', () => {
    expect(findPart('grommet/3_4')?.hole?.saw).toBe('1 1/4 in');
    expect(findPart('grommet/1')?.hole?.saw).toBe('2 in');
    for (const p of PARTS) {
      if (!p.hole) continue;
      const inch = /^(?:(\d+) )?(?:(\d+)\/(\d+))? ?(?:(\d+) )?in$/.exec(p.hole.saw);
      const sold = p.hole.saw
        .replace(' in', '')
        .split(' ')
        .reduce((sum, t) => {
          const [a, b] = t.split('/').map(Number);
          return sum + (b ? a / b : a);
        }, 0);
      expect(inch, p.id).not.toBeNull();
      expect(Math.abs(sold * 25.4 - p.hole.sawMm), p.id).toBeLessThan(0.06);
      expect(p.hole.wallMm[0]).toBeLessThan(p.hole.wallMm[1]);
    }
  });
});

describe('chains', () => {
  it('mate at every joint for all pairs of ends, or there is none', () => {
    let joined = 0;
    for (const from of ALL_ENDS)
      for (const chain of reachFrom(from).values()) {
        joined++;
        if (!closes(chain)) expect.fail(`${endWords(from)} to ${endWords(chain.to)}`);
        if (chain.links.some((l) => l.part.placed)) expect.fail('a valve is no adapter');
      }
    expect(joined).toBeGreaterThan(50_000);
  });
  it('are found between two ends where all pairs have one, as short, and as wide for their length', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ALL_ENDS), fc.constantFrom(...ALL_ENDS), (from, to) => {
        const known = reachFrom(from).get(endKey(to));
        const found = chainsBetween(from, to);
        if (!known || known.links.length > 6) return found.length === 0 || found.every(closes);
        return found.length > 0 && found.every(closes) && found[0].links.length === known.links.length;
      }),
      { numRuns: 150 },
    );
  });
  it('are the same from either end', () => {
    const [chain] = chainsBetween(end('insert', '3/4', 'female'), end('npt', '1/2', 'male'));
    expect(closes(turned(chain))).toBe(true);
    expect(turned(turned(chain)).links).toEqual([...chain.links]);
  });
  it('are empty where the ends mate by themselves, and none where nothing joins them', () => {
    expect(chainsBetween(end('npt', '1', 'male'), end('npt', '1', 'female'))[0].links).toEqual([]);
    // a wall is cut, not screwed on: nothing is a wall's other side
    expect(chainsBetween(end('npt', '1', 'male'), end('hole', '34.9 mm', 'male'))).toEqual([]);
    expect(chainsBetween(end('npt', '9', 'male'), end('npt', '1', 'male'))).toEqual([]);
  });
  it('offer one that keeps more bore where the shortest narrows', () => {
    // a 1 in pipe on a 1/2 in thread: nothing keeps more than the thread; on a 1 in thread the barb is what narrows
    const found = chainsBetween(end('insert', '1', 'female'), end('npt', '1-1/4', 'female'), { longer: 2 });
    const widest = Math.max(...found.map((c) => c.boreMm));
    expect(found.find((c) => c.best.includes('short'))).toBeDefined();
    expect(found[0].boreMm === widest || found.some((c) => c.best.includes('bore') && c.boreMm === widest)).toBe(true);
  });
  it('prefer the cheaper of two that are as short and as wide', () => {
    const ends = [end('npt', '3/4', 'male'), end('solvent', '3/4', 'male')] as const;
    const all = chainsBetween(ends[0], ends[1], { most: 20 });
    const dear = new Map<string, number>(all.flatMap((c) => c.links.map((l): [string, number] => [l.part.id, 9])));
    const [second] = all.slice(1);
    for (const l of second.links) dear.set(l.part.id, 1);
    const ranked = chainsBetween(ends[0], ends[1], { most: 20, price: (id) => dear.get(id) });
    expect(ranked.find((c) => c.best.includes('cost'))?.links.map((l) => l.part.id)).toEqual(
      second.links.map((l) => l.part.id),
    );
  });
  it('from a wall take the hole of the size that the pipe has, not a wider one', () => {
    const holes = ALL_ENDS.filter((e) => e.system === 'hole' && e.gender === 'female');
    const [chain] = bestChains(holes, [end('insert', '3/4', 'female')], {
      may: (p) => !p.ends.some((e: End) => e.system === 'iso7'),
    });
    expect(chain.links.map((l) => l.part.id)).toEqual(['bulkhead/npt-3_4-f', 'insert-adapter/npt-3_4-m/insert-3_4-m']);
  });
  it('from an old 3 in overflow come down to a small pipe by a rubber reducing coupling', () => {
    const [chain] = chainsBetween(end('sleeve', '3', 'none'), end('insert', '1', 'female'));
    expect(chain.links[0].part.id).toMatch(/^rubber-reducer/);
    expect(closes(chain)).toBe(true);
  });
  it('of named parts are only chains where they mate in that order', () => {
    const [from, to] = [end('insert', '3/4', 'female'), end('npt', '3/4', 'female')];
    expect(chainOf(from, ['insert-adapter/npt-3_4-m/insert-3_4-m'], to)).toBeDefined();
    expect(chainOf(from, ['insert-adapter/npt-1_2-m/insert-3_4-m'], to)).toBeUndefined();
    expect(chainOf(from, [], to)).toBeUndefined();
  });
  it('say how much seals them', () => {
    const [chain] = chainsBetween(end('insert', '3/4', 'female'), end('npt', '3/4', 'female'));
    const s = sealingOf([chain, chain]);
    expect(s.clamps.get('insert 3/4')).toBe(4);
    expect(s.taped).toBe(2);
    // three turns around 26.67 mm and a tenth more, twice
    expect(s.tape).toBeCloseTo(2 * 3 * 1.1 * Math.PI * 0.02667, 4);
  });
});

describe('loss of a chain', () => {
  // contraction of Crane TP-410 and the expansion of Borda and Carnot, as the fluids library computes them
  it.each(recorded.narrowing)('of one part of $beta of the bore is $k on the pipe', ({ beta, k }) => {
    expect(chainK([{ boreMm: 20.93 * beta, k: 0 }], 20.93)).toBeCloseTo(k, 4);
  });
  it('is nothing where nothing narrows, and more for a narrower part', () => {
    expect(chainK([{ boreMm: 40, k: 0 }], 20)).toBe(0);
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 30, noNaN: true }),
        fc.double({ min: 0.5, max: 0.99, noNaN: true }),
        (bore, by) => {
          const k = chainK([{ boreMm: bore, k: 0 }], 20.93);
          const narrower = chainK([{ boreMm: bore * by, k: 0 }], 20.93);
          return narrower >= k && (bore * by >= 20.93 || narrower > 0);
        },
      ),
    );
  });
});

describe('cut lists', () => {
  /** Fewest lengths by trying everything. */
  function brute(pieces: readonly number[], stock: number): number {
    let best = pieces.length;
    const bins: number[] = [];
    const place = (k: number): void => {
      if (bins.length >= best) return;
      if (k === pieces.length) {
        best = bins.length;
        return;
      }
      for (let b = 0; b < bins.length; b++)
        if (bins[b] + pieces[k] <= stock + 1e-9) {
          bins[b] += pieces[k];
          place(k + 1);
          bins[b] -= pieces[k];
        }
      bins.push(pieces[k]);
      place(k + 1);
      bins.pop();
    };
    place(0);
    return best;
  }
  const lengths = fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 1, maxLength: 8 });
  it('are as few lengths as trying everything finds', () => {
    fc.assert(
      fc.property(lengths, (pieces) => pack(pieces, 100).length === brute(pieces, 100)),
      { numRuns: 300 },
    );
  });
  it('first fit is never above 11/9 of the best and 6/9 (Dósa 2007), and the search never above first fit', () => {
    fc.assert(
      fc.property(lengths, (pieces) => {
        const best = brute(pieces, 100);
        const first = firstFit(pieces, 100).length;
        return first <= (11 / 9) * best + 6 / 9 + 1e-9 && pack(pieces, 100).length <= first;
      }),
      { numRuns: 300 },
    );
  });
  it('find what first fit misses', () => {
    // Johnson 1973: longest first leaves gaps that smaller pieces fill
    const pieces = [44, 24, 24, 22, 21, 17, 8, 8, 6, 6].flatMap((p) => [p]);
    const stock = 61;
    expect(pack(pieces, stock).length).toBe(brute(pieces, stock));
    expect(pack(pieces, stock).length).toBe(leastBins(pieces, stock));
  });
  it('keep every piece and never cut more from a length than it has, kerf and all', () => {
    const runs = fc.array(fc.double({ min: 0.05, max: 400, noNaN: true }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(runs, fc.constantFrom(0, 0.003), (list, kerf) => {
        const { bins, joins } = cutFrom(list, [25, 50, 100], kerf);
        const cut = bins.flatMap((b) => b.pieces).reduce((s, p) => s + p, 0);
        const total = list.reduce((s, p) => s + p, 0);
        return (
          Math.abs(cut - total) < 1e-6 &&
          joins === list.reduce((s, r) => s + Math.ceil(r / 100 - 1e-9) - 1, 0) &&
          bins.every(
            (b) =>
              b.pieces.reduce((s, p) => s + p, 0) + kerf * (b.pieces.length - 1) <= b.stock + 1e-6 && b.left >= -1e-9,
          )
        );
      }),
    );
  });
  it('buy the shortest length that holds what is left', () => {
    expect(cutFrom([110, 20], [25, 50, 100]).bins.map((b) => b.stock)).toEqual([100, 50]);
  });
});

describe('other ways', () => {
  it('carrying takes whole trips', () => {
    const h = hauled({ perDay: 0.25, perTrip: 0.6, tripTime: 1800, fuel: 4, hour: 10, weeks: 26 });
    expect([h.tripsAWeek, h.tripsAYear, h.week, h.year, h.time]).toEqual([3, 78, 27, 702, 140_400]);
  });
  it('pays the line in the week in which as much would have been spent; never where carrying costs nothing', () => {
    expect([paidInWeek(100, 27), paidInWeek(81, 27), paidInTrips(100, 9), paidInWeek(100, 0)]).toEqual([
      4,
      3,
      12,
      undefined,
    ]);
  });
  it('a pump takes the weight of the water times its lift over what it makes of it', () => {
    // 1 m³ of 1,000 kg by 10 m: 98.07 kJ, 0.02724 kWh at full efficiency
    const p = pumped({ perDay: 1, head: 10, efficiency: 1, density: 1000, kWh: 1, bought: 5, days: 1 });
    expect(p.energy).toBeCloseTo(98_066.5, 6);
    expect(p.first - 5).toBeCloseTo(0.027241, 6);
  });
});
