// Commands on rails of drinkers.
import { findDrinker } from '../catalogue/index.ts';
import type { Command } from '../edit/index.ts';
import { freeId, freeLineId, freeName } from '../edit/index.ts';
import type { Emitter, Leg, Plan } from '../schema/index.ts';
import type { Drinkers, RailPlot } from './rail.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

/** A drinker of a kind as an emitter: what its table says, by the square root. */
function emitterOf(kind: string, places: Pick<Emitter, 'firstAtM' | 'spacingM' | 'count' | 'atM'>): Emitter {
  const row = findDrinker(kind);
  return {
    type: 'rated',
    ratedFlowLpm: row?.most.lpm ?? 0.1,
    ratedPressureKPa: row?.most.kPa ?? 10,
    exponent: 0.5,
    ...(row ? { minimumPressureKPa: row.least.kPa } : {}),
    ...places,
  };
}

/** Changes what is said of a rail's drinkers and of who drinks from them. */
export const changeDrinkers = (rail: string, label: string, change: (d: Drinkers) => void): Command => ({
  label,
  recipe: (plan) => {
    const d = plan.plots?.find((p) => p.id === rail)?.drinkers;
    if (d) change(d);
  },
});

const legsOf = (plan: Plan, rail: string): Leg[] => {
  const lines = plan.plots?.find((p) => p.id === rail)?.lines ?? [];
  return plan.lines.filter((l) => lines.includes(l.id)).flatMap((l) => l.legs);
};

/** Drinkers of another kind in the same places. */
export const setDrinkerKind = (rail: string, kind: string, label: string): Command => ({
  label,
  recipe: (plan) => {
    const d = plan.plots?.find((p) => p.id === rail)?.drinkers;
    if (!d) return;
    d.kind = kind;
    for (const leg of legsOf(plan, rail))
      leg.emitters?.forEach((e, k, list) => {
        const { atM, firstAtM, spacingM, count, shut, heightM } = e;
        const places = atM ? { atM: [...atM] } : { firstAtM, spacingM, count };
        list[k] = {
          ...emitterOf(kind, {}),
          ...(Object.fromEntries(
            Object.entries({ ...places, shut: shut && [...shut], heightM }).filter(([, v]) => v !== undefined),
          ) as object),
        };
      });
  },
});

/** Drinkers along each of a rail's pipes, so many at so much from each other, the first half as far from its start. */
export const respaceRail = (rail: string, spacingM: number): Command => ({
  label: 'drinkers along the rail',
  recipe: (plan) => {
    const kind = plan.plots?.find((p) => p.id === rail)?.drinkers?.kind ?? '';
    for (const leg of legsOf(plan, rail)) {
      if (!leg.emitters?.length) continue;
      const count = Math.max(1, Math.floor(leg.lengthM / spacingM + 1e-9));
      leg.emitters = [
        emitterOf(kind, { firstAtM: tidy(Math.min(spacingM / 2, leg.lengthM)), spacingM: tidy(spacingM), count }),
      ];
    }
  },
});

/** Hangs one of a rail's pipes so high over the ground. */
export const hangPipe = (line: string, height: number): Command => ({
  label: 'height of the rail',
  recipe: (plan) => {
    for (const l of plan.lines) if (l.id === line) for (const leg of l.legs) leg.depthM = tidy(-height);
  },
});

/** How far the floor falls along a rail's pipe, m: its end goes with it. */
export const fallPipe = (line: string, fall: number): Command => ({
  label: 'fall of the floor',
  recipe: (plan) => {
    const l = plan.lines.find((one) => one.id === line);
    const start = plan.nodes.find((n) => n.id === l?.from)?.groundM;
    if (!l || start === undefined) return;
    const last = l.legs[l.legs.length - 1];
    const before = l.legs.length > 1 ? l.legs[l.legs.length - 2].endGroundM : start;
    last.endGroundM = tidy(before - fall);
    const end = plan.nodes.find((n) => n.id === l.to);
    if (end) end.groundM = last.endGroundM;
  },
});

export interface RailMade {
  /** Heights over the ground at which rails hang, one above the other, m, and the floors under them. */
  readonly heights: readonly number[];
  readonly floors?: readonly number[];
  /** m */ readonly lengthM: number;
  /** m by which the floor falls along it */ readonly fallsM?: number;
  readonly drinkers: number;
  readonly kind: string;
  readonly animal: string;
  readonly heads: number;
  /** m that the bucket stands over the floor */ readonly standM: number;
  readonly pipe: Leg['pipe'];
  /** Filled from the place that the rail is added at; by hand where that is left out. */ readonly fed: boolean;
}

/** A bucket with one rail or several under it: a down pipe, a tee at each height, the rails falling a little. */
export function addRail(
  plan: Plan,
  from: string | undefined,
  name: string,
  made: RailMade,
): Command & { readonly rail: string } {
  const id = freeId(plan, 'rail');
  return {
    label: name,
    rail: id,
    recipe: (draft) => {
      const at = draft.nodes.find((n) => n.id === from);
      const ground = at?.groundM ?? 100;
      const bucket = freeId(draft, 'bucket');
      const plots = new Set((draft.plots ?? []).map((p) => p.name));
      let called = name;
      for (let k = 2; plots.has(called); k++) called = `${name} ${k}`;
      const fed = made.fed && at !== undefined;
      draft.nodes.push({
        id: bucket,
        kind: 'tank',
        name: freeName(draft, `${called}: bucket`),
        groundM: ground,
        standM: made.standM,
        shape: { type: 'vertical-cylinder', diameterM: 0.28, heightM: 0.36 },
        outletM: 0.05,
        overflowM: 0.32,
        startLevelM: 0.28,
        ...(fed
          ? {
              inlet: {
                at: 'top',
                heightM: 0.34,
                floatValve: {
                  type: 'mini-bucket',
                  seatMm: 2.5,
                  dischargeCoefficient: 0.62,
                  characteristic: 'proportional',
                  closeLevelM: 0.28,
                  bandM: 0.015,
                },
              },
            }
          : {}),
      });
      if (fed && from !== undefined)
        draft.lines.push({
          id: freeLineId(draft, `${bucket}-feed`),
          name: `${called}: feed`,
          from,
          to: bucket,
          legs: [{ lengthM: 10, endGroundM: ground, pipe: 'astm-d2239-sidr15/1/2', depthM: 0 }],
        });
      const lines: string[] = [];
      // each rail has a drop of its own from the bucket: none takes from another
      made.heights.forEach((height, k) => {
        const end = freeId(draft, `${id}-end`);
        const far = tidy(ground - (made.fallsM ?? 0));
        const word = made.heights.length === 1 ? '' : `, rail ${k + 1}`;
        draft.nodes.push({ id: end, kind: 'junction', name: `${called}${word}, its end`, groundM: far });
        const line = freeLineId(draft, `${id}-line`);
        const spacing = made.lengthM / made.drinkers;
        draft.lines.push({
          id: line,
          name: `${called}${word}`,
          from: bucket,
          to: end,
          legs: [
            { lengthM: 1, endGroundM: ground, pipe: made.pipe, depthM: -height },
            {
              lengthM: made.lengthM,
              endGroundM: far,
              pipe: made.pipe,
              depthM: -height,
              emitters: [
                emitterOf(made.kind, { firstAtM: tidy(spacing / 2), spacingM: tidy(spacing), count: made.drinkers }),
              ],
            },
          ],
        });
        lines.push(line);
      });
      const drinkers: RailPlot['drinkers'] = {
        kind: made.kind,
        animal: made.animal,
        heads: made.heads,
        ...(made.floors ? { floorsM: [...made.floors] } : {}),
        flush: true,
        vented: true,
      };
      (draft.plots ??= []).push({ id, name: called, lines, drinkers });
    },
  };
}
