// Sizes that planed timber is sold in, actual sides (PS 20, from memory).
import type { SectionRow } from './types.ts';

export const SECTION_ROWS: readonly SectionRow[] = [
  { id: '2x4', name: '2×4', widthMm: 38.1, depthMm: 88.9 },
  { id: '2x6', name: '2×6', widthMm: 38.1, depthMm: 139.7 },
  { id: '2x8', name: '2×8', widthMm: 38.1, depthMm: 184.15 },
  { id: '2x10', name: '2×10', widthMm: 38.1, depthMm: 234.95 },
  { id: '2x12', name: '2×12', widthMm: 38.1, depthMm: 285.75 },
  { id: '4x4', name: '4×4', widthMm: 88.9, depthMm: 88.9 },
  { id: '4x6', name: '4×6', widthMm: 88.9, depthMm: 139.7 },
  { id: '4x8', name: '4×8', widthMm: 88.9, depthMm: 184.15 },
  { id: '4x10', name: '4×10', widthMm: 88.9, depthMm: 234.95 },
  { id: '4x12', name: '4×12', widthMm: 88.9, depthMm: 285.75 },
  { id: '6x6', name: '6×6', widthMm: 139.7, depthMm: 139.7 },
  { id: '6x8', name: '6×8', widthMm: 139.7, depthMm: 190.5 },
  { id: '8x8', name: '8×8', widthMm: 190.5, depthMm: 190.5 },
];
