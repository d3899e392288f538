// Findings of greywater drains.
import { row, say } from './row.ts';

export const greywaterFindings = {
  'drain-uphill': row({
    values: { count: 'count', rise: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} legs do not fall, the worst rises by ${t.fig('rise')}: nothing runs uphill by itself.`,
    },
  }),
  'drain-flat': row({
    values: { count: 'count', fall: 'ratio', least: 'ratio' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} legs fall by ${t.plain(`${t.display.number(100 * t.v.fall, 1)}\u00A0%`, t.told('fall'))} or little more; ${t.plain(t.display.number(100 * t.v.least, 1))} % are asked.`,
    },
  }),
  'drain-falls': row({
    values: { fall: 'ratio', least: 'ratio', longest: 'distance' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} falls by ${t.plain(`${t.display.number(100 * t.v.fall, 1)}\u00A0%`, t.told('fall'))} and more all the way; its drop would carry it ${t.fig('longest', 'told')} at the least fall.`,
    },
  }),
  'drain-slow': row({
    values: { speed: 'speed', least: 'speed' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} runs at ${t.fig('speed')} half full; ${t.given('least')} keep a drain clean (rule of the trade): look into it now and then.`,
    },
  }),
  'drain-no-basin': row({
    values: {},
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`${t.here} leads to no basin.` },
  }),
  'basin-bare': row({
    values: { count: 'count', cover: 'drop', least: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} basins have less over their outlet than the ${t.given('least')} of mulch that are asked, the barest ${t.fig('cover')}.`,
    },
  }),
  'basin-small': row({
    values: { count: 'count', share: 'share' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: ${t.count('count')} basins are smaller than their soil asks, the smallest has ${t.share('share', 'told')} of it.`,
    },
  }),
  'split-uneven': row({
    values: { basins: 'count', least: 'share', most: 'share' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: splitters part in two, so ${t.count('basins')} basins get from ${t.share('least', 'told')} to ${t.share('most', 'told')} each; set each splitter level.`,
    },
  }),
  'drain-deep': row({
    values: { depth: 'height' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} lies ${t.fig('depth')} deep: a trench like that can fall in and bury whoever stands in it. Shore it, or lay it flatter.`,
    },
  }),
  'drain-kitchen': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} takes water of a kitchen sink, which many codes count as blackwater: ask before you lay it.`,
    },
  }),
  'drain-nobody': row({
    values: {},
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here}: nobody is in Need and no water is entered, so what its basins get is not known.`,
    },
  }),
} as const;
