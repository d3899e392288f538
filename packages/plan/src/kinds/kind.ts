// What a kind of place is to the rest of the program: one file a kind, one row in the table, and nothing outside asks
// for a kind by its name.
import type { Network, NetworkBuilder, NetworkState } from '@vernal-slope/core/network';
import type { Water } from '@vernal-slope/core/water';
import type { z } from 'zod';
import type { Fault } from '../fields/index.ts';

/**
 * What a place can be; several at once.
 * - `source`: water comes into the plan here.
 * - `store`: holds water that others draw on.
 * - `vessel`: holds water with a level.
 * - `outlet`: water is wanted here, and judged.
 * - `joint`: lines go on through it.
 * - `bed`: soil over water, joined low down to others.
 */
export type Role = 'source' | 'store' | 'vessel' | 'outlet' | 'joint' | 'bed';

export type LevelChoice = 'full' | 'low' | 'start';

/** How a plan stands for one solve. */
export interface StateOptions {
  readonly level?: LevelChoice;
  /** Outlets that are open; all when left out. */
  readonly open?: readonly string[];
  /** Floats that are shut. */
  readonly shut?: readonly string[];
  /** 1 to 12 */
  readonly month?: number;
  /** Day number (days since 1970), for what falls due; nothing does without it. */
  readonly today?: number;
  /** Levels that override `level`, m above the floor, by node id. */
  readonly levels?: Readonly<Record<string, number>>;
  /** Openings of floats by node id, 0 to 1. */
  readonly floatOpening?: Readonly<Record<string, number>>;
}

/** Month used when none is named. */
export const DEFAULT_MONTH = 7;

/** An end of a line at a place. */
export interface LineEnd {
  readonly line: string;
  readonly link: number;
}

/** What a kind may use while it is put into the network. */
export interface Placing {
  readonly builder: NetworkBuilder;
  readonly water: Water;
  /** A node whose head is an elevation (m above datum) that no level moves: air, an inlet, a spring. */
  readonly fixedAt: (elevation: number) => number;
  /** For a run in time: what leaves a vessel or a source can be limited to what comes in. */
  readonly inTime: boolean;
  /** How many ends of lines meet at a place. */
  readonly meeting: (id: string) => number;
}

/** Where a place went in the network. */
export interface Placed {
  /** Node of the network that its lines leave from. */
  readonly node: number;
  /** Open water; −1 where there is none. */
  readonly surface: number;
  /** Yield limit of a source; −1 where there is none. */
  readonly limitLink: number;
  /** Links that let water out of the system here: outlet law, floats. */
  readonly lawLinks: number[];
  /** Way through the sand of a filter and over its spill. */
  readonly spill?: number;
}

/** What a line meets where it ends. K on the line's last bore. */
export interface Arrival {
  readonly to: number;
  readonly exitK: number;
  readonly backwardToK: number;
  readonly oneWay: boolean;
  /** Ends in the open, without a valve. */
  readonly free: boolean;
  /** The water is open there: the end of the pipe is no point that could draw air. */
  readonly open: boolean;
}

/** What a line meets where it begins. */
export interface Departure {
  /** It begins in open water, and loses an entrance. */
  readonly entrance: boolean;
  /** K of that where the line says nothing; the plain bulkhead's where left out. */
  readonly entranceK?: number;
  /** K lost by water that runs back into it, on the line's first bore. */
  readonly backwardK: number;
  readonly oneWay: boolean;
}

/** A place of a compiled plan. */
export interface PlaceMap<N> extends Placed {
  readonly plan: N;
  /** Node of the network whose head is this place's. */
  readonly node: number;
  /** Elevation at which its pressure is told, m. */
  readonly elevation: number;
  readonly entering: readonly LineEnd[];
  readonly leaving: readonly LineEnd[];
}

/** What a person wants of a place, in the plan's units. */
export interface Wants {
  readonly flowLpm?: number;
  readonly pressureKPa?: number;
  /** The least it works with. */
  readonly minimumPressureKPa?: number;
}

/** Places by id, for what one says of another. */
export type Roles = (id: string) => readonly Role[] | undefined;

/** A kind of place: all that the program knows of it. */
export interface Kind<S extends z.ZodType = z.ZodType, N = z.infer<S>> {
  readonly schema: S;
  readonly roles: readonly Role[];
  /** Of a sentence: "a trough". */
  readonly word: string;
  /** What a new one is called. */
  readonly name: string;
  /** What the schema cannot see. `path` is the node's place in the document. */
  readonly faults?: (node: N, path: readonly PropertyKey[], roles: Roles) => Iterable<Fault>;
  /** Why no line can leave it; undefined when one can. */
  readonly cannotLeave?: (node: N) => { message: string; advice: string } | undefined;
  readonly place: (node: N, on: Placing) => Placed;
  readonly arrive: (node: N, placed: Placed, on: Placing) => Arrival;
  readonly depart: Departure;
  /** Node of the network and elevation (m) at which its pressure is told. `end`: where its last line ends, if any. */
  readonly shown: (node: N, placed: Placed, leaving: boolean, end?: number) => { node: number; elevation: number };
  /** Sets its heads, limits and openings for one solve. */
  readonly set?: (map: PlaceMap<N>, options: StateOptions, state: NetworkState, network: Network) => void;
  /** Water that leaves the system here, m³/s. */
  readonly flow: (map: PlaceMap<N>, flow: Float64Array) => number;
  /** Elevation of the open water that its lines draw on, m; undefined where there is none. */
  readonly water?: (node: N, options: StateOptions) => number;
  /** What is wanted there where the person says nothing. */
  readonly rated?: (node: N) => Wants;
  /** Elevation (m) at which water comes out or comes in, and pressure is judged. */
  readonly delivery: (node: N) => number;
  /** Water falls free into it: its pressure says nothing. */
  readonly free?: (node: N) => boolean;
  /** Something here can shut in an instant. */
  readonly shutsAtOnce?: (node: N) => boolean;
}

export const noArrivalLoss = (to: number): Arrival => ({
  to,
  exitK: 0,
  backwardToK: 0,
  oneWay: false,
  free: false,
  open: false,
});
export const PASSES: Departure = { entrance: false, backwardK: 0, oneWay: false };

const total = (ends: readonly LineEnd[], flow: Float64Array): number =>
  ends.reduce((sum, end) => sum + flow[end.link], 0);

/** What enters a place by its lines less what leaves by them, m³/s. */
export const netFlow = (map: Pick<PlaceMap<unknown>, 'entering' | 'leaving'>, flow: Float64Array): number =>
  total(map.entering, flow) - total(map.leaving, flow);

/** A kind with its types kept. */
export const defineKind = <S extends z.ZodType, const R extends readonly Role[]>(
  kind: Kind<S> & { readonly roles: R },
): Kind<S> & { readonly roles: R } => kind;
