// A chain cut open along its middle, to one scale across: bodies, threads, barbs, clamps, a wall.
import { outsideOf, SYSTEMS, type Chain, type End, type Part } from '@vernal-slope/core/parts';
import { shortName } from './jointwords.ts';

/** How an end meets: the shape of its walls. */
type Look = 'thread' | 'barb' | 'plain' | 'hole';

export interface DrawnBody {
  readonly key: string;
  readonly kind: 'pipe' | 'part' | 'valve' | 'wall' | 'rubber' | 'thing';
  /** Upper wall as a polygon; the lower one is its mirror. */
  readonly wall: string;
  readonly name: string;
  readonly x: number;
  readonly width: number;
  /** Over the middle, px. */
  readonly radius: number;
  /** A branch that leaves aside: half its width, px. */
  readonly aside?: number;
}
export interface DrawnMeeting {
  readonly key: string;
  readonly x: number;
  /** Over which the two lie in one another, px. */
  readonly from: number;
  readonly to: number;
  readonly radius: number;
  readonly look: Look;
  /** Teeth of a thread or a barb, above the middle. */
  readonly teeth: string;
  readonly end: End;
  /** Clamps on it: left sides, px. */
  readonly clamps: readonly number[];
  readonly over: number;
}
export interface DrawnChain {
  readonly bodies: readonly DrawnBody[];
  /** Flange and nut of what goes through a wall, above the middle. */
  readonly flanges: readonly string[];
  /** Water that stands before or behind the wall. */
  readonly standing: readonly { readonly x: number; readonly width: number }[];
  readonly meetings: readonly DrawnMeeting[];
  /** Water along the middle: a polygon. */
  readonly water: string;
  readonly width: number;
  readonly middle: number;
  readonly scale: number;
}

/** Length of a nose in its socket, of the two ends, and the wall of a body, px. */
const NOSE = 26;
const MOST_END = 128;
const MOST_PART = 176;
const LEAST_PART = 62;
const WALL = 4;

const lookOf = (e: End): Look => {
  const { kind } = SYSTEMS[e.system];
  return kind === 'thread' ? 'thread' : kind === 'barb' ? 'barb' : kind === 'hole' ? 'hole' : 'plain';
};

/** px, to a tenth. */
const px = (v: number): number => Math.round(10 * v) / 10;

/** Zigzag between two places along a radius, px. */
function teethAt(from: number, to: number, y: number, look: Look): string {
  const step = look === 'thread' ? 4 : 7;
  const high = look === 'thread' ? 3 : 4;
  let d = `M${from} ${px(y)}`;
  for (let x = from; x < to - 1e-9; x += step)
    d += look === 'thread' ? `l${step / 2} ${-high}l${step / 2} ${high}` : `l${step} ${-high}v${high}`;
  return d;
}

interface Piece {
  readonly kind: DrawnBody['kind'];
  readonly name: string;
  readonly left?: End;
  readonly right?: End;
  readonly boreMm: number;
  readonly part?: Part;
}

/**
 * A chain laid out from left to right.
 * @param names what stands at its two ends
 * @param width px there is
 * @param height px there is; the widest end takes most of it
 * @param wallMm thickness of the wall it begins or ends in, where it was measured
 */
export function drawChain(
  chain: Chain,
  names: readonly [string, string],
  width: number,
  height: number,
  wallMm?: number,
): DrawnChain {
  const stub = (e: End, name: string, side: 'left' | 'right'): Piece => ({
    kind: e.system === 'hole' ? 'wall' : pipeLike(e) ? 'pipe' : 'thing',
    name,
    ...(side === 'left' ? { right: e } : { left: e }),
    boreMm: 0.78 * (outsideOf(e) ?? 20),
  });
  const pieces: Piece[] = [
    stub(chain.from, names[0], 'left'),
    ...chain.links.map((l): Piece => ({
      kind: l.part.aisle === 'valve' ? 'valve' : l.part.aisle === 'rubber' ? 'rubber' : 'part',
      name: shortName(l.part),
      left: l.in,
      right: l.out,
      boreMm: l.part.boreMm,
      part: l.part,
    })),
    stub(chain.to, names[1], 'right'),
  ];
  const END = Math.min(MOST_END, 0.24 * width);
  const inner = Math.max(1, pieces.length - 2);
  const each = Math.max(LEAST_PART, Math.min(MOST_PART, (width - 2 * END) / inner));
  const middle = height / 2 + 6;
  const widest = Math.max(
    ...pieces.flatMap((p) => [p.left, p.right].flatMap((e) => (e && e.system !== 'hole' ? [outsideOf(e) ?? 0] : []))),
    10,
  );
  const scale = (0.5 * height - 34) / (widest / 2 + 6);
  const r = (mm: number): number => (mm / 2) * scale;
  const outside = (e: End): number => r(e.system === 'hole' ? widest : (outsideOf(e) ?? 20));

  const bodies: DrawnBody[] = [];
  const meetings: DrawnMeeting[] = [];
  const water: [number, number][] = [];
  const flanges: string[] = [];
  const standing: { x: number; width: number }[] = [];
  let x = 0;
  pieces.forEach((p, k) => {
    const first = k === 0;
    const last = k === pieces.length - 1;
    const w = first || last ? END : each;
    const bore = Math.max(3, r(p.boreMm));
    const noseOf = (e: End | undefined): boolean =>
      e !== undefined && (e.gender === 'male' || (e.gender === 'none' && p.kind !== 'rubber'));
    const socketOf = (e: End | undefined): boolean => e !== undefined && !noseOf(e);
    if (p.kind === 'wall') {
      const thick = Math.max(8, Math.min(22, (wallMm ?? 6) * scale));
      const at = first ? x + w - thick - 3 : x + 3;
      const e = p.right ?? p.left;
      const hole = Math.min(0.5 * height - 8, e ? r(outsideOf(e) ?? widest) : 20);
      const reach = Math.min(hole, bodyRadius(pieces[first ? 1 : k - 1], r) + 3);
      const low = middle - reach;
      bodies.push({
        key: `${k}`,
        kind: 'wall',
        wall: `M${at} 0H${at + thick}V${px(low)}H${at}Z`,
        name: p.name,
        x: first ? x : x + 30,
        width: w,
        radius: reach,
      });
      for (const [fx, fw] of [
        [at - 9, 9],
        [at + thick, 13],
      ])
        flanges.push(`M${fx} ${px(low - 20)}h${fw}V${px(low + 3)}h${-fw}Z`);
      standing.push(first ? { x, width: at - x } : { x: at + thick, width: x + w - at - thick });
      x += w;
      return;
    }
    const left = p.left ? outside(p.left) : r(p.boreMm) + WALL;
    const right = p.right ? outside(p.right) : r(p.boreMm) + WALL;
    const body = Math.max(bodyRadius(p, r), 0);
    const x0 = x;
    const x1 = x + w;
    const top = (radius: number): number => px(middle - radius);
    const leftSocket = socketOf(p.left);
    const rightSocket = socketOf(p.right);
    const leftNose = noseOf(p.left) && !first;
    const rightNose = noseOf(p.right) && !last;
    // a pipe's own end keeps its walls up to where it ends
    const from = leftNose ? x0 - NOSE : x0;
    const to = rightNose ? x1 + NOSE : x1;
    const outL = leftSocket ? left + WALL + 2 : leftNose ? left : body;
    const outR = rightSocket ? right + WALL + 2 : rightNose ? right : body;
    const zone = Math.min(NOSE, w / 2 - 2);
    const points = [
      `M${from} ${top(outL)}`,
      `H${leftSocket ? x0 + zone : x0}`,
      `V${top(body)}`,
      `H${rightSocket ? x1 - zone : x1}`,
      `V${top(outR)}`,
      `H${to}`,
      `V${top(rightSocket ? right : bore)}`,
      `H${rightSocket ? x1 - zone : to}`,
      `V${top(bore)}`,
      `H${leftSocket ? x0 + zone : from}`,
      `V${top(leftSocket ? left : bore)}`,
      `H${from}Z`,
    ].join('');
    bodies.push({
      key: `${k}`,
      kind: p.kind,
      wall: points,
      name: p.name,
      x: x0,
      width: w,
      radius: body,
      ...(p.part && p.part.ends.length === 3 && !p.part.hole
        ? { aside: Math.max(6, r(outsideOf(p.part.ends[2]) ?? 20)) }
        : {}),
    });
    // what goes through a wall in the middle of its way has the wall around it
    if (p.part?.hole && p.left?.system !== 'hole' && p.right?.system !== 'hole') {
      const thick = Math.max(8, Math.min(22, (wallMm ?? 6) * scale));
      const at = x0 + w / 2 - thick / 2;
      bodies.push({
        key: `wall ${k}`,
        kind: 'wall',
        wall: `M${at} 0H${at + thick}V${px(middle - body)}H${at}Z`,
        name: '',
        x: at,
        width: thick,
        radius: body,
      });
      for (const [fx, fw] of [
        [at - 13, 13],
        [at + thick, 9],
      ])
        flanges.push(`M${fx} ${px(middle - body - 20)}h${fw}V${px(middle - body)}h${-fw}Z`);
    }
    water.push([from, bore], [to, bore]);
    x = x1;
  });
  // where one lies in the other
  let at = 0;
  pieces.slice(0, -1).forEach((p, k) => {
    const w = k === 0 ? END : each;
    at += w;
    const next = pieces[k + 1];
    const end = p.right ?? next.left;
    if (!end) return;
    const intoNext =
      p.kind !== 'wall' &&
      p.right !== undefined &&
      (p.right.gender === 'male' || (p.right.gender === 'none' && p.kind !== 'rubber'));
    const [from, to] =
      p.kind === 'wall'
        ? [at - NOSE, at]
        : next.kind === 'wall'
          ? [at, at + NOSE]
          : intoNext
            ? [at, at + NOSE]
            : [at - NOSE, at];
    const look = lookOf(end);
    const radius = outside(end);
    const clamps = SYSTEMS[end.system].seal.by === 'clamp' ? SYSTEMS[end.system].seal.per : 0;
    meetings.push({
      key: `${k}`,
      x: (from + to) / 2,
      from,
      to,
      radius,
      look,
      teeth: look === 'thread' || look === 'barb' ? teethAt(from + 1, to - 1, middle - radius, look) : '',
      end,
      clamps: Array.from({ length: clamps }, (_, i) => from + 3 + (i * (NOSE - 10)) / Math.max(1, clamps - 1 || 1)),
      over: radius + WALL + 2,
    });
  });
  const sorted = [...water].sort((a, b) => a[0] - b[0]);
  const upper = sorted.map(([at, y]) => `${px(at)} ${px(middle - y)}`);
  const lower = [...sorted].reverse().map(([at, y]) => `${px(at)} ${px(middle + y)}`);
  return { bodies, flanges, standing, meetings, water: `M${[...upper, ...lower].join('L')}Z`, width: x, middle, scale };
}

const pipeLike = (e: End): boolean =>
  ['insert', 'barb', 'drip', 'crimp'].includes(e.system)
    ? e.gender === 'female'
    : ['compression', 'rural', 'grip-ips', 'solvent', 'solvent-cts', 'drain', 'push', 'grommet', 'solder'].includes(
          e.system,
        )
      ? e.gender === 'male'
      : e.system === 'sleeve';

/** Radius of a piece between its ends, px. */
const bodyRadius = (p: Piece, r: (mm: number) => number): number =>
  Math.max(
    r(p.boreMm) + WALL,
    ...[p.left, p.right].flatMap((e) =>
      e && e.system !== 'hole' ? [r((p.kind === 'pipe' ? 0.86 : 1.02) * (outsideOf(e) ?? 10))] : [],
    ),
  );
