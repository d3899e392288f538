// Findings about lines that the pipe can mend: humps, air, ratings, valves, reducers, the friction law.
import { row, say } from './row.ts';

/** What an answer breaks where it is none. */
const BROKEN = {
  none: 'the search came to no end',
  balance: 'more water comes than goes, or less',
  energy: 'the flow does not fit the heads',
  suction: 'water would be sucked over a high point',
  direction: 'water would run the wrong way',
  limit: 'more would come than the source gives',
  number: 'a figure is no number',
} as const;

export const pipeFindings = {
  'hump-holds': row({
    values: { chainage: 'distance', above: 'height', flow: 'flow', full: 'flow' },
    severity: 'warning',
    step: 'pipe',
    flag: { en: 'holds the flow' },
    words: {
      en: (t) =>
        say`The hump at ${t.fig('chainage', 'told')} holds the flow to ${t.fig('flow', 'told')}: a full pipe would stand ${t.fig('above', 'told')} above the running line there.`,
    },
  }),
  'hump-stops': row({
    values: { chainage: 'distance', above: 'height', flow: 'flow', full: 'flow' },
    severity: 'error',
    step: 'pipe',
    flag: { en: 'stops the water' },
    words: {
      en: (t) =>
        say`The hump at ${t.fig('chainage', 'told')} stops the water: it stands ${t.fig('above', 'told')} too high.`,
    },
  }),
  'part-full': row({
    values: { chainage: 'distance', above: 'height', flow: 'flow', full: 'flow' },
    severity: 'ok',
    step: 'pipe',
    words: {
      en: (t) => say`Past ${t.fig('chainage', 'told')} the pipe runs part-full, for it can carry more than comes.`,
    },
  }),
  'hump-suction': row({
    values: { chainage: 'distance', above: 'height', left: 'height', near: ['near', 'not'] },
    severity: 'warning',
    step: 'pipe',
    flag: { en: 'under suction' },
    words: {
      en: (t) =>
        t.v.near === 'near'
          ? say`At ${t.fig('chainage', 'told')} the pipe is ${t.fig('above', 'told')} above the running line: only ${t.fig('left', 'told')} more and the column of water breaks there. Any leak draws air.`
          : say`At ${t.fig('chainage', 'told')} the pipe is ${t.fig('above', 'told')} above the running line, under suction: any leak draws air.`,
    },
  }),
  'siphon-breaks': row({
    values: { chainage: 'distance', asks: 'pressure', least: 'pressure' },
    severity: 'error',
    step: 'pipe',
    flag: { en: 'siphon breaks' },
    words: {
      en: (t) =>
        say`The siphon breaks at ${t.fig('chainage', 'told')}: full, it would be under ${t.fig('asks')} there, and at this altitude and warmth water turns to vapour at ${t.fig('least')}. It does not run.`,
    },
  }),
  'air-can-gather': row({
    values: {
      chainage: 'distance',
      humps: 'count',
      missing: 'height',
      needed: 'height',
      missingCompressed: 'height',
      speed: 'speed',
      clears: 'speed',
    },
    severity: 'ok',
    step: 'pipe',
    words: {
      en: (t) =>
        t.v.speed < t.v.clears
          ? say`Air can gather at the hump at ${t.fig('chainage', 'told')}: the water runs at ${t.fig('speed', 'told')} there, and it takes ${t.fig('clears', 'told')} to carry air on. There is head enough to push through; a vent there helps.`
          : say`Air can gather at the hump at ${t.fig('chainage', 'told')}. There is head enough to push through, and water swift enough to carry it on.`,
    },
  }),
  'air-may-stop-filling': row({
    values: {
      chainage: 'distance',
      humps: 'count',
      missing: 'height',
      needed: 'height',
      missingCompressed: 'height',
      speed: 'speed',
      clears: 'speed',
    },
    severity: 'warning',
    step: 'pipe',
    flag: { en: 'air can stop it' },
    words: {
      en: (t) =>
        say`Air shut in past the hump at ${t.fig('chainage', 'told')} can stop the first filling: ${t.fig('missing', 'told')} of head is missing. A vent there cures it.`,
    },
  }),
  'air-stops-filling': row({
    values: {
      chainage: 'distance',
      humps: 'count',
      missing: 'height',
      needed: 'height',
      missingCompressed: 'height',
      speed: 'speed',
      clears: 'speed',
    },
    severity: 'error',
    step: 'pipe',
    flag: { en: 'air stops it' },
    words: {
      en: (t) =>
        say`Air shut in past the hump at ${t.fig('chainage', 'told')} stops the first filling: even with the air pressed together ${t.fig('missingCompressed', 'told')} of head is missing. A vent there cures it.`,
    },
  }),
  'rating-enough': row({
    values: { pressure: 'pressure', chainage: 'distance', rating: 'pressure' },
    severity: 'ok',
    step: 'pipe',
    words: {
      en: (t) =>
        say`With all shut and the tank full ${t.here} stands at ${t.fig('pressure', 'told')}; its pressure rating is ${t.given('rating')}.`,
    },
  }),
  'rating-exceeded': row({
    values: { pressure: 'pressure', chainage: 'distance', rating: 'pressure' },
    severity: 'error',
    step: 'pipe',
    remedy: ['pipe', 'reducer'],
    words: {
      en: (t) =>
        say`With all shut ${t.here} stands at ${t.fig('pressure', 'told')} at ${t.fig('chainage', 'told')}, more than its pressure rating of ${t.given('rating')}.`,
    },
  }),
  'rating-unknown': row({
    values: { pressure: 'pressure', chainage: 'distance' },
    severity: 'warning',
    step: 'pipe',
    words: {
      en: (t) =>
        say`With all shut ${t.here} stands at ${t.fig('pressure', 'told')} and its pipe has no pressure rating: read what is printed on it.`,
    },
  }),
  'hazen-outside-range': row({
    values: { bore: 'bore' },
    severity: 'warning',
    step: 'pipe',
    words: {
      en: (t) =>
        say`Hazen-Williams is off for ${t.here}: it is meant for bores of ${t.given('bore')} and more and swift water.`,
    },
  }),
  'least-pipe': row({
    values: { bore: 'bore', legs: 'count' },
    severity: 'warning',
    step: 'pipe',
    words: {
      en: (t) =>
        say`${t.here} has pipe of ${t.given('bore')} bore; this plan asks 1¼ in of every permanent line, against air locks (common practice).`,
    },
  }),
  'reducer-holds': row({
    values: { before: 'pressure', set: 'pressure' },
    severity: 'ok',
    step: 'pipe',
    words: {
      en: (t) =>
        say`The reducer at the start of ${t.here} holds ${t.given('set')} behind it; before it stand ${t.fig('before', 'told')} with all shut.`,
    },
  }),
  'reducer-idle': row({
    values: { before: 'pressure', set: 'pressure' },
    severity: 'warning',
    step: 'pipe',
    words: {
      en: (t) =>
        say`The reducer at the start of ${t.here} is set to ${t.given('set')} and does nothing: with all shut no more than ${t.fig('before', 'told')} stand before it.`,
    },
  }),
  'valve-eats': row({
    values: { valve: 'name', leg: 'count', loss: 'loss', share: 'share', flow: 'flow', then: 'flow' },
    severity: 'warning',
    step: 'pipe',
    remedy: ['fitting'],
    words: {
      en: (t) =>
        say`${t.text('valve')} on leg ${String(t.v.leg)} of ${t.here} takes ${t.fig('loss', 'told')} of head, ${t.share('share', 'told')} of the head loss of the line. A full-port ball valve would give ${t.fig('then')} in place of ${t.fig('flow', 'told')}.`,
    },
  }),
  'surge-too-much': row({
    values: { surge: 'pressure', standing: 'pressure', rating: 'pressure', closing: 'duration', speed: 'speed' },
    severity: 'warning',
    step: 'pipe',
    words: {
      en: (t) =>
        say`A tap at the end of ${t.here} that shuts in ${t.given('closing')} stops ${t.fig('speed', 'told')} of water: ${t.fig('surge', 'told')} on top of ${t.fig('standing', 'told')}, more than its pressure rating of ${t.given('rating')}. Shut it slowly.`,
    },
  }),
  'not-converged': row({
    values: {
      iterations: 'count',
      condition: ['none', 'balance', 'energy', 'suction', 'direction', 'limit', 'number'],
    },
    severity: 'error',
    step: 'pipe',
    words: {
      en: (t) =>
        say`Not settled: no figure of this plan can be trusted${t.here ? `; at ${t.here} ${BROKEN[t.v.condition]}` : ''}. Look for heights or pipes that cannot be.`,
    },
  }),
} as const;
