// Months and dates as people write them.
export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** A day of this place's own calendar as a date such as 2026-09-05. */
export const todayText = (now = new Date()): string => {
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};

/** Its day and month in the least room: 5 Sep. */
export function shortDate(iso: string): string {
  const [, m, d] = iso.split('-').map(Number);
  return `${d} ${MONTHS[m - 1].slice(0, 3)}`;
}

/** A moment like 2026-09-05T07:40 as people write it. */
export const momentText = (at: string): string => `${dateText(at.slice(0, 10))}, ${at.slice(11)}`;

/** A date like 2026-09-05 as people write it. */
export function dateText(iso: string): string {
  const [y, m, d] = iso.split('-').map(Number);
  return `${d} ${MONTHS[m - 1]} ${y}`;
}
