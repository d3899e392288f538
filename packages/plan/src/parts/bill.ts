// The bill: pipe as it is sold with its cuts, parts, what seals them, spares, tools, and what a stand takes.
import {
  cutFrom,
  meetings,
  outsideOf,
  sealingOf,
  SYSTEMS,
  bestChains,
  type Aisle,
  type Bin,
  type Chain,
} from '@vernal-slope/core/parts';
import { findPipe, type PipeRow } from '../catalogue/index.ts';
import { resolvePipe } from '../compile/index.ts';
import { metresOfFeet } from '../fields/index.ts';
import { isStore, isVessel, nameOf } from '../kinds/index.ts';
import type { Leg, Plan } from '../schema/index.ts';
import { partLines, standAnswer, type PartLine } from '../stand/index.ts';
import { inTrade, pipeEnds, pipeKey, threadsOf } from './ends.ts';
import { DRINKER_HOLE, jointsOf, type Joint, type JointKind } from './joints.ts';

/** Where a thing hangs in the shop: the aisles of parts, and what else there is to buy. */
export type Group = 'pipe' | Aisle | 'outlet' | 'seal' | 'vessel' | 'timber' | 'spare' | 'tool';
/** When in the work it is needed. */
export type Phase = 'stand' | 'tank' | 'line' | 'outlet' | 'all';

export interface BillItem {
  readonly id: string;
  readonly name: string;
  readonly group: Group;
  readonly phases: readonly Phase[];
  /** How many are needed, of `per`. */
  readonly count: number;
  readonly per: 'piece' | 'm' | 'bag' | 'm³';
  /** Of one; undefined where none was entered. */
  readonly price?: number;
  /** What lies in the shed of it, at most what is needed. */
  readonly shed: number;
  readonly bought: boolean;
  /** Bought beside what the plan takes, by rule. */
  readonly rule?: string;
  /** Perhaps borrowed. */
  readonly lent?: true;
  readonly note?: string;
  /** What stands take of it, each by itself. */
  readonly timber?: readonly PartLine[];
}

export interface PipeBill {
  readonly pipe: string;
  readonly name: string;
  /** m that the plan takes */ readonly need: number;
  /** Lengths bought, m, with how many of each. */
  readonly stock: readonly { readonly length: number; readonly count: number; readonly price?: number }[];
  readonly bins: readonly Bin[];
  /** m left over of all */ readonly left: number;
  /** Of a metre. */ readonly perM?: number;
  readonly shed: number;
  readonly bought: boolean;
}

export interface HoleRow {
  readonly at: string;
  readonly part: string;
  readonly sawMm: number;
  readonly saw: string;
  readonly wallMm: readonly [number, number];
  readonly place: string;
  readonly count: number;
}

export interface Bill {
  readonly plan: Plan;
  readonly joints: readonly Joint[];
  readonly pipe: readonly PipeBill[];
  readonly items: readonly BillItem[];
  readonly holes: readonly HoleRow[];
  /** Money for all that has a price, and of what has none the ids. */
  readonly total: number;
  readonly unpriced: readonly string[];
  /** Money still to spend: what is neither in the shed nor bought. */
  readonly toSpend: number;
  readonly lengthOf: ReadonlyMap<string, readonly Run[]>;
}

/** A stretch of one pipe along a line, or away from an overflow: `line` is its place then. */
export interface Run {
  readonly line: string;
  readonly from: number;
  readonly to: number;
  /** m */ readonly length: number;
}

/** By the metre or by the foot: how pipe and timber are sold there. */
export type Units = 'metric' | 'us';
const unitsOf = (plan: Plan): Units => plan.settings?.units ?? 'metric';
/** Lengths that pipe is sold in, m (common practice). */
const SOLD: Readonly<Record<Units, Readonly<Record<'coil' | 'stick' | 'hose', readonly number[]>>>> = {
  metric: { coil: [25, 50, 100], stick: [3, 6], hose: [15, 25, 50] },
  us: {
    coil: [100, 300].map(metresOfFeet),
    stick: [10, 20].map(metresOfFeet),
    hose: [25, 50, 100].map(metresOfFeet),
  },
};
const SOLD_AS: Readonly<Record<PipeRow['material'], 'coil' | 'stick' | 'hose'>> = {
  PE: 'coil',
  PE100: 'coil',
  PEX: 'coil',
  PVC: 'stick',
  CPVC: 'stick',
  ABS: 'stick',
  copper: 'stick',
  hose: 'hose',
};
/** What one cut of a stick takes, m. */
const KERF = 0.003;
/** A roll of tape, m; joints of 1 in that a tin of cement does (common practice, no source). */
const TAPE_ROLL = 12;
const TIN_JOINTS = 30;
const ONE_INCH_MM = 33.4;
/** Clamps bought over what is counted (common practice). */
const CLAMPS_OVER = 0.1;

/** Lengths in which a pipe is sold: as the plan says, else the usual ones of its kind. */
export function soldLengths(plan: Plan, pipe: string, units: Units = unitsOf(plan)): readonly number[] {
  const own = plan.shop?.stock?.find((s) => s.pipe === pipe)?.lengthsM;
  if (own && own.length > 0) return own;
  const row = findPipe(pipe);
  return SOLD[units][row ? SOLD_AS[row.material] : 'coil'];
}
const kerfOf = (pipe: string): number => {
  const row = findPipe(pipe);
  return row && SOLD_AS[row.material] === 'stick' ? KERF : 0;
};

/** Lengths this close are one as it is sold, m. */
const SAME_LENGTH = 1e-3;
/** What was said that a whole length of a pipe costs, m. */
export const wholePrice = (plan: Plan, pipe: string, length: number): number | undefined =>
  plan.prices?.lengths?.find((l) => l.pipe === pipe && Math.abs(l.lengthM - length) < SAME_LENGTH)?.each;
/** What one whole length of a pipe costs: its own price, else so many metres of it; undefined where it has neither. */
function lengthPrice(plan: Plan, pipe: string, length: number): number | undefined {
  const own = wholePrice(plan, pipe, length);
  if (own !== undefined) return own;
  const { perM } = perMetre(plan, pipe);
  return perM === undefined ? undefined : perM * length;
}
function perMetre(plan: Plan, pipe: string): { perM?: number } {
  const perM = plan.prices?.pipes?.find((p) => p.pipe === pipe)?.perM;
  return perM === undefined ? {} : { perM };
}
function stockRow(plan: Plan, pipe: string, length: number, count: number): PipeBill['stock'][number] {
  const price = lengthPrice(plan, pipe, length);
  return { length, count, ...(price === undefined ? {} : { price }) };
}

/** Stretches of one pipe along the lines and away from overflows, by pipe. */
function runsOf(plan: Plan): Map<string, { pipe: Leg['pipe']; runs: Run[] }> {
  const found = new Map<string, { pipe: Leg['pipe']; runs: Run[] }>();
  for (const line of plan.lines) {
    let from = 0;
    line.legs.forEach((leg, k) => {
      const next = line.legs.at(k + 1);
      if (next && pipeKey(next.pipe) === pipeKey(leg.pipe)) return;
      const length = line.legs.slice(from, k + 1).reduce((sum, l) => sum + l.lengthM, 0);
      const entry = found.get(pipeKey(leg.pipe)) ?? { pipe: leg.pipe, runs: [] };
      entry.runs.push({ line: line.id, from, to: k, length });
      found.set(pipeKey(leg.pipe), entry);
      from = k + 1;
    });
  }
  for (const node of plan.nodes) {
    const lead = isVessel(node) ? node.overflowPipe?.lead : undefined;
    if (!lead) continue;
    const entry = found.get(lead.pipe) ?? { pipe: lead.pipe, runs: [] };
    entry.runs.push({ line: node.id, from: 0, to: 0, length: lead.lengthM });
    found.set(lead.pipe, entry);
  }
  return found;
}

/** What fasteners and fill of a stand are called in a list. */
const STAND_NAMES: Readonly<Record<string, string>> = {
  'concrete bag': 'Concrete, bags',
  gravel: 'Gravel under the footings',
  'post-base': 'Post bases',
  'bolt-post': 'Bolts, post to beam',
  'bolt-brace': 'Bolts of braces and girts',
  'tie-joist': 'Ties, joist to beam',
  'screw-deck': 'Deck screws',
  anchor: 'Anchors of post bases',
  strap: 'Straps over the tank',
};

/** What a line of a stand's list is called. */
export const standName = (l: PartLine): string => (l.name ? `Timber ${l.name}` : (STAND_NAMES[l.part] ?? l.part));

const PHASE: Readonly<Record<JointKind, Phase>> = {
  wall: 'tank',
  float: 'outlet',
  tap: 'outlet',
  drinker: 'outlet',
  overflow: 'tank',
  lead: 'tank',
  change: 'line',
  coupling: 'line',
  tee: 'line',
  branch: 'line',
  cap: 'line',
  fitting: 'line',
  join: 'line',
};

/** The bill of a plan, in lengths as they are sold by the metre or by the foot. */
export function billOf(plan: Plan, units: Units = unitsOf(plan)): Bill {
  const { joints: made, things } = jointsOf(plan);
  const joints = [...made];
  const prices = new Map(plan.prices?.parts?.map((p) => [p.part, p.each]));
  const shed = new Map<string, number>();
  for (const s of plan.shop?.shed ?? []) shed.set(s.part, (shed.get(s.part) ?? 0) + s.count);
  const bought = new Set(plan.shop?.bought ?? []);
  const threads = threadsOf(plan);

  const runs = runsOf(plan);
  const pipe: PipeBill[] = [];
  for (const [key, { pipe: of, runs: list }] of runs) {
    const stocks = soldLengths(plan, key, units);
    const longest = Math.max(...stocks);
    const cut = cutFrom(
      list.map((r) => r.length),
      stocks,
      kerfOf(key),
      (length) => lengthPrice(plan, key, length),
    );
    for (const r of list) {
      // couplings that the walk book has there already join its lengths
      const there = (plan.lines.find((l) => l.id === r.line)?.legs ?? [])
        .slice(r.from, r.to + 1)
        .flatMap((l) => l.fittings ?? [])
        .filter((f) => 'type' in f && typeof f.type === 'string' && f.type.startsWith('coupling'))
        .reduce((sum, f) => sum + (f.count ?? 1), 0);
      const joins = Math.ceil(r.length / longest - 1e-9) - 1 - there;
      if (joins <= 0) continue;
      const ends = pipeEnds(of);
      const offers = bestChains(ends, ends, { price: (id) => prices.get(id), may: inTrade(threads, ends) });
      joints.push({
        key: `join ${r.line}:${r.to}`,
        kind: 'join',
        at: `${r.line}:${r.to}`,
        place: r.line,
        of: [key, key],
        count: joins,
        offers,
        ...(offers.length > 0 ? { chain: offers[0] } : {}),
        stale: false,
        unknown: ends.length === 0,
        boreMm: resolvePipe(of).insideDiameterMm,
      });
    }
    const counts = new Map<number, number>();
    for (const b of cut.bins) counts.set(b.stock, (counts.get(b.stock) ?? 0) + 1);
    const need = list.reduce((sum, r) => sum + r.length, 0);
    pipe.push({
      pipe: key,
      name: resolvePipe(of).label,
      need,
      stock: [...counts].sort((a, b) => b[0] - a[0]).map(([length, count]) => stockRow(plan, key, length, count)),
      bins: cut.bins,
      left: cut.bins.reduce((sum, b) => sum + b.left, 0),
      ...perMetre(plan, key),
      shed: Math.min(need, shed.get(key) ?? 0),
      bought: bought.has(key),
    });
  }
  pipe.sort((a, b) => b.need - a.need);

  const items = new Map<string, BillItem & { phases: Phase[] }>();
  const add = (item: Pick<BillItem, 'id' | 'name' | 'group' | 'count'> & Partial<BillItem>, phase: Phase): void => {
    if (item.count <= 0) return;
    const known = items.get(item.id);
    const count = (known?.count ?? 0) + item.count;
    const price = prices.get(item.id);
    items.set(item.id, {
      per: 'piece',
      ...item,
      ...(item.timber ? { timber: [...(known?.timber ?? []), ...item.timber] } : {}),
      count,
      phases: [...new Set([...(known?.phases ?? []), phase])],
      ...(price === undefined ? {} : { price }),
      shed: Math.min(count, shed.get(item.id) ?? 0),
      bought: bought.has(item.id),
    });
  };

  // chains, each as often as it is made
  const all: Chain[] = [];
  for (const j of joints) {
    if (!j.chain) continue;
    for (let k = 0; k < j.count; k++) all.push(j.chain);
    for (const l of j.chain.links)
      add({ id: l.part.id, name: l.part.name, group: l.part.aisle, count: j.count, note: l.part.note }, PHASE[j.kind]);
  }
  for (const { thing, count } of things.values())
    add({ id: thing.id, name: thing.name, group: 'outlet', count }, 'outlet');
  for (const n of plan.nodes)
    if (isVessel(n) || n.kind === 'bed')
      add(
        {
          id: `vessel/${n.id}`,
          name: nameOf(n),
          group: 'vessel',
          count: (isVessel(n) ? (n.count ?? 1) : 1) + (isStore(n) ? (n.linked?.length ?? 0) : 0),
        },
        isStore(n) ? 'tank' : 'outlet',
      );

  const sealing = sealingOf(all);
  const sizeName = (key: string): string => {
    const [system, ...rest] = key.split(' ');
    const size = rest.join(' ');
    return `${/mm|S60/.test(size) ? size : `${size} in`} ${SYSTEMS[system as keyof typeof SYSTEMS].words[1]}`;
  };
  const idOf = (key: string): string => key.replace(/[ /.]/g, '_');
  if (sealing.tape > 0)
    add(
      {
        id: 'tape',
        name: `Tape for threads, rolls of ${TAPE_ROLL} m`,
        group: 'seal',
        count: Math.ceil(sealing.tape / TAPE_ROLL),
        note: `${sealing.taped} threads, three turns each, the way the thread turns`,
      },
      'all',
    );
  let clamps = 0;
  for (const [key, count] of sealing.clamps) {
    clamps += count;
    add({ id: `clamp/${idOf(key)}`, name: `Clamp for ${sizeName(key)}`, group: 'seal', count }, 'all');
    const more = Math.max(2, Math.ceil(CLAMPS_OVER * count));
    add(
      {
        id: `spare/clamp/${idOf(key)}`,
        name: `Clamp for ${sizeName(key)}, spare`,
        group: 'spare',
        count: more,
        rule: 'a tenth more, two at least',
      },
      'all',
    );
  }
  for (const [key, count] of sealing.rings)
    add({ id: `ring/${idOf(key)}`, name: `Crimp ring for ${sizeName(key)}`, group: 'seal', count }, 'all');
  const dry = plan.settings?.sockets === 'dry';
  const weighed = (kinds: readonly string[]): number =>
    [...sealing.cemented]
      .filter(([key]) => kinds.includes(key.split(' ')[0]))
      .reduce((sum, [key, n]) => {
        const [system, ...rest] = key.split(' ');
        const outside = outsideOf({ system: system as keyof typeof SYSTEMS, size: rest.join(' ') }) ?? ONE_INCH_MM;
        return sum + n * (outside / ONE_INCH_MM) ** 2;
      }, 0);
  for (const [kinds, id, name] of [
    [['solvent'], 'cement/pvc', 'Cement for PVC, tins of 250 mL'],
    [['solvent-cts'], 'cement/cpvc', 'Cement for CPVC, tins of 250 mL'],
    [['drain'], 'cement/abs', 'Cement for ABS, tins of 250 mL'],
  ] as const) {
    const tins = Math.ceil(weighed(kinds) / TIN_JOINTS);
    if (dry && id === 'cement/pvc') continue;
    add(
      {
        id,
        name,
        group: 'seal',
        count: tins,
        note: 'keep it out of a valve’s seat; let the smell go before animals drink',
      },
      'all',
    );
    if (id !== 'cement/abs')
      add({ id: `${id}-primer`, name: name.replace('Cement', 'Primer'), group: 'seal', count: tins }, 'all');
  }
  const washers = all.flatMap(meetings).filter(([a]) => a.system === 'hose-thread').length;
  if (washers > 0)
    add(
      {
        id: 'spare/hose-washer',
        name: 'Washers for hose thread, packs of ten',
        group: 'spare',
        count: 1,
        rule: 'a pack',
      },
      'all',
    );
  // one coupling of each pipe, to mend it with
  for (const { pipe: of } of runs.values()) {
    const ends = pipeEnds(of);
    const mend =
      ends.length > 0 ? bestChains(ends, ends, { may: inTrade(threads, ends), longer: 0, most: 1 }).at(0) : undefined;
    for (const l of mend?.links ?? [])
      add(
        {
          id: `spare/${l.part.id}`,
          name: `${l.part.name}, spare`,
          group: 'spare',
          count: 1,
          rule: 'one of each size, to mend a break',
        },
        'line',
      );
  }

  // stands that are entered, their timber, concrete and fasteners
  for (const tank of plan.nodes.filter(isStore)) {
    if (!tank.stand || !((tank.standM ?? 0) > 0)) continue;
    const { parts } = standAnswer(plan, tank);
    if (!parts) continue;
    for (const l of partLines(plan, parts, units))
      add(
        {
          id: l.part,
          name: standName(l),
          group: 'timber',
          count: l.quantity,
          per: l.per,
          timber: [l],
        },
        'stand',
      );
  }

  const holes: HoleRow[] = joints.flatMap((j) => {
    if (j.kind === 'drinker')
      return [
        {
          at: j.at,
          part: j.of[1],
          sawMm: DRINKER_HOLE.sawMm,
          saw: DRINKER_HOLE.saw,
          wallMm: DRINKER_HOLE.wallMm,
          place: j.place,
          count: j.count,
        },
      ];
    return (j.chain?.links ?? []).flatMap(({ part }) =>
      part.hole ? [{ at: j.at, part: part.id, ...part.hole, place: j.wallOf ?? j.place, count: j.count }] : [],
    );
  });
  for (const saw of new Set(holes.map((h) => h.saw))) {
    const mm = holes.find((h) => h.saw === saw)?.sawMm ?? 0;
    const drill = saw.endsWith('drill');
    add(
      {
        id: `tool/saw-${mm}`,
        name: drill ? `Drill of ${saw.replace(' drill', '')}` : `Hole saw of ${saw}`,
        group: 'tool',
        count: 1,
        lent: true,
        note: 'a trial piece first; a saw 1/8 in too big ruins the barrel',
      },
      'all',
    );
  }
  const used = new Set(all.flatMap((c) => meetings(c).map(([a]) => a.system)));
  const tool = (id: string, name: string, when: boolean): void => {
    if (when) add({ id: `tool/${id}`, name, group: 'tool', count: 1, lent: true }, 'all');
  };
  tool('drill', 'Drill', holes.length > 0);
  tool('cutter', 'Pipe cutter or fine saw', plan.lines.length > 0);
  tool('wrenches', 'Two pipe wrenches', sealing.taped > 0);
  tool('driver', 'Nut driver for clamps', clamps > 0);
  tool('flask', 'Flask of hot water, to warm pipe ends', used.has('insert') || used.has('barb'));
  tool('crimper', 'Crimp tool and gauge', used.has('crimp'));
  tool('torch', 'Torch, solder and flux', used.has('solder'));
  tool('stiff-brush', 'Rag and file for burrs', used.has('solvent') || used.has('grommet'));

  const list = [...items.values()];
  const worth = (i: BillItem, count: number): number => (i.price ?? 0) * count;
  const ofPipe = (p: PipeBill): number => p.stock.reduce((sum, s) => sum + (s.price ?? 0) * s.count, 0);
  return {
    plan,
    joints,
    pipe,
    items: list,
    holes,
    total: pipe.reduce((sum, p) => sum + ofPipe(p), 0) + list.reduce((sum, i) => sum + worth(i, i.count), 0),
    unpriced: [
      ...pipe.filter((p) => p.stock.some((s) => s.price === undefined)).map((p) => p.pipe),
      ...list.filter((i) => i.price === undefined).map((i) => i.id),
    ],
    toSpend:
      pipe
        .filter((p) => !p.bought)
        .reduce(
          (sum, p) =>
            sum + (p.shed >= p.need - 1e-9 ? 0 : ofPipe(shedOff(plan, p, runs.get(p.pipe)?.runs ?? [], units))),
          0,
        ) + list.filter((i) => !i.bought).reduce((sum, i) => sum + worth(i, i.count - i.shed), 0),
    lengthOf: new Map([...runs].map(([key, r]) => [key, r.runs])),
  };
}

/** What is still bought of a pipe when metres of it lie in the shed: the longest runs are cut from the shop's, the short ones from the shed. */
function shedOff(plan: Plan, p: PipeBill, runs: readonly Run[], units: Units): PipeBill {
  if (p.shed <= 0) return p;
  let there = p.shed;
  const left = [...runs]
    .sort((a, b) => a.length - b.length)
    .filter((r) => {
      if (r.length > there + 1e-9) return true;
      there -= r.length;
      return false;
    });
  if (left.length === 0) return { ...p, stock: [] };
  const cut = cutFrom(
    left.map((r) => r.length),
    soldLengths(plan, p.pipe, units),
    kerfOf(p.pipe),
    (length) => lengthPrice(plan, p.pipe, length),
  );
  const counts = new Map<number, number>();
  for (const b of cut.bins) counts.set(b.stock, (counts.get(b.stock) ?? 0) + 1);
  return {
    ...p,
    stock: [...counts].map(([length, count]) => stockRow(plan, p.pipe, length, count)),
  };
}
