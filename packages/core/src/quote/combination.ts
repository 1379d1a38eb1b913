import { combinationKey, type CompiledItem, type OfferedChoice } from '../compile/compiled.ts';
import type { Cell } from '../menu/document.ts';
import type { UnavailableIndex } from './circumstances.ts';
import type { ResolvedLine } from './resolve-line.ts';

/** The combination that the accepted picks of a variants table's groups select. */
export interface Combination {
  readonly cell: Cell | undefined;
  readonly soldOut: boolean;
}

const NO_COMBINATION: readonly undefined[] = [];

/** The accepted choice of each `by` group, in the table's order; undefined unless exactly one is picked in each. */
export function acceptedCombination(line: ResolvedLine): readonly (OfferedChoice | undefined)[] {
  if (!line.item.cells) return NO_COMBINATION;
  return line.item.cells.by.map((index) => {
    const [first, ...others] = line.resolver.acceptedPicks(index);
    return first && others.every(({ choice }) => choice === first.choice) ? first.choice : undefined;
  });
}

/** The combination of the given choices; undefined if a `by` group has none. */
export function combinationOf(
  item: CompiledItem,
  choices: readonly (OfferedChoice | undefined)[],
  out: UnavailableIndex,
): Combination | undefined {
  const table = item.cells;
  if (!table) return undefined;
  const ids: string[] = [];
  for (const choice of choices) {
    if (!choice) return undefined;
    ids.push(choice.id);
  }
  return { cell: table.cells.get(combinationKey(ids)), soldOut: isOut(item, ids, out) };
}

function isOut(item: CompiledItem, ids: readonly string[], out: UnavailableIndex): boolean {
  const by = item.item.variants?.by ?? [];
  return out.variants.some(
    (named) =>
      named.item === item.item.id && by.every((id, i) => Object.hasOwn(named.pick, id) && named.pick[id] === ids[i]),
  );
}
