// What is found of plots and of chains of beds.
import { headOfPressure } from '@vernal-slope/core/water';
import { bedTolerance, bedWants, nameOf } from '../kinds/index.ts';
import { metresOfMm, mmOfMetres, pascals, resolvePipe, type Compiled } from '../compile/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { lineName } from '../topology/index.ts';
import type { BedNode, Plan } from '../schema/index.ts';
import type { Chain, ChainStands } from './beds.ts';
import { groupsOf } from './use.ts';
import { chainsOf, chainStands } from './beds.ts';
import { waterPlot, type PlotRuns } from './drip.ts';

/** Flows this small are none, m³/s. */
const NONE = 1e-11;
/** From this share of an even share on, the driest quarter is even (ASAE EP458: 0.87 and more is excellent, from memory). */
const EVEN = 0.87;
/** Openings of a screen, of the smallest hole. @see Keller and Bliesner (1990), from memory: 1/7 to 1/10 */
const SCREEN = 1 / 7;
/** Thickest wall that the usual grommet takes, mm (common practice, no source). */
const GROMMET_WALL_MM = 6;
/** How far soil lifts water usefully, m (common practice, no source). */
export const WICKS = 0.3;

/** Of one plot that is watered. */
export function plotFindings(c: Compiled, r: PlotRuns): Finding[] {
  const { plot, emitters, evenness } = r;
  const found: Finding[] = [];
  for (const id of plot.lines) {
    if ((c.lines.get(id)?.lateral?.emitters.length ?? 0) === 0)
      found.push(finding('plot-no-emitters', plot.id, { line: lineName(c.plan, id) }));
  }
  if ((plot.draws ?? []).length === 0) found.push(finding('plot-no-hours', plot.id, {}));
  if (emitters.length === 0) return found;
  const dry = emitters.filter((e) => e.flow <= NONE).length;
  if (dry > 0) found.push(finding('plot-dry', plot.id, { dry, all: emitters.length }));
  else if (evenness.lowerQuarter < EVEN)
    found.push(
      finding('plot-uneven', plot.id, { quarter: evenness.lowerQuarter, times: evenness.most / evenness.least }),
    );
  else found.push(finding('plot-even', plot.id, { quarter: evenness.lowerQuarter }));
  const compensating = emitters.filter((e) => e.entry.type === 'rated' && e.entry.compensatingFromKPa !== undefined);
  const best = Math.max(...compensating.map((e) => e.pressure));
  const from = Math.min(
    ...compensating.map((e) => (e.entry.type === 'rated' ? pascals(e.entry.compensatingFromKPa ?? 0) : Infinity)),
  );
  if (compensating.length > 0 && best < from)
    found.push(
      finding('emitter-not-compensating', plot.id, {
        pressure: best,
        from,
        head: headOfPressure(from - best, c.water.density),
      }),
    );
  const under = emitters.filter(
    (e) => e.entry.type === 'rated' && e.pressure < pascals(e.entry.minimumPressureKPa ?? -Infinity),
  );
  if (under.length > 0)
    found.push(
      finding('emitter-under-minimum', plot.id, {
        pressure: Math.min(...under.map((e) => e.pressure)),
        least: pascals(
          Math.max(...under.map((e) => (e.entry.type === 'rated' ? (e.entry.minimumPressureKPa ?? 0) : 0))),
        ),
        count: under.length,
      }),
    );
  const hole = smallestHole(r);
  if (hole !== undefined) found.push(finding('holes-clog', plot.id, { hole, mesh: screenFor(hole) }));
  return found;
}

/** Bore of the smallest hole of a plot, m; undefined where it has emitters only. */
export const smallestHole = ({ emitters }: Pick<PlotRuns, 'emitters'>): number | undefined => {
  const bores = emitters.flatMap(({ entry }) => (entry.type === 'hole' ? [entry.diameterMm] : []));
  return bores.length > 0 ? metresOfMm(Math.min(...bores)) : undefined;
};
/** Openings of the screen that a hole (m) asks for, m. */
export const screenFor = (hole: number): number => hole * SCREEN;

/** Thickness of a bed's wall at a height over its floor, mm: barrels are thicker in their upper half. */
const wallAt = (bed: BedNode, height: number): number | undefined =>
  height > bed.shape.heightM / 2 ? (bed.wallUpperMm ?? bed.wallMm) : bed.wallMm;

/** What is wrong or right with a bed by itself. */
function bedByItself(bed: BedNode): Finding[] {
  const found: Finding[] = [];
  const wants = bedWants(bed);
  if (bed.joinM > wants) found.push(finding('joint-over-line', bed.id, { over: bed.joinM - wants }));
  if (bed.overflowM !== undefined && bed.overflowM <= wants)
    found.push(finding('hole-under-line', bed.id, { under: wants - bed.overflowM }));
  if (bed.joinBoreMm !== undefined && mmOfMetres(bed.reservoir.heightM) < bed.joinBoreMm)
    found.push(
      finding('reservoir-thin', bed.id, { reservoir: bed.reservoir.heightM, bore: metresOfMm(bed.joinBoreMm) }),
    );
  const wall = Math.max(
    wallAt(bed, bed.joinM) ?? 0,
    bed.overflowM === undefined ? 0 : (wallAt(bed, bed.overflowM) ?? 0),
  );
  if (wall > GROMMET_WALL_MM)
    found.push(finding('wall-too-thick', bed.id, { wall: metresOfMm(wall), most: metresOfMm(GROMMET_WALL_MM) }));
  const soil = bed.shape.heightM - wants;
  const reach = bed.wicksM ?? WICKS;
  if (soil > reach) found.push(finding('line-over-wicking', bed.id, { soil, reach }));
  return found;
}

/** Bores of the hoses between beds, m. */
function hoseBores(plan: Plan, chain: Chain): number[] {
  const ids = new Set(chain.beds.map((b) => b.id));
  return plan.lines
    .filter((l) => ids.has(l.from) && ids.has(l.to))
    .flatMap((l) => l.legs.map((leg) => metresOfMm(resolvePipe(leg.pipe).insideDiameterMm)));
}

/** Of a chain, at rest. */
export function chainFindings(plan: Plan, chain: Chain, stands: ChainStands | undefined): Finding[] {
  const found = chain.beds.flatMap(bedByItself);
  const at = chain.beds[0].id;
  if (chain.buckets.length === 0) found.push(finding('chain-no-bucket', at, { beds: chain.beds.length }));
  if (chain.buckets.length > 1) found.push(finding('chain-two-buckets', at, { buckets: chain.buckets.length }));
  // where slopes part the beds into a few groups, no one line serves all
  const groups = groupsOf(chain.beds);
  // one bed that stands off is shimmed
  if (groups.length > 1 && groups.every((g) => g.length > 1))
    found.push(
      finding('beds-in-steps', at, {
        groups: groups.length,
        beds: groups.map((g) => g.map(nameOf).join(', ')).join('; '),
      }),
    );
  const bores = hoseBores(plan, chain);
  if (bores.length > 0 && Math.max(...bores) > 1.05 * Math.min(...bores))
    found.push(finding('hoses-mixed', at, { least: Math.min(...bores), most: Math.max(...bores) }));
  if (!stands) return found;
  const right = { all: true };
  for (const b of stands.beds) {
    const tolerance = metresOfMm(bedTolerance(b.bed));
    const rim = b.floor + b.bed.shape.heightM;
    if (stands.float > rim + 0.5) {
      found.push(finding('bed-far-under', b.bed.id, { under: stands.float - b.floor }));
      right.all = false;
    } else if (b.state === 'dry')
      found.push(finding('bed-dry', b.bed.id, { above: b.floor + b.bed.joinM - stands.line }));
    else if (b.state === 'overflows')
      found.push(finding('bed-overflows', b.bed.id, { below: stands.float - b.floor - (b.bed.overflowM ?? 0) }));
    else if (b.state === 'low') found.push(finding('bed-low', b.bed.id, { off: -b.off, tolerance }));
    else if (b.state === 'high') found.push(finding('bed-high', b.bed.id, { off: b.off, tolerance }));
    if (b.state !== 'good') right.all = false;
  }
  const worst = Math.max(...stands.beds.map((b) => Math.abs(b.off)));
  if (right.all) found.push(finding('beds-level', stands.bucket.id, { beds: stands.beds.length, off: worst }));
  else {
    const offs = stands.beds.map((b) => stands.float - b.floor - b.wants + stands.bucketShim);
    const off = Math.max(...offs.map(Math.abs));
    if (off < worst - 1e-4) found.push(finding('bucket-shim', stands.bucket.id, { shim: stands.bucketShim, off }));
  }
  return found;
}

/** All chains of a plan at rest, and what is found of them. */
export function judgeBeds(plan: Plan): { chains: ChainStands[]; findings: Finding[] } {
  const chains = chainsOf(plan);
  const stood = chains.map((chain) => chainStands(chain));
  return {
    chains: stood.filter((s) => s !== undefined),
    findings: worstFirst(chains.flatMap((chain, k) => chainFindings(plan, chain, stood[k]))),
  };
}

/** All that is found of a plan's garden: chains at rest, plots watered from the levels that the plan begins with. */
export function judgeGarden(c: Compiled): Finding[] {
  const plots = (c.plan.plots ?? [])
    .filter((plot) => !plot.drinkers)
    .flatMap((plot) => plotFindings(c, waterPlot(c, plot)));
  return worstFirst([...judgeBeds(c.plan).findings, ...plots]);
}
