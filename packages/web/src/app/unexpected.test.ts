// An error that nobody foresaw is told to the person, wherever it comes from.
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { App } from 'vue';
import type { Router } from 'vue-router';
import { closeUnexpected, tellOf, tellUnexpected, unexpected } from './unexpected.ts';

const heard = new Map<string, (event: unknown) => void>();
beforeEach(() => {
  heard.clear();
  closeUnexpected();
  vi.stubGlobal('addEventListener', (name: string, take: (event: unknown) => void) => heard.set(name, take));
  vi.stubGlobal('reportError', (error: unknown) => heard.get('error')?.({ error }));
});
afterEach(() => vi.unstubAllGlobals());

function listen(): { app: App; failed: (error: Error) => void } {
  const app = { config: {} } as App;
  let failed: (error: Error) => void = () => undefined;
  tellUnexpected(app, { onError: (take: typeof failed) => void (failed = take) } as unknown as Router);
  return { app, failed: (error) => failed(error) };
}

describe('an error that nobody foresaw', () => {
  it('in a component, in a promise, in a script and in a page that cannot be fetched', () => {
    const { app, failed } = listen();
    app.config.errorHandler?.(new Error('no such leg'), null, 'render');
    expect(unexpected.value).toContain('no such leg');
    heard.get('unhandledrejection')?.({ reason: new Error('the worker is gone') });
    expect(unexpected.value).toContain('the worker is gone');
    heard.get('error')?.({ message: 'Script error.' });
    expect(unexpected.value).toContain(': Script error. What');
    failed(new Error('Failed to fetch dynamically imported module'));
    expect(unexpected.value).toMatch(/^This page could not be opened: Failed to fetch/);
    closeUnexpected();
    expect(unexpected.value).toBe('');
  });
  it('says nothing of what a browser reports while sizes change', () => {
    tellOf(new Error('ResizeObserver loop completed with undelivered notifications.'));
    expect(unexpected.value).toBe('');
  });
});
