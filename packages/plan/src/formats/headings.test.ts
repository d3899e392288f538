// Units in headings: what is plain is read, what is not is asked for, and no sheet is read wrongly without a word.
import { describe, expect, it } from 'vitest';
import { readDailyCsv } from './dailycsv.ts';
import { textOfBytes } from './encoding.ts';
import { headingUnit, readSheet } from './headings.ts';
import { readWalkRows } from './walkrows.ts';

describe('the unit of a heading', () => {
  it.each([
    ['Length in m', 'm', 'Length'],
    ['Length_m', 'm', 'Length'],
    ['Length_ft', 'ft', 'Length'],
    ['Length (foot)', 'ft', 'Length'],
    ['Length (meters)', 'm', 'Length'],
    ['Length (km)', 'km', 'Length'],
    ['length, ft', 'ft', 'length'],
    ['Length [cm]', 'cm', 'Length'],
    ['Length in', 'in', 'Length'],
    ['Length', undefined, 'Length'],
    ['Leg length', undefined, 'Leg length'],
  ])('%s is %s', (heading, unit, name) => {
    expect(headingUnit(heading, 'length')).toEqual({ ...(unit ? { unit } : {}), name });
  });
  it.each([
    ['Rain in mm', 'mm'],
    ['Rain (in)', 'in'],
    ['rain_in', 'in'],
    ['Rain (cm)', 'cm'],
    ['Rain in inches', 'in'],
    ['Rain, tenths of mm', '0.1 mm'],
    ['PRCP (0.1 mm)', '0.1 mm'],
  ])('of rain: %s is %s', (heading, unit) => {
    expect(headingUnit(heading, 'rain').unit).toBe(unit);
  });
  it.each([
    ['Tmax_F', '°F'],
    ['Tmax degF', '°F'],
    ['Tmax (°F)', '°F'],
    ['Tmax (deg C)', '°C'],
    ['tmax celsius', '°C'],
  ])('of temperature: %s is %s', (heading, unit) => {
    expect(headingUnit(heading, 'temperature').unit).toBe(unit);
  });
  it('that is none here is told, not taken for another', () => {
    expect(headingUnit('Length (chains)', 'length').unknown).toBe('chains');
    expect(headingUnit('Slope (%)', 'length').unknown).toBe('%');
  });
});

describe('a sheet of legs', () => {
  const metres = (text: string, system: 'metric' | 'us' = 'metric'): number[] =>
    readWalkRows(text, system).rows.map((r) => r.lengthM);
  it('of every heading is as long as it is, in a plan of either system', () => {
    for (const system of ['metric', 'us'] as const) {
      expect(metres('Length in m,Rise in m\n100,1\n', system)).toEqual([100]);
      expect(metres('Length_m,Rise_m\n100,1\n', system)).toEqual([100]);
      expect(metres('Length (meters),Rise (meters)\n100,1\n', system)).toEqual([100]);
      expect(metres('Length (km),Rise (m)\n0.1,1\n', system)).toEqual([100]);
      expect(metres('Length_ft,Rise_ft\n100,1\n', system)).toEqual([30.48]);
      expect(metres('Length (foot),Rise (foot)\n100,1\n', system)).toEqual([30.48]);
    }
  });
  it('whose unit is none here is asked, with what could be written', () => {
    const read = readWalkRows('Length (chains),Rise (m)\n5,1\n', 'metric');
    expect(read.rows).toEqual([]);
    expect(read.faults).toEqual([
      { row: 1, message: '“Length (chains)”: chains is no unit here; write one of m, ft, cm, mm, km, in, yd, mi' },
    ]);
  });
  it('with a slope in per cent beside the length keeps the length', () => {
    expect(metres('Length,Slope (%),Rise\n100,5,5\n')).toEqual([100]);
    expect(metres('Slope length,Rise\n100,5\n')).toEqual([100]);
  });
  it('with a quote that does not end loses no leg without a word', () => {
    const read = readWalkRows('length,rise,remark\n10,1,by the "old\n20,2,"wall\n30,3,gate\n', 'metric');
    expect(read.faults[0].message).toContain('quote');
    expect(read.rows).toEqual([]);
  });
  it('that rises and falls at once, or says no rise, is told', () => {
    const read = readWalkRows('length,rise,fall\n10,1,1\n10,,\n10,0,2\n10,3,\n', 'metric');
    expect(read.faults).toEqual([
      { row: 2, message: 'rises and falls at once: fill in one of the two' },
      { row: 3, message: 'has no rise: write 0 where it is level' },
    ]);
    expect(read.rows.map((r) => r.riseM)).toEqual([-2, 3]);
  });
  it('counts its rows as the file has them, blank lines too', () => {
    expect(readWalkRows('length,rise\n\n\n10,x\n', 'metric').faults[0].row).toBe(4);
    expect(readSheet('a;b\n\n1;2').rows.map((r) => r.row)).toEqual([1, 3]);
  });
});

describe('a sheet of rain', () => {
  const rain = (text: string): (number | null)[] | undefined => readDailyCsv(text).series?.rainMm;
  it.each([
    ['Date,Rain in mm', '2', 2],
    ['Date,Rain (in)', '2', 50.8],
    ['Date,rain_in', '0.5', 12.7],
    ['Date,Rain (cm)', '2', 20],
    ['Date,PRCP (0.1 mm)', '25', 2.5],
    ['Date,Rain', '2', 2],
    ['Date,Rain', 'T', 0],
  ])('%s: %s are %s mm', (heading, cell, mm) => {
    expect(rain(`${heading}\n2024-06-30,${cell}\n`)).toEqual([mm]);
  });
  it('of tenths or not is asked', () => {
    const read = readDailyCsv('Date,PRCP\n2024-06-30,25\n');
    expect(read.series).toBeUndefined();
    expect(read.faults[0].message).toContain('count in tenths');
  });
  it('is not taken from how good it was', () => {
    expect(rain('Date,Rain quality,Rain\n2024-06-30,9,2\n')).toEqual([2]);
  });
  it('has its temperatures in the unit of their heading, and says which', () => {
    const read = readDailyCsv('Date,Rain,Tmax_F,Tmin degF\n2024-06-30,2,50,32\n');
    expect([read.series?.tMaxC, read.series?.tMinC, read.units]).toEqual([
      [10],
      [0],
      { rain: 'mm', tmax: '°F', tmin: '°F' },
    ]);
    expect(readDailyCsv('Date,Rain,Tmax (K)\n2024-06-30,2,283\n').faults[0].message).toContain('K is no unit here');
  });
  it('parted by semicolons with decimal commas, its unit after a comma', () => {
    expect(rain('Date;Rain, mm\n2024-06-30;2,5\n2024-07-01;0,4\n')).toEqual([2.5, 0.4]);
    expect(rain('Date\tRain\n2024-06-30\t2,5\n')).toEqual([2.5]);
  });
});

describe('dates of a sheet', () => {
  const starts = (...dates: string[]): string | undefined =>
    readDailyCsv(`Date;Rain\n${dates.map((d) => `${d};1`).join('\n')}\n`).series?.start;
  it.each([
    ['2024/6/30', '2024-06-30'],
    ['30.6.2024', '2024-06-30'],
    ['2024-06-30T00:00', '2024-06-30'],
    ['2024-06-30 06:00:00', '2024-06-30'],
  ])('%s is %s', (written, iso) => expect(starts(written)).toBe(iso));
  it('are in the order that the sheet itself tells, by a day over twelve anywhere in it', () => {
    expect(starts('03/04/2024', '13/04/2024')).toBe('2024-04-03');
    expect(starts('04/03/2024', '04/13/2024')).toBe('2024-04-03');
  });
  it('that can be read in two ways, or go both ways, are asked', () => {
    expect(readDailyCsv('Date,Rain\n03/04/2024,1\n').faults[0].message).toContain('can be read in two ways');
    expect(readDailyCsv('Date,Rain\n13/04/2024,1\n04/14/2024,1\n').faults[0].message).toContain('its day first');
  });
  it('that no calendar has are none', () => {
    expect(readDailyCsv('Date,Rain\n31.4.2024,1\n').faults[0].message).toContain('is no date');
  });
});

describe('a file of another time', () => {
  const bytes = (...codes: number[]): Uint8Array => Uint8Array.from(codes);
  const wide = (text: string, little: boolean): Uint8Array =>
    bytes(
      ...(little ? [0xff, 0xfe] : [0xfe, 0xff]),
      ...[...text].flatMap((c) => (little ? [c.charCodeAt(0), 0] : [0, c.charCodeAt(0)])),
    );
  it('is read by its mark, else as UTF-8, else as Latin-1', () => {
    const text = 'Date,Rain,Tmax (\u00B0C)\n2024-06-30,2,21\n';
    const latin = Uint8Array.from([...text].map((c) => c.charCodeAt(0)));
    for (const file of [latin, new TextEncoder().encode(text), wide(text, true), wide(text, false)])
      expect(readDailyCsv(textOfBytes(file)).series).toMatchObject({ rainMm: [2], tMaxC: [21] });
  });
});
