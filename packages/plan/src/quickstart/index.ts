// A plan from five figures: height of the water, length, pipe, outlet, tank. Every assumption is named.
import type { TapNode, Plan, BasinNode } from '../schema/index.ts';
import { isTap } from '../kinds/index.ts';

export type OutletChoice = 'tap' | 'shower' | 'trough' | 'open-end';

export interface QuickStart {
  /** Water surface above the outlet, m; negative where the outlet stands higher. */
  readonly heightM: number;
  readonly lengthM: number;
  /** Id of the catalogue. */
  readonly pipe: string;
  readonly outlet: OutletChoice;
  readonly tankL: number;
}

/** Height given to the outlet's ground: the walk counts from here until it is levelled. */
export const ASSUMED_GROUND = 100;
/** Share of the tank that is water at the start. */
const FILLED = 0.75;

/** Names and laws of the outlets offered; figures are common practice, no source. */
export const OUTLET_CHOICES: Readonly<Record<OutletChoice, { readonly name: string; readonly note: string }>> = {
  tap: { name: 'Garden tap', note: 'taken as 15 L/min at 100 kPa (common practice)' },
  shower: { name: 'Shower', note: 'taken as 8 L/min at 100 kPa, thin below 30 kPa (common practice)' },
  trough: { name: 'Trough with a float', note: 'taken as a 9.5 mm seat on a trough of 430 L (common practice)' },
  'open-end': { name: 'Open end of the pipe', note: 'runs free into a butt' },
};

const round = (x: number, step: number): number => Math.round(x / step) * step;

/** Upright tank about as high as wide that holds `litres`, mm rounded. */
function tankFor(litres: number): { diameterM: number; heightM: number } {
  const diameterM = Math.max(0.1, Number(round(((4 * litres) / 1000 / Math.PI) ** (1 / 3), 0.01).toFixed(2)));
  const heightM = Number((litres / 1000 / ((Math.PI / 4) * diameterM ** 2)).toFixed(4));
  return { diameterM, heightM };
}

function consumerFor(choice: OutletChoice): TapNode | BasinNode {
  if (choice === 'tap' || choice === 'shower') {
    return {
      id: 'outlet',
      kind: 'outlet',
      name: OUTLET_CHOICES[choice].name,
      groundM: ASSUMED_GROUND,
      heightM: 0,
      ratedFlowLpm: choice === 'tap' ? 15 : 8,
      ratedPressureKPa: 100,
      exponent: 0.5,
      ...(choice === 'shower' ? { minimumPressureKPa: 30 } : {}),
    };
  }
  const float = choice === 'trough';
  return {
    id: 'outlet',
    kind: 'trough',
    name: float ? 'Trough' : 'Water butt',
    groundM: ASSUMED_GROUND,
    shape: { type: 'box', lengthM: 1.8, widthM: 0.6, heightM: 0.5 },
    overflowM: 0.45,
    startLevelM: 0.4,
    inlet: {
      at: 'top',
      heightM: 0.48,
      ...(float
        ? {
            floatValve: {
              seatMm: 9.5,
              dischargeCoefficient: 0.62,
              characteristic: 'proportional' as const,
              closeLevelM: 0.4,
              bandM: 0.06,
            },
          }
        : {}),
    },
    wants: float ? { flowLpm: 6, pressureKPa: 10 } : { flowLpm: 6 },
  };
}

/** Height of the place where the water comes out, above its ground, m. */
const outletHeight = (node: TapNode | BasinNode): number =>
  isTap(node) ? (node.heightM ?? 0) : (node.inlet?.heightM ?? 0);

/** The plan that the five figures describe: tank, one leg of pipe, outlet. */
export function quickPlan(q: QuickStart, title: string): Plan {
  const consumer = consumerFor(q.outlet);
  const shape = tankFor(q.tankL);
  const overflowM = Number((shape.heightM * 0.95).toFixed(4));
  const outletM = Math.min(0.05, Number((overflowM / 4).toFixed(4)));
  const startLevelM = Number((overflowM * FILLED).toFixed(4));
  const groundM = Number((ASSUMED_GROUND + outletHeight(consumer) + q.heightM - startLevelM).toFixed(4));
  return {
    format: 'vernal-slope/plan',
    version: 1,
    title,
    site: { altitudeM: 0, waterTemperatureC: 10 },
    settings: { friction: 'darcy-weisbach', units: 'metric' },
    nodes: [
      {
        id: 'tank',
        kind: 'tank',
        name: 'Tank',
        groundM,
        standM: 0,
        shape: { type: 'vertical-cylinder', ...shape },
        count: 1,
        outletM,
        overflowM,
        startLevelM,
      },
      consumer,
    ],
    lines: [
      {
        id: 'main',
        name: 'Tank to outlet',
        from: 'tank',
        to: 'outlet',
        legs: [{ lengthM: q.lengthM, endGroundM: ASSUMED_GROUND, pipe: q.pipe, depthM: 0 }],
      },
    ],
  };
}
