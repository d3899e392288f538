// The `vernal` command: the plan's verbs without a browser. JSON on standard output, faults on standard error.
import { DEFAULT_MONTH } from '@vernal-slope/plan/kinds';
import { faultLine } from '@vernal-slope/plan/document';
import { inMonth } from '@vernal-slope/plan/year';
import { parseWords, UsageError } from './options.ts';
import { NO_PLAN, PlanFaults, readPlan, USAGE, VERBS, type Verb } from './verbs/index.ts';

export { USAGE };

export interface Output {
  readonly code: 0 | 2;
  readonly out?: string;
  readonly err?: string;
}

/** The verb of the words, with what it was given; undefined where help was asked for. @throws UsageError */
function asked(
  args: readonly string[],
): { verb: Verb; file?: string; options: ReturnType<typeof parseWords>['options'] } | undefined {
  const words = parseWords(args);
  if (words.help || words.verb === 'help') {
    if (words.verb === 'help' && words.files.length > 0) throw new UsageError(`vernal: unexpected "${words.files[0]}"`);
    return undefined;
  }
  if (words.verb === undefined) throw new UsageError('vernal: no verb given');
  const verb = VERBS.find((v) => v.name === words.verb);
  if (!verb) throw new UsageError(`vernal: unknown verb "${words.verb}"`);
  for (const name of words.given)
    if (!verb.options.includes(name)) throw new UsageError(`vernal: ${verb.name} has no option --${name}`);
  const [file, ...more] = words.files;
  if (!verb.noFile && file === undefined) throw new UsageError(`vernal: ${verb.name} needs a plan file`);
  const unexpected = verb.noFile ? file : more[0];
  if (unexpected !== undefined) throw new UsageError(`vernal: unexpected "${unexpected}"`);
  verb.needs?.(words.options);
  return { verb, file, options: words.options };
}

const printed = (answer: unknown): string =>
  typeof answer === 'string' ? answer : `${JSON.stringify(answer, null, 2)}\n`;

/** Runs one command. Never throws for bad input. */
export async function run(args: readonly string[]): Promise<Output> {
  try {
    const call = asked(args);
    if (!call) return { code: 0, out: `${USAGE}\n` };
    const read = call.file === undefined ? NO_PLAN : readPlan(call.file);
    const plan = call.verb.asItStands
      ? read
      : inMonth(read, call.options.month ?? read.settings?.month ?? DEFAULT_MONTH);
    return { code: 0, out: printed(await call.verb.run(plan, call.options)) };
  } catch (error) {
    if (error instanceof PlanFaults) return { code: 2, err: `${error.faults.map(faultLine).join('\n')}\n` };
    if (error instanceof UsageError) return { code: 2, err: `${error.message}\n${USAGE}\n` };
    throw error;
  }
}
