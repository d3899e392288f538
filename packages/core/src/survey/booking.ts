// Levelling booked by rise and fall, as in a field book, with its arithmetic checks.

export interface StaffReading {
  /** Station name. */ readonly at: string;
  readonly back?: number;
  readonly intermediate?: number;
  readonly fore?: number;
}

export interface BookedRow extends StaffReading {
  readonly rise: number;
  readonly fall: number;
  /** Reduced level, m. */ readonly level: number;
}

export interface LevelBook {
  readonly rows: readonly BookedRow[];
  /** Σ back − Σ fore, Σ rise − Σ fall and last − first level: the same, or the book is wrong. */
  readonly checks: readonly [sights: number, risesFalls: number, levels: number];
}

/**
 * Books staff readings by rise and fall. A row with a foresight and a backsight is a change point.
 * @param readings in the order in which they were read; the first has a backsight
 * @param first reduced level of the first station, m
 * @throws RangeError where the first row has no backsight, or a row has no reading to compare
 * @see any textbook of surveying: rise and fall method
 */
export function bookLevels(readings: readonly StaffReading[], first: number): LevelBook {
  if (readings[0]?.back === undefined) throw new RangeError('the first row needs a backsight');
  const rows: BookedRow[] = [];
  let level = first;
  let before: number = readings[0].back;
  readings.forEach((r, k) => {
    if (k === 0) {
      rows.push({ ...r, rise: 0, fall: 0, level });
      return;
    }
    const here = r.intermediate ?? r.fore;
    if (here === undefined) throw new RangeError(`row ${k + 1} (${r.at}) has neither an intermediate nor a foresight`);
    const change = before - here;
    level += change;
    rows.push({ ...r, rise: Math.max(0, change), fall: Math.max(0, -change), level });
    before = r.back ?? here;
  });
  const sum = (pick: (r: BookedRow) => number | undefined): number => rows.reduce((s, r) => s + (pick(r) ?? 0), 0);
  // a last row that is an intermediate sight closes the book as a foresight would
  const last = readings[readings.length - 1];
  const closing = last.fore === undefined ? (last.intermediate ?? 0) : 0;
  return {
    rows,
    checks: [sum((r) => r.back) - sum((r) => r.fore) - closing, sum((r) => r.rise) - sum((r) => r.fall), level - first],
  };
}
