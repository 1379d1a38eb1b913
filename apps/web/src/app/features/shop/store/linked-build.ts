import type { CompiledMenu, Line, Pick } from '@hearty-ladle/core';
import { readPicks, withoutUnknown } from '@hearty-ladle/core/guest';

/** A dish with choices already made, as a link names it. */
export interface LinkedBuild {
  /** Undefined if the menu has no such dish. */
  readonly line: Line | undefined;
  /** What the link chose and the menu no longer offers; its ids in words, as their names are not known any more. */
  readonly stale: readonly string[];
}

/** Reads a link's dish and choices against the menu as it is now. */
export function linkedBuild(menu: CompiledMenu, dish: string, choices: string): LinkedBuild {
  const item = menu.item(dish);
  if (!item) return { line: undefined, stale: [] };
  const picks = readPicks(choices) ?? [];
  const line = withoutUnknown(item, { item: dish, picks });
  const left = new Set(pathsOf(line.picks ?? []));
  const stale = pathsOf(picks).filter((path) => !left.has(path));
  return { line, stale: [...new Set(stale.map(inWords))] };
}

function pathsOf(picks: readonly Pick[], before = ''): string[] {
  return picks.flatMap(({ group, choice, picks: inner = [] }) => {
    const path = `${before}${group}/${choice}`;
    return [path, ...pathsOf(inner, `${path} `)];
  });
}

function inWords(path: string): string {
  return path.slice(path.lastIndexOf('/') + 1).replaceAll(/[-_.]/g, ' ');
}
