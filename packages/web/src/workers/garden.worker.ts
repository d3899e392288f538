// The worker's end of the line for gardens.
import { expose } from 'comlink';
import { gardenApi } from './garden.ts';

expose(gardenApi);
