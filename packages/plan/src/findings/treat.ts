// Findings of sand filters, elements and heaters: nothing here says that water is fit to drink.
import { row, say } from './row.ts';

export const treatFindings = {
  'filter-dries': row({
    values: { under: 'drop', least: 'drop' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here}: the spill lies ${t.fig('under', 'told')} under the sand, so its skin falls dry and dies. Lead the outlet up to ${t.given('least')} over the sand.`,
    },
  }),
  'filter-film': row({
    values: { film: 'drop', least: 'drop', most: 'drop' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} keeps ${t.fig('film', 'told')} of water over its sand at rest; ${t.given('least')} to ${t.given('most')} let its skin breathe and stay wet.`,
    },
  }),
  'filter-film-kept': row({
    values: { film: 'drop' },
    severity: 'ok',
    step: 'outlets',
    words: { en: (t) => say`${t.here} keeps ${t.fig('film', 'told')} of water over its sand whatever is drawn.` },
  }),
  'filter-no-head': row({
    values: {},
    severity: 'error',
    step: 'outlets',
    words: { en: (t) => say`${t.here}: its water never stands over its spill, so nothing comes through.` },
  }),
  'filter-too-fast': row({
    values: { flow: 'flow', most: 'flow' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} lets ${t.fig('flow', 'told')} through when it is full; its sand is to take ${t.given('most')} at most. Finer sand, a deeper bed or less water over it slow it down.`,
    },
  }),
  'filter-gives': row({
    values: { flow: 'flow', day: 'perDay' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here} gives ${t.fig('flow', 'told')} when it is full, ${t.perDay('day', 'told')} at most.`,
    },
  }),
  'filter-shallow': row({
    values: { depth: 'height', least: 'height' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here} has ${t.given('depth')} of sand; ${t.given('least')} are the least that is built.`,
    },
  }),
  'filter-grain': row({
    values: { grain: 'bore', fine: 'bore', coarse: 'bore' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} has sand of ${t.given('grain')}; ${t.given('fine')} to ${t.given('coarse')} (effective size) are asked. Measure what it lets through.`,
    },
  }),
  'filter-held-back': row({
    values: { flow: 'flow', most: 'flow' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} passes ${t.fig('flow')} with its tank full, and its sand would let ${t.fig('most', 'told')} through: what follows holds it back, or stands too high.`,
    },
  }),
  'filter-ripens': row({
    values: { from: 'count', to: 'count' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} needs ${t.count('from')} to ${t.count('to')} days until its living skin has grown; until then it holds back little. Enter when it was started.`,
    },
  }),
  'filter-ripe': row({
    values: { from: 'date', days: 'count' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} has its skin by ${t.date('from')}, ${t.count('days')} days after it was started, and again so long after each cleaning.`,
    },
  }),
  'filter-no-promise': row({
    values: { leaves: 'name' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} leaves ${t.text('leaves')}. Have its water tested before anyone drinks it, and disinfect it where a code or a test says so.`,
    },
  }),
  'element-starves': row({
    values: { element: 'name', flow: 'flow', pressure: 'pressure', leastFlow: 'flow', leastPressure: 'pressure' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.text('element')} in ${t.here} gets ${t.fig('flow')} and ${t.fig('pressure')}; it works from ${t.given('leastFlow')} and ${t.given('leastPressure')} on (common practice; read its plate).`,
    },
  }),
  'element-takes': row({
    values: { element: 'name', tap: 'name', lost: 'share' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.text('element')} in ${t.here} takes ${t.share('lost')} of the flow of ${t.plain(t.display.name(t.v.tap))}, clean as entered.`,
    },
  }),
  'element-leaves': row({
    values: { element: 'name', leaves: 'name' },
    severity: 'ok',
    step: 'outlets',
    words: { en: (t) => say`${t.text('element')} in ${t.here} leaves ${t.text('leaves')}.` },
  }),
} as const;
