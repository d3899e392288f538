// What hangs on a cabin's water besides its taps: hoses and hydrants, fire, a lower second tap, a small pump where height is not to be had.
import { jetThrow } from '@vernal-slope/core/irrigation';
import { pumpCharge, pumpEnergy, pumpPower, pumpTime } from '@vernal-slope/core/supply';
import { volumeAt } from '@vernal-slope/core/tank';
import { headOfPressure } from '@vernal-slope/core/water';
import {
  compilePlan,
  cubicMetres,
  floorOf,
  flowFromLpm,
  levelFor,
  metresOfMm,
  seconds,
  tankShape,
  type Compiled,
} from '../compile/index.ts';
import { freeId, freeLineId, freeName, glimpse, changeNode, type Command } from '../edit/index.ts';
import { isStore, isTap, nameOf } from '../kinds/index.ts';
import type { Plan, StoreNode, TapNode } from '../schema/index.ts';
import { optionsOf, solvePlan } from '../solve/index.ts';
import { gravityNeeds, type Cabin, type FixtureRuns } from './cabin.ts';

/** Discharge of a smooth nozzle (handbooks, from memory), its height and its best angle, radians. */
const NOZZLE_CD = 0.95;
const NOZZLE_UP = 1;
const NOZZLE_ANGLE = (40 * Math.PI) / 180;
/** Bores of nozzles that are looked at, mm. */
export const NOZZLES = [4, 6, 10, 14] as const;

export interface NozzleRuns {
  readonly mm: number;
  /** m */ readonly bore: number;
  /** m³/s, alone */ readonly flow: number;
  /** Pa before it */ readonly pressure: number;
  /** m, without air and wind: an upper bound */ readonly throw: number;
  readonly settled: boolean;
}

/** A hose point with nozzles of several bores, alone. The hose itself is part of its line, or is left out. */
export function nozzles(c: Compiled, tap: TapNode): NozzleRuns[] {
  return NOZZLES.map((mm) => {
    const plan = glimpse(
      c.plan,
      changeNode(tap.id, isTap, 'nozzle', (n) => {
        n.orifice = { diameterMm: mm, dischargeCoefficient: NOZZLE_CD };
      }),
    );
    const of = compilePlan(plan);
    const found = solvePlan(of, optionsOf(of, [tap.id], 'start'));
    const at = found.nodes.get(tap.id);
    const pressure = Math.max(0, at?.pressure ?? 0);
    return {
      mm,
      bore: metresOfMm(mm),
      flow: at?.flow ?? 0,
      pressure,
      throw: jetThrow(NOZZLE_CD ** 2 * headOfPressure(pressure, c.water.density), NOZZLE_UP, NOZZLE_ANGLE),
      settled: found.converged,
    };
  });
}

export interface FireRuns {
  readonly tap: TapNode;
  /** m³/s and m³ that the authority names. */ readonly wants: number;
  readonly wantsVolume: number;
  /** m³/s alone, the tanks low; m³ in its tank as it stands over its outlet. */
  readonly flow: number;
  readonly has: number;
  readonly settled: boolean;
}

/** A fire outlet against what the local authority names; undefined where nothing is entered. */
export function fireRuns(c: Compiled, cabin: Cabin, tap: TapNode): FireRuns | undefined {
  if (!tap.fire) return undefined;
  const found = solvePlan(c, optionsOf(c, [tap.id], 'low'));
  const feed = c.nodes.get(cabin.feed)?.plan;
  return {
    tap,
    wants: flowFromLpm(tap.fire.flowLpm),
    wantsVolume: cubicMetres(tap.fire.flowLpm * tap.fire.minutes),
    flow: found.nodes.get(tap.id)?.flow ?? 0,
    has: isStore(feed) ? between(feed, feed.outletM, levelFor(feed, 'start')) : 0,
    settled: found.converged,
  };
}

const between = (tank: StoreNode, from: number, to: number): number => {
  const shape = tankShape(tank.shape, tank.count);
  return Math.max(0, volumeAt(shape, to) - volumeAt(shape, from));
};

/** Share of a tank's water from which a lower tap is worth a word. */
const WORTH = 0.05;
/** Least height of a lower tap over its ground, m. */
const LOWEST = 0.15;

export interface LowerTap {
  /** m³ in the tank that stand under the tap's mouth. */ readonly under: number;
  /** m³ of them that a lower one reaches. */ readonly reaches: number;
  /** m over the ground */ readonly height: number;
  readonly command: Command;
}

/** A second, lower tap on the same line, and the water that it reaches; undefined where the first reaches all. */
export function lowerTap(plan: Plan, cabin: Cabin, tap: TapNode): LowerTap | undefined {
  const feed = plan.nodes.find((n) => n.id === cabin.feed);
  if (!isStore(feed)) return undefined;
  const mouth = tap.groundM + (tap.heightM ?? 0) - floorOf(feed);
  const top = Math.min(mouth, feed.overflowM);
  const under = between(feed, feed.outletM, top);
  const all = between(feed, feed.outletM, feed.overflowM);
  const height = Math.max(LOWEST, floorOf(feed) + feed.outletM - tap.groundM);
  const low = tap.groundM + height - floorOf(feed);
  const reaches = between(feed, Math.max(feed.outletM, low), top);
  if (all <= 0 || reaches < WORTH * all) return undefined;
  return {
    under,
    reaches,
    height,
    command: {
      label: `a lower second tap under ${nameOf(tap)}`,
      recipe: (draft) => {
        const line = draft.lines.find((l) => l.to === tap.id);
        const pipe = plan.lines.find((l) => l.to === tap.id)?.legs.at(-1)?.pipe;
        if (!line || !pipe) return;
        const id = freeId(draft, `${tap.id}-lower`);
        draft.nodes.push({
          ...structuredClone(tap),
          id,
          name: freeName(draft, `${nameOf(tap)}, lower`),
          heightM: Number(height.toFixed(4)),
        });
        draft.lines.push({
          id: freeLineId(draft, id),
          from: tap.id,
          to: id,
          legs: [{ lengthM: 1, endGroundM: tap.groundM, pipe }],
        });
      },
    },
  };
}

/** A small pump where nothing is entered: litres a day, volts, efficiency of pump and motor (common practice, no source). */
export const PUMP = { litresPerDay: 60, volts: 12, efficiency: 0.3, sunHours: 3, panel: 0.7 } as const;

export interface PumpInstead {
  /** m of head that a fixture lacks while it gives what is of use: the pump's lift, and by how much higher the tank would stand. */
  readonly head: number;
  /** m³/s */ readonly flow: number;
  /** W while it runs; s and J a day; A·h a day. */
  readonly power: number;
  readonly time: number;
  readonly energy: number;
  readonly charge: number;
  /** W of a panel in a dull month (three hours of full sun, seven tenths of it kept; assumption). */ readonly panel: number;
  readonly perDay: number;
  readonly volts: number;
  readonly efficiency: number;
}

/**
 * What a small pump would take for a fixture that gravity starves, beside the stand that would do the same. The head that its pipe
 * loses goes with the square of the flow. Undefined where gravity is enough.
 */
export function pumpInstead(c: Compiled, f: FixtureRuns): PumpInstead | undefined {
  if (!f.fixture || !(f.alone > 0)) return undefined;
  const needs = gravityNeeds(f.fixture.row);
  if (f.alonePressure >= needs.pressure && f.alone >= needs.flow) return undefined;
  const density = c.water.density;
  const lost = f.standing - f.mouth - headOfPressure(f.alonePressure, density);
  const head =
    headOfPressure(needs.pressure, density) + Math.max(0, lost) * (needs.flow / f.alone) ** 2 - (f.standing - f.mouth);
  if (head <= 0) return undefined;
  const entry = f.tap.smallPump;
  const perDay = cubicMetres(entry?.litresPerDay ?? PUMP.litresPerDay);
  const volts = entry?.volts ?? PUMP.volts;
  const efficiency = entry?.efficiency ?? PUMP.efficiency;
  const pump = { head, flow: needs.flow, perDay, density, efficiency, volts };
  const energy = pumpEnergy(pump);
  return {
    head,
    flow: needs.flow,
    power: pumpPower(pump),
    time: pumpTime(pump),
    energy,
    charge: pumpCharge(pump),
    panel: energy / (PUMP.panel * seconds(60 * PUMP.sunHours)),
    perDay,
    volts,
    efficiency,
  };
}
