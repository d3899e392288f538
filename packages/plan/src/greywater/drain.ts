// A greywater run: how it falls leg by leg, how far its drop would carry it, what each basin gets and the ground that takes it.
import { fallOf, halfFullSpeed, longestRun, splitShares } from '@vernal-slope/core/drain';
import { findGreySoil, GREYWATER_PER_HEAD, leastFall, type DrainFall, type GreySoil } from '../catalogue/index.ts';
import { cubicMetres, metresOfMm } from '../compile/index.ts';
import type { Drain, Plan } from '../schema/index.ts';

export interface DrainLeg {
  /** Of the run, or the basin that it leads to. */ readonly basin: number;
  /** Its place among the legs of the run. */ readonly leg: number;
  /** m */ readonly length: number;
  readonly fromInvert: number;
  readonly toInvert: number;
  readonly fromGround: number;
  readonly toGround: number;
  /** m a metre, downward */ readonly fall: number;
  /** m/s half full */ readonly speed: number;
  readonly state: 'good' | 'flat' | 'uphill';
}

export interface DrainRuns {
  readonly drain: Drain;
  readonly least: DrainFall;
  readonly legs: readonly DrainLeg[];
  /** m from its start to the farthest basin, and what falls to it. */ readonly length: number;
  readonly drop: number;
  /** m that the drop would carry at the least fall. */ readonly longest: number;
  /** m to its splitter */ readonly toSplitter: number;
  /** One fall from its start to its lowest end, m a metre, and whether it is laid so. */
  readonly even: number;
  readonly isEven: boolean;
  /** By basin: share of the water, m³ a day, and the ground that it wants, m²; the last undefined without a soil. */
  readonly basins: readonly {
    readonly share: number;
    readonly perDay: number;
    readonly wants: number | undefined;
    readonly has: number | undefined;
    /** m of cover over the pipe's lowest at the basin */ readonly cover: number;
  }[];
  readonly soil: GreySoil | undefined;
  /** m³ a day, and whether it was entered. */ readonly perDay: number;
  readonly entered: boolean;
}

/** Heads of a plan whose washing water runs away. */
const headsOf = (plan: Plan): number => (plan.needs?.people ?? []).reduce((sum, p) => sum + (p.ifToo ? 0 : p.count), 0);
/** Falls this near to each other are one, m a metre. */
const SAME_FALL = 5e-4;
/** A fall this near to what is asked is enough. */
const CLOSE = 1e-6;

/** How a drain runs. */
export function drainRuns(plan: Plan, drain: Drain): DrainRuns {
  const least = leastFall(drain.pipeMm);
  const bore = metresOfMm(drain.pipeMm);
  const legOf = (
    basin: number,
    leg: number,
    from: { invert: number; ground: number },
    to: { lengthM: number; endInvertM: number; endGroundM: number },
  ): DrainLeg => {
    const fall = fallOf(from.invert, to.endInvertM, to.lengthM);
    return {
      basin,
      leg,
      length: to.lengthM,
      fromInvert: from.invert,
      toInvert: to.endInvertM,
      fromGround: from.ground,
      toGround: to.endGroundM,
      fall,
      speed: halfFullSpeed(bore, fall),
      state: fall <= 0 ? 'uphill' : fall < least.least - CLOSE ? 'flat' : 'good',
    };
  };
  let at = { invert: drain.startInvertM, ground: drain.startGroundM };
  let run = 0;
  const legs = drain.legs.map((l, k) => {
    const leg = legOf(-1, k, at, l);
    at = { invert: l.endInvertM, ground: l.endGroundM };
    run += l.lengthM;
    return leg;
  });
  const branches = drain.basins.map((b, k) => legOf(k, drain.legs.length, at, b));
  const far = branches.reduce<DrainLeg | undefined>((a, b) => (!a || b.length > a.length ? b : a), undefined);
  const lowest = Math.min(at.invert, ...branches.map((b) => b.toInvert));
  const drop = drain.startInvertM - lowest;
  const length = run + (far?.length ?? 0);
  const even = fallOf(drain.startInvertM, lowest, length);
  const soil = findGreySoil(drain.soil);
  const litresPerDay = drain.litresPerDay ?? headsOf(plan) * GREYWATER_PER_HEAD;
  const shares = splitShares(Math.max(1, drain.basins.length));
  return {
    drain,
    least,
    legs: [...legs, ...branches],
    length,
    toSplitter: run,
    even,
    isEven: [...legs, ...branches].every((l) => Math.abs(l.fall - even) < SAME_FALL),
    drop,
    longest: longestRun(drop, least.least),
    basins: drain.basins.map((b, k) => ({
      share: shares[k],
      perDay: cubicMetres(litresPerDay * shares[k]),
      wants: soil && (soil.area * litresPerDay * shares[k]) / 100,
      has: b.areaM2,
      cover: b.endGroundM - b.endInvertM,
    })),
    soil,
    perDay: cubicMetres(litresPerDay),
    entered: drain.litresPerDay !== undefined,
  };
}
