// Tests of the water itself, kept with their source.
import { isSource } from '../kinds/index.ts';
import type { QualityTest } from '../schema/index.ts';
import type { Command } from './apply.ts';
import { changeNode } from './commands.ts';

export const recordQuality = (source: string, test: QualityTest): Command =>
  changeNode(source, isSource, 'water test recorded', (s) => void (s.quality ??= []).push(test));
