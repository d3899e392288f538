// The worker's end of the line for tracks.
import { expose } from 'comlink';
import { trackApi } from './tracks.ts';

expose(trackApi);
