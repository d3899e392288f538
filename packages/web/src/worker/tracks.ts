// Tracks and grids read off the main thread.
import {
  readAsciiGrid,
  readTracks,
  trackLegs,
  type Grid,
  type TrackLegs,
  type TracksRead,
} from '@vernal-slope/plan/formats';

export interface TrackApi {
  readTrack: (text: string, name: string) => TracksRead;
  /** Reads a grid and keeps it for `legs`; the fault, or the count of holes. */
  readGrid: (text: string) => { fault: string } | { cells: number; holes: number };
  dropGrid: () => void;
  legs: (
    read: TracksRead,
    which: number,
    tolerance: number,
    origin?: { latitudeDeg: number; longitudeDeg: number },
  ) => TrackLegs;
}

let grid: Grid | undefined;

export const trackApi: TrackApi = {
  readTrack: readTracks,
  readGrid: (text) => {
    const read = readAsciiGrid(text);
    if (!read.ok) return { fault: read.fault };
    grid = read.grid;
    return { cells: grid.columns * grid.rows, holes: read.holes };
  },
  dropGrid: () => {
    grid = undefined;
  },
  legs: (read, which, tolerance, origin) => trackLegs(read.tracks[which], tolerance, grid, origin),
};
