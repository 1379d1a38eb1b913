import { combinationKey, type CompiledItem } from '../compile/compiled.ts';
import type { Answers } from './request-schema.ts';

/** The picture that shows a dish as it is answered: of the combination that was picked, else the dish's own. */
export function pictureFor({ item, cells, groups }: CompiledItem, { picks = [] }: Answers): string | undefined {
  const accepted = (cells?.by ?? []).map((index) => picks.find((pick) => pick.group === groups[index]?.id)?.choice);
  const isWhole = accepted.length > 0 && accepted.every((choice) => choice !== undefined);
  return (isWhole ? cells?.cells.get(combinationKey(accepted as string[]))?.image : undefined) ?? item.image;
}
