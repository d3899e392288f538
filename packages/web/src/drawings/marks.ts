// What each kind of place looks like seen from above, as a path around its middle. A new kind has its row here.
import type { NodeKind } from '@vernal-slope/plan/kinds';

/** Path of a mark, px, its middle at 0, 0. */
export const MARKS: Readonly<Record<NodeKind, string>> = {
  source: 'M-8 7a8 8 0 0 1 16 0z M-3 -7v4 M3 -7v4 M0 -9v5',
  tank: 'M-8 0a8 8 0 1 0 16 0a8 8 0 1 0 -16 0z',
  trough: 'M-10 -5h20v10h-20z',
  outlet: 'M0 -8c4 5 6 7.500 6 10a6 6 0 0 1 -12 0c0 -2.500 2 -5 6 -10z',
  bed: 'M-11 -6h22v12h-22z M-11 1h22',
  junction: 'M-4 0a4 4 0 1 0 8 0a4 4 0 1 0 -8 0z',
};
