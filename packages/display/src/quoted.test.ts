// Amounts within sentences of tables and guides, turned to the person's units; by hand from exact definitions.
import { afterEach, describe, expect, it } from 'vitest';
import { ANIMAL_ROWS, FITTING_ROWS, SERVICE_ROWS, USE_ROWS } from '@vernal-slope/plan/catalogue';
import { gallons } from './quantities.ts';
import { quoted } from './quoted.ts';

afterEach(() => void (gallons.imperial = false));

describe('a quotation', () => {
  it.each([
    ['Horse, 450-500 kg', 'Horse, 992-1,100 lb'],
    ['the table says 6 to 14 L (a guide)', 'the table says 1.6 to 3.7 US gal (a guide)'],
    ['about 5 L per 100 kg at rest', 'about 0.6 US gal per 100 lb at rest'],
    ['about 1.5 L per kg of milk', 'about 0.18 US gal per lb of milk'],
    ['50-60 mL per kg per day', '0.77-0.92 fl oz per lb per day'],
    ['8 min at 8 L/min', '8 min at 2.1 US gal/min'],
    ['within 1 km or 30 min', 'within 0.62 mi or 30 min'],
    ['from −5 °C on', 'from 23 °F on'],
    ['plain concrete, 2,320 kg/m³', 'plain concrete, 145 lb/ft³'],
    ['concrete of 17.2 MPa', 'concrete of 2,490 psi'],
    ['PN of PE100 at 20 °C', 'PN of PE100 at 68 °F'],
    ['at least 15 L per person per day', 'at least 4 US gal per person per day'],
    // what is no amount, or in other units already, stays
    ['FAO-56 eq. 56, Kc 1.05, 90 % reaches the roots', 'FAO-56 eq. 56, Kc 1.05, 90 % reaches the roots'],
    ['limit 15 psi at 20 gpm', 'limit 15 psi at 20 gpm'],
    // somebody's own words
    ['“weighed: 8 L a head”; the table says 8 L', '“weighed: 8 L a head”; the table says 2.1 US gal'],
  ])('“%s” reads in US units “%s”', (text, us) => expect(quoted(text, 'us')).toBe(us));
  it('in metric units only US amounts are turned', () => {
    expect(quoted('limit 15 psi at 20 gpm', 'metric')).toBe('limit 103 kPa at 76 L/min');
    expect(quoted('about 5 L per 100 kg', 'metric')).toBe('about 5 L per 100 kg');
  });
  it('a gallon is the one of the place', () => {
    gallons.imperial = true;
    expect(quoted('at least 15 L', 'us')).toBe('at least 3.3 imp gal');
  });
  it('no class of animal, level of service, use or fitting keeps a metric amount', () => {
    const rows: readonly { name: string; source: string; note?: string }[] = [
      ...ANIMAL_ROWS,
      ...SERVICE_ROWS,
      ...USE_ROWS,
      ...FITTING_ROWS,
    ];
    for (const r of rows)
      for (const text of [r.name, r.source])
        expect(quoted(text, 'us')).not.toMatch(/\d\s?(?:mL|L|kg|km|m|kPa|°C|L\/min)(?![\w/²³])/);
  });
});
