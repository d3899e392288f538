// What things are called on screen.
import { findFitting, findPipe } from '@vernal-slope/plan/catalogue';
import type { Leg } from '@vernal-slope/plan/schema';
import { nameOfId } from '@vernal-slope/plan/topology';
import { showField } from './planfields.ts';
import type { UnitSystem } from './quantities.ts';

/** Name of a place or of a line; a line without one goes by its ends. */
export const nameIn = nameOfId;

const VULGAR: Readonly<Record<string, string>> = {
  '1/2': '½',
  '3/4': '¾',
  '1-1/4': '1¼',
  '1-1/2': '1½',
  '2-1/2': '2½',
  '3/8': '⅜',
  '5/8': '⅝',
};

/** Nominal size as printed on the pipe, with one-sign fractions: "1¼ in". */
export const nominal = (text: string): string =>
  text.replace(/\d+-\d\/\d|\d\/\d/, (fraction) => VULGAR[fraction] ?? fraction);

export function pipeName(pipe: Leg['pipe'], system: UnitSystem): string {
  if (typeof pipe !== 'string') return `bore ${showField('insideDiameterMm', pipe.insideDiameterMm, system)}`;
  const row = findPipe(pipe);
  return row ? nominal(row.nominal) : pipe;
}

export function pipeFamily(pipe: Leg['pipe']): string {
  return typeof pipe === 'string' ? (findPipe(pipe)?.family ?? '') : 'as entered';
}

const SHORT: Readonly<Record<string, string>> = {
  gate: 'gate valve',
  'y-strainer': 'strainer',
  'coupling-insert': 'coupler',
  'elbow90-insert': 'elbow',
  'elbow90-threaded': 'elbow',
  'elbow90-solvent': 'elbow',
  'bend-pipe-swept': 'bend',
  'ball-full': 'ball valve',
  globe: 'stop valve',
};

/** "gate valve, 2 couplers"; "none" when there are none. */
export function fittingsText(leg: Leg): string {
  const parts = (leg.fittings ?? [])
    .filter((f) => (f.count ?? 1) > 0)
    .map((f) => {
      const type = 'type' in f && typeof f.type === 'string' ? f.type : undefined;
      const row = type ? findFitting(type) : undefined;
      const name = row ? (SHORT[row.id] ?? row.name.split(',')[0].toLowerCase()) : (type ?? 'K as entered');
      const count = f.count ?? 1;
      return count === 1 ? name : `${count} ${name}${name.endsWith('s') ? '' : 's'}`;
    });
  return parts.length > 0 ? parts.join(', ') : 'none';
}

const NUMBER_WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];
/** Small whole numbers as words, larger ones as figures. */
const ORDINALS = 'first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth'.split(' ');
/** "third"; "13th" and on. */
export const ordinalWord = (n: number): string =>
  ORDINALS[n - 1] ?? `${n}${((n % 100 > 13 || n % 100 < 10) && ['st', 'nd', 'rd'][(n % 10) - 1]) || 'th'}`;
export const numberWord = (n: number): string => NUMBER_WORDS[n] ?? String(n);

/** "1 plan", "6 plans". */
export const countOf = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** Name of a file: a plan's title, made fit for any disk, with an ending. */
export const fileNameOf = (title: string, ending: string): string =>
  `${
    title
      .normalize('NFKD')
      .replace(/[^\w\s-]/g, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase()
      .slice(0, 80) || 'plan'
  }.${ending}`;
