// The worker's end of the line for runs in time.
import { expose } from 'comlink';
import { refillApi } from './refill.ts';

expose(refillApi);
