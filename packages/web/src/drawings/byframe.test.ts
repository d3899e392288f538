// Dragging works once a frame, and letting go takes the last place of the pointer.
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { byFrame } from './byframe.ts';

let frames = new Map<number, () => void>();
let at = 0;
beforeEach(() => {
  frames = new Map();
  vi.stubGlobal('requestAnimationFrame', (run: () => void) => (frames.set(++at, run), at));
  vi.stubGlobal('cancelAnimationFrame', (id: number) => frames.delete(id));
});
afterEach(() => vi.unstubAllGlobals());
const frame = (): void => {
  const due = [...frames.values()];
  frames.clear();
  for (const run of due) run();
};

it('does once a frame what is asked for many times', () => {
  let seen = 0;
  const drawn: number[] = [];
  const work = byFrame(() => drawn.push(seen));
  for (seen = 1; seen < 40; seen++) work.ask();
  expect(drawn).toEqual([]);
  frame();
  expect(drawn).toEqual([40]);
  work.ask();
  frame();
  expect(drawn).toEqual([40, 40]);
});

it('takes the last move on letting go, and nothing after it', () => {
  let seen = 0;
  const drawn: number[] = [];
  const work = byFrame(() => drawn.push(seen));
  work.ask();
  seen = 7;
  work.settle();
  frame();
  expect(drawn).toEqual([7]);
  work.settle();
  expect(drawn).toEqual([7]);
  work.ask();
  work.drop();
  frame();
  expect(drawn).toEqual([7]);
});
