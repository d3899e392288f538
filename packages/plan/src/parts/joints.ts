// Every place of a plan where two things meet, with the chains of parts that join them.
import {
  bestChains,
  chainOf,
  end,
  isKnownEnd,
  mateOf,
  type Chain,
  type ChainSearch,
  type End,
  type Part,
  type RankedChain,
} from '@vernal-slope/core/parts';
import { armsOf, metresOfMm, resolvePipe, type Arm } from '../compile/index.ts';
import { isSource, isTap, isVessel, type PlanNode } from '../kinds/index.ts';
import type { Leg, Plan } from '../schema/index.ts';
import { endEntered, HOLES, inTrade, partsNamed, pipeEnds, pipeKey, threadsOf, type Threads } from './ends.ts';
import { keptChain, type KeptAt } from './kept.ts';

export type JointKind =
  | 'wall'
  | 'float'
  | 'change'
  | 'coupling'
  | 'tee'
  | 'branch'
  | 'tap'
  | 'cap'
  | 'fitting'
  | 'drinker'
  | 'overflow'
  | 'lead'
  | 'join';

export interface Joint {
  /** One of each in a plan. */
  readonly key: string;
  readonly kind: JointKind;
  /** Id of a place or a line; `line:leg` of the end of a leg. */
  readonly at: string;
  /** The place or line that it is told of. */
  readonly place: string;
  /** What meets what: ids of pipes, of places, or what the thing is. */
  readonly of: readonly [string, string];
  /** How often it is made alike. */
  readonly count: number;
  /** Chains that join it, the best first; none where the catalogue has none. */
  readonly offers: readonly RankedChain[];
  /** The one that is taken, else the best; undefined where none closes. */
  readonly chain?: RankedChain;
  /** A chain was chosen that does not mate any more. */
  readonly stale: boolean;
  readonly kept?: KeptAt;
  /** The line whose water passes it; undefined where none of the plan's does. */
  readonly flowOf?: string;
  /** Ends that do not close on one another, where none does: for the drawing. */
  readonly open?: readonly [End, End];
  /** Ends of the pipe or thing are in no table. */
  readonly unknown: boolean;
  /** The wall it goes through, mm; undefined where it was not measured. */
  readonly wallMm?: number;
  /** The vessel whose wall it is. */
  readonly wallOf?: string;
  /** Bore of the pipe that narrowing is told against, mm. */
  readonly boreMm?: number;
}

/** What stands at the end of a line, and by which end it is joined. */
export interface Thing {
  readonly id: string;
  readonly name: string;
  readonly end: End;
}

/** Chains found before through the same parts, by what was asked. */
const askedThrough = new WeakMap<readonly Part[], Map<string, { chain: RankedChain; thing: Part }[]>>();
/** Chains through one of some parts that are put there on purpose: a tee, a valve, an elbow. */
function through(
  from: readonly End[],
  things: readonly Part[],
  to: readonly End[],
  search: ChainSearch,
): { chain: RankedChain; thing: Part }[] {
  const known = askedThrough.get(things) ?? new Map<string, { chain: RankedChain; thing: Part }[]>();
  askedThrough.set(things, known);
  const key = `${tag}|${JSON.stringify(from)}|${JSON.stringify(to)}`;
  let found = known.get(key);
  if (!found) {
    if (known.size > MOST_ASKED) known.clear();
    found = searchThrough(from, things, to, search);
    known.set(key, found);
  }
  return found;
}

function searchThrough(
  from: readonly End[],
  things: readonly Part[],
  to: readonly End[],
  search: ChainSearch,
): { chain: RankedChain; thing: Part }[] {
  const found: { chain: RankedChain; thing: Part }[] = [];
  for (const thing of things) {
    const [pass] = thing.passes;
    if (!pass) continue;
    const ways =
      JSON.stringify(thing.ends[pass[0]]) === JSON.stringify(thing.ends[pass[1]])
        ? [pass]
        : [pass, [pass[1], pass[0]] as const];
    for (const [i, o] of ways) {
      const [before] = chains(from, [thing.ends[i]], { ...search, longer: 0, most: 1 });
      const [after] = chains([thing.ends[o]], to, { ...search, longer: 0, most: 1 });
      if (!before || !after) continue;
      const links = [...before.links, { part: thing, in: thing.ends[i], out: thing.ends[o] }, ...after.links];
      found.push({
        thing,
        chain: {
          from: before.from,
          links,
          to: after.to,
          boreMm: Math.min(before.boreMm, thing.boreMm, after.boreMm),
          cost: undefined,
          shops: links
            .slice(1)
            .reduce((kept, l) => kept.filter((s) => l.part.shops.includes(s)), [...links[0].part.shops]),
          best: [],
        },
      });
    }
  }
  const size = (c: RankedChain): number => c.links.reduce((sum, l) => sum + l.part.boreMm, 0);
  return found
    .map((f) => ({ ...f, chain: { ...f.chain, cost: costOf(f.chain, search) } }))
    .sort(
      (a, b) =>
        a.chain.links.length - b.chain.links.length || b.chain.boreMm - a.chain.boreMm || size(a.chain) - size(b.chain),
    )
    .slice(0, 5)
    .map((f, k) => ({ ...f, chain: { ...f.chain, best: k === 0 ? (['short'] as const) : [] } }));
}

function costOf(chain: Chain, search: ChainSearch): number | undefined {
  let sum = 0;
  for (const l of chain.links) {
    const price = search.price?.(l.part.id);
    if (price === undefined) return undefined;
    sum += price;
  }
  return sum;
}

/** Chains found before, by what was asked: most places of a plan ask the same. */
const asked = new Map<string, RankedChain[]>();
const MOST_ASKED = 5000;
let tag = '';
function chains(from: readonly End[], to: readonly End[], search: ChainSearch): RankedChain[] {
  const key = `${tag}|${search.longer ?? ''}|${search.most ?? ''}|${JSON.stringify(from)}|${JSON.stringify(to)}`;
  const known = asked.get(key);
  if (known) return known;
  if (asked.size > MOST_ASKED) asked.clear();
  const found = bestChains(from, to, search);
  asked.set(key, found);
  return found;
}

const samePipe = (a: Leg['pipe'], b: Leg['pipe']): boolean => JSON.stringify(a) === JSON.stringify(b);
const boreOf = (pipe: Leg['pipe']): number => resolvePipe(pipe).insideDiameterMm;

/** Parts that stand for a fitting of a leg. */
const FITTING_PARTS: Readonly<Record<string, readonly string[]>> = {
  'ball-full': ['ball-valve', 'insert-valve', 'solvent-valve', 'drip-valve'],
  'ball-reduced': ['ball-valve', 'insert-valve', 'solvent-valve', 'drip-valve'],
  'ball-throttled': ['ball-valve', 'insert-valve', 'solvent-valve', 'drip-valve'],
  gate: ['gate-valve'],
  globe: ['globe-valve'],
  'swing-check': ['swing-check'],
  'spring-check': ['spring-check'],
  'lift-check': ['spring-check'],
  'y-strainer': ['strainer'],
  'screen-filter': ['screen-filter'],
  'disc-filter': ['disc-filter'],
  'water-meter': ['meter'],
  'elbow90-threaded': ['elbow'],
  'elbow90-solvent': ['solvent-elbow', 'solvent-cts-elbow', 'drain-elbow', 'solder-elbow'],
  'elbow90-insert': ['insert-elbow'],
  'elbow45-threaded': ['elbow45'],
  'coupling-solvent': ['coupling*'],
  'coupling-insert': ['coupling*'],
};
/** Any elbow that the pipe itself takes, where the named kind does not go on it. */
const ELBOWS = [
  'elbow',
  'insert-elbow',
  'solvent-elbow',
  'compression-elbow',
  'rural-elbow',
  'grip-ips-elbow',
  'solvent-cts-elbow',
  'solder-elbow',
  'drain-elbow',
];
const TEES = [
  'tee',
  'insert-tee',
  'compression-tee',
  'rural-tee',
  'grip-ips-tee',
  'solvent-tee',
  'solvent-cts-tee',
  'drain-tee',
  'solder-tee',
  'crimp-tee',
  'hose-tee',
  'drip-tee',
];
const CAPS = [
  'cap',
  'plug',
  'insert-plug',
  'compression-cap',
  'rural-cap',
  'grip-ips-cap',
  'solvent-cap',
  'solvent-cts-cap',
  'drain-cap',
  'solder-cap',
  'crimp-plug',
  'push-cap',
  'hose-plug',
  'drip-plug',
];

/** Sizes of parts tried against a pipe: those whose way is not far from its bore. */
function near(parts: readonly Part[], boreMm: number): readonly Part[] {
  const known = nearby.get(parts) ?? new Map<number, readonly Part[]>();
  nearby.set(parts, known);
  let found = known.get(boreMm);
  if (!found) {
    found = parts.filter((p) => p.boreMm >= 0.5 * boreMm && p.boreMm <= 1.7 * boreMm);
    known.set(boreMm, found);
  }
  return found;
}
const nearby = new WeakMap<readonly Part[], Map<number, readonly Part[]>>();

/** The thread of a float valve by its kind, else by its seat, mm. */
export function floatThing(node: PlanNode, threads: Threads): Thing | undefined {
  const valve = isVessel(node) ? node.inlet?.floatValve : undefined;
  if (!valve) return undefined;
  const type = valve.type ?? '';
  const size = type.includes('one')
    ? '1'
    : type.includes('threequarter') || type.includes('pilot') || valve.seatMm > 12
      ? '3/4'
      : '1/2';
  return {
    id: `float/${type || `seat-${valve.seatMm}`}/${size.replace('/', '_')}`,
    name: `Float valve, ${size} in thread`,
    end: end(threads, size, 'male'),
  };
}

/** Length of the arm of a float over its ball's diameter (common practice, no source). */
const ARM_OVER_BALL = 2.3;
/** Around the hole: what the arm of a float and its ball sweep while it is screwed in, m; undefined of floats without an arm. */
export function floatSweep(node: PlanNode | undefined): number | undefined {
  const ball = isVessel(node) ? node.inlet?.floatValve?.lever?.ballMm : undefined;
  return ball === undefined ? undefined : metresOfMm((ARM_OVER_BALL + 0.5) * ball);
}

/** What water is drawn at: its thread by the pipe that comes. */
export function tapThing(node: PlanNode, boreMm: number, threads: Threads): Thing {
  const size = boreMm > 18 ? '3/4' : '1/2';
  const fixture = 'fixture' in node && typeof node.fixture === 'string' ? node.fixture : 'tap';
  return {
    id: `tap/${fixture}/${size.replace('/', '_')}`,
    name: `${fixture === 'tap' ? 'Tap' : `Tap for ${fixture}`}, ${size} in thread`,
    end: end(threads, size, 'male'),
  };
}

/** Hole of a drinker that screws into a rail (common practice: an 11/32 in drill; kinds differ). */
export const DRINKER_HOLE = { sawMm: 8.7, saw: '11/32 in drill', wallMm: [1.5, 6] as const };

/** Bulkheads of a trade, walked from outside in. */
function wallsFor(threads: Threads): readonly Part[] {
  const known =
    inward.get(threads) ??
    partsNamed(['bulkhead'])
      .filter((p) => p.ends[1].system === threads)
      .map((p): Part => ({ ...p, passes: [[1, 2]] }));
  inward.set(threads, known);
  return known;
}
const inward = new Map<Threads, readonly Part[]>();

/** The line whose water passes a joint: that at which its chain is kept, else that of its leg. */
function flowOfLine(a: { at: string; kept?: KeptAt; flowOf?: string }): { flowOf?: string } {
  const line =
    a.flowOf ?? (a.kept && 'line' in a.kept ? a.kept.line : a.at.includes(':') ? a.at.split(':')[0] : undefined);
  return line === undefined ? {} : { flowOf: line };
}

interface Made {
  readonly joints: Joint[];
  /** What stands at ends of lines, with how many. */
  readonly things: Map<string, { thing: Thing; count: number; at: string[] }>;
}

/** Every joint of a plan, in the order of its lines. */
export function jointsOf(plan: Plan): Made {
  const threads = threadsOf(plan);
  const prices = new Map(plan.prices?.parts?.map((p) => [p.part, p.each]));
  tag = `${threads} ${[...prices].join(';')}`;
  const price = (id: string): number | undefined => prices.get(id);
  const search = (...ends: readonly End[]): ChainSearch => ({ price, may: inTrade(threads, ends) });
  const joints: Joint[] = [];
  const things: Made['things'] = new Map();
  const put = (thing: Thing, at: string, count = 1): void => {
    const known = things.get(thing.id) ?? { thing, count: 0, at: [] };
    things.set(thing.id, { thing, count: known.count + count, at: [...known.at, at] });
  };
  const nodes = new Map(plan.nodes.map((n) => [n.id, n]));

  interface Asked {
    readonly kind: JointKind;
    readonly at: string;
    readonly place: string;
    readonly of: readonly [string, string];
    readonly from: readonly End[];
    readonly to: readonly End[];
    readonly count?: number;
    readonly kept?: KeptAt;
    readonly flowOf?: string;
    readonly boreMm?: number;
    readonly through?: readonly Part[];
    /** Chains that were searched already. */
    readonly offers?: readonly RankedChain[];
    readonly wallOf?: PlanNode;
    readonly key?: string;
    readonly prefer?: (c: RankedChain) => boolean;
  }
  const add = (a: Asked): Joint => {
    const wallMm =
      a.wallOf && 'wallMm' in a.wallOf && typeof a.wallOf.wallMm === 'number' ? a.wallOf.wallMm : undefined;
    const on = search(...a.from, ...a.to);
    const unknown = a.from.length === 0 || a.to.length === 0;
    let offers: readonly RankedChain[] = a.offers
      ? a.offers
      : a.through
        ? through(a.from, a.through, a.to, on).map((f) => f.chain)
        : chains(a.from, a.to, on);
    // what suits the wall that was measured comes first
    if (wallMm !== undefined) offers = [...offers].sort((x, y) => Number(suits(y, wallMm)) - Number(suits(x, wallMm)));
    const ids = a.kept && keptChain(plan, a.kept);
    const taken = ids && takenChain(a.from, ids, a.to, price);
    const chain = taken ?? offers.at(0);
    const joint: Joint = {
      key: a.key ?? `${a.kind} ${a.at}`,
      kind: a.kind,
      at: a.at,
      place: a.place,
      of: a.of,
      count: a.count ?? 1,
      offers,
      ...(chain ? { chain } : {}),
      stale: ids !== undefined && taken === undefined && !unknown,
      ...(a.kept ? { kept: a.kept } : {}),
      ...flowOfLine(a),
      ...(chain || unknown ? {} : { open: [a.from[0], a.to[0]] as const }),
      unknown,
      ...(wallMm === undefined ? {} : { wallMm }),
      ...(a.wallOf ? { wallOf: a.wallOf.id } : {}),
      ...(a.boreMm === undefined ? {} : { boreMm: a.boreMm }),
    };
    joints.push(joint);
    return joint;
  };

  const keptAt = (e: Arm): KeptAt => ({
    line: e.line.id,
    leg: e.index,
    side: e.out ? 'start' : 'end',
  });
  /** Of a line's end: the line itself at its start, its last leg at its end. */
  const atOf = (e: Arm): string => (e.out ? e.line.id : `${e.line.id}:${e.index}`);

  const holes = (boreMm: number): End[] => {
    // a hole much wider than the pipe weakens the wall for nothing
    const fitting = partsNamed(['bulkhead', 'grommet', 'drip-start', 'tote-bulkhead']).filter(
      (p) => p.boreMm >= 0.6 * boreMm && p.boreMm <= 2.2 * boreMm,
    );
    return HOLES.filter((h) => fitting.some((p) => p.ends[0].size === h.size));
  };

  for (const line of plan.lines) {
    const from = nodes.get(line.from);
    const to = nodes.get(line.to);
    const [first] = line.legs;
    const last = line.legs[line.legs.length - 1];
    const lastAt = line.legs.length - 1;
    // where it leaves a wall
    if (from && (isVessel(from) || isSource(from) || from.kind === 'bed')) {
      const own = isVessel(from) ? ownEnd(from) : undefined;
      const bore = boreOf(first.pipe);
      add({
        kind: 'wall',
        at: line.id,
        place: from.id,
        of: [from.id, pipeKey(first.pipe)],
        from: own ? [own] : holes(bore),
        to: pipeEnds(first.pipe),
        kept: { line: line.id, leg: 0, side: 'start' },
        boreMm: bore,
        ...(own ? {} : { wallOf: from }),
      });
    }
    line.legs.forEach((leg, k) => {
      const at = `${line.id}:${k}`;
      const ends = pipeEnds(leg.pipe);
      const bore = boreOf(leg.pipe);
      leg.fittings?.forEach((f, i) => {
        const type = 'type' in f && typeof f.type === 'string' ? f.type : undefined;
        const kinds = type === undefined ? undefined : FITTING_PARTS[type];
        if (!kinds || (f.count ?? 1) === 0) return;
        const coupling = kinds[0] === 'coupling*';
        const named = near(partsNamed(kinds), bore);
        const any = type?.startsWith('elbow90') ? near(partsNamed(ELBOWS), bore) : named;
        const direct = through(ends, named, ends, search(...ends)).length > 0 ? named : any;
        add({
          kind: 'fitting',
          key: `fitting ${at} ${i}`,
          at,
          place: line.id,
          of: [pipeKey(leg.pipe), type ?? ''],
          from: ends,
          to: ends,
          count: f.count ?? 1,
          kept: { line: line.id, leg: k, side: 'fitting', index: i },
          boreMm: bore,
          ...(coupling ? {} : { through: direct }),
        });
      });
      leg.treatment?.forEach((t, i) =>
        add({
          kind: 'fitting',
          key: `treatment ${at} ${i}`,
          at,
          place: line.id,
          of: [pipeKey(leg.pipe), t.kind],
          from: ends,
          to: ends,
          kept: { line: line.id, leg: k, side: 'treatment', index: i },
          boreMm: bore,
          through: near(partsNamed(['housing']), bore),
        }),
      );
      if (k === 0 && line.reducerKPa !== undefined)
        add({
          kind: 'fitting',
          key: `reducer ${at}`,
          at,
          place: line.id,
          of: [pipeKey(leg.pipe), 'pressure-reducer'],
          from: ends,
          to: ends,
          kept: { line: line.id, leg: 0, side: 'reducer' },
          boreMm: bore,
          through: near(partsNamed(['pressure-reducer']), bore),
        });
      const next = line.legs.at(k + 1);
      if (next && !samePipe(leg.pipe, next.pipe))
        add({
          kind: 'change',
          at,
          place: line.id,
          of: [pipeKey(leg.pipe), pipeKey(next.pipe)],
          from: ends,
          to: pipeEnds(next.pipe),
          kept: { line: line.id, leg: k, side: 'end' },
          boreMm: Math.min(bore, boreOf(next.pipe)),
        });
    });
    // where it comes to a wall, with a float or low down
    if (to && (isVessel(to) || to.kind === 'bed')) {
      const ends = pipeEnds(last.pipe);
      const bore = boreOf(last.pipe);
      const kept: KeptAt = { line: line.id, leg: lastAt, side: 'end' };
      const float = floatThing(to, threads);
      const low = to.kind === 'bed' || (isVessel(to) && to.inlet?.at === 'bottom');
      if (float) {
        put(float, to.id);
        add({
          kind: 'float',
          at: `${line.id}:${lastAt}`,
          place: to.id,
          of: [pipeKey(last.pipe), float.id],
          from: ends,
          to: [float.end],
          kept,
          boreMm: bore,
          // from outside in: the nut's thread, then that on the inside
          through: wallsFor(threads),
          wallOf: to,
        });
      } else if (low)
        add({
          kind: 'wall',
          at: `${line.id}:${lastAt}`,
          place: to.id,
          of: [pipeKey(last.pipe), to.id],
          from: ends,
          to: holes(bore),
          kept,
          boreMm: bore,
          wallOf: to,
        });
    }
  }

  // where lines meet
  for (const [id, arms] of armsOf(plan)) {
    const node = nodes.get(id);
    if (!node) continue;
    const tap = isTap(node) ? tapThing(node, Math.max(...arms.map((e) => boreOf(e.leg.pipe))), threads) : undefined;
    if (tap) put(tap, id);
    const [run, ahead] = arms;
    if (arms.length === 1 && tap) {
      add({
        kind: 'tap',
        at: atOf(run),
        place: id,
        of: [pipeKey(run.leg.pipe), tap.id],
        from: pipeEnds(run.leg.pipe),
        to: [tap.end],
        kept: keptAt(run),
        boreMm: boreOf(run.leg.pipe),
      });
    } else if (arms.length === 1) {
      const pipe = pipeEnds(run.leg.pipe);
      const bore = boreOf(run.leg.pipe);
      const caps = near(partsNamed(CAPS), bore);
      const direct = caps.filter((c) => pipe.some((p) => JSON.stringify(mateOf(p)) === JSON.stringify(c.ends[0])));
      const cap = (direct.length > 0 ? direct : caps).at(0);
      if (cap && pipe.length > 0) put({ id: cap.id, name: cap.name, end: cap.ends[0] }, id);
      add({
        kind: 'cap',
        at: atOf(run),
        place: id,
        of: [pipeKey(run.leg.pipe), cap?.id ?? ''],
        from: pipe,
        to: cap ? [cap.ends[0]] : [],
      });
    } else if (arms.length === 2 && !tap) {
      add({
        kind: 'coupling',
        at: id,
        place: id,
        of: [pipeKey(run.leg.pipe), pipeKey(ahead.leg.pipe)],
        from: pipeEnds(run.leg.pipe),
        to: pipeEnds(ahead.leg.pipe),
        kept: keptAt(run),
        boreMm: Math.min(boreOf(run.leg.pipe), boreOf(ahead.leg.pipe)),
      });
    } else {
      // the run goes through as many tees as there are branches, one after the other
      const branches = [...arms.slice(2).map((a) => ({ arm: a })), ...(tap ? [{ tap }] : [])];
      const bore = boreOf(run.leg.pipe);
      branches.forEach((b, k) => {
        const branchEnds = 'arm' in b ? pipeEnds(b.arm.leg.pipe) : [b.tap.end];
        const from = pipeEnds(run.leg.pipe);
        const to = k < branches.length - 1 ? from : pipeEnds(ahead.leg.pipe);
        const tees = near(partsNamed(TEES), bore);
        const options = through(from, tees, to, search(...from, ...to))
          .map((o) => ({
            ...o,
            aside: chains([o.thing.ends[2]], branchEnds, { ...search(...branchEnds), longer: 0, most: 3 }),
          }))
          .filter((o) => o.aside.length > 0)
          .sort(
            (x, y) =>
              x.chain.links.length + x.aside[0].links.length - (y.chain.links.length + y.aside[0].links.length) ||
              Math.min(y.chain.boreMm, y.aside[0].boreMm) - Math.min(x.chain.boreMm, x.aside[0].boreMm),
          );
        const tee = add({
          kind: 'tee',
          key: `tee ${id} ${k}`,
          at: id,
          place: id,
          of: [pipeKey(run.leg.pipe), pipeKey(ahead.leg.pipe)],
          from,
          to,
          kept: { node: id, side: 'tee', index: k },
          flowOf: run.line.id,
          boreMm: Math.min(bore, boreOf(ahead.leg.pipe)),
          offers: options.map((o, n) => ({ ...o.chain, best: n === 0 ? (['short'] as const) : [] })),
        });
        // what goes aside leaves by the tee that was taken
        const fork = tee.chain?.links.find((l) => l.part.placed)?.part;
        add({
          kind: 'arm' in b ? 'branch' : 'tap',
          key: 'arm' in b ? `branch ${id} ${atOf(b.arm)}` : `tap ${id}`,
          at: 'arm' in b ? atOf(b.arm) : id,
          place: id,
          of: [fork?.id ?? '', 'arm' in b ? pipeKey(b.arm.leg.pipe) : b.tap.id],
          from: fork ? [fork.ends[2]] : [],
          to: branchEnds,
          ...('arm' in b
            ? { kept: keptAt(b.arm), boreMm: boreOf(b.arm.leg.pipe) }
            : { kept: { node: id, side: 'tap' } }),
        });
      });
    }
  }

  // overflow pipes through their walls, of the size that their bore is nearest to
  for (const node of plan.nodes) {
    if (!isVessel(node) || !node.overflowPipe) continue;
    const bore = node.overflowPipe.insideDiameterMm;
    const sizes = partsNamed(['solvent-coupling', 'drain-coupling']);
    const nearest = sizes.reduce((a, b) => (Math.abs(b.boreMm - bore) < Math.abs(a.boreMm - bore) ? b : a));
    const { size } = nearest.ends[0];
    const own = endEntered(node.overflowPipe.end);
    const stub = [end('solvent', size, 'male'), end('grommet', size, 'male'), end('sleeve', size, 'none')].filter(
      isKnownEnd,
    );
    // one that is there already has its hole and its piece
    if (!own)
      add({
        kind: 'overflow',
        at: node.id,
        place: node.id,
        of: [node.id, nearest.id],
        from: holes(bore),
        to: stub,
        kept: { node: node.id, side: 'overflow' },
        boreMm: bore,
        wallOf: node,
      });
    const { lead } = node.overflowPipe;
    if (lead)
      add({
        kind: 'lead',
        at: node.id,
        place: node.id,
        of: [own ? node.id : nearest.id, lead.pipe],
        from: own ? [own] : stub,
        to: pipeEnds(lead.pipe),
        kept: { node: node.id, side: 'lead' },
        boreMm: Math.min(bore, boreOf(lead.pipe)),
      });
  }

  // drinkers on their rails
  for (const plot of plan.plots ?? []) {
    if (!plot.drinkers) continue;
    for (const id of plot.lines) {
      const line = plan.lines.find((l) => l.id === id);
      line?.legs.forEach((leg, k) => {
        const count = (leg.emitters ?? []).reduce((n, e) => n + (e.atM?.length ?? e.count ?? 1), 0);
        if (count === 0) return;
        const thing: Thing = {
          id: `drinker/${plot.drinkers?.kind ?? ''}`,
          name: `Drinker (${plot.drinkers?.kind ?? ''})`,
          end: end('hole', `${DRINKER_HOLE.sawMm} mm`, 'male'),
        };
        put(thing, line.id, count);
        joints.push({
          key: `drinker ${line.id}:${k}`,
          kind: 'drinker',
          at: `${line.id}:${k}`,
          place: line.id,
          of: [pipeKey(leg.pipe), thing.id],
          count,
          offers: [],
          chain: {
            from: mateOf(thing.end),
            links: [],
            to: thing.end,
            boreMm: Infinity,
            cost: 0,
            shops: [],
            best: ['short'],
          },
          stale: false,
          unknown: false,
        });
      });
    }
  }
  return { joints, things };
}

/** What a vessel's own outlet ends in: as entered; a tote's coarse thread where it is carried about. */
function ownEnd(node: PlanNode): End | undefined {
  if (!isVessel(node)) return undefined;
  const entered = 'outletEnd' in node ? endEntered(node.outletEnd) : undefined;
  if (entered) return entered;
  return 'moved' in node && node.moved ? end('tote-coarse', 'S60x6', 'male') : undefined;
}

/** A chain that was taken, as it mates now; undefined where it does not. */
function takenChain(
  from: readonly End[],
  ids: readonly string[],
  to: readonly End[],
  price: (id: string) => number | undefined,
): RankedChain | undefined {
  for (const a of from)
    for (const b of to) {
      const chain = chainOf(a, ids, b);
      if (!chain) continue;
      return {
        ...chain,
        boreMm: Math.min(Infinity, ...chain.links.map((l) => l.part.boreMm)),
        cost: costOf(chain, { price }),
        shops: [],
        best: [],
      };
    }
  return undefined;
}

/** The parts of a chain that go through a wall close on it. */
export const suits = (chain: Pick<Chain, 'links'>, wallMm: number): boolean =>
  chain.links.every(({ part }) => !part.hole || (wallMm >= part.hole.wallMm[0] && wallMm <= part.hole.wallMm[1]));

/** Ids of a chain's parts, in its order. */
export const idsOf = (chain: Pick<Chain, 'links'>): string[] => chain.links.map((l) => l.part.id);
