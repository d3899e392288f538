// Joints in plain words.
import { endWords, SYSTEMS, type Chain, type End, type Part } from '@vernal-slope/core/parts';
import { findFitting, findPipe, findTreatment } from '@vernal-slope/plan/catalogue';
import { idsOf, type Joint, type JointKind } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameIn, nominal } from '@vernal-slope/display/names';

const KINDS: Readonly<Record<JointKind, string>> = {
  wall: 'through the wall',
  float: 'the float',
  change: 'where the pipe changes',
  coupling: 'where two lines meet',
  tee: 'the tee',
  branch: 'the branch of the tee',
  tap: 'the tap',
  cap: 'the closed end',
  fitting: 'in the line',
  drinker: 'drinkers on their rail',
  overflow: 'the overflow',
  lead: 'the pipe from its overflow',
  join: 'where a coil ends',
};

/** What a fitting or treatment of a leg is called. */
const thingName = (of: string): string =>
  (findFitting(of)?.name ?? findTreatment(of)?.name ?? of.replace('-', ' ')).split(',')[0].toLowerCase();

/** "Hill tank, through the wall" */
export function jointTitle(plan: Plan, j: Joint): string {
  const what = j.kind === 'fitting' ? thingName(j.of[1]) : KINDS[j.kind];
  const often = j.count > 1 ? `, ${j.count} times` : '';
  return `${nameIn(plan, j.place)}: ${what}${often}`;
}

/** What a part is called without its ends. */
export const shortName = (part: Part): string => part.name.split(',')[0];

/** What makes a meeting tight, in a word or two. */
export function sealWords(e: End): string {
  const { by, per } = SYSTEMS[e.system].seal;
  switch (by) {
    case 'tape':
      return 'tape, three turns';
    case 'clamp':
      return per > 1 ? `${['no', 'one', 'two', 'three'][per]} clamps` : 'one clamp';
    case 'washer':
      return 'a washer';
    case 'gasket':
      return 'its gasket';
    case 'ring':
      return 'a crimp ring';
    case 'cement':
      return 'cement';
    case 'solder':
      return 'solder';
    case 'o-ring':
      return 'an O-ring';
    case 'band':
      return 'a band';
    case 'grip':
      return 'its own grip';
  }
}

/** A part of a chain with its sizes: "bulkhead 3/4 in", "insert adapter 1/2 × 3/4 in". */
function partWords({ part, in: a, out: b }: Chain['links'][number]): string {
  const sizes = [...new Set([a, b].filter((e) => e.system !== 'hole').map((e) => e.size))];
  const inches = sizes.every((s) => !/mm|S60/.test(s));
  const text = sizes.map((s) => nominal(s)).join(' × ');
  const fork = part.placed && part.ends.length > 2;
  const aside = fork ? part.ends[2].size : a.size;
  const smaller = !fork || sizes.includes(aside) ? '' : `, ${nominal(aside)} aside`;
  return `${shortName(part)
    .toLowerCase()
    .replace(/ for .*/, '')} ${text}${inches ? ' in' : ''}${smaller}`;
}

/** The parts of a chain in a row: "bulkhead 3/4 in, nipple 3/4 in and insert adapter 3/4 in". */
export function chainWords(chain: Pick<Chain, 'links'>): string {
  const names = chain.links.map(partWords);
  if (names.length === 0) return 'the two ends mate by themselves';
  return names.length === 1 ? names[0] : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}

const THINGS: Readonly<Record<string, string>> = { float: 'float valve', tap: 'tap', drinker: 'drinker' };

/** What stands at an end of a chain: a pipe by its size, else the end itself. */
export function endName(plan: Plan, of: string, e: End): string {
  const pipe = findPipe(of);
  if (pipe) return nominal(`${pipe.nominal} ${pipe.family}`);
  if (e.system === 'hole') return 'wall';
  const [what] = of.split('/');
  if (what in THINGS) return THINGS[what];
  const place = plan.nodes.find((n) => n.id === of);
  return place ? nameIn(plan, of) : endWords(e);
}

export const sameChain = (a: Pick<Chain, 'links'> | undefined, b: Pick<Chain, 'links'>): boolean =>
  a !== undefined && idsOf(a).join() === idsOf(b).join();
