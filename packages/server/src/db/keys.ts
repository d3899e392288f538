// Passphrases and who is signed in with one.
import { createHash, randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import { eq, lt } from 'drizzle-orm';
import type { Db } from './database.ts';
import { passphrases, sessions } from './schema.ts';
import { textOf } from './text.ts';

/** What somebody who is signed in may do. */
export type Role = 'writes' | 'reads';

/** Shortest passphrase that is taken, characters. */
export const PASSPHRASE_LEAST = 10;
const PASSPHRASE_MOST = 1000;
/** How long somebody stays signed in, ms. */
export const SESSION_MS = 30 * 86_400_000;
/** How long what was asked of the database holds, ms: others that share it may change it. */
const HOLDS_MS = 2000;
/** How many passphrases are hashed at once: each takes 128 MB for a third of a second. */
const HASHED_AT_ONCE = 2;
const HASHES_WAITING = 20;

/** Cost of scrypt: 2^17 rounds, blocks of 8, as the OWASP Password Storage Cheat Sheet has it (from memory). */
const COST = { ln: 17, r: 8, p: 1 } as const;
const BYTES = 32;

const derive = (
  passphrase: string,
  salt: Buffer,
  { ln, r, p }: { ln: number; r: number; p: number },
): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const options: ScryptOptions = { N: 2 ** ln, r, p, maxmem: 256 * 2 ** ln * r };
    scrypt(passphrase.normalize('NFKC'), salt, BYTES, options, (error, key) => (error ? reject(error) : resolve(key)));
  });

/** A passphrase as it is kept: cost, salt and key. */
export async function hashPassphrase(passphrase: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(passphrase, salt, COST);
  return `$scrypt$ln=${COST.ln},r=${COST.r},p=${COST.p}$${salt.toString('base64url')}$${key.toString('base64url')}`;
}

/** True where a passphrase is the one that was hashed. */
export async function isPassphrase(passphrase: string, hash: string): Promise<boolean> {
  const found = /^\$scrypt\$ln=(\d+),r=(\d+),p=(\d+)\$([\w-]+)\$([\w-]+)$/.exec(hash);
  if (!found) return false;
  const [, ln, r, p, salt, key] = found;
  const wanted = Buffer.from(key, 'base64url');
  const given = await derive(passphrase, Buffer.from(salt, 'base64url'), {
    ln: Number(ln),
    r: Number(r),
    p: Number(p),
  });
  return wanted.length === given.length && timingSafeEqual(wanted, given);
}

const idOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** Too many at once try to sign in. */
export class TooManyTries extends Error {}

/** Passphrases and sessions of a database; `now` is the clock. */
export class KeyStore {
  readonly #db: Db;
  readonly #now: () => Date;
  #asked: { readonly until: number; readonly roles: ReadonlySet<Role> } | undefined;
  readonly #known = new Map<string, { readonly until: number; readonly role: Role | undefined }>();
  #hashing = 0;
  readonly #waiting: (() => void)[] = [];

  constructor(db: Db, now: () => Date = () => new Date()) {
    this.#db = db;
    this.#now = now;
  }

  /** Roles that have a passphrase. */
  async roles(): Promise<ReadonlySet<Role>> {
    const at = this.#now().getTime();
    if (!this.#asked || this.#asked.until < at) {
      const rows = await this.#db.select({ role: textOf(passphrases.role) }).from(passphrases);
      this.#asked = { until: at + HOLDS_MS, roles: new Set(rows.map((r) => r.role as Role)) };
    }
    return this.#asked.roles;
  }

  /** True where somebody has to sign in: once there is a passphrase, everybody has to. */
  async asks(): Promise<boolean> {
    return (await this.roles()).size > 0;
  }

  /** Sets the passphrase of a role, or takes it away; who signed in with the one before is signed out. */
  async set(role: Role, passphrase: string | null): Promise<void> {
    const row = passphrase === null ? null : { hash: await hashPassphrase(passphrase), setAt: this.#now() };
    const out = this.#db.delete(sessions).where(eq(sessions.role, role));
    await this.#db.batch([
      row
        ? this.#db
            .insert(passphrases)
            .values({ role, ...row })
            .onConflictDoUpdate({ target: passphrases.role, set: row })
        : this.#db.delete(passphrases).where(eq(passphrases.role, role)),
      out,
    ]);
    this.#forget();
  }

  /** Signs in. @returns what the browser is to hold, or undefined where it is not the passphrase @throws TooManyTries */
  async signIn(passphrase: string): Promise<{ readonly token: string; readonly role: Role } | undefined> {
    if (passphrase.length > PASSPHRASE_MOST) return undefined;
    const rows = await this.#db
      .select({ role: textOf(passphrases.role), hash: textOf(passphrases.hash) })
      .from(passphrases);
    // the one that writes first: where both are the same, it is that
    rows.sort((a) => (a.role === 'writes' ? -1 : 1));
    for (const { role, hash } of rows) {
      if (!(await this.#inTurn(() => isPassphrase(passphrase, hash)))) continue;
      const token = randomBytes(32).toString('base64url');
      const at = this.#now();
      await this.#db.batch([
        this.#db.insert(sessions).values({
          id: idOf(token),
          role: role as Role,
          createdAt: at,
          endsAt: new Date(at.getTime() + SESSION_MS),
        }),
        this.#db.delete(sessions).where(lt(sessions.endsAt, at)),
      ]);
      return { token, role: role as Role };
    }
    return undefined;
  }

  async #inTurn<T>(work: () => Promise<T>): Promise<T> {
    if (this.#hashing >= HASHED_AT_ONCE) {
      if (this.#waiting.length >= HASHES_WAITING) throw new TooManyTries();
      await new Promise<void>((resolve) => this.#waiting.push(resolve));
    }
    this.#hashing++;
    try {
      return await work();
    } finally {
      this.#hashing--;
      this.#waiting.shift()?.();
    }
  }

  /** What the holder of a token may do; undefined where nobody is signed in with it. */
  async roleOf(token: string | undefined): Promise<Role | undefined> {
    if (token === undefined || token.length > 100) return undefined;
    const id = idOf(token);
    const at = this.#now();
    const known = this.#known.get(id);
    if (known && known.until >= at.getTime()) return known.role;
    const [row] = await this.#db
      .select({ role: textOf(sessions.role), endsAt: sessions.endsAt })
      .from(sessions)
      .where(eq(sessions.id, id));
    const role = row && row.endsAt > at && (await this.roles()).has(row.role as Role) ? (row.role as Role) : undefined;
    if (this.#known.size > 1000) this.#known.clear();
    this.#known.set(id, { until: at.getTime() + HOLDS_MS, role });
    return role;
  }

  async signOut(token: string): Promise<void> {
    await this.#db.delete(sessions).where(eq(sessions.id, idOf(token)));
    this.#forget();
  }

  /** Signs everybody out, everywhere. */
  async signOutAll(): Promise<void> {
    await this.#db.delete(sessions);
    this.#forget();
  }

  #forget(): void {
    this.#asked = undefined;
    this.#known.clear();
  }
}
