// Commands on the legs of a walk: split, join, turn round, measured readings, rows pasted, a misclosure spread.
import { reverseWalk, spreadMisclosure } from '@vernal-slope/core/survey';
import { stationsOf } from '../positions/index.ts';
import type { Leg, Plan, Survey } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { dropPosition, layLegs, lineOf, riseOf, startGround, tidy } from './beyond.ts';
import { setRise } from './commands.ts';
import { cutEmitters, movedEmitters } from './holes.ts';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Parts a leg at `atM` along it; the rise is shared by length, fittings and entrance stay with the first part, treatment with the second. */
export const splitLeg = (lineId: string, leg: number, atM: number): Command => ({
  label: `leg ${leg + 1}: split`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const old = line.legs[leg];
    if (!(atM > 0 && atM < old.lengthM)) return;
    const start = startGround(plan, line, leg);
    const middle = tidy(start + ((old.endGroundM - start) * atM) / old.lengthM);
    const second: Leg = { ...old, lengthM: tidy(old.lengthM - atM) };
    delete second.fittings;
    delete second.entrance;
    delete second.startChain;
    delete second.survey;
    if (old.emitters) [old.emitters, second.emitters] = cutEmitters(old.emitters, atM);
    const here = stationsOf(plan, line)[leg];
    const share = atM / old.lengthM;
    if (
      here.east !== undefined &&
      here.north !== undefined &&
      old.endEastingM !== undefined &&
      old.endNorthingM !== undefined
    ) {
      old.endEastingM = tidy(here.east + share * (old.endEastingM - here.east));
      old.endNorthingM = tidy(here.north + share * (old.endNorthingM - here.north));
    } else dropPosition(old);
    old.lengthM = tidy(atM);
    old.endGroundM = middle;
    delete old.survey;
    // what the water passes stands at the leg's end
    delete old.treatment;
    delete old.endChain;
    line.legs.splice(leg + 1, 0, second);
  },
});

/** Why two legs cannot be joined; undefined when they can. */
export function joinFault(plan: Plan, lineId: string, leg: number): string | undefined {
  const { legs } = lineOf(plan, lineId);
  if (leg + 1 >= legs.length) return 'there is no leg after this one';
  return same(legs[leg].pipe, legs[leg + 1].pipe) ? undefined : 'the two have different pipes';
}

/** Joins a leg with the next one: lengths, rises and fittings together. Legs of different pipe stay apart. */
export const joinLegs = (lineId: string, leg: number): Command => ({
  label: `leg ${leg + 1}: joined with the next`,
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    if (joinFault(plan, lineId, leg)) return;
    const [first, next] = [line.legs[leg], line.legs[leg + 1]];
    if (next.emitters?.length)
      first.emitters = [...(first.emitters ?? []), ...movedEmitters(next.emitters, first.lengthM)];
    first.lengthM = tidy(first.lengthM + next.lengthM);
    first.endGroundM = next.endGroundM;
    [first.endEastingM, first.endNorthingM] = [next.endEastingM, next.endNorthingM];
    if (next.endEastingM === undefined) dropPosition(first);
    if (next.fittings?.length) first.fittings = [...(first.fittings ?? []), ...next.fittings];
    if (next.endChain) first.endChain = next.endChain;
    else delete first.endChain;
    if (next.treatment?.length) first.treatment = [...(first.treatment ?? []), ...next.treatment];
    const remark = [first.remark, next.remark].filter(Boolean).join('; ');
    if (remark) first.remark = remark;
    if (next.checkValve) first.checkValve = true;
    delete first.survey;
    line.legs.splice(leg + 1, 1);
  },
});

/**
 * Turns a walk round: it was made from the far end. The line keeps its ends; its legs come in the other order and what
 * rose falls. Everything beyond the first leg moves to the heights that follow.
 */
export const reverseLegs = (lineId: string): Command => ({
  label: 'walk turned round',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const entrance = line.legs[0].entrance;
    const turned = reverseWalk(line.legs.map((leg, k) => ({ leg: { ...leg }, rise: riseOf(plan, line, k) })));
    let ground = startGround(plan, line, 0);
    const legs = turned.map(({ leg, rise }): Leg => {
      ground = tidy(ground + rise);
      // where the stations lie is not known for the walk the other way
      dropPosition(leg);
      // what mated one way round is chosen anew
      delete leg.startChain;
      delete leg.endChain;
      return { ...leg, endGroundM: ground };
    });
    delete legs[legs.length - 1].entrance;
    if (entrance) legs[0].entrance = entrance;
    layLegs(plan, line, legs);
  },
});

/** A leg as a reading gives it. */
export interface LegReading {
  readonly lengthM?: number;
  readonly riseM: number;
  readonly survey: Survey;
}

/** Sets rise, length and how it was measured from a reading. */
export const setReading = (lineId: string, leg: number, reading: LegReading): Command => ({
  label: `leg ${leg + 1}: reading`,
  recipe: (plan) => {
    const target = lineOf(plan, lineId).legs[leg];
    if (reading.lengthM !== undefined) target.lengthM = tidy(reading.lengthM);
    target.survey = { ...reading.survey };
    setRise(lineId, leg, tidy(reading.riseM)).recipe(plan);
  },
});

export interface PastedRow {
  readonly lengthM: number;
  readonly riseM: number;
  readonly depthM?: number;
  readonly remark?: string;
  readonly pipe?: string;
  readonly more?: Partial<Leg>;
}

/** A sheet that names pipes says all of its legs; of one that does not, another leg does. */
const saysAll = (row: PastedRow): boolean => row.pipe !== undefined || row.more !== undefined;

const legOfRow = (row: PastedRow, endGroundM: number, like: Leg): Leg => ({
  lengthM: row.lengthM,
  endGroundM,
  ...(saysAll(row) ? {} : { depthM: like.depthM ?? 0 }),
  ...row.more,
  pipe: row.pipe ?? row.more?.pipe ?? like.pipe,
  ...(row.depthM === undefined ? {} : { depthM: row.depthM }),
  ...(row.remark ? { remark: row.remark } : {}),
});

/** Puts rows pasted from a sheet in after leg `after` (−1: at the start), of the same pipe. */
export const pasteLegs = (lineId: string, after: number, rows: readonly PastedRow[]): Command => ({
  label: `${rows.length} legs pasted`,
  recipe: (plan) => {
    if (rows.length === 0) return;
    const line = lineOf(plan, lineId);
    const like = line.legs[Math.max(0, after)];
    let ground = startGround(plan, line, after + 1);
    const made = rows.map((row): Leg => {
      ground = tidy(ground + row.riseM);
      const leg = legOfRow(row, ground, like);
      // only a line's first leg has an entrance, and only its ends are joined to places
      delete leg.entrance;
      delete leg.startChain;
      delete leg.endChain;
      return leg;
    });
    const by = tidy(rows.reduce((sum, r) => sum + r.riseM, 0));
    // the entrance belongs to whichever leg is first
    if (after < 0 && like.entrance) {
      made[0].entrance = like.entrance;
      delete like.entrance;
    }
    const rest = line.legs.slice(after + 1);
    for (const leg of rest) leg.endGroundM = tidy(leg.endGroundM + by);
    layLegs(plan, line, [...line.legs.slice(0, after + 1), ...made, ...rest]);
  },
});

/** Spreads a misclosure (walked less known, m) over the legs by length and puts the end on the known height. */
export const spreadOverLegs = (lineId: string, misclosure: number): Command => ({
  label: 'misclosure spread',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    const rises = spreadMisclosure(
      line.legs.map((leg, k) => ({ length: leg.lengthM, rise: riseOf(plan, line, k) })),
      misclosure,
    );
    let ground = startGround(plan, line, 0);
    const legs = line.legs.map((leg, k): Leg => {
      ground = tidy(ground + rises[k]);
      return { ...leg, endGroundM: ground };
    });
    layLegs(plan, line, legs);
  },
});

/** What a track gives a line: legs with heights and positions. */
export interface WalkedTrack {
  readonly startGroundM: number;
  readonly origin: { readonly latitudeDeg: number; readonly longitudeDeg: number };
  readonly start: { readonly eastingM: number; readonly northingM: number };
  readonly legs: readonly {
    readonly lengthM: number;
    readonly endGroundM: number;
    readonly eastingM: number;
    readonly northingM: number;
    readonly survey: Survey;
  }[];
}

/**
 * Puts the legs of a track in place of a line's own: rises as the track has them, counted from the ground where the
 * line starts; pipe and depth as the line's first leg has them.
 */
export const legsFromTrack = (lineId: string, track: WalkedTrack): Command => ({
  label: `${track.legs.length} legs from a track`,
  recipe: (plan) => {
    if (track.legs.length === 0) return;
    const line = lineOf(plan, lineId);
    const [like] = line.legs;
    const start = plan.nodes.find((n) => n.id === line.from);
    const end = plan.nodes.find((n) => n.id === line.to);
    const shift = (start?.groundM ?? track.startGroundM) - track.startGroundM;
    const legs = track.legs.map((leg, k): Leg => ({
      lengthM: leg.lengthM,
      endGroundM: tidy(leg.endGroundM + shift),
      endEastingM: leg.eastingM,
      endNorthingM: leg.northingM,
      pipe: like.pipe,
      depthM: like.depthM ?? 0,
      survey: { ...leg.survey },
      ...(k === 0 && like.entrance ? { entrance: like.entrance } : {}),
    }));
    const site = (plan.site ??= {});
    site.originLatitudeDeg ??= track.origin.latitudeDeg;
    site.originLongitudeDeg ??= track.origin.longitudeDeg;
    if (start) [start.eastingM, start.northingM] = [track.start.eastingM, track.start.northingM];
    const last = track.legs[track.legs.length - 1];
    layLegs(plan, line, legs);
    if (end) [end.eastingM, end.northingM] = [last.eastingM, last.northingM];
  },
});

/** Puts rows of a sheet in place of all legs of a line. */
export const legsFromRows = (lineId: string, rows: readonly PastedRow[]): Command => ({
  label: `${rows.length} legs from a sheet`,
  recipe: (plan) => {
    if (rows.length === 0) return;
    const line = lineOf(plan, lineId);
    const [like] = line.legs;
    let ground = startGround(plan, line, 0);
    const legs = rows.map((row, k): Leg => {
      ground = tidy(ground + row.riseM);
      const leg = legOfRow(row, ground, like);
      if (k === 0 && like.entrance && !saysAll(row)) leg.entrance = like.entrance;
      return leg;
    });
    layLegs(plan, line, legs);
  },
});
