// What is said of a tank's stand, in plain words. Nothing here calls a structure fit for use.
import type { Finding } from '@vernal-slope/core/judge';
import type { CheckCode, Fastener, PieceOf, StandCheck } from '@vernal-slope/core/stand';
import { findFitting, findPipe } from '@vernal-slope/plan/catalogue';
import type { Plan } from '@vernal-slope/plan/schema';
import { ENGINEER_FROM, type EngineerReason, type PressureWay } from '@vernal-slope/plan/stand';
import { nameIn, nominal } from './names.ts';
import {
  FILE_UNITS,
  fixed,
  fromSI,
  percent,
  showEntered,
  showText,
  type Quantity,
  type UnitSystem,
} from './quantities.ts';
import { say, type Part } from './words.ts';

/** Name of a check and what it looks at. */
export const CHECK_WORDS: Readonly<Record<CheckCode, string>> = {
  'deck-bending': 'Deck boards, bending',
  'joist-bending': 'Joists, bending',
  'joist-shear': 'Joists, shear',
  'joist-sag': 'Joists, sag over the years',
  'joist-seat': 'Joists, pressed on the beams',
  'beam-bending': 'Beams, bending',
  'beam-shear': 'Beams, shear',
  'beam-sag': 'Beams, sag over the years',
  'beam-seat': 'Beams, pressed on the posts',
  'post-slender': 'Posts, slenderness',
  'post-load': 'Posts, tank full',
  'post-wind': 'Posts, tank full in a gust',
  brace: 'Braces, pull',
  soil: 'Ground under a footing, tank full',
  'soil-wind': 'Ground under a footing in a gust',
  'overturn-empty': 'Turned over by a gust, tank empty',
  'overturn-full': 'Turned over by a gust, tank full',
  'hold-down': 'Lift at a post, tank empty',
  slide: 'Pushed along the ground, tank empty',
  'tank-slide': 'Empty tank pushed off its boards',
  'tank-tip': 'Empty tank tipped over',
};

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
  // a sag is told finer than a size
  if (dimension === 'length' && system === 'metric') return `${fixed(fromSI(value, FILE_UNITS.mm), 1)}\u00A0mm`;
  return quantity ? showText(value, quantity, system) : fixed(value, 1);
}

/** How much of what it may bear is used; words where there is no figure. */
export const usedText = (ratio: number): string =>
  !Number.isFinite(ratio) ? 'far over' : ratio > 9.99 ? 'over 10 times' : percent(ratio);

const ENGINEER_WORDS: Readonly<Record<Exclude<EngineerReason, 'height'>, string>> = {
  people: 'people are near or under it',
  soil: 'the ground is soft or not known',
  earthquake: 'earthquakes are moderate, strong or not known there',
  wind: 'the gusts are those of hurricane country',
  over: 'a check here goes over, or members do not reach',
  improvised: 'it is improvised',
};

/** Why this one goes to an engineer. */
export const engineerText = (reason: EngineerReason, system: UnitSystem): string =>
  reason === 'height'
    ? `it stands over ${showEntered(ENGINEER_FROM.height, 'height', system)}`
    : ENGINEER_WORDS[reason];

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
  'bolt-brace': 'bolt M12 (½ in), brace or girt to post',
  'tie-joist': 'joist tie, hot-dip galvanised',
  'screw-deck': 'deck screw',
  strap: 'strap over the tank',
};

const MISFITS: Readonly<Record<string, (needs: string, has: string) => Part[]>> = {
  'platform-front': (n, h) =>
    say`The tank is ${n} wide at the front, its platform only ${h}. A flat tank must stand on boards to its rim.`,
  'platform-side': (n, h) =>
    say`The tank is ${n} wide at the side, its platform only ${h}. A flat tank must stand on boards to its rim.`,
  post: (n, h) => say`The posts do not reach the beams: they must be ${n} long and are ${h}.`,
  beam: (n, h) => say`The beams do not reach from the first post to the last: ${n} are needed, they are ${h}.`,
  joist: (n, h) => say`The joists do not reach over their beams: ${n} are needed, they are ${h}.`,
  height: (n, h) =>
    say`The platform is too low for its beams: boards, joists, beams and footings alone are ${n} high, it is to stand ${h}.`,
  posts: (n, h) => say`The posts have no room: they are ${n} thick and would stand ${h} apart.`,
  footing: (n, h) =>
    say`The footings, ${h} wide, meet: the posts stand ${n} apart. Make them one strip, or deeper and narrower.`,
  gap: (n, h) => say`The boards stand ${h} apart; under a flat plastic tank no more than ${n} (common practice).`,
};

/** The sentence of a finding about a stand; undefined for a code of another kind. */
export function standSentence(finding: Finding, system: UnitSystem): Part[] | undefined {
  const v = finding.values;
  const fig = (key: string, quantity: Quantity): Part => ({
    text: showText(Number(v[key]), quantity, system),
    figure: true,
  });
  const check = (): string => (CHECK_WORDS[v.check as CheckCode] ?? String(v.check)).toLowerCase();
  if (finding.code.startsWith('stand-misfit-')) {
    const member = finding.code.slice('stand-misfit-'.length);
    const quantity = member === 'gap' ? 'section' : 'height';
    return MISFITS[member]?.(showText(Number(v.needs), quantity, system), showText(Number(v.has), quantity, system));
  }
  switch (finding.code) {
    case 'stand-low':
      return say`At its low water it should stand ${fig('needs', 'height')} for “${String(v.situation)}”; it stands ${fig('has', 'height')}.`;
    case 'stand-high-enough':
      return say`Even at its low water it stands high enough for “${String(v.situation)}”: ${fig('needs', 'height')} would do, it stands ${fig('has', 'height')}.`;
    case 'stand-slender':
      return Number(v.ratio) > 1
        ? say`The posts are too slender: ${{ text: fixed(Number(v.demand), 0), figure: true }} times as long as thick as they are held, and past 50 nothing can be said for them. A brace mends it.`
        : say`The posts are slender: ${{ text: fixed(Number(v.demand), 0), figure: true }} times as long as thick as they are held; 50 is the most.`;
    case 'stand-check':
      if (!Number.isFinite(Number(v.ratio)))
        return say`Far over in this first look: ${check()}. Nothing here bears it.`;
      return Number(v.ratio) > 1
        ? say`Over in this first look: ${check()}, ${{ text: usedText(Number(v.ratio)), figure: true }} of what may be.`
        : say`Near its limit in this first look: ${check()}, ${{ text: usedText(Number(v.ratio)), figure: true }} of what may be.`;
    case 'stand-checks-under':
      return say`None of the ${String(v.checks)} checks of this first look goes over; nearest is ${check()}, ${{ text: usedText(Number(v.ratio)), figure: true }}. That is no design.`;
    case 'stand-unbraced':
      return v.faces === 'both'
        ? say`No brace on any face: only the feet of the posts hold it against swaying. Crossed braces in both directions are the usual cure.`
        : say`No brace on the ${v.faces === 'front' ? 'front and back' : 'sides'}: it can sway that way.`;
    case 'stand-above-frost':
      return say`The footings end ${fig('depth', 'height')} down and the ground freezes to ${fig('frost', 'height')}: frost lifts them. Go below it, or lay a drained pad that may move a little.`;
    case 'stand-shallow':
      return say`The footings end ${fig('depth', 'height')} down; ${fig('least', 'height')} into undisturbed ground is the least (IRC R403.1.4).`;
    case 'stand-untied':
      return say`The posts are not tied to their footings: with the tank empty only the stand’s own weight holds it in a gust.`;
    case 'stand-unstrapped':
      return say`The tank is not strapped down: empty, it is a sail. Keep water in it or strap it.`;
    case 'stand-grade':
      return say`The tables here have no value of this grade for the size of: ${String(v.members)}. The nearest grade is used.`;
    case 'stand-improvised':
      return say`Stacked pallets, barrels, loose blocks and props are no stand: a full tank is a tonne for every 1,000 L, and they shift, rot and tip without warning. Empty it, and put it on the ground or on a pad.`;
    case 'stand-pad':
      return finding.severity === 'good'
        ? say`On its pad the full tank presses with ${fig('pressure', 'bearing')}; this ground is presumed to bear ${fig('bearing', 'bearing')}.`
        : say`The full tank presses with ${fig('pressure', 'bearing')}, more than the ${fig('bearing', 'bearing')} this ground is presumed to bear. Make the pad wider and thicker, or find better ground.`;
    case 'stand-soft':
      return say`${String(v.soil).replace(/^./, (c) => c.toUpperCase())}: no bearing can be presumed. Dig to firm ground or have it looked into.`;
    case 'stand-earthquake-unknown':
      return say`How strong earthquakes are there is not entered. Water high up is the worst load for a quake, and no check here counts it.`;
    case 'stand-earthquake-moderate':
    case 'stand-earthquake-high':
      return say`Earthquake country: water high up is the worst load for a quake, and no check here counts it. It goes to an engineer.`;
    case 'stand-frost-pour':
      return say`Poured under ${showText(5, 'temperature', system)}: keep the concrete from freezing until it has hardened, a day or two at the least (ACI 306).`;
    default:
      return undefined;
  }
}

/** What a way to win pressure is, in words. */
export function wayText(plan: Plan, way: PressureWay, system: UnitSystem): string {
  const { change } = way;
  switch (change.kind) {
    case 'pipe': {
      const line = plan.lines.find((l) => l.id === change.line);
      const size = nominal(findPipe(change.pipe)?.nominal ?? change.pipe);
      const all = change.legs.length === line?.legs.length;
      const name = line?.name ?? nameIn(plan, change.line);
      const first =
        way.change.kind === 'pipe' &&
        line?.from !== undefined &&
        plan.nodes.some((n) => n.id === line.from && n.kind === 'tank');
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
