// Findings of parts: what does not close, what narrows, what a wall does not suit.
import { row, say } from './row.ts';

export const partsFindings = {
  'parts-no-chain': row({
    values: { from: 'name', to: 'name' },
    severity: 'error',
    step: 'parts',
    words: {
      en: (t) => say`At ${t.here} nothing closes: no chain of parts joins ${t.text('from')} to ${t.text('to')}.`,
    },
  }),
  'parts-unknown-end': row({
    values: { pipe: 'name' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`At ${t.here} the ends of ${t.text('pipe')} are in no table: choose a pipe of the catalogue, or measure what it ends in.`,
    },
  }),
  'parts-stale': row({
    values: {},
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`The parts chosen at ${t.here} do not mate any more: the pipe or the place has changed. The shortest chain is counted in their place.`,
    },
  }),
  'parts-narrow': row({
    values: { bore: 'bore', pipe: 'bore', loss: 'loss' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`The parts at ${t.here} narrow the way from ${t.given('pipe')} to ${t.fig('bore')}: that takes ${t.fig('loss')} of head as it flows.`,
    },
  }),
  'parts-wall': row({
    values: { wall: 'section', least: 'section', most: 'section' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`The wall of ${t.here} is ${t.given('wall')}; what goes through it closes on ${t.given('least')} to ${t.given('most')}. Choose another, or cut elsewhere: barrels are thicker above.`,
    },
  }),
  'parts-walls-suit': row({
    values: { walls: 'count' },
    severity: 'ok',
    step: 'parts',
    words: {
      en: (t) =>
        t.v.walls === 1
          ? say`The wall that was measured suits what goes through it.`
          : say`${t.count('walls')} walls that were measured suit what goes through them.`,
    },
  }),
  'parts-float-strikes': row({
    values: { sweep: 'drop', floor: 'drop' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`As the float of ${t.here} is screwed into its wall its arm sweeps ${t.fig('sweep')}; the floor is ${t.fig('floor')} below: take the ball off its arm first, or put a union between.`,
    },
  }),
  'parts-float-across': row({
    values: { reach: 'drop', across: 'drop' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`The float of ${t.here} reaches ${t.fig('reach')} from its wall with its ball; the wall opposite is ${t.given('across')} away: let its arm lie along the wall, or take one with a shorter arm.`,
    },
  }),
  'parts-lead-narrow': row({
    values: { lead: 'bore', pipe: 'bore' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`The overflow of ${t.here} is led from ${t.given('pipe')} down to a bore of ${t.given('lead')}: what that carries is all it carries, and one leaf stops it. Store says how much may come.`,
    },
  }),
  'parts-close': row({
    values: { joints: 'count' },
    severity: 'ok',
    step: 'parts',
    words: {
      en: (t) =>
        t.v.joints === 1
          ? say`The one place where two things meet closes, end to end.`
          : say`All ${t.count('joints')} places where two things meet close, end to end.`,
    },
  }),
  'parts-unpriced': row({
    values: { lines: 'count' },
    severity: 'ok',
    step: 'parts',
    words: {
      en: (t) => say`${t.count('lines')} ${t.v.lines === 1 ? 'line' : 'lines'} of the bill have no price yet.`,
    },
  }),
  'parts-sun': row({
    values: { length: 'distance' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`${t.fig('length')} of white pipe of ${t.here} lie in the sun: grey heavy wall, paint or burial keep it from turning brittle (common practice).`,
    },
  }),
  'parts-frost': row({
    values: { length: 'distance', frost: 'drop' },
    severity: 'warning',
    step: 'parts',
    words: {
      en: (t) =>
        say`${t.fig('length')} of pipe lie shallower than the ${t.given('frost')} to which the plan says the ground freezes: a drain at each low point, or depth.`,
    },
  }),
  'parts-mixed': row({
    values: { kinds: 'count', adapters: 'count' },
    severity: 'ok',
    step: 'parts',
    words: {
      en: (t) =>
        say`${t.count('kinds')} kinds of pipe meet: that takes ${t.count('adapters')} adapters which one kind all the way would not.`,
    },
  }),
};
