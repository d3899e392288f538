// The list for the shop: as a sheet, as plain text, and prices from a sheet.
import Papa from 'papaparse';
import type { Fault } from '../document/index.ts';
import { csvOf, unguarded } from '../formats/index.ts';
import type { Bill, BillItem, Group } from './bill.ts';

/** Aisles in the order in which one walks them. */
export const GROUPS: readonly { readonly group: Group; readonly name: string }[] = [
  { group: 'pipe', name: 'Pipe' },
  { group: 'vessel', name: 'Tanks, troughs and beds' },
  { group: 'tank', name: 'Through walls' },
  { group: 'polyethylene', name: 'Fittings of polyethylene' },
  { group: 'threaded', name: 'Threaded fittings' },
  { group: 'cemented', name: 'Cemented fittings' },
  { group: 'tube', name: 'Fittings of tube' },
  { group: 'hose', name: 'Hose' },
  { group: 'drip', name: 'Drip' },
  { group: 'rubber', name: 'Rubber' },
  { group: 'valve', name: 'Valves and strainers' },
  { group: 'outlet', name: 'Floats, taps and drinkers' },
  { group: 'seal', name: 'Clamps, tape, cement' },
  { group: 'timber', name: 'The stand' },
  { group: 'spare', name: 'Spare' },
  { group: 'tool', name: 'Tools, perhaps borrowed' },
];

const tidy = (v: number): number => Number(v.toFixed(3));
/** What is still to buy of an item. */
export const toBuy = (i: BillItem): number => (i.bought ? 0 : Math.max(0, i.count - i.shed));

/** The bill as a sheet: one row an item, pipe first. */
export function billCsv(bill: Bill): string {
  const rows = [
    ...bill.pipe.map((p) => ({
      id: p.pipe,
      name: p.name,
      aisle: 'Pipe',
      count: tidy(p.stock.reduce((sum, s) => sum + s.count * s.length, 0)),
      per: 'm',
      price: p.perM ?? '',
      'in the shed': tidy(p.shed),
      bought: p.bought ? 'yes' : '',
      note: p.stock.map((s) => `${s.count} of ${tidy(s.length)} m`).join(', '),
    })),
    ...bill.items.map((i) => ({
      id: i.id,
      name: i.name,
      aisle: GROUPS.find((g) => g.group === i.group)?.name ?? i.group,
      count: tidy(i.count),
      per: i.per,
      price: i.price ?? '',
      'in the shed': tidy(i.shed),
      bought: i.bought ? 'yes' : '',
      note: i.rule ?? i.note ?? '',
    })),
  ];
  return csvOf(rows);
}

/** The list as plain text, by aisle, with what is still to buy; lengths written by `length`. */
export function billText(bill: Bill, length: (m: number) => string): string {
  const lines: string[] = [`${bill.plan.title}: to buy`];
  for (const { group, name } of GROUPS) {
    const rows =
      group === 'pipe'
        ? bill.pipe
            .filter((p) => !p.bought)
            .map((p) => `${p.stock.map((s) => `${s.count} of ${length(s.length)}`).join(', ')}  ${p.name}`)
        : bill.items
            .filter((i) => i.group === group && toBuy(i) > 0)
            .map(
              (i) =>
                `${i.per === 'm' ? length(toBuy(i)) : `${tidy(toBuy(i))}${i.per === 'm³' ? ' m³' : ''}`}  ${i.name}`,
            );
    if (rows.length > 0) lines.push('', name.toUpperCase(), ...rows.map((r) => `[ ] ${r}`));
  }
  return `${lines.join('\n')}\n`;
}

export interface PriceRow {
  readonly id: string;
  readonly price: number;
  readonly pipe: boolean;
}
export interface PricesRead {
  readonly rows: readonly PriceRow[];
  readonly faults: readonly Fault[];
}

const MOST = 1e6;
/** A number as sheets write it: with a point or a decimal comma, a sign of money before or behind it. */
function priceOf(text: string): number {
  const bare = text.replace(/[^\d.,+-]/g, '');
  if (!/^[+-]?\d[\d.,]*$/.test(bare)) return NaN;
  // the last mark stands before the cents when one or two digits follow it, else it parts thousands
  const cents = /[.,](\d{1,2})$/.exec(bare);
  const whole = (cents ? bare.slice(0, -cents[0].length) : bare).replace(/[.,]/g, '');
  return Number(cents ? `${whole}.${cents[1]}` : whole);
}

/**
 * Prices out of a sheet: columns by their headings (`id` and `price`), in any order; rows without a price are passed
 * over. Rows that cannot be taken are told with their number, and the others are taken all the same.
 */
export function readPrices(text: string, bill: Bill): PricesRead {
  const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true, delimitersToGuess: [',', ';', '\t'] });
  const [head, ...rows] = parsed.data.map((cells) => cells.map(unguarded));
  const faults: Fault[] = [];
  const at = (name: RegExp): number => (head ?? []).findIndex((h) => name.test(h.trim().replace(/^\uFEFF/, '')));
  const [id, price] = [at(/^(id|part)$/i), at(/^(price|price each|each|cost each)$/i)];
  if (!head || id < 0 || price < 0)
    return {
      rows: [],
      faults: [
        {
          path: 'row 1',
          message: `has no column "${id < 0 ? 'id' : 'price'}"`,
          advice: 'the first row names the columns: id and price; the list that goes out has both',
        },
      ],
    };
  const found: PriceRow[] = [];
  rows.forEach((row, k) => {
    const where = `row ${k + 2}`;
    const part = (row[id] ?? '').trim();
    const written = (row[price] ?? '').trim();
    if (written === '') return;
    const value = priceOf(written);
    const pipe = bill.pipe.some((p) => p.pipe === part);
    if (!pipe && !bill.items.some((i) => i.id === part))
      faults.push({
        path: where,
        message: `"${part}" is nothing of this bill`,
        advice: 'give an id as the list that goes out has it',
      });
    else if (!(value > 0 && value < MOST))
      faults.push({ path: where, message: `"${written}" is no price`, advice: 'give a number above 0' });
    else found.push({ id: part, price: value, pipe });
  });
  return { rows: found, faults };
}
