// What built pages must not load, as the bundler tells it: pages have no use for the schemas of the contracts, and what a
// guest loads first none for the parts of the core that change a menu.
import { firstScripts } from './built-files.mjs';

const NOWHERE = /node_modules\/(typebox|ajv)\//;
const NOT_FOR_GUESTS = /packages\/core\/(src|dist)\/(api\/routes|change|rule-text|editions)\//;
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
