// The worker's end of the line for tracks and elevation grids.
import { expose } from 'comlink';
import { terrainApi } from './terrain.ts';

expose(terrainApi);
