// Gardens to begin with: sizes as people build them, round in the units of the person.
import { findDrill } from '@vernal-slope/plan/catalogue';
import type { BedsMade, RowsMade } from '@vernal-slope/plan/edit';
import type { UnitSystem } from '../../display/quantities.ts';
import { turned } from '../../display/quantities.ts';

interface BedsPreset {
  readonly key: string;
  readonly name: string;
  readonly made: BedsMade;
}
interface RowsPreset {
  readonly key: string;
  readonly name: string;
  readonly made: RowsMade;
}

const feet = (ft: number): number => Math.round(turned(ft, 'ft', 'm', 'length') * 1e4) / 1e4;
const inches = (inch: number): number => Math.round(turned(inch, 'in', 'm', 'length') * 1e4) / 1e4;

export function bedsPresets(units: UnitSystem): readonly BedsPreset[] {
  const us = units === 'us';
  const low = { joinM: us ? inches(2.25) : 0.055, overflowM: us ? inches(5.25) : 0.132, hoseMm: 13 };
  const pipe = { type: 'pipe', heightM: us ? inches(4) : 0.1, waterShare: 0.7 } as const;
  return [
    {
      key: 'beds-barrels',
      name: 'Half barrels in a row',
      made: {
        beds: 4,
        shape: { type: 'vertical-cylinder', diameterM: us ? inches(22.5) : 0.57, heightM: us ? inches(16) : 0.41 },
        reservoir: pipe,
        ...low,
        hoseM: us ? feet(3) : 1,
      },
    },
    {
      key: 'beds-floors',
      name: 'False-floor barrels',
      made: {
        beds: 4,
        shape: { type: 'vertical-cylinder', diameterM: us ? inches(22.5) : 0.57, heightM: us ? inches(22) : 0.56 },
        reservoir: { type: 'false-floor', heightM: us ? inches(9) : 0.23, waterShare: 0.95 },
        ...low,
        overflowM: us ? inches(10.25) : 0.262,
        hoseM: us ? feet(3) : 1,
      },
    },
    {
      key: 'beds-boxes',
      name: 'Long boxes',
      made: {
        beds: 3,
        shape: {
          type: 'box',
          lengthM: us ? feet(8) : 2.4,
          widthM: us ? feet(3.5) : 1.1,
          heightM: us ? inches(16) : 0.41,
        },
        reservoir: pipe,
        ...low,
        hoseM: us ? feet(10) : 3,
      },
    },
  ];
}

export function rowsPresets(units: UnitSystem): readonly RowsPreset[] {
  const us = units === 'us';
  const half = 'astm-d2239-sidr15/1/2';
  const base = { diameterMm: findDrill(us ? '1-32-in' : '0.8-mm')?.diameter ?? 0.8, pipe: half };
  return [
    {
      key: 'rows-manifold',
      name: 'Rows off a manifold',
      made: { ...base, rows: 4, lengthM: us ? feet(40) : 12, spacingM: us ? feet(1) : 0.3 },
    },
    {
      key: 'rows-loop',
      name: 'A rectangle closed in a loop',
      made: {
        ...base,
        rows: 2,
        lengthM: us ? feet(40) : 12,
        spacingM: us ? feet(1) : 0.3,
        loop: true,
        betweenM: us ? feet(3) : 1,
      },
    },
    {
      key: 'rows-ring',
      name: 'A ring round a tree',
      made: {
        ...base,
        rows: 1,
        lengthM: us ? feet(10) : 3,
        spacingM: us ? feet(1) : 0.3,
        loop: true,
        betweenM: us ? feet(0.5) : 0.15,
      },
    },
  ];
}
