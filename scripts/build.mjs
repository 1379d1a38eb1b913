// npm run build: builds what changed since the last build.
import { buildWhatChanged } from './lib/build.mjs';
import { main } from './lib/settings.mjs';

await main(buildWhatChanged);
