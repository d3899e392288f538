// `npm run load [-- --clients 64 --seconds 20 --rate 0 --plan ousel-bank]`: many clients saving at once, each over a
// connection and from an address of its own, and how long each waits for its answer. With a rate, saves a second are asked
// for at that pace, and a wait counts from when it was due. Figures in docs/reliability.md.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { clientOf } from './lib/asking.mjs';
import { demoPlan } from './lib/plans.mjs';
import { ensureBuilt } from './ensure.mjs';
import { startServer } from './lib/server.mjs';

ensureBuilt();
const { values } = parseArgs({
  options: {
    clients: { type: 'string', default: '64' },
    seconds: { type: 'string', default: '20' },
    /** Seconds before it counts: a program that has just started is slow. */
    warm: { type: 'string', default: '5' },
    rate: { type: 'string', default: '0' },
    plan: { type: 'string', default: 'ousel-bank' },
  },
});
const [clients, seconds, warm, rate] = ['clients', 'seconds', 'warm', 'rate'].map((name) => Number(values[name]));
const document = demoPlan(values.plan);
const folder = mkdtempSync(join(tmpdir(), 'vernal-load-'));
const server = await startServer(folder);
if (!server.address) {
  process.stderr.write(server.said());
  process.exit(1);
}

const waits = [];
const statuses = {};
let cuts = 0;
let lost = 0;
const begun = performance.now();
const from = begun + warm * 1000;
const until = from + seconds * 1000;

async function save(k) {
  const client = clientOf(server.address, k);
  const made = JSON.parse((await client.ask('POST', '/api/plans', `{"document":${document}}`)).text);
  let revision = 1;
  const gap = rate > 0 ? (1000 * clients) / rate : 0;
  let due = performance.now() + (gap * k) / clients;
  while (performance.now() < until) {
    if (gap > 0 && due > performance.now())
      await new Promise((resolve) => setTimeout(resolve, due - performance.now()));
    const asked = gap > 0 ? due : performance.now();
    due += gap;
    const body = `{"revision":${revision},"document":${document},"summary":"load"}`;
    const answer = await client.ask('PUT', `/api/plans/${made.id}`, body);
    if (answer.status === 200) revision++;
    if (asked < from) continue;
    if (answer.cut) cuts++;
    else {
      statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
      waits.push(performance.now() - asked);
    }
  }
  // every save that was acknowledged is there
  const kept = JSON.parse((await client.ask('GET', `/api/plans/${made.id}`)).text);
  if (kept.revision !== revision) lost++;
  client.close();
}
await Promise.all(Array.from({ length: clients }, (_, k) => save(k)));
await server.stop();
rmSync(folder, { recursive: true, force: true });

waits.sort((a, b) => a - b);
const share = (p) => Math.round(waits[Math.min(waits.length - 1, Math.floor(p * waits.length))]);
const result = {
  clients,
  savesPerSecond: Math.round((statuses[200] ?? 0) / seconds),
  waitMs: { p50: share(0.5), p95: share(0.95), p99: share(0.99), most: share(1) },
  statuses,
  cuts,
  lost,
};
process.stdout.write(`${JSON.stringify(result)}\n`);
process.exit(cuts + lost + Object.keys(statuses).filter((s) => s !== '200').length === 0 ? 0 : 1);
