// Rows of holes: what each gives, how even they are.
import { evennessWorking, plotFindings, plotFlowWorking, waterPlot } from '@vernal-slope/plan/garden';
import type { Plot } from '@vernal-slope/plan/schema';
import { percent, showText } from '@vernal-slope/display/quantities';
import { dotsDrawing } from '../drawing/index.ts';
import { figure, type Block, type Sheet } from '../model/index.ts';
import type { Writer } from '../known/index.ts';
import { type Pair, said } from './bench.ts';

export function plotSheet(w: Writer, plot: Plot): Sheet {
  const { compiled, units, month } = w.known;
  const runs = waterPlot(compiled, plot, { month });
  const flow = (v: number): string => showText(v, 'flow', units);
  const values = runs.emitters.map((e) => e.flow);
  const groups = new Map<string, number>();
  for (const id of plot.lines)
    for (const leg of w.known.plan.lines.find((l) => l.id === id)?.legs ?? [])
      for (const e of leg.emitters ?? []) {
        const name =
          e.type === 'hole'
            ? `hole of ${w.field('diameterMm', e.diameterMm)}`
            : `emitter of ${w.field('ratedFlowLpm', e.ratedFlowLpm)} at ${w.field('ratedPressureKPa', e.ratedPressureKPa)}`;
        groups.set(
          `${name}${e.plant ? `, ${e.plant}` : ''}`,
          (groups.get(`${name}${e.plant ? `, ${e.plant}` : ''}`) ?? 0) +
            ('atM' in e && e.atM ? e.atM.length : ((e as { count?: number }).count ?? 1)),
        );
      }
  const settled = runs.result.converged;
  const rows: Pair[] = [
    ...[...groups].map(([name, n]): Pair => [name, [figure(String(n))]]),
    ...(settled
      ? ([
          ['in all, while it is open', [w.fig(runs.flow, 'flow', plotFlowWorking(runs))]],
          ...(Number.isFinite(runs.evenness.lowerQuarter)
            ? ([
                [
                  'the driest quarter has of an even share',
                  [w.worked(percent(runs.evenness.lowerQuarter), evennessWorking(runs))],
                ],
              ] satisfies Pair[])
            : []),
        ] satisfies Pair[])
      : []),
    ...(plot.draws ?? []).map((d): Pair => [`open from ${d.at}`, [figure(w.field('durationMin', d.durationMin))]]),
  ];
  return {
    id: `plot-${plot.id}`,
    title: w.name(plot.id),
    under: [`${runs.emitters.length} holes on ${plot.lines.map((l) => w.name(l)).join(', ')}`],
    blocks: [
      ...(settled && values.length > 0
        ? [
            {
              kind: 'drawing',
              drawing: dotsDrawing(
                `plot-${plot.id}`,
                `What each hole of ${w.name(plot.id)} gives, in their order`,
                values,
                {
                  most: flow(Math.max(...values)),
                  least: flow(Math.min(...values)),
                  along: 'holes in their order, line by line',
                },
              ),
            } satisfies Block,
          ]
        : [{ kind: 'text', text: ['What its holes give is not settled.'] } satisfies Block]),
      { kind: 'pairs', title: 'Settings', rows },
      ...said(w, plotFindings(compiled, runs)),
    ],
  };
}
