// The order of work made from a plan: every piece of work with what it waits for.
import { cementDays, orderOf, SILICONE_DAYS, type Hold, type Task } from '@vernal-slope/core/schedule';
import { curing } from '@vernal-slope/core/stand';
import { meetings } from '@vernal-slope/core/parts';
import { isDrinking } from '../budget/index.ts';
import { secondsOfHours } from '../fields/index.ts';
import { isBed, isSource, isStore, isTap, isVessel, nameOf, type PlanNode, type SourceNode } from '../kinds/index.ts';
import { HOURS, jointsOf, type Joint } from '../parts/index.ts';
import type { Line, Plan } from '../schema/index.ts';
import { standAnswer } from '../stand/index.ts';
import { nameOfId } from '../topology/index.ts';
import { WORK, type Caution, type Does, type Sign, type Work } from './words.ts';

/** A part of the hours of a step, by rule of thumb: so much, or so much for each of so many. */
export interface HoursPart {
  /** What it is for. */
  readonly of: string;
  /** s, or s for each */ readonly each: number;
  /** How many, or how many metres; once where left out. */
  readonly n?: number;
  readonly counts?: 'metres' | 'pieces' | 'volume';
}

export interface BuildStep extends Task {
  /** Parts that its time adds up from. */
  readonly hours: readonly HoursPart[];
  readonly work: Work;
  readonly does: Does;
  readonly title: string;
  /** Ids of places and lines it is done to. */
  readonly of: readonly string[];
  /** The one where it is: a place's or a line's id; undefined where it is everywhere. */
  readonly at?: string;
  /** Least time after it before anything that waits for it begins, s. */
  readonly wait: number;
  /** What sets meanwhile. */
  readonly sets?: 'concrete' | 'cement' | 'silicone' | 'contact' | 'laboratory';
  readonly cautions: readonly Caution[];
  readonly signs: readonly Sign[];
}

const DAY = 86_400;
/** Hours by rule of thumb (common practice, no source). */
const RULES = {
  pegPerM: 0.01,
  intake: 6,
  gutter: 6,
  pump: 4,
  footing: 1.5,
  base: 3,
  pourPerM3: 5,
  stand: 10,
  setTank: 2,
  setVessel: 1,
  bed: 6,
  sand: 3,
  flush: 0.5,
  element: 0.5,
  float: 0.5,
  tap: 0.5,
  fill: 1,
  leaks: 1,
  bleed: 0.5,
  level: 0.5,
  coverPerM: 0.05,
  drainPerM: 0.2,
  disinfect: 3,
  sample: 1,
} as const;
/** How water of each kind comes in; what is carried has nothing to build. */
const INTAKES: Readonly<Partial<Record<SourceNode['type'], Work>>> = {
  spring: 'intake',
  stream: 'intake',
  roof: 'catch-roof',
  pump: 'set-pump',
  ram: 'set-pump',
  mains: 'join-mains',
};
/** Chlorine stands overnight; a laboratory answers after some five days (common practice, no source). */
const CONTACT_H = 24;
const LABORATORY_DAYS = 5;
/** Trenches deeper than this fall in on people (29 CFR 1926.651: a way out from 4 ft; from memory), m. */
const DEEP = 1.2;
const DEFAULT_TEMPERATURE = 15;

/** Order in which work at one line and its end is taken. */
const RANK: readonly Work[] = [
  'pegs',
  'footings',
  'pour',
  'intake',
  'catch-roof',
  'set-pump',
  'join-mains',
  'base',
  'trench',
  'drill',
  'fittings',
  'lay',
  'stand',
  'set-tank',
  'set-vessel',
  'sand',
  'flush',
  'elements',
  'float',
  'fill-half',
  'fill',
  'tap',
  'leaks',
  'bleed',
  'level',
  'cover',
  'drain-dig',
  'drain-lay',
  'disinfect',
  'sample',
];

const FIRST: readonly Work[] = ['pegs', 'footings', 'pour'];

/** Lines in the order in which water comes to them, each with the place it leads to first; where it comes in is before all. */
function groupsOf(
  plan: Plan,
  depth: ReadonlyMap<string, number>,
  parent: ReadonlyMap<string, string>,
): Map<string, number> {
  const far = (l: Line): number => depth.get(l.from) ?? plan.nodes.length;
  const lines = [...plan.lines].sort((a, b) => far(a) - far(b));
  const group = new Map(lines.map((l, k) => [l.id, k + 1]));
  for (const n of plan.nodes) {
    const from = parent.get(n.id);
    group.set(n.id, from === undefined ? (depth.has(n.id) ? 0 : lines.length + 1) : (group.get(from) ?? 0));
  }
  return group;
}

/** How many lines water runs through from where it comes in, by place: by the way each line is drawn; absent where none leads. */
function depths(plan: Plan): { depth: Map<string, number>; parent: Map<string, string> } {
  const depth = new Map<string, number>();
  const parent = new Map<string, string>();
  const entered = new Set(plan.lines.map((l) => l.to));
  const out = new Map<string, Line[]>();
  for (const l of plan.lines) out.set(l.from, [...(out.get(l.from) ?? []), l]);
  const spread = (roots: readonly PlanNode[]): void => {
    let rim = roots.filter((n) => !depth.has(n.id)).map((n) => n.id);
    for (const id of rim) depth.set(id, 0);
    while (rim.length > 0) {
      const next: string[] = [];
      for (const id of rim)
        for (const l of out.get(id) ?? []) {
          if (depth.has(l.to)) continue;
          depth.set(l.to, (depth.get(id) ?? 0) + 1);
          parent.set(l.to, l.id);
          next.push(l.to);
        }
      rim = next;
    }
  };
  spread(plan.nodes.filter(isSource));
  spread(plan.nodes.filter((n) => isStore(n) && !entered.has(n.id)));
  // tanks that fill one another: one of them is where it begins
  for (const n of plan.nodes) if (isStore(n)) spread([n]);
  return { depth, parent };
}

const lengthOf = (line: Line): number => line.legs.reduce((sum, l) => sum + l.lengthM, 0);
const deepest = (line: Line): number => Math.max(0, ...line.legs.map((l) => l.depthM ?? 0));
/** Metres that are dug. */
const dug = (line: Line): number => line.legs.reduce((sum, l) => sum + ((l.depthM ?? 0) > 0 ? l.lengthM : 0), 0);
/** Its pipe goes over a rise where air can stay. */
function humped(line: Line, start: number): boolean {
  const heights = [start, ...line.legs.map((l) => l.endGroundM)];
  return heights.some((h, k) => k > 0 && k < heights.length - 1 && h > heights[k - 1] && h >= heights[k + 1]);
}

const once = (of: string, hours: number): HoursPart => ({ of, each: secondsOfHours(hours) });
const forEach = (of: string, hours: number, n: number, counts: HoursPart['counts']): HoursPart => ({
  of,
  each: secondsOfHours(hours),
  n,
  counts,
});

/** Ids of places whose water people drink, and of the lines to them: against the way the lines are drawn. */
function drinkingPart(plan: Plan): { places: Set<string>; lines: Set<string>; taps: string[] } {
  const taps = plan.nodes.filter((n) => isTap(n) && isDrinking(n)).map((n) => n.id);
  const places = new Set<string>(taps);
  const lines = new Set<string>();
  for (const id of places)
    for (const l of plan.lines)
      if (l.to === id) {
        lines.add(l.id);
        places.add(l.from);
      }
  return { places, lines, taps };
}

/** Temperature of the air at a step, °C; undefined where nothing is known of it. */
export type WarmthAt = (step: string) => number | undefined;

/** Temperature that glue and concrete set at, °C: as entered, else mild. */
export const buildTemperature = (plan: Plan): number => plan.build?.temperatureC ?? DEFAULT_TEMPERATURE;

/** All work of a plan, in an order that holds. */
export function buildSteps(plan: Plan, warmth: WarmthAt = () => undefined): BuildStep[] {
  if (plan.nodes.length === 0) return [];
  const { joints } = jointsOf(plan);
  const { depth, parent } = depths(plan);
  const drinking = drinkingPart(plan);
  const temperature = buildTemperature(plan);
  /** Days that cement stands after a step: at the temperature entered, else at what the day is likely to have. */
  const cementAt = (id: string): number =>
    cementDays(plan.build?.temperatureC ?? warmth(id) ?? DEFAULT_TEMPERATURE) * DAY;
  const nodes = new Map(plan.nodes.map((n) => [n.id, n]));
  const steps: BuildStep[] = [];
  const made = new Set<string>();
  const idOf = (work: Work, of: string): string => `${work}:${of}`;
  const ending = (id: string): Line[] => plan.lines.filter((l) => l.to === id);
  const jointsAt = (test: (j: Joint) => boolean): Joint[] => joints.filter(test);
  const holesOf = (list: readonly Joint[]): number =>
    list.reduce((n, j) => n + (j.chain?.links.filter((l) => l.part.hole).length ?? 0) * j.count, 0);
  const glued = (list: readonly Joint[]): boolean =>
    plan.settings?.sockets !== 'dry' &&
    list.some(
      (j) => j.chain && meetings(j.chain).some(([a]) => ['solvent', 'solvent-cts', 'drain'].includes(a.system)),
    );

  interface Asked {
    readonly of?: readonly string[];
    readonly at?: string;
    readonly name?: string;
    readonly after: readonly (string | undefined | false)[];
    readonly holds?: readonly Hold[];
    readonly wait?: number;
    readonly sets?: BuildStep['sets'];
    readonly hours: number | readonly HoursPart[];
    readonly cautions?: readonly (Caution | false)[];
    readonly signs?: readonly (Sign | false)[];
  }
  const waits = new Map<string, number>();
  const add = (work: Work, key: string, a: Asked): string => {
    const id = idOf(work, key);
    made.add(id);
    waits.set(id, a.wait ?? 0);
    const hours = typeof a.hours === 'number' ? [once('the work itself', a.hours)] : a.hours;
    steps.push({
      id,
      work,
      does: WORK[work].does,
      title: WORK[work].title(a.name ?? nameOfId(plan, key)),
      of: a.of ?? [key],
      ...(a.at === undefined && a.of ? {} : { at: a.at ?? key }),
      holds: [...new Set(a.after.filter((x): x is string => typeof x === 'string' && x !== ''))]
        .map((of): Hold => ({ of, wait: 0 }))
        .concat(a.holds ?? []),
      wait: a.wait ?? 0,
      ...(a.sets ? { sets: a.sets } : {}),
      hours,
      time: hours.reduce((sum, h) => sum + h.each * (h.n ?? 1), 0),
      rank: 0,
      cautions: (a.cautions ?? []).filter((c): c is Caution => c !== false),
      signs: (a.signs ?? []).filter((s): s is Sign => s !== false),
    });
    return id;
  };

  const pegs = add('pegs', 'all', {
    of: [...plan.nodes.map((n) => n.id), ...plan.lines.map((l) => l.id)],
    after: [],
    hours: [
      once('setting up', 1),
      forEach(
        'pegs along the lines',
        RULES.pegPerM,
        plan.lines.reduce((sum, l) => sum + lengthOf(l), 0),
        'metres',
      ),
    ],
  });

  /** Step after which a place gives water; undefined where it never says so. */
  const gives = new Map<string, string>();

  for (const node of plan.nodes) {
    if (isSource(node)) {
      const work = INTAKES[node.type];
      if (work)
        gives.set(
          node.id,
          add(work, node.id, {
            after: [pegs],
            hours: work === 'intake' ? RULES.intake : work === 'catch-roof' ? RULES.gutter : RULES.pump,
            cautions: [
              work === 'intake' && 'confined',
              work === 'catch-roof' && 'height',
              node.type === 'pump' && 'electric',
            ],
            signs: [
              (node.type === 'spring' || node.type === 'stream') && 'water-right',
              node.type === 'pump' && 'electrician',
              node.type === 'mains' && 'plumber',
            ],
          }),
        );
    }
    if (!isVessel(node) && !isBed(node)) continue;
    const walls = jointsAt(
      (j) =>
        j.wallOf === node.id ||
        ((j.kind === 'wall' || j.kind === 'overflow' || j.kind === 'lead') && j.place === node.id),
    );
    const answer = isStore(node) && (node.standM ?? 0) > 0 && node.stand ? standAnswer(plan, node) : undefined;
    const onPosts = answer?.parts !== undefined;
    const engineer = (answer?.engineer.length ?? 0) > 0;
    let up: string;
    let full: Hold[] = [];
    let ready: string | undefined;
    if (onPosts) {
      const cure = plan.build?.temperatureC === undefined ? answer.curing : curing(temperature);
      const dig = add('footings', node.id, {
        after: [pegs],
        hours: [
          forEach(
            'footings',
            RULES.footing,
            Math.max(1, answer.design.posts.perBeam * answer.design.beams.lines),
            'pieces',
          ),
        ],
        cautions: ['utilities', 'children'],
      });
      const pour = add('pour', node.id, {
        after: [dig],
        hours: [once('setting up', 1), forEach('concrete', RULES.pourPerM3, answer.parts?.concrete ?? 0, 'volume')],
        wait: cure.light * DAY,
        sets: 'concrete',
        cautions: ['lifting'],
      });
      full = [{ of: pour, wait: cure.full * DAY }];
      const raised = add('stand', node.id, {
        after: [pour],
        hours: RULES.stand,
        cautions: ['lifting', 'height'],
        signs: [engineer && 'engineer'],
      });
      const drill = walls.length > 0 && add('drill', node.id, drilling(walls, [pegs]));
      const fit = walls.length > 0 && add('fittings', node.id, fitting(walls, [drill], node));
      up = add('set-tank', node.id, {
        after: [raised, fit],
        hours: RULES.setTank,
        cautions: ['lifting', 'height'],
      });
      ready = up;
    } else {
      const base = add('base', node.id, { after: [pegs], hours: isStore(node) ? RULES.base : RULES.setVessel });
      up = add(isStore(node) ? 'set-tank' : 'set-vessel', node.id, {
        after: [base],
        hours: isBed(node) ? RULES.bed : isStore(node) ? RULES.setTank : RULES.setVessel,
        cautions: ['lifting'],
        signs: [engineer && 'engineer'],
      });
      const drill = walls.length > 0 && add('drill', node.id, drilling(walls, [up]));
      ready = (walls.length > 0 && add('fittings', node.id, fitting(walls, [drill], node))) || up;
    }
    if (isVessel(node) && node.filter) ready = add('sand', node.id, { after: [ready, up], hours: RULES.sand });
    const from = parent.get(node.id);
    const half = onPosts || isStore(node);
    const first = add(half ? 'fill-half' : 'fill', node.id, {
      after: [ready, up, from && idOf('flush', from), floatFirst(node) && idOf('float', node.id)],
      hours: RULES.fill,
      cautions: [isStore(node) && 'confined', !isStore(node) && 'children'],
    });
    gives.set(node.id, first);
    if (half)
      add('fill', node.id, {
        after: [first],
        holds: full,
        hours: RULES.fill,
        signs: [engineer && 'engineer'],
      });
    if (isVessel(node) && node.inlet?.floatValve) {
      add('float', node.id, {
        after: [ready, up, ...ending(node.id).map((l) => idOf('flush', l.id))],
        hours: RULES.float,
        cautions: [isStore(node) && 'confined'],
      });
      add('level', node.id, {
        after: [
          first,
          half && idOf('fill', node.id),
          idOf('float', node.id),
          ...ending(node.id).flatMap((l) => [idOf('leaks', l.id), idOf('bleed', l.id)]),
        ],
        hours: RULES.level,
      });
    }
  }

  function drilling(walls: readonly Joint[], after: Asked['after']): Asked {
    return { after, hours: [forEach('holes', HOURS.hole, Math.max(1, holesOf(walls)), 'pieces')] };
  }
  function fitting(walls: readonly Joint[], after: Asked['after'], node: PlanNode): Asked {
    const cemented = glued(walls);
    const sealed = walls.some((j) => j.chain?.links.some((l) => l.part.hole));
    return {
      after,
      hours: [forEach('joints', HOURS.joint, Math.max(1, walls.length), 'pieces')],
      wait: cemented ? cementAt(idOf('fittings', node.id)) : sealed ? SILICONE_DAYS * DAY : 0,
      ...(cemented ? { sets: 'cement' as const } : sealed ? { sets: 'silicone' as const } : {}),
      cautions: [isStore(node) && 'confined'],
    };
  }
  /** Its float can go on before it is filled: every line to it comes from nearer to where the water comes in. */
  function floatFirst(node: PlanNode): boolean {
    if (!isVessel(node) || !node.inlet?.floatValve) return false;
    const own = depth.get(node.id);
    return own !== undefined && ending(node.id).every((l) => (depth.get(l.from) ?? Infinity) < own);
  }

  for (const line of plan.lines) {
    const from = nodes.get(line.from);
    const to = nodes.get(line.to);
    const own = jointsAt((j) => j.flowOf === line.id || j.at === line.id || j.at.startsWith(`${line.id}:`));
    const metres = dug(line);
    const deep = deepest(line) > DEEP;
    const dig =
      metres > 0 &&
      add('trench', line.id, {
        after: [pegs],
        hours: [forEach('trench by hand', HOURS.dug, metres, 'metres')],
        cautions: ['utilities', deep && 'trench', 'children'],
      });
    const cemented = glued(own);
    const lay = add('lay', line.id, {
      after: [dig || pegs, ...vesselsAt(from, to)],
      hours: [
        forEach('pipe laid', HOURS.laid, lengthOf(line), 'metres'),
        forEach(
          'joints',
          HOURS.joint,
          own.reduce((sum, j) => sum + j.count, 0),
          'pieces',
        ),
      ],
      wait: cemented ? cementAt(idOf('lay', line.id)) : 0,
      ...(cemented ? { sets: 'cement' as const } : {}),
      cautions: [deep && 'trench'],
    });
    const water = depth.has(line.from) ? waterAt(line.from) : undefined;
    const flush = add('flush', line.id, { after: [lay, water], hours: RULES.flush });
    const elements =
      line.legs.some((l) => (l.treatment?.length ?? 0) > 0) &&
      add('elements', line.id, { after: [flush], hours: RULES.element });
    const leaks = add('leaks', line.id, {
      after: [
        flush,
        elements,
        isTap(to) && idOf('tap', line.to),
        isVessel(to) && to.inlet?.floatValve !== undefined && idOf('float', line.to),
      ],
      hours: RULES.leaks,
      cautions: [deep && 'trench'],
    });
    const bleed = add('bleed', line.id, {
      after: [leaks],
      hours: from && humped(line, from.groundM) ? 2 * RULES.bleed : RULES.bleed,
    });
    if (metres > 0)
      add('cover', line.id, {
        after: [leaks, bleed],
        hours: [forEach('trench filled', RULES.coverPerM, metres, 'metres')],
      });
  }
  /** What a line is joined to stands there before it is laid up to it. */
  function vesselsAt(...ends: readonly (PlanNode | undefined)[]): (string | undefined)[] {
    return ends.flatMap((n) =>
      n && (isVessel(n) || isBed(n)) ? [idOf('fittings', n.id), idOf('set-tank', n.id), idOf('set-vessel', n.id)] : [],
    );
  }
  /** The step after which water stands at a place: of a vessel when it is filled, of a tee when the line to it is flushed. */
  function waterAt(id: string): string | undefined {
    const own = gives.get(id);
    if (own !== undefined) return own;
    const line = parent.get(id);
    return line && idOf('flush', line);
  }

  for (const node of plan.nodes)
    if (isTap(node))
      add('tap', node.id, {
        after: [pegs, ...ending(node.id).map((l) => idOf('flush', l.id))],
        hours: RULES.tap,
        signs: [node.room !== undefined && 'plumber'],
        cautions: [node.smallPump !== undefined && 'electric'],
      });
  for (const drain of plan.drains ?? []) {
    const dig = add('drain-dig', drain.id, { after: [pegs], hours: 3, cautions: ['utilities'] });
    add('drain-lay', drain.id, { after: [dig], hours: 2, signs: ['plumber'] });
  }
  if (drinking.taps.length > 0 && drinking.lines.size > 0) {
    const lines = [...drinking.lines];
    const stores = [...drinking.places].filter((id) => isStore(nodes.get(id)));
    const names = drinking.taps.map((id) => nameOf(nodes.get(id) ?? plan.nodes[0])).join(', ');
    const clean = add('disinfect', 'drinking', {
      of: [...drinking.places, ...lines],
      name: names,
      after: [
        ...lines.flatMap((l) => [idOf('leaks', l), idOf('bleed', l)]),
        ...stores.map((s) => idOf('fill', s)),
        ...drinking.taps.map((t) => idOf('tap', t)),
        ...stores.map((s) => idOf('level', s)),
      ],
      hours: RULES.disinfect,
      wait: secondsOfHours(CONTACT_H),
      sets: 'contact',
      cautions: ['chlorine', 'confined'],
    });
    add('sample', 'drinking', {
      of: drinking.taps,
      name: names,
      after: [clean],
      hours: RULES.sample,
      wait: LABORATORY_DAYS * DAY,
      sets: 'laboratory',
      signs: ['laboratory'],
    });
  }

  // what was named and is not there holds nothing; each waits at least as long as what it stands on must stand
  const group = groupsOf(plan, depth, parent);
  const order = orderOf(
    steps.map((s): BuildStep => ({
      ...s,
      holds: s.holds
        .filter((h) => made.has(h.of))
        .map((h) => ({ of: h.of, wait: Math.max(h.wait, waits.get(h.of) ?? 0) })),
      // what stands long comes first; then line by line as the water comes, so that no trench lies open for weeks
      rank: FIRST.includes(s.work)
        ? 0
        : 1 + (group.get(s.at ?? '') ?? plan.lines.length + 1) * RANK.length + RANK.indexOf(s.work),
    })),
  );
  if (!order.ok) throw new Error(`the steps wait for one another: ${order.circle.join(', ')}`);
  return [...order.tasks];
}
