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
 * that some screens then load without need: the other group, and all that it imports.
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
    const needs = needsOf(outputs, groups);
    const better = pairs(groups)
      .map(([a, b]) => ({ a, b, spared: sparedBy(a, b) }))
      .filter(({ spared }) => spared > 0)
      .sort((one, other) => other.spared - one.spared)
      .find(({ a, b }) => isWorthIt(needs, a, b) && !wouldCircle(needs, a, b));
    if (!better) return groups.map((group) => group.scripts);
    const { a, b } = better;
    const both = {
      scripts: [...a.scripts, ...b.scripts],
      kind: a.kind,
      bytes: a.bytes + b.bytes,
      screens: new Set([...a.screens, ...b.screens]),
    };
    // Who loads one of them now loads what the other imports as well.
    for (const group of new Set([...needs.get(a), ...needs.get(b)]))
      for (const screen of both.screens) group.screens.add(screen);
    groups = [...groups.filter((group) => group !== a && group !== b), both];
  }
}

function pairs(groups) {
  return groups.flatMap((a, index) => groups.slice(index + 1).flatMap((b) => (a.kind === b.kind ? [[a, b]] : [])));
}

/** For each group, itself and all groups that are loaded with it. */
function needsOf(outputs, groups) {
  const groupOf = new Map(groups.flatMap((group) => group.scripts.map((script) => [script, group])));
  return new Map(
    groups.map((group) => {
      const needs = new Set([group]);
      for (const { scripts } of needs)
        for (const script of loadedWith(outputs, scripts)) needs.add(groupOf.get(script));
      return [group, needs];
    }),
  );
}

/** Bytes that screens are spared when two groups go together, as if neither imported anything. */
function sparedBy(a, b) {
  return requestsSpared(a, b) - onlyIn(a, b).length * b.bytes - onlyIn(b, a).length * a.bytes;
}

/** Whether the requests spared outweigh what screens of only one of two groups load without need. */
function isWorthIt(needs, a, b) {
  const withoutNeed = [
    ...onlyIn(a, b).map((screen) => newTo(screen, needs.get(b))),
    ...onlyIn(b, a).map((screen) => newTo(screen, needs.get(a))),
  ];
  const sum = withoutNeed.reduce((total, bytes) => total + bytes, 0);
  return withoutNeed.every((bytes) => bytes <= MOST_WITHOUT_NEED) && requestsSpared(a, b) > sum;
}

/** What the requests of screens that load both of two groups cost, as bytes. */
const requestsSpared = (a, b) => (a.screens.size - onlyIn(a, b).length) * REQUEST;

/** Screens that load one group and not another. */
const onlyIn = (group, other) => [...group.screens].filter((screen) => !other.screens.has(screen));

/** Bytes of groups that a screen does not load yet. */
const newTo = (screen, groups) =>
  [...groups].reduce((total, group) => total + (group.screens.has(screen) ? 0 : group.bytes), 0);

/** Whether one of two groups reaches the other through a third: together they would import each other in a circle. */
function wouldCircle(needs, a, b) {
  const reaches = (from, to) =>
    [...needs.get(from)].some((group) => group !== from && group !== to && needs.get(group).has(to));
  return reaches(a, b) || reaches(b, a);
}
