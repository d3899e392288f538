// A cabin's fixtures under gravity: what each gets with what else is open, what it takes at least, who takes whose water, and
// what a pipe of its own would bring.
import { headOfPressure } from '@vernal-slope/core/water';
import { HUNTER, findFixture, type FixtureRow } from '../catalogue/index.ts';
import { compilePlan, flowFromLpm, minutesOf, pascals, seconds, type Compiled } from '../compile/index.ts';
import { freeLineId, glimpse, takeOutLine, type Command } from '../edit/index.ts';
import { isTap, nameOf } from '../kinds/index.ts';
import type { Leg, Plan, TapNode } from '../schema/index.ts';
import { interactions, optionsOf, solvePlan } from '../solve/index.ts';
import { partAround, routeTo } from '../topology/index.ts';
import { inMonth } from '../year/index.ts';

/** Taps that hang on the same water. */
export interface Cabin {
  /** Tank or source that feeds them. */ readonly feed: string;
  readonly taps: readonly TapNode[];
}

/** Groups of taps by the tank or source that feeds them, in the plan's order. */
export function cabinsOf(plan: Plan): Cabin[] {
  const groups = new Map<string, TapNode[]>();
  for (const node of plan.nodes) {
    if (!isTap(node)) continue;
    const feed = routeTo(plan, node.id)?.start;
    if (feed !== undefined) groups.set(feed, [...(groups.get(feed) ?? []), node]);
  }
  return [...groups].map(([feed, taps]) => ({ feed, taps }));
}

const GUESSES: readonly (readonly [RegExp, string])[] = [
  [/mixer|thermostat/i, 'mixer-shower'],
  [/shower/i, 'shower'],
  [/wash(ing)? ?machine|washer/i, 'washing-machine'],
  [/dish/i, 'dishwasher'],
  [/toilet|\bwc\b|cistern/i, 'wc'],
  [/bath\b|tub\b/i, 'bath'],
  [/basin/i, 'basin'],
  [/heater|boiler/i, 'heater'],
  [/hose|standpipe|hydrant/i, 'hose'],
  [/laundry|tray/i, 'laundry'],
  [/kitchen|sink|tap/i, 'sink'],
];
/** What a tap is: as said, else by its name; undefined where neither tells. */
export function fixtureOf(tap: TapNode): { readonly row: FixtureRow; readonly guessed: boolean } | undefined {
  const own = findFixture(tap.fixture);
  if (own) return { row: own, guessed: false };
  const found = findFixture(GUESSES.find(([pattern]) => pattern.test(nameOf(tap)))?.[1]);
  return found && { row: found, guessed: true };
}

export interface FixtureRuns {
  readonly tap: TapNode;
  readonly fixture: { readonly row: FixtureRow; readonly guessed: boolean } | undefined;
  readonly open: boolean;
  /** m³/s and Pa now, with what is open; nothing and its standing pressure where it is shut. */
  readonly flow: number;
  readonly pressure: number;
  /** m above datum: its mouth, and the water that stands over it now. */
  readonly mouth: number;
  readonly head: number;
  /** m³/s and Pa with nothing else open. */
  readonly alone: number;
  readonly alonePressure: number;
  /** m above datum with all shut. */ readonly standing: number;
}

export interface CabinRuns {
  readonly fixtures: readonly FixtureRuns[];
  /** m³/s */ readonly flow: number;
  readonly settled: boolean;
}

/** How a cabin runs with some of its taps open, its tanks as they stand; everything else shut. */
export function cabinRuns(c: Compiled, cabin: Cabin, open: readonly string[]): CabinRuns {
  const solve = (ids: readonly string[]) => solvePlan(c, optionsOf(c, ids, 'start'));
  const now = solve(open);
  let settled = now.converged;
  const fixtures = cabin.taps.map((tap): FixtureRuns => {
    const on = open.includes(tap.id);
    const single = open.length === 1 && on ? now : solve([tap.id]);
    settled &&= single.converged;
    const at = now.nodes.get(tap.id);
    const alone = single.nodes.get(tap.id);
    const mouth = tap.groundM + (tap.heightM ?? 0);
    return {
      tap,
      fixture: fixtureOf(tap),
      open: on,
      flow: on ? (at?.flow ?? 0) : 0,
      pressure: at?.pressure ?? 0,
      mouth,
      head: at?.head ?? mouth,
      alone: alone?.flow ?? 0,
      alonePressure: alone?.pressure ?? 0,
      standing: at?.staticHead ?? mouth,
    };
  });
  return { fixtures, flow: fixtures.reduce((sum, f) => sum + f.flow, 0), settled };
}

/** Share of what it gets alone that a fixture loses to those that are open. */
export const lostBy = (f: FixtureRuns): number => (f.open && f.alone > 0 ? 1 - f.flow / f.alone : 0);
/** True where it is open and has less than it takes at least. */
export const isShort = (f: FixtureRuns): boolean =>
  f.open && f.fixture !== undefined && f.pressure < gravityNeeds(f.fixture.row).pressure;
/** To where water must stand over its mouth for what a fixture takes at least, m above datum. */
export const leastHead = (c: Compiled, f: FixtureRuns): number | undefined =>
  f.fixture && f.mouth + headOfPressure(gravityNeeds(f.fixture.row).pressure, c.water.density);
/** How long a fixture alone takes to fill so many m³, s; undefined where nothing comes. */
export const fillTime = (f: FixtureRuns, volume: number): number | undefined =>
  f.alone > 0 ? volume / f.alone : undefined;

/** Lines on which a tap's water comes, in the way that it flows; undefined where a pipe of its own cannot be laid beside them. */
function wayTo(plan: Plan, id: string): { feed: string; lines: string[] } | undefined {
  const route = routeTo(plan, id);
  if (!route || route.lines.length === 0 || route.lines.some((l) => l.reversed)) return undefined;
  // what hangs on beyond it would come along
  if (plan.lines.some((l) => l.from === id)) return undefined;
  return { feed: route.start, lines: route.lines.map((l) => l.line) };
}

/** A pipe of a tap's own, beside the shared one: the same lengths and sizes from the tank to it. Undefined where it has one. */
export function ownPipe(plan: Plan, id: string): Command | undefined {
  const way = wayTo(plan, id);
  const tap = plan.nodes.find((n) => n.id === id);
  if (!way || !tap) return undefined;
  const shared = plan.lines.filter((l) => l.from === way.feed).length;
  if (way.lines.length === 1 && shared >= 1) return undefined;
  const last = way.lines[way.lines.length - 1];
  const legs = way.lines.flatMap((line) => plan.lines.find((l) => l.id === line)?.legs ?? []);
  return {
    label: `a pipe of its own for ${nameOf(tap)}`,
    recipe: (draft) => {
      takeOutLine(plan, last, 'loose').recipe(draft);
      draft.lines.push({
        id: freeLineId(draft, `${id}-own`),
        name: `${nameOf(tap)}: a pipe of its own`,
        from: way.feed,
        to: id,
        legs: legs.map((leg): Leg => {
          const own = structuredClone(leg);
          delete own.emitters;
          delete own.survey;
          return own;
        }),
      });
    },
  };
}

export interface Taking {
  /** Who loses, to whom. */ readonly id: string;
  readonly to: string;
  /** Share of what it gets alone. */ readonly lost: number;
  /** The same with a pipe of its own; undefined where none can be laid. */
  readonly own: { readonly lost: number; readonly command: Command } | undefined;
}

/** Losses worth a word. */
const WORTH = 0.1;
/** Most that are told. */
const MOST = 4;

/** Found once for a plan: opening a tap on the bench changes nothing of it. */
const found = new WeakMap<Compiled, Map<string, Taking[]>>();

/** Who takes whose water in a cabin, the worst first, each with what a pipe of its own brings. */
export function takings(c: Compiled, cabin: Cabin): Taking[] {
  let known = found.get(c);
  if (!known) found.set(c, (known = new Map<string, Taking[]>()));
  let list = known.get(cabin.feed);
  if (!list) known.set(cabin.feed, (list = seekTakings(c, cabin)));
  return list;
}

/** What hangs on a cabin's own water, compiled: what other tanks feed changes nothing there. */
const partOf = (plan: Plan, cabin: Cabin): Compiled => compilePlan(partAround(inMonth(plan), cabin.feed));

function seekTakings(c: Compiled, cabin: Cabin): Taking[] {
  const ids = cabin.taps.map((t) => t.id);
  const table = interactions(partOf(c.plan, cabin), ids, 'start');
  if (!table.settled) return [];
  const pairs = ids.flatMap((id, i) =>
    ids.flatMap((to, j) => (i !== j && table.lost[i][j] >= WORTH ? [{ id, to, lost: table.lost[i][j] }] : [])),
  );
  const owned = new Map<string, { plan: Plan; command: Command } | undefined>();
  const withOwn = (id: string): { plan: Plan; command: Command } | undefined => {
    if (!owned.has(id)) {
      const command = ownPipe(c.plan, id);
      owned.set(id, command && { plan: glimpse(c.plan, command), command });
    }
    return owned.get(id);
  };
  return pairs
    .sort((a, b) => b.lost - a.lost)
    .slice(0, MOST)
    .map((pair): Taking => {
      const own = withOwn(pair.id);
      if (!own) return { ...pair, own: undefined };
      const after = interactions(partOf(own.plan, cabin), [pair.id, pair.to], 'start');
      return { ...pair, own: after.settled ? { lost: after.lost[0][1], command: own.command } : undefined };
    });
}

/** Flow of so many fixture units, m³/s: Hunter's curve for flush tanks, straight between, a little under its first point. */
export function unitsFlow(units: number): number {
  if (units <= 0) return 0;
  const [first] = HUNTER;
  if (units <= first[0]) return flowFromLpm((first[1] * units) / first[0]);
  for (let k = 1; k < HUNTER.length; k++) {
    const [[a, p], [b, q]] = [HUNTER[k - 1], HUNTER[k]];
    if (units <= b) return flowFromLpm(p + ((units - a) / (b - a)) * (q - p));
  }
  return flowFromLpm(HUNTER[HUNTER.length - 1][1]);
}

export interface AtOnce {
  /** Fixture units of all, and the flow of them, m³/s: made for houses on mains. */
  readonly units: number;
  readonly byUnits: number;
  /** m³/s that is passed in no more than one moment in a hundred of the hours in which they are used; undefined without habits. */
  readonly byHabit: number | undefined;
}

/** Moments in which more may run. */
const PASSED = 0.01;
/** Most taps of which every combination is weighed. */
const WEIGHED = 14;

/** Share of its hours in which a tap runs, by its habits; undefined where it has none. */
export function busyShare(tap: TapNode): number | undefined {
  const habits = tap.habits ?? [];
  if (habits.length === 0) return undefined;
  return Math.min(
    1,
    Math.max(
      ...habits.map((h) => {
        const [from, to] = [minutesOf(h.from), minutesOf(h.to)];
        const span = 60 * (to > from ? to - from : to - from + 24 * 60);
        return (h.timesPerDay * seconds(h.durationMin)) / span;
      }),
    ),
  );
}

/** What runs at once, by both schools: fixture units, and the habits of those who live there. */
export function atOnce(runs: CabinRuns): AtOnce {
  const units = runs.fixtures.reduce((sum, f) => sum + (f.fixture?.row.units ?? 0), 0);
  const by = runs.fixtures.flatMap((f) => {
    const share = busyShare(f.tap);
    return share === undefined ? [] : [{ share, flow: f.alone }];
  });
  let byHabit: number | undefined;
  if (by.length > 0 && by.length <= WEIGHED) {
    const cases = Array.from({ length: 2 ** by.length }, (_, bits) => {
      let [chance, flow] = [1, 0];
      by.forEach((f, k) => {
        const on = (bits >> k) & 1;
        chance *= on ? f.share : 1 - f.share;
        flow += on ? f.flow : 0;
      });
      return { chance, flow };
    }).sort((a, b) => b.flow - a.flow);
    let over = 0;
    for (const one of cases) {
      over += one.chance;
      if (over > PASSED) {
        byHabit = one.flow;
        break;
      }
    }
  }
  return { units, byUnits: unitsFlow(units), byHabit };
}

/** What a code for mains asks of a fixture, Pa and m³/s; undefined where it asks nothing. */
export const codeNeeds = (row: FixtureRow): { pressure: number; flow: number } | undefined =>
  row.code && { pressure: pascals(row.code.kPa), flow: flowFromLpm(row.code.lpm) };

/** Pressure that a fixture takes at least, Pa, and flow that is of use, m³/s. */
export const gravityNeeds = (row: FixtureRow): { pressure: number; flow: number } => ({
  pressure: pascals(row.gravity.kPa),
  flow: flowFromLpm(row.gravity.lpm),
});
