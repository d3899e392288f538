// Findings of the log: whether it does what was planned, and what most likely keeps it from it.
import { row, say, type ValueSpec } from './row.ts';

const cause = { share: 'share', readings: 'count', apart: 'count' } as const satisfies ValueSpec;
const cautious = 'warning' as const;

export const logFindings = {
  'log-agrees': row({
    values: { readings: 'count' },
    severity: 'ok',
    step: 'log',
    words: {
      en: (t) =>
        t.v.readings === 1
          ? say`The reading agrees with the plan, within two standard errors.`
          : say`All ${t.count('readings')} readings agree with the plan, within two standard errors.`,
    },
  }),
  'log-apart': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`${t.count('apart')} of ${t.count('readings')} readings part from the plan, and no single cause explains them better than chance: read them again.`,
    },
  }),
  'log-gone': row({
    values: { readings: 'count' },
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        t.v.readings === 1
          ? say`One reading is of a place that is gone: it is kept with the plan and left aside.`
          : say`${t.count('readings')} readings are of places that are gone: they are kept with the plan and left aside.`,
    },
  }),
  'log-not-predicted': row({
    values: {},
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`For a reading at ${t.here} the plan has no figure: it is not settled, or it is not known what ran.`,
    },
  }),
  'log-cause-leak': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`A leak in ${t.here} would explain the readings (${t.share('share')} of the weight): walk it, look for green and wet ground, shut it in halves.`,
    },
  }),
  'log-cause-blockage': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`Something holds the water back in ${t.here} (${t.share('share')} of the weight): a clogged screen, a valve half shut, air at a high point. Look at the screen first.`,
    },
  }),
  'log-cause-narrow': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`${t.here} would be narrower than it was entered (${t.share('share')} of the weight): read the print on the pipe, measure an end.`,
    },
  }),
  'log-cause-height': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`${t.here} would stand at another height than was entered (${t.share('share')} of the weight): measure it again, or read a gauge there with all shut.`,
    },
  }),
  'log-cause-gauge': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`The gauge at ${t.here} would read wrong by one factor (${t.share('share')} of the weight): put it on another tap, or another one on this.`,
    },
  }),
  'log-cause-supply': row({
    values: cause,
    severity: cautious,
    step: 'log',
    words: {
      en: (t) =>
        say`${t.here} would give less than was entered (${t.share('share')} of the weight): a bucket and a watch at it say so.`,
    },
  }),
};
