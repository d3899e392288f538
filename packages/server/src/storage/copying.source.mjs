// The thread when the server runs from its source (unit tests): TypeScript is read as it stands.
import { register } from 'tsx/esm/api';

register();
export const { copyTask, restoreTask } = await import('./copying.worker.ts');
