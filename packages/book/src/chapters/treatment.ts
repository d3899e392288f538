// Filters and elements in lines.
import {
  elementFindings,
  elementsRun,
  elementWorking,
  filmWorking,
  filterDayWorking,
  filterFindings,
  filterRuns,
  filtersOf,
  sandWorking,
  type ElementRuns,
} from '@vernal-slope/plan/treat';
import { lineFlowWorking, optionsOf, solvePlan } from '@vernal-slope/plan/solve';
import type { Working } from '@vernal-slope/core/working';
import type { Block, Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { said, beside } from './bench.ts';

/** Flow through an element, its freest tap open alone. */
function elementFlowWorking(w: Writer, e: ElementRuns): Working | undefined {
  const { compiled } = w.known;
  const result = solvePlan(compiled, e.tap === undefined ? { level: 'start' } : optionsOf(compiled, [e.tap], 'start'));
  const found = lineFlowWorking(compiled, result, e.line);
  return found && { ...found, of: `${found.of}, ${e.tap === undefined ? 'all shut' : `${w.name(e.tap)} alone`}` };
}

export function treatmentSheet(w: Writer): Sheet {
  const { plan, compiled } = w.known;
  const filters = filtersOf(plan).map((n) => filterRuns(compiled, n));
  const elements = elementsRun(compiled);
  return {
    id: 'treatment',
    title: 'Treatment',
    under: ['Nothing here says that water is fit to drink: a test of the water does'],
    blocks: [
      ...filters.map((r): Block =>
        beside([
          {
            kind: 'pairs',
            title: w.name(r.node.id),
            rows: [
              ['it gives when full', [w.fig(r.most, 'flow', sandWorking(r))]],
              ['water over its sand at rest', [w.fig(Math.max(0, r.film), 'drop', filmWorking(r))]],
              ['a day', [w.fig(r.perDay, 'volume', filterDayWorking(r))]],
            ],
          },
        ]),
      ),
      ...(elements.length > 0
        ? [
            {
              kind: 'table',
              title: 'In lines',
              titled: true,
              columns: [
                { head: 'What', grows: 1 },
                { head: 'On' },
                { head: 'Flow through it', align: 'right' },
                { head: 'It loses', align: 'right' },
              ],
              rows: elements.map((e) => ({
                cells: [
                  [w.quoted(e.row.name)],
                  [`${w.name(e.line)}, leg ${e.leg + 1}`],
                  [e.settled ? w.fig(e.flow, 'flow', elementFlowWorking(w, e)) : '–'],
                  [e.settled ? w.fig(e.loss, 'loss', elementWorking(compiled, e, w.quoted(e.row.name))) : '–'],
                ],
              })),
            } satisfies Block,
          ]
        : []),
      ...said(w, [...filters.flatMap(filterFindings), ...elementFindings(compiled, elements)]),
    ],
  };
}
