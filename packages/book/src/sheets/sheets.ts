// What the book lists as sheets of comma separated values, in the units of the plan's file (m, mm, kPa, L/min): the pipe
// schedule, the bill, the walk of every line, the readings.
import { findPipe } from '@vernal-slope/plan/catalogue';
import { csvOf, walkCsv } from '@vernal-slope/plan/formats';
import { billCsv, billOf } from '@vernal-slope/plan/parts';
import type { Plan } from '@vernal-slope/plan/schema';
import { nameOfId } from '@vernal-slope/plan/topology';

export interface SheetFile {
  readonly id: string;
  readonly title: string;
  readonly make: (plan: Plan) => string;
}

const pipes = (plan: Plan): string =>
  csvOf(
    plan.lines.flatMap((line) =>
      line.legs.map((leg, k) => {
        const row = typeof leg.pipe === 'string' ? findPipe(leg.pipe) : undefined;
        return {
          line: line.id,
          name: nameOfId(plan, line.id),
          leg: k + 1,
          pipe: typeof leg.pipe === 'string' ? leg.pipe : 'as entered',
          nominal: row?.nominal ?? '',
          family: row?.family ?? '',
          'bore mm': row?.insideDiameterMm ?? (typeof leg.pipe === 'string' ? '' : leg.pipe.insideDiameterMm),
          'rated kPa': row?.ratingKPa ?? '',
          'length m': leg.lengthM,
          'depth m': leg.depthM ?? '',
        };
      }),
    ),
  );

/** Every line's walk, one under the other; the first column says which. */
function walks(plan: Plan): string {
  const parts = plan.lines.map((line) => {
    const [head, ...rows] = walkCsv(plan, line).trimEnd().split('\n');
    return { head, rows: rows.map((row) => `${line.id},${row}`) };
  });
  return parts.length === 0 ? '' : `${[`line,${parts[0].head}`, ...parts.flatMap((p) => p.rows)].join('\n')}\n`;
}

/** The log as a sheet that reads back: `open` with spaces between, `levelsM` as id=level. */
const readings = (plan: Plan): string =>
  csvOf(
    (plan.log ?? []).map((e) => ({
      at: e.at,
      place: e.place,
      pressureKPa: e.pressureKPa ?? '',
      flowLpm: e.flowLpm ?? '',
      levelM: e.levelM ?? '',
      refillMin: e.refillMin ?? '',
      open: (e.open ?? []).join(' '),
      levelsM: Object.entries(e.levelsM ?? {})
        .map(([id, level]) => `${id}=${level}`)
        .join(' '),
      rainMm: e.rainMm ?? '',
      repair: e.repair ?? '',
      upkeep: e.upkeep ?? '',
      note: e.note ?? '',
    })),
  );

/** Every sheet. A new one is a row here. */
export const SHEETS: readonly SheetFile[] = [
  { id: 'pipes', title: 'Pipe schedule', make: pipes },
  { id: 'bill', title: 'Shop list', make: (plan) => billCsv(billOf(plan)) },
  { id: 'walk', title: 'Walk of every line', make: walks },
  { id: 'readings', title: 'Readings', make: readings },
];
