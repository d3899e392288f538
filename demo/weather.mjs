// Makes invented years of rain and temperature for the demo plans, the same on every run:
//   node demo/weather.mjs   writes demo/weather/kestrel-croft.csv and puts the series into Kestrel Croft.
// Wet spells come and go by a two-state chain, rain on a wet day is exponential, both by season; nothing is measured.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const YEARS = 12;
const START = Date.UTC(2012, 0, 1);
const DAY = 86_400_000;
const WET_AFTER_WET = [0.62, 0.6, 0.58, 0.55, 0.52, 0.45, 0.38, 0.4, 0.48, 0.58, 0.63, 0.64];
const WET_AFTER_DRY = [0.3, 0.28, 0.27, 0.24, 0.21, 0.14, 0.09, 0.1, 0.16, 0.25, 0.31, 0.32];
const MEAN_RAIN = [6.2, 5.8, 5.4, 5.2, 5.6, 6.4, 7.2, 7.6, 7.0, 6.8, 6.9, 6.5];
const HIGH = [6, 8, 11, 14, 18, 22, 25, 25, 21, 15, 10, 7];
const RANGE = [7, 8, 9, 10, 11, 12, 13, 12, 11, 9, 7, 6];

let seed = 20241;
const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647;
const normal = () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
const between = (list, month, day, days) => {
  const t = (day - 1) / days - 0.5;
  const other = list[(month + (t < 0 ? 11 : 1)) % 12];
  return list[month] + Math.abs(t) * (other - list[month]);
};

const rows = [];
let wet = true;
let warm = 0;
for (let t = START; ; t += DAY) {
  const date = new Date(t);
  if (date.getUTCFullYear() >= 2012 + YEARS) break;
  const month = date.getUTCMonth();
  const days = new Date(Date.UTC(date.getUTCFullYear(), month + 1, 0)).getUTCDate();
  const place = (list) => between(list, month, date.getUTCDate(), days);
  wet = random() < place(wet ? WET_AFTER_WET : WET_AFTER_DRY);
  const rain = wet ? Math.max(0.2, -Math.log(1 - random()) * place(MEAN_RAIN)) : 0;
  warm = 0.7 * warm + 1.8 * normal();
  const high = place(HIGH) + warm - (wet ? 2 : 0);
  const low = high - place(RANGE) * (wet ? 0.7 : 1);
  rows.push({ date: date.toISOString().slice(0, 10), rain, high, low });
}
const one = (v) => Number(v.toFixed(1));
mkdirSync(new URL('weather/', import.meta.url), { recursive: true });
writeFileSync(
  new URL('weather/kestrel-croft.csv', import.meta.url),
  `date,rain mm,tmax C,tmin C\n${rows.map((r) => `${r.date},${one(r.rain)},${one(r.high)},${one(r.low)}`).join('\n')}\n`,
);
const file = new URL('plans/kestrel-croft.vernal.json', import.meta.url);
const plan = JSON.parse(readFileSync(file, 'utf8'));
plan.climate = {
  daily: {
    name: 'twelve invented years',
    start: rows[0].date,
    rainMm: rows.map((r) => one(r.rain)),
    tMaxC: rows.map((r) => one(r.high)),
    tMinC: rows.map((r) => one(r.low)),
  },
};
writeFileSync(file, `${JSON.stringify(plan, null, 1)}\n`);
const sum = rows.reduce((a, r) => a + r.rain, 0);
process.stdout.write(`${rows.length} days, ${(sum / YEARS).toFixed(0)} mm a year\n`);
