// What built pages must not load, as the bundler tells it: pages have no use for the schemas of the contracts, and what a
// guest loads first none for the parts of the core that change a menu.
const NOWHERE = /node_modules\/(typebox|ajv)\//;
const NOT_FOR_GUESTS = /packages\/core\/(src|dist)\/(api\/routes|change|rule-text|editions)\//;
const GUESTS_FIRST = [
  'src/main.ts',
  'src/app/features/shop/shop.routes.ts',
  'src/app/features/shop/pages/shop-page.ts',
];

/**
 * What is loaded although it must not be, as sentences.
 * @param {{ outputs: Record<string, { entryPoint?: string, inputs: object, imports: { path: string, kind: string }[] }> }} stats
 */
export function pageFaults({ outputs }) {
  const first = new Set();
  const add = (name) => {
    if (first.has(name) || !outputs[name]) return;
    first.add(name);
    for (const { path, kind } of outputs[name].imports) if (kind === 'import-statement') add(path);
  };
  for (const entry of GUESTS_FIRST) {
    const [name] = Object.entries(outputs).find(([, { entryPoint }]) => entryPoint === entry) ?? [];
    if (name === undefined) return [`The build has no ${entry}.`];
    add(name);
  }
  return Object.entries(outputs)
    .filter(([name]) => name.endsWith('.js'))
    .flatMap(([name, { inputs }]) =>
      Object.keys(inputs).flatMap((input) => {
        if (NOWHERE.test(input)) return [`Pages load ${input}.`];
        return first.has(name) && NOT_FOR_GUESTS.test(input) ? [`Guests load ${input} first.`] : [];
      }),
    );
}
