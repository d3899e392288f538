// The worker threads' end: each task by its name.
export { prepareCreate, prepareGrid, prepareSave } from './prepare.ts';
