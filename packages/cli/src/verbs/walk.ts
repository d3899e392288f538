// The verbs `import` and `export`: walks in and out.
import { checkPlan } from '@vernal-slope/plan/document';
import { MAX_TRACK_BYTES, textOfBytes } from '@vernal-slope/plan/formats';
import { oneOf, UsageError, type Options } from '../options.ts';
import { exportWalk, importWalk, type Files } from '../walks.ts';
import { PlanFaults, readBytes, type Verb } from './verb.ts';

const FILES: Files = {
  text: (file) => textOfBytes(readBytes(file, MAX_TRACK_BYTES)),
  bytes: (file) => new Uint8Array(readBytes(file, MAX_TRACK_BYTES)).buffer,
};

export const importVerb: Verb = {
  name: 'import',
  asItStands: true,
  options: ['line', 'track', 'csv', 'grid', 'tolerance'],
  usage: [
    'import FILE --track T|--csv T|--grid G [--line id] [--grid G] [--tolerance metres]',
    "the plan with a line's legs from a GPX, KML or GeoJSON track, or from a",
    'sheet of legs; heights from an ESRI ASCII grid or a GeoTIFF, for a track',
    'or for a line that has positions',
  ],
  needs: ({ track, csv, grid }) => {
    const brought = [track, csv].filter((v) => v !== undefined).length;
    if (brought > 1 || (brought === 0 && grid === undefined))
      throw new UsageError('vernal: import needs one of --track and --csv, or --grid');
  },
  run: async (plan, options) => {
    const outcome = await importWalk(plan, options, FILES);
    if (!outcome.ok) throw new PlanFaults(outcome.faults);
    // what is written is taken again
    const checked = checkPlan(outcome.value);
    if (!checked.ok) throw new PlanFaults(checked.faults);
    return outcome.value;
  },
};

const sheetFormat = ({ format }: Options): 'csv' | 'geojson' | 'gpx' =>
  oneOf('format', format, ['csv', 'geojson', 'gpx'], 'csv, geojson or gpx');

export const exportVerb: Verb = {
  name: 'export',
  asItStands: true,
  options: ['line', 'format'],
  usage: [
    'export FILE [--format csv|geojson|gpx] [--line id]',
    'a walk as a sheet, the lines as GeoJSON or GPX (not JSON then)',
  ],
  needs: (options) => void sheetFormat(options),
  run: (plan, options) => {
    const outcome = exportWalk(plan, { ...options, format: sheetFormat(options) });
    if (!outcome.ok) throw new PlanFaults(outcome.faults);
    return outcome.value;
  },
};
