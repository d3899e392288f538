// What makes the meetings of a chain tight, and how much of it is bought.
import { outsideOf, SYSTEMS, type End } from './ends.ts';
import { meetings, type Chain } from './chain.ts';

/** Turns of tape on a thread (common practice), and what overlaps. */
const TURNS = 3;
const OVERLAP = 1.1;

export interface Sealing {
  /** Tape on threads, m. */
  readonly tape: number;
  /** Threads that are taped, from narrow to wide in the order in which they come. */
  readonly taped: number;
  /** Clamps by what they go around, mm outside. */
  readonly clamps: ReadonlyMap<string, number>;
  readonly washers: number;
  readonly rings: ReadonlyMap<string, number>;
  /** Cemented meetings by size. */
  readonly cemented: ReadonlyMap<string, number>;
}

/** One text for the clamp, ring or socket of an end. */
const sizeKey = (e: End): string => `${e.system} ${e.size}`;

/** What seals all meetings of some chains. */
export function sealingOf(chains: readonly Chain[]): Sealing {
  let tape = 0;
  let taped = 0;
  let washers = 0;
  const clamps = new Map<string, number>();
  const rings = new Map<string, number>();
  const cemented = new Map<string, number>();
  const count = (map: Map<string, number>, e: End, n: number): void =>
    void map.set(sizeKey(e), (map.get(sizeKey(e)) ?? 0) + n);
  for (const [a] of chains.flatMap(meetings)) {
    const { seal } = SYSTEMS[a.system];
    if (seal.by === 'tape') {
      taped++;
      tape += (TURNS * OVERLAP * Math.PI * (outsideOf(a) ?? 0)) / 1000;
    } else if (seal.by === 'clamp') count(clamps, a, seal.per);
    else if (seal.by === 'ring') count(rings, a, seal.per);
    else if (seal.by === 'cement') count(cemented, a, seal.per);
    else if (seal.by === 'washer' || seal.by === 'gasket') washers += a.system === 'hole' ? 0 : seal.per;
  }
  return { tape, taped, clamps, washers, rings, cemented };
}
