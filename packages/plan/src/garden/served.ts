// What meets the gardens of Need: plots that are opened, beds that stand full; and for how long a plot is to be opened.
import type { Working } from '@vernal-slope/core/working';
import { gardenOf, type NeedRow } from '../year/index.ts';
import { seconds, type Compiled } from '../compile/index.ts';
import { isBed } from '../kinds/index.ts';
import type { BedNode, Plan, Plot } from '../schema/index.ts';
import { waterPlot } from './drip.ts';
import { plantsOf } from './watering.ts';

/** The garden whose need a plot meets: the one that it names, else the first; undefined where its own wants are entered. */
export const gardenOfPlot = (plan: Plan, plot: Plot): string | undefined =>
  plot.drinkers
    ? undefined
    : (gardenOf(plan, plot) ??
      (plot.wantsLPerPlant === undefined && plot.garden === undefined ? plan.needs?.gardens?.at(0)?.name : undefined));

export interface PlotServes {
  readonly plot: Plot;
  readonly plants: number;
  /** m³/s while it is open, its tanks as they stand */ readonly flow: number;
  /** s a day that it is opened */ readonly open: number;
  readonly settled: boolean;
}

export interface GardenServed {
  readonly plots: readonly PlotServes[];
  /** Beds in which it grows. */
  readonly beds: readonly BedNode[];
}

/** What waters a garden of Need. */
export function gardenServed(c: Compiled, garden: string): GardenServed {
  const plots = (c.plan.plots ?? [])
    .filter((p) => gardenOfPlot(c.plan, p) === garden)
    .map((plot): PlotServes => {
      const r = waterPlot(c, plot);
      return {
        plot,
        plants: plantsOf(r.emitters).length,
        flow: r.flow,
        open: (plot.draws ?? []).reduce((sum, d) => sum + seconds(d.durationMin), 0),
        settled: r.result.converged,
      };
    });
  return { plots, beds: c.plan.nodes.filter(isBed).filter((b) => b.garden === garden) };
}

/** How long plots are to be opened, together, for what a garden wants in a day, s. @param wants m³ a day */
export const openingFor = (served: readonly PlotServes[], wants: number): number =>
  wants / served.reduce((sum, s) => sum + s.flow, 0);

export function openingWorking(row: NeedRow, served: readonly PlotServes[], wants: number): Working {
  const flow = served.reduce((sum, s) => sum + s.flow, 0);
  return {
    code: 'plot-opening',
    of: row.name,
    rule: 't = \\frac{{{wants}}}{{{flow}}}',
    terms: [
      {
        key: 'wants',
        tex: 'V',
        name: 'what the garden wants in a day of this month',
        value: wants,
        dimension: 'volume',
        source: row.source,
      },
      {
        key: 'flow',
        tex: 'Q',
        name: 'flow of its plots while they are open, as the network is solved',
        value: flow,
        dimension: 'flow',
      },
    ],
    result: { tex: 't', value: wants / flow, dimension: 'time' },
    source: 'FAO-56 (Allen and others 1998) for what the crop uses; water balance',
    assumptions: [
      'Tanks stay as they stand: as a barrel goes down it takes longer. The bench of the rows runs it down.',
      'Plots of one garden are opened one after another for as long as each other.',
    ],
  };
}
