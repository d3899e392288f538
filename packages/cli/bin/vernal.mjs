#!/usr/bin/env node
// Runs the built command; the whole of standard output is one JSON document.
import { writeSync } from 'node:fs';
import { run } from '../dist/main.js';

function write(stream, text) {
  for (let rest = Buffer.from(text); rest.length > 0;) {
    try {
      rest = rest.subarray(writeSync(stream, rest));
    } catch (error) {
      if (error.code === 'EPIPE') return;
      if (error.code !== 'EAGAIN') throw error;
    }
  }
}

const result = await run(process.argv.slice(2));
if (result.out) write(1, result.out);
if (result.err) write(2, result.err);
process.exitCode = result.code;
