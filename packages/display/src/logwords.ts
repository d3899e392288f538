// Readings and causes in plain words.
import { HORIZON } from '@vernal-slope/plan/ahead';
import type { DueBy } from '@vernal-slope/plan/upkeep';
import { READING_KINDS, type Cause, type ReadingKind } from '@vernal-slope/plan/diagnose';
import { isBed, isSource, isStore, isTap, isVessel, feeds } from '@vernal-slope/plan/kinds';
import type { Plan, PlanNode, ReadingEntry } from '@vernal-slope/plan/schema';
import { nameIn } from './names.ts';
import { percent, showText, type Quantity, type UnitSystem } from './quantities.ts';
import { planField } from './planfields.ts';

export const KIND_WORDS: Readonly<Record<ReadingKind, string>> = {
  pressureKPa: 'a gauge',
  flowLpm: 'a timed bucket',
  levelM: 'a level',
  refillMin: 'time until full again',
};
export const QUANTITY: Readonly<Record<ReadingKind, Quantity>> = {
  pressureKPa: 'pressure',
  flowLpm: 'flow',
  levelM: 'depth',
  refillMin: 'duration',
};

/** Whether an entry of the log has a figure that is held against the plan. */
export const isReading = (e: ReadingEntry): boolean => READING_KINDS.some((k) => e[k] !== undefined);

/** What else is entered. */
export type EventKind = 'rain' | 'repair' | 'test' | 'photo';
export const EVENT_WORDS: Readonly<Record<EventKind, string>> = {
  rain: 'Rain',
  repair: 'A repair',
  test: 'A test of the water',
  photo: 'A photograph',
};

/** What can be read at a place. */
export function kindsAt(node: PlanNode | undefined): ReadingKind[] {
  if (!node) return [];
  if (isSource(node)) return ['flowLpm'];
  return [
    'pressureKPa',
    ...(isTap(node) || (isVessel(node) && !feeds(node)) ? (['flowLpm'] as const) : []),
    ...(isVessel(node) ? (['levelM'] as const) : []),
    ...(node.kind === 'trough' ? (['refillMin'] as const) : []),
  ];
}

/** What is read first at a place: of a source its bucket, of a tank its level, elsewhere the gauge. */
export function readingKind(node: PlanNode | undefined): ReadingKind {
  const kinds = kindsAt(node);
  return node && isStore(node) && kinds.includes('levelM') ? 'levelM' : (kinds[0] ?? 'pressureKPa');
}

/** Places of a round of readings, from the top down: sources, tanks, taps and troughs. */
export const walkPlaces = (plan: Plan): PlanNode[] =>
  plan.nodes
    .filter((n) => isSource(n) || isStore(n) || isTap(n) || (isVessel(n) && !isBed(n)))
    .sort((a, b) => b.groundM - a.groundM);

/** What ran, in words. */
export function openWords(plan: Plan, open: readonly string[] | undefined): string {
  if (!open) return 'all that is open in the plan';
  if (open.length === 0) return 'all shut';
  return open.map((id) => nameIn(plan, id)).join(', ');
}

/** The same as a state: "Low Meadow open", "all shut". */
export const openState = (plan: Plan, open: readonly string[] | undefined): string =>
  open && open.length > 0 ? `${openWords(plan, open)} open` : openWords(plan, open);

/** A cause with its place and size, as one says it. */
export function causeWords(plan: Plan, { kind, at, size }: Cause, units: UnitSystem): string {
  const here = nameIn(plan, at);
  const mm = (v: number): string => showText(planField('boreMm').toSI(v), 'bore', units);
  switch (kind) {
    case 'none':
      return 'nothing: chance alone';
    case 'leak':
      return `a leak in ${here}, as a hole of ${mm(size)}`;
    case 'blockage':
      return `${here} held back, as by a valve half shut or a clogged screen (K ${Math.round(size)})`;
    case 'narrow':
      return `${here} narrower all along: a bore of ${mm(size)}`;
    case 'height':
      return `${here} ${showText(Math.abs(size), 'rise', units)} ${size > 0 ? 'higher' : 'lower'} than entered`;
    case 'gauge':
      return `the gauge at ${here} reads ${percent(size)} of what is there`;
    case 'supply':
      return `${here} gives ${percent(size)} of what was entered`;
  }
}

/** What one looks at first. */
export const LOOK_FIRST: Readonly<Record<Cause['kind'], string>> = {
  none: 'Read again another day.',
  leak: 'Walk the line for green and wet ground; shut it in halves and read the gauge.',
  blockage: 'Open and clean the screen, then look at every valve on the way, then let the air out at the high points.',
  narrow: 'Read the print on the pipe, measure an end with a calliper.',
  height: 'Measure the height again, or read a gauge there with all shut.',
  gauge: 'Put the gauge on another tap, or another gauge on this one.',
  supply: 'A bucket and a watch at the source.',
};

/** Days in words; null is longer than was looked at. */
export const daysWords = (days: number | null, most = HORIZON): string =>
  days === null ? `over ${most} days` : `${days} ${days === 1 ? 'day' : 'days'}`;

/** Why a job is due. */
export const BY_WORDS: Readonly<Record<DueBy, string>> = {
  days: 'due',
  storm: 'storm of',
  frost: 'before the frost,',
  use: 'by its use',
};
