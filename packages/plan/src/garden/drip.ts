// A plot watered: what each hole gives, how even it is, where it is least.
import { evennessOf, type Evenness } from '@vernal-slope/core/irrigation';
import { pressureOfHead } from '@vernal-slope/core/water';
import type { Compiled, LevelChoice, PlacedEmitter, StateOptions } from '../compile/index.ts';
import { isBasin, isVessel } from '../kinds/index.ts';
import type { Plot } from '../schema/index.ts';
import { solvePlan, type PlanResult, type Warm } from '../solve/index.ts';

/** An emitter of a plot, as it runs. */
export interface EmitterRuns extends PlacedEmitter {
  readonly line: string;
  /** Pa, gauge, at its mouth */ readonly pressure: number;
  /** m³/s */ readonly flow: number;
}

export interface PlotRuns {
  readonly plot: Plot;
  readonly result: PlanResult;
  readonly options: StateOptions;
  /** Line by line, along each; those taped over are left out. */
  readonly emitters: readonly EmitterRuns[];
  /** m³/s */ readonly flow: number;
  readonly evenness: Evenness;
  /** Emitters at a plant, the least of the plot. */
  readonly perPlant: number;
  /** Spread of manufacture, the largest of the plot. */
  readonly cv: number;
  /** Index of the emitter that gives least, and of the one that gives most. */
  readonly least: number;
  readonly most: number;
}

export interface WateringOptions {
  readonly level?: LevelChoice;
  /** Taps that are open and troughs whose floats are. */
  readonly open?: readonly string[];
  readonly levels?: Readonly<Record<string, number>>;
  readonly month?: number;
}

/** State in which a plot is watered by itself: floats shut and taps closed but for those named. */
export function wateringState(c: Compiled, plot: string, { open = [], ...rest }: WateringOptions): StateOptions {
  const floats = c.plan.nodes.filter((n) => isVessel(n) && n.inlet?.floatValve !== undefined).map((n) => n.id);
  const freely = c.plan.nodes.filter(isBasin).map((n) => n.id);
  const named = new Set(open);
  return {
    ...rest,
    open: [plot, ...open],
    shut: [...new Set([...floats, ...freely])].filter((id) => !named.has(id)),
  };
}

/** Emitters of the lines named, as a solve has them. */
export function emittersOf(c: Compiled, result: PlanResult, lines: readonly string[]): EmitterRuns[] {
  return lines.flatMap((line) => {
    const lateral = c.lines.get(line)?.lateral;
    if (!lateral) return [];
    return lateral.emitters
      .map((e, k): EmitterRuns => {
        const { link, node } = lateral.outlets[k];
        return {
          ...e,
          line,
          pressure: pressureOfHead(result.solution.head[node] - e.elevation, c.water.density),
          flow: result.solution.flow[link],
        };
      })
      .filter((e) => !e.shut)
      .sort((a, b) => a.chainage - b.chainage);
  });
}

const indexOfLeast = (list: readonly number[]): number =>
  list.reduce((at, v, k) => (at < 0 || v < list[at] ? k : at), -1);

/** Waters one plot. */
export function waterPlot(c: Compiled, plot: Plot, options: WateringOptions = {}, warm?: Warm): PlotRuns {
  const state = wateringState(c, plot.id, options);
  const result = solvePlan(c, state, warm);
  const emitters = emittersOf(c, result, plot.lines);
  const flows = emitters.map((e) => e.flow);
  const cv = Math.max(0, ...emitters.map((e) => e.entry.manufacturingCv ?? 0));
  const perPlant = Math.min(...emitters.map((e) => e.entry.perPlant ?? 1), Infinity);
  return {
    plot,
    result,
    options: state,
    emitters,
    flow: flows.reduce((a, b) => a + b, 0),
    evenness: evennessOf(flows, cv, Number.isFinite(perPlant) ? perPlant : 1),
    cv,
    perPlant: Number.isFinite(perPlant) ? perPlant : 1,
    least: indexOfLeast(flows),
    most: indexOfLeast(flows.map((q) => -q)),
  };
}
