// Findings of plots and wicking beds: what is uneven, what stays dry, what stands too high or too low.
import { row, say } from './row.ts';

export const gardenFindings = {
  'bed-ran-dry': row({
    values: { at: 'clock', dry: 'duration', short: 'volume' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} has no water left at ${t.clock('at')}, for ${t.fig('dry')} in all: its plants miss ${t.fig('short', 'time')}.`,
    },
  }),
  'bed-lasts': row({
    values: { lowest: 'drop', at: 'clock', used: 'volume' },
    severity: 'ok',
    step: 'refill',
    words: {
      en: (t) =>
        say`${t.here} has water all along, ${t.fig('lowest', 'time')} at the least at ${t.clock('at')}; its plants use ${t.fig('used', 'time')}.`,
    },
  }),
  'bed-over-rim': row({
    values: { volume: 'volume' },
    severity: 'error',
    step: 'refill',
    words: {
      en: (t) => say`${t.fig('volume', 'time')} go over the rim of ${t.here}. A hole above the water line.`,
    },
  }),
  'plot-dry': row({
    values: { dry: 'count', all: 'count' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here}: ${t.count('dry')} of ${t.count('all')} holes give nothing.`,
    },
  }),
  'plot-uneven': row({
    values: { quarter: 'share', times: 'ratio' },
    severity: (v) => (v.quarter < 0.8 ? 'error' : 'warning'),
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: the driest quarter has ${t.share('quarter', 'told')} of an even share; the first gets ${t.plain(t.display.number(t.v.times, 2), t.told('times'))} times what the last gets.`,
    },
  }),
  'plot-even': row({
    values: { quarter: 'share' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here} is even: the driest quarter has ${t.share('quarter', 'told')} of an even share.`,
    },
  }),
  'emitter-not-compensating': row({
    values: { pressure: 'pressure', from: 'pressure', head: 'height' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: its emitters compensate from ${t.given('from')} up, and have ${t.fig('pressure')} at best: the wrong choice at this head. They would need ${t.fig('head')} more.`,
    },
  }),
  'emitter-under-minimum': row({
    values: { pressure: 'pressure', least: 'pressure', count: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} emitters have less than the ${t.given('least')} that they work with, the worst ${t.fig('pressure')}.`,
    },
  }),
  'holes-clog': row({
    values: { hole: 'bore', mesh: 'bore' },
    severity: (v) => (v.hole < 0.001 ? 'warning' : 'ok'),
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: holes of ${t.given('hole')} ask for a screen with openings of ${t.fig('mesh', 'told')} or less, and an end that opens for flushing.`,
    },
  }),
  'plot-no-emitters': row({
    values: { line: 'name' },
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`${t.here} names ${t.text('line')}, which has no holes and no emitters.` },
  }),
  'plot-no-hours': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    also: ['refill'],
    words: { en: (t) => say`${t.here} is opened at no hour: in time nothing of it flows.` },
  }),
  'bed-dry': row({
    values: { above: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: its joint stands ${t.fig('above', 'told')} above the water line, so no water comes to it.`,
    },
  }),
  'bed-overflows': row({
    values: { below: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: its hole stands ${t.fig('below', 'told')} under the line of the float, so water runs out of it day and night and holds the whole chain down.`,
    },
  }),
  'bed-low': row({
    values: { off: 'drop', tolerance: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} stands too high: its water is ${t.fig('off', 'told')} under what it wants; ${t.given('tolerance')} are forgiven. Lower its floor by as much.`,
    },
  }),
  'bed-high': row({
    values: { off: 'drop', tolerance: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} stands too low: its water is ${t.fig('off', 'told')} over what it wants; ${t.given('tolerance')} are forgiven. Shim its floor by as much.`,
    },
  }),
  'beds-level': row({
    values: { beds: 'count', off: 'drop' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) => say`${t.count('beds')} beds on ${t.here} stand within ${t.fig('off', 'told')} of what they want.`,
    },
  }),
  'bucket-shim': row({
    values: { shim: 'drop', off: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        t.v.shim >= 0
          ? say`${t.here}, raised by ${t.fig('shim', 'told')}, leaves the worst bed ${t.fig('off', 'told')} off.`
          : say`${t.here}, lowered by ${t.plain(t.display.show(-t.v.shim, 'drop'), t.told('shim'))}, leaves the worst bed ${t.fig('off', 'told')} off.`,
    },
  }),
  'chain-no-bucket': row({
    values: { beds: 'count' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} and what is joined to it have no bucket with a float: nothing holds one level for them. ${t.count('beds')} beds in all.`,
    },
  }),
  'chain-two-buckets': row({
    values: { buckets: 'count' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} hangs on ${t.count('buckets')} buckets with floats: the higher one feeds the beds and the lower one runs over. Keep one.`,
    },
  }),
  'beds-in-steps': row({
    values: { groups: 'count', beds: 'name' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`These beds stand in steps: no one line serves all. ${t.count('groups')} groups, each with a bucket of its own: ${t.text('beds')}.`,
    },
  }),
  'bed-far-under': row({
    values: { under: 'height' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The float's line stands ${t.fig('under', 'told')} over the floor of ${t.here}, above its rim: this bed wants a bucket of its own lower down.`,
    },
  }),
  'hole-under-line': row({
    values: { under: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here}: its overflow hole is ${t.fig('under')} under the water line that it wants.`,
    },
  }),
  'joint-over-line': row({
    values: { over: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`${t.here}: its joint is ${t.fig('over')} above the water line that it wants.` },
  }),
  'reservoir-thin': row({
    values: { reservoir: 'drop', bore: 'bore' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: its reservoir is ${t.given('reservoir')} high, less than the joint's bore of ${t.given('bore')}.`,
    },
  }),
  'wall-too-thick': row({
    values: { wall: 'bore', most: 'bore' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: the wall at the joint is ${t.given('wall')} thick; the usual grommet takes ${t.given('most')} (common practice, no source). Barrels are thicker at the top.`,
    },
  }),
  'line-over-wicking': row({
    values: { soil: 'height', reach: 'height' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.fig('soil')} of soil stand over the water line, and this soil lifts water about ${t.given('reach')}: the top stays dry.`,
    },
  }),
  'hoses-mixed': row({
    values: { least: 'bore', most: 'bore' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The hoses of ${t.here} are of several bores, ${t.given('least')} to ${t.given('most')}: one size of grommet and one spare mend all, and the thin one holds up the rest.`,
    },
  }),
} as const;
