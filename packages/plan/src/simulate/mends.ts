// What would mend a place that falls short in time: each change is tried by running it, and ranked by what it wins.
import { compilePlan, minutesOf, resolvePipe } from '../compile/index.ts';
import { changeNode, glimpse, setSizes, type Command } from '../edit/index.ts';
import { isOutlet, isStore, isTap, isVessel } from '../kinds/index.ts';
import type { Plan, TapNode, VesselNode } from '../schema/index.ts';
import { bestWiderPipe, type PipeRemedy } from '../solve/index.ts';
import type { InTime } from '../intime/index.ts';
import { simulatePlan, type PlanRun } from './simulate.ts';

/** A change of a plan, as data; the view names it. */
export type Mend =
  | { readonly kind: 'seat'; readonly at: string; readonly seatMm: number }
  | { readonly kind: 'wider'; readonly at: string; readonly factor: number }
  | { readonly kind: 'store'; readonly at: string; readonly count: number }
  | {
      readonly kind: 'pipe';
      readonly at: string;
      readonly parts: PipeRemedy['parts'];
      readonly pipe: string;
      readonly length: number;
    }
  | { readonly kind: 'level'; readonly at: string; readonly closeLevelM: number }
  | { readonly kind: 'longer'; readonly at: string; readonly factor: number }
  | { readonly kind: 'later'; readonly at: string; readonly minutes: number }
  | { readonly kind: 'snap'; readonly at: string };

export interface MendTried {
  readonly mend: Mend;
  /** m³ wanted and not there, in all */ readonly shortfall: number;
  /** m above the floor, and above the outlet for a tank: least at the place it is for */ readonly lowest: number;
  /** In the plan's money: nothing for other hours and levels, pipe by its price; undefined where no price is known. */
  readonly cost?: number;
  /** Before it. */ readonly before: { readonly shortfall: number; readonly lowest: number };
}

const DAY = 1440;
const SEATS_MM = [3.2, 4.8, 6.4, 9.5, 12.7, 16, 22];
const MOST = 5;
/** Longest run of a trial, s. */
const TRIAL = 3 * 86_400;
/** Under this nothing is won: m³, m. */
const LITTLE = 2e-4;
const HAIR = 0.004;

const clockOf = (minutes: number): string => {
  const m = ((Math.round(minutes) % DAY) + DAY) % DAY;
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
};

/** The command that does it. */
export function mendCommand(mend: Mend, label: string): Command {
  const vessel = (change: (node: VesselNode) => void): Command => changeNode(mend.at, isVessel, label, change);
  switch (mend.kind) {
    case 'seat':
      return vessel((n) => {
        if (n.inlet?.floatValve) n.inlet.floatValve.seatMm = mend.seatMm;
      });
    case 'wider':
      return vessel((n) => {
        if (n.shape.type === 'box') n.shape.lengthM = Number((n.shape.lengthM * mend.factor).toFixed(3));
        else if (n.shape.type === 'vertical-cylinder')
          n.shape.diameterM = Number((n.shape.diameterM * Math.sqrt(mend.factor)).toFixed(3));
      });
    case 'store':
      return vessel((n) => void (n.count = mend.count));
    case 'pipe':
      return setSizes(
        mend.parts.flatMap(({ line, legs }) => legs.map((leg) => ({ line, leg, pipe: mend.pipe }))),
        label,
      );
    case 'level':
      return vessel((n) => {
        if (n.inlet?.floatValve) n.inlet.floatValve.closeLevelM = mend.closeLevelM;
      });
    case 'snap':
      return vessel((n) => {
        if (n.inlet?.floatValve) n.inlet.floatValve.characteristic = 'snap';
      });
    case 'longer':
      return vessel((n) => {
        for (const h of n.herds ?? [])
          for (const v of h.visits) v.durationMin = Math.min(DAY, v.durationMin * mend.factor);
      });
    case 'later': {
      const shift = (v: { at: string }): void => void (v.at = clockOf(minutesOf(v.at) + mend.minutes));
      return changeNode(mend.at, isOutlet, label, (n) => {
        if (isTap(n)) (n.draws ?? []).forEach(shift);
        else for (const h of n.herds ?? []) h.visits.forEach(shift);
      });
    }
  }
}

/** What it costs in the plan's money, where that is known. */
function costOf(plan: Plan, mend: Mend): number | undefined {
  if (mend.kind === 'later' || mend.kind === 'longer' || mend.kind === 'level') return 0;
  if (mend.kind !== 'pipe') return undefined;
  const perM = plan.prices?.pipes?.find((p) => p.pipe === mend.pipe)?.perM;
  return perM === undefined ? undefined : perM * mend.length;
}

/** Less missing first; of those that win the same the cheaper, what has no price last; then the one with more water left. */
function byWorth(a: MendTried, b: MendTried): number {
  const wins = Math.round(a.shortfall / LITTLE) - Math.round(b.shortfall / LITTLE);
  if (wins !== 0) return wins;
  const [one, two] = [a.cost ?? Number.MAX_VALUE, b.cost ?? Number.MAX_VALUE];
  return one !== two ? one - two : b.lowest - a.lowest;
}

/** Least water of a place over a run, m: over its outlet for one that feeds; nothing is told of a tap. */
function leastAt(found: PlanRun, id: string): number {
  const v = found.summary.get(id)?.vessel;
  if (!v) return 0;
  return v.lowest - (isStore(v.node) ? v.node.outletM : 0);
}

const totalShort = (found: PlanRun): number => [...found.summary.values()].reduce((sum, s) => sum + s.shortfall, 0);

/** The places that fall short, the worst first: who goes thirsty, then tanks that ran out. */
function shortPlaces(found: PlanRun): string[] {
  return [...found.summary]
    .map(([id, s]) => ({
      id,
      short: s.shortfall,
      empty: s.vessel?.empty ?? 0,
      late: s.vessel?.longestRefill === null && s.demand > 0,
    }))
    .filter((p) => p.short > LITTLE || p.empty > 0 || p.late)
    .sort((a, b) => b.short - a.short || b.empty - a.empty)
    .map((p) => p.id);
}

/** Changes that are worth a try at a place. */
function candidatesAt(plan: Plan, id: string, found: PlanRun): Mend[] {
  const node = plan.nodes.find((n) => n.id === id);
  const list: Mend[] = [];
  if (isVessel(node)) {
    const float = node.inlet?.floatValve;
    if (isStore(node)) list.push({ kind: 'store', at: id, count: (node.count ?? 1) + 1 });
    else if (node.shape.type !== 'table')
      list.push({ kind: 'wider', at: id, factor: 1.5 }, { kind: 'wider', at: id, factor: 2 });
    if (float) {
      for (const seatMm of SEATS_MM.filter((s) => s > float.seatMm * 1.05).slice(0, 2))
        list.push({ kind: 'seat', at: id, seatMm });
      const room = node.overflowM - float.closeLevelM;
      if (room > 0.03) list.push({ kind: 'level', at: id, closeLevelM: Number((node.overflowM - 0.02).toFixed(3)) });
      if (float.characteristic === 'proportional') list.push({ kind: 'snap', at: id });
    }
    if ((node.herds ?? []).some((h) => h.visits.length > 0))
      list.push(
        { kind: 'longer', at: id, factor: 2 },
        { kind: 'later', at: id, minutes: 60 },
        { kind: 'later', at: id, minutes: -60 },
      );
  }
  if (isTap(node)) list.push({ kind: 'later', at: id, minutes: 60 });
  // others that take water while it falls short: taps moved out of the way
  const hours = found.inTime.outlets.filter((o: TapNode) => o.id !== id && (o.draws ?? []).length > 0).slice(0, 3);
  for (const tap of hours) list.push({ kind: 'later', at: tap.id, minutes: 120 });
  if (isOutlet(node)) {
    const wider = bestWiderPipe(compilePlan(plan), id);
    if (wider) list.push({ kind: 'pipe', at: id, parts: wider.parts, pipe: wider.pipe, length: wider.length });
  }
  return list;
}

/** Bore of a pipe that a change lays, mm, for its name. */
export const mendPipe = (mend: Extract<Mend, { kind: 'pipe' }>): string => resolvePipe(mend.pipe).label;

/**
 * Tries what would mend the places that fall short.
 * @param told told how far it is, 0 to 1
 */
export function mendsFor(plan: Plan, options: InTime, told: (share: number) => void = () => {}): MendTried[] {
  const trial: InTime = { ...options, duration: Math.min(TRIAL, options.duration) };
  const run = (of: Plan): PlanRun => simulatePlan(of, trial, { every: trial.duration });
  const before = run(plan);
  const places = shortPlaces(before).slice(0, 2);
  const all = places.flatMap((id) => candidatesAt(plan, id, before).map((mend) => ({ id, mend })));
  const tried: MendTried[] = [];
  all.forEach(({ id, mend }, k) => {
    told(k / all.length);
    const was = { shortfall: totalShort(before), lowest: leastAt(before, id) };
    const after = run(glimpse(plan, mendCommand(mend, mend.kind)));
    if (!after.run.settled) return;
    const now = { shortfall: totalShort(after), lowest: leastAt(after, id) };
    const wins =
      now.shortfall < was.shortfall - LITTLE ||
      (now.shortfall <= was.shortfall + LITTLE && now.lowest > was.lowest + HAIR);
    if (!wins) return;
    const cost = costOf(plan, mend);
    tried.push({ mend, ...now, ...(cost === undefined ? {} : { cost }), before: was });
  });
  const seen = new Set<string>();
  return tried
    .sort(byWorth)
    .filter(({ mend }) => {
      // the best of each kind at a place
      const key = `${mend.kind} ${mend.at}`;
      return seen.has(key) ? false : (seen.add(key), true);
    })
    .slice(0, MOST);
}
