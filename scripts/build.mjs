// `npm run build`: installs and builds what is stale.
import { ensureBuilt } from './ensure.mjs';

ensureBuilt();
