// Findings of a cabin's fixtures: what gravity does not give them, who takes whose water.
import { row, say } from './row.ts';

export const cabinFindings = {
  'fixture-starves': row({
    values: { fixture: 'name', pressure: 'pressure', least: 'pressure' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} has ${t.fig('pressure', 'told')} while it runs alone; ${t.text('fixture')} takes ${t.given('least')} at least (common practice, no source).`,
    },
  }),
  'fixture-slow': row({
    values: { fixture: 'name', flow: 'flow', useful: 'flow' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} gives ${t.fig('flow', 'told')} alone; ${t.text('fixture')} is of use from ${t.given('useful')} on (common practice, no source).`,
    },
  }),
  'fixture-under-code': row({
    values: { fixture: 'name', flow: 'flow', pressure: 'pressure', codeFlow: 'flow', codePressure: 'pressure' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} does under gravity: ${t.fig('flow', 'told')} at ${t.fig('pressure', 'told')}. A code for mains asks ${t.given('codeFlow')} at ${t.given('codePressure')}.`,
    },
  }),
  'fire-slow': row({
    values: { flow: 'flow', wants: 'flow' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} gives ${t.fig('flow')} at low water, and ${t.given('wants')} are asked for a fire: ask the fire authority before you count on it.`,
    },
  }),
  'fire-little': row({
    values: { has: 'volume', wants: 'volume' },
    severity: 'error',
    step: 'outlets',
    words: {
      en: (t) => say`${t.here} has ${t.fig('has')} above it, and ${t.given('wants')} are asked for a fire.`,
    },
  }),
  'fire-served': row({
    values: { flow: 'flow', has: 'volume' },
    severity: 'ok',
    step: 'outlets',
    words: {
      en: (t) =>
        say`${t.here} gives ${t.fig('flow')} at low water with ${t.fig('has')} above it, as much as was entered; the authority has the last word.`,
    },
  }),
  'fixture-loses': row({
    values: { to: 'name', lost: 'share', own: 'share' },
    severity: 'warning',
    step: 'outlets',
    words: {
      en: (t) =>
        t.v.own < t.v.lost - 0.01
          ? say`${t.here} loses ${t.share('lost')} when ${t.text('to')} opens; a pipe of its own brings that to ${t.share('own')}.`
          : say`${t.here} loses ${t.share('lost')} when ${t.text('to')} opens.`,
    },
  }),
} as const;
