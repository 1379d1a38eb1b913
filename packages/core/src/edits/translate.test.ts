import { expect, it } from 'vitest';
import { applyUnchecked } from '../change/change.ts';
import { eachText } from '../menu/visit.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { isUntranslated } from '../menu/text.ts';
import { documentOf, type Workbook } from '../menu/workbook.ts';
import { addLanguageEdits, removeLanguageEdits, textPlaces, translationEdits } from './translate.ts';

const workbook = (seed: number): Workbook => {
  const menu = richMenu(seed);
  return {
    ...menu,
    itemSummaries: [{ id: menu.items[0]?.id ?? '', template: '{soup}' }],
    pictureTexts: [{ id: 'a'.repeat(64), text: 'A bowl' }],
  };
};

it('a language that is added, translated everywhere and removed leaves every menu as it was', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const before = workbook(seed);
    const added = applyUnchecked(before, { edits: addLanguageEdits(before, 'fi') });
    const words = new Map(textPlaces(added).map(({ path }, i) => [path, `sana ${i}`]));
    const translated = applyUnchecked(added, { edits: translationEdits(added, words, 'fi') });
    expect(faultsOfMeaning(documentOf(translated))).toEqual([]);
    eachText(translated, (path, text) => {
      expect(isUntranslated(text, 'fi')).toBe(false);
      expect(typeof text === 'string' ? '' : text['fi']).toBe(words.get(path));
    });
    expect(applyUnchecked(translated, { edits: removeLanguageEdits(translated, 'fi') })).toEqual(before);
  }
});

it('touches only what the words change', () => {
  const before = workbook(3);
  const [one, two] = textPlaces(before);
  expect(translationEdits(before, new Map([[one?.path ?? '', '']]), 'fi')).toEqual([]);
  const edits = translationEdits(before, new Map([[two?.path ?? '', 'sana']]), 'fi');
  expect(edits).toHaveLength(1);
});
