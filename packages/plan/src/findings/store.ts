// Findings about tanks as stores.
import { row, say } from './row.ts';

/** Share of days met under which a store falls short, and under which it is only fair (assumption). */
const DAYS_FAIR = 0.98;
const DAYS_SHORT = 0.9;

export const storeFindings = {
  'tap-above-tank': row({
    values: { volume: 'volume', tap: 'name', level: 'height' },
    severity: 'error',
    step: 'store',
    words: { en: (t) => say`${t.text('tap')} stands above the whole tank: none of its water reaches there.` },
  }),
  'water-below-tap': row({
    values: { volume: 'volume', tap: 'name', level: 'height' },
    severity: 'warning',
    step: 'store',
    words: {
      en: (t) => say`${t.fig('volume')} stand too low for ${t.text('tap')}; a second, lower tap reaches them.`,
    },
  }),
  'float-shuts-low': row({
    values: { volume: 'volume' },
    severity: 'warning',
    step: 'store',
    words: { en: (t) => say`The float shuts ${t.fig('volume')} under the overflow: that room is never filled.` },
  }),
  'linked-unlevel': row({
    values: { lost: 'volume', first: 'name', usable: 'volume' },
    severity: 'warning',
    step: 'store',
    words: {
      en: (t) =>
        say`${t.text('first')} runs over first and drags the others down: ${t.fig('lost')} of their room is lost. Set it higher, or its overflow.`,
    },
  }),
  'linked-level': row({
    values: { lost: 'volume', first: 'name', usable: 'volume' },
    severity: 'ok',
    step: 'store',
    words: { en: (t) => say`The linked tanks stand level: ${t.fig('usable')} can be used.` },
  }),
  'overflow-unknown': row({
    values: {},
    severity: 'warning',
    step: 'store',
    words: {
      en: () =>
        say`No overflow pipe is given. It must carry the largest inflow before the rim, and go somewhere useful.`,
    },
  }),
  'overflow-small': row({
    values: { carries: 'flow', largest: 'flow' },
    severity: 'error',
    step: 'store',
    words: {
      en: (t) =>
        say`The overflow carries ${t.fig('carries', t.to('overflow'))} before the rim and ${t.fig('largest', 'told')} may come: the tank tops over.`,
    },
  }),
  'overflow-enough': row({
    values: { carries: 'flow', head: 'drop' },
    severity: 'ok',
    step: 'store',
    words: {
      en: (t) =>
        say`The overflow carries ${t.fig('carries', t.to('overflow'))}; at the most that comes the water stands ${t.fig('head')} over its lip.`,
    },
  }),
  vent: row({
    values: { bore: 'bore' },
    severity: 'ok',
    step: 'store',
    words: {
      en: (t) => say`It needs a vent of ${t.fig('bore', t.to('vent'))} or more, screened: a sealed tank stops flowing.`,
    },
  }),
  'bridges-day': row({
    values: { bridge: 'volume', month: 'month', usable: 'volume' },
    severity: 'ok',
    step: 'store',
    words: {
      en: (t) =>
        say`It bridges the day: ${t.fig('bridge', t.to('bridge', t.v.month))} carry the hours that take more than comes.`,
    },
  }),
  'bridges-not': row({
    values: { bridge: 'volume', month: 'month', usable: 'volume' },
    severity: 'error',
    step: 'store',
    words: {
      en: (t) =>
        say`It does not bridge the day: ${t.fig('bridge', t.to('bridge', t.v.month))} are needed and ${t.fig('usable', 'told')} can be used.`,
    },
  }),
  'fire-kept': row({
    values: { reserve: 'volume' },
    severity: 'ok',
    step: 'store',
    words: { en: (t) => say`The fire reserve of ${t.fig('reserve', 'told')} fits and is never planned away.` },
  }),
  'fire-not-kept': row({
    values: { reserve: 'volume' },
    severity: 'error',
    step: 'store',
    words: { en: (t) => say`The fire reserve of ${t.given('reserve')} does not fit into it.` },
  }),
  'days-met': row({
    values: { share: 'share', hours: 'count', volume: 'share', spill: 'volume', longest: 'count' },
    severity: (v) => (v.share >= DAYS_FAIR ? 'ok' : v.share >= DAYS_SHORT ? 'warning' : 'error'),
    step: 'store',
    words: {
      en: (t) => {
        const unit = t.v.hours === 24 ? 'days' : 'hours';
        return say`It meets ${t.share('share', t.to('met'))} of the ${unit} and ${t.share('volume')} of the water wanted; the longest want lasts ${t.plain(`${t.v.longest} ${unit}`)}.`;
      },
    },
  }),
  'tank-not-filled': row({
    values: {},
    severity: 'error',
    step: 'store',
    also: ['walk', 'stand'],
    words: {
      en: (t) =>
        say`No water comes into ${t.here}: what should fill it stands too low, or its way is shut. What it gives now it gives until it is empty.`,
    },
  }),
} as const;
