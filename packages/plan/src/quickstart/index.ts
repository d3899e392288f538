// A plan from a few figures: where the water begins, its height, length, pipe, outlet, tank, a branch. Every assumption is
// named.
import { presetOf, type PresetKey } from '../edit/index.ts';
import { metresOfFeet } from '../fields/index.ts';
import { isTap } from '../kinds/index.ts';
import type { BasinNode, Line, Plan, PlanNode, SourceNode, StoreNode, TapNode } from '../schema/index.ts';

export type OutletChoice = 'tap' | 'shower' | 'trough' | 'open-end';
/** Where the water begins: a tank, alone or under a spring or a roof, or a spring without one. */
export type BeginChoice = 'tank' | 'spring-tank' | 'roof-tank' | 'spring';

export interface QuickStart {
  /** Water surface above the outlet, m; negative where the outlet stands higher. */
  readonly heightM: number;
  readonly lengthM: number;
  /** Id of the catalogue. */
  readonly pipe: string;
  readonly outlet: OutletChoice;
  readonly tankL: number;
  /** A tank alone when left out. */
  readonly begin?: BeginChoice;
  /** Elevation of the ground where the line begins, m above sea level; else it is counted from the outlet. */
  readonly elevationM?: number;
  /** A second outlet, on a branch from the middle of the line, level with the tee. */
  readonly branch?: OutletChoice;
  /** Of whom the plan is: its own figures are round in them. */
  readonly units?: 'metric' | 'us';
}

/** Height given to the outlet's ground: the walk counts from here until it is levelled. */
export const ASSUMED_GROUND = 100;
/** Share of the tank that is water at the start. */
const FILLED = 0.75;

const US_PRESETS: Readonly<Record<OutletChoice, PresetKey>> = {
  tap: 'hose',
  shower: 'shower',
  trough: 'trough',
  'open-end': 'butt',
};

/** Names and laws of the outlets offered; figures are common practice, no source. */
export const OUTLET_CHOICES: Readonly<
  Record<OutletChoice, { readonly name: string; readonly note: Readonly<Record<'metric' | 'us', string>> }>
> = {
  tap: {
    name: 'Garden tap',
    note: {
      metric: 'taken as 15 L/min at 100 kPa (common practice)',
      us: 'taken as 4 gal/min at 15 psi (common practice)',
    },
  },
  shower: {
    name: 'Shower',
    note: {
      metric: 'taken as 8 L/min at 100 kPa, thin below 30 kPa (common practice)',
      us: 'taken as 2 gal/min at 15 psi, thin below 4 psi (common practice)',
    },
  },
  trough: {
    name: 'Trough with a float',
    note: {
      metric: 'taken as a 9.5 mm seat on a trough of 430 L (common practice)',
      us: 'taken as a ⅜ in seat on a trough of 130 gal (common practice)',
    },
  },
  'open-end': {
    name: 'Open end of the pipe',
    note: { metric: 'runs free into a butt', us: 'runs free into a butt' },
  },
};

const round = (x: number, step: number): number => Math.round(x / step) * step;

/** Where the water begins, by name. */
export const BEGIN_CHOICES: Readonly<Record<BeginChoice, { readonly name: string; readonly tank: boolean }>> = {
  tank: { name: 'a tank', tank: true },
  'spring-tank': { name: 'a spring, with a tank under it', tank: true },
  'roof-tank': { name: 'a roof, with a tank under its downpipe', tank: true },
  spring: { name: 'a spring, without a tank', tank: false },
};

const FOOT = metresOfFeet(1);

/** Upright tank about as high as wide that holds `litres`; its width round in the person's units. */
function tankFor(litres: number, units: 'metric' | 'us'): { diameterM: number; heightM: number } {
  const wide = ((4 * litres) / 1000 / Math.PI) ** (1 / 3);
  const step = units === 'us' ? 0.25 * FOOT : wide > 0.3 ? 0.05 : 0.01;
  const diameterM = Number(Math.max(units === 'us' ? step : 0.1, round(wide, step)).toFixed(4));
  const heightM = Number((litres / 1000 / ((Math.PI / 4) * diameterM ** 2)).toFixed(4));
  return { diameterM, heightM };
}

function consumerFor(choice: OutletChoice, units: 'metric' | 'us'): TapNode | BasinNode {
  if (units === 'us')
    return {
      ...presetOf(US_PRESETS[choice]).make('outlet', ASSUMED_GROUND, 'us'),
      ...(choice === 'tap' || choice === 'shower' ? { heightM: 0 } : {}),
    } as TapNode | BasinNode;
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

/** Length of a branch, m and ft. */
const BRANCH = { metric: 20, us: 60 * FOOT };
/** A roof nobody has measured: 40 m² or 430 sq ft of metal (assumption). */
const ROOF_M2 = { metric: 40, us: 430 * FOOT ** 2 };

/** The plan that the figures describe: source, tank, one line of pipe, outlet, branch. */
export function quickPlan(q: QuickStart, title: string): Plan {
  const units = q.units ?? 'metric';
  const begin = q.begin ?? 'tank';
  const consumer = consumerFor(q.outlet, units);
  const tidy = (m: number): number => Number(m.toFixed(4));
  // how much deeper than the ground where the line begins its water stands
  const tank: StoreNode = tankNode(q.tankL, units);
  const water = BEGIN_CHOICES[begin].tank ? (tank.startLevelM ?? 0) : 0;
  const above = tidy(outletHeight(consumer) + q.heightM - water);
  const low = q.elevationM === undefined ? ASSUMED_GROUND : tidy(q.elevationM - above);
  const high = tidy(low + above);
  const first: PlanNode = BEGIN_CHOICES[begin].tank
    ? { ...tank, groundM: high }
    : { id: 'spring', kind: 'source', type: 'spring', name: 'Spring', groundM: high, heightM: 0 };
  const source: SourceNode[] =
    begin === 'spring-tank'
      ? [
          {
            id: 'spring',
            kind: 'source',
            type: 'spring',
            name: 'Spring',
            groundM: tidy(high + rimOf(tank)),
            heightM: 0,
            feeds: 'tank',
          },
        ]
      : begin === 'roof-tank'
        ? [
            {
              id: 'roof',
              kind: 'source',
              type: 'roof',
              name: 'Roof',
              groundM: high,
              heightM: 0,
              feeds: 'tank',
              roof: { areas: [{ planM2: tidy(ROOF_M2[units]), material: 'metal' }] },
            },
          ]
        : [];
  const outlet = { ...consumer, groundM: low };
  const leg = (lengthM: number, endGroundM: number): Line['legs'][number] => ({
    lengthM: tidy(lengthM),
    endGroundM,
    pipe: q.pipe,
    depthM: 0,
  });
  const middle = tidy((high + low) / 2);
  const branch: PlanNode[] =
    q.branch === undefined
      ? []
      : [
          { id: 'tee', kind: 'junction', name: 'Tee', groundM: middle },
          {
            ...consumerFor(q.branch, units),
            id: 'branch',
            groundM: middle,
            name: q.branch === q.outlet ? `${consumer.name} 2` : consumerFor(q.branch, units).name,
          },
        ];
  const lines: Line[] =
    q.branch === undefined
      ? [{ id: 'main', from: first.id, to: 'outlet', legs: [leg(q.lengthM, low)] }]
      : [
          { id: 'main', from: first.id, to: 'tee', legs: [leg(q.lengthM / 2, middle)] },
          { id: 'main-on', from: 'tee', to: 'outlet', legs: [leg(q.lengthM / 2, low)] },
          { id: 'to-branch', from: 'tee', to: 'branch', legs: [leg(BRANCH[units], middle)] },
        ];
  return {
    format: 'vernal-slope/plan',
    version: 1,
    title,
    site: { altitudeM: q.elevationM === undefined ? 0 : Math.round(q.elevationM), waterTemperatureC: 10 },
    settings: { friction: 'darcy-weisbach', units },
    used: [],
    nodes: [...source, first, ...branch, outlet],
    lines,
  };
}

/** Height of a tank's inlet over its ground, m, and half a metre more: where what fills it must stand. */
const rimOf = (tank: StoreNode): number => (tank.shape.type === 'vertical-cylinder' ? tank.shape.heightM : 1) + 0.5;

function tankNode(litres: number, units: 'metric' | 'us'): StoreNode {
  const shape = tankFor(litres, units);
  const overflowM = Number((shape.heightM * 0.95).toFixed(4));
  return {
    id: 'tank',
    kind: 'tank',
    name: 'Tank',
    groundM: ASSUMED_GROUND,
    standM: 0,
    shape: { type: 'vertical-cylinder', ...shape },
    count: 1,
    outletM: Math.min(0.05, Number((overflowM / 4).toFixed(4))),
    overflowM,
    startLevelM: Number((overflowM * FILLED).toFixed(4)),
  };
}
