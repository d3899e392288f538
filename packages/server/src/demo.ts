// Reads the demo plans of a folder; a demo plan with a fault is our own bug.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { faultLine, loadPlan } from '@vernal-slope/plan/document';
import { gzipSync } from 'node:zlib';
import type { Seed } from './db/plans.ts';
import { pack } from './documents/prepare.ts';

const ENDING = '.vernal.json';

/** Demo plans by the id they get, in the order of their file names, each with its valley where it has one. */
export const readDemoPlans = (folder: string): Seed[] =>
  readdirSync(folder)
    .filter((name) => name.endsWith(ENDING))
    .sort()
    .map((name) => {
      const loaded = loadPlan(readFileSync(join(folder, name), 'utf8'));
      if (!loaded.ok) throw new Error(`${name}: ${loaded.faults.map(faultLine).join('; ')}`);
      const id = name.slice(0, -ENDING.length);
      const grid = join(folder, '../valley', `${id}.asc`);
      return [id, pack(loaded.plan), existsSync(grid) ? gzipSync(readFileSync(grid)) : undefined] as const;
    });
