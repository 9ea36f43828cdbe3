/** `npm run build`: the server and the web application. */
import { ensureBuilt } from './prepare.mjs';

await ensureBuilt({ web: true });
