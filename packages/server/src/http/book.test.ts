// The book over HTTP: each form of it, what is refused, and saves that go on while one is printed.
import { readFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from 'vitest';
import { openPress } from '../book/press.ts';
import { served } from './served.testdata.ts';

const press = openPress();
afterAll(() => press.close());
const made = (name: string): object => ({
  document: JSON.parse(
    readFileSync(new URL(`../../../../demo/plans/${name}.vernal.json`, import.meta.url), 'utf8'),
  ) as object,
});

describe('the book', () => {
  it('comes as PDF, as one file and as Markdown, by the day and units that were asked for', async () => {
    const s = await served(undefined, { press });
    const { body } = await s.ask('POST', '/plans', made('tarn-foot'));
    const { id } = body as { id: string };
    const get = (format: string, query = ''): Promise<Response> =>
      fetch(`${s.address}/api/plans/${id}/book.${format}?today=2026-09-18${query}`);
    const pdf = await get('pdf', '&paper=letter');
    expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect(pdf.headers.get('content-disposition')).toMatch(/^inline; filename="[\w-]+\.book\.pdf"$/);
    const bytes = Buffer.from(await pdf.arrayBuffer());
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(bytes.toString('latin1')).toContain('/MediaBox [0 0 612 792]');
    const html = await get('html', '&units=us');
    // a page of somebody's words is not opened beside the app
    expect(html.headers.get('content-disposition')).toContain('attachment');
    const page = await html.text();
    expect(page).toContain('printed 18 September 2026');
    expect(page).toContain('psi');
    const md = await get('md', '&form=field');
    expect(await md.text()).toMatch(/^# /);
    await s.close();
  });
  it('a press that is made ready prints at once, and being asked twice begins one thread', async () => {
    const own = openPress();
    const s = await served(undefined, { press: own });
    const ready = async (): Promise<number> => (await fetch(`${s.address}/api/book/ready`)).status;
    expect(await Promise.all([ready(), ready()])).toEqual([204, 204]);
    await own.ready();
    const { body } = await s.ask('POST', '/plans', made('tarn-foot'));
    const pdf = await fetch(`${s.address}/api/plans/${(body as { id: string }).id}/book.pdf`);
    expect(pdf.status).toBe(200);
    await s.close();
    await own.close();
  });
  it('is refused in a sentence: another form, another question, no plan', async () => {
    const s = await served(undefined, { press });
    const { body } = await s.ask('POST', '/plans', made('tarn-foot'));
    const { id } = body as { id: string };
    const code = async (path: string): Promise<[number, string]> => {
      const response = await fetch(`${s.address}/api/plans/${path}`);
      return [response.status, ((await response.json()) as { error: { code: string } }).error.code];
    };
    expect(await code(`${id}/book.docx`)).toEqual([404, 'not-found']);
    expect(await code(`${id}/book.pdf?paper=a0`)).toEqual([400, 'bad-book']);
    expect(await code(`${id}/book.pdf?today=2026-13-45`)).toEqual([400, 'bad-book']);
    expect(await code(`${id}/book.pdf?today=2026-09-18&today=x`)).toEqual([400, 'bad-book']);
    expect(await code('nowhere/book.pdf')).toEqual([404, 'no-plan']);
    await s.close();
  });
  it('is printed beside the thread that serves: saves go on', async () => {
    const s = await served(undefined, { press });
    const { body } = await s.ask('POST', '/plans', made('ousel-bank'));
    const { id } = body as { id: string };
    const { body: other } = await s.ask('POST', '/plans', made('tarn-foot'));
    const order: string[] = [];
    const book = fetch(`${s.address}/api/plans/${id}/book.pdf`).then(async (r) => {
      await r.arrayBuffer();
      order.push('book');
      return r.status;
    });
    const plan = other as { id: string; revision: number; document: unknown };
    for (let k = 0; k < 3; k++) {
      const saved = await s.ask('PUT', `/plans/${plan.id}`, { revision: plan.revision + k, document: plan.document });
      expect(saved.status).toBe(200);
      order.push('save');
    }
    expect(await book).toBe(200);
    expect(order).toEqual(['save', 'save', 'save', 'book']);
    await s.close();
  });
});
