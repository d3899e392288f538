// Versions of the plan document: an older one is brought up step by step, a newer one refused with a sentence.
import type { Fault } from '../fields/index.ts';

/** Version this program writes. */
export const PLAN_VERSION = 1;
export const PLAN_FORMAT = 'vernal-slope/plan';

type Document = Record<string, unknown>;

/** From a version to the next: the document as it would have been written then. A new version adds a row. */
export type Steps = Readonly<Record<number, (document: Document) => Document>>;
const STEPS: Steps = {};

export type BroughtUp =
  { readonly ok: true; readonly value: Document } | { readonly ok: false; readonly faults: Fault[] };

const shown = (value: unknown): string =>
  value === undefined ? 'is missing' : `is ${JSON.stringify(value)?.slice(0, 60)}`;

/**
 * A document of this program's own version. `steps` and `newest` are this program's; tests give others.
 * @returns the document itself where it is of the newest version, else a new one; or why it cannot be read
 */
export function broughtUp(document: Document, steps: Steps = STEPS, newest = PLAN_VERSION): BroughtUp {
  if (document.format !== PLAN_FORMAT)
    return {
      ok: false,
      faults: [{ path: '$.format', message: shown(document.format), advice: `give "${PLAN_FORMAT}"` }],
    };
  const { version } = document;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return {
      ok: false,
      faults: [
        { path: '$.version', message: shown(version), advice: `give ${newest}, the version this program reads` },
      ],
    };
  if (version > newest)
    return {
      ok: false,
      faults: [
        {
          path: '$.version',
          message: `is ${version}: the plan was saved by a newer Vernal Slope`,
          advice: `open it there, or give a plan of version ${newest}, the newest that this one reads`,
        },
      ],
    };
  let now = document;
  for (let v = version; v < newest; v++) {
    const step = steps[v];
    if (!step)
      return {
        ok: false,
        faults: [
          { path: '$.version', message: shown(version), advice: `give ${newest}, the version this program reads` },
        ],
      };
    now = { ...step(now), version: v + 1 };
  }
  return { ok: true, value: now };
}
