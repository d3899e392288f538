// `npm run demo [-- --port 4100 --data DIR]`: builds what is stale, then serves the app with the demo plans.
import { ensureBuilt } from './ensure.mjs';
import { serve, serveOptions } from './serve.mjs';

const options = serveOptions();
ensureBuilt();
await serve(options);
