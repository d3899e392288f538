// Findings of troughs: how many reach them, what they hold, how they are set, what frost does.
import { row, say } from './row.ts';

export const troughFindings = {
  'trough-under-float': row({
    values: {},
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} is smaller than its float: the ball does not fit between its walls, or lies on the floor before the valve is open.`,
    },
  }),
  'trough-few-places': row({
    values: { places: 'count', wants: 'count', heads: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.count('places', 'told')} reach ${t.here} at once, and ${t.count('wants')} of the ${t.count('heads')} want to: the timid ones go without.`,
    },
  }),
  'trough-places': row({
    values: { places: 'count', wants: 'count' },
    severity: 'ok',
    step: 'outlets',
    words: { en: (t) => say`${t.count('places', 'told')} reach ${t.here} at once; ${t.count('wants')} are asked.` },
  }),
  'trough-small': row({
    values: { holds: 'volume', wants: 'volume', share: 'share' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} holds ${t.fig('holds', 'told')}; by the rule it should hold ${t.fig('wants', 'told')}, ${t.share('share')} of the day, for the way that they come.`,
    },
  }),
  'trough-holds': row({
    values: { holds: 'volume', share: 'share' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} holds ${t.fig('holds', 'told')}, ${t.share('share', 'told')} of what they drink in a day.`,
    },
  }),
  'trough-slow': row({
    values: { flow: 'flow', wants: 'flow' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} fills with ${t.fig('flow')} at most; the day’s water in the hours in which they drink asks ${t.fig('wants', 'told')}.`,
    },
  }),
  'trough-rim': row({
    values: { rim: 'height', low: 'height', high: 'height' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The rim of ${t.here} stands ${t.fig('rim', 'told')} over the ground; these animals drink at ease over ${t.given('low')} to ${t.given('high')} (common practice).`,
    },
  }),
  'trough-far': row({
    values: { travel: 'distance', usual: 'distance', most: 'distance' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`They walk ${t.given('travel')} to ${t.here}: beyond ${t.given('usual')} the herd comes all together and grazes unevenly; ${t.given('most')} are the most on rolling range.`,
    },
  }),
  'trough-mud': row({
    values: { pad: 'distance', wants: 'distance' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} has ${t.given('pad')} of hard ground around it; ${t.given('wants')} keep mud away on every side at which they stand.`,
    },
  }),
  'trough-pad-fall': row({
    values: { fall: 'ratio', least: 'ratio', most: 'ratio' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The ground at ${t.here} falls away by ${t.plain(t.display.number(100 * t.v.fall, 1))} %; ${t.plain(t.display.number(100 * t.v.least, 0))} to ${t.plain(t.display.number(100 * t.v.most, 0))} % drain it without making it slippery (common practice, no source).`,
    },
  }),
  'trough-runs-over': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} has water running all the time and no overflow: it runs over its rim, where they stand. Lead it away.`,
    },
  }),
  'trough-overflow-here': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} runs over by a notch in its rim, onto ground that is trodden: lead it to the far side, a lower basin or back to the stream.`,
    },
  }),
  'trough-no-guard': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: { en: (t) => say`The float of ${t.here} is open to muzzles and hooves: put a guard over it.` },
  }),
  'trough-no-escape': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) => say`Small animals that fall into ${t.here} do not get out: hang a ramp in it (NRCS 614, from memory).`,
    },
  }),
  'trough-freezes': row({
    values: { coldest: 'temperature', still: 'duration' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`At ${t.given('coldest')} ${t.here} freezes, and a full, still pipe in the air is at freezing point after ${t.fig('still')}. Keep it running, or drain it.`,
    },
  }),
  'trough-kept-open': row({
    values: { keeps: 'flow', day: 'perDay' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.fig('keeps', 'told')} through ${t.here} keep it open in the coldest night: ${t.perDay('day', 'told')} that run away.`,
    },
  }),
  'trough-not-kept-open': row({
    values: { keeps: 'flow', flow: 'flow' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.fig('keeps', 'told')} would keep ${t.here} open in the coldest night, and its line brings ${t.fig('flow')}. Cover more of it, or drain it.`,
    },
  }),
  'trough-too-cold': row({
    values: { inflow: 'temperature' },
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`Water of ${t.given('inflow')} brings no warmth to ${t.here}: no flow keeps it open.` },
  }),
  'trough-line-shallow': row({
    values: { count: 'count', depth: 'height', frost: 'height' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`The line to ${t.here} lies ${t.given('depth')} deep at its shallowest, and the ground freezes to ${t.given('frost')}: bury it deeper, or drain it before the frost.`,
    },
  }),
} as const;
