// The answers of `vernal drip` and `vernal beds`: the shapes fixed by the plan format, in the file's units.
import { kiloPascals, litres, lpmOfFlow } from '../compile/index.ts';
import { mmOfMetres } from '../fields/index.ts';
import type { Finding } from '../findings/index.ts';
import type { ChainStands } from './beds.ts';
import type { PlotRuns } from './drip.ts';

const percent = (share: number): number | null => (Number.isFinite(share) ? 100 * share : null);

export function dripReport(runs: readonly PlotRuns[], findings: readonly Finding[]): object {
  return {
    plots: Object.fromEntries(
      runs.map((r) => [
        r.plot.id,
        {
          emitters: r.emitters.length,
          flowLpm: lpmOfFlow(r.flow),
          meanLpm: lpmOfFlow(r.evenness.mean),
          leastLpm: lpmOfFlow(r.evenness.least),
          mostLpm: lpmOfFlow(r.evenness.most),
          leastAt: r.least < 0 ? null : { line: r.emitters[r.least].line, chainageM: r.emitters[r.least].chainage },
          lowerQuarterPct: percent(r.evenness.lowerQuarter),
          christiansenPct: percent(r.evenness.christiansen),
          emissionUniformityPct: percent(r.evenness.emission),
          lines: Object.fromEntries(
            r.plot.lines.map((line) => [
              line,
              {
                emitters: r.emitters
                  .filter((e) => e.line === line)
                  .map((e) => ({
                    chainageM: e.chainage,
                    pressureKPa: kiloPascals(e.pressure),
                    flowLpm: lpmOfFlow(e.flow),
                  })),
              },
            ]),
          ),
        },
      ]),
    ),
    settled: runs.every((r) => r.result.converged),
    findings,
  };
}

export function bedsReport(chains: readonly ChainStands[], findings: readonly Finding[]): object {
  return {
    chains: Object.fromEntries(
      chains.map((c) => [
        c.bucket.id,
        {
          waterLineM: c.line,
          runsOver: c.runsOver ?? null,
          bucketShimMm: mmOfMetres(c.bucketShim),
          waterL: litres(c.water),
          beds: Object.fromEntries(
            c.beds.map((b) => [
              b.bed.id,
              {
                floorM: b.floor,
                depthM: b.depth,
                wantsM: b.wants,
                offMm: mmOfMetres(b.off),
                state: b.state,
                shimMm: mmOfMetres(b.off),
                waterL: litres(b.water),
              },
            ]),
          ),
        },
      ]),
    ),
    findings,
  };
}
