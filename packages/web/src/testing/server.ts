// For tests of the session: a server of one plan that may lose answers.
import type { Plan } from '@vernal-slope/plan/schema';

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

  constructor(document: unknown) {
    this.document = document;
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
    return { id: 'p', title: 't', revision, createdAt: AT, updatedAt: AT, document: this.document };
  }
  get title(): string {
    return (this.document as Plan).title;
  }
}
