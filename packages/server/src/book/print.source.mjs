// The printing thread's end when the server runs from its source (unit tests): TypeScript is read as it stands.
import { register } from 'tsx/esm/api';

register();
const { default: printBook, makeReady } = await import('./print.worker.ts');
export { makeReady };
export default printBook;
