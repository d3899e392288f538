// A trough as animals find it: how many reach it, what it holds against the day and the visit, what frost does.
import { coolTime, FILM, keepOpenFlow } from '@vernal-slope/core/frost';
import { surfaceAt, volumeAt } from '@vernal-slope/core/tank';
import { findAnimal, TROUGH_ROWS, TROUGH_RULES, type AnimalRow, type TroughRow } from '../catalogue/index.ts';
import {
  cubicMetres,
  flowFromLpm,
  metresOfMm,
  resolvePipe,
  tankShape,
  vesselHeight,
  type Compiled,
} from '../compile/index.ts';
import { secondsOfHours } from '../fields/index.ts';
import type { BasinNode, Herd } from '../schema/index.ts';
import { settledRefill, solvePlan, visitsOf, type PlanRefill, type Visit } from '../solve/index.ts';

export interface TroughRuns {
  readonly node: BasinNode;
  readonly herds: readonly { readonly herd: Herd; readonly row: AnimalRow | undefined }[];
  readonly heads: number;
  /** m³ */ readonly perDay: number;
  /** Level at which it is full, m; what it holds then, m³. */ readonly full: number;
  readonly holds: number;
  /** What it should hold by the rule, m³, and that rule's share of the day. */ readonly wantsHolds: number;
  readonly share: number;
  /** m of edge they reach, m that one takes; how many drink at once. */
  readonly edge: number | undefined;
  readonly perHead: number | undefined;
  readonly places: number | undefined;
  /** How many should by the rule of near and far; how many must for the thirstiest visit. */
  readonly wantsPlaces: number | undefined;
  readonly visitPlaces: number | undefined;
  readonly visit: Visit | undefined;
  /** m³/s with its float wide open, nothing else running; what the rule asks. */
  readonly flow: number | undefined;
  readonly wantsFlow: number;
  /** s a day in which its animals drink */ readonly drinkTime: number;
  /** m over the ground */ readonly rim: number;
  readonly rimWanted: readonly [number, number] | undefined;
  /** Frost, where a coldest night is entered. */ readonly frost: TroughFrost | undefined;
}

export interface TroughFrost {
  readonly coldest: number;
  /** m² of open water */ readonly area: number;
  /** °C of what comes in, and whether that was assumed. */ readonly inflow: number;
  /** m³/s that keep it open; Infinity where nothing that comes in would. */ readonly keeps: number;
  /** s until a full, still pipe of its line in the air is at 0 °C. */ readonly still: number;
  /** Legs of its line that lie less deep than the ground freezes; the shallowest, m. */
  readonly shallow: number;
  readonly shallowest: number;
}

/** Edge from which animals drink, m; undefined where the shape tells none. */
export function edgeOf(node: BasinNode): number | undefined {
  const { shape, setting } = node;
  if (setting?.edgeM !== undefined) return setting.edgeM;
  const open = setting?.open ?? 'all-round';
  if (shape.type === 'vertical-cylinder') {
    const round = Math.PI * shape.diameterM;
    return open === 'all-round' ? round : open === 'both-sides' ? (2 * round) / 3 : round / 2;
  }
  if (shape.type === 'box' || shape.type === 'horizontal-cylinder') {
    const across = shape.type === 'box' ? shape.widthM : shape.diameterM;
    const [long, short] = [Math.max(shape.lengthM, across), Math.min(shape.lengthM, across)];
    return open === 'all-round' ? 2 * (long + short) : open === 'both-sides' ? 2 * long : long;
  }
  return undefined;
}

/** Between a share near and a share far, by the way that they come. */
export function byTravel(travel: number, near: number, far: number): number {
  const t = (travel - TROUGH_RULES.near) / (TROUGH_RULES.far - TROUGH_RULES.near);
  return near + Math.min(1, Math.max(0, t)) * (far - near);
}

/** Travel where none is entered, m: near. */
const NEAR_BY = 200;
export const travelOf = (node: BasinNode): number => node.setting?.travelM ?? NEAR_BY;
const HOURS = 8;
const USUAL_WATER = 10;
/** Where nothing is known of the class. */
const SHARE = { near: 0.1, far: 0.3 };

export function troughRuns(c: Compiled, node: BasinNode): TroughRuns {
  const herds = (node.herds ?? []).filter((h) => !h.ifToo).map((herd) => ({ herd, row: findAnimal(herd.class) }));
  const heads = herds.reduce((sum, h) => sum + h.herd.count, 0);
  const perDay = herds.reduce((sum, h) => sum + cubicMetres(h.herd.count * h.herd.litresPerHeadPerDay), 0);
  const shape = tankShape(node.shape, node.count);
  const full = node.inlet?.floatValve?.closeLevelM ?? node.overflowM;
  const travel = travelOf(node);
  const share = byTravel(travel, TROUGH_RULES.share.near, TROUGH_RULES.share.far);
  const edge = edgeOf(node);
  const edges = herds.flatMap(({ row }) => (row?.edgeMm === undefined ? [] : [metresOfMm(row.edgeMm)]));
  const perHead = edges.length === 0 ? undefined : Math.max(...edges) * roundShare(node);
  const places = edge === undefined || perHead === undefined ? undefined : Math.floor(edge / perHead + 1e-9);
  const at = herds.reduce(
    (sum, { herd, row }) =>
      sum + herd.count * byTravel(travel, row?.atOnceNear ?? SHARE.near, row?.atOnceFar ?? SHARE.far),
    0,
  );
  const wantsPlaces =
    heads === 0 ? undefined : Math.min(heads, Math.max(TROUGH_RULES.leastPlaces, Math.ceil(at - 1e-9)));
  const visits = visitsOf(node);
  const visit = visits.reduce<Visit | undefined>((a, b) => (!a || b.volume > a.volume ? b : a), undefined);
  const rate = visit && findAnimal(visit.herd)?.ratePerMin;
  const visitPlaces =
    visit && rate !== undefined && visit.duration > 0
      ? Math.min(visit.heads, Math.ceil(visit.volume / flowFromLpm(rate) / visit.duration - 1e-9))
      : undefined;
  const alone = solvePlan(c, { open: [], shut: floatsBut(c, node.id) });
  const rims = herds.flatMap(({ row }) => (row?.rimMm ? [row.rimMm] : []));
  const hours = Math.min(HOURS, ...herds.flatMap(({ row }) => row?.hours ?? []));
  return {
    node,
    herds,
    heads,
    perDay,
    full,
    holds: volumeAt(shape, full),
    wantsHolds: share * perDay,
    share,
    edge,
    perHead,
    places,
    wantsPlaces,
    visitPlaces,
    visit,
    flow: alone.converged ? alone.nodes.get(node.id)?.flow : undefined,
    wantsFlow: perDay / secondsOfHours(hours),
    drinkTime: secondsOfHours(hours),
    rim: (node.standM ?? 0) + vesselHeight(node),
    rimWanted:
      rims.length === 0
        ? undefined
        : [metresOfMm(Math.max(...rims.map((r) => r[0]))), metresOfMm(Math.min(...rims.map((r) => r[1])))],
    frost: frostOf(c, node, full),
  };
}

/** The thirstiest visit and the filling after it, in time; undefined where nobody comes or it is not settled. */
export const troughVisit = (c: Compiled, node: BasinNode): PlanRefill | undefined => settledRefill(c, node.id);

/** Every float but that of one place. */
const floatsBut = (c: Compiled, id: string): string[] =>
  [...c.nodes.values()].flatMap((m) => (m.plan.id !== id && m.lawLinks.length > 0 ? [m.plan.id] : []));

function frostOf(c: Compiled, node: BasinNode, full: number): TroughFrost | undefined {
  const setting = node.setting;
  if (setting?.coldestC === undefined) return undefined;
  const inflow = c.plan.site?.waterTemperatureC ?? USUAL_WATER;
  const area = surfaceAt(tankShape(node.shape, node.count), full) * (1 - (setting.covered ?? 0));
  const film = FILM[setting.wind ?? 'windy'];
  const legs = c.plan.lines.filter((l) => l.to === node.id).flatMap((l) => l.legs);
  const depths = legs.map((l) => l.depthM ?? 0);
  const bores = legs.map((l) => metresOfMm(resolvePipe(l.pipe).insideDiameterMm));
  return {
    coldest: setting.coldestC,
    area,
    inflow,
    keeps: keepOpenFlow(area, setting.coldestC, inflow, film),
    still: bores.length === 0 ? Infinity : coolTime(Math.min(...bores), inflow, setting.coldestC, film),
    shallow: depths.filter((d) => d < (setting.frostM ?? 0) - 1e-9).length,
    shallowest: depths.length === 0 ? Infinity : Math.min(...depths),
  };
}

/** True where the float is too large for what it is in: its ball does not fit, or lies on the floor before it opens. */
export function floatTooLarge(node: BasinNode): boolean {
  const valve = node.inlet?.floatValve;
  if (!valve) return false;
  const { shape } = node;
  const inside =
    shape.type === 'box' ? Math.min(shape.lengthM, shape.widthM) : shape.type === 'table' ? Infinity : shape.diameterM;
  const ball = metresOfMm(valve.lever?.ballMm ?? 0);
  const arm = shape.type === 'box' ? Math.max(shape.lengthM, shape.widthM) : inside;
  // wide open, half of the ball still lies in the water
  return (
    ball > inside || ball / 2 > valve.closeLevelM - valve.bandM + 1e-9 || (valve.lever !== undefined && ball * 2 > arm)
  );
}

export interface OtherVessel {
  readonly row: TroughRow;
  /** m³ full, with as much freeboard as now */ readonly holds: number;
  readonly places: number | undefined;
  readonly fits: boolean;
}

/** Other vessels in its place, each as full under its rim as this one. */
export const otherVessels = (r: TroughRuns): OtherVessel[] =>
  TROUGH_ROWS.map((row) => {
    const node: BasinNode = { ...r.node, shape: row.shape };
    const full = Math.max(0.02, row.shape.heightM - (vesselHeight(r.node) - r.full));
    const holds = volumeAt(tankShape(row.shape), Math.min(full, row.shape.heightM));
    const edge = edgeOf(node);
    const flat = r.perHead === undefined ? undefined : r.perHead / roundShare(r.node);
    const places =
      edge === undefined || flat === undefined ? undefined : Math.floor(edge / (flat * roundShare(node)) + 1e-9);
    const wants = Math.max(r.wantsPlaces ?? 0, r.visitPlaces ?? 0);
    return { row, holds, places, fits: holds >= r.wantsHolds - 1e-9 && (places === undefined || places >= wants) };
  });
const roundShare = (node: BasinNode): number => (node.shape.type === 'vertical-cylinder' ? TROUGH_RULES.round : 1);
