// What is found of totes that are carried about.
import type { Compiled } from '../compile/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { GALE, toteRuns, totesOf, type ToteRuns } from './tote.ts';

export function toteFindings(r: ToteRuns): Finding[] {
  const at = r.node.id;
  const found: Finding[] = [];
  if (!r.settled) found.push(finding('tote-not-settled', at, {}));
  else if (r.perDay > 0) {
    if (r.lasts < r.every * (1 - 1e-6))
      found.push(finding('tote-runs-out', at, { lasts: r.lasts, every: r.node.moved.everyDays }));
    else found.push(finding('tote-lasts', at, { lasts: r.lasts, every: r.node.moved.everyDays }));
  } else found.push(finding('tote-unused', at, {}));
  const [can] = r.serves;
  if (r.byCan > 0 && !can.served)
    found.push(finding('tote-low', at, { tap: r.tap, needs: can.needs, courses: can.courses }));
  const drip = r.serves.find((s) => s.what === 'drip');
  if (r.byLine > 0 && drip && !drip.served)
    found.push(finding('tote-low-drip', at, { water: drip.has, needs: drip.needs, courses: drip.courses }));
  if (r.windEmpty < GALE) found.push(finding('tote-tips', at, { wind: r.windEmpty, mass: r.empty }));
  found.push(finding('tote-heavy', at, { mass: r.mass, slope: r.slopeFull }));
  if (!r.node.moved.dark) found.push(finding('tote-light', at, {}));
  if (r.frosty.length > 0) found.push(finding('tote-winter', at, { first: r.frosty[0], months: r.frosty.length }));
  return worstFirst(found);
}

export const judgeTotes = (c: Compiled): Finding[] =>
  worstFirst(totesOf(c.plan).flatMap((n) => toteFindings(toteRuns(c, n))));
