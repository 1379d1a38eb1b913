// Says which of the many small scripts of the built pages go into one file. The bundler makes a script for every set of
// screens that share some code, which is over a hundred; each costs a page a request.
import { loadedWith } from './built-files.mjs';

/** What a request costs, as bytes of code that could be loaded instead. */
const REQUEST = 12_000;
/** Bytes that no screen loads without need to spare others a request. */
const MOST_WITHOUT_NEED = 3 * REQUEST;

/**
 * The scripts that each screen loads with everything it is reached through, by the screen's own script. A screen is what is
 * loaded when it is first needed.
 * @param {import('./built-files.mjs').Outputs} outputs of the bundler
 * @param {string} main script of the page
 * @returns {Map<string, Set<string>>}
 */
export function screensOf(outputs, main) {
  const screens = new Map([[main, loadedWith(outputs, [main])]]);
  for (const [, scripts] of screens) {
    for (const script of scripts) {
      for (const { path, kind } of outputs[script].imports) {
        if (kind !== 'dynamic-import' || screens.has(path)) continue;
        screens.set(path, new Set([...scripts, ...loadedWith(outputs, [path])]));
      }
    }
  }
  return screens;
}

/**
 * Groups of scripts that go into one file each. Two groups go together where the requests this saves outweigh the code
 * that some screens then load without need.
 * @param {import('./built-files.mjs').Outputs} outputs of the bundler
 * @param {Map<string, Set<string>>} screens by `screensOf`
 * @param {(script: string) => string} kindOf scripts of different kinds stay apart
 * @returns {string[][]}
 */
export function planFiles(outputs, screens, kindOf) {
  const scripts = new Set([...screens.values()].flatMap((some) => [...some]));
  let groups = [...scripts].map((script) => ({
    scripts: [script],
    kind: kindOf(script),
    bytes: outputs[script].bytes,
    screens: new Set([...screens].filter(([, some]) => some.has(script)).map(([screen]) => screen)),
  }));
  for (;;) {
    const better = pairs(groups)
      .map(([a, b]) => ({ a, b, gain: gainOf(a, b) }))
      .filter(({ gain }) => gain > 0)
      .sort((one, other) => other.gain - one.gain)
      .find(({ a, b }) => !leadsBack(outputs, groups, a, b));
    if (!better) return groups.map((group) => group.scripts);
    const { a, b } = better;
    groups = groups.filter((group) => group !== a && group !== b);
    groups.push({
      scripts: [...a.scripts, ...b.scripts],
      kind: a.kind,
      bytes: a.bytes + b.bytes,
      screens: new Set([...a.screens, ...b.screens]),
    });
  }
}

function pairs(groups) {
  return groups.flatMap((a, index) => groups.slice(index + 1).flatMap((b) => (a.kind === b.kind ? [[a, b]] : [])));
}

/** Bytes that screens are spared when two groups go together. */
function gainOf(a, b) {
  const both = [...a.screens].filter((screen) => b.screens.has(screen)).length;
  const withoutNeed = (a.screens.size - both) * b.bytes + (b.screens.size - both) * a.bytes;
  const most = Math.max(a.screens.size > both ? b.bytes : 0, b.screens.size > both ? a.bytes : 0);
  return most > MOST_WITHOUT_NEED ? 0 : both * REQUEST - withoutNeed;
}

/** Whether one of two groups reaches the other through a third: together they would import each other in a circle. */
function leadsBack(outputs, groups, a, b) {
  const groupOf = new Map(groups.flatMap((group) => group.scripts.map((script) => [script, group])));
  const importedBy = (group) =>
    new Set(
      group.scripts.flatMap((script) =>
        outputs[script].imports.flatMap(({ path, kind }) => (kind === 'import-statement' ? [groupOf.get(path)] : [])),
      ),
    );
  const reaches = (from, to) => {
    const seen = new Set([from]);
    for (const group of seen) {
      for (const next of importedBy(group)) {
        if (next === to && group !== from) return true;
        if (next !== undefined && next !== to) seen.add(next);
      }
    }
    return false;
  };
  return reaches(a, b) || reaches(b, a);
}
