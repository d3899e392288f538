// Published sizing problems: best cost, time and solves.
import { findSizes } from '@vernal-slope/core/design';
import { publishedProblem } from '../packages/core/src/design/published.testdata.ts';
import { line } from './report.ts';

/** Best costs known for the two problems, in their own units. */
const KNOWN = { 'two-loop': 419_000, hanoi: 6_081_087 } as const;

export function sizesBench(): void {
  for (const name of ['two-loop', 'hanoi'] as const) {
    const begun = performance.now();
    const found = findSizes(publishedProblem(name), { seed: 1 });
    const ms = performance.now() - begun;
    if (!found.ok) throw new Error(`${name} found nothing`);
    line(`sizes, ${name}: cost`, found.cost.toFixed(0), `${KNOWN[name]} known`);
    line(`   ${found.solves} solves`, `${(ms / 1000).toFixed(1)} s`);
  }
}
