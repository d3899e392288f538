// The server under load: how long it keeps a short question waiting while a large plan is saved. What kills and many
// clients do to it is tried by `npm run crash` and `npm run load`.
import { setTimeout as sleep } from 'node:timers/promises';
import { RunningApp } from '../e2e/harness/app.ts';
import { line, quantile } from './report.ts';

const LINES = 660;
const LEGS = 170;
const SAVES = 4;

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
        headers: { 'Vernal-Write': '1', 'Content-Type': 'application/json' },
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

export async function serverBench(): Promise<void> {
  await healthWhileSaving();
}
