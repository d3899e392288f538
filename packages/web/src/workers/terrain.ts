// Tracks and elevation grids, off the main thread: read with progress, sampled along lines, drawn as contours.
import {
  asciiGrid,
  AsciiGridReader,
  boxOf,
  groundAlong,
  guessFrame,
  planGrid,
  readAsciiGrid,
  MAX_TRACK_BYTES,
  readGeoTiff,
  readTrackFile,
  takeHeightsAs,
  trackLegs,
  type Box,
  type Frame,
  type GroundAlong,
  type Origin,
  type Terrain,
  type TrackLegs,
  type TracksRead,
} from '@vernal-slope/plan/formats';
import type { Plan } from '@vernal-slope/plan/schema';
import { pictureOf, type TerrainPicture } from './picture.ts';

export interface GridInfo {
  readonly columns: number;
  readonly rows: number;
  readonly holes: number;
  /** Heights were turned from feet to metres. */
  readonly feet: boolean;
  readonly frame: Frame;
  /** Where it lies in the plan's metres, when that is known. */
  readonly box?: Box;
  /** m above datum */ readonly lowest: number;
  readonly highest: number;
}

export type Told = (share: number) => void;
type Fault = { readonly fault: string };

export interface TerrainApi {
  readTrack: (file: File, name: string, told: Told) => Promise<TracksRead>;
  readGrid: (file: File, origin: Origin | undefined, told: Told) => Promise<GridInfo | Fault>;
  /** Takes the coordinates, or the heights, of the grid that was read for something else than they look like. */
  readAs: (frame: Frame, feet: boolean, origin: Origin | undefined) => GridInfo | undefined;
  /** The grid that the server keeps for the plan. */
  takeKept: (ascii: string) => GridInfo | Fault;
  /** The part of the grid round a box as text to be kept; it is the kept grid from then on. */
  keep: (box: Box, origin: Origin | undefined) => { readonly ascii: string; readonly cell: number } | Fault;
  drop: () => void;
  legs: (read: TracksRead, which: number, tolerance: number, origin: Origin | undefined, grid: boolean) => TrackLegs;
  ground: (plan: Plan, line: string, tolerance: number, origin: Origin | undefined) => GroundAlong;
  picture: (box: Box) => TerrainPicture | undefined;
}

let brought: { terrain: Terrain; holes: number; feet: boolean } | undefined;
let kept: Terrain | undefined;

function infoOf(terrain: Terrain, holes: number, feet: boolean, origin?: Origin): GridInfo {
  let [lowest, highest] = [Infinity, -Infinity];
  for (const z of terrain.grid.heights) {
    if (z < lowest) lowest = z;
    if (z > highest) highest = z;
  }
  const { columns, rows } = terrain.grid;
  return { columns, rows, holes, feet, frame: terrain.frame, box: boxOf(terrain, origin), lowest, highest };
}

/** Text of a file, piece by piece. */
async function pieces(file: File, told: Told, take: (text: string) => void): Promise<void> {
  const decoder = new TextDecoder();
  const reader = file.stream().getReader();
  let done = 0;
  let said = 0;
  for (;;) {
    const next = await reader.read();
    if (next.done) break;
    take(decoder.decode(next.value, { stream: true }));
    done += next.value.length;
    if (done - said > file.size / 50) {
      said = done;
      told(done / file.size);
    }
  }
  take(decoder.decode());
}

export const terrainApi: TerrainApi = {
  readTrack: async (file, name, told) => {
    if (file.size > MAX_TRACK_BYTES) return { tracks: [], faults: ['the file is larger than 50 MB'], notes: [] };
    told(0.1);
    const bytes = new Uint8Array(await file.arrayBuffer());
    told(0.4);
    return readTrackFile(bytes, name);
  },
  readGrid: async (file, origin, told) => {
    if (/\.tiff?$/i.test(file.name)) {
      const read = await readGeoTiff(file, told);
      if (!read.ok) return { fault: read.fault };
      const terrain = { grid: read.grid, frame: read.frame ?? guessFrame(read.grid, origin) };
      brought = { terrain, holes: read.holes, feet: read.feet };
    } else {
      const reader = new AsciiGridReader();
      await pieces(file, told, (text) => reader.push(text));
      const read = reader.end();
      if (!read.ok) return { fault: read.fault };
      const terrain = { grid: read.grid, frame: guessFrame(read.grid, origin) };
      brought = { terrain, holes: read.holes, feet: false };
    }
    return infoOf(brought.terrain, brought.holes, brought.feet, origin);
  },
  readAs: (frame, feet, origin) => {
    if (!brought) return undefined;
    if (feet !== brought.feet) takeHeightsAs(brought.terrain.grid, feet);
    brought = { ...brought, feet, terrain: { ...brought.terrain, frame } };
    return infoOf(brought.terrain, brought.holes, feet, origin);
  },
  takeKept: (ascii) => {
    const read = readAsciiGrid(ascii);
    if (!read.ok) return { fault: read.fault };
    kept = { grid: read.grid, frame: { kind: 'plan' } };
    return infoOf(kept, read.holes, false);
  },
  keep: (box, origin) => {
    const grid = brought && planGrid(brought.terrain, box, origin);
    if (!grid) return { fault: 'the grid and the plan do not meet' };
    kept = { grid, frame: { kind: 'plan' } };
    return { ascii: asciiGrid(grid), cell: grid.cellX };
  },
  drop: () => {
    brought = undefined;
  },
  legs: (read, which, tolerance, origin, grid) =>
    trackLegs(read.tracks[which], tolerance, grid ? (brought?.terrain ?? kept) : undefined, origin),
  ground: (plan, id, tolerance, origin) => {
    const line = plan.lines.find((l) => l.id === id);
    if (!line || !kept) return { ok: false, fault: 'no elevation grid is kept with this plan' };
    return groundAlong(plan, line, kept, tolerance, origin);
  },
  picture: (box) => kept && pictureOf(kept.grid, box),
};
