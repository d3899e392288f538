// The worker's end of the line for parts.
import { expose } from 'comlink';
import { partsApi } from './parts.ts';

expose(partsApi);
