// Chapters of the book, in their order. A new one is a file and a row here.
import { assumptionsChapter } from './assumptions.ts';
import { buildChapter, cautionsChapter, upkeepChapter } from './build.ts';
import type { ChapterRow } from './chapter.ts';
import { coverChapter } from './cover.ts';
import { outletsChapter } from './outlets.ts';
import { partsChapter } from './parts.ts';
import { pipeChapter } from './pipe.ts';
import { refillChapter } from './refill.ts';
import { standChapter } from './stand.ts';
import { storeChapter } from './store.ts';
import { walkChapter } from './walk.ts';
import { waterChapter } from './water.ts';

export const CHAPTERS: readonly ChapterRow[] = [
  coverChapter,
  waterChapter,
  storeChapter,
  walkChapter,
  pipeChapter,
  standChapter,
  outletsChapter,
  refillChapter,
  partsChapter,
  buildChapter,
  upkeepChapter,
  cautionsChapter,
  assumptionsChapter,
];
export type { Asked, ChapterRow } from './chapter.ts';
