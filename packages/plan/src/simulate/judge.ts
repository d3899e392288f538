// What is found of a run: who was short, what ran dry, what recovers, what ran over; and of its floats.
import { herdWords } from '../catalogue/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { isBed, isOutlet, isVessel } from '../kinds/index.ts';
import type { BedNode } from '../schema/index.ts';
import { solvePlan } from '../solve/index.ts';
import { compilePlan } from '../compile/index.ts';
import { floatFindings } from './floats.ts';
import type { PlaceSummary, PlanRun } from './simulate.ts';

/** Amounts that are not worth a word: m³, of a whole, m. */
const DROP = 1e-4;
const LITTLE = 0.005;
const HAIR = 0.01;
const DAY = 86_400;

/** Time of the run's clock at which something first happened to a place, s after midnight. */
const firstOf = (found: PlanRun, at: string, kind: string): number =>
  (found.events.find((e) => e.at === at && e.kind === kind)?.t ?? 0) + (found.options.start ?? 0);

/** Of a bed: whether its plants had water all along, and what its hole let out. */
function bedFindings(found: PlanRun, id: string, bed: BedNode, s: PlaceSummary): Finding[] {
  const v = s.vessel;
  if (!v) return [];
  const list: Finding[] = [];
  if (s.shortfall > DROP)
    list.push(finding('bed-ran-dry', id, { at: firstOf(found, id, 'dry'), dry: v.empty, short: s.shortfall }));
  else if (s.demand > 0)
    list.push(
      finding('bed-lasts', id, { lowest: v.lowest, at: v.lowestAt + (found.options.start ?? 0), used: s.delivered }),
    );
  if (v.overRim > DROP || (bed.overflowM === undefined && v.overflow > DROP))
    list.push(finding('bed-over-rim', id, { volume: v.overRim + v.overflow }));
  else if (v.overflow > 0.001) list.push(finding('water-ran-over', id, { volume: v.overflow }));
  return list;
}

function vesselFindings(found: PlanRun, id: string, s: PlaceSummary): Finding[] {
  const v = s.vessel;
  if (!v) return [];
  if (isBed(v.node)) return bedFindings(found, id, v.node, s);
  const list: Finding[] = [];
  const clock = (t: number): number => t + (found.options.start ?? 0);
  const { duration } = found.options;
  const feeds = v.node.outletM !== undefined && v.went > DROP;
  if (feeds && v.empty > 0)
    list.push(finding('tank-ran-out', id, { at: firstOf(found, id, 'at-outlet'), empty: v.empty }));
  else if (!feeds && v.empty > 0 && s.demand > 0)
    list.push(finding('ran-dry', id, { at: firstOf(found, id, 'dry'), dry: v.empty, short: s.shortfall }));
  else if (s.shortfall > DROP) list.push(finding('went-thirsty', id, { short: s.shortfall }));
  if (v.overRim > DROP) list.push(finding('water-over-rim', id, { volume: v.overRim }));
  if (v.overflow > 0.001) list.push(finding('water-ran-over', id, { volume: v.overflow }));
  if (feeds && v.empty === 0) {
    const outlet = v.node.outletM ?? 0;
    const fall = v.start - v.end;
    const days = duration / DAY;
    // what it loses in the run goes on so; a little less may only be where the day was cut
    if (fall > HAIR && duration >= DAY && fall / days > LITTLE * (v.start - outlet))
      list.push(finding('tank-sinks', id, { lowest: v.lowest - outlet, fall, days: (v.end - outlet) / (fall / days) }));
    else
      list.push(
        finding('tank-lasts', id, { lowest: v.lowest - outlet, at: clock(v.lowestAt), change: v.end - v.start }),
      );
  }
  if (s.demand > 0 && v.empty === 0) {
    const full = v.node.inlet?.floatValve?.closeLevelM ?? v.node.overflowM;
    const drop = Math.max(0, Math.min(v.start, full) - v.lowest);
    if (v.longestRefill === null) list.push(finding('not-full-again', id, { drop, at: clock(v.lowestAt) }));
    else if (v.longestRefill > 0) list.push(finding('full-in-time', id, { drop, longest: v.longestRefill }));
  }
  return list;
}

/** All that is found of a run, worst first. */
export function judgeRun(found: PlanRun): Finding[] {
  const { inTime, run } = found;
  const { plan, water } = inTime.compiled;
  const list: Finding[] = [];
  if (!run.settled)
    list.push(finding('time-not-settled', '', { at: (run.unsettledAt ?? 0) + (found.options.start ?? 0) }));
  for (const [id, s] of found.summary) {
    list.push(...vesselFindings(found, id, s));
    if (!s.vessel && s.shortfall > Math.max(DROP, LITTLE * s.demand))
      list.push(finding('tap-went-short', id, { short: s.shortfall, share: s.shortfall / s.demand }));
  }
  const c = compilePlan(plan);
  const full = solvePlan(c, { level: 'full', month: found.options.month });
  for (const node of inTime.vessels) {
    if (isBed(node)) continue;
    if ((c.nodes.get(node.id)?.entering.length ?? 0) > 0)
      list.push(...floatFindings(node, full.nodes.get(node.id)?.staticPressure ?? 0, water.density));
    for (const h of node.herds ?? [])
      if (!h.ifToo && h.count > 0 && h.visits.length === 0)
        list.push(finding('herd-without-visits', node.id, { herd: herdWords(h.count, h.class) }));
  }
  const asks = plan.nodes.some(
    (n) =>
      (isVessel(n) && (n.herds ?? []).some((h) => h.visits.length > 0)) ||
      (isVessel(n) && (n.takings ?? []).length > 0) ||
      (isBed(n) && (n.useLPerDay ?? 0) > 0) ||
      (isOutlet(n) && !isVessel(n) && ((n.draws ?? []).length > 0 || (n.habits ?? []).length > 0)),
  );
  const waters = (plan.plots ?? []).some((p) => p.drinkers !== undefined || (p.draws ?? []).length > 0);
  if (!asks && !waters) list.push(finding('nothing-in-time', '', {}));
  return worstFirst(list);
}
