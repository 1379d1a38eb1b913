import type { OffRule, PictureText, VariantList } from './aside-schemas.ts';
import type { Menu } from './document.ts';
import type { Snooze } from './snooze.ts';
import { textIn } from './text.ts';
import type { SummaryLine } from './summary-line.ts';

/**
 * The menu with the objects kept beside the document. They are edited, undone and journalled like everything else, and
 * left out when the document is exported.
 */
export type Workbook = Menu & {
  readonly itemSummaries?: readonly SummaryLine[];
  readonly sectionSummaries?: readonly SummaryLine[];
  readonly offRules?: readonly OffRule[];
  readonly promises?: readonly StoredPromise[];
  readonly snoozes?: readonly Snooze[];
  readonly variantLists?: readonly VariantList[];
  readonly pictureTexts?: readonly PictureText[];
};

/** A promise as it lies beside the document; `promisesOf` gives it whole. */
interface StoredPromise {
  readonly id: string;
  readonly name: string;
  readonly total: number;
  readonly line: { readonly item: string };
}

export const ASIDE_KINDS = [
  'itemSummaries',
  'sectionSummaries',
  'offRules',
  'promises',
  'snoozes',
  'variantLists',
  'pictureTexts',
] as const;
export type AsideKind = (typeof ASIDE_KINDS)[number];

/** The menu document alone. */
export function documentOf({
  itemSummaries: _items,
  sectionSummaries: _sections,
  offRules: _rules,
  promises: _promises,
  snoozes: _snoozes,
  variantLists: _variantLists,
  pictureTexts: _pictureTexts,
  ...menu
}: Workbook): Menu {
  return menu;
}

/** The template of a dish in a language: its own, else that of its first section that has one. */
export function templateFor(
  workbook: Workbook,
  item: { readonly id: string; readonly sections?: readonly string[] },
  locale: string,
): string | undefined {
  const own = workbook.itemSummaries?.find(({ id }) => id === item.id);
  const bySection = item.sections?.map((section) => workbook.sectionSummaries?.find(({ id }) => id === section));
  const template = (own ?? bySection?.find((line) => line !== undefined))?.template;
  return template === undefined ? undefined : textIn(template, locale, workbook.locales[0] ?? '');
}

/** What a picture shows, in words; empty if nobody has said. */
export function pictureText({ pictureTexts, locales: [first = ''] }: Workbook, id: string, locale: string): string {
  const text = pictureTexts?.find((one) => one.id === id)?.text;
  return text === undefined ? '' : textIn(text, locale, first);
}
