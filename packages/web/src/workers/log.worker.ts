// The worker's end of the line for the log.
import { expose } from 'comlink';
import { logApi } from './log.ts';

expose(logApi);
