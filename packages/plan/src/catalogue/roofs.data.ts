// Runoff of roofs, with their sources.
import type { RunoffRow } from './types.ts';

export const RUNOFF_ROWS: readonly RunoffRow[] = [
  { id: 'metal', name: 'metal', low: 0.8, typical: 0.9, high: 0.95, source: 'rainwater handbooks', basis: 'memory' },
  {
    id: 'tile',
    name: 'tile or shingle',
    low: 0.75,
    typical: 0.85,
    high: 0.9,
    source: 'rainwater handbooks',
    basis: 'memory',
  },
  {
    id: 'membrane',
    name: 'membrane or felt',
    low: 0.7,
    typical: 0.8,
    high: 0.9,
    source: 'rainwater handbooks',
    basis: 'memory',
  },
  {
    id: 'green',
    name: 'grass roof',
    low: 0.2,
    typical: 0.3,
    high: 0.5,
    source: 'rainwater handbooks',
    basis: 'memory',
  },
];

/** Rain thrown away when a wet spell begins, mm. */
export const FIRST_FLUSH_MM = {
  typical: 0.5,
  low: 0.2,
  high: 2,
  source: 'rainwater handbooks',
} as const;
