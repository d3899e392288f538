// Commands on treatment: sand put into a line, elements put into a leg.
import { floorOf, flowFromLpm, LOW_WATER } from '../compile/index.ts';
import { mPerHOfSpeed } from '../fields/index.ts';
import { changeNode, freeId, freeLineId, freeName, type Command } from '../edit/index.ts';
import { isStore, nameOf } from '../kinds/index.ts';
import type { Filter, Leg, Plan, PlanNode, StoreNode, Treatment } from '../schema/index.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

export const changeFilter = (id: string, label: string, change: (filter: Filter, node: StoreNode) => void): Command =>
  changeNode(id, isStore, label, (n) => {
    if (n.filter) change(n.filter, n);
  });

/** Puts an element at the end of a leg, after those that are there. */
export const addElement = (line: string, leg: number, kind: string, label: string): Command => ({
  label,
  recipe: (plan) => {
    const on = plan.lines.find((l) => l.id === line)?.legs[leg];
    if (on) (on.treatment ??= []).push({ kind });
  },
});

export const changeElement = (
  line: string,
  leg: number,
  entry: number,
  label: string,
  change: (t: Treatment) => void,
): Command => ({
  label,
  recipe: (plan) => {
    const t = plan.lines.find((l) => l.id === line)?.legs[leg]?.treatment?.at(entry);
    if (t) change(t);
  },
});

export const takeOutElement = (line: string, leg: number, entry: number): Command => ({
  label: 'element taken out',
  recipe: (plan) => {
    const on = plan.lines.find((l) => l.id === line)?.legs[leg];
    on?.treatment?.splice(entry, 1);
    if (on?.treatment?.length === 0) delete on.treatment;
  },
});

/** A filter and the clean tank under its spill. Lengths in m. */
export interface FilterMade {
  readonly kind: Filter['kind'];
  /** Side or diameter of the filter, and its height. */ readonly side: number;
  readonly round: boolean;
  readonly height: number;
  readonly depth: number;
  /** Gravel under the sand, film over it. */ readonly gravel: number;
  readonly film: number;
  readonly grainMm: number;
  /** Of the clean tank: diameter and height. */ readonly clean: { readonly diameter: number; readonly height: number };
}

/** Least fall from the spill into the clean tank, and over the rim of the filter for its float, m. */
const FALL = 0.05;
const RIM = 0.04;

/** Heights of a filter of its own, over its floor. */
const heightsOf = (m: FilterMade) => {
  const sand = m.gravel + m.depth;
  const overflow = m.height - RIM;
  return { sand, spill: sand + m.film, overflow, shut: overflow - 0.03, inlet: m.height - 0.01 };
};

/** What of a line's fall a filter takes, from the water in it to that in its clean tank when that is low, m. */
export const filterDrop = (m: FilterMade): number => {
  const h = heightsOf(m);
  return h.inlet - h.spill + FALL + m.clean.height - CLEAN_OUTLET - LOW_WATER;
};
const CLEAN_OUTLET = 0.04;
/** Wide enough for all that the sand gives under the little fall that there is, mm. */
const CLEAN_SEAT = 8;

/**
 * A filter before a tap: the line ends at the filter's float, over its spill the clean tank fills, and from there a short pipe goes to
 * the tap. Heights follow from the tap upwards: the clean tank's foot stands `over` metres above the tap's mouth.
 */
export function filterBefore(
  plan: Plan,
  tapId: string,
  made: FilterMade,
  over: number,
): (Command & { filter: string }) | undefined {
  const tap = plan.nodes.find((n) => n.id === tapId);
  const line = plan.lines.find((l) => l.to === tapId);
  if (!tap || !line || tap.kind !== 'outlet') return undefined;
  const id = freeId(plan, 'filter');
  const { pipe } = line.legs[line.legs.length - 1];
  const h = heightsOf(made);
  const clean = tidy((tap.heightM ?? 0) + over - CLEAN_OUTLET);
  const stand = tidy(Math.max(0, clean + made.clean.height + FALL - h.spill));
  return {
    label: `a filter before ${nameOf(tap)}`,
    filter: id,
    recipe: (draft) => {
      const into = draft.lines.find((l) => l.id === line.id);
      if (!into) return;
      into.to = id;
      draft.nodes.push(filterNode(draft, id, tap, made, stand));
      const tank = freeId(draft, 'clean');
      draft.nodes.push({
        id: tank,
        kind: 'tank',
        name: freeName(draft, 'Clean tank'),
        groundM: tap.groundM,
        standM: Math.max(0, clean),
        shape: { type: 'vertical-cylinder', diameterM: made.clean.diameter, heightM: made.clean.height },
        outletM: CLEAN_OUTLET,
        overflowM: tidy(made.clean.height - 0.02),
        startLevelM: tidy(made.clean.height / 2),
        inlet: {
          at: 'top',
          heightM: made.clean.height,
          // shut, the water stands back over the sand, and the filter's own float shuts in turn
          floatValve: {
            type: 'mini-bucket',
            seatMm: CLEAN_SEAT,
            dischargeCoefficient: 0.62,
            characteristic: 'proportional',
            closeLevelM: tidy(made.clean.height - 0.04),
            bandM: 0.03,
          },
        },
      });
      const short = (key: string, from: string, to: string, lengthM: number): void => {
        const leg: Leg = { lengthM, endGroundM: tap.groundM, pipe: structuredClone(pipe) };
        draft.lines.push({ id: freeLineId(draft, key), from, to, legs: [leg] });
      };
      short(`${id}-spill`, id, tank, 1);
      short(`${id}-tap`, tank, tapId, Math.max(1, tidy(Math.max(0, clean) - (tap.heightM ?? 0))));
    },
  };
}

function filterNode(plan: Plan, id: string, at: PlanNode, made: FilterMade, standM: number): StoreNode {
  const h = heightsOf(made);
  return {
    id,
    kind: 'tank',
    name: freeName(plan, made.kind === 'bio-sand' ? 'Bio-sand filter' : 'Slow sand filter'),
    groundM: at.groundM,
    standM,
    shape: made.round
      ? { type: 'vertical-cylinder', diameterM: made.side, heightM: made.height }
      : { type: 'box', lengthM: made.side, widthM: made.side, heightM: made.height },
    outletM: tidy(h.spill),
    overflowM: tidy(h.overflow),
    startLevelM: tidy(h.shut),
    inlet: {
      at: 'top',
      heightM: tidy(h.inlet),
      floatValve: {
        type: 'mini-bucket',
        seatMm: 3,
        dischargeCoefficient: 0.62,
        characteristic: 'proportional',
        closeLevelM: tidy(h.shut),
        bandM: 0.03,
      },
    },
    filter: { kind: made.kind, sandM: tidy(h.sand), depthM: made.depth, grainMm: made.grainMm },
  };
}

/** Leads the outlet up so that so much water stays over the sand, m. */
export const setFilm = (id: string, film: number): Command =>
  changeFilter(id, 'height of the spill', (f, n) => {
    n.outletM = tidy(f.sandM + film);
  });

/** m above datum at which a filter's spill lies. */
export const spillOf = (n: StoreNode): number => floorOf(n) + n.outletM;

/** What the sand was found to let through with the water at its highest, L/min: its conductivity follows. */
export const setMeasuredFlow = (id: string, lpm: number, of: { area: number; over: number }): Command =>
  changeFilter(id, 'measured flow', (f) => {
    f.conductivityMPerH = tidy(mPerHOfSpeed((flowFromLpm(lpm) * f.depthM) / (of.area * of.over)));
  });

/** By its grains again. */
export const forgetMeasured = (id: string): Command =>
  changeFilter(id, 'flow by its grains', (f) => {
    delete f.conductivityMPerH;
  });

/** Depth of the sand, m: its top stays, and what is under it takes up the rest. */
export const setSandDepth = (id: string, depth: number): Command =>
  changeFilter(id, 'depth of the sand', (f) => {
    f.depthM = tidy(Math.min(depth, f.sandM));
  });

/** Puts an element or a filter before a tap: elements into the last leg of its line. */
export function treatTap(plan: Plan, tap: string, kind: string, label: string): Command | undefined {
  const line = plan.lines.find((l) => l.to === tap);
  return line && addElement(line.id, line.legs.length - 1, kind, label);
}
