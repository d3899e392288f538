// What the plan says against an edit: one sentence, its lengths in the person's units.
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { crossChecks } from '@vernal-slope/plan/document';
import { demoPlan } from '../testing/page.ts';
import { said } from './faults.ts';
import { useSettings } from './settings.ts';

beforeEach(() => {
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  setActivePinia(createPinia());
});

describe('a fault as a sentence', () => {
  const plan = structuredClone(demoPlan('tarn-foot'));
  plan.lines[0].legs[0].lengthM = 1.5;
  const faults = crossChecks(plan);
  it('is nothing where there is none', () => expect(said([])).toBeUndefined());
  it('begins with a capital and ends with what would be right', () => {
    expect(said([{ path: '$', message: 'is no pipe', advice: 'choose one' }])).toBe('Is no pipe: choose one.');
  });
  it('has its lengths in metres, and in the file’s words for the command line', () => {
    expect(said(faults)).toMatch(/^Is 1\.50\u00a0m, shorter than the 4\.20\u00a0m it falls: /);
    expect(faults[0].message).toBe('is 1.5 m, shorter than the 4.2 m it falls');
  });
  it('has them in feet where feet are read, and no metre is left', () => {
    useSettings().units = 'us';
    // 1.5 m and 4.2 m over 0.3048 m to the foot
    expect(said(faults)).toMatch(/^Is 4\.92\u00a0ft, shorter than the 13\.78\u00a0ft it falls: /);
    expect(said(faults)).not.toMatch(/\d\sm\b/);
    useSettings().units = 'metric';
  });
});
