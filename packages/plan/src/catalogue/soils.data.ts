// Ground under footings: presumptive bearing, friction, and bearing sideways (IBC Table 1806.2: 1,200, 400, 200, 150 and 100
// psf a foot, from memory).
import type { SoilRow } from './types.ts';

export const SOIL_ROWS: readonly SoilRow[] = [
  {
    id: 'bedrock',
    name: 'hard rock',
    bearingKPa: 574.6,
    friction: 0.7,
    lateralKPaPerM: 188.5,
    source: 'IRC Table R401.4.1 (presumptive load-bearing values)',
    basis: 'memory',
  },
  {
    id: 'soft-rock',
    name: 'soft or layered rock',
    bearingKPa: 191.5,
    friction: 0.35,
    lateralKPaPerM: 62.8,
    source: 'IRC Table R401.4.1 (presumptive load-bearing values)',
    basis: 'memory',
  },
  {
    id: 'gravel',
    name: 'gravel, sandy gravel',
    bearingKPa: 143.6,
    friction: 0.35,
    lateralKPaPerM: 31.4,
    source: 'IRC Table R401.4.1 (presumptive load-bearing values)',
    basis: 'memory',
  },
  {
    id: 'sand',
    name: 'sand, silty or clayey sand and gravel',
    bearingKPa: 95.8,
    friction: 0.25,
    lateralKPaPerM: 23.6,
    source: 'IRC Table R401.4.1 (presumptive load-bearing values)',
    basis: 'memory',
  },
  {
    id: 'clay',
    name: 'clay and silt',
    bearingKPa: 71.8,
    friction: 0.25,
    lateralKPaPerM: 15.7,
    source: 'IRC Table R401.4.1 (presumptive load-bearing values)',
    basis: 'memory',
  },
  {
    id: 'soft',
    name: 'mud, peat, loose fill',
    bearingKPa: 0,
    friction: 0.2,
    lateralKPaPerM: 0,
    source: 'IRC R401.4: needs investigation',
    basis: 'memory',
  },
];
