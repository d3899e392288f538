// From leg to leg by key: along the drawn way, and at a tee onto a branch.
import type { PlanResults } from '../../session/usePlanResults.ts';
import type { LegRef } from '../../session/planpage.ts';
import type { Section } from '@vernal-slope/display/section';

export interface LegStep {
  readonly leg: LegRef;
  /** The place whose way is shown then, when the step leaves the drawn way. */
  readonly choose?: string;
}

/** Where water comes out at the end of a line, going on along first lines; the line's end itself when nowhere. */
function placeBeyond(results: PlanResults, lineId: string): string {
  const { lines } = results.compiled.plan;
  const seen = new Set<string>();
  let line = lines.find((l) => l.id === lineId);
  let end = line?.to ?? '';
  while (line && !seen.has(line.id)) {
    seen.add(line.id);
    end = line.to;
    if (results.consumers.includes(end)) return end;
    line = lines.find((l) => l.from === end);
  }
  return end;
}

/**
 * The leg one step along the way that is drawn.
 * @param branch take the next branch of the tee that the chosen leg ends at, instead of going straight on
 */
export function nextLeg(
  results: PlanResults,
  section: Section,
  now: LegRef | null,
  step: number,
  branch: boolean,
): LegStep | undefined {
  const list = section.legs;
  if (list.length === 0) return undefined;
  const at = list.findIndex((l) => l.line === now?.line && l.leg === now.leg);
  if (branch && now) {
    const { lines } = results.compiled.plan;
    const line = lines.find((l) => l.id === now.line);
    const atTee = line && (step > 0 ? now.leg === line.legs.length - 1 : now.leg === 0);
    const tee = atTee && (step > 0 ? line.to : line.from);
    const leaving = lines.filter((l) => l.from === tee);
    if (leaving.length > 0 && tee !== undefined) {
      // the branch after the one that the drawn way takes now, or after the one stood on
      const onWay = leaving.findIndex((l) => (step > 0 ? list.some((s) => s.line === l.id) : l.id === now.line));
      const next = leaving[(onWay + 1) % leaving.length];
      return { leg: { line: next.id, leg: 0 }, choose: placeBeyond(results, next.id) };
    }
  }
  const to = list[Math.min(list.length - 1, Math.max(0, at < 0 ? 0 : at + step))];
  return { leg: { line: to.line, leg: to.leg } };
}
