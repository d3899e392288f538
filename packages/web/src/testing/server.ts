// For tests of the session: a server of one plan that may lose answers.
import type { Plan } from '@vernal-slope/plan/schema';
import type { LogChanges, Row } from '../session/logrows.ts';

const AT = '2026-11-25T10:00:00.000Z';

/** A server of one plan that knows a request it has seen, as the real one does. */
export class PlanServer {
  document: unknown;
  revision = 1;
  readonly seen = new Map<string, { revision: number }>();
  /** Documents by the revision that they had. */
  readonly versions = new Map<number, unknown>();
  /** Plans that were put in beside it. */
  readonly made: Plan[] = [];
  readonly saves: { revision: number; title: string; key: string | null }[] = [];
  /** What becomes of the next requests: answered, or the answer is lost on its way, or they never arrive. */
  fate: ('answer' | 'lose-answer' | 'lose-request')[] = [];

  /** Rows of the log, as the real server keeps them. */
  readonly rows = new Map<string, Row>();
  logRevision = 0;
  readonly photos = new Map<string, unknown>();

  constructor(document: unknown) {
    this.document = document;
  }

  /** A change of the log, of this window or of another device. */
  write(id: string, base: number, entry: Row['entry']): void {
    const row = this.rows.get(id);
    if (row ? row.version !== base : base !== 0) return;
    this.rows.set(id, { id, version: (row?.version ?? 0) + 1, entry });
    this.logRevision++;
  }
  get log(): Row['entry'][] {
    return [...this.rows.values()].flatMap((r) => (r.entry ? [r.entry] : []));
  }
  #changeLog(body: LogChanges): Response {
    for (const { base, entry } of body.put) this.write(entry.id ?? '', base, entry);
    for (const { base, id } of body.gone) this.write(id, base, null);
    return Response.json({ logRevision: this.logRevision, readings: [...this.rows.values()] });
  }

  readonly fetch = async (path: string, init: RequestInit): Promise<Response> => {
    const fate = this.fate.shift() ?? 'answer';
    if (fate === 'lose-request') throw new TypeError('no connection');
    const answer = this.#answer(path, init);
    if (fate === 'lose-answer') throw new TypeError('connection reset');
    return answer;
  };
  #answer(path: string, init: RequestInit): Response {
    const version = /\/versions\/(\d+)$/.exec(path);
    if (version) {
      const document = this.versions.get(Number(version[1]));
      return document
        ? Response.json({ ...this.#stored(Number(version[1])), summary: '', name: null, savedAt: AT, document })
        : Response.json({ error: { code: 'no-version', message: 'not kept' } }, { status: 404 });
    }
    if (path.endsWith('/log')) return this.#changeLog(JSON.parse(String(init.body)) as LogChanges);
    const photo = /\/photos\/([\w-]+)$/.exec(path);
    if (photo && init.method !== 'PUT')
      return this.photos.has(photo[1]) ? new Response('x') : new Response(null, { status: 404 });
    if (photo) {
      this.photos.set(photo[1], init.body);
      return new Response(null, { status: 204 });
    }
    if (init.method === 'POST') {
      const made = JSON.parse(String(init.body)) as { document: Plan };
      this.made.push(made.document);
      return Response.json(
        { ...this.#stored(1), id: `copy-${this.made.length}`, document: made.document },
        { status: 201 },
      );
    }
    if (init.method === 'GET') return Response.json(this.#stored(this.revision));
    const body = JSON.parse(String(init.body)) as { revision: number; document: Plan };
    const key = new Headers(init.headers).get('Idempotency-Key');
    this.saves.push({ revision: body.revision, title: body.document.title, key });
    const first = key && this.seen.get(key);
    if (first) return Response.json(this.#stored(first.revision));
    if (body.revision !== this.revision)
      return Response.json(
        { error: { code: 'stale', message: 'stale' }, current: this.#stored(this.revision) },
        { status: 409 },
      );
    this.versions.set(this.revision, this.document);
    this.document = body.document;
    this.revision++;
    if (key) this.seen.set(key, { revision: this.revision });
    return Response.json(this.#stored(this.revision));
  }
  #stored(revision: number): object {
    const document = this.log.length > 0 ? { ...(this.document as Plan), log: this.log } : this.document;
    const readings = Object.fromEntries([...this.rows.values()].map((r) => [r.id, r.version]));
    return {
      id: 'p',
      title: 't',
      revision,
      createdAt: AT,
      updatedAt: AT,
      document,
      readings,
      logRevision: this.logRevision,
    };
  }
  get title(): string {
    return (this.document as Plan).title;
  }
}
