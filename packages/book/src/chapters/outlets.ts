// Outlets: of each bench a sheet with its drawing and how it is set.
import { cabinsOf } from '@vernal-slope/plan/cabin';
import { isBasin } from '@vernal-slope/plan/kinds';
import { chainsOf } from '@vernal-slope/plan/garden';
import { isRail } from '@vernal-slope/plan/drink';
import { filtersOf } from '@vernal-slope/plan/treat';
import { totesOf } from '@vernal-slope/plan/tote';
import type { ChapterRow } from './chapter.ts';
import { troughSheet } from './troughs.ts';
import { cabinSheet } from './taps.ts';
import { chainSheet } from './beds.ts';
import { plotSheet } from './rows.ts';
import { railSheet } from './rails.ts';
import { toteSheet } from './totes.ts';
import { treatmentSheet } from './treatment.ts';
import { drainSheet } from './drains.ts';

export const outletsChapter: ChapterRow = {
  id: 'outlets',
  title: 'Outlets',
  forms: ['whole', 'field'],
  make: (w) => {
    const { plan } = w.known;
    const plots = plan.plots ?? [];
    const treats =
      filtersOf(plan).length > 0 || plan.lines.some((l) => l.legs.some((g) => (g.treatment ?? []).length > 0));
    return [
      ...plan.nodes.filter(isBasin).map((n) => troughSheet(w, n)),
      ...cabinsOf(plan).map((c) => cabinSheet(w, c)),
      ...(treats ? [treatmentSheet(w)] : []),
      ...chainsOf(plan).map((c) => chainSheet(w, c)),
      ...plots.map((p) => (isRail(p) ? railSheet(w, p) : plotSheet(w, p))),
      ...totesOf(plan).map((n) => toteSheet(w, n)),
      ...(plan.drains ?? []).map((d) => drainSheet(w, d)),
    ];
  },
};
