// The worker's end of the line for upkeep.
import { expose } from 'comlink';
import { upkeepApi } from './upkeep.ts';

expose(upkeepApi);
