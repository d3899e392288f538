// Findings of a plan in time: who was short, what ran dry, what recovers.
import { row, say } from './row.ts';

export const refillFindings = {
  'time-not-settled': row({
    values: { at: 'clock' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`Not settled: at ${t.clock('at')} no answer was found, so no figure from then on is to be relied on.`,
    },
  }),
  'ran-dry': row({
    values: { at: 'clock', dry: 'duration', short: 'volume' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} is dry at ${t.clock('at')}, ${t.fig('dry', 'told')} in all; ${t.fig('short', 'time')} are wanted and not there.`,
    },
  }),
  'went-thirsty': row({
    values: { short: 'volume' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`At ${t.here} not all can drink in the time they have: ${t.fig('short', 'time')} are not drunk. More room at the water, or longer visits.`,
    },
  }),
  'tank-ran-out': row({
    values: { at: 'clock', empty: 'duration' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} is down to its outlet at ${t.clock('at')}, for ${t.fig('empty', 'time')} in all: what it feeds gets no more than comes in.`,
    },
  }),
  'tap-went-short': row({
    values: { short: 'volume', share: 'share' },
    severity: (v) => (v.share > 0.1 ? 'error' : 'warning'),
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} gets ${t.fig('short', 'time')} less than it is rated for in the time it is open, ${t.share('share')} of it.`,
    },
  }),
  'not-full-again': row({
    values: { drop: 'drop', at: 'clock' },
    severity: 'warning',
    step: 'refill',
    words: {
      en: (t) => say`${t.here} falls ${t.fig('drop', 'time')} by ${t.clock('at')} and is not full again at the end.`,
    },
  }),
  'full-in-time': row({
    values: { drop: 'drop', longest: 'duration' },
    severity: 'ok',
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} falls ${t.fig('drop', 'time')} at most and is full again within ${t.fig('longest', 'time')}.`,
    },
  }),
  'tank-lasts': row({
    values: { lowest: 'height', at: 'clock', change: 'rise' },
    severity: 'ok',
    step: 'refill',
    words: {
      en: (t) =>
        t.v.change < -0.001
          ? say`${t.here} is lowest at ${t.clock('at')} with ${t.fig('lowest', 'time')} over its outlet; at the end it stands ${t.plain(t.display.show(-t.v.change, 'rise'), t.told('change'))} lower than it began.`
          : say`${t.here} is lowest at ${t.clock('at')} with ${t.fig('lowest', 'time')} over its outlet, and stands at the end ${t.v.change > 0.001 ? t.plain(t.display.show(t.v.change, 'rise'), t.told('change')) : ''}${t.v.change > 0.001 ? ' higher than' : 'as high as'} it began.`,
    },
  }),
  'tank-sinks': row({
    values: { lowest: 'height', fall: 'rise', days: 'ratio' },
    severity: 'warning',
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} loses ${t.fig('fall', 'time')} over the run and does not get it back by night: at this rate it is down to its outlet in ${t.plain(t.display.number(t.v.days, 0))} days.`,
    },
  }),
  'water-ran-over': row({
    values: { volume: 'volume' },
    severity: 'ok',
    step: 'refill',
    words: { en: (t) => say`${t.fig('volume', 'time')} run over at ${t.here}.` },
  }),
  'water-over-rim': row({
    values: { volume: 'volume' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`More comes to ${t.here} than its overflow pipe carries: ${t.fig('volume', 'time')} go over the rim. A wider overflow.`,
    },
  }),
  'float-over-overflow': row({
    values: { closes: 'height', overflow: 'height' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`The float of ${t.here} shuts at ${t.given('closes')}, over its overflow at ${t.given('overflow')}: it never shuts, and water runs over day and night.`,
    },
  }),
  'float-costs': row({
    values: { depth: 'drop', volume: 'volume' },
    severity: (v) => (v.depth > 0.1 ? 'warning' : 'ok'),
    step: 'refill',
    words: {
      en: (t) =>
        say`The float of ${t.here} shuts ${t.fig('depth', 'told')} under its overflow: ${t.fig('volume', 'told')} of it are never filled.`,
    },
  }),
  'float-under-pressure': row({
    values: { least: 'pressure', pressure: 'pressure' },
    severity: 'warning',
    step: 'refill',
    words: {
      en: (t) =>
        say`The float of ${t.here} wants ${t.given('least')} to work, and ${t.fig('pressure', 'static')} stand on it with all shut: it may hang open, or fill very slowly.`,
    },
  }),
  'float-cannot-shut': row({
    values: { most: 'pressure', pressure: 'pressure', seat: 'bore' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`With all shut ${t.fig('pressure', 'static')} stand on the float of ${t.here}, and it shuts against ${t.given('most')} at most: it drips all night. A seat of ${t.fig('seat')} shuts, or a pressure reducer.`,
    },
  }),
  'herd-without-visits': row({
    values: { herd: 'name' },
    severity: 'warning',
    step: 'refill',
    also: ['need'],
    words: {
      en: (t) =>
        say`${t.text('herd')}: no visits are entered, so nothing is drunk in time. Say at Need when they come.`,
    },
  }),
  'nothing-in-time': row({
    values: {},
    severity: 'warning',
    step: 'refill',
    words: {
      en: () =>
        say`Nobody takes water at any hour yet: give herds their visits at Need, and taps the times at which they are open.`,
    },
  }),
} as const;
