// The server under load and under kills: how long it keeps a short question waiting while a large plan is saved, and
// whether a folder whose first start was broken off starts again.
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setTimeout as sleep } from 'node:timers/promises';
import { RunningApp } from '../e2e/harness/app.ts';
import { line, quantile } from './report.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
const LINES = 660;
const LEGS = 170;
const SAVES = 4;
const KILLS = 12;

/** A plan of some 10 MB that is in order. */
function largePlan(): string {
  const legs = (): object[] =>
    Array.from({ length: LEGS }, (_, k) => ({
      lengthM: 50,
      endGroundM: k === LEGS - 1 ? 0 : 90 - k / 2,
      pipe: 'astm-d2239-sidr15/3/4',
      depthM: 0.3,
      remark: 'r',
    }));
  const ends = Array.from({ length: LINES }, (_, k) => k);
  const tank = {
    id: 'tank',
    kind: 'tank',
    groundM: 100,
    shape: { type: 'box', lengthM: 1, widthM: 1, heightM: 1 },
    outletM: 0.05,
    overflowM: 0.95,
  };
  return JSON.stringify({
    document: {
      format: 'vernal-slope/plan',
      version: 1,
      title: 'Large',
      nodes: [
        tank,
        ...ends.map((k) => ({ id: `t${k}`, kind: 'outlet', groundM: 0, ratedFlowLpm: 8, ratedPressureKPa: 50 })),
      ],
      lines: ends.map((k) => ({ id: `l${k}`, from: 'tank', to: `t${k}`, legs: legs() })),
    },
  });
}

async function healthWhileSaving(): Promise<void> {
  const app = new RunningApp();
  await app.start();
  try {
    const body = largePlan();
    let saving = true;
    const waits: number[] = [];
    const asking = (async () => {
      while (saving) {
        const begun = performance.now();
        await (await fetch(`${app.address}/api/health`)).text();
        waits.push(performance.now() - begun);
        await sleep(5);
      }
    })();
    const times: number[] = [];
    for (let k = 0; k < SAVES; k++) {
      const begun = performance.now();
      const answer = await fetch(`${app.address}/api/plans`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body,
      });
      if (!answer.ok) throw new Error(`the large plan was refused: ${await answer.text()}`);
      await answer.text();
      times.push(performance.now() - begun);
    }
    saving = false;
    await asking;
    line(`a plan of ${(body.length / 1e6).toFixed(1)} MB, saved`, `${quantile(times, 0.5).toFixed(0)} ms`);
    line(`health meanwhile, worst of ${waits.length}`, `${Math.max(...waits).toFixed(0)} ms`, 'under 200 ms');
    line('   median', `${quantile(waits, 0.5).toFixed(1)} ms`);
  } finally {
    await app.stop();
  }
}

/** The app on a folder, without waiting for it. */
const begin = (folder: string): ChildProcess =>
  spawn(process.execPath, ['scripts/demo.mjs', '--port', '0', '--data', folder], { cwd: root, stdio: 'ignore' });

async function killsInFirstStart(): Promise<void> {
  let good = 0;
  for (let k = 0; k < KILLS; k++) {
    const folder = mkdtempSync(join(tmpdir(), 'vernal-kill-'));
    const child = begin(folder);
    const ended = new Promise((resolve) => child.once('exit', resolve));
    await sleep(300 + (1200 * k) / KILLS);
    child.kill('SIGKILL');
    await ended;
    const app = new RunningApp(folder);
    try {
      await app.start();
      const { plans } = (await (await fetch(`${app.address}/api/plans`)).json()) as { plans: unknown[] };
      if (plans.length === 4) good++;
    } finally {
      await app.stop();
      rmSync(folder, { recursive: true, force: true });
    }
  }
  line('first starts broken off, that start again whole', `${good} of ${KILLS}`, `${KILLS} of ${KILLS}`);
}

export async function serverBench(): Promise<void> {
  await healthWhileSaving();
  await killsInFirstStart();
}
