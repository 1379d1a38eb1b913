import { EU_ALLERGENS, US_ALLERGENS } from '@hearty-ladle/core';

const WORDS: Readonly<Record<string, string>> = {
  'cereals-gluten': 'Gluten',
  crustaceans: 'Crustaceans',
  eggs: 'Eggs',
  fish: 'Fish',
  peanuts: 'Peanuts',
  soybeans: 'Soy',
  milk: 'Milk',
  nuts: 'Nuts',
  celery: 'Celery',
  mustard: 'Mustard',
  sesame: 'Sesame',
  sulphites: 'Sulphites',
  lupin: 'Lupin',
  molluscs: 'Molluscs',
  'tree-nuts': 'Tree nuts',
  wheat: 'Wheat',
};

/** Every allergen listed by a law, each once. */
export const KNOWN_ALLERGENS: readonly string[] = [...new Set<string>([...EU_ALLERGENS, ...US_ALLERGENS])];

export function allergenName(id: string): string {
  return WORDS[id] ?? id;
}
