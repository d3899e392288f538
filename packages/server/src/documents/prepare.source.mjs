// The worker threads' end when the server runs from its source (unit tests): TypeScript is read as it stands.
import { register } from 'tsx/esm/api';

register();
export const { prepareCreate, prepareGrid, prepareSave } = await import('./prepare.worker.ts');
