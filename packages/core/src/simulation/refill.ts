// One visit to a trough and the filling after it: how far it falls, whether it runs dry, when it is full again.
import { floatOpening, type FloatValve } from '../floatvalve/index.ts';
import { levelAt, tankCapacity, volumeAt, type TankShape } from '../tank/index.ts';
import { integrate } from './integrate.ts';
import type { Rates } from './pair.ts';

/** How far below the closing level a trough counts as full, m (plan format). */
export const FULL_MARK = 0.005;

export interface RefillCase {
  readonly trough: TankShape;
  /** m; with no float the trough fills to here and the rest runs over. */
  readonly overflow: number;
  readonly float?: FloatValve;
  /** Water the visit wants, m³, drawn evenly over `visitDuration`. */
  readonly visitVolume: number;
  /** s */ readonly visitDuration: number;
  readonly tank: TankShape;
  /** Level of the tank when the visit begins, m above its floor. */
  readonly tankLevel: number;
  /** Yield that comes into the tank meanwhile, m³/s. */
  readonly tankInflow: number;
  /** m above the tank's floor */ readonly tankOutlet: number;
  /** m above the tank's floor */ readonly tankOverflow: number;
  /** Flow into the trough, m³/s, at an opening and levels (m above the floors); 0 where none comes. */
  readonly flow: (opening: number, troughLevel: number, tankLevel: number) => number;
  /** Longest time looked at, s. */
  readonly horizon: number;
}

export interface Refill {
  /** Series for drawing: s, m, m, m³/s. */
  readonly times: number[];
  readonly troughLevels: number[];
  readonly tankLevels: number[];
  readonly flows: number[];
  /** m */ readonly fullLevel: number;
  /** m */ readonly lowestLevel: number;
  /** Seconds from the end of the visit until full again; null when not within the horizon. */
  readonly afterVisit: number | null;
  /** Seconds from leaving the full mark until back at it; null when not within the horizon. */
  readonly fromLeavingMark: number | null;
  /** Seconds with the trough dry while something wants to drink. */
  readonly dryTime: number;
  /** m³ wanted and not there */ readonly shortfall: number;
  /** Flow at the lowest level, m³/s. */
  readonly flowAtLowest: number;
  /** m³ in − drawn − stored of the trough: what the integration lost. */
  readonly balanceError: number;
}

/** Levels this low count as dry, m. */
const DRY = 1e-4;

/**
 * Integrates a visit and the filling after it. The float opens with the level (proportional) or snaps; its head
 * falls as it takes more, because `flow` is the solved network; the tank falls with what leaves it.
 * @see closed form for a proportional float under constant head and area, q = q₀(c − y)/b:
 *   t = (A b / q₀) ln((c − y₀)/(c − y₁))
 */
export function refillAfterVisit(c: RefillCase): Refill {
  const full = c.float ? c.float.closeLevel : c.overflow;
  const mark = c.float ? full - FULL_MARK : full - 1e-6;
  const times: number[] = [];
  const troughLevels: number[] = [];
  const tankLevels: number[] = [];
  const flows: number[] = [];
  const visitRate = c.visitVolume / c.visitDuration;
  let open = !c.float;
  let drawing = true;
  let dry = 0;
  let lastTime = 0;

  const flowNow = (troughLevel: number, tankLevel: number): number => {
    const opening = c.float ? floatOpening(c.float, troughLevel, open) : 1;
    return opening > 0 && tankLevel > c.tankOutlet ? c.flow(opening, troughLevel, tankLevel) : 0;
  };
  const dryAt = (volume: number): boolean => volume <= volumeAt(c.trough, DRY);
  // y: trough volume, tank volume, inflow so far, drawn so far
  const rates: Rates = (_t, y, rate) => {
    const troughLevel = levelAt(c.trough, y[0]);
    const tankLevel = levelAt(c.tank, y[1]);
    const q = flowNow(troughLevel, tankLevel);
    let draw = drawing ? visitRate : 0;
    if (draw > q && dryAt(y[0])) draw = q;
    const spills = !c.float && y[0] >= volumeAt(c.trough, c.overflow) && q > draw;
    rate[0] = spills ? 0 : q - draw;
    const tankFull = tankLevel >= c.tankOverflow && c.tankInflow > q;
    rate[1] = tankFull ? 0 : c.tankInflow - q;
    rate[2] = spills ? draw : q;
    rate[3] = draw;
  };
  const record = (t: number, y: Float64Array): void => {
    const troughLevel = levelAt(c.trough, y[0]);
    const tankLevel = levelAt(c.tank, y[1]);
    const q = flowNow(troughLevel, tankLevel);
    if (drawing && dryAt(y[0]) && visitRate > q) {
      dry += t - lastTime;
    }
    lastTime = t;
    times.push(t);
    troughLevels.push(troughLevel);
    tankLevels.push(tankLevel);
    flows.push(q);
  };
  const size = tankCapacity(c.trough);
  const tolerance = { absolute: 1e-7 * size, relative: 1e-7, longest: 120 };
  let y: Float64Array = Float64Array.of(volumeAt(c.trough, full), volumeAt(c.tank, c.tankLevel), 0, 0);
  const start = y[0];
  let t = 0;
  let leftMark: number | null = null;
  let back: number | null = null;
  record(0, y);
  lastTime = 0;

  /** Runs to `until`, stopping to note the full mark, the snap of the float and the trough running dry. */
  const run = (until: number, stopWhenFull: boolean): void => {
    let level = levelAt(c.trough, y[0]);
    while (t < until) {
      const above = level >= mark;
      const snapAt =
        c.float?.characteristic === 'snap' ? (open ? c.float.closeLevel : c.float.closeLevel - c.float.band) : null;
      const wasOpen = open;
      const wasDry = dryAt(y[0]);
      const event = (_t: number, v: Float64Array): number => {
        const here = levelAt(c.trough, v[0]);
        if (above !== here >= mark) return -1;
        if (snapAt !== null && (wasOpen ? here >= snapAt : here <= snapAt)) return -1;
        if (drawing && wasDry !== dryAt(v[0])) return -1;
        return 1;
      };
      const end = integrate(rates, t, y, until, tolerance, event, record);
      t = end.t;
      y = end.y;
      level = levelAt(c.trough, y[0]);
      if (snapAt !== null && (wasOpen ? level >= snapAt : level <= snapAt)) open = !wasOpen;
      if (above && level < mark && leftMark === null) leftMark = t;
      if (!above && level >= mark) {
        back = t;
        if (stopWhenFull) return;
      }
      if (!end.event) return;
    }
  };
  run(c.visitDuration, false);
  const short = Math.max(0, c.visitVolume - y[3]);
  drawing = false;
  back = levelAt(c.trough, y[0]) >= mark ? back : null;
  // a snap valve inside its band stays shut: nothing more will happen
  const waits = c.float?.characteristic === 'snap' && !open;
  if (back === null && !waits && leftMark !== null) run(c.horizon, true);
  const lowest = troughLevels.reduce((low, level, k) => (level < troughLevels[low] ? k : low), 0);
  return {
    times,
    troughLevels,
    tankLevels,
    flows,
    fullLevel: full,
    lowestLevel: troughLevels[lowest],
    afterVisit: leftMark === null ? 0 : back === null ? null : Math.max(0, back - c.visitDuration),
    fromLeavingMark: leftMark === null ? 0 : back === null ? null : back - leftMark,
    dryTime: dry,
    shortfall: short,
    flowAtLowest: flows[lowest],
    balanceError: y[2] - y[3] - (y[0] - start),
  };
}
