import Type, { type Static } from 'typebox';
import type { Menu } from './document.ts';
import { closed, Id } from './schema-kit.ts';

/** How the answers of a dish, or of every dish of a section, are read back as one line; see summary/template.ts. */
export const SummaryLine = Type.Object({ id: Id, template: Type.String({ maxLength: 300 }) }, closed);
export type SummaryLine = Static<typeof SummaryLine>;

/**
 * The menu with what is kept beside it: things that the house works with and the menu document does not know. They
 * change, are undone and journalled like everything else, and are left out when the document is written.
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

/** The template of a dish: its own, else that of the first of its sections that has one. */
export function templateFor(workbook: Workbook, item: { readonly id: string; readonly sections?: readonly string[] }): string | undefined {
  const own = workbook.itemSummaries?.find(({ id }) => id === item.id);
  if (own) return own.template;
  for (const section of item.sections ?? []) {
    const found = workbook.sectionSummaries?.find(({ id }) => id === section);
    if (found) return found.template;
  }
  return undefined;
}
