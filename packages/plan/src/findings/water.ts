// Findings about sources and about what is needed.
import { row, say } from './row.ts';

export const waterFindings = {
  'yield-governs': row({
    values: { flow: 'flow' },
    severity: 'ok',
    step: 'water',
    words: { en: (t) => say`${t.here} gives ${t.fig('flow')} and no more; its pipe could carry it easily.` },
  }),
  'yield-unknown': row({
    values: {},
    severity: 'warning',
    step: 'water',
    words: { en: (t) => say`The yield of ${t.here} is not known yet. Time a bucket under it.` },
  }),
  'yield-not-counted': row({
    values: {},
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        say`${t.here} was measured, and no yield is counted on yet: its line is drawn as if it gave without end. Take the lowest test at Water.`,
    },
  }),
  'water-tested': row({
    values: { date: 'date' },
    severity: 'ok',
    step: 'water',
    words: { en: (t) => say`Its water met its test on ${t.date('date')}. A test speaks of its day only.` },
  }),
  'source-unmeasured': row({
    values: {},
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        say`The yield of ${t.here} has not been measured. Take a bucket up: five timed fills take ten minutes.`,
    },
  }),
  'low-season': row({
    values: { flow: 'flow', index: 'count', date: 'date', tests: 'count' },
    severity: 'ok',
    step: 'water',
    words: {
      en: (t) =>
        say`Its lowest test gave ${t.fig('flow', t.to('test', t.v.index))} on ${t.date('date')}, of ${t.count('tests')} on record.`,
    },
  }),
  'yield-above-tests': row({
    values: { entered: 'flow', most: 'flow', tests: 'count' },
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        t.v.tests === 1
          ? say`Counted on are ${t.given('entered')}; its only test gave ${t.fig('most')}.`
          : say`Counted on are up to ${t.given('entered')}; none of its ${t.count('tests')} tests gave more than ${t.fig('most')}.`,
    },
  }),
  'tests-one-season': row({
    values: { flow: 'flow', date: 'date' },
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        say`All its tests are of one season: ${t.fig('flow', 'told')}, of ${t.date('date')}, are counted on all the year. Test it at the end of the dry months.`,
    },
  }),
  'fill-questioned': row({
    values: { fills: 'count' },
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        say`${t.count('fills')} of the latest fills lies far from the others. Look whether the vessel was full and level.`,
    },
  }),
  'source-not-counted': row({
    values: {},
    severity: 'warning',
    step: 'water',
    also: ['need'],
    words: {
      en: (t) => say`The water of ${t.here} comes to none of the places that need it: it is not counted.`,
    },
  }),
  'need-not-reached': row({
    values: { name: 'name' },
    severity: 'error',
    step: 'need',
    also: ['water'],
    words: { en: (t) => say`No source’s water comes to ${t.here}: nothing is there for ${t.text('name')}.` },
  }),
  'passing-by': row({
    values: { flow: 'flow', perDay: 'perDay' },
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) => say`${t.given('flow')} pass the intake by: a repair would win ${t.perDay('perDay', 'told')}.`,
    },
  }),
  'flow-test-due': row({
    values: { days: 'count' },
    severity: 'warning',
    step: 'water',
    words: { en: (t) => say`It was last measured ${t.count('days')} days ago. Measure it again in the driest weeks.` },
  }),
  'intake-temporary': row({
    values: {},
    severity: 'warning',
    step: 'water',
    words: {
      en: () => say`The take-off is a temporary one: look at it after every storm, keep stock out, clear the inlet.`,
    },
  }),
  'gutter-enough': row({
    values: { carries: 'flow', comes: 'flow', hole: ['unknown', 'counted'] },
    severity: 'ok',
    step: 'water',
    words: {
      en: (t) =>
        t.v.hole === 'counted'
          ? say`The gutter carries ${t.fig('carries', 'told')}; the design rain brings ${t.fig('comes', 'told')}.`
          : say`The gutter carries ${t.fig('carries', 'told')}; the design rain brings ${t.fig('comes', 'told')}. What the hole into its downpipe takes is not entered, and not counted.`,
    },
  }),
  'gutter-overflows': row({
    values: { carries: 'flow', comes: 'flow' },
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        say`The gutter carries ${t.fig('carries', 'told')} and the design rain brings ${t.fig('comes', 'told')}: it spills.`,
    },
  }),
  backflow: row({
    values: {},
    severity: 'warning',
    step: 'water',
    words: {
      en: () =>
        say`Mains need a backflow preventer where the local code asks for one, and an air gap at the tank always helps.`,
    },
  }),
  'nothing-needed': row({
    values: {},
    severity: 'warning',
    step: 'need',
    words: { en: () => say`Nothing is needed yet: put in the animals, people and gardens.` },
  }),
  'no-source': row({
    values: {},
    severity: 'warning',
    step: 'need',
    words: { en: () => say`There is no source in this plan yet.` },
  }),
  'source-held-back': row({
    values: { gives: 'perDay', brings: 'perDay', month: 'month', how: ['nothing', 'lacking', 'enough'] },
    severity: (v) => (v.how === 'nothing' ? 'error' : v.how === 'lacking' ? 'warning' : 'ok'),
    step: 'need',
    also: ['water'],
    words: {
      en: (t) =>
        t.v.how === 'nothing'
          ? say`Of the ${t.perDay('gives')} that ${t.here} gives in ${t.month('month')} its line brings nothing: what it fills stands too high for it, or its way is shut. It is not counted.`
          : say`Of the ${t.perDay('gives')} that ${t.here} gives in ${t.month('month')} its line brings ${t.perDay('brings', 'told')} with everything open: no more is counted.`,
    },
  }),
  'months-short': row({
    values: { months: 'count', month: 'month', short: 'perDay', needed: 'perDay', recorded: 'count', dry: 'count' },
    severity: 'error',
    step: 'need',
    words: {
      en: (t) =>
        t.v.recorded === 0
          ? say`In ${t.count('months')} months of the mean year the sources give less than is needed; ${t.month('month')} lacks ${t.perDay('short', t.to('spare', t.v.month))}.`
          : say`In ${t.count('months')} months of the mean year the sources give less than is needed; ${t.month('month')} lacks ${t.perDay('short', t.to('spare', t.v.month))}. Of ${t.count('recorded')} recorded months ${t.count('dry')} fell short.`,
    },
  }),
  'months-carried': row({
    values: { month: 'month', spare: 'perDay', recorded: 'count', dry: 'count' },
    severity: (v) => (v.dry > 0 ? 'warning' : 'ok'),
    step: 'need',
    words: {
      en: (t) =>
        t.v.recorded === 0
          ? say`The sources carry every month of the mean year; ${t.month('month')} has the least to spare, ${t.perDay('spare', t.to('spare', t.v.month))}. No days are on record: how often a month falls short is not known.`
          : t.v.dry === 0
            ? say`The sources carry each of ${t.count('recorded')} recorded months; in the mean ${t.month('month')} has the least to spare, ${t.perDay('spare', t.to('spare', t.v.month))}.`
            : say`The sources carry every month of the mean year, ${t.month('month')} with ${t.perDay('spare', t.to('spare', t.v.month))} to spare; of ${t.count('recorded')} recorded months ${t.count('dry')} brought less than was needed.`,
    },
  }),
  'weir-outside': row({
    values: { date: 'date', head: 'drop', why: ['shallow', 'deep', 'angle'] },
    severity: 'warning',
    step: 'water',
    words: {
      en: (t) =>
        t.v.why === 'angle'
          ? say`The weir of ${t.date('date')} at ${t.here} opens at an angle for which no figures are published (25 to 100 degrees): its flow is not to be trusted.`
          : t.v.why === 'shallow'
            ? say`On ${t.date('date')} only ${t.given('head')} of water stood over the weir at ${t.here}: the sheet clings to its edge, and the formula does not hold. Take a narrower notch.`
            : say`On ${t.date('date')} ${t.given('head')} of water stood over the weir at ${t.here}, more than its formula holds for. Take a wider one.`,
    },
  }),
  'month-solved': row({
    values: { month: 'month', tightest: 'month', gives: 'perDay', then: 'perDay' },
    severity: (v) => (v.month === v.tightest ? 'ok' : 'warning'),
    step: 'pipe',
    also: ['water', 'outlets'],
    words: {
      en: (t) =>
        t.v.month === t.v.tightest
          ? say`Flows are worked out for ${t.month('month')}, the month with the least to spare: sources by month give ${t.perDay('gives')} then.`
          : say`Flows are worked out for ${t.month('month')}, when sources by month give ${t.perDay('gives')}; ${t.month('tightest')} has the least to spare, and they give ${t.perDay('then')} then.`,
    },
  }),
  'week-short': row({
    values: { short: 'perDay', week: 'volume', month: 'month', monthsShort: 'count' },
    severity: (v) => (v.monthsShort > 0 ? 'error' : 'warning'),
    step: 'need',
    words: {
      en: (t) => say`In the driest week, in ${t.month('month')}, ${t.fig('week', 'told')} must come out of the store.`,
    },
  }),
  'need-note': row({
    values: { name: 'name', note: 'name' },
    severity: 'warning',
    step: 'need',
    words: { en: (t) => say`${t.text('name')}: ${t.display.quoted(t.text('note'))}.` },
  }),
} as const;
