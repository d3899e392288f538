// JavaScript that the first page fetches before it runs, gzipped.
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { line } from './report.ts';

const dist = fileURLToPath(new URL('../packages/web/dist/', import.meta.url));

export function sizeBench(): void {
  const page = readFileSync(`${dist}index.html`, 'utf8');
  const files = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1]);
  const size = files.reduce((sum, file) => sum + gzipSync(readFileSync(dist + file)).length, 0);
  line(`first route's JavaScript, gzip (${files.length} files)`, `${(size / 1000).toFixed(0)} kB`, 'under 350 kB');
}
