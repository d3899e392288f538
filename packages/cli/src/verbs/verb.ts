// What a verb of the command line is, and what verbs share: plans read, tanks and places found, answers printed.
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import { loadWhole, MAX_BYTES, type Fault } from '@vernal-slope/plan/document';
import { isStore, type PlanNode } from '@vernal-slope/plan/kinds';
import type { Plan, StoreNode } from '@vernal-slope/plan/schema';
import type { OptionName, Options } from '../options.ts';

export interface Verb {
  readonly name: string;
  readonly options: readonly OptionName[];
  /** Lines of its usage: what follows `vernal`, then what it prints. */
  readonly usage: readonly [call: string, ...words: string[]];
  /** Writes of the plan as it stands: nothing is worked out for a month. */
  readonly asItStands?: boolean;
  /** Works without a plan file. */
  readonly noFile?: boolean;
  /** What options must be there together; throws a usage error. */
  readonly needs?: (options: Options) => void;
  /** @returns what is printed: text as it is, anything else as JSON */
  readonly run: (plan: Plan, options: Options) => unknown;
}

/** A verb that needs no plan. */
export const NO_PLAN: Plan = { format: 'vernal-slope/plan', version: 1, title: '', nodes: [], lines: [] };

export class PlanFaults extends Error {
  readonly faults: readonly Fault[];
  constructor(faults: readonly Fault[]) {
    super('faults in the plan');
    this.faults = faults;
  }
}

export const fault = (path: string, message: string, advice: string): PlanFaults =>
  new PlanFaults([{ path, message, advice }]);

/** A file whole; a fault, not an exception of the system, when it cannot be read. */
export function readBytes(file: string, limit: number): Buffer {
  const most = `${limit / (1024 * 1024)} MB`;
  let handle: number | undefined;
  try {
    const info = statSync(file);
    if (info.isDirectory()) throw fault('$', `"${file}" is a folder`, 'name a .vernal.json file');
    if (info.size > limit) throw fault('$', `"${file}" is larger than ${most}`, `a file is at most ${most} here`);
    handle = openSync(file, 'r');
    const chunks: Buffer[] = [];
    let total = 0;
    for (;;) {
      const chunk = Buffer.alloc(1 << 16);
      const read = readSync(handle, chunk);
      if (read === 0) break;
      total += read;
      if (total > limit) throw fault('$', `"${file}" is larger than ${most}`, `a file is at most ${most} here`);
      chunks.push(chunk.subarray(0, read));
    }
    return Buffer.concat(chunks);
  } catch (error) {
    if (error instanceof PlanFaults) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    throw fault(
      '$',
      code === 'ENOENT' ? `there is no file "${file}"` : `"${file}" cannot be read (${code ?? 'unknown'})`,
      'name a .vernal.json file that can be read',
    );
  } finally {
    if (handle !== undefined) closeSync(handle);
  }
}

export const readText = (file: string, limit = MAX_BYTES): string => readBytes(file, limit).toString('utf8');

export function readPlan(file: string): Plan {
  const loaded = loadWhole(readText(file));
  if (!loaded.ok) throw new PlanFaults(loaded.faults);
  return loaded.plan;
}

/** The tank that is named, else the first of the plan. */
export function tankOf(plan: Plan, id: string | undefined): StoreNode {
  const tanks = plan.nodes.filter(isStore);
  const tank = id === undefined ? tanks[0] : tanks.find((t) => t.id === id);
  if (!tank) {
    throw id === undefined
      ? fault('$.nodes', 'has no tank', 'store needs a plan with a tank')
      : fault('--tank', `"${id}" is no tank`, 'give the id of a tank');
  }
  return tank;
}

/** Ids of places of a plan, each of them one that fits. */
export function placesNamed(
  plan: Plan,
  name: OptionName,
  ids: readonly string[] | undefined,
  fits: (node: PlanNode) => boolean,
  what: string,
): string[] | undefined {
  if (ids === undefined) return undefined;
  for (const id of ids) {
    const node = plan.nodes.find((n) => n.id === id);
    if (!node || !fits(node))
      throw fault(`--${name}`, `"${id}" is no ${what}`, `give ids of ${what}s, with commas between`);
  }
  return [...ids];
}
