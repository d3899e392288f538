// The worker's end of the line for the work of building.
import { expose } from 'comlink';
import { buildApi } from './build.ts';

expose(buildApi);
