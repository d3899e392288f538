// What flows where at one moment: the network solved for the levels, then what is drunk, spilt and lost.
import { floatOpening } from '../floatvalve/index.ts';
import { PartedNetwork } from '../network/index.ts';
import { levelAt, surfaceAt, tankCapacity, tankHeight, volumeAt } from '../tank/index.ts';
import { fullOverflow, type PlaceInTime, type Taking } from './place.ts';

/** A float that is open less than this is shut. */
export const SHUT = 1e-5;

/** Entries of a vessel's block: water in it, what is waited for, then sums of all that went in or out. */
export const Entry = {
  Volume: 0,
  Waiting: 1,
  In: 2,
  Out: 3,
  Drunk: 4,
  Spilt: 5,
  OverRim: 6,
  Lost: 7,
  /** Pumped or carried away. */
  Taken: 8,
  /** Pumped into another vessel of the place. */
  Moved: 9,
} as const;
export const BLOCK = 10;

/** Where the water stands to a vessel's outlet, overflow and floor; each holds for a step. */
export interface VesselMode {
  /** 1 above its outlet, 0 at it (what comes in goes out), −1 below it. */
  outlet: 1 | 0 | -1;
  /** 0 under its overflow, 1 at it, 2 above it, 3 at the rim. */
  over: 0 | 1 | 2 | 3;
  dry: boolean;
  /** Of a snap float. */
  open: boolean;
}

/** Volumes (m³) at which a vessel changes. */
export interface Marks {
  readonly outlet: number;
  readonly overflow: number;
  readonly rim: number;
  readonly full: number;
  readonly shuts: number;
  readonly opens: number;
  /** Less than this is nothing. */
  readonly crumb: number;
  /** As far as this from its outlet it is still at it. */
  readonly slack: number;
}

/** How far below the closing level a vessel counts as full, m (plan format). */
const FULL = 0.005;
/** Of the volume; rounding. */
const CRUMB = 1e-9;
const SLACK = 1e-6;
/** Within this it comes back to its outlet, s. */
const HOLD = 600;
/** Turns of passing on what comes in before it is said that they do not settle. */
const TURNS = 12;
/** Over so much of its height whoever fills a vessel by hand shuts off, m. */
const TOPPING = 0.02;

/** Offsets of the sums in a state of the place. */
export interface Layout {
  readonly source: number;
  readonly pour: number;
  readonly outlet: number;
  readonly line: number;
  readonly size: number;
}

export function layoutOf(p: PlaceInTime): Layout {
  const source = BLOCK * p.vessels.length;
  // given and refused
  const pour = source + 2 * p.sources.length;
  const outlet = pour + p.pours.length;
  const line = outlet + p.outlets.length;
  return { source, pour, outlet, line, size: line + p.lines.length };
}

export class PlaceFlows {
  readonly modes: VesselMode[];
  readonly marks: readonly Marks[];
  /** What visits want and what of it can be drunk now, m³/s; whether some only wait. Set as time goes by. */
  readonly wants: Float64Array;
  readonly drinks: Float64Array;
  /** Rates of takings now, m³/s, and where to. */
  readonly takes: (readonly Taking[])[];
  readonly open: Uint8Array;
  solves = 0;
  /** When first no answer was found, s. */
  unsettledAt: number | undefined;
  readonly #place: PlaceInTime;
  readonly #layout: Layout;
  readonly #levels: Float64Array;
  readonly #inflow: Float64Array;
  readonly #poured: Float64Array;
  readonly #passing: Float64Array;
  readonly #spillIn: Float64Array;
  readonly #order: readonly number[];
  readonly #network: PartedNetwork;

  constructor(place: PlaceInTime, layout: Layout) {
    const n = place.vessels.length;
    this.#place = place;
    this.#network = new PartedNetwork(place.network);
    this.#layout = layout;
    this.#levels = new Float64Array(n);
    this.#inflow = new Float64Array(n);
    this.#poured = new Float64Array(n);
    this.#passing = new Float64Array(n);
    this.#spillIn = new Float64Array(n);
    this.wants = new Float64Array(n);
    this.drinks = new Float64Array(n);
    this.takes = place.vessels.map(() => []);
    this.open = new Uint8Array(place.outlets.length);
    this.#order = spillOrder(place);
    this.marks = place.vessels.map((v) => {
      const at = (level: number): number => volumeAt(v.shape, level);
      const { float } = v;
      return {
        outlet: v.outlet === undefined ? -1 : at(v.outlet),
        overflow: at(Math.min(v.overflow, tankHeight(v.shape))),
        rim: tankCapacity(v.shape),
        full: float ? at(float.closeLevel - FULL) : at(v.overflow) - 1e-6 * tankCapacity(v.shape),
        shuts: float ? at(float.closeLevel - (float.characteristic === 'snap' ? 0 : SHUT * float.band)) : -1,
        opens: float ? at(float.closeLevel - float.band) : -1,
        crumb: CRUMB * tankCapacity(v.shape),
        slack: SLACK * tankCapacity(v.shape),
      };
    });
    this.modes = place.vessels.map((v, k) => {
      const volume = Math.min(volumeAt(v.shape, v.start), this.marks[k].overflow);
      const { outlet, overflow, opens, crumb } = this.marks[k];
      return {
        outlet: volume > outlet + crumb ? 1 : volume < outlet - crumb ? -1 : 0,
        over: volume >= overflow - crumb ? 1 : 0,
        dry: volume <= crumb,
        // inside its band it starts shut
        open: volume <= opens,
      };
    });
  }

  /** Opening of a vessel's float at a volume, 0 to 1; 1 where it has none. */
  opening(k: number, volume: number): number {
    const { float, shape } = this.#place.vessels[k];
    if (!float) return 1;
    if (float.characteristic === 'snap') return this.modes[k].open ? 1 : 0;
    const f = floatOpening(float, levelAt(shape, volume));
    return f < SHUT ? 0 : f;
  }

  /** What stands lower than its joint gives nothing to its neighbours: a hose between two such is as good as shut. */
  #passBeds(): void {
    const { vessels, state } = this.#place;
    for (const v of vessels) {
      if (!v.passes) continue;
      for (const link of v.entering) state.direction[link] = 0;
      for (const link of v.leaving) {
        state.direction[link] = 0;
        state.opening[link] = 1;
      }
    }
    vessels.forEach((v, k) => {
      if (!v.passes || this.modes[k].outlet >= 0) return;
      for (const link of v.leaving) state.direction[link] = -1;
    });
    vessels.forEach((v, k) => {
      if (!v.passes || this.modes[k].outlet >= 0) return;
      for (const link of v.entering)
        if (state.direction[link] < 0) state.opening[link] = 0;
        else state.direction[link] = 1;
    });
  }

  /** Solves for the volumes in `y` at t. */
  #solve(t: number, y: Float64Array): Float64Array {
    const { vessels, sources, outlets, state } = this.#place;
    this.#passBeds();
    vessels.forEach((v, k) => {
      const level = levelAt(v.shape, y[BLOCK * k]);
      this.#levels[k] = level;
      state.fixedHead[v.surface] = v.floor + Math.max(level, v.fallsAt ?? 0);
      const opening = this.opening(k, y[BLOCK * k]);
      for (const link of v.floatLinks) state.opening[link] = opening;
      // an inlet low down gives back no more than stands over it
      if (v.runsBackTo !== undefined)
        for (const link of v.entering) state.direction[link] = level <= v.runsBackTo + CRUMB ? 1 : 0;
      if (v.outletLink >= 0) {
        const mode = this.modes[k].outlet;
        state.limit[v.outletLink] = mode > 0 ? Infinity : mode < 0 ? 0 : this.#passing[k];
      }
    });
    for (const s of sources) if (s.limitLink >= 0) state.limit[s.limitLink] = Math.max(0, s.yields(t));
    outlets.forEach((o, k) => {
      for (const link of o.links) state.opening[link] = this.open[k];
    });
    this.solves++;
    if (!this.#network.solve(state)) this.unsettledAt ??= t;
    return this.#network.flow;
  }

  /** dy/dt; writes into `rate`. */
  readonly rates = (t: number, y: Float64Array, rate: Float64Array): void => {
    const { vessels, sources, pours, outlets, lines } = this.#place;
    const at = this.#layout;
    rate.fill(0);
    let flow = this.#solve(t, y);
    for (let turn = 0; ; turn++) {
      this.#poured.fill(0);
      for (let k = 0; k < vessels.length; k++) this.#inflow[k] = sum(vessels[k].entering, flow);
      pours.forEach((p, k) => {
        const q = p.rate(t) * (p.tops ? this.#room(p.vessel) : 1);
        rate[at.pour + k] = q;
        this.#inflow[p.vessel] += q;
        this.#poured[p.vessel] += q;
      });
      this.#spills(t, flow, rate);
      if (!this.#passingOff(y) || turn >= TURNS) break;
      flow = this.#solve(t, y);
    }
    sources.forEach((s, k) => {
      const given = sum(s.leaving, flow);
      const yields = s.yields(t);
      rate[at.source + 2 * k] = given;
      rate[at.source + 2 * k + 1] = Number.isFinite(yields) ? Math.max(0, yields - given) : 0;
    });
    outlets.forEach((o, k) => (rate[at.outlet + k] = sum(o.links, flow)));
    lines.forEach((link, k) => (rate[at.line + k] = flow[link]));
  };

  /** What tanks at their outlets pass on is what comes into them: true where it is not yet. */
  #passingOff(y: Float64Array): boolean {
    let off = false;
    this.#place.vessels.forEach((v, k) => {
      if (v.outletLink < 0 || this.modes[k].outlet !== 0) return;
      // the last digits of the flows would carry it away from its outlet in time
      const back = (y[BLOCK * k] - this.marks[k].outlet) / HOLD;
      // what comes to a bed by its lines goes past it
      const inflow = v.passes ? this.#poured[k] : this.#inflow[k];
      const comes = Math.max(0, inflow + this.#spillIn[k] - this.drinks[k] + back);
      if (Math.abs(comes - this.#passing[k]) > 1e-9 + 1e-6 * comes) off = true;
      this.#passing[k] = comes;
    });
    return off;
  }

  /** How far what is filled by hand is still open: shut slowly over the last of its height, 0 when full. */
  #room(vessel: number): number {
    const v = this.#place.vessels[vessel];
    return Math.min(1, Math.max(0, (v.overflow - this.#levels[vessel]) / TOPPING));
  }

  /** What of a vessel's water is drunk, taken, lost and spilt, upper vessels first; writes their blocks of `rate`. */
  #spills(t: number, flow: Float64Array, rate: Float64Array): void {
    const { vessels } = this.#place;
    this.#spillIn.fill(0);
    for (const k of this.#order) {
      const v = vessels[k];
      const mode = this.modes[k];
      const block = BLOCK * k;
      const comes = this.#inflow[k] + this.#spillIn[k];
      const goes = sum(v.leaving, flow);
      let left = mode.dry ? Math.max(0, comes - goes) : Infinity;
      const give = (want: number): number => {
        const given = Math.min(want, left);
        left -= given;
        return given;
      };
      const drunk = give(this.drinks[k]);
      let taken = 0;
      let moved = 0;
      for (const { rate: q, into, tops } of this.takes[k]) {
        const given = give(tops && into >= 0 ? q * this.#room(into) : q);
        if (into < 0) taken += given;
        else {
          moved += given;
          this.#spillIn[into] += given;
        }
      }
      const lost = give(v.leak + (v.evaporation ? v.evaporation(t) * surfaceAt(v.shape, this.#levels[k]) : 0));
      const net = comes - goes - drunk - taken - moved - lost;
      const cap = v.overflowPipe ? fullOverflow(v.overflowPipe, this.#levels[k] - v.overflow) : Infinity;
      const spilt = mode.over === 0 ? 0 : mode.over === 1 ? Math.min(Math.max(0, net), cap) : cap;
      const overRim = mode.over === 3 ? Math.max(0, net - spilt) : 0;
      if (v.spillsInto >= 0) this.#spillIn[v.spillsInto] += spilt;
      rate[block + Entry.Volume] = net - spilt - overRim;
      rate[block + Entry.Waiting] = this.wants[k] - drunk;
      rate[block + Entry.In] = comes;
      rate[block + Entry.Out] = goes;
      rate[block + Entry.Drunk] = drunk;
      rate[block + Entry.Spilt] = spilt;
      rate[block + Entry.OverRim] = overRim;
      rate[block + Entry.Lost] = lost;
      rate[block + Entry.Taken] = taken;
      rate[block + Entry.Moved] = moved;
    }
  }
}

const sum = (links: readonly number[], flow: Float64Array): number => {
  let total = 0;
  for (const link of links) total += flow[link];
  return total;
};

/** Vessels in an order in which whatever spills or is pumped into one comes before it; a circle is cut where it closes. */
function spillOrder(p: PlaceInTime): number[] {
  const into = p.vessels.map((v) => [v.spillsInto, ...v.takings.map((w) => w.into)].filter((k) => k >= 0));
  const order: number[] = [];
  const seen = new Set<number>();
  const visit = (k: number): void => {
    if (seen.has(k)) return;
    seen.add(k);
    for (const next of into[k]) visit(next);
    order.unshift(k);
  };
  p.vessels.forEach((_, k) => visit(k));
  return order;
}
