// What built pages must not load, as the bundler tells it: pages have no use for the schemas of the contracts, and what a
// guest loads first none for the parts of the core that change a menu.

const NOWHERE = /node_modules\/(typebox|ajv)\//;
const NOT_FOR_GUESTS = /packages\/core\/(src|dist)\/(api\/routes|change|rule-text|editions)\//;
/**
 * What is loaded although it must not be, as sentences.
 * @param {import('./built-files.mjs').Outputs} outputs of the bundler
 * @param {Set<string>} guestsFirst scripts that a guest loads first
 */
export function pageFaults(outputs, guestsFirst) {
  return Object.entries(outputs)
    .filter(([name]) => name.endsWith('.js'))
    .flatMap(([name, { inputs }]) =>
      Object.keys(inputs).flatMap((input) => {
        if (NOWHERE.test(input)) return [`Pages load ${input}.`];
        return guestsFirst.has(name) && NOT_FOR_GUESTS.test(input) ? [`Guests load ${input} first.`] : [];
      }),
    );
}
