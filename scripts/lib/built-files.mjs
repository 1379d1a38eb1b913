// What the bundler of the pages tells about the scripts it made.

/**
 * Scripts by file name.
 * @typedef {{ entryPoint?: string, inputs: object, bytes: number, imports: { path: string, kind: string }[] }} Output
 * @typedef {Record<string, Output>} Outputs
 */

/** The script that begins with a source file. */
function entryOf(/** @type {Outputs} */ outputs, source) {
  const [name] = Object.entries(outputs).find(([, { entryPoint }]) => entryPoint === source) ?? [];
  if (name === undefined) throw new Error(`The build has no ${source}.`);
  return name;
}

/** The scripts that a browser loads with some at once: what they import, and what that imports. */
export function loadedWith(/** @type {Outputs} */ outputs, /** @type {string[]} */ names) {
  const loaded = new Set();
  const add = (name) => {
    if (loaded.has(name) || !outputs[name]) return;
    loaded.add(name);
    for (const { path, kind } of outputs[name].imports) if (kind === 'import-statement') add(path);
  };
  names.forEach(add);
  return loaded;
}

/**
 * The scripts that a browser loads before a page can be read.
 * @param {Outputs} outputs
 * @param {string[]} sources the page begins with
 * @returns {{ main: string, first: Set<string> }} the script that begins the page, and all that are loaded first
 */
export function firstScripts(outputs, sources) {
  const names = sources.map((source) => entryOf(outputs, source));
  return { main: names[0], first: loadedWith(outputs, names) };
}
