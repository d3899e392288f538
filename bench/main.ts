// What `npm run bench` prints. Times of this machine, and ratios within one run, which travel better.
import { solveBench } from './solve.ts';
import { sizeBench } from './size.ts';
import { serverBench } from './server.ts';
import { startBench } from './start.ts';
import { sizesBench } from './sizes.ts';
import { storageBench } from './storage.ts';
import { gardenBench } from './garden.ts';
import { filesBench } from './files.ts';
import { diagnosisBench } from './diagnosis.ts';
import { partsBench } from './parts.ts';
import { inTimeBench } from './intime.ts';
import { bookBench } from './book.ts';

console.log('Vernal Slope, bench\n');
await startBench();
await serverBench();
sizeBench();
solveBench();
storageBench();
gardenBench();
inTimeBench();
sizesBench();
partsBench();
filesBench();
diagnosisBench();
await bookBench();
if (!process.argv.includes('--no-browser')) {
  const { repaintBench } = await import('./repaint.ts');
  await repaintBench();
  const { stepsBench } = await import('./steps.ts');
  await stepsBench();
  const { groundBench } = await import('./ground.ts');
  await groundBench();
}
