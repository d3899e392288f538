// Days of work as a calendar (RFC 5545).
import { createEvents, type DateArray, type EventAttributes } from 'ics';
import { dateOf, dayNumber } from '../formats/index.ts';

/** One entry: whole days of the place's own calendar, so that no change of clocks moves it. */
export interface CalendarEntry {
  /** The same work has the same name each time: a calendar that is brought in again moves it. */
  readonly id: string;
  readonly title: string;
  readonly words: readonly string[];
  readonly first: string;
  readonly last: string;
  readonly done: boolean;
}

const dateArray = (day: number): DateArray => {
  const [y, m, d] = dateOf(day).split('-').map(Number);
  return [y, m, d];
};
const slug = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, '-');

/** @param stamp when the file is made, ms since 1970 */
export function calendarOf(title: string, entries: readonly CalendarEntry[], stamp: number): string {
  const made = new Date(stamp);
  const at: DateArray = [
    made.getUTCFullYear(),
    made.getUTCMonth() + 1,
    made.getUTCDate(),
    made.getUTCHours(),
    made.getUTCMinutes(),
  ];
  const place = slug(title);
  const { error, value } = createEvents(
    entries.map((e): EventAttributes => ({
      uid: `${slug(e.id)}@${place}.vernal-slope`,
      productId: 'vernal-slope/build',
      title: e.title,
      description: e.words.join('\n'),
      start: dateArray(dayNumber(e.first)),
      // the day after the last: an end is not of the entry
      end: dateArray(dayNumber(e.last) + 1),
      created: at,
      lastModified: at,
      calName: title,
      status: e.done ? 'CONFIRMED' : 'TENTATIVE',
    })),
  );
  if (error) throw error;
  return value ?? '';
}
