// What is found of greywater drains.
import { CLEAN_SPEED } from '../catalogue/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import { metresOfMm } from '../fields/index.ts';
import type { Plan } from '../schema/index.ts';
import { drainRuns, type DrainRuns } from './drain.ts';

/** Least cover of mulch over an outlet, m (California Plumbing Code, from memory); depth from which a trench can bury a man, m. */
export const COVER = metresOfMm(50);
const DEEP = 1.2;

export function drainFindings(runs: DrainRuns): Finding[] {
  const { drain, legs, least } = runs;
  const at = drain.id;
  const found: Finding[] = [];
  const uphill = legs.filter((l) => l.state === 'uphill');
  const flat = legs.filter((l) => l.state === 'flat');
  if (uphill.length > 0) {
    const worst = uphill.reduce((a, b) => (b.fall < a.fall ? b : a));
    found.push(finding('drain-uphill', at, { count: uphill.length, rise: worst.toInvert - worst.fromInvert }));
  }
  if (flat.length > 0)
    found.push(
      finding('drain-flat', at, { count: flat.length, fall: Math.min(...flat.map((l) => l.fall)), least: least.least }),
    );
  if (uphill.length + flat.length === 0)
    found.push(
      finding('drain-falls', at, {
        fall: Math.min(...legs.map((l) => l.fall)),
        least: least.least,
        longest: runs.longest,
      }),
    );
  const slow = legs.filter((l) => l.state === 'good' && l.speed < CLEAN_SPEED);
  if (slow.length > 0)
    found.push(finding('drain-slow', at, { speed: Math.min(...slow.map((l) => l.speed)), least: CLEAN_SPEED }));
  if (drain.basins.length === 0) found.push(finding('drain-no-basin', at, {}));
  const bare = runs.basins.filter((b) => b.cover < COVER - 1e-9);
  if (bare.length > 0)
    found.push(
      finding('basin-bare', at, {
        count: bare.length,
        cover: Math.max(0, Math.min(...bare.map((b) => b.cover))),
        least: COVER,
      }),
    );
  const small = runs.basins.flatMap((b) =>
    b.wants !== undefined && b.has !== undefined && b.has < b.wants - 1e-9 ? [b.has / b.wants] : [],
  );
  if (small.length > 0) found.push(finding('basin-small', at, { count: small.length, share: Math.min(...small) }));
  const shares = runs.basins.map((b) => b.share);
  if (shares.length > 1 && Math.max(...shares) > Math.min(...shares) + 1e-9)
    found.push(
      finding('split-uneven', at, { basins: shares.length, least: Math.min(...shares), most: Math.max(...shares) }),
    );
  const deep = Math.max(...legs.map((l) => Math.max(l.fromGround - l.fromInvert, l.toGround - l.toInvert)));
  if (deep > DEEP) found.push(finding('drain-deep', at, { depth: deep }));
  if (drain.kitchen) found.push(finding('drain-kitchen', at, {}));
  if (runs.perDay <= 0) found.push(finding('drain-nobody', at, {}));
  return worstFirst(found);
}

export const judgeDrains = (plan: Plan): Finding[] =>
  worstFirst((plan.drains ?? []).flatMap((d) => drainFindings(drainRuns(plan, d))));
