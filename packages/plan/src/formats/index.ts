// Open formats in and out: the face of the subject.
export {
  dateOf,
  dayNumber,
  MAX_DAYS,
  readDailyCsv,
  type DailyCsv,
  type DailySeries,
  type Gap,
  type RowFault,
} from './dailycsv.ts';
export { readWalkRows, type WalkRow, type WalkRows } from './walkrows.ts';
