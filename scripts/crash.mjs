// `npm run crash [-- --rounds 1000 --stops 250 --seed 1]`: kills a server under load at any moment, starts it again on the
// same data and looks whether all that it acknowledged is there; stops others cleanly and looks whether anybody was cut off
// and whether the file of the database alone is whole. Figures in docs/reliability.md.
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { clientOf } from './lib/asking.mjs';
import { chance } from './lib/random.mjs';
import { ensureBuilt } from './ensure.mjs';
import { startServer } from './lib/server.mjs';
import { demoPlan } from './lib/plans.mjs';

ensureBuilt();
const { values } = parseArgs({
  options: {
    rounds: { type: 'string', default: '1000' },
    stops: { type: 'string' },
    seed: { type: 'string', default: '1' },
    lanes: { type: 'string', default: '2' },
  },
});
const rounds = Number(values.rounds);
const stops = Number(values.stops ?? Math.ceil(rounds / 4));
const CLIENTS = 8;
/** Rounds that one folder lives. */
const OLD = 20;
/** A start takes about this long, ms: kills fall into it too. */
const START_MS = 900;
const document = demoPlan('bakehouse-yard');
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

const told = {
  kills: 0,
  killsInStart: 0,
  stops: 0,
  acknowledged: 0,
  lost: 0,
  doubled: 0,
  readings: 0,
  readingsLost: 0,
  resent: 0,
  resentRefused: 0,
  notStarted: 0,
  cutAtStop: 0,
  unansweredAtStop: 0,
  refusedAtStop: 0,
  notWholeAfterStop: 0,
};
const wrong = [];

/** A client that saves a plan of its own, again and again, and remembers what was acknowledged. */
function saver(name) {
  const state = { id: undefined, revision: 0, titles: new Map(), pending: undefined, readings: new Set(), key: 0 };
  const bodyOf = (title) => document.replace(/"title":\s*"[^"]*"/, `"title":"${title}"`);
  async function step(client) {
    if (!state.id) {
      const made = await client.ask('POST', '/api/plans', `{"document":${bodyOf(name)}}`, {
        'Idempotency-Key': `make-${name}-0000`,
      });
      if (made.status !== 201) return made;
      const got = JSON.parse(made.text);
      [state.id, state.revision] = [got.id, got.revision];
      state.titles.set(1, name);
      told.acknowledged++;
      return made;
    }
    if (state.key % 5 === 4 && !state.pending) {
      const id = `${name}-${state.key++}`;
      const entry = { base: 0, entry: { id, at: '2026-07-01T06:00', place: 'yard', rainMm: 3 } };
      const answer = await client.ask('POST', `/api/plans/${state.id}/log`, JSON.stringify({ put: [entry], gone: [] }));
      if (answer.status === 200) {
        state.readings.add(id);
        told.readings++;
      }
      return answer;
    }
    // what was never answered is sent again as it was, as the app does
    const again = state.pending !== undefined;
    const save = state.pending ?? {
      key: `${name}-save-${state.key++}`,
      revision: state.revision,
      title: `${name} ${state.key}`,
    };
    state.pending = save;
    const body = `{"revision":${save.revision},"document":${bodyOf(save.title)}}`;
    const answer = await client.ask('PUT', `/api/plans/${state.id}`, body, { 'Idempotency-Key': save.key });
    if (answer.status === 200) {
      const { revision } = JSON.parse(answer.text);
      state.pending = undefined;
      state.titles.set(revision, save.title);
      state.revision = revision;
      told.acknowledged++;
      if (again) told.resent++;
    } else if (again && answer.status === 409) {
      told.resentRefused++;
      wrong.push(`a save sent again became a conflict: ${name} ${save.key}`);
      state.pending = undefined;
    }
    return answer;
  }
  /** Looks whether all that was acknowledged is there, once. */
  async function check(client) {
    if (!state.id) return;
    const got = await client.ask('GET', `/api/plans/${state.id}`);
    const list = await client.ask('GET', `/api/plans/${state.id}/versions`);
    if (got.status !== 200 || list.status !== 200) {
      told.lost += state.titles.size;
      wrong.push(`${name}: the plan is gone (${got.status ?? got.cut})`);
      return;
    }
    const plan = JSON.parse(got.text);
    const versions = JSON.parse(list.text).versions;
    for (const [revision, title] of state.titles)
      if (versions.find((v) => v.revision === revision)?.title !== title) {
        told.lost++;
        wrong.push(`${name}: revision ${revision} is not "${title}"`);
      }
    const unknown = versions.filter((v) => !state.titles.has(v.revision));
    // one more than was acknowledged is the save whose answer was lost
    if (unknown.length > (state.pending ? 1 : 0)) {
      told.doubled += unknown.length;
      wrong.push(`${name}: ${unknown.length} saves that nobody heard of`);
    }
    if (plan.revision < state.revision) wrong.push(`${name}: went back to revision ${plan.revision}`);
    for (const id of state.readings)
      if (plan.readings[id] === undefined) {
        told.readingsLost++;
        wrong.push(`${name}: reading ${id} is gone`);
      }
  }
  return { step, check, state };
}

async function lane(nth, kills, ends) {
  const dice = chance(Number(values.seed) * 1000 + nth);
  let folder;
  let savers = [];
  let age = OLD;
  let [killed, ended] = [0, 0];
  while (killed < kills || ended < ends) {
    if (age >= OLD) {
      if (folder) rmSync(folder, { recursive: true, force: true });
      folder = mkdtempSync(join(tmpdir(), 'vernal-crash-'));
      savers = Array.from({ length: CLIENTS }, (_, k) => saver(`lane${nth}-${killed + ended}-${k}`));
      age = 0;
    }
    age++;
    const clean = killed >= kills || (ended < ends && dice.often(ends / (kills + ends)));
    if (!clean && dice.often(0.25)) {
      // in the middle of a start
      const starting = startServer(folder);
      await wait(dice.next() * START_MS);
      (await starting.early).kill('SIGKILL');
      await starting;
      told.kills++;
      told.killsInStart++;
      killed++;
      continue;
    }
    const server = await startServer(folder);
    if (!server.address) {
      told.notStarted++;
      wrong.push(`did not start: ${server.said().trim()}`);
      age = OLD;
      killed++;
      continue;
    }
    const clients = savers.map((_, k) => clientOf(server.address, nth * 100 + k));
    await Promise.all(savers.map((s, k) => s.check(clients[k])));
    let over = false;
    let told503 = 0;
    const cuts = [];
    let first = () => undefined;
    const heard = new Promise((resolve) => (first = resolve));
    const working = savers.map(async (s, k) => {
      while (!over) {
        const pendingBefore = s.state.pending;
        const answer = await s.step(clients[k]);
        if (answer.status === 200) first();
        if (answer.status === 503) {
          told503++;
          return;
        }
        if (answer.cut) {
          cuts.push({ cut: answer.cut, saving: s.state.pending !== undefined || pendingBefore !== undefined });
          return;
        }
      }
    });
    // mostly once the first saves are through, sometimes before: the first ones wait for threads that come up
    if (dice.often(0.8)) await Promise.race([heard, wait(5000)]);
    await wait(dice.next() * 400);
    if (clean) {
      const stopping = server.stop('SIGTERM');
      await Promise.all(working);
      over = true;
      const { code } = await stopping;
      if (code !== 0) wrong.push(`a clean stop ended with ${code}`);
      // a connection that is refused was never open: that is how a stopped server answers
      const real = cuts.filter((c) => c.cut !== 'ECONNREFUSED');
      told.cutAtStop += real.length;
      told.unansweredAtStop += real.filter((c) => c.saving).length;
      told.refusedAtStop += told503 + cuts.length - real.length;
      if (real.length > 0) wrong.push(`${real.length} connections cut at a clean stop (${real[0].cut})`);
      // the file alone
      const alone = mkdtempSync(join(tmpdir(), 'vernal-alone-'));
      copyFileSync(join(folder, 'vernal.db'), join(alone, 'vernal.db'));
      const other = await startServer(alone);
      const before = wrong.length;
      if (other.address) {
        const looking = savers.map((_, k) => clientOf(other.address, nth * 100 + k));
        await Promise.all(savers.map((s, k) => s.check(looking[k])));
        looking.forEach((c) => c.close());
      } else wrong.push(`the file alone does not start: ${other.said().trim()}`);
      if (wrong.length > before) told.notWholeAfterStop++;
      await other.stop('SIGKILL');
      rmSync(alone, { recursive: true, force: true });
      told.stops++;
      ended++;
    } else {
      await server.stop('SIGKILL');
      over = true;
      await Promise.all(working);
      told.kills++;
      killed++;
    }
    clients.forEach((c) => c.close());
    if ((killed + ended) % 50 === 0) process.stderr.write(`lane ${nth}: ${killed} kills, ${ended} stops\n`);
  }
  if (folder) {
    const server = await startServer(folder);
    if (!server.address) wrong.push(`did not start at the end: ${server.said().trim()}`);
    else {
      const looking = savers.map((_, k) => clientOf(server.address, nth * 100 + k));
      await Promise.all(savers.map((s, k) => s.check(looking[k])));
      looking.forEach((c) => c.close());
    }
    await server.stop('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}

const lanes = Math.max(1, Number(values.lanes));
const share = (n, k) => Math.floor(n / lanes) + (k < n % lanes ? 1 : 0);
await Promise.all(Array.from({ length: lanes }, (_, k) => lane(k, share(rounds, k), share(stops, k))));
process.stdout.write(`${JSON.stringify({ ...told, wrong: wrong.length }, null, 1)}\n`);
for (const line of wrong.slice(0, 20)) process.stdout.write(`${line}\n`);
process.exit(wrong.length === 0 ? 0 : 1);
