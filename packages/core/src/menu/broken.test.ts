import { describe, expect, it } from 'vitest';
import { parseMenuDocument } from '../validation/index.ts';
import { BREAKS, brokenMenu } from '../testing/broken-menu.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { faultMessage } from '../messages/fault-message.ts';

/** The paths of all faults of a document, after checking that each has a sentence. */
function faultPaths(document: unknown): string[] {
  const parsed = parseMenuDocument(document);
  if (parsed.ok) return [];
  for (const fault of parsed.faults) expect(faultMessage(fault)).toMatch(/^.{10,}[.”]$/u);
  return parsed.faults.map(({ path }) => path);
}

const isTold = (paths: readonly string[], at: string) => paths.some((path) => path === at || path.startsWith(`${at}/`));

describe('a random menu is refused', () => {
  it.each(Object.entries(BREAKS))('for %s', (_, way) => {
    let broken = 0;
    for (let seed = 0; seed < 12; seed++) {
      const menu = richMenu(seed);
      expect(faultPaths(menu)).toEqual([]);
      const { menu: document, due } = brokenMenu(menu, new Random(seed), [way]);
      const paths = faultPaths(document);
      for (const at of due) expect({ seed, at, told: isTold(paths, at), paths }).toMatchObject({ told: true });
      broken += due.length;
    }
    expect(broken).toBeGreaterThan(2);
  });

  it('for each of several faults at once, wherever they are', () => {
    const ways = Object.values(BREAKS);
    for (let seed = 0; seed < 60; seed++) {
      const random = new Random(seed * 7);
      // Only one fault of this kind: removing list entries would shift each other's paths.
      const { menu, due } = brokenMenu(richMenu(seed), random, random.some(ways, 0.07).slice(0, 4));
      const paths = faultPaths(menu);
      for (const at of due) expect({ seed, at, told: isTold(paths, at), paths }).toMatchObject({ told: true });
    }
  });
});
