import { describe, expect, it } from 'vitest';
import { parseMenuDocument } from '../validation/index.ts';
import type { Menu } from '../menu/document.ts';
import { Random } from '../testing/random.ts';
import { randomMenu } from '../testing/random-menu.ts';
import { apply, applyUnchecked, type Change, invert } from './change.ts';
import { type Edit, settingsOf } from './edit.ts';

/** A change of several steps, some of which undo or overwrite each other. */
function randomChange(menu: Menu, seed: number): Change {
  const random = new Random(seed);
  const edits = Array.from({ length: random.int(1, 5) }, (_, i): Edit => {
    const group = random.pick(menu.groups);
    switch (random.int(0, 4)) {
      case 0:
        return { type: 'put', kind: 'groups', thing: { ...group, name: `Renamed ${i}` } };
      case 1:
        return {
          type: 'put',
          kind: 'groups',
          thing: { ...group, id: `new${random.int(0, 2)}` },
          index: random.int(0, menu.groups.length),
        };
      case 2:
        return { type: 'remove', kind: 'groups', id: group.id };
      case 3:
        return { type: 'move', kind: 'groups', id: group.id, index: random.int(0, menu.groups.length - 1) };
      default:
        return { type: 'put', kind: 'settings', thing: { ...settingsOf(menu), name: `House ${i}` } };
    }
  });
  return { edits };
}

describe('a change', () => {
  it('and its inverse leave the menu as it was', () => {
    for (let seed = 0; seed < 300; seed++) {
      const menu = randomMenu(seed % 30, { groups: 4, choices: 3, rules: 2 });
      const change = randomChange(menu, seed);
      const back = applyUnchecked(applyUnchecked(menu, change), invert(menu, change));
      expect(back).toEqual(menu);
    }
  });

  it('is accepted just when the whole document would be', () => {
    for (let seed = 0; seed < 300; seed++) {
      const menu = randomMenu(seed % 30, { groups: 4, choices: 3, rules: 2 });
      const change = randomChange(menu, seed);
      expect(apply(menu, change).ok).toBe(parseMenuDocument(applyUnchecked(menu, change)).ok);
    }
  });
});
