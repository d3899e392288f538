// A whole plan as one archive.
export {
  looksPacked,
  MAX_ARCHIVE,
  packArchive,
  unpackArchive,
  type Archive,
  type Photo,
  type Unpacked,
} from './archive.ts';
