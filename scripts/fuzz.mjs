// `npm run fuzz [-- --requests 10000 --files 10000 --seed 1]`: requests and files that nobody would send, seeded, over every
// route and every reader of files. Whatever comes, the server answers in a sentence and lives, what was stored stays as it
// was, and no reader throws. Figures in docs/reliability.md.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, root } from './ensure.mjs';
import { clientOf } from './lib/asking.mjs';
import { demoPlan } from './lib/plans.mjs';
import { chance } from './lib/random.mjs';
import { startServer } from './lib/server.mjs';

ensureBuilt();
const { values } = parseArgs({
  options: {
    requests: { type: 'string', default: '10000' },
    files: { type: 'string', default: '10000' },
    seed: { type: 'string', default: '1' },
    lanes: { type: 'string', default: '4' },
  },
});
const count = Number(values.requests);
const lanes = Math.max(1, Math.min(Number(values.lanes), count));
/** Longest that any answer may take, ms. */
const PATIENCE_MS = 20_000;
const wrong = [];
const statuses = {};
const codes = {};

const plans = ['tarn-foot', 'bakehouse-yard', 'schoolyard-beds'].map(demoPlan);
const grid = 'ncols 2\nnrows 2\nxllcorner 0\nyllcorner 0\ncellsize 5\n1 2\n3 4\n';
const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3, 4, 5, 6, 7, 8]);
const ODD = ['', ' ', '0', '-1', '1e999', 'null', '..', '%2e%2e', '%00', '%ff', '%F0%9F%92%A7', '\u00e9', 'a'.repeat(65), 'a'.repeat(5000), "'; drop table plans; --", '__proto__', 'constructor', '<script>', '{}', '[]', '2147483648', '9'.repeat(40)]; // prettier-ignore
const ODD_VALUES = [null, true, 0, -1, 1e308, -0, '', 'x', '\u0000', '\ud800', [], {}, [[]], { __proto__: 1 }, 'a'.repeat(70_000), Array(3000).fill(0)]; // prettier-ignore

/** Changes a value somewhere inside: another, gone, twice, or deep in itself. */
function changed(value, dice) {
  if (typeof value !== 'object' || value === null || dice.often(0.08)) {
    if (dice.often(0.1)) {
      let deep = value;
      for (let k = 0; k < 10 + dice.whole(200); k++) deep = dice.often(0.5) ? [deep] : { a: deep };
      return deep;
    }
    return dice.one(ODD_VALUES);
  }
  const keys = Object.keys(value);
  if (keys.length === 0) return dice.one(ODD_VALUES);
  const key = dice.one(keys);
  if (Array.isArray(value)) {
    const list = [...value];
    const way = dice.whole(10);
    if (way === 0) list.splice(Number(key), 1);
    else if (way === 1) list.push(list[Number(key)]);
    else list[Number(key)] = changed(list[Number(key)], dice);
    return list;
  }
  const way = dice.whole(8);
  if (way === 0) return Object.fromEntries(Object.entries(value).filter(([name]) => name !== key));
  if (way === 1) return { ...value, [dice.one(ODD)]: value[key] };
  return { ...value, [key]: changed(value[key], dice) };
}
/** Flips, cuts and doubles bytes. */
function bent(bytes, dice) {
  const out = Buffer.from(bytes);
  for (let k = 0; k <= dice.whole(6); k++) if (out.length > 0) out[dice.whole(out.length)] = dice.whole(256);
  if (dice.often(0.3)) return out.subarray(0, dice.whole(out.length + 1));
  return dice.often(0.2) ? Buffer.concat([out, out.subarray(dice.whole(out.length + 1))]) : out;
}
const textOf = (value, dice) => {
  let body = value;
  const times = dice.often(0.15) ? 0 : 1 + dice.whole(3);
  for (let k = 0; k < times; k++) body = changed(body, dice);
  const text = JSON.stringify(body) ?? 'undefined';
  return dice.often(0.25) ? bent(Buffer.from(text), dice) : Buffer.from(text);
};

/** One request: where, how, with what. `ids` are plans that may be written to. */
function made(dice, ids) {
  const id = () => (dice.often(0.75) ? dice.one(ids) : encodeURI(dice.one(ODD)));
  const plan = () => JSON.parse(dice.one(plans));
  const revision = () => (dice.often(0.7) ? 1 + dice.whole(5) : dice.one(ODD_VALUES));
  const entry = () => ({ id: `reading-${dice.whole(50)}`, at: '2026-07-01T06:00', place: 'x', rainMm: 3 });
  const photo = () =>
    `/api/plans/${id()}/photos/${dice.often(0.7) ? `photo-${dice.whole(20)}` : encodeURI(dice.one(ODD))}`;
  const json = (value) => ({ body: textOf(value, dice), type: 'application/json' });
  const routes = [
    () => [
      'GET',
      dice.one([
        '/api/health',
        '/api/me',
        '/api/plans',
        '/api/copies',
        '/',
        '/plan/x/walk',
        '/limits',
        '/assets/none.js',
        '/favicon.svg',
      ]),
    ],
    () => ['GET', `/api/plans/${id()}`],
    () => ['GET', `/api/plans/${id()}/versions`],
    () => ['GET', `/api/plans/${id()}/versions/${dice.often(0.6) ? 1 + dice.whole(5) : encodeURI(dice.one(ODD))}`],
    () => ['GET', `/api/plans/${id()}/${dice.one(['log', 'grid'])}`],
    () => ['GET', photo()],
    () => [
      'GET',
      `/api/copies/${encodeURI(dice.one(['vernal-2026-05-04T10-00-00-asked.db', '..%2fvernal.db', ...ODD]))}`,
    ],
    () => [
      'GET',
      `/${dice.one(['assets', 'api', 'plan', '..', ''])}/${encodeURI(dice.one(ODD))}/${dice.one(ODD.slice(4, 10))}`,
    ],
    () => ['POST', '/api/plans', json({ document: plan() })],
    () => ['PUT', `/api/plans/${id()}`, json({ revision: revision(), document: plan(), summary: 'fuzz' })],
    () => ['PUT', `/api/plans/${id()}/versions/${1 + dice.whole(4)}`, json({ name: 'a name' })],
    () => [
      'POST',
      `/api/plans/${id()}/log`,
      json({ put: [{ base: dice.whole(3), entry: entry() }], gone: [{ base: 1, id: `reading-${dice.whole(50)}` }] }),
    ],
    () => [
      'PUT',
      `/api/plans/${id()}/grid`,
      { body: dice.often(0.3) ? Buffer.from(grid) : bent(grid, dice), type: 'text/plain' },
    ],
    () => ['DELETE', `/api/plans/${id()}/grid`],
    () => [
      'PUT',
      photo(),
      {
        body: dice.often(0.3) ? png : bent(png, dice),
        type: dice.one(['image/png', 'image/svg+xml', 'text/html', '']),
      },
    ],
    () => ['POST', `/api/plans/${id()}/restore`],
    () => ['DELETE', `/api/plans/${id()}`],
    () => ['POST', '/api/sign-in', json({ passphrase: 'guess guess guess' })],
    () => ['POST', '/api/sign-out', json({ everywhere: true })],
    () => ['POST', `/api/copies/${encodeURI(dice.one(ODD))}/restore`],
  ];
  let [method, path, more] = dice.one(routes)();
  if (dice.often(0.06)) method = dice.one(['PATCH', 'OPTIONS', 'HEAD', 'TRACE', 'PUT', 'POST', 'DELETE', 'PROPFIND']);
  if (dice.often(0.05)) path += `?${encodeURI(dice.one(ODD))}=${encodeURI(dice.one(ODD))}`;
  if (dice.often(0.03))
    more = {
      body: Buffer.alloc(200_000 + dice.whole(2_000_000), dice.whole(256)),
      type: more?.type ?? 'application/json',
    };
  const headers = {};
  if (more?.type !== undefined)
    headers['Content-Type'] = dice.often(0.08)
      ? dice.one([
          'text/plain',
          'application/x-www-form-urlencoded',
          'application/json; charset=utf-7',
          'x',
          'application/json;'.repeat(50),
        ])
      : more.type;
  const odd = dice.whole(60);
  if (odd === 0) headers['Idempotency-Key'] = dice.one(['short', 'fuzz-key-00000001', 'a b', 'x'.repeat(300)]);
  if (odd === 1)
    headers.Cookie = dice.one(['vernal-slope=x', `vernal-slope=${'A'.repeat(43)}`, '=;=;=', 'a'.repeat(6000)]);
  if (odd === 2) headers.Origin = dice.one(['null', 'http://evil.example', 'x', '']);
  if (odd === 3) headers.Host = dice.one(['evil.example', 'x:y:z', '[::', '127.0.0.1:99999']);
  if (odd === 4) headers['Content-Encoding'] = dice.one(['gzip', 'deflate', 'br', 'x']);
  if (odd === 5) headers.Range = dice.one(['bytes=0-', 'bytes=9-1', 'x']);
  if (odd === 6) headers['If-None-Match'] = dice.one(['*', 'x', '"'.repeat(500)]);
  return { method, path: path || '/', body: more?.body, headers };
}

/** Whether an answer is one: a status that is meant, and words without anything of the inside. */
function judged({ method, path, headers }, answer, ms) {
  const at = `${method} ${path.slice(0, 120)} ${JSON.stringify(headers).slice(0, 160)}`;
  if (answer.cut) return answer.cut === 'ERR_INVALID_CHAR' ? undefined : `${at}: no answer (${answer.cut})`;
  statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
  if (ms > PATIENCE_MS) return `${at}: took ${Math.round(ms)} ms`;
  if (/node_modules|SQLITE|at \w+.*\.js:\d|\/packages\/|Error:/.test(answer.status >= 400 ? answer.text : ''))
    return `${at}: tells of its inside: ${answer.text.slice(0, 200)}`;
  if (answer.status < 400) return undefined;
  if (method === 'HEAD') return answer.status >= 500 ? `${at}: ${answer.status}` : undefined;
  let code;
  try {
    const { error } = JSON.parse(answer.text);
    code = error.code;
    if (typeof code !== 'string' || typeof error.message !== 'string' || error.message.length < 5) throw new Error();
  } catch {
    // a request that is not HTTP is refused by the parser, in no words of ours
    return answer.status === 400 && answer.text === ''
      ? undefined
      : `${at}: ${answer.status} without a sentence: ${answer.text.slice(0, 120)}`;
  }
  codes[code] = (codes[code] ?? 0) + 1;
  return answer.status >= 500 && code !== 'busy' && code !== 'held' ? `${at}: ${answer.status} ${code}` : undefined;
}

/** Bytes that are no HTTP, or nearly: the connection ends, in words or not, and nothing else does. */
function garbage(address, dice) {
  const { hostname, port } = new URL(address);
  const head = 'POST /api/plans HTTP/1.1\r\nHost: localhost\r\nVernal-Write: 1\r\nContent-Type: application/json\r\n';
  const text = dice.one([
    `${head}Content-Length: 5\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\nGET /api/plans HTTP/1.1\r\n\r\n`,
    `${head}Content-Length: -1\r\n\r\n`,
    `${head}Content-Length: 99999999999\r\n\r\n{}`,
    `${head}Transfer-Encoding: chunked\r\n\r\nFFFFFFFFF\r\n{}`,
    `${head}X: ${'y'.repeat(40_000)}\r\n\r\n`,
    'GET / HTTP/9.9\r\n\r\n',
    'GET /api/plans HTTP/1.1\r\n\r\n',
    'GET http://evil.example/api/plans HTTP/1.1\r\nHost: evil.example\r\n\r\n',
    '\u0016\u0003\u0001\u0000',
  ]);
  return new Promise((resolve) => {
    const socket = connect(Number(port), hostname);
    const end = setTimeout(() => socket.destroy(), 300);
    socket
      .on('error', () => undefined)
      .on('close', () => {
        clearTimeout(end);
        resolve();
      });
    socket.resume();
    socket.write(dice.often(0.5) ? bent(Buffer.from(text), dice) : text);
  });
}

async function requests() {
  const folder = mkdtempSync(join(tmpdir(), 'vernal-fuzz-'));
  const server = await startServer(folder, { env: { LOG_LEVEL: 'error' } });
  if (!server.address) {
    wrong.push(`did not start: ${server.said()}`);
    return;
  }
  const keeper = clientOf(server.address, 0);
  const ids = [];
  for (const plan of plans)
    ids.push(JSON.parse((await keeper.ask('POST', '/api/plans', `{"document":${plan}}`)).text).id);
  const kept = (await keeper.ask('GET', '/api/plans/ousel-bank')).text;
  const look = async (when) => {
    const now = await keeper.ask('GET', '/api/plans/ousel-bank');
    if (now.text !== kept) wrong.push(`${when}: a plan that nobody wrote to is another (${now.status ?? now.cut})`);
  };
  let done = 0;
  const lane = async (nth) => {
    const dice = chance(Number(values.seed) * 7919 + nth);
    let client = clientOf(server.address, 1000 * (nth + 1));
    for (let k = 0; k * lanes + nth < count; k++) {
      // limits count by address: a new one now and then, as many people have
      if (k % 25 === 24) {
        client.close();
        client = clientOf(server.address, 1000 * (nth + 1) + k);
      }
      if (dice.often(0.03)) await garbage(server.address, dice);
      else {
        const what = made(dice, ids);
        const begun = performance.now();
        const answer = await client.ask(what.method, what.path, what.body, what.headers);
        const fault = judged(what, answer, performance.now() - begun);
        if (fault) wrong.push(`${nth}/${k} ${fault}`);
      }
      if (++done % 500 === 0) await look(`after ${done}`);
    }
    client.close();
  };
  await Promise.all(Array.from({ length: lanes }, (_, k) => lane(k)));
  await look('at the end');
  keeper.close();
  const { code } = await server.stop();
  if (code !== 0) wrong.push(`the server ended with ${code}: ${server.said().slice(-400)}`);
  // what was stored is sound: the next start looks it over
  const again = await startServer(folder);
  if (!again.address) wrong.push(`did not start again: ${again.said()}`);
  await again.stop();
  rmSync(folder, { recursive: true, force: true });
}

/** Files with bytes changed, by the test that reads them. @returns what it said at the end */
function files() {
  const { status, stdout, stderr } = spawnSync(
    'npx',
    ['--no-install', 'vitest', 'run', '--config', 'vitest.config.ts', 'mutated'],
    {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, VERNAL_MUTATIONS: String(Math.ceil(Number(values.files) / 11)), NO_COLOR: '1' },
    },
  );
  if (status !== 0) wrong.push(`a reader of files threw: ${(stdout + stderr).slice(-1500)}`);
  return /Tests\s+(.*)/.exec(stdout)?.[1];
}

if (count > 0) await requests();
const read = Number(values.files) > 0 ? files() : undefined;
process.stdout.write(
  `${JSON.stringify({ requests: count, statuses, codes, files: Number(values.files), read, wrong: wrong.length }, null, 1)}\n`,
);
for (const line of wrong.slice(0, 20)) process.stdout.write(`${line}\n`);
process.exit(wrong.length === 0 ? 0 : 1);
