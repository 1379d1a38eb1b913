import { textIn, type TextPlace, type Thing, type ThingKind, type Workbook } from '@hearty-ladle/core';
import { fieldName } from '../../../text/field-names.ts';
import { KIND_WORDS, thingName } from '../../../text/changes.ts';

/** A text to translate. `where`: what has it, in words; `words`: empty if it is not translated. */
export interface TranslationRow {
  /** Tells the text from all others, also when things before it come or go, as its path does not. */
  readonly key: string;
  readonly path: string;
  readonly where: string;
  /** Where it is edited, if a page shows it. */
  readonly link: readonly string[] | undefined;
  readonly original: string;
  readonly words: string;
}

const OWNERS: Partial<Record<ThingKind, 'items' | 'sections'>> = {
  itemSummaries: 'items',
  sectionSummaries: 'sections',
};
const PAGES: Partial<Record<ThingKind, string>> = {
  items: '/menu',
  itemSummaries: '/menu',
  groups: '/groups',
  rules: '/rules',
};
/** Texts that are in lists of their own within a thing. */
const PARTS: Readonly<Record<string, string>> = { choices: 'Choice', amounts: 'Amount', then: 'Told' };

/** The texts that say something, each with its translation. */
export function translationRows(menu: Workbook, places: readonly TextPlace[], locale: string): TranslationRow[] {
  const first = menu.locales[0] ?? '';
  return places.flatMap(({ path, kind, index, text }) => {
    const original = textIn(text, first, first);
    if (original.trim() === '') return [];
    const thing = kind === 'settings' ? undefined : menu[kind]?.[index];
    const steps = path.split('/');
    const part = PARTS[steps[3] ?? ''] ?? fieldName(steps.at(-1) ?? '');
    const page = PAGES[kind];
    return [
      {
        key: [kind, thing?.id, ...steps.slice(kind === 'settings' ? 1 : 3)].join('/'),
        path,
        where: `${KIND_WORDS[kind]} ${nameOf(menu, kind, thing)} · ${part}`,
        link: page === undefined || !thing ? undefined : [page, thing.id],
        original,
        words: typeof text === 'string' || !Object.hasOwn(text, locale) ? '' : (text[locale] ?? ''),
      },
    ];
  });
}

/** A summary line goes by the name of its dish or section. */
function nameOf(menu: Workbook, kind: ThingKind, thing: Thing | undefined): string {
  const list = OWNERS[kind];
  const id = thing && 'id' in thing ? thing.id : undefined;
  return thingName(menu, list ? menu[list].find((owner) => owner.id === id) : thing);
}
