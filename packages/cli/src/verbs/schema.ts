// The verb `schema`: the plan file's own description.
import { planJsonSchema } from '@vernal-slope/plan/schema';
import type { Verb } from './verb.ts';

export const schema: Verb = {
  name: 'schema',
  options: [],
  noFile: true,
  usage: ['schema', 'the JSON Schema of the plan file'],
  run: () => planJsonSchema(),
};
