// Reading and writing plan files: text to plan or faults, plan to text, nothing lost.
import { planSchema, type Plan } from '../schema/index.ts';
import { crossChecks } from './crosschecks.ts';
import type { Fault } from './faults.ts';
import { faultOf } from './issues.ts';

export const MAX_BYTES = 10 * 1024 * 1024;
export const MAX_DEPTH = 64;

export type Loaded = { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly faults: Fault[] };

const one = (message: string, advice: string): Loaded => ({ ok: false, faults: [{ path: '$', message, advice }] });

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

/** Checks a parsed value: shape first, then what the parts say of each other. */
export function checkPlan(value: unknown): Loaded {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return one('is not a plan', 'give an object { "format": "vernal-slope/plan", "version": 1, … }');
  }
  const head = value as Record<string, unknown>;
  if (head.format !== 'vernal-slope/plan') {
    return {
      ok: false,
      faults: [
        {
          path: '$.format',
          message: head.format === undefined ? 'is missing' : `is ${JSON.stringify(head.format)?.slice(0, 60)}`,
          advice: 'give "vernal-slope/plan"',
        },
      ],
    };
  }
  if (head.version !== 1) {
    return {
      ok: false,
      faults: [
        {
          path: '$.version',
          message: head.version === undefined ? 'is missing' : `is ${JSON.stringify(head.version)?.slice(0, 60)}`,
          advice: 'give 1, the version this program reads',
        },
      ],
    };
  }
  const parsed = planSchema.safeParse(value);
  if (!parsed.success) return { ok: false, faults: parsed.error.issues.map((issue) => faultOf(issue, value)) };
  // the value itself is kept, not Zod's copy, so that unknown fields stay where they stood
  const plan = value as Plan;
  const faults = crossChecks(plan);
  return faults.length > 0 ? { ok: false, faults } : { ok: true, plan };
}

/** Reads the text of a plan file. */
export function loadPlan(text: string): Loaded {
  if (text.length > MAX_BYTES) return one('is larger than 10 MB', 'a plan file is at most 10 MB');
  if (nestingDepth(text) > MAX_DEPTH)
    return one('is nested deeper than 64 levels', 'a plan file nests at most 64 deep');
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

/** Text of a plan file: two-space JSON with a final newline. */
export const savePlan = (plan: Plan): string => `${JSON.stringify(plan, null, 2)}\n`;
