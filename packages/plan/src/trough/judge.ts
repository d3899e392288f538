// What is found of troughs: who reaches them, what they hold, how they are set.
import { TROUGH_RULES } from '../catalogue/index.ts';
import type { Compiled } from '../compile/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { isBasin } from '../kinds/index.ts';
import { floatTooLarge, travelOf, troughRuns, type TroughRuns } from './trough.ts';

const CLOSE = 1e-9;
/** Flow that a rule asks and that is not quite there. */
const NEARLY = 0.98;

export function troughFindings(r: TroughRuns): Finding[] {
  const { node } = r;
  const at = node.id;
  const set = node.setting ?? {};
  const found: Finding[] = [];
  if (floatTooLarge(node)) found.push(finding('trough-under-float', at, {}));
  const wants = Math.max(r.wantsPlaces ?? 0, r.visitPlaces ?? 0);
  if (r.places !== undefined && r.wantsPlaces !== undefined) {
    if (r.places < wants) found.push(finding('trough-few-places', at, { places: r.places, wants, heads: r.heads }));
    else found.push(finding('trough-places', at, { places: r.places, wants }));
  }
  if (r.perDay > 0) {
    if (r.holds < r.wantsHolds * (1 - 1e-6))
      found.push(finding('trough-small', at, { holds: r.holds, wants: r.wantsHolds, share: r.share }));
    else found.push(finding('trough-holds', at, { holds: r.holds, share: r.holds / r.perDay }));
    if (r.flow !== undefined && r.flow < r.wantsFlow * NEARLY)
      found.push(finding('trough-slow', at, { flow: Math.max(0, r.flow), wants: r.wantsFlow }));
  }
  if (r.rimWanted && r.heads > 0) {
    const [low, high] = r.rimWanted;
    if (r.rim > high + CLOSE || r.rim < low - CLOSE)
      found.push(finding('trough-rim', at, { rim: r.rim, low: Math.min(low, high), high: Math.max(low, high) }));
  }
  const travel = travelOf(node);
  if (travel > TROUGH_RULES.far)
    found.push(finding('trough-far', at, { travel, usual: TROUGH_RULES.far, most: TROUGH_RULES.furthest }));
  if (set.padM !== undefined && set.padM < TROUGH_RULES.pad - CLOSE)
    found.push(finding('trough-mud', at, { pad: set.padM, wants: TROUGH_RULES.pad }));
  if (
    set.padFall !== undefined &&
    (set.padFall < TROUGH_RULES.padFall[0] - CLOSE || set.padFall > TROUGH_RULES.padFall[1] + CLOSE)
  )
    found.push(
      finding('trough-pad-fall', at, {
        fall: set.padFall,
        least: TROUGH_RULES.padFall[0],
        most: TROUGH_RULES.padFall[1],
      }),
    );
  const runsOn = !node.inlet?.floatValve || set.frost === 'flow';
  if (runsOn && (set.overflow === undefined || set.overflow === 'none'))
    found.push(finding('trough-runs-over', at, {}));
  else if (runsOn && set.overflow === 'notch') found.push(finding('trough-overflow-here', at, {}));
  if (node.inlet?.floatValve && set.guard === false) found.push(finding('trough-no-guard', at, {}));
  if (set.escape === false) found.push(finding('trough-no-escape', at, {}));
  found.push(...frostFindings(r));
  return worstFirst(found);
}

function frostFindings(r: TroughRuns): Finding[] {
  const { frost, node } = r;
  const set = node.setting;
  if (!frost || !set || frost.coldest >= 0) return [];
  const at = node.id;
  const found: Finding[] = [];
  const way = set.frost ?? 'nothing';
  if (way === 'nothing') found.push(finding('trough-freezes', at, { coldest: frost.coldest, still: frost.still }));
  if (way === 'flow') {
    const has = r.flow ?? 0;
    if (!Number.isFinite(frost.keeps)) found.push(finding('trough-too-cold', at, { inflow: frost.inflow }));
    else if (frost.keeps > has)
      found.push(finding('trough-not-kept-open', at, { keeps: frost.keeps, flow: Math.max(0, has) }));
    else found.push(finding('trough-kept-open', at, { keeps: frost.keeps, day: frost.keeps * 86_400 }));
  }
  if (way !== 'drained' && set.frostM !== undefined && frost.shallow > 0)
    found.push(
      finding('trough-line-shallow', at, {
        count: frost.shallow,
        depth: Math.max(0, frost.shallowest),
        frost: set.frostM,
      }),
    );
  return found;
}

/** Of all troughs of a plan. */
export const judgeTroughs = (c: Compiled): Finding[] =>
  worstFirst([...c.nodes.values()].flatMap((m) => (isBasin(m.plan) ? troughFindings(troughRuns(c, m.plan)) : [])));
