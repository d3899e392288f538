// Versions of the document: an older one is brought up step by step, a newer one refused with a sentence.
import { describe, expect, it } from 'vitest';
import { broughtUp, type Steps } from './migrate.ts';

const plan = (version: unknown): Record<string, unknown> => ({ format: 'vernal-slope/plan', version, title: 't' });
const steps: Steps = {
  1: (d) => ({ ...d, name: d.title }),
  2: (d) => ({ ...d, names: [d.name] }),
};

describe('a plan of', () => {
  it('this version is left as it is, the same object', () => {
    const now = plan(1);
    const answer = broughtUp(now);
    expect(answer.ok && answer.value).toBe(now);
  });
  it('an older version goes up one step after the other, and what it had stays', () => {
    const answer = broughtUp(plan(1), steps, 3);
    expect(answer.ok && answer.value).toEqual({ ...plan(3), name: 't', names: ['t'] });
    const half = broughtUp({ ...plan(2), name: 'n' }, steps, 3);
    expect(half.ok && half.value).toEqual({ ...plan(3), name: 'n', names: ['n'] });
  });
  it('a newer version is refused with a sentence that says what to do', () => {
    const answer = broughtUp(plan(4), steps, 3);
    expect(answer.ok ? [] : answer.faults).toEqual([
      {
        path: '$.version',
        message: 'is 4: the plan was saved by a newer Vernal Slope',
        advice: 'open it there, or give a plan of version 3, the newest that this one reads',
      },
    ]);
  });
  it.each([undefined, 0, -1, 1.5, '1', null])('version %s is refused', (version) => {
    const answer = broughtUp(plan(version), steps, 3);
    expect(answer.ok).toBe(false);
  });
});
