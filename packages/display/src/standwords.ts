// What is said of a tank's stand, in plain words. Nothing here calls a structure fit for use.
import type { Fastener, PieceOf, StandCheck } from '@vernal-slope/core/stand';
import { findFitting, findPipe } from '@vernal-slope/plan/catalogue';
import type { Plan } from '@vernal-slope/plan/schema';
import type { EngineerReason, PressureWay } from '@vernal-slope/plan/stand';
import { nameIn, nominal } from './names.ts';
import { fixed, inUnit, percent, showEntered, showText, type Quantity, type UnitSystem } from './quantities.ts';
import { engineerWords, usedText as shareUsed } from '@vernal-slope/plan/findings';
import { isStore } from '@vernal-slope/plan/kinds';

const QUANTITY: Readonly<Partial<Record<StandCheck['dimension'], Quantity>>> = {
  stress: 'stress',
  force: 'force',
  moment: 'moment',
  pressure: 'bearing',
  length: 'section',
};

/** One side of a check as text. */
export function checkFigure(value: number, dimension: StandCheck['dimension'], system: UnitSystem): string {
  const quantity = QUANTITY[dimension];
  if (dimension === 'ratio') return fixed(value, value < 10 ? 2 : 1);
  // what a depth is, is no size of timber
  if (dimension === 'length' && value >= 0.5) return showText(value, 'height', system);
  // a sag is told finer than a size
  if (dimension === 'length' && system === 'metric') return `${fixed(inUnit(value, 'section', system), 1)}\u00A0mm`;
  return quantity ? showText(value, quantity, system) : fixed(value, 1);
}

/** How much of what it may bear is used; words where there is no figure. */
export const usedText = (ratio: number): string => shareUsed(ratio, percent);

/** Why this one goes to an engineer. */
export const engineerText = (reason: EngineerReason, system: UnitSystem): string =>
  engineerWords(reason, { entered: (value, quantity) => showEntered(value, quantity, system) });

/** What no check here looks at, by name. */
export const NOT_LOOKED_AT = [
  'sloping ground',
  'edges of banks and pits near its feet',
  'snow and ice',
  'earthquakes',
  'filling from one side, and water that swings',
  'rot, insects and rust',
  'straps, ties, nails, and bolts other than those of the braces',
  'the platform as a plate that hands the wind to its braced faces',
  'the ground’s settling, and floods',
] as const;

export const PIECE_WORDS: Readonly<Record<PieceOf, string>> = {
  post: 'posts',
  beam: 'beams',
  joist: 'joists',
  deck: 'deck boards',
  'brace-front': 'braces, front and back',
  'brace-side': 'braces, sides',
  'girt-front': 'girts, front and back',
  'girt-side': 'girts, sides',
};

export const FASTENER_WORDS: Readonly<Record<Fastener['of'], string>> = {
  'post-base': 'post base, hot-dip galvanised',
  anchor: 'anchor bolt, post to footing',
  'bolt-post': 'bolt M12 (½ in), beam to post',
  'bolt-brace': 'bolt, brace or girt to post',
  'tie-joist': 'joist tie, hot-dip galvanised',
  'screw-deck': 'deck screw',
  strap: 'strap over the tank',
};

/** What a way to win pressure is, in words. */
export function wayText(plan: Plan, way: PressureWay, system: UnitSystem): string {
  const { change } = way;
  switch (change.kind) {
    case 'pipe': {
      const line = plan.lines.find((l) => l.id === change.line);
      const size = nominal(findPipe(change.pipe)?.nominal ?? change.pipe);
      const all = change.legs.length === line?.legs.length;
      const name = nameIn(plan, change.line);
      const first =
        way.change.kind === 'pipe' &&
        line?.from !== undefined &&
        plan.nodes.some((n) => n.id === line.from && isStore(n));
      return `${first ? 'Wider first stretch: ' : 'Wider pipe: '}${size} on ${all ? 'all of ' : 'the first leg of '}${name}`;
    }
    case 'valve': {
      const names = [...new Set(change.valves.map((v) => findFitting(v.from)?.name ?? v.from))];
      return `Full-port ball valves in place of ${names.join(', ')}`;
    }
    case 'need':
      return `${nameIn(plan, change.outlet)} content with the least it works with, ${showEntered(change.pressure, 'pressure', system)}`;
    case 'fewer':
      return 'One place at a time, the others shut';
    case 'slope':
      return `The tank on the ground ${showText(change.distance, 'distance', system)} up ${plan.lines.find((l) => l.id === change.line)?.name ?? 'its line'}`;
  }
}
