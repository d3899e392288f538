import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { dateOf, dayNumber, readDailyCsv, type DailyCsv } from './index.ts';

describe('dates', () => {
  it('turn into days and back, over leap years', () => {
    expect(dayNumber('1970-01-02')).toBe(1);
    expect(dateOf(dayNumber('2024-02-29'))).toBe('2024-02-29');
    expect(dayNumber('2024-03-01') - dayNumber('2024-02-28')).toBe(2);
  });
  it.each(['2023-02-29', '2024-13-01', '1.2.2024', 'today', ''])('%s is no date', (text) => {
    expect(dayNumber(text)).toBeNaN();
  });
});

describe('a daily file', () => {
  it('is read with its columns in any order, comma decimals and US units by the heading', () => {
    const csv = readDailyCsv('Tmax °F;Date;Rain (in)\n50;2024-01-02;0,5\n68;2024-01-01;0\n');
    expect(csv.series).toEqual({ start: '2024-01-01', rainMm: [0, 12.7], tMaxC: [20, 10] });
    expect(csv.faults).toEqual([]);
    expect(csv.columns).toEqual({ tmax: 'Tmax °F', date: 'Date', rain: 'Rain (in)' });
  });
  it('names text in a number by its row, and keeps the rest', () => {
    const csv = readDailyCsv('date,rain\n2024-01-01,1\n2024-01-02,wet\n2024-01-03,-4\n2024-01-04,2\n');
    expect(csv.faults).toEqual([
      { row: 3, message: '“wet” under “rain” is not a number' },
      { row: 4, message: '-4 under “rain” cannot be; it must lie between 0 and 2000' },
    ]);
    expect(csv.series?.rainMm).toEqual([1, null, null, 2]);
  });
  it('names gaps, a whole missing month among them', () => {
    const csv = readDailyCsv('date,rain\n2024-01-31,1\n2024-03-01,2\n2024-03-02,\n2024-03-03,0\n');
    expect(csv.gaps).toEqual([
      { from: '2024-02-01', to: '2024-02-29', days: 29 },
      { from: '2024-03-02', to: '2024-03-02', days: 1 },
    ]);
    expect(csv.series?.rainMm).toHaveLength(33);
  });
  it('names bad dates and dates that come twice', () => {
    const csv = readDailyCsv('date,rain\n2024-01-01,1\nNew Year,2\n2024-01-01,9\n');
    expect(csv.faults.map((f) => f.row)).toEqual([3, 4]);
    expect(csv.series?.rainMm).toEqual([1]);
  });
  it('without the columns it needs says which is missing', () => {
    expect(readDailyCsv('when,rain\n2024-01-01,1\n').faults[0].message).toContain('headed “date”');
    expect(readDailyCsv('date,snow\n2024-01-01,1\n').faults[0].message).toContain('headed “rain”');
    expect(readDailyCsv('').faults).toHaveLength(1);
    expect(readDailyCsv('date,rain\n').faults[0].message).toContain('no days');
  });
  it('with dates a thousand years apart is refused, not filled', () => {
    const csv = readDailyCsv('date,rain\n1024-01-01,1\n2024-01-01,1\n');
    expect(csv.series).toBeUndefined();
    expect(csv.faults[0].message).toContain('more than 60000 days');
  });
  it('the demo’s own years read without a fault', () => {
    const csv = readDailyCsv(
      readFileSync(new URL('../../../../demo/weather/kestrel-croft.csv', import.meta.url), 'utf8'),
    );
    expect(csv.faults).toEqual([]);
    expect(csv.gaps).toEqual([]);
    expect(csv.series?.rainMm).toHaveLength(4383);
  });
  it('“1,250” is asked about where nothing else tells what its comma is', () => {
    const sheet = (...cells: string[]): DailyCsv =>
      readDailyCsv(`date;rain mm\n${cells.map((c, k) => `2024-06-0${k + 1};${c}`).join('\n')}`);
    expect(sheet('0', '1,250').faults[0].message).toContain('can be read in two ways');
    expect(sheet('0,5', '1,250').series?.rainMm).toEqual([0.5, 1.25]);
    expect(sheet('0.5', '1,250').series?.rainMm).toEqual([0.5, 1250]);
    expect(sheet('0', '0,250').series?.rainMm).toEqual([0, 0.25]);
  });
});
