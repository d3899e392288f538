// The table of kinds. A new kind is a file of its own and a row here; its drawing is a row of the web's table of marks.
import { z } from 'zod';
import { flowFromLpm, pascals } from '../fields/index.ts';
import type { Kind, Role, StateOptions, Wants } from './kind.ts';
import { bed } from './bed.ts';
import { junction } from './junction.ts';
import { outlet } from './outlet.ts';
import { source } from './source.ts';
import { tank } from './tank.ts';
import { trough } from './trough.ts';

/** Every kind, in the order in which water meets them. */
const ROWS = [source, tank, junction, trough, bed, outlet] as const;

type Row = (typeof ROWS)[number];
type Schemas<T extends readonly { schema: unknown }[]> = { [I in keyof T]: T[I]['schema'] };

export const nodeSchema = z.discriminatedUnion(
  'kind',
  ROWS.map((row) => row.schema) as unknown as Schemas<typeof ROWS>,
);
export type PlanNode = z.infer<typeof nodeSchema>;
export type NodeKind = PlanNode['kind'];

type RowWith<R extends Role> = Row extends infer T
  ? T extends { readonly roles: readonly (infer X)[]; readonly schema: z.ZodType }
    ? R extends X
      ? T
      : never
    : never
  : never;
/** Places that have a role. */
export type WithRole<R extends Role> =
  RowWith<R> extends infer T ? (T extends { readonly schema: z.ZodType } ? z.infer<T['schema']> : never) : never;
export type VesselNode = WithRole<'vessel'>;
export type OutletNode = WithRole<'outlet'>;
export type SourceNode = WithRole<'source'>;
export type StoreNode = WithRole<'store'>;
export type BedNode = WithRole<'bed'>;
/** An outlet that is opened by hand and holds nothing. */
export type TapNode = Exclude<OutletNode, VesselNode>;
/** A vessel where water is wanted. */
export type BasinNode = Extract<OutletNode, VesselNode>;

const literalOf = (row: Row): NodeKind => row.schema.shape.kind.value;

/** A kind as the rest of the program sees it. */
export type AnyKind = Kind<z.ZodType<PlanNode>, PlanNode>;

/** Kind by its name; whole, as the compiler sees to. */
export const KINDS = Object.fromEntries(ROWS.map((row) => [literalOf(row), row])) as unknown as Readonly<
  Record<NodeKind, AnyKind>
>;
export const NODE_KINDS: readonly NodeKind[] = ROWS.map(literalOf);

/** All that is known of a place's kind. */
export const kindOf = (node: PlanNode): AnyKind => KINDS[node.kind];

/** A place, or what was made of one that still says its kind. */
export type OfKind = { readonly kind: NodeKind } | undefined;

/** True when a place has a role. */
export const hasRole = <R extends Role>(node: OfKind, role: R): node is WithRole<R> =>
  node !== undefined && KINDS[node.kind].roles.includes(role);

export const isSource = (node: OfKind): node is WithRole<'source'> => hasRole(node, 'source');
export const isStore = (node: OfKind): node is WithRole<'store'> => hasRole(node, 'store');
export const isVessel = (node: OfKind): node is VesselNode => hasRole(node, 'vessel');
export const isOutlet = (node: OfKind): node is OutletNode => hasRole(node, 'outlet');
export const isBed = (node: OfKind): node is BedNode => hasRole(node, 'bed');
export const isJoint = (node: OfKind): node is WithRole<'joint'> => hasRole(node, 'joint');
/** Water begins here: a source or a store. Ways of the water start from it. */
export const feeds = (node: OfKind): node is WithRole<'source'> | WithRole<'store'> => isSource(node) || isStore(node);
/** An outlet that is opened by hand and holds nothing. */
export const isTap = (node: OfKind): node is TapNode => isOutlet(node) && !isVessel(node);
/** A vessel where water is wanted: filled by a float or free, drunk from. */
export const isBasin = (node: OfKind): node is BasinNode => isOutlet(node) && isVessel(node);
/** Only lines meet here. */
export const isBareJoint = (node: OfKind): boolean => isJoint(node) && !isOutlet(node);

/** What a place is called: its name, else its id. */
export const nameOf = (node: PlanNode): string => node.name ?? node.id;

export * from './kind.ts';
export {
  floorOf,
  inletElevation,
  isFilter,
  isTote,
  levelFor,
  levelIn,
  LOW_WATER,
  sandArea,
  sandConductance,
  sandConductivity,
  vesselHeight,
} from './water.ts';
export { yieldOf, sourceSchema, type Source } from './source.ts';
export { tankSchema, type Tank } from './tank.ts';
export { troughSchema, type Trough } from './trough.ts';
export { junctionSchema, type Junction } from './junction.ts';
export { outletSchema, type Outlet } from './outlet.ts';
export {
  bedArea,
  bedFloor,
  bedForm,
  bedLevel,
  bedSchema,
  bedTank,
  bedTolerance,
  bedVolume,
  bedWants,
  FALSE_FLOOR_TOLERANCE_MM,
  LINE_OVER_RESERVOIR,
  TOLERANCE_MM,
  type Bed,
} from './bed.ts';

interface WantsSI {
  /** m³/s */ flow?: number;
  /** Pa */ pressure?: number;
  /** Pa, the least it works with */ minimum?: number;
}

const inSI = (w: Wants): WantsSI => ({
  flow: w.flowLpm === undefined ? undefined : flowFromLpm(w.flowLpm),
  pressure: w.pressureKPa === undefined ? undefined : pascals(w.pressureKPa),
  minimum: w.minimumPressureKPa === undefined ? undefined : pascals(w.minimumPressureKPa),
});

const known = (w: Wants): Wants => Object.fromEntries(Object.entries(w).filter(([, v]) => v !== undefined));

/** What a place wants: as the person says, else its rating. */
export const wantsOf = (node: OutletNode): WantsSI =>
  inSI({ ...kindOf(node).rated?.(node), ...known(node.wants ?? {}) });

/** What a place is rated for: its rating, else as the person says. */
export const ratedOf = (node: OutletNode): WantsSI =>
  inSI({ ...node.wants, ...known(kindOf(node).rated?.(node) ?? {}) });

/** Whether water is drawn at an outlet in a solve: it is open, or its float is not shut. */
export const runsIn = (node: OutletNode, options: StateOptions): boolean =>
  isTap(node) ? !options.open || options.open.includes(node.id) : !options.shut?.includes(node.id);

/** Elevation (m) at which water comes out of a place or into it. */
export const deliveryElevation = (node: PlanNode): number => kindOf(node).delivery(node);

/** Water falls free into it: its pressure says nothing. */
export const fallsFree = (node: PlanNode): boolean => kindOf(node).free?.(node) ?? false;

/** Elevation of the open water that a place's lines draw on, m; undefined where there is none. */
export const waterOf = (node: PlanNode | undefined, options: StateOptions = {}): number | undefined =>
  node && kindOf(node).water?.(node, options);
