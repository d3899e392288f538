// A guess before the answer is shown: what was asked, what was guessed, how near it came; the score is kept on this device.
import { useLocalStorage } from '@vueuse/core';
import type { RunPicture, VesselPicture } from '@vernal-slope/plan/simulate';

export interface Guess {
  /** s until it is full again after its longest fall; undefined where nothing was asked of it */
  readonly refill?: number;
  readonly runsDry: boolean;
  readonly tankLasts: boolean;
}

export interface Asked {
  /** The trough that falls most. */ readonly trough?: VesselPicture;
  readonly tank?: VesselPicture;
}

/** What there is to guess of a run: the trough that falls the most of itself, and the tank. */
export function askedOf(run: RunPicture): Asked {
  const drunkFrom = run.vessels.filter((v) => v.demand > 0);
  const fall = (v: VesselPicture): number => (v.full - v.lowest) / Math.max(1e-9, v.full);
  const trough = drunkFrom.length > 0 ? drunkFrom.reduce((a, b) => (fall(b) > fall(a) ? b : a)) : undefined;
  return { trough, tank: run.vessels.find((v) => v.feeds) };
}

/** Longest time until it is full again, s; Infinity where it is not by the end. */
export const refillOf = (vessel: VesselPicture): number => vessel.longestRefill ?? Infinity;

export interface Judged {
  readonly refill?: { readonly guessed: number; readonly found: number; readonly near: boolean };
  readonly runsDry?: { readonly guessed: boolean; readonly found: boolean };
  readonly tankLasts?: { readonly guessed: boolean; readonly found: boolean };
  readonly right: number;
  readonly of: number;
}

/** Within a third, or five minutes, is near. */
const NEAR = 1 / 3;
const CLOSE = 300;

export function judgeGuess(run: RunPicture, guess: Guess): Judged {
  const { trough, tank } = askedOf(run);
  const found = trough ? refillOf(trough) : 0;
  const refill =
    trough && guess.refill !== undefined
      ? {
          guessed: guess.refill,
          found,
          near: Math.abs(guess.refill - found) <= Math.max(CLOSE, NEAR * found),
        }
      : undefined;
  const runsDry = trough ? { guessed: guess.runsDry, found: trough.empty.length > 0 } : undefined;
  const tankLasts = tank ? { guessed: guess.tankLasts, found: tank.empty.length === 0 } : undefined;
  const marks = [
    ...(refill ? [refill.near] : []),
    ...(runsDry ? [runsDry.guessed === runsDry.found] : []),
    ...(tankLasts ? [tankLasts.guessed === tankLasts.found] : []),
  ];
  return { refill, runsDry, tankLasts, right: marks.filter(Boolean).length, of: marks.length };
}

/** The switch and the score, on this device. */
export const useGuessing = () => useLocalStorage('vernal-guess-first', { on: false, right: 0, of: 0 });
