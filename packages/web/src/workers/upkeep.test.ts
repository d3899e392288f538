// What the worker of upkeep answers crosses to the page: no function in it, for every demo plan.
import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Plan } from '@vernal-slope/plan/schema';
import { upkeepApi } from './upkeep.ts';

const folder = new URL('../../../../demo/plans/', import.meta.url);

describe('the answer of the worker of upkeep', () => {
  for (const name of readdirSync(folder).filter((n) => n.endsWith('.vernal.json')))
    it(`of ${name} is cloned whole`, () => {
      const plan = JSON.parse(readFileSync(new URL(name, folder), 'utf8')) as Plan;
      const answer = upkeepApi.upkeep(plan, '2026-07-01');
      expect(structuredClone(answer)).toEqual(answer);
      expect(answer.dues.length).toBeGreaterThan(0);
    });
});
