// What people look for when they add a place: each with its kind and figures to start from, round in the person's units.
// Flows and heights of taps and showers are common practice, no source; each can be changed at its step.
import { kilometresOfMiles, kiloPascalsOfPsi, litresOfGallons, metresOfFeet } from '../fields/index.ts';
import type { BasinNode, PlanNode, SourceNode, StoreNode, TapNode } from '../schema/index.ts';

export type UnitSystem = 'metric' | 'us';

export type PresetKey =
  | 'spring'
  | 'stream'
  | 'roof'
  | 'pump'
  | 'ram'
  | 'haul'
  | 'mains'
  | 'tank'
  | 'float-tank'
  | 'trough'
  | 'kitchen'
  | 'shower'
  | 'tap'
  | 'hose'
  | 'hydrant'
  | 'butt'
  | 'tee';

/** Where it is offered: "Add a source", "Add a tank", "Add an outlet", or only where lines meet. */
export type PresetGroup = 'source' | 'tank' | 'outlet' | 'joint';

export interface Preset {
  readonly key: PresetKey;
  readonly group: PresetGroup;
  /** What a new one is called. */
  readonly name: string;
  /** Of a menu. */
  readonly label: string;
  /** What it is taken for, in words and in the person's units; empty where nothing is assumed. */
  readonly note: Readonly<Record<UnitSystem, string>>;
  /** A letter that chooses it in the menu of a new line. */
  readonly letter: string;
  readonly make: (id: string, groundM: number, units: UnitSystem) => PlanNode;
}

const tidy = (x: number): number => Number(x.toFixed(6));
const feet = (x: number): number => tidy(metresOfFeet(x));
const gallons = (x: number): number => tidy(litresOfGallons(x));
const psi = (x: number): number => tidy(kiloPascalsOfPsi(x));
const squareFeet = (x: number): number => tidy(x * metresOfFeet(1) ** 2);
const miles = (x: number): number => tidy(kilometresOfMiles(x));
const either = (units: UnitSystem, metric: number, us: number): number => (units === 'us' ? us : metric);

interface TapFigures {
  readonly name: string;
  readonly use: NonNullable<TapNode['use']>;
  /** m and ft above the ground */ readonly height: readonly [number, number];
  /** L/min and gal/min */ readonly flow: readonly [number, number];
  /** kPa and psi */ readonly pressure: readonly [number, number];
  readonly least?: readonly [number, number];
}

const tapOf =
  (f: TapFigures): Preset['make'] =>
  (id, groundM, units): TapNode => ({
    id,
    kind: 'outlet',
    name: f.name,
    groundM,
    heightM: either(units, f.height[0], feet(f.height[1])),
    ratedFlowLpm: either(units, f.flow[0], gallons(f.flow[1])),
    ratedPressureKPa: either(units, f.pressure[0], psi(f.pressure[1])),
    exponent: 0.5,
    ...(f.least ? { minimumPressureKPa: either(units, f.least[0], psi(f.least[1])) } : {}),
    use: f.use,
  });

const tankOf =
  (name: string, float: boolean): Preset['make'] =>
  (id, groundM, units): StoreNode => {
    const [diameterM, heightM] = units === 'us' ? [feet(3.5), feet(3.5)] : [1.05, 1.15];
    const at = (metric: number, us: number): number => either(units, metric, feet(us));
    return {
      id,
      kind: 'tank',
      name,
      groundM,
      standM: 0,
      shape: { type: 'vertical-cylinder', diameterM, heightM },
      outletM: at(0.06, 0.2),
      overflowM: at(1.1, 3.3),
      startLevelM: at(0.8, 2.5),
      inlet: {
        at: 'top',
        heightM: at(1.13, 3.4),
        ...(float
          ? {
              floatValve: {
                seatMm: 12.7,
                dischargeCoefficient: 0.62,
                characteristic: 'proportional' as const,
                closeLevelM: at(1.05, 3.2),
                bandM: at(0.1, 0.3),
              },
            }
          : {}),
      },
    };
  };

const basinOf =
  (name: string, float: boolean): Preset['make'] =>
  (id, groundM, units): BasinNode => {
    const at = (metric: number, us: number): number => either(units, metric, feet(us));
    return {
      id,
      kind: 'trough',
      name,
      groundM,
      shape: { type: 'box', lengthM: at(1.8, 6), widthM: at(0.6, 2), heightM: at(0.5, 1.75) },
      overflowM: at(0.45, 1.5),
      startLevelM: at(0.4, 1.3),
      inlet: {
        at: 'top',
        heightM: at(0.48, 1.6),
        ...(float
          ? {
              floatValve: {
                seatMm: 9.5,
                dischargeCoefficient: 0.62,
                characteristic: 'proportional' as const,
                closeLevelM: at(0.4, 1.3),
                bandM: at(0.06, 0.2),
              },
            }
          : {}),
      },
      wants: {
        flowLpm: either(units, 6, gallons(1.5)),
        ...(float ? { pressureKPa: either(units, 10, psi(1.5)) } : {}),
      },
    };
  };

const sourceOf =
  (type: SourceNode['type'], name: string, ...more: Partial<SourceNode>[]): Preset['make'] =>
  (id, groundM, units): SourceNode => ({
    id,
    kind: 'source',
    name,
    groundM,
    heightM: 0,
    type,
    ...(units === 'us' ? more[1] : more[0]),
  });

/** Every preset, in the order in which they are offered. */
export const PRESETS: readonly Preset[] = [
  {
    key: 'spring',
    group: 'source',
    name: 'Spring',
    label: 'Spring or seep',
    note: { metric: 'Not measured yet: time a bucket under it.', us: 'Not measured yet: time a bucket under it.' },
    letter: 's',
    make: sourceOf('spring', 'Spring'),
  },
  {
    key: 'stream',
    group: 'source',
    name: 'Stream',
    label: 'Stream',
    note: { metric: 'Not measured yet: by bucket, float or weir.', us: 'Not measured yet: by bucket, float or weir.' },
    letter: 'm',
    make: sourceOf('stream', 'Stream'),
  },
  {
    key: 'roof',
    group: 'source',
    name: 'Roof',
    label: 'Roof with a downpipe',
    note: { metric: 'Taken as 40 m² of metal, seen from above.', us: 'Taken as 430 sq ft of metal, seen from above.' },
    letter: 'r',
    make: sourceOf(
      'roof',
      'Roof',
      { roof: { areas: [{ planM2: 40, material: 'metal' }] } },
      { roof: { areas: [{ planM2: squareFeet(430), material: 'metal' }] } },
    ),
  },
  {
    key: 'pump',
    group: 'source',
    name: 'Pump',
    label: 'Pump in the sun',
    note: { metric: '', us: '' },
    letter: 'u',
    make: sourceOf(
      'pump',
      'Pump',
      { pump: { ratedFlowLpm: 10, ratedLiftM: 20, liftM: 20 } },
      { pump: { ratedFlowLpm: gallons(2.5), ratedLiftM: feet(65), liftM: feet(65) } },
    ),
  },
  {
    key: 'ram',
    group: 'source',
    name: 'Ram',
    label: 'Ram pump',
    note: { metric: '', us: '' },
    letter: 'a',
    make: sourceOf(
      'ram',
      'Ram',
      { ram: { driveFlowLpm: 40, fallM: 2, liftM: 15 } },
      { ram: { driveFlowLpm: gallons(10), fallM: feet(7), liftM: feet(50) } },
    ),
  },
  {
    key: 'haul',
    group: 'source',
    name: 'Filled by hand',
    label: 'Filled by hand or hauled',
    note: { metric: 'Taken as 300 L a day.', us: 'Taken as 80 gal a day.' },
    letter: 'h',
    make: sourceOf(
      'haul',
      'Filled by hand',
      { haul: { litresPerTrip: 1000, distanceKm: 6, speedKmh: 30, standingMin: 25, litresPerDay: 300 } },
      {
        haul: {
          litresPerTrip: gallons(250),
          distanceKm: miles(4),
          speedKmh: miles(20),
          standingMin: 25,
          litresPerDay: gallons(80),
        },
      },
    ),
  },
  {
    key: 'mains',
    group: 'source',
    name: 'Mains',
    label: 'Mains, as a backup',
    note: { metric: '', us: '' },
    letter: 'n',
    make: sourceOf('mains', 'Mains'),
  },
  {
    key: 'trough',
    group: 'outlet',
    name: 'Trough',
    label: 'Trough with a float',
    note: { metric: 'A seat of 9.5 mm, 6 L/min wanted.', us: 'A seat of ⅜ in, 1.5 gal/min wanted.' },
    letter: 't',
    make: basinOf('Trough', true),
  },
  {
    key: 'tap',
    group: 'outlet',
    name: 'Tap',
    label: 'Tap',
    note: { metric: 'Taken as 8 L/min at 50 kPa, 1 m up.', us: 'Taken as 2 gal/min at 7 psi, 3 ft up.' },
    letter: 'p',
    make: tapOf({ name: 'Tap', use: 'drink', height: [1, 3], flow: [8, 2], pressure: [50, 7] }),
  },
  {
    key: 'kitchen',
    group: 'outlet',
    name: 'Kitchen tap',
    label: 'Kitchen tap',
    note: { metric: 'Taken as 6 L/min at 50 kPa, 1 m up.', us: 'Taken as 1.5 gal/min at 7 psi, 3.5 ft up.' },
    letter: 'i',
    make: tapOf({ name: 'Kitchen tap', use: 'drink', height: [1, 3.5], flow: [6, 1.5], pressure: [50, 7] }),
  },
  {
    key: 'shower',
    group: 'outlet',
    name: 'Shower',
    label: 'Shower',
    note: {
      metric: 'Taken as 8 L/min at 100 kPa, thin below 30 kPa, 2.1 m up.',
      us: 'Taken as 2 gal/min at 15 psi, thin below 4 psi, 7 ft up.',
    },
    letter: 'w',
    make: tapOf({
      name: 'Shower',
      use: 'wash',
      height: [2.1, 7],
      flow: [8, 2],
      pressure: [100, 15],
      least: [30, 4],
    }),
  },
  {
    key: 'hose',
    group: 'outlet',
    name: 'Hose point',
    label: 'Hose point',
    note: { metric: 'Taken as 15 L/min at 100 kPa, 0.6 m up.', us: 'Taken as 4 gal/min at 15 psi, 2 ft up.' },
    letter: 'o',
    make: tapOf({ name: 'Hose point', use: 'garden', height: [0.6, 2], flow: [15, 4], pressure: [100, 15] }),
  },
  {
    key: 'hydrant',
    group: 'outlet',
    name: 'Hydrant',
    label: 'Hydrant, in the yard',
    note: { metric: 'Taken as 30 L/min at 150 kPa, 0.9 m up.', us: 'Taken as 8 gal/min at 22 psi, 3 ft up.' },
    letter: 'y',
    make: tapOf({ name: 'Hydrant', use: 'stock', height: [0.9, 3], flow: [30, 8], pressure: [150, 22] }),
  },
  {
    key: 'butt',
    group: 'outlet',
    name: 'Water butt',
    label: 'Open end into a butt',
    note: { metric: 'Runs free, without a float.', us: 'Runs free, without a float.' },
    letter: 'b',
    make: basinOf('Water butt', false),
  },
  {
    key: 'tank',
    group: 'tank',
    name: 'Tank',
    label: 'Tank',
    note: { metric: 'An upright round one of about 1,000 L.', us: 'An upright round one of about 250 gal.' },
    letter: 'k',
    make: tankOf('Tank', false),
  },
  {
    key: 'float-tank',
    group: 'tank',
    name: 'Tank',
    label: 'Tank with a float',
    note: {
      metric: 'Fed from another tank: a seat of 12.7 mm shuts it when it is full.',
      us: 'Fed from another tank: a seat of ½ in shuts it when it is full.',
    },
    letter: 'f',
    make: tankOf('Tank', true),
  },
  {
    key: 'tee',
    group: 'joint',
    name: 'Tee',
    label: 'Tee, to lead on from later',
    note: { metric: '', us: '' },
    letter: 'e',
    make: (id, groundM) => ({ id, kind: 'junction', name: 'Tee', groundM }),
  },
];

/** The preset of a key. */
export const presetOf = (key: PresetKey): Preset => PRESETS.find((p) => p.key === key) ?? PRESETS[0];
