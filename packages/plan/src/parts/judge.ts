// What is found of the parts of a plan.
import { chainK, endWords } from '@vernal-slope/core/parts';
import { velocityHead } from '@vernal-slope/core/pipe';
import { findPipe } from '../catalogue/index.ts';
import { metresOfMm, overflowBore, resolvePipe, type Compiled } from '../compile/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { floorOf, inletElevation, isStore, isVessel, type PlanNode } from '../kinds/index.ts';
import { solvePlan, type PlanResult } from '../solve/index.ts';
import type { Bill } from './bill.ts';
import { floatSweep, suits, type Joint } from './joints.ts';

/** Head lost to narrowing from which it is worth a word, m. */
const WORTH = 0.05;

/** Depth to which the ground freezes, as the plan says at a stand or a trough, m; 0 where it says nothing. */
const frostOf = (plan: Bill['plan']): number =>
  Math.max(
    0,
    ...plan.nodes.map((n) =>
      isStore(n) ? (n.stand?.frostM ?? 0) : n.kind === 'trough' ? (n.setting?.frostM ?? 0) : 0,
    ),
  );

/** How far the far wall of a vessel is from any of its walls at the least, m; undefined of shapes without sides. */
function acrossOf(node: PlanNode | undefined): number | undefined {
  if (!node || !isVessel(node)) return undefined;
  const { shape } = node;
  switch (shape.type) {
    case 'vertical-cylinder':
      return shape.diameterM;
    case 'box':
      return Math.min(shape.lengthM, shape.widthM);
    case 'horizontal-cylinder':
      return Math.min(shape.lengthM, shape.diameterM);
    case 'table':
      return undefined;
  }
}

/** Head that the parts of a joint take by narrowing, m, at the flow of its line. */
export function narrowingLoss(j: Joint, flow: number): number {
  if (!j.chain || j.boreMm === undefined) return 0;
  const k = chainK(
    j.chain.links.map((l) => ({ boreMm: l.part.boreMm, k: 0 })),
    j.boreMm,
  );
  return k * velocityHead(flow, metresOfMm(j.boreMm));
}

export function partsFindings(bill: Bill, compiled: Compiled, result: PlanResult = solvePlan(compiled)): Finding[] {
  const { plan } = bill;
  const found: Finding[] = [];
  let closed = 0;
  const walls = new Set<string>();
  for (const j of bill.joints) {
    if (j.unknown) {
      const pipe = j.of.find((of) => of.startsWith('bore ')) ?? findPipe(j.of[0])?.nominal ?? j.of[0];
      found.push(finding('parts-unknown-end', j.place, { pipe }));
      continue;
    }
    if (!j.chain) {
      const [a, b] = j.open ?? [];
      found.push(
        finding('parts-no-chain', j.place, { from: a ? endWords(a) : j.of[0], to: b ? endWords(b) : j.of[1] }),
      );
      continue;
    }
    closed++;
    if (j.stale) found.push(finding('parts-stale', j.place, {}));
    if (j.kind === 'float') {
      const node = plan.nodes.find((n) => n.id === j.wallOf);
      const sweep = floatSweep(node);
      const floor = isVessel(node) ? inletElevation(node) - floorOf(node) : undefined;
      if (sweep !== undefined && floor !== undefined && sweep > floor)
        found.push(finding('parts-float-strikes', j.place, { sweep, floor }));
      const across = acrossOf(node);
      if (sweep !== undefined && across !== undefined && sweep > across)
        found.push(finding('parts-float-across', j.place, { reach: sweep, across }));
    }
    const flow = j.flowOf === undefined ? undefined : result.lines.get(j.flowOf)?.flow;
    if (result.converged && flow !== undefined && j.boreMm !== undefined) {
      const loss = narrowingLoss(j, flow) * j.count;
      if (loss > WORTH)
        found.push(
          finding('parts-narrow', j.place, {
            bore: metresOfMm(Math.min(j.chain.boreMm, j.boreMm)),
            pipe: metresOfMm(j.boreMm),
            loss,
          }),
        );
    }
    if (j.wallMm !== undefined && j.wallOf !== undefined) {
      const holes = j.chain.links.flatMap((l) => l.part.hole ?? []);
      const [hole] = holes;
      if (hole && !suits(j.chain, j.wallMm))
        found.push(
          finding('parts-wall', j.wallOf, {
            wall: metresOfMm(j.wallMm),
            least: metresOfMm(hole.wallMm[0]),
            most: metresOfMm(hole.wallMm[1]),
          }),
        );
      else if (hole) walls.add(j.wallOf);
    }
  }
  // white pipe that lies open in the sun
  for (const line of plan.lines) {
    const open = line.legs
      .filter((l) => (l.depthM ?? 0) <= 0 && resolvePipe(l.pipe).row?.material === 'PVC')
      .reduce((sum, l) => sum + l.lengthM, 0);
    if (open > 0) found.push(finding('parts-sun', line.id, { length: open }));
  }
  // pipe over the depth to which the ground freezes, where the plan has entered one
  for (const node of plan.nodes) {
    const overflow = isVessel(node) ? node.overflowPipe : undefined;
    if (!overflow?.lead) continue;
    const [pipe, lead] = [metresOfMm(overflow.insideDiameterMm), overflowBore(overflow)];
    if (lead < pipe) found.push(finding('parts-lead-narrow', node.id, { lead, pipe }));
  }
  const frost = frostOf(plan);
  const shallow = plan.lines
    .flatMap((l) => l.legs)
    .reduce((sum, l) => sum + ((l.depthM ?? 0) < frost ? l.lengthM : 0), 0);
  if (frost > 0 && shallow > 0) found.push(finding('parts-frost', '', { length: shallow, frost }));
  if (walls.size > 0) found.push(finding('parts-walls-suit', '', { walls: walls.size }));
  const kinds = new Set(bill.pipe.map((p) => findPipe(p.pipe)?.family ?? p.pipe));
  const adapters = bill.joints
    .filter((j) => j.kind === 'change' || j.kind === 'coupling')
    .filter((j) => findPipe(j.of[0])?.family !== findPipe(j.of[1])?.family)
    .reduce((sum, j) => sum + (j.chain?.links.length ?? 0), 0);
  if (kinds.size > 1 && adapters > 0) found.push(finding('parts-mixed', '', { kinds: kinds.size, adapters }));
  if (closed > 0 && closed === bill.joints.length) found.push(finding('parts-close', '', { joints: closed }));
  if (bill.unpriced.length > 0 && bill.joints.length > 0)
    found.push(finding('parts-unpriced', '', { lines: bill.unpriced.length }));
  return worstFirst(unique(found));
}

/** Of several alike at one place one is told. */
function unique(list: readonly Finding[]): Finding[] {
  const seen = new Map<string, Finding>();
  for (const f of list) {
    const key = `${f.code} ${f.at}`;
    const known = seen.get(key);
    if (!known || (f.code === 'parts-narrow' && known.code === 'parts-narrow' && f.values.loss > known.values.loss))
      seen.set(key, f);
  }
  return [...seen.values()];
}
