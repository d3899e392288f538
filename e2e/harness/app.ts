// The app as a person starts it, with a database and a port of its own.
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));

export class RunningApp {
  readonly data: string;
  port = 0;
  #process: ChildProcess | undefined;

  constructor(data = mkdtempSync(join(tmpdir(), 'vernal-e2e-'))) {
    this.data = data;
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Starts (again, on the same port and data) and waits for the address. */
  async start(): Promise<void> {
    const child = spawn(process.execPath, ['scripts/demo.mjs', '--port', String(this.port), '--data', this.data], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.#process = child;
    await new Promise<void>((resolve, reject) => {
      let text = '';
      child.stdout.on('data', (chunk: Buffer) => {
        text += chunk.toString();
        const found = /is at http:\/\/[^:]+:(\d+)\//.exec(text);
        if (!found) return;
        this.port = Number(found[1]);
        resolve();
      });
      child.once('exit', (code) => reject(new Error(`the app ended with ${code} before it was up: ${text}`)));
    });
  }

  /** Puts a plan into the app. @returns its id */
  async create(document: object): Promise<string> {
    const answer = await fetch(`${this.address}/api/plans`, {
      method: 'POST',
      headers: { 'Vernal-Write': '1', 'Content-Type': 'application/json' },
      body: JSON.stringify({ document }),
    });
    if (!answer.ok) throw new Error(`the plan was refused: ${await answer.text()}`);
    return ((await answer.json()) as { id: string }).id;
  }

  /** Stops as Ctrl-C does. @returns the exit code */
  async stop(): Promise<number | null> {
    const child = this.#process;
    this.#process = undefined;
    if (!child || child.exitCode !== null) return child?.exitCode ?? null;
    return new Promise((resolve) => {
      child.once('exit', (code) => resolve(code));
      child.kill('SIGINT');
    });
  }
}
