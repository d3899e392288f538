// Tests of a source: the flow of each, the low season, how it falls, what passes by.
import {
  floatCorrection,
  floatFlow,
  mean,
  recession,
  rectangularWeirFlow,
  rectangularWeirLimit,
  timedFills,
  vNotchFlow,
  vNotchLimit,
  type FlowEstimate,
  type Recession,
  type WeirLimit,
} from '@vernal-slope/core/supply';
import { cubicMetres, flowFromLpm } from '../fields/index.ts';
import { dayNumber } from '../formats/index.ts';
import type { FlowTest, SourceNode } from '../schema/index.ts';

export interface TestResult {
  readonly test: FlowTest;
  /** Place in the source's list. */ readonly index: number;
  /** Days since 1970. */ readonly day: number;
  /** m³/s */ readonly flow: number;
  readonly estimate?: FlowEstimate;
  /** m³/s seen to pass the intake by */ readonly passingBy: number;
}

/** Flow of one test, m³/s. */
export function testFlow(test: FlowTest): { flow: number; estimate?: FlowEstimate } {
  switch (test.method) {
    case 'bucket': {
      const estimate = timedFills(test.fills.map((f) => ({ volume: cubicMetres(f.volumeL), duration: f.seconds })));
      return { flow: estimate.mean, estimate };
    }
    case 'float':
      return {
        flow: floatFlow(
          test.widthM,
          test.depthsM,
          test.distanceM / mean(test.seconds),
          test.correction ?? floatCorrection(mean(test.depthsM)),
        ),
      };
    case 'v-notch':
      return { flow: vNotchFlow(test.headM, test.angleDeg ?? 90) };
    case 'rectangular-weir':
      return { flow: rectangularWeirFlow(test.headM, test.crestM, test.contractions ?? 2) };
  }
}

/** Why a weir's formula does not hold for a test; undefined where it does, or where there is no weir. */
export const weirLimit = (test: FlowTest): WeirLimit | undefined =>
  test.method === 'v-notch'
    ? vNotchLimit(test.headM, test.angleDeg ?? 90)
    : test.method === 'rectangular-weir'
      ? rectangularWeirLimit(test.headM, test.crestM)
      : undefined;

/** Results of a source's tests, oldest first. */
export const testResults = (source: SourceNode): TestResult[] =>
  (source.tests ?? [])
    .map((test, index) => ({
      test,
      index,
      day: dayNumber(test.date),
      ...testFlow(test),
      passingBy: flowFromLpm(test.passingByLpm ?? 0),
    }))
    .sort((a, b) => a.day - b.day);

export interface TestSummary {
  readonly results: readonly TestResult[];
  /** The test with the least flow. */ readonly low: TestResult;
  readonly latest: TestResult;
  /** Least flow by month (0 to 11) where there were tests, m³/s. */
  readonly byMonth: readonly (number | undefined)[];
  readonly recession?: Recession;
}

/** What a source's tests say together; undefined without any. */
export function summariseTests(source: SourceNode): TestSummary | undefined {
  const results = testResults(source);
  if (results.length === 0) return undefined;
  const byMonth = new Array<number | undefined>(12).fill(undefined);
  for (const r of results) {
    const m = Number(r.test.date.slice(5, 7)) - 1;
    byMonth[m] = Math.min(byMonth[m] ?? Infinity, r.flow);
  }
  return {
    results,
    low: results.reduce((a, b) => (b.flow < a.flow ? b : a)),
    latest: results[results.length - 1],
    byMonth,
    recession: recession(results.map((r) => ({ day: r.day, flow: r.flow }))),
  };
}
