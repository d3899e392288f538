// What the commands of a keeper of data do, each with the sentence that says what was done.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from '../db/database.ts';
import { KeyStore, PASSPHRASE_LEAST, type Role } from '../db/keys.ts';
import { copyDatabase, makeCopy } from './copies.ts';
import { copiesIn, type Why } from './names.ts';
import { placeOf } from './place.ts';
import { fileToRestore, fileToUndo, restore, takeAsItIs, type Restored } from './restore.ts';
import { othersAt } from './running.ts';
import { lookOver } from './sound.ts';
import { CopyFailed } from './copies.ts';
import { existsSync } from 'node:fs';

const WORDS: Readonly<Record<Why, string>> = {
  daily: 'of the day',
  asked: 'asked for',
  'before-restore': 'of what stood before a copy was brought back',
};
const size = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1000)).toLocaleString('en')} kB`;
const plansWord = (n: number): string => (n === 1 ? '1 plan' : `${n} plans`);

/** `npm run backup`. @param target file that is written; a copy in the folder of the copies where it is left out */
export async function backupTo(dataFolder: string, target?: string): Promise<string> {
  const place = placeOf(dataFolder);
  await lookOver(place, othersAt(place).length > 0);
  if (target === undefined) {
    const copy = await makeCopy(place, 'asked');
    return `A copy was made and looked over: ${join(place.copies, copy.name)} (${size(copy.bytes)}).`;
  }
  if (place.file === undefined)
    throw new CopyFailed('The data lies on a libSQL server: copies are made there, not here.');
  if (existsSync(target)) throw new CopyFailed(`${target} is there already: choose another name. Nothing was written.`);
  await copyDatabase(place.file, target);
  return `A copy was made and looked over: ${target}.`;
}

/** `npm run restore -- --list`. */
export function listCopies(dataFolder: string): string {
  const { copies } = placeOf(dataFolder);
  const list = copiesIn(copies);
  if (list.length === 0) return `There is no copy in ${copies}.`;
  return list
    .map(
      (c) =>
        `${c.name}  ${c.madeAt.toISOString().slice(0, 16).replace('T', ' ')} UTC  ${size(c.bytes)}  ${WORDS[c.why]}`,
    )
    .join('\n');
}

export type RestoreWish =
  { readonly kind: 'copy'; readonly file: string } | { readonly kind: 'undo' } | { readonly kind: 'as-is' };

const said = ({ from, before, aside, plans }: Restored): string =>
  [
    `Brought back ${from}: ${plansWord(plans)}.`,
    before ? `What was there is kept as ${before.name}; npm run restore -- --undo brings it back.` : '',
    aside ? `What was damaged was set aside in ${aside}.` : '',
  ]
    .filter(Boolean)
    .join(' ');

/** `npm run restore`. */
export async function restoreFrom(dataFolder: string, wish: RestoreWish): Promise<string> {
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const place = placeOf(dataFolder);
  if (wish.kind === 'as-is') {
    const done = await takeAsItIs(place);
    return `What could be read is there again: ${plansWord(done.plans)}. The files as they were are in ${done.aside}.`;
  }
  return said(await restore(place, wish.kind === 'undo' ? fileToUndo(place) : fileToRestore(place, wish.file)));
}

export type KeyWish =
  | { readonly kind: 'set'; readonly role: Role; readonly passphrase: string }
  | { readonly kind: 'remove'; readonly role: Role }
  | { readonly kind: 'sign-out' };

/** A passphrase that is not taken. */
export class KeyFault extends Error {
  constructor(why: string) {
    super(why);
    this.name = 'KeyFault';
  }
}

/** `npm run passphrase`. */
export async function changeKeys(dataFolder: string, wish: KeyWish): Promise<string> {
  if (wish.kind === 'set' && [...wish.passphrase].length < PASSPHRASE_LEAST)
    throw new KeyFault(
      `A passphrase has at least ${PASSPHRASE_LEAST} characters; several words are easy to keep. Nothing was changed.`,
    );
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const place = placeOf(dataFolder);
  await lookOver(place, othersAt(place).length > 0);
  const database = await openDatabase(place.url);
  try {
    const keys = new KeyStore(database.db);
    if (wish.kind === 'sign-out') {
      await keys.signOutAll();
      return 'Everybody was signed out.';
    }
    const roles = await keys.roles();
    if (wish.role === 'reads' && wish.kind === 'set' && !roles.has('writes'))
      throw new KeyFault(
        'Set the passphrase that reads and writes first: with this one alone nobody could write. Nothing was changed.',
      );
    if (wish.role === 'writes' && wish.kind === 'remove' && roles.has('reads')) await keys.set('reads', null);
    await keys.set(wish.role, wish.kind === 'set' ? wish.passphrase : null);
    const whose = wish.role === 'writes' ? 'to read and write' : 'to read only';
    if (wish.kind === 'remove')
      return wish.role === 'writes'
        ? 'No passphrase is asked for any more: the server listens on this machine alone.'
        : `The passphrase ${whose} is gone, and who signed in with it is signed out.`;
    return `The passphrase ${whose} is set, and who signed in with another is signed out.`;
  } finally {
    await database.close();
  }
}
