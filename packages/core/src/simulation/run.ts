// A place run in time: levels by an adaptive scheme with error control, from event to event, and what came of it.
import { levelAt, tankCapacity, volumeAt } from '../tank/index.ts';
import { BLOCK, Entry, layoutOf, PlaceFlows, type Layout } from './flows.ts';
import { longestStable, MOST_STAGES, stagesFor } from './chebyshev.ts';
import { Pair, stretch } from './pair.ts';
import type { PlaceInTime } from './place.ts';

export type EventKind =
  | 'float-opens'
  | 'float-shuts'
  | 'runs-over'
  | 'over-ends'
  | 'over-rim'
  | 'at-outlet'
  | 'off-outlet'
  | 'dry'
  | 'wet'
  | 'leaves-full'
  | 'full-again';

export interface TimedEvent {
  /** s */ readonly t: number;
  readonly kind: EventKind;
  readonly vessel: number;
}

/** What flows at a sample, m³/s. */
export interface Moment {
  /** s */ readonly t: number;
  /** m above the floor, each vessel */ readonly levels: readonly number[];
  /** Openings of floats, 0 to 1. */ readonly openings: readonly number[];
  /** By lines and pours less by lines, each vessel. */ readonly net: readonly number[];
  readonly drunk: readonly number[];
  readonly spilt: readonly number[];
  readonly given: readonly number[];
  readonly outlets: readonly number[];
  readonly lines: readonly number[];
}

export interface VesselSummary {
  /** m³ */ readonly demand: number;
  readonly delivered: number;
  readonly shortfall: number;
  /** m above the floor, and when, s */ readonly lowest: number;
  readonly lowestAt: number;
  /** m³ through its overflow, and over its rim */ readonly overflow: number;
  readonly overRim: number;
  /** s dry, or at its outlet for one that feeds */ readonly empty: number;
  /** s from leaving the full mark to being back; null where it is not back at the end, 0 where it never left. */
  readonly longestRefill: number | null;
  /** m at the end */ readonly end: number;
  /** m³ that came in, went into lines, was lost, was taken */
  readonly came: number;
  readonly went: number;
  readonly lost: number;
  readonly taken: number;
}

export interface Run {
  /** False where for some moment no answer was found; then when first, s. */
  readonly settled: boolean;
  readonly unsettledAt?: number;
  readonly solves: number;
  readonly steps: number;
  readonly moments: readonly Moment[];
  readonly events: readonly TimedEvent[];
  readonly vessels: readonly VesselSummary[];
  readonly sources: readonly { readonly given: number; readonly refused: number }[];
  readonly outlets: readonly { readonly demand: number; readonly delivered: number }[];
  /** m³ */
  readonly balance: {
    readonly in: number;
    /** Given by outlets, drunk, taken away, lost to air and ground. */ readonly out: number;
    readonly lost: number;
    readonly overflow: number;
    readonly stored: number;
    readonly refused: number;
    readonly error: number;
  };
}

export interface RunOptions {
  /** s between samples; each step of its own where left out. */
  readonly every?: number;
  /** Samples are solved for, not read between steps. */
  readonly exact?: boolean;
  /** Error that a step may make, of each vessel's volume. */
  readonly accuracy?: number;
  /** The run ends with the first such event from a time on. */
  readonly endsWith?: { readonly vessel: number; readonly kind: EventKind; readonly from: number };
  /** Told now and then with the time reached, s; true ends the run. */
  readonly progress?: (t: number) => boolean;
}

/** Of a vessel's volume, what one step may be wrong by. */
const ACCURACY = 6e-6;
/** Of a vessel that is nearly empty the share is of this part of it: the last of the water goes slowly. */
const NEARLY_EMPTY = 0.03;
/** Longest step, and the first after an event, s. */
const LONGEST = 7200;
const FIRST = 60;
const LEAST = 1e-3;
/** A step that reaches so far into what dies away is held short by it, not by its error; after so many steps on end. */
const STEADY = 1.8;
const STEADY_STEPS = 4;
/** A long step is stable for changes so much quicker than those measured. */
const SPARE = 1.2;
/** Turns of measuring: at first, after something changed, and how many long steps from one to the next. */
const LOOKS_FIRST = 3;
const LOOKS_AFTER = 2;
const LOOK_AGAIN = 6;
/** Most steps: a run that needs more comes to no end. */
const MOST_STEPS = 2_000_000;
/** Between two looks at the clock of the person, steps. */
const LOOKS = 64;

/** Thrown where a run is ended before its time. */
export class RunEnded extends Error {}

/**
 * Runs a place in time.
 * @returns levels and flows, events, sums, and how well the water balances
 * @throws RunEnded where `progress` says so
 */
export function runPlace(place: PlaceInTime, options: RunOptions = {}): Run {
  return new Runner(place, options).run();
}

class Runner {
  readonly #place: PlaceInTime;
  readonly #options: RunOptions;
  readonly #at: Layout;
  readonly #flows: PlaceFlows;
  readonly #pair: Pair;
  readonly #off: Float64Array;
  /** Scratch of samples within a step. */
  readonly #sampled: Float64Array;
  readonly #sampledRate: Float64Array;
  readonly #allowed: readonly number[];
  #y: Float64Array;
  #t = 0;
  #h = FIRST;
  #steps = 0;
  #over = false;
  /** How fast the quickest change dies away, 1/s, while steps are long; 0 while they are short. */
  #quick = 0;
  /** Short steps on end that were held short by it. */
  #steady = 0;
  /** Turns of measuring that are due, long steps made, and the direction of the quickest change. */
  #look = 0;
  #longSteps = 0;
  readonly #way: Float64Array;
  readonly #moments: Moment[] = [];
  readonly #events: TimedEvent[] = [];
  #nextSample = 0;
  readonly #lowest: { level: number; at: number }[];
  readonly #empty: Float64Array;
  readonly #short: Float64Array;
  readonly #demand: Float64Array;
  readonly #longest: Float64Array;
  /** Since when it is below the full mark; NaN where it is not, −1 where it began so. */
  readonly #belowFull: Float64Array;
  readonly #outletDemand: Float64Array;
  readonly #startVolumes: Float64Array;
  readonly #waitingOnly: boolean[];

  constructor(place: PlaceInTime, options: RunOptions) {
    const n = place.vessels.length;
    this.#place = place;
    this.#options = options;
    this.#at = layoutOf(place);
    this.#flows = new PlaceFlows(place, this.#at);
    this.#pair = new Pair(this.#at.size, this.#flows.rates);
    this.#off = new Float64Array(this.#at.size);
    this.#way = new Float64Array(n).fill(1);
    this.#sampled = new Float64Array(this.#at.size);
    this.#sampledRate = new Float64Array(this.#at.size);
    this.#allowed = place.vessels.map((v) => (options.accuracy ?? ACCURACY) * tankCapacity(v.shape));
    this.#y = new Float64Array(this.#at.size);
    this.#startVolumes = new Float64Array(n);
    this.#lowest = place.vessels.map(() => ({ level: Infinity, at: 0 }));
    this.#empty = new Float64Array(n);
    this.#short = new Float64Array(n);
    this.#demand = new Float64Array(n);
    this.#longest = new Float64Array(n);
    this.#belowFull = new Float64Array(n).fill(NaN);
    this.#outletDemand = new Float64Array(place.outlets.length);
    this.#waitingOnly = place.vessels.map(() => false);
    place.vessels.forEach((v, k) => {
      const { overflow, full } = this.#flows.marks[k];
      const volume = volumeAt(v.shape, v.start);
      this.#startVolumes[k] = volume;
      this.#y[BLOCK * k + Entry.Volume] = Math.min(volume, overflow);
      // what stands above its overflow is gone at once
      this.#y[BLOCK * k + Entry.Spilt] = Math.max(0, volume - overflow);
      if (volume < full) this.#belowFull[k] = -1;
      this.#low(k, levelAt(v.shape, Math.min(volume, overflow)), 0);
    });
  }

  run(): Run {
    for (const until of this.#times()) {
      this.#setWindows();
      this.#pair.begin(this.#t, this.#y);
      this.#sampleStart();
      this.#h = Math.min(this.#h, FIRST);
      this.#look = Math.max(this.#look, LOOKS_AFTER);
      while (this.#t < until && !this.#over) this.#step(until);
      if (this.#over) break;
    }
    this.#setWindows();
    this.#pair.begin(this.#t, this.#y);
    this.#sampleUpTo(this.#t, true);
    return this.#result();
  }

  /** Times at which somebody comes or goes, the end last. */
  #times(): number[] {
    const { vessels, outlets, breaks, duration } = this.#place;
    const times = new Set<number>([duration]);
    const add = (t: number): void => {
      if (t > 0 && t < duration) times.add(t);
    };
    for (const v of vessels) {
      for (const w of v.visits) [w.from, w.to, w.to + w.patience].forEach(add);
      for (const w of v.takings) [w.from, w.to].forEach(add);
    }
    for (const o of outlets) for (const w of o.draws) [w.from, w.to].forEach(add);
    breaks.forEach(add);
    return [...times].sort((a, b) => a - b);
  }

  /** Who is there from now on. */
  #setWindows(): void {
    const t = this.#t;
    const { vessels, outlets } = this.#place;
    const on = (w: { from: number; to: number }): boolean => w.from <= t && t < w.to;
    vessels.forEach((v, k) => {
      let [wants, drinks, waits, waitRate] = [0, 0, false, 0];
      for (const w of v.visits) {
        const rate = Math.min(w.rate, w.cap);
        if (on(w)) {
          wants += w.rate;
          drinks += rate;
        } else if (w.to <= t && t < w.to + w.patience) {
          waits = true;
          waitRate = Math.max(waitRate, w.cap === Infinity ? w.rate : w.cap);
        }
      }
      const waiting = BLOCK * k + Entry.Waiting;
      if (wants === 0 && !waits) {
        // whoever still waits goes away thirsty
        this.#short[k] += Math.max(0, this.#y[waiting]);
        this.#y[waiting] = 0;
      }
      this.#waitingOnly[k] = wants === 0 && waits && this.#y[waiting] > this.#flows.marks[k].crumb;
      this.#flows.wants[k] = wants;
      this.#flows.drinks[k] = wants > 0 ? drinks : this.#waitingOnly[k] ? waitRate : 0;
      this.#flows.takes[k] = v.takings.filter(on);
    });
    outlets.forEach((o, k) => (this.#flows.open[k] = o.draws.some(on) ? 1 : 0));
  }

  /** One step, or as much of it as there is to the next event. */
  #step(until: number): void {
    if (++this.#steps > MOST_STEPS) throw new RunEnded('too many steps');
    if (this.#steps % LOOKS === 0 && this.#options.progress?.(this.#t)) throw new RunEnded('ended');
    if (this.#quick > 0 && this.#look > 0) this.#measureQuick();
    const left = until - this.#t;
    let h = Math.min(this.#h, LONGEST, left, this.#quick > 0 ? longestStable(MOST_STAGES, this.#quick) : Infinity);
    // no crumb of a step before an event
    if (left - h < 0.1 * h) h = left;
    let worst = this.#tryStep(h);
    while (worst > 1 && h > LEAST) {
      h = Math.max(LEAST, h * stretch(worst));
      // so short a step needs no stages
      if (h * this.#quick < STEADY) this.#quick = 0;
      worst = this.#tryStep(h);
    }
    this.#seeSteady(h);
    const found = this.#firstChange(h);
    const share = found ? found.share : 1;
    this.#watch(h, share);
    this.#sampleUpTo(this.#t + share * h, false, h);
    const next = new Float64Array(this.#at.size);
    if (found) for (let i = 0; i < next.length; i++) next[i] = this.#pair.at(share, this.#y, h, i);
    else next.set(this.#pair.end);
    this.#addTimes(share * h);
    this.#y = next;
    this.#t = share === 1 ? (h === left ? until : this.#t + h) : this.#t + share * h;
    this.#h = found ? Math.min(FIRST, h) : h * stretch(worst);
    if (found) found.change();
    const turned = this.#leaveModes();
    if (found || turned) {
      this.#look = Math.max(this.#look, LOOKS_AFTER);
      if (found && this.#options.every === undefined) this.#moment(this.#t, this.#y, this.#pair.last);
      this.#pair.begin(this.#t, this.#y);
      if (this.#options.every === undefined) this.#moment(this.#t, this.#y, this.#pair.first);
    } else {
      this.#pair.goOn();
      if (this.#options.every === undefined) this.#moment(this.#t, this.#y, this.#pair.first);
    }
  }

  /** Whether short steps stay short only because something answers at once; then steps grow long. */
  #seeSteady(h: number): void {
    if (this.#quick > 0) {
      // an error that holds steps short asks for no stages
      if (h * this.#quick < STEADY) this.#quick = 0;
      else if (++this.#longSteps % LOOK_AGAIN === 0) this.#look = 1;
      return;
    }
    const fastest = this.#pair.fastest(this.#allowed, BLOCK);
    this.#steady = h * fastest > STEADY ? this.#steady + 1 : 0;
    if (this.#steady < STEADY_STEPS) return;
    this.#steady = 0;
    this.#quick = fastest;
    this.#look = LOOKS_FIRST;
  }

  /** How fast the quickest change dies away, 1/s: turns of a power iteration from the direction found last. */
  #measureQuick(): void {
    const [y, rate, way] = [this.#sampled, this.#sampledRate, this.#way];
    for (; this.#look > 0; this.#look--) {
      y.set(this.#y);
      this.#allowed.forEach((allowed, k) => {
        const room = this.#y[BLOCK * k];
        y[BLOCK * k] += Math.max(-0.5 * room, 0.1 * way[k] * allowed);
      });
      this.#flows.rates(this.#t, y, rate);
      let size = 0;
      let moved = 0;
      this.#allowed.forEach((allowed, k) => {
        moved = Math.hypot(moved, (y[BLOCK * k] - this.#y[BLOCK * k]) / allowed);
        way[k] = (rate[BLOCK * k] - this.#pair.first[BLOCK * k]) / allowed;
        size = Math.hypot(size, way[k]);
      });
      if (!(size > 0) || !(moved > 0)) {
        way.fill(1);
        this.#quick = 0;
        this.#look = 0;
        return;
      }
      this.#quick = (SPARE * size) / moved;
      for (let k = 0; k < way.length; k++) way[k] /= -size;
    }
  }

  /** A step of h seconds; its error as a share of what is allowed. */
  #tryStep(h: number): number {
    if (this.#quick > 0) this.#pair.advanceLong(this.#t, this.#y, h, stagesFor(h, this.#quick), this.#off);
    else this.#pair.advance(this.#t, this.#y, h, this.#off);
    return this.#allowed.reduce((worst, allowed, k) => {
      const share = Math.max(NEARLY_EMPTY, this.#y[BLOCK * k] / this.#flows.marks[k].rim);
      return Math.max(worst, Math.abs(this.#off[BLOCK * k]) / (share * allowed));
    }, 0);
  }

  /** The first change of what holds, within a step of h seconds. */
  #firstChange(h: number): { share: number; change: () => void } | undefined {
    let first: { share: number; change: () => void } | undefined;
    const look = (index: number, mark: number, up: boolean, change: () => void): void => {
      const end = this.#pair.end[index];
      if (up ? end < mark : end > mark) return;
      const share = this.#crossing(index, mark, h, first?.share ?? 1);
      if (!first || share < first.share) first = { share, change };
    };
    this.#place.vessels.forEach((v, k) => {
      const index = BLOCK * k;
      const mode = this.#flows.modes[k];
      const marks = this.#flows.marks[k];
      // found to less than a crumb
      const set = (volume: number): void => void (this.#y[index] = volume);
      if (marks.outlet > 0 || v.outlet === 0) {
        if (mode.outlet > 0)
          look(index, marks.outlet, false, () => {
            set(marks.outlet);
            mode.outlet = 0;
            this.#tell('at-outlet', k);
          });
        else if (mode.outlet < 0)
          look(index, marks.outlet, true, () => {
            set(marks.outlet);
            mode.outlet = 0;
          });
      }
      if (mode.over === 0)
        look(index, marks.overflow, true, () => {
          set(marks.overflow);
          mode.over = 1;
          this.#tell('runs-over', k);
        });
      else if (mode.over === 2) {
        look(index, marks.overflow, false, () => {
          set(marks.overflow);
          mode.over = 1;
        });
        look(index, marks.rim, true, () => {
          set(marks.rim);
          mode.over = 3;
          this.#tell('over-rim', k);
        });
      }
      if (!mode.dry)
        look(index, 0, false, () => {
          set(0);
          mode.dry = true;
          this.#tell('dry', k);
        });
      if (v.float?.characteristic === 'snap')
        if (mode.open)
          look(index, marks.shuts, true, () => {
            mode.open = false;
            this.#tell('float-shuts', k);
          });
        else
          look(index, marks.opens, false, () => {
            mode.open = true;
            this.#tell('float-opens', k);
          });
      if (this.#waitingOnly[k])
        look(index + Entry.Waiting, 0, false, () => {
          this.#y[index + Entry.Waiting] = 0;
          this.#waitingOnly[k] = false;
          this.#flows.drinks[k] = 0;
        });
    });
    return first;
  }

  /** Share of the step at which an entry passes a mark, no later than `most`; the step begins before it. */
  #crossing(index: number, mark: number, h: number, most: number): number {
    const value = (share: number): number => this.#pair.at(share, this.#y, h, index) - mark;
    const begins = value(0);
    let [low, high] = [0, 1];
    // a mark that is stood on and left in the wrong direction is passed at once
    const side = begins === 0 ? -Math.sign(value(1)) : Math.sign(begins);
    if (low < most)
      for (let k = 0; k < 50 && (high - low) * h > 1e-7; k++) {
        const mid = (low + high) / 2;
        if (Math.sign(value(mid)) === side) low = mid;
        else high = mid;
      }
    return high;
  }

  /** Vessels that left what they stood at: their outlet, their overflow, their floor. @returns true where one did */
  #leaveModes(): boolean {
    let turned = false;
    this.#flows.modes.forEach((mode, k) => {
      const volume = this.#y[BLOCK * k];
      const { outlet, overflow, rim, crumb, slack } = this.#flows.marks[k];
      if (mode.outlet === 0 && Math.abs(volume - outlet) > slack) {
        mode.outlet = volume > outlet ? 1 : -1;
        if (mode.outlet > 0) this.#tell('off-outlet', k);
        turned = true;
      }
      if (mode.over === 1 && volume < overflow - crumb) {
        mode.over = 0;
        this.#tell('over-ends', k);
        turned = true;
      } else if (mode.over === 1 && volume > overflow + crumb) {
        const { overflowPipe, spillsInto } = this.#place.vessels[k];
        if (overflowPipe) mode.over = 2;
        else {
          // an edge lets everything by: what the step left above it, in its last digits, runs over too
          const above = volume - overflow;
          this.#y[BLOCK * k] = overflow;
          this.#y[BLOCK * k + Entry.Spilt] += above;
          if (spillsInto >= 0) {
            this.#y[BLOCK * spillsInto] += above;
            this.#y[BLOCK * spillsInto + Entry.In] += above;
          }
        }
        turned = true;
      } else if (mode.over === 3 && volume < rim - crumb) {
        mode.over = 2;
        turned = true;
      }
      if (mode.dry && volume > crumb) {
        mode.dry = false;
        this.#tell('wet', k);
        turned = true;
      }
    });
    return turned;
  }

  #tell(kind: EventKind, vessel: number, t = this.#t): void {
    this.#events.push({ t, kind, vessel });
    const end = this.#options.endsWith;
    if (end && end.vessel === vessel && end.kind === kind && t >= end.from) this.#over = true;
  }

  #low(k: number, level: number, t: number): void {
    if (level < this.#lowest[k].level - 1e-9) this.#lowest[k] = { level, at: t };
  }

  /** What is only looked at: lowest levels, full marks, floats. */
  #watch(h: number, share: number): void {
    this.#place.vessels.forEach((v, k) => {
      const index = BLOCK * k;
      const marks = this.#flows.marks[k];
      const from = this.#y[index];
      const to = share === 1 ? this.#pair.end[index] : this.#pair.at(share, this.#y, h, index);
      const end = this.#t + share * h;
      this.#low(k, levelAt(v.shape, to), end);
      if (share === 1 && this.#pair.first[index] < 0 && this.#pair.last[index] > 0)
        for (let j = 1; j < 16; j++) {
          const volume = this.#pair.at(j / 16, this.#y, h, index);
          if (volume < Math.min(from, to)) this.#low(k, levelAt(v.shape, volume), this.#t + (j / 16) * h);
        }
      const passes = (mark: number): number => this.#t + this.#crossing(index, mark, h, 1) * h;
      if (from >= marks.full && to < marks.full) {
        this.#belowFull[k] = passes(marks.full);
        this.#tell('leaves-full', k, this.#belowFull[k]);
      } else if (from < marks.full && to >= marks.full) {
        const back = passes(marks.full);
        if (this.#belowFull[k] >= 0) this.#longest[k] = Math.max(this.#longest[k], back - this.#belowFull[k]);
        this.#belowFull[k] = NaN;
        this.#tell('full-again', k, back);
      }
      if (v.float?.characteristic === 'proportional') {
        if (from >= marks.shuts && to < marks.shuts) this.#tell('float-opens', k, passes(marks.shuts));
        else if (from < marks.shuts && to >= marks.shuts) this.#tell('float-shuts', k, passes(marks.shuts));
      }
    });
  }

  /** Sums that need no rates: what was wanted, how long a vessel was empty. */
  #addTimes(seconds: number): void {
    this.#flows.modes.forEach((mode, k) => {
      const v = this.#place.vessels[k];
      const feeds = v.outlet !== undefined && !v.passes;
      if (feeds ? mode.outlet <= 0 : mode.dry) this.#empty[k] += seconds;
      this.#demand[k] += this.#flows.wants[k] * seconds;
    });
    this.#place.outlets.forEach((o, k) => {
      if (this.#flows.open[k]) this.#outletDemand[k] += o.rated * seconds;
    });
  }

  #moment(t: number, y: Float64Array, rate: Float64Array): void {
    const { vessels, sources, outlets, lines } = this.#place;
    const block = (k: number, entry: number): number => rate[BLOCK * k + entry];
    this.#moments.push({
      t,
      levels: vessels.map((v, k) => levelAt(v.shape, y[BLOCK * k])),
      openings: vessels.map((v, k) => (v.float ? this.#flows.opening(k, y[BLOCK * k]) : 1)),
      net: vessels.map((_, k) => block(k, Entry.In) - block(k, Entry.Out)),
      drunk: vessels.map((_, k) => block(k, Entry.Drunk)),
      spilt: vessels.map((_, k) => block(k, Entry.Spilt) + block(k, Entry.OverRim)),
      given: sources.map((_, k) => rate[this.#at.source + 2 * k]),
      outlets: outlets.map((_, k) => rate[this.#at.outlet + k]),
      lines: lines.map((_, k) => rate[this.#at.line + k]),
    });
  }

  #sampleStart(): void {
    const { every } = this.#options;
    if (every === undefined) this.#moment(this.#t, this.#y, this.#pair.first);
  }

  /** Samples that lie in the step just made, before its end; at the end of the run that one too. */
  #sampleUpTo(end: number, last: boolean, h = 0): void {
    const { every, exact } = this.#options;
    if (every === undefined) {
      if (last) this.#moment(end, this.#y, this.#pair.first);
      return;
    }
    for (; last ? this.#nextSample <= end + 1e-6 : this.#nextSample < end - 1e-9; this.#nextSample += every) {
      const at = h > 0 ? (this.#nextSample - this.#t) / h : 0;
      if (h === 0 || at <= 0) {
        this.#moment(this.#nextSample, this.#y, this.#pair.first);
        continue;
      }
      const { first, last: then } = this.#pair;
      const [y, rate] = [this.#sampled, this.#sampledRate];
      for (let i = 0; i < y.length; i++) {
        y[i] = this.#pair.at(at, this.#y, h, i);
        rate[i] = first[i] + at * (then[i] - first[i]);
      }
      if (exact) this.#flows.rates(this.#nextSample, y, rate);
      this.#moment(this.#nextSample, y, rate);
    }
  }

  #result(): Run {
    const { vessels, sources, outlets, pours } = this.#place;
    const y = this.#y;
    const block = (k: number, entry: number): number => y[BLOCK * k + entry];
    const summaries = vessels.map((v, k): VesselSummary => {
      // who waits at the end of the run still waits
      const waiting = this.#waitingOnly[k] ? Math.max(0, block(k, Entry.Waiting)) : 0;
      const wanting = waiting > 0 ? 0 : Math.max(0, block(k, Entry.Waiting));
      return {
        demand: this.#demand[k],
        delivered: block(k, Entry.Drunk),
        shortfall: this.#short[k] + wanting,
        lowest: this.#lowest[k].level,
        lowestAt: this.#lowest[k].at,
        overflow: block(k, Entry.Spilt),
        overRim: block(k, Entry.OverRim),
        empty: this.#empty[k],
        longestRefill: Number.isNaN(this.#belowFull[k]) ? this.#longest[k] : null,
        end: levelAt(v.shape, block(k, Entry.Volume)),
        came: block(k, Entry.In),
        went: block(k, Entry.Out),
        lost: block(k, Entry.Lost),
        taken: block(k, Entry.Taken),
      };
    });
    const total = (count: number, of: (k: number) => number): number =>
      Array.from({ length: count }, (_, k) => of(k)).reduce((a, b) => a + b, 0);
    const came =
      total(sources.length, (k) => y[this.#at.source + 2 * k]) + total(pours.length, (k) => y[this.#at.pour + k]);
    const lost = total(vessels.length, (k) => block(k, Entry.Lost));
    const away = total(vessels.length, (k) => block(k, Entry.Taken));
    const out =
      total(outlets.length, (k) => y[this.#at.outlet + k]) +
      total(vessels.length, (k) => block(k, Entry.Drunk)) +
      lost +
      away;
    const overflow = total(
      vessels.length,
      (k) => block(k, Entry.OverRim) + (vessels[k].spillsInto < 0 ? block(k, Entry.Spilt) : 0),
    );
    const stored = total(vessels.length, (k) => block(k, Entry.Volume) - this.#startVolumes[k]);
    const { unsettledAt } = this.#flows;
    return {
      settled: unsettledAt === undefined,
      ...(unsettledAt === undefined ? {} : { unsettledAt }),
      solves: this.#flows.solves,
      steps: this.#steps,
      moments: this.#moments,
      events: this.#events.sort((a, b) => a.t - b.t),
      vessels: summaries,
      sources: sources.map((_, k) => ({
        given: y[this.#at.source + 2 * k],
        refused: y[this.#at.source + 2 * k + 1],
      })),
      outlets: outlets.map((_, k) => ({ demand: this.#outletDemand[k], delivered: y[this.#at.outlet + k] })),
      balance: {
        in: came,
        out,
        lost,
        overflow,
        stored,
        refused: total(sources.length, (k) => y[this.#at.source + 2 * k + 1]),
        error: came - out - overflow - stored,
      },
    };
  }
}
