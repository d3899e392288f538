// A place in time, as numbers: what holds water, what comes in, what is taken out and when. SI; times are seconds from
// the beginning of the run.
import type { FloatValve } from '../floatvalve/index.ts';
import type { Network, NetworkState } from '../network/index.ts';
import type { TankShape } from '../tank/index.ts';
import { GRAVITY } from '../units/index.ts';

export interface Window {
  /** s */ readonly from: number;
  /** s */ readonly to: number;
}

/** Animals that come to drink, evenly while they are there. */
export interface Visit extends Window {
  /** What they want, m³/s. */ readonly rate: number;
  /** What can be drunk at once, m³/s; Infinity where nothing holds them. */ readonly cap: number;
  /** How long those wait who got nothing, s. */ readonly patience: number;
}

/** Water that is pumped or carried out of a vessel at its hours. */
export interface Taking extends Window {
  /** m³/s */ readonly rate: number;
  /** Vessel that it goes into; −1 where it leaves the place. */ readonly into: number;
  /** Whoever fills that one stops when it is full. */ readonly tops?: boolean;
}

/** A pipe from the overflow, running full under its drop. */
export interface OverflowPipe {
  /** m */ readonly diameter: number;
  /** From its mouth to where it ends, m. */ readonly drop: number;
}

export interface VesselInTime {
  readonly shape: TankShape;
  /** Floor above datum, m. */ readonly floor: number;
  /** Its open water, a node of the network. */ readonly surface: number;
  /** m above the floor */ readonly start: number;
  /** m above the floor; undefined where no line leaves it. */ readonly outlet?: number;
  /** Limit link between its water and the lines that leave it; −1 where none does. */ readonly outletLink: number;
  /** Height at which water falls in by its lines while it stands lower, m above the floor. */
  readonly fallsAt?: number;
  /** A bed: its lines meet at that height and water passes both ways; while it stands lower none leaves it. */
  readonly passes?: boolean;
  /** m above the floor */ readonly overflow: number;
  readonly overflowPipe?: OverflowPipe;
  /** Vessel that its overflow runs into; −1 for none. */ readonly spillsInto: number;
  readonly float?: FloatValve;
  readonly floatLinks: readonly number[];
  /** Links of the network. */ readonly entering: readonly number[];
  readonly leaving: readonly number[];
  /** Level down to which water runs back out of its inlet, m; undefined where none does. */
  readonly runsBackTo?: number;
  readonly visits: readonly Visit[];
  readonly takings: readonly Taking[];
  /** m³/s from its open water at a time, a m² of it. */ readonly evaporation?: (t: number) => number;
  /** m³/s */ readonly leak: number;
}

/** A source that feeds lines. */
export interface SourceInTime {
  /** −1 where nothing limits it. */ readonly limitLink: number;
  readonly leaving: readonly number[];
  /** m³/s; Infinity where nothing is stated. */ readonly yields: (t: number) => number;
}

/** A source that pours into a vessel without a line: a roof by its downpipe, hauled water. */
export interface PourInTime {
  readonly vessel: number;
  /** m³/s */ readonly rate: (t: number) => number;
  /** Whoever fills it stops when it is full. */ readonly tops?: boolean;
}

export interface OutletInTime {
  readonly links: readonly number[];
  readonly draws: readonly Window[];
  /** What it is rated for, m³/s. */ readonly rated: number;
}

export interface PlaceInTime {
  readonly network: Network;
  /** State of what no level and no time changes. */
  readonly state: NetworkState;
  readonly vessels: readonly VesselInTime[];
  readonly sources: readonly SourceInTime[];
  readonly pours: readonly PourInTime[];
  readonly outlets: readonly OutletInTime[];
  /** Links whose flows are told. */
  readonly lines: readonly number[];
  /** s */ readonly duration: number;
  /** Times at which a yield or a rain jumps, s. */
  readonly breaks: readonly number[];
}

/** K of a short pipe that runs full: in and out. */
const OVERFLOW_K = 1.5;

/**
 * What an overflow pipe carries when it runs full, m³/s: its drop and the water above its mouth against entrance and exit.
 * @param above m of water above its mouth
 */
export const fullOverflow = (pipe: OverflowPipe, above: number): number =>
  (Math.PI / 4) * pipe.diameter ** 2 * Math.sqrt((2 * GRAVITY * Math.max(0, pipe.drop + above)) / OVERFLOW_K);
