// The worker's end of the line for stands.
import { expose } from 'comlink';
import { standApi } from './stand.ts';

expose(standApi);
