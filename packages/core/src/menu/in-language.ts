import type { Text } from './document.ts';
import { putAt } from './put-at.ts';
import { eachText } from './visit.ts';
import type { Workbook } from './workbook.ts';

/**
 * A menu as somebody reads it in one language: its texts in that one and in the first, which stands in where a text has
 * no other. It still says which languages there are.
 */
export function menuInLanguage<W extends Workbook>(workbook: W, locale: string): W {
  const kept = [workbook.locales[0], locale];
  const reduced = (text: Text): Text =>
    typeof text === 'string' ? text : Object.fromEntries(Object.entries(text).filter(([one]) => kept.includes(one)));
  const menu = JSON.parse(JSON.stringify(workbook)) as W;
  eachText(workbook, (path, text) => putAt(menu, path, reduced(text)));
  for (const line of [...(menu.itemSummaries ?? []), ...(menu.sectionSummaries ?? [])])
    line.template = reduced(line.template);
  for (const picture of menu.pictureTexts ?? []) picture.text = reduced(picture.text);
  return menu;
}
