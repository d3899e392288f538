// What the pipes, outlets and vessels of a plan end in.
import { ALL_ENDS, end, isKnownEnd, PARTS, SYSTEM_IDS, type End, type Part } from '@vernal-slope/core/parts';
import { findPipe, type PipeRow } from '../catalogue/index.ts';
import type { Leg, Plan } from '../schema/index.ts';

/** Size as the systems of ends have it: "3/4", "25 mm", "0.620". */
function size(row: PipeRow): string {
  const outside = /\(([\d.]+) OD\)/.exec(row.nominal)?.[1];
  const inch = /\(([\d/-]+) in\)/.exec(row.nominal)?.[1];
  const dn = /^DN (\d+)$/.exec(row.nominal)?.[1];
  return outside ?? inch ?? (dn ? `${dn} mm` : row.nominal.replace(/ in$| ID$/, ''));
}

/** Ways in which a pipe can be joined; none where its ends are not known. */
export function pipeEnds(pipe: Leg['pipe']): End[] {
  const row = typeof pipe === 'string' ? findPipe(pipe) : undefined;
  if (!row) {
    const measured = typeof pipe === 'string' ? undefined : endEntered(pipe.end);
    return measured ? [measured] : [];
  }
  const s = size(row);
  const ends = ((): End[] => {
    switch (row.material) {
      case 'PE':
        return row.family.startsWith('Drip')
          ? [end('drip', s, 'female')]
          : row.family.startsWith('Rural')
            ? [end('rural', s, 'male')]
            : row.family.startsWith('LD rural')
              ? [end('barb', s, 'female')]
              : row.family.includes('iron pipe')
                ? [end('grip-ips', s, 'male')]
                : row.family.includes('copper')
                  ? [end('push', s, 'male')]
                  : [end('insert', s, 'female')];
      case 'PE100':
        return [end('compression', s, 'male')];
      case 'PVC':
        return [end('solvent', s, 'male'), end('grommet', s, 'male'), end('sleeve', s, 'none')];
      case 'CPVC':
        return [end('solvent-cts', s, 'male'), end('push', s, 'male')];
      case 'PEX':
        return [end('crimp', s, 'female'), end('push', s, 'male')];
      case 'ABS':
        return [end('drain', s, 'male'), end('sleeve', s, 'none')];
      case 'copper':
        return [end('solder', s, 'male'), end('push', s, 'male')];
      case 'hose':
        return [end('barb', s, 'female')];
    }
  })();
  return ends.filter(isKnownEnd);
}

/** What a pipe goes by in the bill: its id, or its bore where it has figures of its own. */
export const pipeKey = (pipe: Leg['pipe']): string =>
  typeof pipe === 'string' ? pipe : `bore ${pipe.insideDiameterMm} mm`;

export type Threads = 'npt' | 'iso7';
/** Pipe threads of the trade there: as the plan says, else those of most of its pipe. */
export function threadsOf(plan: Plan): Threads {
  if (plan.settings?.threads) return plan.settings.threads;
  let metric = 0;
  let inch = 0;
  for (const line of plan.lines)
    for (const leg of line.legs) {
      const row = typeof leg.pipe === 'string' ? findPipe(leg.pipe) : undefined;
      if (row?.nominal.includes('mm')) metric += leg.lengthM;
      else if (row) inch += leg.lengthM;
    }
  return metric > inch ? 'iso7' : 'npt';
}

const FOREIGN: Readonly<Record<Threads, ReadonlySet<string>>> = {
  npt: new Set(['iso7', 'iso228']),
  iso7: new Set(['npt', 'npsm']),
};
const every = (): boolean => true;
const without = (foreign: ReadonlySet<string>): ((part: Part) => boolean) => {
  const held = new Set(PARTS.filter((p) => !p.ends.some((e) => foreign.has(e.system))));
  return (part) => held.has(part);
};
const HELD: Readonly<Record<Threads, (part: Part) => boolean>> = {
  npt: without(FOREIGN.npt),
  iso7: without(FOREIGN.iso7),
};

/** Parts that the trade there holds: none with the other family's threads, unless an end is of it. */
export function inTrade(threads: Threads, ends: readonly End[]): (part: Part) => boolean {
  return ends.some((e) => FOREIGN[threads].has(e.system)) ? every : HELD[threads];
}

/** Every hole that the catalogue has a part for, as the wall offers it. */
export const HOLES: readonly End[] = ALL_ENDS.filter((e) => e.system === 'hole' && e.gender === 'female');

/** An end as a plan has it entered; undefined where no table has such a one. */
export function endEntered(entered: { system: string; size: string; gender: string } | undefined): End | undefined {
  if (!entered || !(SYSTEM_IDS as readonly string[]).includes(entered.system)) return undefined;
  const e = entered as End;
  return isKnownEnd(e) ? { system: e.system, size: e.size, gender: e.gender } : undefined;
}

/** Parts whose id begins with one of some words. */
export const partsNamed = (kinds: readonly string[]): Part[] => {
  const known = cache.get(kinds.join());
  if (known) return known;
  const found = PARTS.filter((p) => kinds.some((k) => p.id.startsWith(`${k}/`)));
  cache.set(kinds.join(), found);
  return found;
};
const cache = new Map<string, Part[]>();
