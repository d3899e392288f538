// What a plan's places and lines ask to be kept up.
import { DUE_MONTHS, isDrinking, planBalance, type PlanBalance } from '../budget/index.ts';
import { findTreatment } from '../catalogue/index.ts';
import { flowFromLpm, hoursOf } from '../fields/index.ts';
import { isBed, isSource, isStore, isTap, isVessel, type PlanNode, type SourceNode } from '../kinds/index.ts';
import type { Plan } from '../schema/index.ts';
import { nameOfId, reachOf } from '../topology/index.ts';
import { JOBS, type JobKind, type JobWords } from './words.ts';

export interface Job {
  /** Stays the same as long as its place does: what is done is kept under it. */
  readonly id: string;
  readonly kind?: JobKind;
  readonly title: string;
  /** Place or line it is done at; empty where nobody said. */
  readonly at: string;
  readonly words: Omit<JobWords, 'title'>;
  /** Days from one time to the next; undefined where it only comes with storm, frost or use. */
  readonly everyDays?: number;
  /** Use a day in the unit of `everyM3` or `everyHours`, where it wears by use. */
  readonly usePerDay?: number;
}

/** Ground freezes so deep where the plan does not say, m (assumption). */
const FROST_DEPTH = 0.6;
const DAY_H = 24;

const ofNode = (kind: JobKind, node: PlanNode): [JobKind, string] => [kind, node.id];

function sourceJobs(plan: Plan, s: SourceNode): [JobKind, string][] {
  const jobs: JobKind[] = [];
  if (s.type === 'spring' || s.type === 'stream') {
    jobs.push('intake-screen');
    if (s.intake === 'temporary') jobs.push('dike');
    else if (s.type === 'spring') jobs.push('spring-box');
  }
  if (s.roof) jobs.push('gutters', 'first-flush');
  if (s.pump || s.ram) jobs.push('pump');
  if (s.type === 'mains') jobs.push('preventer');
  const reach = reachOf(plan, s.id);
  if (s.quality?.length || plan.nodes.some((n) => reach.has(n.id) && isTap(n) && isDrinking(n)))
    jobs.push('water-test');
  return jobs.map((kind) => ofNode(kind, s));
}

function vesselJobs(n: PlanNode): [JobKind, string][] {
  const jobs: JobKind[] = [];
  if (!isVessel(n)) return [];
  if (isStore(n)) {
    jobs.push('tank-look');
    if (n.filter) jobs.push('sand');
    else jobs.push('tank-clean');
    if (n.moved) jobs.push('tank-empty');
    if ((n.standM ?? 0) > 0) jobs.push('stand-look');
  } else if (isBed(n)) jobs.push('bed-look');
  else {
    jobs.push('trough-clean');
    if (n.kind === 'trough' && n.setting?.frost === 'drained') jobs.push('trough-drain');
  }
  if ('inlet' in n && n.inlet?.floatValve) jobs.push('float-washer');
  return jobs.map((kind) => ofNode(kind, n));
}

/** Depth of frost: the deepest that a stand or a trough of the plan was told of. */
function frostDepth(plan: Plan): number {
  const told = plan.nodes.flatMap((n) => [
    ...(isStore(n) && n.stand?.frostM !== undefined ? [n.stand.frostM] : []),
    ...(n.kind === 'trough' && n.setting?.frostM !== undefined ? [n.setting.frostM] : []),
  ]);
  return told.length > 0 ? Math.max(...told) : FROST_DEPTH;
}

/** A line shorter than this is a hose beside its vessel, m. */
const SHORT = 10;

function lineJobs(plan: Plan): [JobKind, string][] {
  const depth = frostDepth(plan);
  const watered = new Set((plan.plots ?? []).flatMap((p) => p.lines));
  return plan.lines.flatMap((line): [JobKind, string][] => {
    const length = line.legs.reduce((sum, leg) => sum + leg.lengthM, 0);
    const elements = line.legs.flatMap((leg) => (leg.treatment ?? []).map((t) => findTreatment(t.kind)?.group));
    const has = (group: string): boolean => elements.includes(group as 'element');
    const long = length > SHORT && !watered.has(line.id);
    return [
      ...(long ? [['line-flush', line.id] as [JobKind, string]] : []),
      ...(long && line.legs.some((leg) => (leg.depthM ?? 0) < depth)
        ? [['line-drain', line.id] as [JobKind, string]]
        : []),
      ...(['element', 'screen', 'heater'] as const).flatMap((group): [JobKind, string][] =>
        has(group) ? [[group, line.id]] : [],
      ),
    ];
  });
}

/** m³ a day through a line, on the mean of the year: what is needed at the places beyond it, else all. */
function through(plan: Plan, balance: PlanBalance, line: string): number {
  const to = plan.lines.find((l) => l.id === line)?.to;
  const reach = to === undefined ? new Set<string>() : new Set([to, ...reachOf(plan, to)]);
  return balance.needs.rows.reduce((sum, row) => {
    const places = 'node' in row.at ? [row.at.node] : 'places' in row.at ? row.at.places : [];
    const here = places.length === 0 || places.some((p) => reach.has(p));
    return here ? sum + row.perDay.reduce((a, b) => a + b, 0) / 12 : sum;
  }, 0);
}

/** Hours a day that a pump runs, on the mean of the year. */
function pumpHours(balance: PlanBalance, source: string): number {
  const y = balance.yields.find((x) => x.source.id === source);
  if (!y || y.basis === 'ram') return DAY_H;
  const rated = flowFromLpm(y.source.pump?.ratedFlowLpm ?? 0);
  const perDay = y.perDay.reduce((a, b) => a + b, 0) / 12;
  return rated > 0 ? Math.min(DAY_H, hoursOf(perDay / rated)) : 0;
}

/** Every job of a plan, those of its own last. Jobs that the place leaves out are left out. */
export function jobsOf(plan: Plan, balance: PlanBalance = planBalance(plan)): Job[] {
  const upkeep = plan.upkeep ?? {};
  const out = new Set(upkeep.leftOut);
  const every = new Map((upkeep.every ?? []).map((e) => [e.job, e.everyDays]));
  const pairs: [JobKind, string][] = [
    ...plan.nodes.flatMap((n) => (isSource(n) ? sourceJobs(plan, n) : vesselJobs(n))),
    ...lineJobs(plan),
    ...(plan.plots ?? []).map((p): [JobKind, string] => ['plot-flush', p.id]),
  ];
  const name = (id: string): string => plan.plots?.find((p) => p.id === id)?.name ?? nameOfId(plan, id);
  const made = pairs.map(([kind, at]): Job => {
    const id = `${kind}:${at}`;
    const { title, ...words } = JOBS[kind];
    const usePerDay = words.everyM3 ? through(plan, balance, at) : words.everyHours ? pumpHours(balance, at) : 0;
    const days = every.get(id) ?? words.everyDays;
    return {
      id,
      kind,
      at,
      title: title(name(at)),
      words,
      ...(days === undefined ? {} : { everyDays: days }),
      ...(usePerDay > 0 ? { usePerDay } : {}),
    };
  });
  const own = (upkeep.own ?? []).map((o): Job => ({
    id: `own:${o.id}`,
    title: o.title,
    at: o.place ?? '',
    words: { why: '', how: [], cautions: [] },
    everyDays: every.get(`own:${o.id}`) ?? o.everyDays,
  }));
  return [...made, ...own].filter((j) => !out.has(j.id));
}

/** Months after which a source's water is tested again. */
export const testMonths = (source: SourceNode): number => source.quality?.at(-1)?.dueMonths ?? DUE_MONTHS;
