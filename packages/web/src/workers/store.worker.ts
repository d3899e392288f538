// The worker's end of the line for stores.
import { expose } from 'comlink';
import { storeApi } from './store.ts';

expose(storeApi);
