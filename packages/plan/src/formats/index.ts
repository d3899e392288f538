// Open formats in and out: the face of the subject.
export { dateOf, dayNumber, dayOfYear } from './dates.ts';
export { MAX_DAYS, readDailyCsv, type DailyCsv, type DailySeries, type Gap, type RowFault } from './dailycsv.ts';
export { readWalkRows, type WalkRow, type WalkRows } from './walkrows.ts';
export {
  MAX_TRACK_BYTES,
  readTrackFile,
  readTracks,
  type Track,
  type TrackPointLL,
  type TracksRead,
} from './tracks.ts';
export {
  asciiGrid,
  AsciiGridReader,
  readAsciiGrid,
  sampleGrid,
  takeHeightsAs,
  type Grid,
  type GridRead,
} from './grid.ts';
export { readGeoTiff, type TiffRead } from './geotiff.ts';
export {
  boxOf,
  frameName,
  guessFrame,
  heightsOf,
  planGrid,
  utmZone,
  type Box,
  type Frame,
  type Origin,
  type Terrain,
} from './terrain.ts';
export { groundAlong, type GroundAlong } from './groundalong.ts';
export { TRACK_TOLERANCE, trackLegs, type TrackLeg, type TrackLegs } from './tracklegs.ts';
export { geoJson, gpxOf, walkCsv, type PositionsRead } from './exports.ts';
export { isPacked, textOfBytes, textOfKmz } from './encoding.ts';
export { readSheet, type Sheet } from './headings.ts';
export { csvOf, unguarded } from './sheets.ts';
