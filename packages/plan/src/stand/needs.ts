// How high a tank must stand in each situation, what else would win the pressure, and what each half metre gives.
import { finding, type Finding } from '../findings/index.ts';
import { pressureOfHead } from '@vernal-slope/core/water';
import type { Working } from '@vernal-slope/core/working';
import { familyOf, findFitting, findPipe, type PipeRow } from '../catalogue/index.ts';
import { compilePlan, kiloPascals, lpmOfFlow, pascals, type Compiled, levelFor } from '../compile/index.ts';
import {
  applyCommand,
  changeNode,
  setPipe,
  slidePlace,
  swapFitting,
  setLeg,
  together,
  type Command,
} from '../edit/index.ts';
import { lineLength } from '../positions/index.ts';
import type { Plan, StoreNode } from '../schema/index.ts';
import {
  ALL_AT_ONCE,
  FULL_PORT,
  optionsOf,
  pressureWorking,
  pricesOf,
  situationsOf,
  solvePlan,
  standRunning,
  standWorking,
  starvedBy,
  type CostUnit,
  type StandFound,
} from '../solve/index.ts';
import { isOutlet, isStore, isTap, wantsOf } from '../kinds/index.ts';
import { outletsOf, routeTo, nameOfId } from '../topology/index.ts';

/** Steps of the curve, m. */
const STEP = 0.5;

export interface SituationNeed {
  readonly name: string;
  /** Places of the situation that this tank feeds and that say what they want. */
  readonly served: readonly string[];
  /** All that is open in it. */ readonly open: readonly string[];
  readonly found: StandFound;
}

export interface TankNeeds {
  readonly tank: string;
  readonly fed: readonly string[];
  /** What half a metre of stand is worth, Pa. */ readonly halfMetre: number;
  readonly situations: readonly SituationNeed[];
  /** The situation that asks for the highest stand. */ readonly most?: SituationNeed & {
    found: StandFound & { ok: true };
  };
}

const says = (c: Compiled, id: string): boolean => {
  const node = c.nodes.get(id)?.plan;
  if (!isOutlet(node)) return false;
  const wants = wantsOf(node);
  return wants.flow !== undefined && wants.pressure !== undefined;
};

/** Situations that ask something of a tank; all its places at once where none that is named does (assumption). */
function situationsAsked(c: Compiled, tank: string): { name: string; open: string[]; served: string[] }[] {
  const fed = outletsOf(c, tank);
  const asks = (open: readonly string[]): string[] => open.filter((id) => fed.includes(id) && says(c, id));
  const named = situationsOf(c).flatMap((s) => {
    const served = asks(s.open);
    return served.length > 0 ? [{ name: s.name, served, open: s.open }] : [];
  });
  const all = asks(fed);
  return named.length > 0 || all.length === 0 ? named : [{ name: ALL_AT_ONCE, served: all, open: fed }];
}

const isOk = <T extends { found: StandFound }>(n: T): n is T & { found: StandFound & { ok: true } } => n.found.ok;

/** Least stand of a tank in each situation, everything in it running, at the tank's low water. */
export function tankNeeds(plan: Plan, tank: string): TankNeeds {
  const c = compilePlan(plan);
  const situations = situationsAsked(c, tank).map((s) => ({ ...s, found: standRunning(plan, tank, s.served, s.open) }));
  const most = situations
    .filter(isOk)
    .reduce<(SituationNeed & { found: StandFound & { ok: true } }) | undefined>(
      (a, s) => (!a || s.found.stand > a.found.stand ? s : a),
      undefined,
    );
  return { tank, fed: outletsOf(c, tank), halfMetre: pressureOfHead(STEP, c.water.density), situations, most };
}

/** The working of a situation's height; undefined where there is none. */
export const needWorking = (plan: Plan, tank: string, n: SituationNeed): Working | undefined =>
  n.found.ok ? standWorking(plan, { tank }, n.found) : undefined;

/** The working of the height that pressure and heights alone would ask, without what is lost on the way. */
export function staticNeedWorking(plan: Plan, tank: string, n: SituationNeed): Working | undefined {
  const node = plan.nodes.find((p) => p.id === tank);
  if (!n.found.ok || !isStore(node)) return undefined;
  const [first, ...rest] = n.found.needs;
  const most = rest.reduce((a, b) => (b.head > a.head ? b : a), first);
  const entered = { source: 'entered' };
  return {
    code: 'height-static',
    of: nameOfId(plan, tank),
    rule: 's = {{zo}} + {{hp}} - {{zg}} - {{y}}',
    terms: [
      {
        key: 'zo',
        tex: 'z_\\mathrm{out}',
        name: `height of ${nameOfId(plan, most.id)}`,
        value: most.elevation,
        dimension: 'length',
        ...entered,
      },
      {
        key: 'hp',
        tex: '\\frac{p}{\\rho g}',
        name: 'the pressure it wants, as height of water',
        value: most.head - most.elevation,
        dimension: 'length',
        source: 'entered, or its rating',
      },
      {
        key: 'zg',
        tex: 'z_\\mathrm{ground}',
        name: 'ground under the tank',
        value: node.groundM,
        dimension: 'length',
        ...entered,
      },
      {
        key: 'y',
        tex: 'y_\\mathrm{low}',
        name: 'low water',
        value: levelFor(node, 'low'),
        dimension: 'length',
        source: 'rule of the plan: 0.10 m above its outlet',
      },
    ],
    result: { tex: 's', value: n.found.staticOnly, dimension: 'length' },
    source: 'Heights alone, the water at rest',
    assumptions: ['What the pipes and fittings take while the water runs is left out: it is too low by that.'],
  };
}

/** A change that would win pressure, as data. */
export type WayChange =
  | { readonly kind: 'pipe'; readonly line: string; readonly legs: readonly number[]; readonly pipe: string }
  | {
      readonly kind: 'valve';
      readonly valves: readonly { readonly line: string; readonly leg: number; readonly from: string }[];
    }
  | { readonly kind: 'need'; readonly outlet: string; readonly flow: number; readonly pressure: number }
  | { readonly kind: 'fewer' }
  | { readonly kind: 'slope'; readonly line: string; readonly distance: number };

/** A way to win pressure other than a higher stand, with the stand that is then enough. */
export interface PressureWay {
  readonly change: WayChange;
  /** m of stand that is then enough, and how much less than now */
  readonly stand: number;
  readonly gain: number;
  readonly governing: string;
  /** Of pipe, over the plan as it is; undefined where no pipe changes. */ readonly cost?: number;
  readonly unit?: CostUnit;
  readonly working?: Working;
}

/** Gains smaller than this are not worth a row, m. */
const WORTH = 0.02;
/** Stands are set to whole centimetres, upwards. */
export const roundStand = (m: number): number => Math.max(0, Math.ceil(m * 100 - 1e-6)) / 100;

/** Whether a tank stands high enough for its hardest situation; undefined where nothing is asked of it. */
export function heightFinding(tank: StoreNode, needs: TankNeeds): Finding | undefined {
  const { most } = needs;
  if (!most) return undefined;
  const has = tank.standM ?? 0;
  const values = { needs: most.found.stand, has, situation: most.name };
  return most.found.stand > has + 1e-6
    ? finding('stand-low', tank.id, values, { kind: 'stand', tank: tank.id, standM: roundStand(most.found.stand) })
    : finding('stand-high-enough', tank.id, values);
}

/** What a way changes, the height of the stand left as it is; undefined for what is only to be done. */
function changeCommand(plan: Plan, tank: string, change: WayChange): Command | undefined {
  switch (change.kind) {
    case 'pipe':
      return setPipe(change.line, change.legs, change.pipe, `${findPipe(change.pipe)?.nominal ?? change.pipe} pipe`);
    case 'valve': {
      const legs = new Map<string, { line: string; leg: number; from: string[] }>();
      for (const v of change.valves) {
        const key = `${v.line} ${v.leg}`;
        const entry = legs.get(key) ?? { line: v.line, leg: v.leg, from: [] };
        entry.from.push(v.from);
        legs.set(key, entry);
      }
      const commands = [...legs.values()].map(({ line, leg, from }) => {
        const fittings = plan.lines.find((l) => l.id === line)?.legs[leg]?.fittings ?? [];
        const changed = from.reduce((list, kind) => swapFitting(list, kind, FULL_PORT), [...fittings]);
        return setLeg(line, leg, { fittings: changed }, 'valves');
      });
      return together('full-port valves', commands);
    }
    case 'need':
      return changeNode(change.outlet, isTap, 'content with less', (n) => {
        n.wants = {
          ...n.wants,
          flowLpm: Number(lpmOfFlow(change.flow).toPrecision(6)),
          pressureKPa: kiloPascals(change.pressure),
        };
      });
    case 'slope': {
      const line = plan.lines.find((l) => l.id === change.line);
      if (!line) return undefined;
      const total = lineLength(line);
      return together('tank up the slope, on the ground', [
        slidePlace(change.line, 'to', total - change.distance),
        changeNode(tank, isStore, 'on the ground', (n) => void (n.standM = 0)),
      ]);
    }
    case 'fewer':
      return undefined;
  }
}

/** A way as a command that can be tried: its change, and the stand as low as it then may be. */
export function wayCommand(plan: Plan, tank: string, way: PressureWay): Command | undefined {
  const change = changeCommand(plan, tank, way.change);
  if (!change) return undefined;
  const height = changeNode(tank, isStore, 'height of the stand', (n) => void (n.standM = roundStand(way.stand)));
  return together(change.label, [change, height]);
}

/** The stand as high as the plan asks. */
export const setStand = (tank: string, stand: number): Command =>
  changeNode(tank, isStore, 'height of the stand', (n) => void (n.standM = roundStand(stand)));

/**
 * Tanks that fill now and would not with a tank on a stand so high, m: raised, it may stand over what fills it. Stands are
 * set to whole centimetres.
 */
export const dryAt = (plan: Plan, tank: string, stand: number): string[] =>
  starvedBy(plan, setStand(tank, stand), tank);

function mostOf(plan: Plan, tank: string): (SituationNeed & { found: StandFound & { ok: true } }) | undefined {
  const needs = tankNeeds(plan, tank);
  return needs.situations.every((s) => s.found.ok) ? needs.most : undefined;
}

/** What the pipe of a changed plan costs over that of the plan, in one unit; undefined where no pipe changes. */
function pipeCost(plan: Plan, changed: Plan): { cost: number; unit: CostUnit } | undefined {
  const legs = (p: Plan): { row: PipeRow | undefined; length: number }[] =>
    p.lines.flatMap((l) =>
      l.legs.map((leg) => ({
        row: typeof leg.pipe === 'string' ? findPipe(leg.pipe) : undefined,
        length: leg.lengthM,
      })),
    );
  const total = (p: Plan): Map<PipeRow, number> => {
    const sum = new Map<PipeRow, number>();
    for (const { row, length } of legs(p)) if (row) sum.set(row, (sum.get(row) ?? 0) + length);
    return sum;
  };
  const [was, then] = [total(plan), total(changed)];
  const rows = [...new Set([...was.keys(), ...then.keys()])].filter(
    (r) => Math.abs((then.get(r) ?? 0) - (was.get(r) ?? 0)) > 1e-6,
  );
  if (rows.length === 0) return undefined;
  const prices = pricesOf(plan, rows);
  return {
    cost: rows.reduce((sum, r) => sum + prices.perMetre(r) * ((then.get(r) ?? 0) - (was.get(r) ?? 0)), 0),
    unit: prices.unit,
  };
}

/** Wider pipe on stretches of the way to the governing outlet: the tank's first leg, and each line of the way. */
function pipeWays(plan: Plan, route: readonly string[]): WayChange[] {
  const ways: WayChange[] = [];
  for (const [k, id] of route.entries()) {
    const line = plan.lines.find((l) => l.id === id);
    if (!line) continue;
    const all = line.legs.map((_, j) => j);
    for (const legs of [...(k === 0 && all.length > 1 ? [[0]] : []), all]) {
      const now = line.legs[legs[0]].pipe;
      const row = typeof now === 'string' ? findPipe(now) : undefined;
      if (!row) continue;
      const family = familyOf(row);
      const at = family.findIndex((r) => r.id === row.id);
      for (const wider of family.slice(at + 1, at + 3)) {
        const fits = legs.filter((j) => {
          const pipe = line.legs[j].pipe;
          const bore = typeof pipe === 'string' ? findPipe(pipe)?.insideDiameterMm : pipe.insideDiameterMm;
          return (bore ?? Infinity) < wider.insideDiameterMm;
        });
        ways.push({ kind: 'pipe', line: id, legs: fits, pipe: wider.id });
      }
    }
  }
  return ways;
}

/** Every valve on the way that is not full-port, changed for one that is. */
function valveWay(plan: Plan, route: readonly string[]): WayChange | undefined {
  const valves = route.flatMap((id) =>
    (plan.lines.find((l) => l.id === id)?.legs ?? []).flatMap((leg, k) =>
      (leg.fittings ?? []).flatMap((f) => {
        const from = 'type' in f && typeof f.type === 'string' ? f.type : undefined;
        const row = from === undefined ? undefined : findFitting(from);
        return from !== undefined && row?.group === 'valve' && row.k > (findFitting(FULL_PORT)?.k ?? 0)
          ? [{ line: id, leg: k, from }]
          : [];
      }),
    ),
  );
  return valves.length > 0 ? { kind: 'valve', valves } : undefined;
}

/** The governing outlet content with the least it works with, at the flow it then gives. */
function needWay(plan: Plan, governing: string): WayChange | undefined {
  const node = plan.nodes.find((n) => n.id === governing);
  if (!isTap(node) || node.minimumPressureKPa === undefined) return undefined;
  const least = pascals(node.minimumPressureKPa);
  const wants = wantsOf(node);
  if (wants.pressure === undefined || wants.flow === undefined || least >= wants.pressure) return undefined;
  const exponent = node.orifice ? 0.5 : (node.exponent ?? 0.5);
  return {
    kind: 'need',
    outlet: governing,
    flow: wants.flow * (least / wants.pressure) ** exponent,
    pressure: least,
  };
}

/** Steps in which a spot up the slope is looked for, the share of the line looked at, and how near, m, it is found. */
const SLOPE = { steps: 12, share: 0.9, near: 0.25 } as const;

/** The tank up its own line, on the ground: the nearest spot where no stand is needed. */
function slopeWay(plan: Plan, tank: string): WayChange | undefined {
  for (const line of plan.lines) {
    if (line.to !== tank) continue;
    const total = lineLength(line);
    const at = (distance: number): WayChange => ({ kind: 'slope', line: line.id, distance });
    const enough = (distance: number): boolean => {
      const command = changeCommand(plan, tank, at(distance));
      const moved = command && applyCommand(plan, command)?.plan;
      if (!moved) return false;
      return situationsAsked(compilePlan(moved), tank).every((s) => {
        const found = standRunning(moved, tank, s.served, s.open);
        return found.ok && found.stand === 0;
      });
    };
    let low = 0;
    for (let k = 1; k <= SLOPE.steps; k++) {
      let high = (SLOPE.share * total * k) / SLOPE.steps;
      if (!enough(high)) {
        low = high;
        continue;
      }
      while (high - low > SLOPE.near) {
        const middle = (low + high) / 2;
        if (enough(middle)) high = middle;
        else low = middle;
      }
      return at(high);
    }
  }
  return undefined;
}

/** The most that any place of a situation asks when the others are shut. */
function aloneNeed(
  plan: Plan,
  tank: string,
  most: SituationNeed,
): (SituationNeed & { found: StandFound & { ok: true } }) | undefined {
  if (most.open.length < 2) return undefined;
  const alone = most.served.map((id) => {
    return { name: most.name, served: [id], open: [id], found: standRunning(plan, tank, [id], [id]) };
  });
  return alone.every(isOk) ? alone.reduce((a, s) => (s.found.stand > a.found.stand ? s : a)) : undefined;
}

/** Of sizes of one stretch those out that win no more than a cheaper one. */
const worthwhile = (found: readonly PressureWay[]): PressureWay[] =>
  found.filter(({ change, gain, cost }) => {
    if (change.kind !== 'pipe') return true;
    return !found.some(
      (o) =>
        o.change.kind === 'pipe' &&
        o.change.pipe !== change.pipe &&
        o.change.line === change.line &&
        o.change.legs.join() === change.legs.join() &&
        o.gain > gain - WORTH &&
        (o.cost ?? 0) < (cost ?? 0),
    );
  });

/**
 * Other ways to have the pressure that a stand would give, each with the stand that is then enough; what costs no pipe
 * first, then by what a metre of stand saved costs, then by how much it saves.
 */
export function pressureWays(plan: Plan, tank: string, onProgress?: (share: number) => void): PressureWay[] {
  const most = mostOf(plan, tank);
  if (!most || most.found.stand <= 0) return [];
  const now = most.found.stand;
  const { governing } = most.found;
  const route = (routeTo(compilePlan(plan), governing)?.lines ?? []).map((l) => l.line);
  const changes = [...pipeWays(plan, route), valveWay(plan, route), needWay(plan, governing)].filter(
    (c) => c !== undefined,
  );
  const found: PressureWay[] = [];
  for (const [k, change] of changes.entries()) {
    onProgress?.(k / (changes.length + 2));
    const command = changeCommand(plan, tank, change);
    const changed = command && applyCommand(plan, command)?.plan;
    const then = changed && mostOf(changed, tank);
    if (!then || now - then.found.stand < WORTH) continue;
    found.push({
      change,
      ...pipeCost(plan, changed),
      stand: then.found.stand,
      gain: now - then.found.stand,
      governing: then.found.governing,
      working: needWorking(changed, tank, then),
    });
  }
  const alone = aloneNeed(plan, tank, most);
  if (alone && now - alone.found.stand >= WORTH)
    found.push({
      change: { kind: 'fewer' },
      stand: alone.found.stand,
      gain: now - alone.found.stand,
      governing: alone.found.governing,
      working: needWorking(plan, tank, alone),
    });
  onProgress?.((changes.length + 1) / (changes.length + 2));
  const slope = slopeWay(plan, tank);
  const up = slope && changeCommand(plan, tank, slope);
  // up the slope it comes nearer to what fills it, or over it
  const moved = up && starvedBy(plan, up, tank).length === 0 ? applyCommand(plan, up)?.plan : undefined;
  if (slope && moved) found.push({ change: slope, ...pipeCost(plan, moved), stand: 0, gain: now, governing });
  onProgress?.(1);
  const price = (w: PressureWay): number => Math.max(0, w.cost ?? 0) / w.gain;
  const fills = (w: PressureWay): boolean =>
    starvedBy(plan, wayCommand(plan, tank, w) ?? setStand(tank, w.stand), tank).length === 0;
  return worthwhile(found.filter(fills)).sort((a, b) => price(a) - price(b) || b.gain - a.gain);
}

export interface HeightPoint {
  /** m */ readonly stand: number;
  /** m³/s and Pa at the governing outlet, running by its law, the tank at its low water */
  readonly flow: number;
  readonly pressure: number;
}

export interface HeightCurve {
  readonly outlet: string;
  readonly situation: string;
  /** What is open in it. */ readonly open: readonly string[];
  readonly points: readonly HeightPoint[];
}

/** No more points than this. */
const MOST_POINTS = 21;

const onStand = (plan: Plan, tank: string, stand: number): Plan => ({
  ...plan,
  nodes: plan.nodes.map((n) => (n.id === tank && isStore(n) ? { ...n, standM: stand } : n)),
});

/** What the governing outlet of the hardest situation gets at each half metre of stand. */
export function heightCurve(plan: Plan, needs: TankNeeds): HeightCurve | undefined {
  const { most } = needs;
  const tank = plan.nodes.find((n) => n.id === needs.tank);
  if (!most || !isStore(tank)) return undefined;
  const top = Math.max(most.found.stand, tank.standM ?? 0) + 1.5;
  const step = Math.max(STEP, Math.ceil(top / (MOST_POINTS - 1) / STEP) * STEP);
  const outlet = most.found.governing;
  const points: HeightPoint[] = [];
  for (let stand = 0; stand <= top + 1e-9; stand += step) {
    const c = compilePlan(onStand(plan, tank.id, stand));
    const result = solvePlan(c, optionsOf(c, most.open, 'low'));
    const at = result.nodes.get(outlet);
    // a height at which nothing settles has no point
    if (result.converged) points.push({ stand, flow: at?.flow ?? 0, pressure: Math.max(0, at?.pressure ?? 0) });
  }
  return points.length > 1 ? { outlet, situation: most.name, open: most.open, points } : undefined;
}

/** The working of one point of the curve: the pressure at the outlet with the tank so high. */
export function pointWorking(plan: Plan, tank: string, curve: HeightCurve, stand: number): Working | undefined {
  const c = compilePlan(onStand(plan, tank, stand));
  return pressureWorking(c, solvePlan(c, optionsOf(c, curve.open, 'low')), curve.outlet);
}
