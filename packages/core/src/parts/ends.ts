// Ends of pipes and parts: what there is, what mates with what, and what seals it.

export type Gender = 'male' | 'female' | 'none';

/** An end: two of them mate when system and size agree and one goes into the other, or both join like to like. */
export interface End {
  readonly system: SystemId;
  readonly size: string;
  readonly gender: Gender;
}

/** What makes a meeting tight; `per` is how many of it one meeting takes. */
export interface Seal {
  readonly by: 'tape' | 'washer' | 'clamp' | 'ring' | 'cement' | 'solder' | 'o-ring' | 'grip' | 'band' | 'gasket';
  readonly per: number;
}

/** Basis of a row, as everywhere: recomputed, recalled from the named source, or practice of the trade. */
export type PartBasis = 'computed' | 'memory' | 'common practice';

export interface SizeRow {
  readonly size: string;
  /** Outside of the thread, spigot, barb or tube, mm: the largest circle of the male end. */
  readonly outsideMm: number;
  /** Threads in an inch. */
  readonly tpi?: number;
}

export interface SystemRow {
  readonly id: SystemId;
  readonly name: string;
  /** What it is called at its male and its female end, or at both. */
  readonly words: readonly [male: string, female: string];
  readonly kind: 'thread' | 'barb' | 'socket' | 'grip' | 'ring' | 'sleeve' | 'hole';
  readonly seal: Seal;
  readonly sizes: readonly SizeRow[];
  readonly source: string;
  readonly basis: PartBasis;
  readonly note?: string;
}

export const SYSTEM_IDS = [
  'npt',
  'npsm',
  'iso7',
  'iso228',
  'hose-thread',
  'tote-coarse',
  'tote-fine',
  'barb',
  'insert',
  'rural',
  'compression',
  'grip-ips',
  'solder',
  'solvent',
  'solvent-cts',
  'drain',
  'crimp',
  'push',
  'drip',
  'grommet',
  'sleeve',
  'hole',
] as const;
export type SystemId = (typeof SYSTEM_IDS)[number];

const rows = (list: readonly (readonly [string, number, number?])[]): SizeRow[] =>
  list.map(([size, outsideMm, tpi]) => ({ size, outsideMm, ...(tpi === undefined ? {} : { tpi }) }));

/** Outside diameters of iron pipe sizes, in (ASME B36.10, ASTM D1785) and of copper tube sizes (ASTM D2846, F876). */
const INCH = 25.4;
const IPS: readonly (readonly [string, number])[] = [
  ['1/2', 0.84],
  ['3/4', 1.05],
  ['1', 1.315],
  ['1-1/4', 1.66],
  ['1-1/2', 1.9],
  ['2', 2.375],
  ['2-1/2', 2.875],
  ['3', 3.5],
  ['4', 4.5],
];
const CTS: readonly (readonly [string, number])[] = [
  ['3/8', 0.5],
  ['1/2', 0.625],
  ['3/4', 0.875],
  ['1', 1.125],
  ['1-1/4', 1.375],
  ['1-1/2', 1.625],
  ['2', 2.125],
];
const inches = (list: readonly (readonly [string, number])[], only?: readonly string[]): SizeRow[] =>
  rows(list.filter(([s]) => !only || only.includes(s)).map(([s, d]) => [s, Number((d * INCH).toFixed(3))]));

export const SYSTEMS: Readonly<Record<SystemId, SystemRow>> = {
  npt: {
    id: 'npt',
    name: 'tapered pipe thread (inch)',
    words: ['tapered thread, male', 'tapered thread, female'],
    kind: 'thread',
    seal: { by: 'tape', per: 1 },
    // outside diameter of the pipe that is threaded, and threads an inch
    sizes: rows([
      ['1/8', 10.287, 27],
      ['1/4', 13.716, 18],
      ['3/8', 17.145, 18],
      ['1/2', 21.336, 14],
      ['3/4', 26.67, 14],
      ['1', 33.401, 11.5],
      ['1-1/4', 42.164, 11.5],
      ['1-1/2', 48.26, 11.5],
      ['2', 60.325, 11.5],
      ['2-1/2', 73.025, 8],
      ['3', 88.9, 8],
    ]),
    source: 'ASME B1.20.1, table 2 (outside diameter of pipe, threads an inch)',
    basis: 'memory',
    note: 'Seals in its thread: tape three turns the way the thread turns, no washer.',
  },
  npsm: {
    id: 'npsm',
    name: 'straight pipe thread (inch), as in swivel nuts',
    words: ['straight thread, male', 'straight thread, female'],
    kind: 'thread',
    seal: { by: 'washer', per: 1 },
    sizes: rows([
      ['1/2', 20.91, 14],
      ['3/4', 26.26, 14],
      ['1', 32.84, 11.5],
    ]),
    source: 'ASME B1.20.1, NPSM (major diameter of the external thread)',
    basis: 'memory',
  },
  iso7: {
    id: 'iso7',
    name: 'tapered pipe thread (R, metric trade)',
    words: ['R thread, male', 'Rp thread, female'],
    kind: 'thread',
    seal: { by: 'tape', per: 1 },
    sizes: rows([
      ['1/8', 9.728, 28],
      ['1/4', 13.157, 19],
      ['3/8', 16.662, 19],
      ['1/2', 20.955, 14],
      ['3/4', 26.441, 14],
      ['1', 33.249, 11],
      ['1-1/4', 41.91, 11],
      ['1-1/2', 47.803, 11],
      ['2', 59.614, 11],
    ]),
    source: 'ISO 7-1 (gauge diameter, threads an inch)',
    basis: 'memory',
    note: 'Goes nearly into an inch tapered thread of 1/2 and 3/4 in, and weeps: another angle and, from 1 in on, another pitch.',
  },
  iso228: {
    id: 'iso228',
    name: 'parallel pipe thread (G)',
    words: ['G thread, male', 'G thread, female'],
    kind: 'thread',
    seal: { by: 'washer', per: 1 },
    sizes: rows([
      ['1/2', 20.955, 14],
      ['3/4', 26.441, 14],
      ['1', 33.249, 11],
      ['1-1/4', 41.91, 11],
      ['1-1/2', 47.803, 11],
      ['2', 59.614, 11],
    ]),
    source: 'ISO 228-1 (major diameter, threads an inch)',
    basis: 'memory',
    note: 'Seals on its flat washer, not in the thread.',
  },
  'hose-thread': {
    id: 'hose-thread',
    name: 'garden hose thread',
    words: ['hose thread, male', 'hose thread, female'],
    kind: 'thread',
    seal: { by: 'washer', per: 1 },
    sizes: rows([['3/4', 26.988, 11.5]]),
    source: 'ASME B1.20.7, 3/4-11.5 NH (1 1/16 in outside)',
    basis: 'memory',
    note: 'Straight, on a washer: it starts in a tapered 3/4 in thread and never seals there.',
  },
  'tote-coarse': {
    id: 'tote-coarse',
    name: 'tote valve, coarse thread',
    words: ['coarse tote thread, male', 'coarse tote thread, female'],
    kind: 'thread',
    seal: { by: 'gasket', per: 1 },
    sizes: rows([['S60x6', 60, 25.4 / 6]]),
    source: 'Buttress thread 60 mm, 6 mm from crest to crest: what most totes have',
    basis: 'common practice',
  },
  'tote-fine': {
    id: 'tote-fine',
    name: 'tote valve, fine thread',
    words: ['fine tote thread, male', 'fine tote thread, female'],
    kind: 'thread',
    seal: { by: 'gasket', per: 1 },
    sizes: rows([['2', 59.6, 11]]),
    source: 'Crests some 2 mm apart: hold a rule to it; kinds differ',
    basis: 'common practice',
  },
  barb: {
    id: 'barb',
    name: 'hose on a barb',
    words: ['hose barb', 'hose end'],
    kind: 'barb',
    seal: { by: 'clamp', per: 1 },
    sizes: rows([
      ['3/8', 9.5],
      ['1/2', 12.7],
      ['5/8', 15.9],
      ['3/4', 19.05],
      ['1', 25.4],
      ['1-1/4', 31.75],
      ['1-1/2', 38.1],
      ['2', 50.8],
    ]),
    source: 'By the bore of the hose',
    basis: 'common practice',
  },
  insert: {
    id: 'insert',
    name: 'insert fitting for polyethylene by its bore',
    words: ['insert barb', 'polyethylene pipe'],
    kind: 'barb',
    seal: { by: 'clamp', per: 2 },
    sizes: rows([
      ['1/2', 15.8],
      ['3/4', 20.93],
      ['1', 26.64],
      ['1-1/4', 35.05],
      ['1-1/2', 40.89],
      ['2', 52.5],
    ]),
    source: 'ASTM D2609 for pipe of ASTM D2239: sizes by the bore of the pipe',
    basis: 'memory',
    note: 'Two clamps, their screws on opposite sides; warm the end of the pipe in hot water before the barb goes in.',
  },
  rural: {
    id: 'rural',
    name: 'grip fitting for polyethylene by its bore',
    words: ['rural polyethylene pipe', 'rural grip fitting'],
    kind: 'grip',
    seal: { by: 'grip', per: 1 },
    sizes: rows([
      ['15 mm', 19],
      ['20 mm', 24],
      ['25 mm', 30],
      ['32 mm', 37],
      ['40 mm', 46],
      ['50 mm', 57],
    ]),
    source: 'AS 2698.2 family, sizes by bore; outside from memory',
    basis: 'memory',
  },
  compression: {
    id: 'compression',
    name: 'compression fitting for metric polyethylene',
    words: ['metric polyethylene pipe', 'compression fitting'],
    kind: 'grip',
    seal: { by: 'o-ring', per: 1 },
    sizes: rows([
      ['20 mm', 20],
      ['25 mm', 25],
      ['32 mm', 32],
      ['40 mm', 40],
      ['50 mm', 50],
      ['63 mm', 63],
    ]),
    source: 'ISO 4427-2 pipe by its outside; ISO 17885 fittings',
    basis: 'memory',
  },
  'grip-ips': {
    id: 'grip-ips',
    name: 'mechanical coupling for polyethylene of iron pipe size',
    words: ['polyethylene pipe, iron size', 'mechanical fitting'],
    kind: 'grip',
    seal: { by: 'o-ring', per: 1 },
    sizes: inches(IPS, ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3']),
    source: 'ASTM D3035 pipe by its outside, iron pipe sizes; a stiffener inside it',
    basis: 'memory',
  },
  solder: {
    id: 'solder',
    name: 'soldered socket on copper tube',
    words: ['copper tube', 'solder socket'],
    kind: 'socket',
    seal: { by: 'solder', per: 1 },
    sizes: inches(CTS),
    source: 'ASTM B88 tube: outside is the nominal size and 1/8 in; ASME B16.22 sockets',
    basis: 'memory',
    note: 'Lead-free solder; nothing of plastic near the flame.',
  },
  solvent: {
    id: 'solvent',
    name: 'cemented socket, iron pipe sizes',
    words: ['pipe or spigot', 'socket'],
    kind: 'socket',
    seal: { by: 'cement', per: 1 },
    sizes: inches(IPS),
    source: 'ASTM D2466 and D1785: outside of iron pipe sizes',
    basis: 'memory',
  },
  'solvent-cts': {
    id: 'solvent-cts',
    name: 'cemented socket, tube sizes (CPVC)',
    words: ['tube or spigot', 'socket'],
    kind: 'socket',
    seal: { by: 'cement', per: 1 },
    sizes: inches(CTS, ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2']),
    source: 'ASTM D2846: outside is the nominal size and 1/8 in',
    basis: 'memory',
    note: 'A family of its own: nothing of it fits a socket of iron pipe size.',
  },
  drain: {
    id: 'drain',
    name: 'drain pipe in its hub (ABS)',
    words: ['drain pipe or spigot', 'hub'],
    kind: 'socket',
    seal: { by: 'cement', per: 1 },
    sizes: inches(IPS, ['1-1/2', '2', '3', '4']),
    source: 'ASTM D2661: outside of iron pipe sizes; its own cement',
    basis: 'memory',
  },
  crimp: {
    id: 'crimp',
    name: 'crimped insert in tube (PEX)',
    words: ['crimp insert', 'PEX tube'],
    kind: 'ring',
    seal: { by: 'ring', per: 1 },
    sizes: inches(CTS, ['3/8', '1/2', '3/4', '1']),
    source: 'ASTM F1807 and F2159 for tube of ASTM F876',
    basis: 'memory',
  },
  push: {
    id: 'push',
    name: 'push-fit on tube',
    words: ['tube', 'push-fit socket'],
    kind: 'grip',
    seal: { by: 'o-ring', per: 1 },
    sizes: inches(CTS, ['1/2', '3/4', '1']),
    source: 'ASSE 1061 on tube of copper tube size',
    basis: 'memory',
  },
  drip: {
    id: 'drip',
    name: 'barb in drip tubing',
    words: ['drip barb', 'drip tubing'],
    kind: 'barb',
    seal: { by: 'grip', per: 1 },
    sizes: rows([
      ['0.620', 15.75],
      ['0.700', 17.78],
      ['0.710', 18.03],
      ['16 mm', 16],
      ['17 mm', 17],
      ['20 mm', 20],
    ]),
    source: 'By the outside of the tubing; makers differ by a few tenths of a millimetre',
    basis: 'common practice',
  },
  grommet: {
    id: 'grommet',
    name: 'pipe in a rubber grommet',
    words: ['pipe', 'grommet'],
    kind: 'grip',
    seal: { by: 'grip', per: 1 },
    sizes: inches(IPS, ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3', '4']),
    source: 'Grommets go by the pipe that they take',
    basis: 'common practice',
    note: 'Takes stiff pipe only, its edge bevelled and wetted with soap.',
  },
  sleeve: {
    id: 'sleeve',
    name: 'rubber coupling over plain pipe',
    words: ['plain pipe', 'plain pipe'],
    kind: 'sleeve',
    seal: { by: 'band', per: 1 },
    sizes: inches(IPS, ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3', '4']),
    source: 'By the outside of the pipe, iron pipe sizes',
    basis: 'common practice',
  },
  hole: {
    id: 'hole',
    name: 'hole in a wall',
    words: ['through the hole', 'hole in the wall'],
    kind: 'hole',
    seal: { by: 'gasket', per: 1 },
    // by the saw, mm: filled in by the parts that ask for them
    sizes: [],
    source: 'By the saw that cuts it',
    basis: 'common practice',
  },
};

export const end = (system: SystemId, size: string, gender: Gender): End => ({ system, size, gender });

/** Two ends mate: system and size agree, and one is male and one female, or both join like to like. */
export const mates = (a: End, b: End): boolean =>
  a.system === b.system &&
  a.size === b.size &&
  ((a.gender === 'male' && b.gender === 'female') ||
    (a.gender === 'female' && b.gender === 'male') ||
    (a.gender === 'none' && b.gender === 'none'));

const OTHER: Readonly<Record<Gender, Gender>> = { male: 'female', female: 'male', none: 'none' };
/** The end that mates with this one. */
export const mateOf = (e: End): End => ({ ...e, gender: OTHER[e.gender] });

/** One text for an end, the same for the same end. */
export const endKey = (e: End): string => `${e.system} ${e.size} ${e.gender}`;

/** Outside of the male end of a system and size, mm; undefined for an end that no table has. */
export const outsideOf = (e: Pick<End, 'system' | 'size'>): number | undefined =>
  e.system === 'hole' ? Number.parseFloat(e.size) : SYSTEMS[e.system].sizes.find((s) => s.size === e.size)?.outsideMm;

/** True where the catalogue has such an end. */
export const isKnownEnd = (e: End): boolean => SYSTEM_IDS.includes(e.system) && outsideOf(e) !== undefined;
