// A part: its ends, its ways through, its bore, the hole that it wants.
import type { End, PartBasis } from './ends.ts';

/** Where it hangs in a shop. */
export type Aisle = 'threaded' | 'polyethylene' | 'cemented' | 'tube' | 'hose' | 'drip' | 'tank' | 'rubber' | 'valve';
/** Shops by what they are likely to hold. */
export type Shop = 'plumber' | 'farm' | 'garden' | 'tank';

/** The hole that a part goes through. */
export interface HoleFor {
  /** mm */ readonly sawMm: number;
  /** The saw as it is sold, where it is sold by the inch. */
  readonly saw: string;
  /** Thickness of wall that it closes on, from and to, mm. */
  readonly wallMm: readonly [least: number, most: number];
}

export interface Part {
  readonly id: string;
  readonly name: string;
  readonly aisle: Aisle;
  readonly shops: readonly Shop[];
  readonly ends: readonly End[];
  /** Ways through it: places of ends in `ends`. None of a cap or of what water leaves by. */
  readonly passes: readonly (readonly [number, number])[];
  /** Narrowest bore on its way, mm. */
  readonly boreMm: number;
  /** Loss of its own on its own bore, beside the narrowing: a turn, a seat. */
  readonly k: number;
  readonly hole?: HoleFor;
  /** It is a valve, or a fork: no chain of adapters goes through it of itself. */
  readonly placed?: true;
  readonly source: string;
  readonly basis: PartBasis;
  readonly note?: string;
}
