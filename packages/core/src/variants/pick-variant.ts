import type { Answers } from '../api/line.ts';
import type { CompiledItem, CompiledMenu } from '../compile/compiled.ts';
import { cellOf, combinationId } from '../menu/cells.ts';
import type { Cell } from '../menu/document.ts';
import type { Workbook } from '../menu/workbook.ts';
import { pickChoice } from '../quote/edit-line.ts';

/** A combination that can be chosen as a whole. */
export interface OfferedVariant {
  readonly id: string;
  readonly pick: Cell['pick'];
  readonly cell: Cell | undefined;
}

/** The combinations of a dish that are sold, in the order of its groups and their choices; empty if it has no variants. */
export function offeredVariants(item: CompiledItem): OfferedVariant[] {
  const { variants } = item.item;
  if (!variants) return [];
  const groups = variants.by.map((id) => item.groups[item.groupIndex.get(id) ?? -1]);
  return groups
    .reduce<Cell['pick'][]>(
      (made, group) =>
        made.flatMap((pick) => (group?.choices ?? []).map(({ id }) => ({ ...pick, [group?.id ?? '']: id }))),
      [{}],
    )
    .map((pick) => ({ id: combinationId(variants, pick), pick, cell: cellOf(variants, pick) }))
    .filter(({ cell }) => cell?.sold !== false);
}

/** The answers with a whole combination picked; what else was answered stays. */
export function pickVariant<A extends Answers>(item: CompiledItem, answers: A, pick: Cell['pick']): A {
  return Object.entries(pick).reduce<A>((now, [id, choiceId]) => {
    const group = item.groups[item.groupIndex.get(id) ?? -1];
    const choice = group?.choices.find((one) => one.id === choiceId);
    const isPicked = now.picks?.some((one) => one.group === id && one.choice === choiceId);
    return group && choice && !isPicked ? pickChoice(now, undefined, group, choice, true) : now;
  }, answers);
}

/** Whether guests choose a dish's combinations from one list. */
export function isInOneList({ menu }: CompiledMenu, item: string): boolean {
  const { variantLists = [] }: Workbook = menu;
  return variantLists.some(({ id }) => id === item);
}
