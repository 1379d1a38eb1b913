import type { Menu } from './document.ts';
import { textIn } from './text.ts';
import type { SummaryLine } from './summary-line.ts';

/**
 * The menu with the objects kept beside the document. They are edited, undone and journalled like everything else, and
 * left out when the document is exported.
 */
export type Workbook = Menu & {
  readonly itemSummaries?: readonly SummaryLine[];
  readonly sectionSummaries?: readonly SummaryLine[];
};

export const ASIDE_KINDS = ['itemSummaries', 'sectionSummaries'] as const;
export type AsideKind = (typeof ASIDE_KINDS)[number];

/** The menu document alone. */
export function documentOf({ itemSummaries: _items, sectionSummaries: _sections, ...menu }: Workbook): Menu {
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
