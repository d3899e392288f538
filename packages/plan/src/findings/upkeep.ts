// Findings of upkeep and of the water ahead: what is due, how long the water lasts.
import { row, say } from './row.ts';

const due = { job: 'name', on: 'date' } as const;
const left = { days: 'count', on: 'date' } as const;

export const upkeepRows = {
  'upkeep-days': row({
    values: due,
    severity: 'warning',
    step: 'log',
    words: { en: (t) => say`${t.text('job')}: due since ${t.date('on')}.` },
  }),
  'upkeep-storm': row({
    values: due,
    severity: 'warning',
    step: 'log',
    words: { en: (t) => say`${t.text('job')}: it stormed on ${t.date('on')} and nobody has looked since.` },
  }),
  'upkeep-frost': row({
    values: due,
    severity: 'warning',
    step: 'log',
    words: { en: (t) => say`${t.text('job')}: due since ${t.date('on')}, before the frost.` },
  }),
  'upkeep-use': row({
    values: due,
    severity: 'warning',
    step: 'log',
    words: { en: (t) => say`${t.text('job')}: by its use it was due on ${t.date('on')}.` },
  }),
  'upkeep-more': row({
    values: { jobs: 'count' },
    severity: 'warning',
    step: 'log',
    words: { en: (t) => say`${t.count('jobs')} more ${t.v.jobs === 1 ? 'job is' : 'jobs are'} due.` },
  }),
  'upkeep-coming': row({
    values: due,
    severity: 'ok',
    step: 'log',
    words: { en: (t) => say`Coming up: ${t.text('job')}, on ${t.date('on')}.` },
  }),
  'upkeep-good': row({
    values: {},
    severity: 'ok',
    step: 'log',
    words: { en: () => say`No upkeep is due in the next two weeks.` },
  }),
  'upkeep-begin': row({
    values: {},
    severity: 'ok',
    step: 'log',
    words: { en: () => say`Upkeep is counted once you say since when the water runs.` },
  }),
  'upkeep-frost-assumed': row({
    values: {},
    severity: 'warning',
    step: 'log',
    words: { en: () => say`The day of the first frost comes from typical weather (assumption): enter your own.` },
  }),
  'ahead-soon': row({
    values: left,
    severity: 'error',
    step: 'log',
    words: {
      en: (t) =>
        say`At this use and without rain the tanks have run down after ${t.count('days')} ${t.v.days === 1 ? 'day' : 'days'}, on ${t.date('on')}.`,
    },
  }),
  'ahead-watch': row({
    values: left,
    severity: 'warning',
    step: 'log',
    words: {
      en: (t) => say`At this use and without rain the tanks last ${t.count('days')} days, to ${t.date('on')}.`,
    },
  }),
  'ahead-days': row({
    values: left,
    severity: 'ok',
    step: 'log',
    words: {
      en: (t) => say`At this use and without rain the tanks last ${t.count('days')} days, to ${t.date('on')}.`,
    },
  }),
  'ahead-lasts': row({
    values: { days: 'count' },
    severity: 'ok',
    step: 'log',
    words: {
      en: (t) =>
        say`At this use and without rain the tanks do not run down within the ${t.count('days')} days looked at.`,
    },
  }),
  'ahead-haul': row({
    values: { on: 'date', perDay: 'perDay' },
    severity: 'warning',
    step: 'log',
    words: {
      en: (t) => say`Begin to haul on ${t.date('on')}, a week before: some ${t.perDay('perDay')} will be lacking.`,
    },
  }),
  'ahead-haul-now': row({
    values: { perDay: 'perDay' },
    severity: 'error',
    step: 'log',
    words: { en: (t) => say`Begin to haul today: some ${t.perDay('perDay')} will be lacking.` },
  }),
  'ahead-cut': row({
    values: { what: 'name', days: 'count' },
    severity: 'ok',
    step: 'log',
    words: {
      en: (t) => say`Cut first: ${t.text('what')}; without it the water lasts ${t.count('days')} days.`,
    },
  }),
  'ahead-cut-holds': row({
    values: { what: 'name' },
    severity: 'ok',
    step: 'log',
    words: { en: (t) => say`Cut first: ${t.text('what')}; without it the springs carry the rest.` },
  }),
  'ahead-unread': row({
    values: {},
    severity: 'ok',
    step: 'log',
    words: {
      en: () =>
        say`A tank’s level was not read in the last 30 days: the level at which the plan starts stands in for it.`,
    },
  }),
};
