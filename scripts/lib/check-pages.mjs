// What built pages must not load, as the bundler tells it: pages have no use for the schemas of the contracts, and what a
// guest loads first none for the parts of the core that change a menu.
import { entryOf, loadedWith } from './built-files.mjs';

const NOWHERE = /node_modules\/(typebox|ajv)\//;
const NOT_FOR_GUESTS = /packages\/core\/(src|dist)\/(api\/routes|change|rule-text|editions)\//;
const SHOP = 'src/app/features/shop';

/** The script every page begins with, and the scripts that a guest loads before the menu can be read. */
export function firstScripts(/** @type {import('./built-files.mjs').Outputs} */ outputs) {
  const main = entryOf(outputs, 'src/main.ts');
  const shop = [`${SHOP}/shop.routes.ts`, `${SHOP}/pages/shop-page.ts`].map((source) => entryOf(outputs, source));
  return { main, always: loadedWith(outputs, [main]), guests: loadedWith(outputs, [main, ...shop]) };
}

/** What is loaded although it must not be, as sentences. */
export function pageFaults(/** @type {import('./built-files.mjs').Outputs} */ outputs) {
  const { guests } = firstScripts(outputs);
  return Object.entries(outputs)
    .filter(([name]) => name.endsWith('.js'))
    .flatMap(([name, { inputs }]) =>
      Object.keys(inputs).flatMap((input) => {
        if (NOWHERE.test(input)) return [`Pages load ${input}.`];
        return guests.has(name) && NOT_FOR_GUESTS.test(input) ? [`Guests load ${input} first.`] : [];
      }),
    );
}
