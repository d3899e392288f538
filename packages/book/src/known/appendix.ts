// The appendix: each working as it is printed; figures by one rule stand in one table under it.
import { plainForm, type Term, type Working } from '@vernal-slope/core/working';
import { inRule, showTerm, type UnitSystem } from '@vernal-slope/display/quantities';
import { quoted } from '@vernal-slope/display/quoted';
import { figuresTex, ownFiguresTex, ruleTex, workingTitle } from '@vernal-slope/display/workings';
import { figure, type Block, type Column, type Row, type Run, type Worked } from '../model/index.ts';

/** So many figures by one rule have a table. */
const MANY = 3;

/** True where a term of a sum is taken away. */
const takenAway = (w: Working, key: string): boolean => new RegExp(`-\\s*\\{\\{${key}\\}\\}`).test(w.rule);
/** Where a term comes from: entered or looked up, else the rule that it has of its own. */
const sourceOf = (t: Term): string => t.source ?? t.working?.source ?? '';
/** What workings of one table have in common. */
const ruleKey = (w: Working): string =>
  JSON.stringify([
    w.code,
    w.rule,
    w.also ?? [],
    w.terms.map((t) => [t.key, t.tex, t.name, t.dimension, sourceOf(t)]),
    w.source,
    w.assumptions ?? [],
  ]);

interface Printing {
  readonly units: UnitSystem;
  /** Number of a working that is printed too. */
  readonly numberOf: (w: Working) => number | undefined;
}

const withUnit = ({ text, unit }: { readonly text: string; readonly unit: string }): string =>
  unit ? `${text}\u00A0${unit}` : text;

function workedOf(w: Working, number: number, { units, numberOf }: Printing): Worked {
  const si = inRule(w.result.value, w.result.dimension);
  const result = withUnit(showTerm(w.result.value, w.result.dimension, units));
  const form = plainForm(w);
  return {
    number,
    title: quoted(workingTitle(w, units), units),
    ...(form === undefined ? {} : { plain: form }),
    rule: ruleTex(w),
    also: w.also ?? [],
    figures: figuresTex(w),
    own: ownFiguresTex(w, units),
    result,
    ...(si.unit && withUnit(si) !== result ? { resultSI: withUnit(si) } : {}),
    terms: w.terms.map((t) => {
      const value = withUnit(showTerm(t.value, t.dimension, units));
      const there = withUnit(inRule(t.value, t.dimension));
      const source = sourceOf(t);
      const leads = t.working && numberOf(t.working);
      return {
        tex: t.tex,
        name: quoted(t.name, units),
        value,
        inRule: there === value ? '' : there,
        ...(source ? { source: quoted(source, units) } : {}),
        ...(takenAway(w, t.key) ? { less: true } : {}),
        ...(leads === undefined ? {} : { working: leads }),
      };
    }),
    source: quoted(w.source, units),
    assumptions: (w.assumptions ?? []).map((a) => quoted(a, units)),
  };
}

/** Figures by one rule: the rule once, then a row for each. */
function tableOf(group: readonly Working[], from: number, { units, numberOf }: Printing): Block[] {
  const [first] = group;
  const last = from + group.length - 1;
  const same = (k: number): boolean => group.every((w) => w.terms[k].value === first.terms[k].value);
  const varying = first.terms.flatMap((t, k) => (same(k) ? [] : [{ ...t, k }]));
  const results = group.map((w) => ({
    si: inRule(w.result.value, w.result.dimension),
    own: withUnit(showTerm(w.result.value, w.result.dimension, units)),
  }));
  const alike = results.every((r) => withUnit(r.si) === r.own);
  const columns: Column[] = [
    { head: 'No', align: 'right' },
    { head: 'Of', grows: 1 },
    ...varying.map((t): Column => ({
      head: '',
      tex: t.tex,
      unit: inRule(t.value, t.dimension).unit,
      align: 'right',
    })),
    ...(alike ? [] : [{ head: '=', unit: results[0].si.unit, align: 'right' } satisfies Column]),
    { head: 'Figure', align: 'right' },
  ];
  const rows = group.map((w, i): Row => ({
    worked: from + i,
    cells: [
      [figure(String(from + i))],
      // what all of them are stands over the table
      [quoted(workingTitle({ ...w, code: '' }, units), units)],
      ...varying.map(({ k }): Run[] => {
        const t = w.terms[k];
        const leads = t.working && numberOf(t.working);
        return [{ ...figure(inRule(t.value, t.dimension).text), ...(leads === undefined ? {} : { working: leads }) }];
      }),
      ...(alike ? [] : [[figure(results[i].si.text)]]),
      [{ ...figure(results[i].own), strong: true }],
    ],
  }));
  const title = `${from} to ${last}. By one rule: ${workingTitle({ ...first, of: '…', along: undefined }, units)}`;
  return [
    {
      kind: 'rule',
      rule: {
        title,
        rule: ruleTex(first),
        also: first.also ?? [],
        first: figuresTex(first),
        terms: first.terms.map((t, k) => {
          const source = sourceOf(t);
          const leads = t.working && numberOf(t.working);
          return {
            tex: t.tex,
            name: quoted(t.name, units),
            ...(source ? { source: quoted(source, units) } : {}),
            ...(same(k) ? { value: withUnit(inRule(t.value, t.dimension)) } : {}),
            ...(same(k) && leads !== undefined ? { working: leads } : {}),
          };
        }),
        source: `${quoted(first.source, units)}.${(first.assumptions ?? []).map((a) => ` Assumed: ${quoted(a, units)}`).join('')}`,
      },
    },
    { kind: 'table', title, columns, rows },
  ];
}

/**
 * Workings as they are printed, and in which order: figures by one rule stand together where the first of them stands.
 * @param kept in the order of the text @param keyOf what tells one working from another
 */
export function appendixOf(
  kept: readonly Working[],
  units: UnitSystem,
  keyOf: (w: Working) => string,
): { readonly blocks: Block[]; readonly order: readonly Working[] } {
  const byRule = new Map<string, Working[]>();
  for (const w of kept) {
    const key = ruleKey(w);
    byRule.set(key, [...(byRule.get(key) ?? []), w]);
  }
  const groups = [...byRule.values()].flatMap((g) => (g.length >= MANY ? [g] : g.map((w) => [w])));
  const place = new Map(kept.map((w, k) => [w, k]));
  groups.sort((a, b) => (place.get(a[0]) ?? 0) - (place.get(b[0]) ?? 0));
  const order = groups.flat();
  const numbers = new Map(order.map((w, k) => [keyOf(w), k + 1]));
  const printing: Printing = { units, numberOf: (w) => numbers.get(keyOf(w)) };
  let from = 1;
  const blocks = groups.flatMap((g): Block[] => {
    const at = from;
    from += g.length;
    return g.length >= MANY
      ? tableOf(g, at, printing)
      : g.map((w, k): Block => ({ kind: 'working', working: workedOf(w, at + k, printing) }));
  });
  return { blocks, order };
}
