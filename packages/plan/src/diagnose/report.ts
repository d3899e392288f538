// Diagnosis as the command line prints it, and a log out of a sheet.
import type { Fault } from '../document/index.ts';
import { readingSchema, type ReadingEntry } from '../fields/index.ts';
import { readSheet } from '../formats/index.ts';
import { finding, worstFirst, type Finding } from '../findings/index.ts';
import type { Plan } from '../schema/index.ts';
import { CAUSE_UNITS } from './causes.ts';
import { diagnose, type Diagnosis } from './diagnose.ts';
import { fromSI, READING_KINDS, readingsOf } from './predict.ts';

const tidy = (v: number): number => Number(v.toPrecision(6));

export interface DiagnoseReport {
  readonly readings: readonly unknown[];
  readonly causes: readonly unknown[];
  readonly next: unknown;
  readonly findings: readonly Finding[];
}

/** @param entries how many readings the log has: more than were read are of places that are gone */
export function diagnoseFindings(d: Diagnosis, entries: number): Finding[] {
  const apart = d.readings.filter((r) => r.predicted !== undefined && !r.agrees);
  const unsettled = d.readings.filter((r) => r.predicted === undefined);
  const found: Finding[] = [];
  const [first] = d.causes;
  if (apart.length > 0 && first)
    found.push(
      finding(first.kind === 'none' ? 'log-apart' : `log-cause-${first.kind}`, first.at, {
        share: first.share,
        readings: d.readings.length,
        apart: apart.length,
      }),
    );
  for (const r of unsettled) found.push(finding('log-not-predicted', r.read.place, {}));
  if (entries > d.readings.length) found.push(finding('log-gone', '', { readings: entries - d.readings.length }));
  if (apart.length === 0 && d.readings.length > unsettled.length)
    found.push(finding('log-agrees', '', { readings: d.readings.length - unsettled.length }));
  return worstFirst(found);
}

/** Entries that are readings: not rain, repairs, upkeep or photographs. */
export const readingCount = (log: readonly ReadingEntry[]): number =>
  log.filter((e) => READING_KINDS.some((k) => e[k] !== undefined)).length;

/** @param log the plan's own, or one out of a sheet */
export function diagnoseReport(plan: Plan, log: readonly ReadingEntry[]): DiagnoseReport {
  const d = diagnose(plan, readingsOf(plan, log));
  return {
    readings: d.readings.map(({ read, predicted, agrees }) => ({
      index: read.index,
      place: read.place,
      kind: read.kind,
      measured: tidy(fromSI(read.kind, read.measured)),
      predicted: predicted === undefined ? null : tidy(fromSI(read.kind, predicted)),
      agrees,
    })),
    causes: d.causes.map((c) => ({
      cause: c.kind,
      at: c.at === '' ? null : c.at,
      size: c.kind === 'none' ? null : tidy(c.size),
      unit: CAUSE_UNITS[c.kind],
      misfit: tidy(c.misfit),
      share: tidy(c.share),
    })),
    next: d.next
      ? {
          place: d.next.place,
          kind: d.next.kind,
          open: d.next.open,
          first: tidy(fromSI(d.next.kind, d.next.first)),
          second: tidy(fromSI(d.next.kind, d.next.second)),
        }
      : null,
    findings: diagnoseFindings(d, readingCount(log)),
  };
}

export interface LogRead {
  readonly entries: readonly ReadingEntry[];
  readonly faults: readonly Fault[];
}

const NUMBERS = [
  'pressureKPa',
  'flowLpm',
  'levelM',
  'refillMin',
  'errorKPa',
  'errorLpm',
  'errorM',
  'errorMin',
] as const;
/** A number with a point or a decimal comma; NaN of words. */
const numberOf = (text: string): number => (/^[+-]?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : NaN);

/**
 * A log out of a sheet: columns by their headings, in any order, parted by comma, semicolon or tab. `open` is ids with
 * spaces between ("none": all shut), `levelsM` pairs of id=level. Rows that cannot be taken are told by their number.
 * @param now a local moment: rows after it are still to come; none where left out
 */
export function readLogCsv(text: string, plan: Plan, now = '9999'): LogRead {
  const { rows: lines, quote } = readSheet(text);
  const [head, ...rows] = lines;
  const names = (head?.cells ?? []).map((h) => h.trim());
  const faults: Fault[] = [];
  for (const needed of ['at', 'place'])
    if (!names.includes(needed))
      faults.push({
        path: 'row 1',
        message: `has no column "${needed}"`,
        advice: 'the first row names the columns: at, place, and one of pressureKPa, flowLpm, levelM, refillMin',
      });
  if (quote !== undefined)
    faults.push({
      path: `row ${quote}`,
      message: 'has a quote that does not end',
      advice: 'take it out, or double it',
    });
  if (faults.length > 0) return { entries: [], faults };
  const known = new Set([...plan.nodes.map((n) => n.id), ...(plan.plots ?? []).map((p) => p.id)]);
  const entries: ReadingEntry[] = [];
  rows.forEach(({ row, cells }) => {
    const path = `row ${row}`;
    const cell = (name: string): string => (cells[names.indexOf(name)] ?? '').trim();
    const entry: Record<string, unknown> = { at: cell('at'), place: cell('place') };
    const bad = (message: string, advice: string): void => void faults.push({ path, message, advice });
    const before = faults.length;
    for (const name of NUMBERS) {
      const written = names.includes(name) ? cell(name) : '';
      if (written === '') continue;
      const value = numberOf(written);
      if (Number.isNaN(value)) bad(`"${written}" under ${name} is no number`, 'give a number such as 8.1');
      else entry[name] = value;
    }
    if (names.includes('open') && cell('open') !== '')
      entry.open = cell('open') === 'none' ? [] : cell('open').split(/\s+/);
    if (names.includes('levelsM') && cell('levelsM') !== '') {
      const levels: Record<string, number> = {};
      for (const pair of cell('levelsM').split(/\s+/)) {
        const [id, level] = pair.split('=');
        const value = numberOf(level ?? '');
        if (!known.has(id) || Number.isNaN(value))
          bad(`"${pair}" is no level`, 'give pairs such as hill=1.2, with spaces between');
        else levels[id] = value;
      }
      entry.levelsM = levels;
    }
    if (!known.has(cell('place'))) bad(`"${cell('place')}" is no place of this plan`, 'give the id of a node');
    for (const id of (entry.open as string[] | undefined) ?? [])
      if (!known.has(id)) bad(`"${id}" under open is no place of this plan`, 'give ids of outlets, plots and troughs');
    if (
      !['pressureKPa', 'flowLpm', 'levelM', 'refillMin'].some((n) => entry[n] !== undefined) &&
      faults.length === before
    )
      bad('has no reading', 'give one of pressureKPa, flowLpm, levelM, refillMin');
    if (cell('at') > now) bad(`${cell('at')} is still to come`, 'give the time at which it was read');
    if (faults.length > before) return;
    const checked = readingSchema.safeParse(entry);
    if (checked.success) entries.push(checked.data);
    else
      for (const issue of checked.error.issues)
        bad(`${issue.path.join('.')} ${issue.message}`, 'give a day and a time such as 2026-08-14T07:40');
  });
  return { entries, faults };
}
