import { combinationKey, type CompiledItem } from '../compile/compiled.ts';
import type { Answers } from '../api/line.ts';

/** The picture for a dish as answered: that of the picked combination, else the dish's own. */
export function pictureFor({ item, cells, groups }: CompiledItem, { picks = [] }: Answers): string | undefined {
  const accepted = (cells?.by ?? []).map((index) => picks.find((pick) => pick.group === groups[index]?.id)?.choice);
  const isWhole = accepted.length > 0 && accepted.every((choice) => choice !== undefined);
  return (isWhole ? cells?.cells.get(combinationKey(accepted as string[]))?.image : undefined) ?? item.image;
}
