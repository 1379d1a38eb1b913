import type { Workbook } from '../menu/workbook.ts';

/** What an edition holds of a draft: all of it but what is live, which are promises and snoozed findings. */
export function editionOf({ promises: _promises, snoozes: _snoozes, ...edition }: Workbook): Workbook {
  return edition;
}

/** The lists beside the document that guests, tills or tickets see, and that an edition holds. */
export const EDITION_ASIDES = [
  'itemSummaries',
  'sectionSummaries',
  'offRules',
  'variantLists',
  'pictureTexts',
] as const satisfies readonly (keyof Workbook)[];
