// The worker's end of the line for pipes.
import { expose } from 'comlink';
import { pipesApi } from './pipes.ts';

expose(pipesApi);
