// Demo plans as text, for runs that send them.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from '../ensure.mjs';

/** A demo plan as compact JSON. @param {string} id */
export const demoPlan = (id) =>
  JSON.stringify(JSON.parse(readFileSync(join(root, `demo/plans/${id}.vernal.json`), 'utf8')));
