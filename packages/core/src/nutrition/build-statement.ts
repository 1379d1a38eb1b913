import type { Pick } from '../api/line.ts';
import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type AllergenStatement, choiceStatement, dishStatement } from './statements.ts';

/** A part of a dish as answered: the dish itself, or a picked choice. */
export interface StatedPart extends AllergenStatement {
  readonly choice: OfferedChoice | undefined;
}

/** What the dish and each picked choice say about allergens, in the order of the picks; inner picks follow theirs. */
export function statedParts(menu: CompiledMenu, item: CompiledItem, picks: readonly Pick[]): StatedPart[] {
  return [{ choice: undefined, ...dishStatement(menu, item) }, ...partsOf(menu, item.groups, picks)];
}

function partsOf(menu: CompiledMenu, groups: readonly OfferedGroup[], picks: readonly Pick[]): StatedPart[] {
  return picks.flatMap((pick) => {
    const choice = groups.find(({ id }) => id === pick.group)?.choices.find(({ id }) => id === pick.choice);
    if (!choice) return [];
    return [{ choice, ...choiceStatement(menu, choice) }, ...partsOf(menu, choice.opens, pick.picks ?? [])];
  });
}
