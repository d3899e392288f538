// Turns Zod's issues into faults with advice for people.
import type { z } from 'zod';
import { jsonPath, type Fault } from '../fields/index.ts';

type Issue = z.core.$ZodIssue;

const KIND_OF: Readonly<Record<string, string>> = {
  string: 'text in quotes',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list [ … ]',
  object: 'an object { … }',
};

const shown = (value: unknown): string => {
  const text = JSON.stringify(value);
  if (text === undefined) return 'nothing';
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
};

function valueAt(root: unknown, path: readonly PropertyKey[]): unknown {
  let here = root;
  for (const part of path) {
    if (typeof here !== 'object' || here === null) return undefined;
    here = (here as Record<PropertyKey, unknown>)[part];
  }
  return here;
}

/** Unit of a field, from its name: every number of the format carries it there. */
function unitOf(path: readonly PropertyKey[]): string {
  const field = [...path].reverse().find((part): part is string => typeof part === 'string') ?? '';
  const found = /(LPerDay|Lpm|KPa|Mm|Deg|Min|M|L|C|H)$/.exec(field)?.[1];
  const units: Record<string, string> = {
    LPerDay: ' in litres a day',
    Lpm: ' in litres a minute',
    KPa: ' in kPa',
    Mm: ' in millimetres',
    Deg: ' in degrees',
    Min: ' in minutes',
    M: ' in metres',
    L: ' in litres',
    C: ' in °C',
    H: ' in hours',
  };
  return found ? units[found] : '';
}

/** The same for people, with figures of a field that has a unit: each reads them in their own. */
function told(path: readonly PropertyKey[], value: unknown, advice: string, limit: number): Pick<Fault, 'told'> {
  const field = [...path].reverse().find((part): part is string => typeof part === 'string') ?? '';
  if (unitOf(path) === '' || typeof value !== 'number') return {};
  return {
    told: {
      message: [`the ${fieldWords(field)} is `, { figure: value, field }],
      advice: [advice, { figure: limit, field }],
    },
  };
}

/** A field's name in words, without its unit: "startLevelM" is "start level". */
export const fieldWords = (field: string): string =>
  field
    .replace(/(LPerDay|Lpm|KPa|Mm|Deg|Min|M2|M|L|C|H|Kg|Ms)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** One fault an issue; unions report the branch that came closest. */
export function faultOf(issue: Issue, root: unknown): Fault {
  const path = jsonPath(issue.path);
  const value = valueAt(root, issue.path);
  const missing = value === undefined;
  switch (issue.code) {
    case 'invalid_type':
      return {
        path,
        message: missing ? 'is missing' : `is ${shown(value)}`,
        advice: `give ${KIND_OF[issue.expected] ?? issue.expected}${unitOf(issue.path)}`,
      };
    case 'too_small':
      if (issue.origin === 'array' || issue.origin === 'string') {
        return {
          path,
          message: 'is too short',
          advice: issue.message.startsWith('Too small') ? `give at least ${String(issue.minimum)}` : issue.message,
        };
      }
      return {
        path,
        message: `is ${shown(value)}`,
        advice: `give a number ${issue.inclusive ? 'of at least' : 'above'} ${String(issue.minimum)}${unitOf(issue.path)}`,
        ...told(issue.path, value, `give ${issue.inclusive ? 'at least' : 'more than'} `, Number(issue.minimum)),
      };
    case 'too_big':
      return {
        path,
        message: issue.origin === 'number' || issue.origin === 'int' ? `is ${shown(value)}` : 'is too long',
        advice: `give at most ${String(issue.maximum)}${unitOf(issue.path)}`,
        ...told(issue.path, value, 'give at most ', Number(issue.maximum)),
      };
    case 'invalid_value':
      return {
        path,
        message: missing ? 'is missing' : `is ${shown(value)}`,
        advice: `give ${issue.values.map((v) => JSON.stringify(v)).join(' or ')}`,
      };
    case 'invalid_union': {
      // a discriminated union names its key and the choices
      const choices = 'options' in issue && Array.isArray(issue.options) ? issue.options : undefined;
      return {
        path,
        message: missing ? 'is missing' : `is ${shown(value)}`,
        advice: choices ? `give one of ${choices.map(String).join(', ')}` : issue.message,
      };
    }
    default:
      return { path, message: missing ? 'is missing' : `is ${shown(value)}`, advice: issue.message };
  }
}
