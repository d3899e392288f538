// Findings of the work of building: what is next, what was done too early, who must look at it.
import { row, say } from './row.ts';

export const buildFindings = {
  'build-early': row({
    values: { step: 'name', of: 'name', from: 'date' },
    severity: 'warning',
    step: 'build',
    words: {
      en: (t) =>
        say`“${t.text('step')}” is ticked off before “${t.text('of')}” had stood: it might have been done from ${t.date('from')}. Look at it again before you go on.`,
    },
  }),
  'build-sign': row({
    values: { what: 'name' },
    severity: 'warning',
    step: 'build',
    words: { en: (t) => say`Somebody else must sign: ${t.text('what')}.` },
  }),
  'build-frost': row({
    values: {},
    severity: 'warning',
    step: 'build',
    words: {
      en: () => say`It is cold for concrete: keep it from freezing until it has set, or wait (common practice).`,
    },
  }),
  'build-warm': row({
    values: { step: 'name', on: 'date', least: 'temperature' },
    severity: 'ok',
    step: 'build',
    words: {
      en: (t) =>
        say`“${t.text('step')}” waits for warmer months, to ${t.date('on')}: concrete and cement are not worked in a month with a mean under ${t.fig('least')} (common practice). Enter how warm it is while you build, and it does not wait.`,
    },
  }),
  'build-next': row({
    values: { step: 'name', on: 'date', open: 'count', end: 'date' },
    severity: 'ok',
    step: 'build',
    words: {
      en: (t) =>
        say`Next: ${t.text('step')}, on ${t.date('on')}. ${t.count('open')} ${t.v.open === 1 ? 'step is' : 'steps are'} open; as it is planned the last ends on ${t.date('end')}.`,
    },
  }),
  'build-done': row({
    values: { steps: 'count' },
    severity: 'ok',
    step: 'build',
    words: { en: (t) => say`All ${t.count('steps')} steps are done.` },
  }),
};
