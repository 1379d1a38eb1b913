// npm run messages: compiles the message catalogues of the pages. Run it whenever a text was changed.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { CATALOGUES, compiledCatalogue, LANGUAGES } from './lib/compile-messages.ts';
import { ROOT } from './lib/settings.mjs';

const folder = join(ROOT, CATALOGUES);
for (const [name, language] of Object.entries(LANGUAGES)) {
  const texts = (await import(join(folder, `${name}.ts`))) as Record<string, Record<string, string>>;
  writeFileSync(join(folder, 'compiled', `${name}.ts`), compiledCatalogue(language, texts[language] ?? {}));
}
