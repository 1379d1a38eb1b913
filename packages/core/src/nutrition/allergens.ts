/** Allergens by law, as suggested ids; a menu may use others. */

/** The 14 of Regulation (EU) No 1169/2011, Annex II. */
export const EU_ALLERGENS = [
  'cereals-gluten',
  'crustaceans',
  'eggs',
  'fish',
  'peanuts',
  'soybeans',
  'milk',
  'nuts',
  'celery',
  'mustard',
  'sesame',
  'sulphites',
  'lupin',
  'molluscs',
] as const;

/** The 9 of the United States: 8 by FALCPA (2004), and sesame by the FASTER Act (2021). */
export const US_ALLERGENS = [
  'milk',
  'eggs',
  'fish',
  'crustaceans',
  'tree-nuts',
  'peanuts',
  'wheat',
  'soybeans',
  'sesame',
] as const;
