// Commands on plots and wicking beds: holes, loops, rows, chains.
import { EMITTER_ROWS, type EmitterRow } from '../catalogue/index.ts';
import { emitterPlaces, MOST_EMITTERS, type Emitter } from '../fields/index.ts';
import { partOf } from './holes.ts';
import type { BedNode, Leg, Line, Plan, Plot } from '../schema/index.ts';
import { isBed } from '../kinds/index.ts';
import type { Command } from './apply.ts';
import { dropPosition, lineOf, nodeOf, tidy } from './beyond.ts';
import { changeNode } from './commands.ts';
import { freeLineId, freeName } from './places.ts';
import { freeId } from './sources.ts';

const plotOf = (plan: Plan, id: string): Plot | undefined => plan.plots?.find((p) => p.id === id);
const linesOf = (plan: Plan, plot: string): Line[] =>
  (plotOf(plan, plot)?.lines ?? []).flatMap((id) => plan.lines.find((l) => l.id === id) ?? []);

/** Changes a plot. */
export const changePlot = (id: string, label: string, change: (plot: Plot) => void): Command => ({
  label,
  recipe: (plan) => {
    const plot = plotOf(plan, id);
    if (plot) change(plot);
  },
});

/** Some holes of a plot: those of one kind of plant, or of one row. */
export interface HoleGroup {
  readonly plant?: string;
  readonly line?: string;
  readonly leg?: number;
}

/** Groups of a plot's holes that may have drills of their own: by what is planted, else by row; none where all is one. */
export function holeGroups(plan: Plan, plot: string): HoleGroup[] {
  const rows = linesOf(plan, plot).flatMap((line) =>
    line.legs.flatMap((leg, k) =>
      (leg.emitters ?? []).some((e) => e.type === 'hole') ? [{ line: line.id, leg: k, on: leg }] : [],
    ),
  );
  const plants = new Set(
    rows.flatMap((r) => (r.on.emitters ?? []).flatMap((e) => (e.type === 'hole' ? [e.plant ?? ''] : []))),
  );
  if (plants.size > 1) return [...plants].map((plant) => ({ plant }));
  return rows.length > 1 ? rows.map(({ line, leg }) => ({ line, leg })) : [];
}

/** Holes of another drill in all of a plot, or in one group of them; emitters that are no holes stay. */
export const setPlotHole = (plot: string, diameterMm: number, label: string, group: HoleGroup = {}): Command =>
  setGroupHoles(plot, [{ group, diameterMm }], label);

/** Holes of other drills, group by group. */
export const setGroupHoles = (
  plot: string,
  groups: readonly { readonly group: HoleGroup; readonly diameterMm: number }[],
  label: string,
): Command => ({
  label,
  recipe: (plan) => {
    for (const { group, diameterMm } of groups)
      for (const line of linesOf(plan, plot))
        line.legs.forEach((leg, k) => {
          if ((group.line !== undefined && group.line !== line.id) || (group.leg !== undefined && group.leg !== k))
            return;
          for (const e of leg.emitters ?? [])
            if (e.type === 'hole' && (group.plant === undefined || (e.plant ?? '') === group.plant))
              e.diameterMm = diameterMm;
        });
  },
});

/** What is planted along one row. */
export const setRowPlant = (lineId: string, leg: number, plant: string): Command => ({
  label: 'what is planted in a row',
  recipe: (plan) => {
    for (const e of lineOf(plan, lineId).legs[leg].emitters ?? [])
      if (plant) e.plant = plant;
      else delete e.plant;
  },
});

/** Moves one hole along its pipe, to so many metres from where its leg begins; no farther than the leg's ends. */
export const moveHole = (lineId: string, leg: number, entry: number, k: number, atM: number): Command => ({
  label: 'a hole moved along its pipe',
  recipe: (plan) => {
    const on = lineOf(plan, lineId).legs[leg];
    const e = on.emitters?.at(entry);
    if (!e) return;
    const places = emitterPlaces(e).map(tidy);
    if (k >= places.length) return;
    places[k] = tidy(Math.min(on.lengthM, Math.max(0, atM)));
    e.atM = places;
    delete e.firstAtM;
    delete e.spacingM;
    delete e.count;
  },
});

const ratedOfRow = (row: EmitterRow): number => Number((row.litresPerHour / 60).toFixed(9));

/** The row of the catalogue that an emitter was taken from; undefined for a hole and for one of its own. */
export const emitterRowOf = (e: Emitter): EmitterRow | undefined =>
  e.type === 'hole'
    ? undefined
    : EMITTER_ROWS.find(
        (r) => ratedOfRow(r) === e.ratedFlowLpm && r.exponent === e.exponent && r.kPa === e.ratedPressureKPa,
      );

/** What stands along the rows of a plot: an emitter of the catalogue in the place of each hole, at its own spacing for a hose. */
export const setPlotEmitters = (plot: string, row: EmitterRow): Command => ({
  label: row.name,
  recipe: (plan) => {
    for (const line of linesOf(plan, plot))
      for (const leg of line.legs) {
        const first = leg.emitters?.at(0);
        if (!leg.emitters || !first) continue;
        const closer = row.spacing < USUAL_SPACING;
        const { plant, perPlant, heightM, atM, firstAtM, spacingM, count } = first;
        const places = closer
          ? {
              firstAtM: tidy(row.spacing / 2),
              spacingM: row.spacing,
              count: Math.max(1, Math.min(MOST_EMITTERS, Math.floor(leg.lengthM / row.spacing + 1e-9))),
            }
          : atM
            ? { atM: [...atM] }
            : { firstAtM, spacingM, count };
        leg.emitters = [
          {
            type: 'rated',
            ratedFlowLpm: ratedOfRow(row),
            ratedPressureKPa: row.kPa,
            exponent: row.exponent,
            ...(row.compensatingFrom === undefined ? {} : { compensatingFromKPa: row.compensatingFrom }),
            minimumPressureKPa: row.leastKPa,
            manufacturingCv: row.cv,
            ...(Object.fromEntries(
              Object.entries({ ...places, plant, perPlant, heightM }).filter(([, v]) => v !== undefined),
            ) as object),
          },
        ];
      }
  },
});
/** Spacing of emitters that are none of a hose, m. */
const USUAL_SPACING = 0.3;

/** Drilled holes in the place of whatever stands along the rows. */
export const setPlotDrilled = (plot: string, diameterMm: number): Command => ({
  label: 'drilled holes',
  recipe: (plan) => {
    for (const line of linesOf(plan, plot))
      for (const leg of line.legs)
        leg.emitters?.forEach((e, k, list) => {
          if (e.type === 'hole') return;
          const { plant, perPlant, heightM, atM, firstAtM, spacingM, count } = e;
          list[k] = {
            type: 'hole',
            diameterMm,
            ...(Object.fromEntries(
              Object.entries({ atM: atM && [...atM], firstAtM, spacingM, count, plant, perPlant, heightM }).filter(
                ([, v]) => v !== undefined,
              ),
            ) as object),
          };
        });
  },
});

/** Tapes a hole over, or opens it again. */
export const toggleHole = (lineId: string, leg: number, entry: number, k: number): Command => ({
  label: 'a hole taped over or opened',
  recipe: (plan) => {
    const e = lineOf(plan, lineId).legs[leg].emitters?.at(entry);
    if (!e) return;
    const shut = new Set(e.shut ?? []);
    if (!shut.delete(k)) shut.add(k);
    if (shut.size > 0) e.shut = [...shut].sort((a, b) => a - b);
    else delete e.shut;
  },
});

/** Gives one plant a hole of its own: it leaves its row's entry and becomes an entry by itself. */
export const setOneHole = (lineId: string, leg: number, entry: number, k: number, diameterMm: number): Command => ({
  label: 'one plant’s hole',
  recipe: (plan) => {
    const list = lineOf(plan, lineId).legs[leg].emitters;
    const e = list?.at(entry);
    if (!list || e?.type !== 'hole') return;
    const places = emitterPlaces(e);
    if (places.length === 1) {
      e.diameterMm = diameterMm;
      return;
    }
    const others = places.filter((_, n) => n !== k);
    const shut = (e.shut ?? []).filter((n) => n !== k).map((n) => (n > k ? n - 1 : n));
    const own: Emitter = { ...e, diameterMm, atM: [tidy(places[k])] };
    delete own.shut;
    for (const one of [e, own]) {
      delete one.firstAtM;
      delete one.spacingM;
      delete one.count;
    }
    e.atM = others.map(tidy);
    if (shut.length > 0) e.shut = shut;
    else delete e.shut;
    list.push(own);
  },
});

/** Whether a line ends at a place that nothing leaves. */
export const endsDead = (plan: Plan, line: Line): boolean =>
  plan.nodes.find((n) => n.id === line.to)?.kind === 'junction' &&
  plan.lines.filter((l) => l.from === line.to || l.to === line.to).length === 1;

/** Closes a lateral to a loop: a second pipe of its kind leads from where it begins to its dead end. */
export const closeLoop = (lineId: string, lengthM: number): Command => ({
  label: 'the end led back to the start',
  recipe: (plan) => {
    const line = lineOf(plan, lineId);
    if (!endsDead(plan, line)) return;
    const last = line.legs[line.legs.length - 1];
    const rise = Math.abs(nodeOf(plan, line.from).groundM - last.endGroundM);
    plan.lines.push({
      id: freeLineId(plan, `${line.id}-back`),
      name: `${line.name ?? line.id}, back`,
      from: line.from,
      to: line.to,
      legs: [
        {
          lengthM: tidy(Math.max(lengthM, rise)),
          endGroundM: last.endGroundM,
          pipe: typeof last.pipe === 'string' ? last.pipe : { ...last.pipe },
          depthM: last.depthM ?? 0,
        },
      ],
    });
  },
});

/** Pipe (m) that leads the end of a lateral back: a step where it has come back by itself, else as long as it lies away. */
export function wayBack(line: Line): number {
  const rows = line.legs.filter((l) => (l.emitters ?? []).length > 0);
  return rows.length > 0 && rows.length % 2 === 0
    ? line.legs.filter((l) => (l.emitters ?? []).length === 0).reduce((sum, l) => sum + l.lengthM, 0) || STEP_BACK
    : line.legs.reduce((sum, l) => sum + l.lengthM, 0);
}
/** Between two rows where nothing is said, m (assumption). */
const STEP_BACK = 1;

/** Leads every dead end of a plot back to where its line begins. */
export const closeLoops = (plot: string): Command => ({
  label: 'ends led back to the start',
  recipe: (plan) => {
    for (const line of linesOf(plan, plot)) if (endsDead(plan, line)) closeLoop(line.id, wayBack(line)).recipe(plan);
  },
});

/** Joins the dead ends of two laterals of one header by a piece of pipe: both are fed from both ends. */
export const joinDeadEnds = (oneId: string, otherId: string, lengthM: number): Command => ({
  label: 'two ends joined',
  recipe: (plan) => {
    const [one, other] = [lineOf(plan, oneId), lineOf(plan, otherId)];
    if (!endsDead(plan, one) || !endsDead(plan, other)) return;
    const last = one.legs[one.legs.length - 1];
    const ground = nodeOf(plan, other.to).groundM;
    plan.lines.push({
      id: freeLineId(plan, `${one.id}-${other.id}`),
      name: `${one.name ?? one.id} to ${other.name ?? other.id}`,
      from: one.to,
      to: other.to,
      legs: [
        {
          lengthM: tidy(Math.max(lengthM, Math.abs(ground - nodeOf(plan, one.to).groundM))),
          endGroundM: ground,
          pipe: typeof last.pipe === 'string' ? last.pipe : { ...last.pipe },
          depthM: last.depthM ?? 0,
        },
      ],
    });
  },
});

/** Cuts every row of one leg in a plot into runs, each fed from the start by a pipe of its own without holes. */
export const splitRun = (plot: string, runs: number): Command => ({
  label: `rows cut into ${runs} runs`,
  recipe: (plan) => {
    const own = plotOf(plan, plot);
    if (!own || runs < 2) return;
    for (const line of linesOf(plan, plot)) {
      if (line.legs.length !== 1 || !endsDead(plan, line)) continue;
      const [leg] = line.legs;
      const start = nodeOf(plan, line.from).groundM;
      const part = leg.lengthM / runs;
      const groundAt = (x: number): number => tidy(start + ((leg.endGroundM - start) * x) / leg.lengthM);
      for (let k = 1; k < runs; k++) {
        const feed: Leg = { ...leg, lengthM: tidy(part * k), endGroundM: groundAt(part * k) };
        delete feed.emitters;
        dropPosition(feed);
        const run: Leg = {
          ...leg,
          lengthM: tidy(part),
          endGroundM: groundAt(part * (k + 1)),
          emitters: (leg.emitters ?? []).flatMap(
            (e) => partOf(e, part * k, k === runs - 1 ? Infinity : part * (k + 1), part * k) ?? [],
          ),
        };
        delete run.fittings;
        delete run.treatment;
        delete run.startChain;
        delete run.endChain;
        delete run.entrance;
        dropPosition(run);
        const end = freeId(plan, `${line.id}-end`);
        plan.nodes.push({ id: end, kind: 'junction', groundM: run.endGroundM });
        const id = freeLineId(plan, `${line.id}-run`);
        plan.lines.push({ id, from: line.from, to: end, legs: [feed, run] });
        own.lines.push(id);
      }
      leg.emitters = (leg.emitters ?? []).flatMap((e) => partOf(e, -Infinity, part, 0) ?? []);
      leg.lengthM = tidy(part);
      leg.endGroundM = groundAt(part);
      dropPosition(leg);
      const end = plan.nodes.find((n) => n.id === line.to);
      if (end) {
        end.groundM = leg.endGroundM;
        delete end.eastingM;
        delete end.northingM;
      }
    }
  },
});

export interface RowsMade {
  readonly rows: number;
  /** m */ readonly lengthM: number;
  readonly spacingM: number;
  readonly diameterMm: number;
  readonly pipe: Leg['pipe'];
  readonly plant?: string;
  /** Two rows each closed to a loop; a single row bent to a ring. */
  readonly loop?: boolean;
  /** m */ readonly betweenM?: number;
}

/** Rows of holes off a place that lines may leave, as a plot of their own. */
export function addRows(plan: Plan, from: string, name: string, made: RowsMade): Command & { readonly plot: string } {
  const id = freeId(plan, 'rows');
  return {
    label: name,
    plot: id,
    recipe: (draft) => {
      const at = nodeOf(draft, from);
      const count = Math.max(1, Math.floor(made.lengthM / made.spacingM + 1e-9));
      const lines: string[] = [];
      for (let k = 0; k < made.rows; k++) {
        const end = freeId(draft, `${id}-end`);
        draft.nodes.push({ id: end, kind: 'junction', name: `${name}, end of row ${k + 1}`, groundM: at.groundM });
        const line = freeLineId(draft, `${id}-row`);
        draft.lines.push({
          id: line,
          name: made.rows === 1 ? name : `${name}, row ${k + 1}`,
          from,
          to: end,
          legs: [
            {
              lengthM: made.lengthM,
              endGroundM: at.groundM,
              pipe: made.pipe,
              depthM: 0,
              emitters: [
                {
                  type: 'hole',
                  diameterMm: made.diameterMm,
                  firstAtM: tidy(made.spacingM / 2),
                  spacingM: made.spacingM,
                  count,
                  ...(made.plant ? { plant: made.plant } : {}),
                },
              ],
            },
          ],
        });
        lines.push(line);
      }
      (draft.plots ??= []).push({ id, name, lines, draws: [{ at: '05:30', durationMin: 30 }] });
      if (!made.loop) return;
      const between = made.betweenM ?? 1;
      if (made.rows === 1) closeLoop(lines[0], between).recipe(draft);
      for (let k = 0; k + 1 < made.rows; k += 2) joinDeadEnds(lines[k], lines[k + 1], between).recipe(draft);
    },
  };
}

export interface BedsMade {
  readonly beds: number;
  readonly shape: BedNode['shape'];
  readonly reservoir: BedNode['reservoir'];
  readonly joinM: number;
  readonly overflowM: number;
  /** Hose between them: bore, mm, and length, m. */
  readonly hoseMm: number;
  readonly hoseM: number;
}

/** A chain of beds with a float bucket, filled from a place that lines may leave. */
export function addBeds(plan: Plan, from: string, name: string, made: BedsMade): Command & { readonly bucket: string } {
  const bucket = freeId(plan, 'bucket');
  return {
    label: name,
    bucket,
    recipe: (draft) => {
      const at = nodeOf(draft, from);
      const ground = tidy(at.groundM - 1);
      const wants = made.reservoir.heightM + 0.013;
      draft.nodes.push({
        id: bucket,
        kind: 'tank',
        name: freeName(draft, `${name}: bucket`),
        groundM: ground,
        standM: 0,
        shape: { type: 'vertical-cylinder', diameterM: 0.3, heightM: 0.4 },
        outletM: made.joinM,
        overflowM: tidy(wants + 0.04),
        overflowPipe: { insideDiameterMm: 25, dropM: 0.1 },
        startLevelM: tidy(wants),
        inlet: {
          at: 'top',
          heightM: 0.38,
          floatValve: {
            type: 'mini-bucket',
            seatMm: 2.5,
            dischargeCoefficient: 0.62,
            characteristic: 'proportional',
            closeLevelM: tidy(wants),
            bandM: 0.015,
          },
        },
      });
      const hose = { insideDiameterMm: made.hoseMm };
      draft.lines.push({
        id: freeLineId(draft, `${bucket}-feed`),
        name: `${name}: feed`,
        from,
        to: bucket,
        legs: [{ lengthM: 10, endGroundM: ground, pipe: 'astm-d2239-sidr15/1/2', depthM: 0 }],
      });
      let before = bucket;
      for (let k = 0; k < made.beds; k++) {
        const id = freeId(draft, 'bed');
        draft.nodes.push({
          id,
          kind: 'bed',
          name: freeName(draft, made.beds === 1 ? name : `Bed ${k + 1}`),
          groundM: ground,
          baseM: 0,
          shape: { ...made.shape },
          reservoir: { ...made.reservoir },
          joinM: made.joinM,
          overflowM: made.overflowM,
        });
        draft.lines.push({
          id: freeLineId(draft, `${before}-${id}`),
          from: before,
          to: id,
          legs: [{ lengthM: made.hoseM, endGroundM: ground, pipe: hose, depthM: 0 }],
        });
        before = id;
      }
    },
  };
}

/** Changes a bed. */
export const changeBed = (id: string, label: string, change: (bed: BedNode) => void): Command =>
  changeNode(id, isBed, label, change);

/** Changes beds alike: what a stick on any of them tells of all. */
export const changeBeds = (ids: readonly string[], label: string, change: (bed: BedNode) => void): Command => ({
  label,
  recipe: (plan) => {
    for (const node of plan.nodes) if (isBed(node) && ids.includes(node.id)) change(node);
  },
});
