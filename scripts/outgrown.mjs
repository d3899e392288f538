// `npm run outgrown [-- --seconds 5]`: two app servers on one libSQL server. What is saved by one is there in the other, of
// two saves on one revision one wins, a server that is killed takes nothing with it. Figures in docs/reliability.md.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt } from './ensure.mjs';
import { clientOf } from './lib/asking.mjs';
import { demoPlan } from './lib/plans.mjs';
import { startServer } from './lib/server.mjs';
import { sqldProgram, startSqld } from './lib/sqld.mjs';

const { values } = parseArgs({ options: { seconds: { type: 'string', default: '5' } } });
ensureBuilt();
const program = sqldProgram();
if (!program) {
  process.stdout.write('{"skipped":"no libSQL server for this machine can be had from the registry"}\n');
  process.exit(0);
}
const folder = mkdtempSync(join(tmpdir(), 'vernal-outgrown-'));
const sqld = await startSqld(program, folder);
const env = { DATABASE_URL: sqld.address };
// both at once on one new database
const servers = await Promise.all(['a', 'b'].map((name) => startServer(join(folder, name), { env })));
const wrong = [];
for (const server of servers) if (!server.address) wrong.push(`did not start: ${server.said()}`);
const told = { saves: 0, conflicts: 0, resent: 0, sharedLists: 0 };

if (wrong.length === 0) {
  const [a, b] = servers.map((server, k) => clientOf(server.address, k));
  const document = demoPlan('bakehouse-yard');
  const titled = (title) => document.replace(/"title":"[^"]*"/, `"title":"${title}"`);
  const list = async (client) =>
    JSON.parse((await client.ask('GET', '/api/plans')).text)
      .plans.map((p) => p.id)
      .sort();
  const [one, two] = [await list(a), await list(b)];
  if (one.join() !== two.join() || one.length !== 6) wrong.push(`demo plans: ${one.length} and ${two.length}`);
  told.sharedLists = one.length;

  const made = JSON.parse((await a.ask('POST', '/api/plans', `{"document":${titled('Shared')}}`)).text);
  let revision = 1;
  const until = performance.now() + Number(values.seconds) * 1000;
  const acknowledged = new Map([[1, 'Shared']]);
  for (let k = 0; performance.now() < until; k++) {
    const saves = await Promise.all(
      [a, b].map((client, n) =>
        client.ask('PUT', `/api/plans/${made.id}`, `{"revision":${revision},"document":${titled(`${k} by ${n}`)}}`, {
          'Idempotency-Key': `outgrown-${k}-${n}`,
        }),
      ),
    );
    const won = saves.flatMap((answer, n) => (answer.status === 200 ? [n] : []));
    told.saves += won.length;
    told.conflicts += saves.filter((answer) => answer.status === 409).length;
    if (won.length !== 1)
      wrong.push(`round ${k}: ${won.length} winners (${saves.map((s) => s.status ?? s.cut).join()})`);
    revision = JSON.parse((await b.ask('GET', `/api/plans/${made.id}`)).text).revision;
    if (won.length === 1) acknowledged.set(revision, `${k} by ${won[0]}`);
  }
  // the answer of one is lost: the other is asked the same again
  const body = `{"revision":${revision},"document":${titled('Sent twice')}}`;
  const twice = [];
  for (const client of [a, b])
    twice.push(await client.ask('PUT', `/api/plans/${made.id}`, body, { 'Idempotency-Key': 'outgrown-twice' }));
  if (twice.some((answer) => answer.status !== 200)) wrong.push(`sent twice: ${twice.map((t) => t.status).join()}`);
  told.resent = twice.length;
  acknowledged.set(revision + 1, 'Sent twice');
  // one is killed: nothing of what it said is gone
  await servers[0].stop('SIGKILL');
  const kept = JSON.parse((await b.ask('GET', `/api/plans/${made.id}/versions`)).text).versions;
  for (const [n, title] of acknowledged)
    if (kept.find((v) => v.revision === n)?.title !== title) wrong.push(`revision ${n} is not "${title}"`);
  // the database goes away: it is said, and the server lives on
  await sqld.stop();
  const away = await b.ask('PUT', `/api/plans/${made.id}`, body, { 'Idempotency-Key': 'outgrown-away' });
  if (away.status !== 503) wrong.push(`without a database: ${away.status ?? away.cut} ${away.text ?? ''}`);
  const health = await b.ask('GET', '/api/health');
  if (health.status !== 200) wrong.push('the server did not outlive its database');
  [a, b].forEach((client) => client.close());
} else await sqld.stop();
await Promise.all(servers.map((server) => server.stop()));
rmSync(folder, { recursive: true, force: true });
process.stdout.write(`${JSON.stringify({ ...told, wrong: wrong.length })}\n`);
for (const line of wrong.slice(0, 20)) process.stdout.write(`${line}\n`);
process.exit(wrong.length === 0 ? 0 : 1);
