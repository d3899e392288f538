// Reading and writing plan files: text to plan or faults, plan to text, nothing lost.
import {
  FAULTS_COUNTED,
  FAULTS_NAMED,
  jsonPath,
  LIST_LIMITS,
  MAX_BYTES,
  MAX_DEPTH,
  UNKNOWN_LIST_LIMIT,
  type Fault,
} from '../fields/index.ts';
import { nodeSchema } from '../kinds/index.ts';
import { lineSchema, planSchema, type Plan } from '../schema/index.ts';
import { crossChecks, looseFaults } from './crosschecks.ts';
import { faultOf } from './issues.ts';
import { broughtUp } from './migrate.ts';

export type Loaded = { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly faults: Fault[] };

const one = (message: string, advice: string): Loaded => ({ ok: false, faults: [{ path: '$', message, advice }] });
const TOO_DEEP = one(`is nested deeper than ${MAX_DEPTH} levels`, `a plan file nests at most ${MAX_DEPTH} deep`);

/** Deepest nesting of brackets outside strings; stops counting past the limit. */
export function nestingDepth(text: string, limit = MAX_DEPTH): number {
  let depth = 0;
  let deepest = 0;
  let quoted = false;
  for (let i = 0; i < text.length && deepest <= limit; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 92) i++;
      else if (c === 34) quoted = false;
    } else if (c === 34) quoted = true;
    else if (c === 123 || c === 91) deepest = Math.max(deepest, ++depth);
    else if (c === 125 || c === 93) depth--;
  }
  return deepest;
}

/** Lists that are longer than their limit, and nesting that is deeper: looked at before anything else walks the document. */
function sizeFaults(root: object): Fault[] {
  const faults: Fault[] = [];
  const path: PropertyKey[] = [];
  let deep = false;
  // at most MAX_DEPTH calls deep, and nothing is kept of what is passed
  const look = (value: object, name: string): void => {
    if (path.length >= MAX_DEPTH) deep = true;
    if (deep || faults.length > FAULTS_NAMED) return;
    if (Array.isArray(value)) {
      const limit = Object.hasOwn(LIST_LIMITS, name)
        ? LIST_LIMITS[name as keyof typeof LIST_LIMITS]
        : UNKNOWN_LIST_LIMIT;
      if (value.length > limit) {
        faults.push({
          path: jsonPath(path),
          message: `has ${value.length} entries`,
          advice: `give at most ${limit}`,
        });
        return;
      }
      for (let k = 0; k < value.length; k++) {
        const item: unknown = value[k];
        if (typeof item !== 'object' || item === null) continue;
        path.push(k);
        look(item, name);
        path.pop();
      }
      return;
    }
    for (const key in value) {
      const item = (value as Record<string, unknown>)[key];
      if (typeof item !== 'object' || item === null) continue;
      path.push(key);
      look(item, key);
      path.pop();
    }
  };
  look(root, '');
  return deep && !TOO_DEEP.ok ? TOO_DEEP.faults : faults;
}

/** The first faults by name, and how many more there are. */
function cut(faults: Fault[], more: boolean): Fault[] {
  if (faults.length <= FAULTS_NAMED) return faults;
  const rest = faults.length - FAULTS_NAMED;
  return [
    ...faults.slice(0, FAULTS_NAMED),
    {
      path: '$',
      message: `and ${rest.toLocaleString('en')} more faults${more ? ' or more' : ''}`,
      advice: 'mend those above first',
    },
  ];
}

/** Faults of the schema: of the plan's head, then of each place and each line, until there are too many to count. */
function schemaFaults(value: Record<string, unknown>): { faults: Fault[]; more: boolean } {
  const faults: Fault[] = [];
  const { nodes, lines } = value;
  const head = planSchema.safeParse({
    ...value,
    nodes: Array.isArray(nodes) ? [] : nodes,
    lines: Array.isArray(lines) ? [] : lines,
  });
  if (!head.success) faults.push(...head.error.issues.map((issue) => faultOf(issue, value)));
  for (const [name, list, schema] of [
    ['nodes', nodes, nodeSchema],
    ['lines', lines, lineSchema],
  ] as const) {
    if (!Array.isArray(list)) continue;
    for (const [k, item] of list.entries()) {
      const parsed = schema.safeParse(item);
      if (parsed.success) continue;
      for (const issue of parsed.error.issues)
        faults.push(faultOf({ ...issue, path: [name, k, ...issue.path] }, value));
      if (faults.length > FAULTS_COUNTED) return { faults, more: true };
    }
  }
  return { faults, more: false };
}

/**
 * What a change of a plan breaks: its schema, looked at where the change is, and what the parts say of each other. A plan
 * without such faults is one that the server keeps.
 */
export function changeFaults(before: Plan, after: Plan): Fault[] {
  const faults: Fault[] = [];
  const look = (name: 'nodes' | 'lines', schema: typeof nodeSchema | typeof lineSchema): void => {
    const old = new Set<unknown>(before[name]);
    for (const [k, item] of after[name].entries()) {
      if (old.has(item)) continue;
      const parsed = schema.safeParse(item);
      if (!parsed.success)
        faults.push(
          ...parsed.error.issues.map((issue) => faultOf({ ...issue, path: [name, k, ...issue.path] }, after)),
        );
    }
  };
  look('nodes', nodeSchema);
  look('lines', lineSchema);
  const rest = (Object.keys(after) as (keyof Plan)[]).filter((key) => key !== 'nodes' && key !== 'lines');
  if (rest.some((key) => before[key] !== after[key])) {
    const head = planSchema.safeParse({ ...after, nodes: [], lines: [] });
    if (!head.success) faults.push(...head.error.issues.map((issue) => faultOf(issue, after)));
  }
  return faults.length > 0 ? faults : crossChecks(after);
}

/** Checks a parsed value: its size, its version, its shape, then what the parts say of each other. */
export function checkPlan(value: unknown): Loaded {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return one('is not a plan', 'give an object { "format": "vernal-slope/plan", "version": 1, … }');
  }
  const tooLarge = sizeFaults(value);
  if (tooLarge.length > 0) return { ok: false, faults: cut(tooLarge, false) };
  const now = broughtUp(value as Record<string, unknown>);
  if (!now.ok) return { ok: false, faults: now.faults };
  const { faults, more } = schemaFaults(now.value);
  if (faults.length > 0) return { ok: false, faults: cut(faults, more) };
  // the value itself is kept, not Zod's copy, so that unknown fields stay where they stood
  const plan = now.value as unknown as Plan;
  const crossed = crossChecks(plan);
  return crossed.length > 0 ? { ok: false, faults: cut(crossed, false) } : { ok: true, plan };
}

/** Reads the text of a plan file; loose ends are no fault of the file. */
export function loadPlan(text: string): Loaded {
  if (text.length > MAX_BYTES) return one('is larger than 10 MB', 'a plan file is at most 10 MB');
  if (nestingDepth(text) > MAX_DEPTH) return TOO_DEEP;
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return one(
      `is not JSON (${(error as Error).message.replace(/\s+/g, ' ').slice(0, 120)})`,
      'give a .vernal.json plan file',
    );
  }
  return checkPlan(value);
}

/** Reads the text of a plan whose every place must be reached by water, as the command line asks. */
export function loadWhole(text: string): Loaded {
  const loaded = loadPlan(text);
  if (!loaded.ok) return loaded;
  const loose = looseFaults(loaded.plan);
  return loose.length > 0 ? { ok: false, faults: cut(loose, false) } : loaded;
}

/** Text of a plan file: two-space JSON with a final newline. */
export const savePlan = (plan: Plan): string => `${JSON.stringify(plan, null, 2)}\n`;
