// The verbs of the command line. A new verb is a file of its own and a row here.
import { balance, store } from './budget.ts';
import { diagnose } from './diagnose.ts';
import { steps, upkeep } from './build.ts';
import { beds, drip } from './garden.ts';
import { parts } from './parts.ts';
import { report } from './report.ts';
import { schema } from './schema.ts';
import { simulate } from './simulate.ts';
import { size } from './size.ts';
import { check, solve } from './solve.ts';
import { height, stand } from './stand.ts';
import type { Verb } from './verb.ts';
import { exportVerb, importVerb } from './walk.ts';

export const VERBS: readonly Verb[] = [
  check,
  solve,
  simulate,
  balance,
  store,
  drip,
  beds,
  size,
  height,
  stand,
  parts,
  steps,
  diagnose,
  upkeep,
  importVerb,
  exportVerb,
  report,
  schema,
];

/** Width of the column of calls. */
const CALL = 33;

/** How the command is called: every verb with its options. */
export const USAGE = [
  'usage: vernal VERB FILE [options]',
  ...VERBS.flatMap(({ usage: [call, first, ...rest] }) => {
    const beside = call.length < CALL - 1;
    const words = (beside ? rest : [first, ...rest]).map((line) => `  ${' '.repeat(CALL)}${line}`);
    return [beside ? `  ${call.padEnd(CALL)}${first}` : `  ${call}`, ...words];
  }),
].join('\n');

export { NO_PLAN, PlanFaults, readPlan, type Verb } from './verb.ts';
