// Keeping what is entered: copies from the page, signing in, reading only, a server that stops and comes back.
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RunningApp } from './harness/app.ts';
import { Key, Page } from './harness/page.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
/** Sets a passphrase as the keeper of a server does: by the command, over standard input. */
const passphrase = (data: string, words: string, ...more: string[]): string => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/passphrase.mjs', '--data', data, ...more], {
    cwd: root,
    input: `${words}\n`,
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return stdout;
};

describe('copies of everything', () => {
  const app = new RunningApp();
  let page: Page;
  beforeAll(async () => {
    await app.start();
    page = await Page.open();
  });
  afterAll(async () => {
    await page.close();
    await app.stop();
  });
  const cards = (): Promise<string[]> =>
    page.driver.executeScript("return [...document.querySelectorAll('main article h2')].map((h) => h.textContent)");

  it('are made by one press, brought back with a word first, and that is undone', async () => {
    await page.go(`${app.address}/`);
    await page.until('the plans', async () => (await cards()).length === 6);
    await page.click('copies-open');
    await page.click('make-copy');
    expect(
      await page.textWhen('copies-said', (text) => /A copy was made and looked over: \d+\skB/.test(text)),
    ).toBeTruthy();
    expect(await page.axe()).toEqual([]);
    expect(readdirSync(join(app.data, 'copies')).some((name) => name.endsWith('-asked.db'))).toBe(true);
    await page.press(Key.ESCAPE);
    await page.click('delete-tarn-foot');
    await page.until('one fewer', async () => (await cards()).length === 5);
    await page.click('copies-open');
    await page.click('restore-asked');
    await page.click('restore-sure');
    await page.textWhen('copies-said', (text) => /Everything is as it was on .*: 6 plans\./.test(text));
    await page.until('all of them again', async () => (await cards()).length === 6);
    // what was said of the deleted one no longer holds
    expect(await page.driver.executeScript('return !!document.querySelector(\'[data-test="undo-delete"]\')')).toBe(
      false,
    );
    await page.click('undo-restore');
    await page.until('as it was before', async () => (await cards()).length === 5);
    expect(await page.complaints()).toEqual([]);
  });
});

describe('a server that asks for a passphrase', () => {
  const app = new RunningApp();
  let page: Page;
  beforeAll(async () => {
    await app.start();
    page = await Page.open();
    await page.go(`${app.address}/plan/tarn-foot/walk`);
    await page.saved();
  });
  afterAll(async () => {
    await page.close();
    await app.stop();
  });
  const signIn = async (words: string): Promise<void> => {
    await page.fill('Passphrase', words, '');
    await page.click('sign-in');
  };
  const title = (): Promise<string> =>
    page.driver.executeScript('return document.querySelector(\'[aria-label="Name of the plan"]\')?.value ?? ""');

  it('lets nobody see a plan without it, tells of a wrong one, and keeps what was entered meanwhile', async () => {
    // the server is gone for a while, and comes back with a passphrase: what is entered meanwhile waits
    await app.stop();
    await page.fill('Name of the plan', 'Tarn Foot, signed');
    await page.textWhen('saved', (text) => /kept here/.test(text));
    expect(passphrase(app.data, 'rowan and larch')).toContain('is set');
    expect(passphrase(app.data, 'only a glance', '--read-only')).toContain('is set');
    await app.start();
    await page.until('the question', () =>
      page.driver.executeScript(
        'return !!document.querySelector(\'[data-test="passphrase"], [aria-label="Passphrase"]\')',
      ),
    );
    expect(await page.axe()).toEqual([]);
    await signIn('not the one');
    await page.textWhen('sign-in-trouble', (text) => /This is not the passphrase/.test(text));
    await signIn('rowan and larch');
    await page.saved();
    expect(await title()).toBe('Tarn Foot, signed');
    const cookies = await page.driver.manage().getCookies();
    expect(cookies.find((c) => c.name === 'vernal-slope')).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
    // another window without it sees nothing
    expect((await fetch(`${app.address}/api/plans/tarn-foot`)).status).toBe(401);
  });
  it('lets who may only read look, and says why nothing changes', async () => {
    const reader = await Page.open(390, 844);
    await reader.go(`${app.address}/`);
    await reader.fill('Passphrase', 'only a glance', '');
    await reader.click('sign-in');
    await reader.textWhen('read-only', (text) => /read only/.test(text));
    await reader.until('the plans', () =>
      reader.driver.executeScript("return document.querySelectorAll('main article h2').length === 6"),
    );
    expect(
      await reader.driver.executeScript(
        'return document.querySelectorAll(\'[data-test^="delete-"], [data-test="copies-open"], [data-test="empty-plan"]\').length',
      ),
    ).toBe(0);
    await reader.go(`${app.address}/plan/tarn-foot/walk`);
    await reader.textWhen('saved', (text) => /Read only/.test(text));
    await reader.fill('Name of the plan', 'Mine');
    await reader.textWhen('notice', (text) => /read only/.test(text));
    const kept = await page.driver.executeAsyncScript<string>(
      "fetch('/api/plans/tarn-foot').then((r) => r.json()).then((p) => arguments[0](p.title))",
    );
    expect(kept).toBe('Tarn Foot, signed');
    await reader.close();
  });
  it('signs everybody out at once', async () => {
    await page.go(`${app.address}/`);
    await page.choose('sign-out', 'Sign everybody out, on every device');
    await page.until('the question again', () =>
      page.driver.executeScript('return !!document.querySelector(\'[aria-label="Passphrase"]\')'),
    );
    expect(
      await page.driver.executeAsyncScript<number>("fetch('/api/plans').then((r) => arguments[0](r.status))"),
    ).toBe(401);
  });
});
