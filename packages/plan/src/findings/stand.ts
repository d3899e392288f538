// Findings about what a tank stands on. Nothing here calls a structure fit for use.
import type { CheckCode } from '@vernal-slope/core/stand';
import { row, say, type Display, type Part, type Teller } from './row.ts';

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
  sway: 'Swaying: what holds it',
  brace: 'Braces, pull',
  'brace-bolt': 'Bolts of the braces',
  embedment: 'Posts in the ground, pushed over',
  soil: 'Ground under a footing, tank full',
  'soil-wind': 'Ground under a footing’s edge in a gust',
  'footing-bend': 'Footings, thickness',
  'footing-lean': 'Footings, pushed beside their middle',
  'overturn-empty': 'Turned over by a gust, tank empty',
  'overturn-full': 'Turned over by a gust, tank full',
  'hold-down': 'Lift at a post, tank empty',
  slide: 'Pushed along the ground, tank empty',
  'tank-slide': 'Empty tank pushed off its boards',
  'tank-tip': 'Empty tank tipped over',
};
const CHECKS = Object.keys(CHECK_WORDS) as unknown as readonly [CheckCode, ...CheckCode[]];

/** How much of what it may bear is used; words where there is no figure. */
export const usedText = (ratio: number, percent: Display['percent']): string =>
  !Number.isFinite(ratio) ? 'far over' : ratio > 9.99 ? 'over 10 times' : percent(ratio);

const check = (code: CheckCode): string => CHECK_WORDS[code].toLowerCase();

/** Why a stand goes to an engineer, in words. */
const ENGINEER_WORDS: Readonly<Record<string, string>> = {
  people: 'people are near or under it',
  soil: 'the ground is soft or not known',
  earthquake: 'earthquakes are moderate, strong or not known there',
  wind: 'the gusts are those of hurricane country',
  over: 'a check here goes over, or members do not reach',
  improvised: 'it is improvised',
};
/** Over this height, m, a stand goes to an engineer (common practice). */
export const ENGINEER_HEIGHT = 2;
export const engineerWords = (reason: string, display: Pick<Display, 'entered'>): string =>
  reason === 'height'
    ? `it stands over ${display.entered(ENGINEER_HEIGHT, 'height')}`
    : (ENGINEER_WORDS[reason] ?? reason);
const engineerReasons = (reasons: string, display: Display): string =>
  reasons
    .split(' ')
    .map((r) => engineerWords(r, display))
    .join('; ');

const NEEDS = { needs: 'height', has: 'height' } as const;
const BOARDS = { needs: 'section', has: 'section' } as const;
type Misfit<S extends typeof NEEDS | typeof BOARDS> = (t: Teller<S>) => Part[];
const misfit = (severity: 'warning' | 'error', en: Misfit<typeof NEEDS>) =>
  row({ values: NEEDS, severity, step: 'stand', words: { en } });

const TOO_NARROW =
  (side: string): Misfit<typeof NEEDS> =>
  (t) =>
    say`The tank is ${t.display.show(t.v.needs, 'height')} wide at the ${side}, its platform only ${t.display.show(t.v.has, 'height')}. A flat tank must stand on boards to its rim.`;

const QUAKE = {
  values: {},
  severity: 'warning',
  step: 'stand',
  words: {
    en: () =>
      say`Earthquake country: water high up is the worst load for a quake, and no check here counts it. It goes to an engineer.`,
  },
} as const;

export const standFindings = {
  'stand-low': row({
    values: { needs: 'height', has: 'height', situation: 'name' },
    severity: 'warning',
    step: 'stand',
    remedy: ['stand'],
    words: {
      en: (t) =>
        say`At its low water it should stand ${t.fig('needs')} for “${t.text('situation')}”; it stands ${t.fig('has')}.`,
    },
  }),
  'stand-high-enough': row({
    values: { needs: 'height', has: 'height', situation: 'name' },
    severity: 'ok',
    step: 'stand',
    words: {
      en: (t) =>
        say`Even at its low water it stands high enough for “${t.text('situation')}”: ${t.fig('needs')} would do, it stands ${t.fig('has')}.`,
    },
  }),
  'stand-misfit-platform-front': misfit('error', TOO_NARROW('front')),
  'stand-misfit-platform-side': misfit('error', TOO_NARROW('side')),
  'stand-misfit-post': misfit(
    'error',
    (t) =>
      say`The posts do not reach the beams: they must be ${t.display.show(t.v.needs, 'height')} long and are ${t.display.show(t.v.has, 'height')}.`,
  ),
  'stand-misfit-beam': misfit(
    'error',
    (t) =>
      say`The beams do not reach from the first post to the last: ${t.display.show(t.v.needs, 'height')} are needed, they are ${t.display.show(t.v.has, 'height')}.`,
  ),
  'stand-misfit-joist': misfit(
    'error',
    (t) =>
      say`The joists do not reach over their beams: ${t.display.show(t.v.needs, 'height')} are needed, they are ${t.display.show(t.v.has, 'height')}.`,
  ),
  'stand-misfit-height': misfit(
    'error',
    (t) =>
      say`The platform is too low for its beams: boards, joists, beams and footings alone are ${t.display.show(t.v.needs, 'height')} high, it is to stand ${t.display.show(t.v.has, 'height')}.`,
  ),
  'stand-misfit-posts': misfit(
    'error',
    (t) =>
      say`The posts have no room: they are ${t.display.show(t.v.needs, 'height')} thick and would stand ${t.display.show(t.v.has, 'height')} apart.`,
  ),
  'stand-misfit-footing': misfit(
    'warning',
    (t) =>
      say`The footings, ${t.display.show(t.v.has, 'height')} wide, meet: the posts stand ${t.display.show(t.v.needs, 'height')} apart. Make them one strip, or deeper and narrower.`,
  ),
  'stand-misfit-gap': row({
    values: BOARDS,
    severity: 'warning',
    step: 'stand',
    words: {
      en: (t) =>
        say`The boards stand ${t.display.show(t.v.has, 'section')} apart; under a flat plastic tank no more than ${t.display.show(t.v.needs, 'section')} (common practice).`,
    },
  }),
  'stand-slender': row({
    values: { check: CHECKS, ratio: 'ratio', demand: 'ratio', capacity: 'ratio' },
    severity: (v) => (v.ratio > 1 ? 'error' : 'warning'),
    step: 'stand',
    remedy: ['brace'],
    words: {
      en: (t) =>
        t.v.ratio > 1
          ? say`The posts are too slender: ${t.plain(t.display.number(t.v.demand, 0))} times as long as thick as they are held, and past 50 nothing can be said for them. A brace mends it.`
          : say`The posts are slender: ${t.plain(t.display.number(t.v.demand, 0))} times as long as thick as they are held; 50 is the most.`,
    },
  }),
  'stand-check': row({
    values: { check: CHECKS, ratio: 'ratio', demand: 'ratio', capacity: 'ratio' },
    severity: (v) => (v.ratio > 1 ? 'error' : 'warning'),
    step: 'stand',
    remedy: ['brace'],
    words: {
      en: (t) => {
        if (!Number.isFinite(t.v.ratio))
          return say`Far over in this first look: ${check(t.v.check)}. Nothing here bears it.`;
        const used = t.plain(usedText(t.v.ratio, t.display.percent), t.told('ratio'));
        return t.v.ratio > 1
          ? say`Over in this first look: ${check(t.v.check)}, ${used} of what may be.`
          : say`Near its limit in this first look: ${check(t.v.check)}, ${used} of what may be.`;
      },
    },
  }),
  'stand-checks-under': row({
    values: { checks: 'count', check: CHECKS, ratio: 'ratio', engineer: ['asked', 'not'] },
    // what goes to an engineer is never called good here
    severity: (v) => (v.engineer === 'asked' ? 'warning' : 'ok'),
    step: 'stand',
    words: {
      en: (t) =>
        say`None of the ${String(t.v.checks)} checks of this first look goes over; nearest is ${check(t.v.check)}, ${t.plain(usedText(t.v.ratio, t.display.percent), t.told('ratio'))}. That is no design.`,
    },
  }),
  'stand-unbraced': row({
    values: { faces: ['side', 'front', 'both'], held: ['not', 'by-the-ground'] },
    severity: (v) => (v.held === 'not' ? 'error' : 'warning'),
    step: 'stand',
    remedy: ['brace'],
    words: {
      en: (t) =>
        t.v.held === 'not'
          ? t.v.faces === 'both'
            ? say`No brace on any face, and posts that can turn at their feet: nothing holds it, it folds. Crossed braces both ways mend it.`
            : say`No brace on the ${t.v.faces === 'front' ? 'front and back' : 'sides'}, and posts that can turn at their feet: nothing holds it that way, it folds.`
          : t.v.faces === 'both'
            ? say`No brace on any face: only the ground around the feet of the posts holds it. Crossed braces both ways are the usual cure.`
            : say`No brace on the ${t.v.faces === 'front' ? 'front and back' : 'sides'}: only the ground around the feet of the posts holds it that way.`,
    },
  }),
  'stand-above-frost': row({
    values: { depth: 'height', frost: 'height' },
    severity: 'error',
    step: 'stand',
    words: {
      en: (t) =>
        say`The footings end ${t.fig('depth')} down and the ground freezes to ${t.fig('frost')}: frost lifts them. Go below it, or lay a drained pad that may move a little.`,
    },
  }),
  'stand-shallow': row({
    values: { depth: 'height', least: 'height' },
    severity: 'warning',
    step: 'stand',
    words: {
      en: (t) =>
        say`The footings end ${t.fig('depth')} down; ${t.fig('least')} into undisturbed ground is the least (IRC R403.1.4).`,
    },
  }),
  'stand-footing-thin': row({
    values: { thickness: 'height', least: 'height' },
    severity: 'error',
    step: 'stand',
    words: {
      en: (t) =>
        say`The footings are ${t.fig('thickness')} thick; plain concrete is no thinner than ${t.fig('least')} (IRC R403.1.1).`,
    },
  }),
  'stand-engineer': row({
    values: { reasons: 'name' },
    severity: 'warning',
    step: 'stand',
    words: {
      en: (t) =>
        say`Goes to a licensed engineer: ${engineerReasons(t.v.reasons, t.display)}. What follows is a first look.`,
    },
  }),
  'stand-not-entered': row({
    values: { has: 'height' },
    severity: 'warning',
    step: 'stand',
    words: {
      en: (t) => say`It stands ${t.given('has')} up, and what it stands on is not entered: nothing of it is looked at.`,
    },
  }),
  'stand-untied': row({
    values: {},
    severity: 'warning',
    step: 'stand',
    words: {
      en: () =>
        say`The posts are not tied to their footings: with the tank empty only the stand’s own weight holds it in a gust.`,
    },
  }),
  'stand-unstrapped': row({
    values: {},
    severity: 'warning',
    step: 'stand',
    words: {
      en: () => say`The tank is not strapped down: empty, it is a sail. Keep water in it or strap it.`,
    },
  }),
  'stand-grade': row({
    values: { members: 'name' },
    severity: 'warning',
    step: 'stand',
    words: {
      en: (t) =>
        say`The tables here have no value of this grade for the size of: ${t.text('members')}. The nearest grade is used.`,
    },
  }),
  'stand-improvised': row({
    values: {},
    severity: 'error',
    step: 'stand',
    words: {
      en: (t) =>
        say`Stacked pallets, barrels, loose blocks and props are no stand: a full tank is a tonne for every ${t.display.show(1, 'volume')}, and they shift, rot and tip without warning. Empty it, and put it on the ground or on a pad.`,
    },
  }),
  'stand-pad': row({
    values: { pressure: 'bearing', bearing: 'bearing', raised: ['raised', 'on-the-ground'] },
    // of a heap only what is under it is looked at
    severity: (v) => (v.pressure > v.bearing ? 'error' : v.raised === 'raised' ? 'warning' : 'ok'),
    step: 'stand',
    words: {
      en: (t) =>
        t.v.pressure > t.v.bearing
          ? say`The full tank presses with ${t.fig('pressure')}, more than the ${t.fig('bearing')} this ground is presumed to bear. Make the pad wider and thicker, or find better ground.`
          : say`On its pad the full tank presses with ${t.fig('pressure')}; this ground is presumed to bear ${t.fig('bearing')}.${t.v.raised === 'raised' ? ' Its edges, its slopes and its settling are not looked at.' : ''}`,
    },
  }),
  'stand-soft': row({
    values: { soil: 'name' },
    severity: 'error',
    step: 'stand',
    words: {
      en: (t) =>
        say`${t.text('soil').replace(/^./, (c) => c.toUpperCase())}: no bearing can be presumed. Dig to firm ground or have it looked into.`,
    },
  }),
  'stand-earthquake-unknown': row({
    values: {},
    severity: 'warning',
    step: 'stand',
    words: {
      en: () =>
        say`How strong earthquakes are there is not entered. Water high up is the worst load for a quake, and no check here counts it.`,
    },
  }),
  'stand-earthquake-moderate': row(QUAKE),
  'stand-earthquake-high': row(QUAKE),
  'stand-frost-pour': row({
    values: {},
    severity: 'warning',
    step: 'stand',
    words: {
      en: (t) =>
        say`Poured under ${t.display.show(5, 'temperature')}: keep the concrete from freezing until it has hardened, a day or two at the least (ACI 306).`,
    },
  }),
} as const;
