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

/** Names of the two laws for what is the same, or a part of the other: who must avoid one must avoid both. */
const OVERLAPS: readonly (readonly [string, string])[] = [
  ['cereals-gluten', 'wheat'],
  ['nuts', 'tree-nuts'],
];

/** Whether two allergens are the same, or one may contain the other. */
export function mayBeSame(one: string, other: string): boolean {
  return one === other || OVERLAPS.some((pair) => pair.includes(one) && pair.includes(other));
}

const ENGLISH: Readonly<Record<string, string>> = {
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

/** As in the Spanish text of Annex II, shortened; from memory. */
const SPANISH: Readonly<Record<string, string>> = {
  'cereals-gluten': 'Gluten',
  crustaceans: 'Crustáceos',
  eggs: 'Huevos',
  fish: 'Pescado',
  peanuts: 'Cacahuetes',
  soybeans: 'Soja',
  milk: 'Leche',
  nuts: 'Frutos de cáscara',
  celery: 'Apio',
  mustard: 'Mostaza',
  sesame: 'Sésamo',
  sulphites: 'Sulfitos',
  lupin: 'Altramuces',
  molluscs: 'Moluscos',
  'tree-nuts': 'Frutos secos',
  wheat: 'Trigo',
};

/** Every allergen listed by one of the laws, each once. */
export const KNOWN_ALLERGENS: readonly string[] = [...new Set<string>([...EU_ALLERGENS, ...US_ALLERGENS])];

/** What the kitchen reads above an order whose guest can't have some allergens; one line, empty if there are none. */
export function avoidanceWarnings(avoid: readonly string[], locale: string): string[] {
  if (avoid.length === 0) return [];
  const names = avoid.map((id) => allergenName(id, locale)).join(', ');
  return [`${locale.startsWith('es') ? 'ALERGIA' : 'ALLERGY'}: ${names}`.toLocaleUpperCase(locale)];
}

/** The name of an allergen in a language, English where there is none; one that no law lists is shown as it is. */
export function allergenName(id: string, locale: string): string {
  return (locale.startsWith('es') ? SPANISH[id] : undefined) ?? ENGLISH[id] ?? id;
}
