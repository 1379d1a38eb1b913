import { expect, it } from 'vitest';
import { richMenu } from '../testing/rich-menu.ts';
import type { Text } from './document.ts';
import { menuInLanguage } from './in-language.ts';
import { textIn } from './text.ts';
import { eachText } from './visit.ts';
import type { Workbook } from './workbook.ts';

const NAME = { en: 'Broth', es: 'Caldo', ca: 'Brou' };

function textsOf(menu: Workbook): Map<string, Text> {
  const found = new Map<string, Text>();
  eachText(menu, (path, text) => found.set(path, text));
  return found;
}

it.each(['en', 'es', 'ca'])(
  'a menu in %s reads the same in that and in the first language, and holds no other',
  (locale) => {
    for (let seed = 1; seed <= 20; seed++) {
      const rich = richMenu(seed);
      const menu: Workbook = {
        ...{ ...rich, locales: Object.keys(NAME), pictureTexts: [{ id: 'bowl', text: NAME }] },
        ...{ items: rich.items.map((item, i) => (i % 2 ? item : { ...item, name: NAME })) },
        itemSummaries: [{ id: rich.items[0]?.id ?? '', template: NAME }],
      };
      const read = menuInLanguage(menu, locale);
      const kept = new Set(['en', locale]);
      const [before, after] = [textsOf(menu), textsOf(read)];
      expect([...after.keys()]).toEqual([...before.keys()]);
      for (const [path, text] of before)
        for (const one of kept) expect(textIn(after.get(path) ?? '', one, 'en')).toBe(textIn(text, one, 'en'));
      for (const text of [...after.values(), read.pictureTexts?.[0]?.text, read.itemSummaries?.[0]?.template])
        if (typeof text === 'object') expect(Object.keys(text).every((one) => kept.has(one))).toBe(true);
    }
  },
);
