// What would level a chain: each bed shimmed, the bucket alone, the bucket and the one bed that is farthest off.
import { runPlace } from '@vernal-slope/core/simulation';
import { volumeAt } from '@vernal-slope/core/tank';
import type { Working } from '@vernal-slope/core/working';
import { floorOf, flowFromLpm, tankShape } from '../compile/index.ts';
import { bedVolume, isBed, isStore, nameOf } from '../kinds/index.ts';
import { placeInTime } from '../intime/index.ts';
import { partAround } from '../topology/index.ts';
import type { Plan } from '../schema/index.ts';
import { inMonth } from '../year/index.ts';
import type { Command } from '../edit/index.ts';
import type { ChainStands } from './beds.ts';
import { enteredUse } from './use.ts';

export type BedMend = 'each' | 'bucket' | 'bucket-and-one';
/** Both schools of moving the line: what the bucket stands on, or where its float shuts. */
export type School = 'shim' | 'float';

export interface Mended {
  readonly way: BedMend;
  /** m, up positive */ readonly bucket: number;
  /** By bed: m, its floor up positive. */ readonly floors: Readonly<Record<string, number>>;
  /** By bed: m off what it wants, so mended; holes left aside. */ readonly off: Readonly<Record<string, number>>;
  /** m, the largest of them */ readonly worst: number;
}

const MM = 1e-3;
const round = (m: number): number => Math.round(m / (MM / 2)) * (MM / 2);

/** The three ways, worked out. */
export function mendsOf(c: ChainStands): readonly Mended[] {
  const offs = c.beds.map((b) => ({ id: b.bed.id, off: c.float - b.floor - b.wants }));
  const made = (way: BedMend, bucket: number, floors: Readonly<Record<string, number>>): Mended => {
    const off = Object.fromEntries(offs.map((o) => [o.id, o.off + bucket - (floors[o.id] ?? 0)]));
    return { way, bucket, floors, off, worst: Math.max(0, ...Object.values(off).map(Math.abs)) };
  };
  const shim = (list: readonly { off: number }[]): number =>
    list.length === 0 ? 0 : round(-(Math.max(...list.map((o) => o.off)) + Math.min(...list.map((o) => o.off))) / 2);
  const middle = shim(offs);
  const farthest = [...offs].sort((a, b) => Math.abs(b.off + middle) - Math.abs(a.off + middle));
  // the two ends are as far off; the one whose leaving brings the rest nearest is the one to shim
  const without = (id: string): number => {
    const rest = offs.filter((o) => o.id !== id);
    const by = shim(rest);
    return Math.max(0, ...rest.map((o) => Math.abs(o.off + by)));
  };
  const one = farthest
    .slice(0, 2)
    .sort((a, b) => without(a.id) - without(b.id))
    .at(0);
  const rest = offs.filter((o) => o.id !== one?.id);
  const by = shim(rest);
  return [
    made('each', 0, Object.fromEntries(offs.filter((o) => Math.abs(o.off) >= MM / 2).map((o) => [o.id, round(o.off)]))),
    made('bucket', middle, {}),
    ...(one && rest.length > 0 ? [made('bucket-and-one', by, { [one.id]: round(one.off + by) })] : []),
  ];
}

/** Does it. */
export const mendChain = (c: ChainStands, m: Mended, school: School, label: string): Command => ({
  label,
  recipe: (plan) => {
    for (const node of plan.nodes) {
      if (isBed(node) && m.floors[node.id] !== undefined)
        node.baseM = Number(((node.baseM ?? 0) + m.floors[node.id]).toFixed(4));
      if (node.id !== c.bucket.id || !isStore(node) || m.bucket === 0) continue;
      const float = node.inlet?.floatValve;
      const stand = (node.standM ?? 0) + m.bucket;
      // a bucket on the ground is lowered by its float
      if (school === 'shim' && stand >= 0) node.standM = Number(stand.toFixed(4));
      else if (float) float.closeLevelM = Number((float.closeLevelM + m.bucket).toFixed(4));
    }
  },
});

export interface Levelling {
  readonly bed: string;
  /** s until it stands within 2 mm of its line again; undefined where it does not in two days. */
  readonly alone: number | undefined;
  /** The same with all beds drawn down. */
  readonly all: number | undefined;
}

/** How far beds are drawn down, m, how near counts as level again, and how long is looked. */
const DOWN = 0.02;
const NEAR = 0.002;
const PIECE = 2 * 3600;
const LONGEST = 2 * 86_400;

/** How long a chain takes to be level again through its hoses: the last bed drawn down alone, and all of them. */
export function levelling(plan: Plan, c: ChainStands): Levelling | undefined {
  const last = c.beds.at(-1);
  if (!last) return undefined;
  const atRest = Object.fromEntries(c.beds.map((b) => [b.bed.id, b.depth]));
  const bucketAt = c.line - floorOf(c.bucket);
  // what hangs on other tanks changes nothing here; nothing is drawn meanwhile
  const part = { ...partAround(inMonth(plan), c.bucket.id), plots: [] };
  const mark = (atRest[last.bed.id] ?? 0) - NEAR;
  const time = (down: (id: string) => boolean): number | undefined => {
    let levels: Record<string, number> = {
      [c.bucket.id]: bucketAt,
      ...Object.fromEntries(Object.entries(atRest).map(([id, l]) => [id, down(id) ? Math.max(0, l - DOWN) : l])),
    };
    for (let begun = 0; begun < LONGEST; begun += PIECE) {
      const inTime = placeInTime(part, { duration: PIECE, levels, watering: '' });
      const k = inTime.vessels.findIndex((n) => n.id === last.bed.id);
      const { moments } = runPlace(inTime.place, { every: 60 });
      const found = moments.find((m) => m.levels[k] >= mark);
      if (found) return begun + found.t;
      levels = Object.fromEntries(inTime.vessels.map((n, v) => [n.id, moments[moments.length - 1].levels[v]]));
    }
    return undefined;
  };
  return { bed: last.bed.id, alone: time((id) => id === last.bed.id), all: time(() => true) };
}

/** What a hose from a tap gives, m³/s (assumption). */
export const HOSE_FLOW = flowFromLpm(10);

/** How long it takes to fill all beds up again by a hose held into one after another, drawn down as for `levelling`, s. */
export const fillByHose = (c: ChainStands): number =>
  c.beds.reduce((sum, b) => sum + b.water - bedVolume(b.bed, Math.max(0, b.depth - DOWN)), 0) / HOSE_FLOW;

/** Water of a bucket over its joint, m³. */
function inBucket(c: ChainStands): number {
  const shape = tankShape(c.bucket.shape, c.bucket.count);
  const level = c.line - floorOf(c.bucket);
  return volumeAt(shape, level) - volumeAt(shape, Math.min(c.bucket.outletM, level));
}
const useOf = (c: ChainStands): number => c.beds.reduce((sum, b) => sum + (enteredUse(b.bed) ?? 0), 0);

/** How long beds live on what they hold with the feed shut, s, without and with their bucket; undefined where no use is entered. */
export function chainLasts(c: ChainStands): { alone: number; withBucket: number } | undefined {
  const use = useOf(c);
  return use > 0 ? { alone: c.water / use, withBucket: (c.water + inBucket(c)) / use } : undefined;
}

export function chainDaysWorking(c: ChainStands): Working {
  const use = useOf(c);
  const bucket = inBucket(c);
  return {
    code: 'chain-days',
    of: nameOf(c.bucket),
    rule: 't = \\frac{{{beds}} + {{bucket}}}{{{use}}}',
    terms: [
      { key: 'beds', tex: 'V_\\mathrm{beds}', name: 'water in the beds', value: c.water, dimension: 'volume' },
      {
        key: 'bucket',
        tex: 'V_\\mathrm{bucket}',
        name: 'water in the bucket over its joint',
        value: bucket,
        dimension: 'volume',
      },
      { key: 'use', tex: 'q', name: 'what all beds use', value: use, dimension: 'flow' },
    ],
    result: { tex: 't', value: (c.water + bucket) / use, dimension: 'time' },
    source: 'water balance; uses as entered',
    assumptions: ['The feed is shut and no rain falls.', 'Plants draw down to the floors, all beds alike.'],
  };
}
