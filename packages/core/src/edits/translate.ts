import {
  type Edit,
  listOf,
  type ListKind,
  type Settings,
  settingsOf,
  type Thing,
  type ThingKind,
} from '../change/edit.ts';
import type { Menu, Text } from '../menu/document.ts';
import { parsePointer } from '../menu/fault.ts';
import { putAt } from '../menu/put-at.ts';
import { withTextIn } from '../menu/text.ts';
import { eachText } from '../menu/visit.ts';
import type { Workbook } from '../menu/workbook.ts';

/** A text that guests read, with the thing that has it. `path`: a JSON Pointer into the workbook. */
export interface TextPlace {
  readonly path: string;
  readonly kind: ThingKind;
  /** The thing's place in its list; 0 for the settings. */
  readonly index: number;
  readonly text: Text;
}

const ASIDE = { itemSummaries: 'template', sectionSummaries: 'template', pictureTexts: 'text' } as const;

/** Every text that guests read, in the order of the document; those of the things beside it last. */
export function textPlaces(workbook: Workbook): TextPlace[] {
  const places: TextPlace[] = [];
  eachText(workbook, (path, text) => {
    const [list = '', index] = parsePointer(path);
    const kind = list === 'orderGroups' ? 'settings' : (list as ListKind);
    places.push({ path, kind, index: kind === 'settings' ? 0 : Number(index), text });
  });
  for (const [kind, field] of Object.entries(ASIDE))
    listOf(workbook, kind as ListKind).forEach((thing, index) => {
      const text = (thing as unknown as Record<string, Text>)[field] ?? '';
      places.push({ path: `/${kind}/${index}/${field}`, kind: kind as ListKind, index, text });
    });
  return places;
}

/**
 * Puts texts in one language: `words` by path, an empty one takes the translation away. What the words leave as they were
 * is not touched.
 */
export function translationEdits(workbook: Workbook, words: ReadonlyMap<string, string>, locale: string): Edit[] {
  const first = workbook.locales[0] ?? '';
  const copies = new Map<string, { readonly place: TextPlace; readonly copy: object }>();
  for (const place of textPlaces(workbook)) {
    const said = words.get(place.path);
    if (said === undefined) continue;
    const text = withTextIn(place.text, said, locale, first);
    if (JSON.stringify(text) === JSON.stringify(place.text)) continue;
    const key = `${place.kind} ${place.index}`;
    const known = copies.get(key) ?? { place, copy: copyOf(workbook, place) };
    copies.set(key, known);
    putAt(known.copy as Menu, place.path, text);
  }
  return [...copies.values()].map(({ place, copy }): Edit => {
    const { kind, index } = place;
    const thing = kind === 'settings' ? copy : (copy as Record<string, Record<number, Thing>>)[kind]?.[index];
    return { type: 'put', kind, thing: thing as Thing };
  });
}

/** Adds a language to the menu; its texts read as in the first language until they are translated. */
export function addLanguageEdits(menu: Menu, locale: string): Edit[] {
  const settings: Settings = { ...settingsOf(menu), locales: [...menu.locales, locale] };
  return [{ type: 'put', kind: 'settings', thing: settings }];
}

/** Takes a language away, with every text in it. Not the first, which every text is in. */
export function removeLanguageEdits(workbook: Workbook, locale: string): Edit[] {
  const places = textPlaces(workbook).filter(({ text }) => typeof text !== 'string' && Object.hasOwn(text, locale));
  const edits = translationEdits(workbook, new Map(places.map(({ path }) => [path, ''])), locale);
  const changed = edits.find(({ kind }) => kind === 'settings');
  const settings = changed?.type === 'put' ? (changed.thing as Settings) : settingsOf(workbook);
  const locales = settings.locales.filter((one) => one !== locale);
  return [
    ...edits.filter((edit) => edit !== changed),
    { type: 'put', kind: 'settings', thing: { ...settings, locales } },
  ];
}

/** A copy of the thing that has a text, where `putAt` finds it by the text's path. */
function copyOf(workbook: Workbook, { kind, index }: TextPlace): object {
  const thing = kind === 'settings' ? settingsOf(workbook) : listOf(workbook, kind)[index];
  const copy = JSON.parse(JSON.stringify(thing)) as object;
  return kind === 'settings' ? copy : { [kind]: { [index]: copy } };
}
