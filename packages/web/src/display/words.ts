// What findings say, in plain words. One sentence, one fact; the figures open their working.
import type { Finding, Severity } from '@vernal-slope/core/judge';
import { percent, showEntered, showText, type Quantity, type UnitSystem } from './quantities.ts';
import { standSentence } from './standwords.ts';
import { waterSentence } from './waterwords.ts';

/** A stretch of a sentence: words, or a figure that may open a working. */
export interface Part {
  readonly text: string;
  /** Which working the figure opens. */
  readonly opens?: FigureKey;
  readonly figure?: boolean;
}

/** Figures of Water, Need and Store; `leg` is the month (0 to 11) or the place of a test in its list. */
export type WaterFigure = 'test' | 'need' | 'spare' | 'usable' | 'overflow' | 'vent' | 'met' | 'bridge';

export type FigureKey =
  | { readonly of: WaterFigure; readonly id: string; readonly leg: number }
  | { readonly of: 'pressure' | 'flow' | 'static' | 'refill' | 'height'; readonly id: string }
  | { readonly of: 'loss' | 'speed' | 'station'; readonly id: string; readonly leg: number };

export const SEVERITY_WORD: Readonly<Record<Severity | 'begun', string>> = {
  good: 'Good',
  fair: 'Fair',
  short: 'Short',
  begun: 'Begun',
};

export type Words = (strings: TemplateStringsArray, ...parts: (string | Part)[]) => Part[];

export const say: Words = (strings, ...parts) =>
  strings.flatMap((text, k) => {
    const here: Part[] = text ? [{ text }] : [];
    if (k < parts.length) {
      const part = parts[k];
      here.push(typeof part === 'string' ? { text: part } : part);
    }
    return here;
  });

/** Plain text of a sentence. */
export const plainText = (parts: readonly Part[]): string => parts.map((p) => p.text).join('');

/** The sentence of a finding. `name` gives a node's or line's name. */
export function sentence(finding: Finding, system: UnitSystem, name: (id: string) => string): Part[] {
  const v = finding.values;
  const id = finding.at;
  const fig = (key: string, quantity: Quantity, opens?: FigureKey): Part => ({
    text: showText(Number(v[key]), quantity, system),
    figure: true,
    opens,
  });
  const given = (key: string, quantity: Quantity): Part => ({
    text: showEntered(Number(v[key]), quantity, system),
    figure: true,
  });
  switch (finding.code) {
    case 'outlet-above-water':
      return say`No flow: the outlet stands ${fig('above', 'height', { of: 'static', id })} above the water.`;
    case 'no-flow':
      return say`No flow: the water does not get this far.`;
    case 'pressure-below-minimum':
      return say`Its pressure, ${fig('pressure', 'pressure', { of: 'pressure', id })}, is under the least it works with, ${given('minimum', 'pressure')}.`;
    case 'pressure-below-wanted':
      return say`It runs at ${fig('pressure', 'pressure', { of: 'pressure', id })} and wants ${given('wanted', 'pressure')} to run freely.`;
    case 'pressure-enough':
      return say`It has ${fig('pressure', 'pressure', { of: 'pressure', id })} and wants ${given('wanted', 'pressure')}.`;
    case 'flow-below-wanted':
      return say`It gets ${fig('flow', 'flow', { of: 'flow', id })} and wants ${given('wanted', 'flow')}.`;
    case 'flow-enough':
      return say`It gets ${fig('flow', 'flow', { of: 'flow', id })}, as much as it wants.`;
    case 'hump-holds':
      return say`The hump at ${fig('chainage', 'distance')} holds the flow to ${fig('flow', 'flow')}: a full pipe would stand ${fig('above', 'height')} above the running line there.`;
    case 'hump-stops':
      return say`The hump at ${fig('chainage', 'distance')} stops the water: it stands ${fig('above', 'height')} too high.`;
    case 'part-full':
      return say`Past ${fig('chainage', 'distance')} the pipe runs part-full, for it can carry more than comes.`;
    case 'hump-suction':
      return say`At ${fig('chainage', 'distance')} the pipe is ${fig('above', 'height')} above the running line, under suction: any leak draws air.`;
    case 'air-may-stop-filling':
      return say`Air shut in past the hump at ${fig('chainage', 'distance')} can stop the first filling: ${fig('missing', 'height')} of head is missing. A vent there cures it.`;
    case 'air-stops-filling':
      return say`Air shut in past the hump at ${fig('chainage', 'distance')} stops the first filling: even with the air pressed together ${fig('missingCompressed', 'height')} of head is missing. A vent there cures it.`;
    case 'reducer-holds':
      return say`The reducer at the start of ${name(id)} holds ${given('set', 'pressure')} behind it; before it stand ${fig('before', 'pressure')} with all shut.`;
    case 'reducer-idle':
      return say`The reducer at the start of ${name(id)} is set to ${given('set', 'pressure')} and does nothing: with all shut no more than ${fig('before', 'pressure')} stand before it.`;
    case 'valve-eats':
      return say`${String(v.valve)} on leg ${String(v.leg)} of ${name(id)} takes ${fig('loss', 'loss')} of head, ${percent(Number(v.share))} of what the line loses. A full-port ball valve would give ${fig('then', 'flow')} in place of ${fig('flow', 'flow')}.`;
    case 'surge-too-much':
      return say`A tap at the end of ${name(id)} that shuts in ${fig('closing', 'duration')} stops ${fig('speed', 'speed')} of water: ${fig('surge', 'pressure')} on top of ${fig('standing', 'pressure')}, more than the ${given('rating', 'pressure')} its pipe is rated for. Shut it slowly.`;
    case 'air-can-gather':
      return Number(v.speed) < Number(v.clears)
        ? say`Air can gather at the hump at ${fig('chainage', 'distance')}: the water runs at ${fig('speed', 'speed')} there, and it takes ${fig('clears', 'speed')} to carry air on. There is head enough to push through; a vent there helps.`
        : say`Air can gather at the hump at ${fig('chainage', 'distance')}. There is head enough to push through, and water swift enough to carry it on.`;
    case 'rating-enough':
      return say`With all shut and the tank full ${name(id)} stands at ${fig('pressure', 'pressure')}; the pipe bears ${given('rating', 'pressure')}.`;
    case 'rating-exceeded':
      return say`With all shut ${name(id)} stands at ${fig('pressure', 'pressure')} at ${fig('chainage', 'distance')}, more than the ${given('rating', 'pressure')} its pipe is rated for.`;
    case 'rating-unknown':
      return say`With all shut ${name(id)} stands at ${fig('pressure', 'pressure')} and its pipe has no rating: read what is printed on it.`;
    case 'walk-misses-node':
      return say`The walk of ${name(id)} ends ${fig('by', 'height')} off the height given for ${String(v.node)}. One of the two is wrong.`;
    case 'walk-closes': {
      const words: Readonly<Record<string, string>> = {
        better: 'better than its method should give',
        'as-good': 'as well as its method should give',
        worse: 'worse than its method should give',
        blunder: 'so far off that a reading must be wrong',
      };
      return say`The walk of ${name(id)} misses the known height of its end by ${fig('by', 'rise')}, ± ${fig('expected', 'rise')}: ${words[String(v.word)]}.`;
    }
    case 'gauge-contradicts':
      return say`The closed-hose gauge says ${fig('pressure', 'pressure')}, a fall of ${fig('byGauge', 'height')}; the walk says ${fig('byWalk', 'height')}, which is ${fig('walkPressure', 'pressure')}. ${v.likelier === 'walk' ? 'The walk is the likelier fault.' : v.likelier === 'reading' ? 'The gauge is the likelier fault.' : 'Both cannot be right: check the gauge on a bucket of known height, and the longest leg.'}`;
    case 'hazen-outside-range':
      return say`Hazen-Williams is off for ${name(id)}: it is meant for bores of ${fig('bore', 'bore')} and more and swift water.`;
    case 'least-pipe':
      return say`${name(id)} has pipe of ${fig('bore', 'bore')} bore; this plan asks 1¼ in of every permanent line, against air locks (common practice).`;
    case 'yield-governs':
      return say`${name(id)} gives ${fig('flow', 'flow')} and no more; its pipe could carry it easily.`;
    case 'yield-unknown':
      return say`What ${name(id)} yields is not known yet. Time a bucket under it.`;
    case 'yield-not-counted':
      return say`${name(id)} was measured, and no yield is counted on yet: its line is drawn as if it gave without end. Take the lowest test at Water.`;
    case 'trough-full-again':
      return say`After a visit it is down ${fig('drop', 'drop')} and full again in ${fig('after', 'duration', { of: 'refill', id })}.`;
    case 'trough-late':
      return say`After a visit it is down ${fig('drop', 'drop')} and full again only in ${fig('after', 'duration', { of: 'refill', id })}; the next visit comes in ${fig('next', 'duration')}.`;
    case 'trough-not-full-again':
      return say`After a visit it is down ${fig('drop', 'drop')} and not full again within ${fig('horizon', 'duration')}.`;
    case 'trough-runs-dry':
      return say`A visit drinks it dry for ${fig('dry', 'duration')}; ${fig('short', 'volume')} are wanted and not there.`;
    case 'not-converged':
      return say`No answer was found: the figures${id ? ` for ${name(id)}` : ''} cannot be trusted. Look for heights or pipes that cannot be.`;
    default:
      return waterSentence(finding, system, name) ?? standSentence(finding, system) ?? say`${finding.code}`;
  }
}
