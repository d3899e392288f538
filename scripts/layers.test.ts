// The layer rules bite: imports that the architecture forbids are errors, those it allows are not.
import { ESLint } from 'eslint';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const root = fileURLToPath(new URL('..', import.meta.url));
const eslint = new ESLint({ cwd: root });

async function rulesBroken(file: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(code, { filePath: `${root}/${file}` });
  return result.messages.map((m) => m.ruleId ?? m.message).filter((rule) => rule.startsWith('no-restricted'));
}

describe('forbidden', () => {
  it.each([
    ['packages/core/src/pipe/x.ts', "import { solve } from '../network/index.ts';\nsolve;"],
    ['packages/core/src/tank/x.ts', "import { surge } from '../pipe/loss.ts';\nsurge;"],
    ['packages/core/src/network/x.ts', "import { readFileSync } from 'node:fs';\nreadFileSync;"],
    ['packages/core/src/judge/x.ts', "import { Plan } from '@vernal-slope/plan/schema';\nPlan;"],
    ['packages/core/src/water/x.ts', 'export const now = Date.now();'],
    ['packages/core/src/water/x.ts', 'export const chance = Math.random();'],
    ['packages/plan/src/schema/x.ts', "import { solvePlan } from '../solve/index.ts';\nsolvePlan;"],
    ['packages/plan/src/solve/x.ts', "import { start } from '@vernal-slope/server/start';\nstart;"],
    ['packages/cli/src/x.ts', "import { show } from '@vernal-slope/web/display';\nshow;"],
    ['packages/web/src/x.ts', "import { toSI } from '@vernal-slope/core/units';\ntoSI;"],
    ['packages/display/src/x.ts', "import { bookOf } from '@vernal-slope/book/book';\nbookOf;"],
    ['packages/book/src/model/x.ts', "import { pdfOf } from '../pdf/index.ts';\npdfOf;"],
    ['packages/book/src/model/x.ts', "import { show } from '@vernal-slope/web/display';\nshow;"],
    ['packages/web/src/display/x.ts', "import { usePlan } from '../session/plan.ts';\nusePlan;"],
    ['packages/web/src/fields/x.ts', "import { STEPS } from '../steps/registry.ts';\nSTEPS;"],
    ['packages/web/src/steps/need/x.ts', "import { router } from '../../app/router.ts';\nrouter;"],
  ])('%s: %s', async (file, code) => {
    expect(await rulesBroken(file, code)).not.toEqual([]);
  });
});

describe('allowed', () => {
  it.each([
    ['packages/core/src/network/x.ts', "import { boreArea } from '../pipe/index.ts';\nboreArea;"],
    ['packages/plan/src/fields/convert.ts', "import { toSI } from '@vernal-slope/core/units';\ntoSI;"],
    ['packages/web/src/steps/need/x.ts', "import { usePlan } from '../../session/plan.ts';\nusePlan;"],
    ['packages/web/src/x.ts', "import { solvePlan } from '@vernal-slope/plan/solve';\nsolvePlan;"],
  ])('%s: %s', async (file, code) => {
    expect(await rulesBroken(file, code)).toEqual([]);
  });
});
