import { combinationKey, type CompiledItem, type OfferedGroup } from '../compile/compiled.ts';
import type { Answers } from '../api/line.ts';

/**
 * The picture for a dish as answered: that of the picked combination; else of the choice picked in the first pick-one
 * question whose choices all have one, since they show what the dish becomes; else the dish's own.
 */
export function pictureFor({ item, cells, groups }: CompiledItem, { picks = [] }: Answers): string | undefined {
  const pickedIn = (group: OfferedGroup | undefined) => picks.find((pick) => pick.group === group?.id)?.choice;
  const accepted = (cells?.by ?? []).map((index) => pickedIn(groups[index]));
  const isWhole = accepted.length > 0 && accepted.every((choice) => choice !== undefined);
  const ofCombination = isWhole ? cells?.cells.get(combinationKey(accepted as string[]))?.image : undefined;
  if (ofCombination !== undefined) return ofCombination;
  const shown = groups.find((group) => showsTheDish(group) && pickedIn(group) !== undefined);
  return shown?.choices.find(({ id }) => id === pickedIn(shown))?.choice.image ?? item.image;
}

function showsTheDish({ min, max, choices }: OfferedGroup): boolean {
  return min === 1 && max === 1 && choices.length > 0 && choices.every(({ choice }) => choice.image !== undefined);
}
