import type { CompiledItem, CompiledMenu, OfferedChoice, UsedIngredient } from '../compile/compiled.ts';
import { mayBeSame } from './allergens.ts';

/** What a part of a dish says about allergens. */
export interface AllergenStatement {
  /** The allergens it is known to bring. */
  readonly allergens: readonly string[];
  /** Whether everything about it is stated: a list that is absent says nothing, an empty one says “none”. */
  readonly isComplete: boolean;
}

/** What a dish states of itself, whatever is picked. */
export function dishStatement(menu: CompiledMenu, { item, uses, allergens }: CompiledItem): AllergenStatement {
  return { allergens, isComplete: item.allergens !== undefined && ingredientsState(menu, uses) };
}

/** What a choice states: its own list, that of the dish it stands for, and those of the ingredients it uses. */
export function choiceStatement(
  menu: CompiledMenu,
  { choice, uses, allergens }: Pick<OfferedChoice, 'choice' | 'uses' | 'allergens'>,
): AllergenStatement {
  const dish = choice.item === undefined ? undefined : menu.item(choice.item);
  const isOwnStated = dish ? dish.item.allergens !== undefined : choice.allergens !== undefined;
  return { allergens, isComplete: isOwnStated && ingredientsState(menu, uses) };
}

/** Whether something with this statement is proved to be without every allergen of `avoid`. */
export function isWithout({ allergens, isComplete }: AllergenStatement, avoid: readonly string[]): boolean {
  return isComplete && broughtOf(allergens, avoid).length === 0;
}

/** Those of `avoid` that a list of allergens brings, or may bring under another law's name. */
export function broughtOf(allergens: readonly string[], avoid: readonly string[]): string[] {
  return avoid.filter((avoided) => allergens.some((allergen) => mayBeSame(allergen, avoided)));
}

function ingredientsState({ menu }: CompiledMenu, uses: readonly UsedIngredient[]): boolean {
  return uses.every(({ ingredient }) => menu.ingredients?.find(({ id }) => id === ingredient)?.allergens !== undefined);
}
