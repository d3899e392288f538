// Makes the demo's invented valley, the same on every run:
//   node demo/valley.mjs   writes demo/valley/ousel-bank.asc (an elevation grid) and .gpx (a track over it).
import { mkdirSync, writeFileSync } from 'node:fs';

const [COLUMNS, ROWS, CELL] = [90, 70, 5];
const LATITUDE = 44.1;
const LONGITUDE = 6.4;
const [X0, Y0] = [-40, -150];

/** Height of the made-up ground, m, at metres east and north of the hill tank. */
function ground(x, y) {
  const bench = 742.1 - 0.019 * x;
  const hollow = -3.4 * Math.exp(-(((x - 96) / 34) ** 2));
  const knoll = 1.3 * Math.exp(-(((x - 140) / 16) ** 2));
  const meadow = -4.2 / (1 + Math.exp(-(x - 205) / 22));
  const bakehouse = -3.2 * Math.exp(-(((x - 58) / 15) ** 2) - ((y + 26) / 15) ** 2);
  const side = 0.00055 * (y - 12) ** 2 + 0.35 * Math.sin(x / 41) * Math.cos(y / 37);
  return bench + hollow + knoll + meadow + bakehouse + side;
}
const rows = [];
for (let r = ROWS - 1; r >= 0; r--)
  rows.push(Array.from({ length: COLUMNS }, (_, c) => ground(X0 + CELL * c, Y0 + CELL * r).toFixed(2)).join(' '));
mkdirSync(new URL('valley/', import.meta.url), { recursive: true });
writeFileSync(
  new URL('valley/ousel-bank.asc', import.meta.url),
  `ncols ${COLUMNS}\nnrows ${ROWS}\nxllcenter ${X0}\nyllcenter ${Y0}\ncellsize ${CELL}\nNODATA_value -9999\n${rows.join('\n')}\n`,
);
const metre = 180 / (Math.PI * 6371008.8);
const points = Array.from({ length: 96 }, (_, k) => {
  const x = 4 * k;
  const y = 14 * Math.sin(k / 17);
  const lat = LATITUDE + y * metre;
  const lon = LONGITUDE + (x * metre) / Math.cos((LATITUDE * Math.PI) / 180);
  // a receiver's height wanders by metres
  const ele = ground(x, y) + 2.2 * Math.sin(k / 5) + 1.1 * Math.cos(k / 2.3);
  return `    <trkpt lat="${lat.toFixed(7)}" lon="${lon.toFixed(7)}"><ele>${ele.toFixed(1)}</ele></trkpt>`;
});
writeFileSync(
  new URL('valley/ousel-bank.gpx', import.meta.url),
  `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="demo/valley.mjs" xmlns="http://www.topografix.com/GPX/1/1">\n  <trk><name>Hill tank to Low Meadow</name><trkseg>\n${points.join('\n')}\n  </trkseg></trk>\n</gpx>\n`,
);
