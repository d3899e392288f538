// Entries of holes parted and put together with their legs.
import { emitterPlaces, type Emitter } from '../fields/index.ts';
import { tidy } from './beyond.ts';

/** A part of an entry: its places from `from` up to `to` (m of its leg), moved by `by`. */
export function partOf(e: Emitter, from: number, to: number, by: number): Emitter | undefined {
  const places = emitterPlaces(e);
  const kept = places.map((at, k) => ({ at, k })).filter(({ at }) => at >= from && at < to);
  if (kept.length === 0) return undefined;
  const part: Emitter = { ...e, atM: kept.map(({ at }) => tidy(Math.max(0, at - by))) };
  delete part.firstAtM;
  delete part.spacingM;
  delete part.count;
  delete part.shut;
  const shut = kept.flatMap(({ k }, n) => (e.shut?.includes(k) ? [n] : []));
  if (shut.length > 0) part.shut = shut;
  return part;
}

/** Emitters of a leg that is cut at `atM`: those before it, and those behind, counted from there. */
export function cutEmitters(list: readonly Emitter[], atM: number): [Emitter[], Emitter[]] {
  return [
    list.flatMap((e) => partOf(e, -Infinity, atM, 0) ?? []),
    list.flatMap((e) => partOf(e, atM, Infinity, atM) ?? []),
  ];
}

/** Emitters of a leg put behind another leg of so many metres. */
export const movedEmitters = (list: readonly Emitter[], by: number): Emitter[] =>
  list.flatMap((e) => partOf(e, -Infinity, Infinity, -by) ?? []);
