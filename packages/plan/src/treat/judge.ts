// What is found of sand filters, elements and heaters.
import { headOfPressure, pressureOfHead } from '@vernal-slope/core/water';
import { metresOfMm, pascals, type Compiled } from '../compile/index.ts';
import { speedOfMPerH } from '../fields/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { dateOf, dayNumber } from '../formats/index.ts';
import { elementsRun, filterRuns, filtersOf, leastFlow, type ElementRuns, type FilterRuns } from './treat.ts';

/** The day on which a filter has had so many days to grow its skin. */
const ripeOn = (started: string, days: number): string => dateOf(dayNumber(started) + days);

const CLOSE = 1e-9;
/** A loading so near to the most is as good as it: sand is not measured to a twentieth. */
const ALMOST = 1.05;
/** Loss of an element from which it is told. */
const MUCH = 0.1;

export function filterFindings(r: FilterRuns): Finding[] {
  const { node, row } = r;
  const at = node.id;
  const found: Finding[] = [];
  if (r.film <= 0) found.push(finding('filter-dries', at, { under: -r.film, least: row.film[0] }));
  else if (r.film < row.film[0] - CLOSE || r.film > row.film[1] + CLOSE)
    found.push(finding('filter-film', at, { film: r.film, least: row.film[0], most: row.film[1] }));
  else found.push(finding('filter-film-kept', at, { film: r.film }));
  if (r.over <= 0) found.push(finding('filter-no-head', at, {}));
  else {
    const [, most] = row.loading;
    if (r.loading > speedOfMPerH(most) * ALMOST)
      found.push(finding('filter-too-fast', at, { flow: r.most, most: r.area * speedOfMPerH(most) }));
    else found.push(finding('filter-gives', at, { flow: r.most, day: r.perDay }));
  }
  if (node.filter.depthM < row.depth - CLOSE)
    found.push(finding('filter-shallow', at, { depth: node.filter.depthM, least: row.depth }));
  const [fine, coarse] = row.grain;
  if (node.filter.conductivityMPerH === undefined && (node.filter.grainMm < fine || node.filter.grainMm > coarse))
    found.push(
      finding('filter-grain', at, {
        grain: metresOfMm(node.filter.grainMm),
        fine: metresOfMm(fine),
        coarse: metresOfMm(coarse),
      }),
    );
  if (r.flow !== undefined && r.over > 0 && r.flow < 0.95 * r.most)
    found.push(finding('filter-held-back', at, { flow: Math.max(0, r.flow), most: r.most }));
  if (node.filter.startedOn === undefined)
    found.push(finding('filter-ripens', at, { from: row.ripens[0], to: row.ripens[1] }));
  else
    found.push(finding('filter-ripe', at, { from: ripeOn(node.filter.startedOn, row.ripens[1]), days: row.ripens[1] }));
  found.push(finding('filter-no-promise', at, { leaves: row.leaves }));
  return worstFirst(found);
}

export function elementFindings(c: Compiled, list: readonly ElementRuns[]): Finding[] {
  const found: Finding[] = [];
  for (const e of list) {
    if (!e.settled) continue;
    const least = headOfPressure(pascals(e.row.leastKPa ?? 0), c.water.density);
    const asks = leastFlow(e.row);
    const words = { element: e.row.name };
    if (e.tap !== undefined && ((asks > 0 && e.flow < asks) || (least > 0 && e.before < least)))
      found.push(
        finding('element-starves', e.line, {
          ...words,
          flow: e.flow,
          pressure: pressureOfHead(Math.max(0, e.before), c.water.density),
          leastFlow: asks,
          leastPressure: pascals(e.row.leastKPa ?? 0),
        }),
      );
    const lost = e.without > 0 ? 1 - e.flow / e.without : 0;
    if (e.tap !== undefined && lost >= MUCH)
      found.push(finding('element-takes', e.line, { ...words, tap: e.tap, lost }));
    if (e.row.group === 'element' && !e.row.removal)
      found.push(finding('element-leaves', e.line, { ...words, leaves: e.row.leaves }));
    if (e.row.group === 'screen') found.push(finding('element-leaves', e.line, { ...words, leaves: e.row.leaves }));
  }
  return worstFirst(found);
}

/** Of all the treatment of a plan. */
export const judgeTreatment = (c: Compiled): Finding[] =>
  worstFirst([
    ...filtersOf(c.plan).flatMap((n) => filterFindings(filterRuns(c, n))),
    ...elementFindings(c, elementsRun(c)),
  ]);
