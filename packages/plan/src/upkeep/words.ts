// What is kept up where water runs: why, how, what can hurt, how often. How often is common practice, no source; a plan
// changes it.
import type { Caution } from '../build/index.ts';

export type JobKind =
  | 'intake-screen'
  | 'dike'
  | 'spring-box'
  | 'gutters'
  | 'first-flush'
  | 'pump'
  | 'preventer'
  | 'water-test'
  | 'tank-look'
  | 'tank-clean'
  | 'tank-empty'
  | 'stand-look'
  | 'sand'
  | 'element'
  | 'screen'
  | 'heater'
  | 'float-washer'
  | 'trough-clean'
  | 'trough-drain'
  | 'line-flush'
  | 'line-drain'
  | 'plot-flush'
  | 'bed-look';

export interface JobWords {
  readonly title: (name: string) => string;
  readonly why: string;
  readonly how: readonly string[];
  readonly cautions: readonly Caution[];
  /** Days from one time to the next. */
  readonly everyDays?: number;
  /** Looked at after a storm too. */
  readonly storm?: true;
  /** Done each year before frost comes. */
  readonly frost?: true;
  /** Water through it from one time to the next, m³. */
  readonly everyM3?: number;
  /** Hours of use from one time to the next. */
  readonly everyHours?: number;
}

export const JOBS: Readonly<Record<JobKind, JobWords>> = {
  'intake-screen': {
    title: (n) => `Clear the screen at ${n}`,
    why: 'A screen that is half blocked takes pressure from all that lies below it.',
    how: ['Brush it from outside, never push through it.', 'A bucket and a watch after it say whether it helped.'],
    cautions: [],
    everyDays: 30,
    storm: true,
  },
  dike: {
    title: (n) => `Look after the temporary dike at ${n}`,
    why: 'A dike of stones and sheeting settles and is carried off by high water.',
    how: ['Close what leaks from the water’s side.', 'Take it out where the season or the water right asks for it.'],
    cautions: [],
    everyDays: 14,
    storm: true,
  },
  'spring-box': {
    title: (n) => `Open and clean the spring box of ${n}`,
    why: 'Silt, roots and small animals come in where a cover does not close.',
    how: ['Look at cover, ditch above and overflow screen.', 'Where people drink, disinfect after it has been open.'],
    cautions: ['confined', 'chlorine'],
    everyDays: 365,
  },
  gutters: {
    title: (n) => `Clear the gutters of ${n}`,
    why: 'Leaves hold water back and feed germs.',
    how: ['From the outlet up.', 'Look at the mesh over the downpipe.'],
    cautions: ['height'],
    everyDays: 90,
    storm: true,
  },
  'first-flush': {
    title: (n) => `Empty the first flush of ${n}`,
    why: 'A first flush that is still full lets the next dirty rain into the tank.',
    how: ['Open its cap, rinse, see that the drip hole is free.'],
    cautions: [],
    everyDays: 30,
    storm: true,
  },
  pump: {
    title: (n) => `Service ${n}`,
    why: 'Valves, seals and strainers wear with the hours that it runs.',
    how: [
      'By the maker’s sheet; hours are counted from what it gives.',
      'Clean its strainer and look for air at its joints.',
    ],
    cautions: ['electric'],
    everyDays: 365,
    everyHours: 1000,
  },
  preventer: {
    title: (n) => `Have the backflow preventer at ${n} tested`,
    why: 'Water of the plan must never run back into the mains.',
    how: ['Codes ask for a test by a licensed person, mostly each year.'],
    cautions: [],
    everyDays: 365,
  },
  'water-test': {
    title: (n) => `Have the water of ${n} tested`,
    why: 'Water that met its test once can change with land, season and use.',
    how: ['A laboratory’s bottle and its instructions; enter it under Water.'],
    cautions: [],
  },
  'tank-look': {
    title: (n) => `Look over ${n}`,
    why: 'Light, insects and animals spoil stored water; an overflow that is blocked floods the footing.',
    how: ['Lid shut, screens whole, overflow free, no wet ground.', 'Note its level in the log.'],
    cautions: ['height'],
    everyDays: 90,
  },
  'tank-clean': {
    title: (n) => `Empty and clean ${n}`,
    why: 'Sludge grows at the bottom until it comes with the water.',
    how: ['Draw it from the drain; brush from outside through the lid.'],
    cautions: ['confined', 'chlorine'],
    everyDays: 1095,
  },
  'tank-empty': {
    title: (n) => `Empty ${n} for the winter`,
    why: 'A tank that stands in the open bursts when it freezes through.',
    how: ['Drain it, leave its tap open, turn it over or cover it.'],
    cautions: [],
    frost: true,
  },
  'stand-look': {
    title: (n) => `Look over the stand of ${n}`,
    why: 'Timber shrinks, bolts loosen, ground washes out below a footing.',
    how: ['Bolts, braces and straps; a level on the platform.', 'Push a knife into the posts at the ground.'],
    cautions: ['height', 'lifting'],
    everyDays: 180,
    storm: true,
  },
  sand: {
    title: (n) => `Look after the sand of ${n}`,
    why: 'The skin that cleans closes up; stirred too deep it is lost for weeks.',
    how: ['Swirl or scrape the top only when the flow has fallen.', 'Note the flow before and after.'],
    cautions: [],
    everyDays: 60,
  },
  element: {
    title: (n) => `Change the element in ${n}`,
    why: 'An element that is used up lets through what it held.',
    how: ['By its date or its water, whichever comes first; the maker’s plate goes before this rule.'],
    cautions: [],
    everyDays: 180,
    everyM3: 30,
  },
  screen: {
    title: (n) => `Rinse the screen in ${n}`,
    why: 'What it holds takes pressure from all that lies below it.',
    how: ['Shut, open, rinse, and look at the mesh.'],
    cautions: [],
    everyDays: 30,
    storm: true,
  },
  heater: {
    title: (n) => `Look over the heater in ${n}`,
    why: 'A relief valve that sticks is a danger.',
    how: [
      'Lift the relief valve by its lever; vent free and open.',
      'By a licensed person where gas or power feeds it.',
    ],
    cautions: ['electric'],
    everyDays: 365,
  },
  'float-washer': {
    title: (n) => `Look at the float of ${n}`,
    why: 'A washer that is worn lets the trough run over, day and night.',
    how: ['Lift the arm: it must shut tight.', 'Turn or change the washer; wipe the seat.'],
    cautions: [],
    everyDays: 180,
  },
  'trough-clean': {
    title: (n) => `Clean the trough at ${n}`,
    why: 'Animals drink less of dirty water.',
    how: ['Empty, brush, rinse; a lidded float stays dry.'],
    cautions: [],
    everyDays: 14,
  },
  'trough-drain': {
    title: (n) => `Drain ${n} before the frost`,
    why: 'It was planned to stand empty in the frost.',
    how: ['Shut its line above, open its drain, leave it open.'],
    cautions: [],
    frost: true,
  },
  'line-flush': {
    title: (n) => `Flush ${n}`,
    why: 'Silt settles where the line is low, and air gathers where it is high.',
    how: ['Open its end and its low points until it runs clear.', 'Let the air out at the high points.'],
    cautions: [],
    everyDays: 180,
  },
  'line-drain': {
    title: (n) => `Drain ${n} before the frost`,
    why: 'Part of it lies above the depth that frost reaches.',
    how: ['Shut it above, open its low points, leave every tap and valve half open.'],
    cautions: [],
    frost: true,
  },
  'plot-flush': {
    title: (n) => `Flush the ends of ${n}`,
    why: 'Holes and emitters close with what settles at the end of each row.',
    how: ['Open the ends while it runs; clean its screen first.'],
    cautions: [],
    everyDays: 30,
  },
  'bed-look': {
    title: (n) => `Look over ${n}`,
    why: 'A hole that is blocked drowns roots; a joint that is blocked dries them.',
    how: ['See the overflow hole run; look at the level in its pipe.'],
    cautions: [],
    everyDays: 90,
  },
};
