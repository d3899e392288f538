// The catalogue of parts, made from the sizes that each kind is sold in.
import { end, SYSTEMS, type End, type PartBasis, type SystemId } from './ends.ts';
import type { Aisle, HoleFor, Part, Shop } from './part.ts';

/** Bores of iron pipe sizes, mm: schedule 40, and schedule 80 for nipples (ASME B36.10). */
const SCH40: Readonly<Record<string, number>> = {
  '1/8': 6.83,
  '1/4': 9.25,
  '3/8': 12.52,
  '1/2': 15.8,
  '3/4': 20.93,
  '1': 26.64,
  '1-1/4': 35.05,
  '1-1/2': 40.89,
  '2': 52.5,
  '2-1/2': 62.71,
  '3': 77.93,
  '4': 102.26,
};
const SCH80: Readonly<Record<string, number>> = {
  '1/8': 5.46,
  '1/4': 7.67,
  '3/8': 10.74,
  '1/2': 13.87,
  '3/4': 18.85,
  '1': 24.31,
  '1-1/4': 32.46,
  '1-1/2': 38.1,
  '2': 49.25,
};
/** Bores of fittings over those of what they are put into (reference table of insert fittings). */
const RATIO = { insert: 0.78, crimp: 0.77, drip: 0.72, barb: 0.7, bulkhead: 0.9 } as const;
const CTS_BORE: Readonly<Record<string, number>> = {
  '3/8': 9.14,
  '1/2': 12.32,
  '3/4': 17.3,
  '1': 22.22,
  '1-1/4': 28.57,
  '1-1/2': 33.76,
  '2': 44.17,
};
const DRIP_BORE: Readonly<Record<string, number>> = {
  '0.620': 13.2,
  '0.700': 15.24,
  '0.710': 15.75,
  '16 mm': 13.6,
  '17 mm': 14.5,
  '20 mm': 17.5,
};
/** Walls of metric pipe of PN 16 and of rural pipe, as a share of the outside. */
const COMPRESSION_BORE: Readonly<Record<string, number>> = {
  '20 mm': 16,
  '25 mm': 20.4,
  '32 mm': 26,
  '40 mm': 32.6,
  '50 mm': 40.8,
  '63 mm': 51.4,
};

const THREADS = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
const INSERTS = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
const SOLVENTS = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '2-1/2', '3'] as const;
const TUBES = ['1/2', '3/4', '1'] as const;
const METRIC = ['20 mm', '25 mm', '32 mm', '40 mm', '50 mm', '63 mm'] as const;
const RURAL = ['15 mm', '20 mm', '25 mm', '32 mm', '40 mm', '50 mm'] as const;
const DRIPS = ['0.620', '0.700', '0.710', '16 mm', '17 mm', '20 mm'] as const;
const HOSES = ['3/8', '1/2', '5/8', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
/** Thread that a metric pipe of a size is sold with, its own first. */
const METRIC_THREADS: Readonly<Record<string, readonly string[]>> = {
  '20 mm': ['1/2', '3/4'],
  '25 mm': ['3/4', '1/2', '1'],
  '32 mm': ['1', '3/4'],
  '40 mm': ['1-1/4', '1'],
  '50 mm': ['1-1/2', '1-1/4'],
  '63 mm': ['2', '1-1/2'],
};
const RURAL_THREADS: Readonly<Record<string, readonly string[]>> = {
  '15 mm': ['1/2'],
  '20 mm': ['3/4', '1/2'],
  '25 mm': ['1', '3/4'],
  '32 mm': ['1-1/4', '1'],
  '40 mm': ['1-1/2', '1-1/4'],
  '50 mm': ['2', '1-1/2'],
};
const HOSE_THREADS: Readonly<Record<string, readonly string[]>> = {
  '3/8': ['1/4', '3/8', '1/2'],
  '1/2': ['1/2', '3/8', '3/4'],
  '5/8': ['1/2', '3/4'],
  '3/4': ['3/4', '1/2', '1'],
  '1': ['1', '3/4'],
  '1-1/4': ['1-1/4', '1'],
  '1-1/2': ['1-1/2', '1-1/4'],
  '2': ['2', '1-1/2'],
};

/** Saws of bulkheads by their thread, mm and as sold, and the walls that they close on, mm (common practice: the pack's own figure goes). */
const BULKHEAD_HOLES: Readonly<Record<string, HoleFor>> = {
  '1/2': { sawMm: 34.9, saw: '1 3/8 in', wallMm: [1, 10] },
  '3/4': { sawMm: 41.3, saw: '1 5/8 in', wallMm: [1, 12] },
  '1': { sawMm: 47.6, saw: '1 7/8 in', wallMm: [1, 12] },
  '1-1/4': { sawMm: 63.5, saw: '2 1/2 in', wallMm: [1.5, 14] },
  '1-1/2': { sawMm: 73, saw: '2 7/8 in', wallMm: [1.5, 14] },
  '2': { sawMm: 82.6, saw: '3 1/4 in', wallMm: [1.5, 16] },
};
const GROMMET_HOLES: Readonly<Record<string, HoleFor>> = {
  '1/2': { sawMm: 25.4, saw: '1 in', wallMm: [1.5, 6] },
  '3/4': { sawMm: 31.75, saw: '1 1/4 in', wallMm: [1.5, 8] },
  '1': { sawMm: 50.8, saw: '2 in', wallMm: [1.5, 8] },
  '1-1/4': { sawMm: 57.2, saw: '2 1/4 in', wallMm: [1.5, 10] },
  '1-1/2': { sawMm: 63.5, saw: '2 1/2 in', wallMm: [1.5, 10] },
  '2': { sawMm: 76.2, saw: '3 in', wallMm: [1.5, 10] },
  '3': { sawMm: 101.6, saw: '4 in', wallMm: [2, 12] },
  '4': { sawMm: 127, saw: '5 in', wallMm: [2, 12] },
};
/** A start of drip tubing in the wall of a pipe, with its own small grommet. */
const DRIP_START: HoleFor = { sawMm: 15.9, saw: '5/8 in', wallMm: [1.5, 5] };
export const holeSize = (hole: HoleFor): string => `${hole.sawMm} mm`;

/** Loss of a turn and of open valves on their own bore (fittings table: threaded, cemented, insert). */
const K_ELBOW = { threaded: 1.5, cemented: 0.9, insert: 1.2 } as const;
const K_VALVE = 0.1;
const K_STRAINER = 3;

/** What is screwed into a line, with its own loss (fittings table, threaded). */
const THREADED: readonly (readonly [id: string, name: string, k: number])[] = [
  ['gate-valve', 'Gate valve', 0.17],
  ['globe-valve', 'Globe valve', 6],
  ['swing-check', 'Swing check valve', 2],
  ['spring-check', 'Spring check valve', 5],
  ['screen-filter', 'Screen filter', 6],
  ['disc-filter', 'Disc filter', 8],
  ['meter', 'Water meter', 8],
  ['pressure-reducer', 'Pressure reducer', 8],
  ['housing', 'Housing of a filter or heater', 0],
];

interface Extra {
  readonly k?: number;
  readonly hole?: HoleFor;
  readonly placed?: true;
  readonly passes?: readonly (readonly [number, number])[];
  readonly note?: string;
  readonly source?: string;
  readonly basis?: PartBasis;
  readonly shops?: readonly Shop[];
}

const SHOPS: Readonly<Record<Aisle, readonly Shop[]>> = {
  threaded: ['plumber', 'farm', 'garden'],
  polyethylene: ['farm', 'plumber'],
  cemented: ['plumber', 'garden', 'farm'],
  tube: ['plumber'],
  hose: ['garden', 'farm', 'plumber'],
  drip: ['garden', 'farm'],
  tank: ['tank', 'farm', 'plumber'],
  rubber: ['plumber', 'farm'],
  valve: ['plumber', 'farm', 'garden'],
};

const list: Part[] = [];

function add(id: string, name: string, aisle: Aisle, ends: readonly End[], boreMm: number, extra: Extra = {}): void {
  list.push({
    id,
    name,
    aisle,
    shops: extra.shops ?? SHOPS[aisle],
    ends,
    passes: extra.passes ?? (ends.length === 2 ? [[0, 1]] : []),
    boreMm: Number(boreMm.toFixed(2)),
    k: extra.k ?? 0,
    ...(extra.hole ? { hole: extra.hole } : {}),
    ...(extra.placed ? { placed: true as const } : {}),
    ...(extra.note === undefined ? {} : { note: extra.note }),
    source: extra.source ?? 'sizes as sold; bore of the narrower end',
    basis: extra.basis ?? 'common practice',
  });
}

const m = (system: SystemId, size: string): End => end(system, size, 'male');
const f = (system: SystemId, size: string): End => end(system, size, 'female');

/** Bore of an end of a part, mm. */
function boreAt(e: End): number {
  switch (e.system) {
    case 'insert':
      return (e.gender === 'male' ? RATIO.insert : 1) * SCH40[e.size];
    case 'barb':
      return (
        (e.gender === 'male' ? RATIO.barb : 1) * (SYSTEMS.barb.sizes.find((s) => s.size === e.size)?.outsideMm ?? 0)
      );
    case 'drip':
      return (e.gender === 'male' ? RATIO.drip : 1) * DRIP_BORE[e.size];
    case 'crimp':
      return (e.gender === 'male' ? RATIO.crimp : 1) * CTS_BORE[e.size];
    case 'solvent-cts':
    case 'solder':
    case 'push':
      return CTS_BORE[e.size];
    case 'compression':
      return COMPRESSION_BORE[e.size];
    case 'rural':
      return Number.parseFloat(e.size);
    case 'hose-thread':
      return 13;
    case 'tote-coarse':
    case 'tote-fine':
      return 50;
    default:
      return SCH40[e.size] * (e.gender === 'male' ? (SCH80[e.size] ?? SCH40[e.size]) / SCH40[e.size] : 1);
  }
}
const narrower = (a: End, b: End): number => Math.min(boreAt(a), boreAt(b));

const SHORT: Readonly<Record<SystemId, string>> = {
  npt: 'tapered',
  npsm: 'straight',
  iso7: 'R',
  iso228: 'G',
  'hose-thread': 'hose thread',
  'tote-coarse': 'coarse tote',
  'tote-fine': 'fine tote',
  barb: 'hose barb',
  insert: 'insert',
  rural: 'rural',
  compression: 'compression',
  'grip-ips': 'mechanical',
  solder: 'solder socket',
  solvent: 'socket',
  'solvent-cts': 'CPVC socket',
  drain: 'hub',
  crimp: 'crimp',
  push: 'push-fit',
  drip: 'drip barb',
  grommet: 'grommet',
  sleeve: 'sleeve',
  hole: 'hole',
};
/** An end in a few words: "3/4 tapered, male". */
export const endWords = (e: End): string => {
  const size = inchesOr(e.size);
  if (e.gender === 'none' || e.system === 'hole') return `${size} ${SHORT[e.system]}`;
  if (SYSTEMS[e.system].kind === 'barb')
    return `${size} ${e.gender === 'male' ? SHORT[e.system] : SYSTEMS[e.system].words[1]}`;
  if (SYSTEMS[e.system].kind === 'socket')
    return `${size} ${e.gender === 'male' ? SYSTEMS[e.system].words[0] : SHORT[e.system]}`;
  if (SYSTEMS[e.system].kind === 'grip')
    return `${size} ${e.gender === 'male' ? SYSTEMS[e.system].words[0] : SHORT[e.system]}`;
  return `${size} ${SHORT[e.system]}, ${e.gender}`;
};
const inchesOr = (size: string): string => (/mm|S60/.test(size) ? size : `${size} in`);
const code = (e: End): string => `${e.system}-${e.size.replace(/[ /.]/g, '_')}-${e.gender[0]}`;

function joint(what: string, name: string, aisle: Aisle, a: End, b: End, extra: Extra = {}): void {
  add(
    `${what}/${code(a)}/${code(b)}`,
    `${name}, ${endWords(a)} to ${endWords(b)}`,
    aisle,
    [a, b],
    narrower(a, b),
    extra,
  );
}

/** Smaller sizes that a reducer of a size is sold down to. */
const below = <T extends string>(sizes: readonly T[], size: T, steps = 2): T[] => {
  const k = sizes.indexOf(size);
  return sizes.slice(Math.max(0, k - steps), k);
};

// threads: couplings, nipples, bushes, elbows, unions, valves, strainers, caps and plugs
for (const t of ['npt', 'iso7'] as const) {
  const small = ['1/8', '1/4', '3/8'];
  const all = [...small, ...THREADS];
  for (const s of all) {
    joint('coupling', 'Coupling', 'threaded', f(t, s), f(t, s));
    joint('nipple', 'Nipple', 'threaded', m(t, s), m(t, s));
    for (const b of below(all, s)) {
      joint('bush', 'Bush', 'threaded', m(t, s), f(t, b));
      joint('reducer', 'Reducing coupling', 'threaded', f(t, s), f(t, b));
      joint('reducing-nipple', 'Reducing nipple', 'threaded', m(t, s), m(t, b));
    }
  }
  for (const s of THREADS) {
    joint('elbow', 'Elbow', 'threaded', f(t, s), f(t, s), { k: K_ELBOW.threaded, placed: true });
    joint('street-elbow', 'Street elbow', 'threaded', m(t, s), f(t, s), { k: K_ELBOW.threaded, placed: true });
    joint('union', 'Union', 'threaded', f(t, s), f(t, s), { placed: true });
    joint('ball-valve', 'Ball valve, full bore', 'valve', f(t, s), f(t, s), { k: K_VALVE, placed: true });
    joint('strainer', 'Y-strainer', 'valve', f(t, s), f(t, s), { k: K_STRAINER, placed: true });
    for (const [id, name, k] of THREADED)
      joint(id, name, 'valve', f(t, s), f(t, s), { k, placed: true, source: 'loss of its own: fittings table' });
    joint('elbow45', 'Elbow of 45°', 'threaded', f(t, s), f(t, s), { k: 0.35, placed: true });
    add(`tee/${code(f(t, s))}`, `Tee, ${endWords(f(t, s))}`, 'threaded', [f(t, s), f(t, s), f(t, s)], SCH40[s], {
      placed: true,
      passes: [
        [0, 1],
        [0, 2],
      ],
    });
    add(`cap/${code(f(t, s))}`, `Cap, ${endWords(f(t, s))}`, 'threaded', [f(t, s)], SCH40[s], { placed: true });
    add(`plug/${code(m(t, s))}`, `Plug, ${endWords(m(t, s))}`, 'threaded', [m(t, s)], SCH40[s], { placed: true });
    const hole = BULKHEAD_HOLES[s];
    add(
      `bulkhead/${code(f(t, s))}`,
      `Bulkhead, ${endWords(f(t, s))} on both sides`,
      'tank',
      [m('hole', holeSize(hole)), f(t, s), f(t, s)],
      RATIO.bulkhead * SCH40[s],
      {
        hole,
        passes: [
          [0, 1],
          [2, 1],
        ],
        note: 'gasket on the side of the flange, no sealant; by hand and a quarter turn',
        source: 'Saws and walls as on packs; kinds differ, and the pack goes',
      },
    );
    // other systems on a thread
    for (const i of INSERTS.filter((x) => Math.abs(INSERTS.indexOf(x) - THREADS.indexOf(s)) <= 1)) {
      joint('insert-adapter', 'Insert adapter', 'polyethylene', m(t, s), m('insert', i));
      joint('insert-adapter', 'Insert adapter', 'polyethylene', f(t, s), m('insert', i));
    }
    for (const x of below(SOLVENTS, s, 1).concat(s)) {
      joint('adapter', 'Adapter', 'cemented', m(t, s), f('solvent', x));
      joint('adapter', 'Adapter', 'cemented', f(t, s), f('solvent', x));
      joint('spigot-adapter', 'Spigot adapter', 'cemented', f(t, s), m('solvent', x));
    }
  }
  for (const s of TUBES)
    for (const x of TUBES.filter((y) => Math.abs(TUBES.indexOf(y) - TUBES.indexOf(s)) <= 1)) {
      joint('crimp-adapter', 'Crimp adapter', 'tube', m(t, s), m('crimp', x));
      joint('crimp-adapter', 'Crimp adapter', 'tube', f(t, s), m('crimp', x));
      joint('push-adapter', 'Push-fit adapter', 'tube', m(t, s), f('push', x));
      joint('push-adapter', 'Push-fit adapter', 'tube', f(t, s), f('push', x));
    }
  for (const s of ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2']) {
    joint('cpvc-adapter', 'CPVC adapter', 'tube', m(t, s), f('solvent-cts', s));
    joint('cpvc-adapter', 'CPVC adapter', 'tube', f(t, s), f('solvent-cts', s));
  }
  for (const s of ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2']) {
    for (const make of [m, f]) {
      joint('solder-adapter', 'Solder adapter', 'tube', f('solder', s), make(t, s));
      joint('mechanical-adapter', 'Mechanical adapter', 'polyethylene', f('grip-ips', s), make(t, s));
    }
  }
  for (const h of HOSES)
    for (const s of HOSE_THREADS[h]) {
      joint('hose-barb', 'Hose barb', 'hose', m(t, s), m('barb', h));
      joint('hose-barb', 'Hose barb', 'hose', f(t, s), m('barb', h));
    }
  for (const s of ['1/2', '3/4', '1']) {
    for (const make of [m, f]) {
      joint('hose-adapter', 'Hose thread adapter', 'hose', make(t, s), m('hose-thread', '3/4'));
      joint('hose-adapter', 'Hose thread adapter', 'hose', make(t, s), f('hose-thread', '3/4'));
    }
  }
  for (const c of METRIC)
    for (const s of METRIC_THREADS[c]) {
      joint('compression-adapter', 'Compression adapter', 'polyethylene', f('compression', c), m(t, s));
      joint('compression-adapter', 'Compression adapter', 'polyethylene', f('compression', c), f(t, s));
    }
  for (const r of RURAL)
    for (const s of RURAL_THREADS[r]) {
      joint('rural-adapter', 'Grip adapter', 'polyethylene', f('rural', r), m(t, s));
      joint('rural-adapter', 'Grip adapter', 'polyethylene', f('rural', r), f(t, s));
    }
  for (const d of DRIPS)
    for (const s of ['1/2', '3/4']) {
      joint('drip-adapter', 'Drip adapter', 'drip', m(t, s), m('drip', d));
      joint('drip-adapter', 'Drip adapter', 'drip', f(t, s), m('drip', d));
    }
  for (const s of THREADS.filter((x) => x !== '1/2')) {
    joint('tote-adapter', 'Tote adapter', 'tank', f('tote-coarse', 'S60x6'), f(t, s));
    joint('tote-adapter', 'Tote adapter', 'tank', f('tote-coarse', 'S60x6'), m(t, s));
    joint('tote-adapter', 'Tote adapter', 'tank', f('tote-fine', '2'), f(t, s));
    joint('tote-adapter', 'Tote adapter', 'tank', f('tote-fine', '2'), m(t, s));
  }
}
// straight and parallel threads with their washers, and between the thread families
for (const s of TUBES) {
  joint('swivel', 'Swivel adapter', 'threaded', f('npsm', s), m('npt', s));
  joint('swivel', 'Swivel adapter', 'threaded', m('npsm', s), f('npt', s));
  joint('thread-adapter', 'Adapter between threads', 'threaded', m('npt', s), f('iso7', s));
  joint('thread-adapter', 'Adapter between threads', 'threaded', f('npt', s), m('iso7', s));
}
for (const s of THREADS) {
  joint('swivel', 'Swivel adapter', 'threaded', f('iso228', s), m('iso7', s));
  joint('swivel', 'Swivel adapter', 'threaded', m('iso228', s), f('iso7', s));
}
// polyethylene by its bore
for (const s of INSERTS) {
  joint('insert-coupling', 'Insert coupling', 'polyethylene', m('insert', s), m('insert', s));
  joint('insert-elbow', 'Insert elbow', 'polyethylene', m('insert', s), m('insert', s), {
    k: K_ELBOW.insert,
    placed: true,
  });
  for (const b of below(INSERTS, s))
    joint('insert-reducer', 'Insert reducer', 'polyethylene', m('insert', s), m('insert', b));
  for (const b of [...below(INSERTS, s), s])
    add(
      `insert-tee/${s.replace(/[ /]/g, '_')}x${b.replace(/[ /]/g, '_')}`,
      `Insert tee, ${s} in${b === s ? '' : `, ${b} in aside`}`,
      'polyethylene',
      [m('insert', s), m('insert', s), m('insert', b)],
      RATIO.insert * SCH40[b],
      {
        placed: true,
        passes: [
          [0, 1],
          [0, 2],
        ],
      },
    );
  add(`insert-plug/${s.replace(/[ /]/g, '_')}`, `Insert plug, ${s} in`, 'polyethylene', [m('insert', s)], SCH40[s], {
    placed: true,
  });
  if (['1/2', '3/4', '1'].includes(s))
    joint('insert-valve', 'Ball valve with barbs', 'valve', m('insert', s), m('insert', s), {
      k: K_VALVE,
      placed: true,
    });
  for (const h of HOSES.filter((x) => x === s))
    joint('barb-joiner', 'Joiner, pipe to hose', 'hose', m('insert', s), m('barb', h));
}
// polyethylene that is gripped outside
for (const [t, sizes, word] of [
  ['compression', METRIC, 'Compression'],
  ['rural', RURAL, 'Grip'],
  ['grip-ips', ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2', '3'], 'Mechanical'],
] as const) {
  for (const s of sizes) {
    joint(`${t}-coupling`, `${word} coupling`, 'polyethylene', f(t, s), f(t, s));
    joint(`${t}-elbow`, `${word} elbow`, 'polyethylene', f(t, s), f(t, s), { k: K_ELBOW.threaded, placed: true });
    for (const b of below(sizes as readonly string[], s))
      joint(`${t}-reducer`, `${word} reducer`, 'polyethylene', f(t, s), f(t, b));
    const bore = boreAt(f(t, s));
    add(
      `${t}-tee/${s.replace(/[ /]/g, '_')}`,
      `${word} tee, ${inchesOr(s)}`,
      'polyethylene',
      [f(t, s), f(t, s), f(t, s)],
      bore,
      {
        placed: true,
        passes: [
          [0, 1],
          [0, 2],
        ],
      },
    );
    add(`${t}-cap/${s.replace(/[ /]/g, '_')}`, `${word} end cap, ${inchesOr(s)}`, 'polyethylene', [f(t, s)], bore, {
      placed: true,
    });
  }
}
// cemented pipe of iron size, of tube size, and drain pipe
for (const [t, sizes, aisle, word] of [
  ['solvent', SOLVENTS, 'cemented', 'Socket'],
  ['solvent-cts', ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'], 'tube', 'CPVC'],
  ['drain', ['1-1/2', '2', '3', '4'], 'cemented', 'Drain'],
  ['solder', ['3/8', '1/2', '3/4', '1', '1-1/4', '1-1/2', '2'], 'tube', 'Solder'],
] as const) {
  for (const s of sizes) {
    joint(`${t}-coupling`, `${word} coupling`, aisle, f(t, s), f(t, s));
    joint(`${t}-elbow`, `${word} elbow`, aisle, f(t, s), f(t, s), { k: K_ELBOW.cemented, placed: true });
    for (const b of below(sizes as readonly string[], s)) {
      joint(`${t}-bush`, `${word} bush`, aisle, m(t, s), f(t, b));
      joint(`${t}-reducer`, `${word} reducer`, aisle, f(t, s), f(t, b));
    }
    const bore = boreAt(f(t, s));
    add(`${t}-tee/${s.replace(/[ /]/g, '_')}`, `${word} tee, ${s} in`, aisle, [f(t, s), f(t, s), f(t, s)], bore, {
      placed: true,
      passes: [
        [0, 1],
        [0, 2],
      ],
    });
    add(`${t}-cap/${s.replace(/[ /]/g, '_')}`, `${word} cap, ${s} in`, aisle, [f(t, s)], bore, { placed: true });
    if (t === 'solvent' && s !== '2-1/2' && s !== '3')
      joint('solvent-valve', 'Ball valve with sockets', 'valve', f(t, s), f(t, s), { k: K_VALVE, placed: true });
  }
}
for (const s of ['1-1/2', '2', '3'])
  joint('drain-adapter', 'Adapter, drain to pipe', 'cemented', f('drain', s), f('solvent', s), {
    note: 'A transition cement of its own between ABS and PVC, where the code allows it.',
  });
// a socket takes a spigot: a stub of pipe between two sockets
for (const s of SOLVENTS) joint('stub', 'Stub of pipe', 'cemented', m('solvent', s), m('solvent', s));
for (const s of ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'])
  joint('cpvc-stub', 'Stub of CPVC tube', 'tube', m('solvent-cts', s), m('solvent-cts', s));
for (const s of ['1-1/2', '2', '3', '4'])
  joint('drain-stub', 'Stub of drain pipe', 'cemented', m('drain', s), m('drain', s));
for (const s of SYSTEMS.solder.sizes)
  joint('solder-stub', 'Stub of copper tube', 'tube', m('solder', s.size), m('solder', s.size));
// tube
for (const s of ['3/8', ...TUBES]) {
  joint('crimp-coupling', 'Crimp coupling', 'tube', m('crimp', s), m('crimp', s));
  for (const b of below(['3/8', ...TUBES], s))
    joint('crimp-reducer', 'Crimp reducer', 'tube', m('crimp', s), m('crimp', b));
  add(
    `crimp-tee/${s.replace(/[ /]/g, '_')}`,
    `Crimp tee, ${s} in`,
    'tube',
    [m('crimp', s), m('crimp', s), m('crimp', s)],
    boreAt(m('crimp', s)),
    {
      placed: true,
      passes: [
        [0, 1],
        [0, 2],
      ],
    },
  );
  add(`crimp-plug/${s.replace(/[ /]/g, '_')}`, `Crimp plug, ${s} in`, 'tube', [m('crimp', s)], boreAt(m('crimp', s)), {
    placed: true,
  });
}
for (const s of TUBES) {
  joint('push-coupling', 'Push-fit coupling', 'tube', f('push', s), f('push', s));
  joint('push-stub', 'Stub of tube', 'tube', m('push', s), m('push', s));
  joint('push-copper', 'Stub of copper tube', 'tube', m('push', s), m('solder', s));
  joint('push-crimp', 'Push-fit to crimp adapter', 'tube', f('push', s), m('crimp', s));
  joint('push-cpvc', 'Push-fit to CPVC adapter', 'tube', f('push', s), m('solvent-cts', s));
  for (const b of below(TUBES, s, 1)) joint('push-reducer', 'Push-fit reducer', 'tube', f('push', s), f('push', b));
  add(`push-cap/${s.replace(/[ /]/g, '_')}`, `Push-fit cap, ${s} in`, 'tube', [f('push', s)], CTS_BORE[s], {
    placed: true,
  });
}
// short pieces of the pipe itself, between two fittings
for (const s of INSERTS) joint('piece', 'Short piece of pipe', 'polyethylene', f('insert', s), f('insert', s));
for (const s of SYSTEMS['grip-ips'].sizes)
  joint('piece', 'Short piece of pipe', 'polyethylene', m('grip-ips', s.size), m('grip-ips', s.size));
for (const s of METRIC) joint('piece', 'Short piece of pipe', 'polyethylene', m('compression', s), m('compression', s));
for (const s of RURAL) joint('piece', 'Short piece of pipe', 'polyethylene', m('rural', s), m('rural', s));
for (const s of ['3/8', ...TUBES]) joint('piece', 'Short piece of tube', 'tube', f('crimp', s), f('crimp', s));
for (const s of DRIPS) joint('piece', 'Short piece of tubing', 'drip', f('drip', s), f('drip', s));
for (const s of HOSES) joint('piece', 'Short piece of hose', 'hose', f('barb', s), f('barb', s));
// hose
for (const h of HOSES) {
  joint('hose-joiner', 'Hose joiner', 'hose', m('barb', h), m('barb', h));
  for (const b of below(HOSES, h)) joint('hose-reducer', 'Hose reducer', 'hose', m('barb', h), m('barb', b));
  add(
    `hose-tee/${h.replace(/[ /]/g, '_')}`,
    `Hose tee, ${h} in`,
    'hose',
    [m('barb', h), m('barb', h), m('barb', h)],
    boreAt(m('barb', h)),
    {
      placed: true,
      passes: [
        [0, 1],
        [0, 2],
      ],
    },
  );
  add(`hose-plug/${h.replace(/[ /]/g, '_')}`, `Hose plug, ${h} in`, 'hose', [m('barb', h)], boreAt(m('barb', h)), {
    placed: true,
  });
  if (['1/2', '5/8', '3/4'].includes(h)) {
    joint('hose-mender', 'Hose end', 'hose', m('barb', h), m('hose-thread', '3/4'));
    joint('hose-mender', 'Hose end', 'hose', m('barb', h), f('hose-thread', '3/4'));
  }
}
joint('hose-thread-joiner', 'Double hose thread', 'hose', m('hose-thread', '3/4'), m('hose-thread', '3/4'));
joint('hose-thread-swivel', 'Double hose swivel', 'hose', f('hose-thread', '3/4'), f('hose-thread', '3/4'));
for (const t of ['tote-coarse', 'tote-fine'] as const) {
  const size = SYSTEMS[t].sizes[0].size;
  joint('tote-hose', 'Tote adapter', 'tank', f(t, size), m('hose-thread', '3/4'));
  for (const h of ['3/4', '1', '2']) joint('tote-barb', 'Tote adapter', 'tank', f(t, size), m('barb', h));
}
joint('tote-thread', 'Tote adapter', 'tank', f('tote-coarse', 'S60x6'), m('tote-fine', '2'));
joint('tote-thread', 'Tote adapter', 'tank', f('tote-fine', '2'), m('tote-coarse', 'S60x6'));
// a bulkhead with a tote's thread, for a vessel to which another's valve is screwed
for (const t of ['tote-coarse', 'tote-fine'] as const) {
  const size = SYSTEMS[t].sizes[0].size;
  const hole = BULKHEAD_HOLES['2'];
  add(`tote-bulkhead/${t}`, `Bulkhead, ${endWords(m(t, size))}`, 'tank', [m('hole', holeSize(hole)), m(t, size)], 50, {
    hole,
  });
}
// drip tubing
for (const d of DRIPS) {
  joint('drip-coupling', 'Drip coupling', 'drip', m('drip', d), m('drip', d));
  for (const b of DRIPS.filter((x) => x < d)) joint('drip-joiner', 'Drip joiner', 'drip', m('drip', d), m('drip', b));
  joint('drip-swivel', 'Drip hose swivel', 'drip', f('hose-thread', '3/4'), m('drip', d));
  joint('drip-hose', 'Drip hose end', 'drip', m('hose-thread', '3/4'), m('drip', d));
  joint('drip-valve', 'Drip valve', 'valve', m('drip', d), m('drip', d), { k: K_VALVE, placed: true });
  add(
    `drip-start/${d.replace(/[ .]/g, '_')}`,
    `Drip start with grommet, ${endWords(m('drip', d))}`,
    'drip',
    [m('hole', holeSize(DRIP_START)), m('drip', d)],
    boreAt(m('drip', d)),
    {
      hole: DRIP_START,
      note: 'In the wall of the pipe that feeds it: drill square, clear the burr.',
    },
  );
  add(
    `drip-tee/${d.replace(/[ .]/g, '_')}`,
    `Drip tee, ${d}`,
    'drip',
    [m('drip', d), m('drip', d), m('drip', d)],
    boreAt(m('drip', d)),
    {
      placed: true,
      passes: [
        [0, 1],
        [0, 2],
      ],
    },
  );
  add(`drip-plug/${d.replace(/[ .]/g, '_')}`, `Drip end, ${d}`, 'drip', [m('drip', d)], boreAt(m('drip', d)), {
    placed: true,
  });
}
// stiff pipe through a grommet, plain pipe in rubber
for (const s of SYSTEMS.grommet.sizes.map((x) => x.size)) {
  const hole = GROMMET_HOLES[s];
  add(
    `grommet/${s.replace(/[ /]/g, '_')}`,
    `Grommet for ${s} in pipe`,
    'tank',
    [m('hole', holeSize(hole)), f('grommet', s)],
    SCH40[s],
    {
      hole,
      note: 'A trial piece first: no slack, a saw 1/8 in too big ruins the barrel.',
      source: 'Saws as sold with one kind; kinds differ, and the pack goes',
    },
  );
  if (s !== '4') joint('grommet-stub', 'Stub of pipe', 'cemented', m('grommet', s), m('solvent', s));
}
for (const s of SYSTEMS.sleeve.sizes.map((x) => x.size)) {
  const like = end('sleeve', s, 'none');
  joint('rubber-coupling', 'Rubber coupling', 'rubber', like, like);
  for (const b of below(
    SYSTEMS.sleeve.sizes.map((x) => x.size),
    s,
    4,
  ))
    joint('rubber-reducer', 'Rubber reducing coupling', 'rubber', like, end('sleeve', b, 'none'));
  if (SOLVENTS.includes(s as (typeof SOLVENTS)[number]))
    joint('sleeve-stub', 'Stub of pipe', 'cemented', like, m('solvent', s));
  if (['1-1/2', '2', '3', '4'].includes(s))
    joint('sleeve-drain', 'Stub of drain pipe', 'cemented', like, m('drain', s));
}

/** Every part, each id once. */
export const PARTS: readonly Part[] = [...new Map(list.map((p) => [p.id, p])).values()];
const byId = new Map(PARTS.map((p) => [p.id, p]));
/** A part by its id; undefined where the catalogue has none. */
export const findPart = (id: string): Part | undefined => byId.get(id);

/** Every end that a part or a pipe can have, and its mate. */
export const ALL_ENDS: readonly End[] = [
  ...new Map(
    PARTS.flatMap((p) => p.ends).flatMap((e) => {
      const mate: End = { ...e, gender: e.gender === 'male' ? 'female' : e.gender === 'female' ? 'male' : 'none' };
      return [e, mate].map((x) => [code(x), x] as const);
    }),
  ).values(),
];
