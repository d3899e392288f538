import { availableParallelism } from 'node:os';
import { basename } from 'node:path';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** What takes longest begins first, so that no window is left with it when the others are done. */
const LONG = ['book', 'access', 'story', 'parts', 'own'];
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification): number => {
      const at = LONG.indexOf(basename(moduleId, '.test.ts'));
      return at < 0 ? LONG.length : at;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}

export default defineConfig({
  test: {
    root: import.meta.dirname,
    setupFiles: ['harness/failures.ts'],
    include: ['**/*.test.ts'],
    // one more window than cores: a window waits for its server, its workers and what moves
    maxWorkers: availableParallelism() + 1,
    sequence: { sequencer: LongestFirst },
    testTimeout: 240_000,
    hookTimeout: 120_000,
    retry: 0,
  },
});
