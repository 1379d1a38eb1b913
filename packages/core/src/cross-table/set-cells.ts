import { applyUnchecked } from '../change/change.ts';
import type { Edit } from '../change/edit.ts';
import { newRuleId } from '../edits/rule-switch.ts';
import type { Id, Item, Rule } from '../menu/document.ts';
import type { Workbook } from '../menu/workbook.ts';
import { withCells } from '../menu/cells.ts';
import { pickOf } from './combinations.ts';
import { crossTable, type CrossTable } from './cross-table.ts';
import { across, type CrossCell, type CrossPlace, type CrossStroke, pathOf } from './place.ts';
import { conditionOf, decidingChoice, hiddenBy } from './table-rules.ts';

/**
 * The edits after which cells go together, or no longer do; none if they already are so. Only the table's own rules are
 * touched (an emptied one is removed), or the combinations of the dish's variants.
 */
export function setCrossCells(menu: Workbook, place: CrossPlace, strokes: readonly CrossStroke[]): Edit[] {
  let now = menu;
  return strokes.flatMap((stroke) => {
    const edits = editsOf(now, place, stroke);
    now = applyUnchecked(now, { edits });
    return edits;
  });
}

function editsOf(menu: Workbook, place: CrossPlace, { cells, together }: CrossStroke): Edit[] {
  const table = crossTable(menu, place);
  const changed = cells.filter(({ row, column }) => table.goesWith(row, column) !== together);
  if (changed.length === 0) return [];
  const item = menu.items.find(({ id }) => id === place.item);
  if (table.by === 'variants' && item?.variants) return [inVariants(item, place, changed, together)];
  return inRules(menu, place, table, changed, together);
}

function inVariants(item: Item, place: CrossPlace, changed: readonly CrossCell[], together: boolean): Edit {
  const fields = { sold: together ? undefined : false };
  const changes = changed.map(({ row, column }) => ({ pick: pickOf(place, row, column), fields }));
  return { type: 'put', kind: 'items', thing: withCells(item, changes) };
}

function inRules(
  menu: Workbook,
  place: CrossPlace,
  { decides }: CrossTable,
  changed: readonly CrossCell[],
  together: boolean,
): Edit[] {
  const byDecider = new Map<Id, string[]>();
  for (const { row, column } of changed) {
    const [decider, other] = decides === 'rows' ? [row, column] : [column, row];
    const path = pathOf(place, across(decides), other);
    byDecider.set(decider, [...(byDecider.get(decider) ?? []), path]);
  }
  const added: Rule[] = [];
  return [...byDecider].flatMap(([decider, paths]): Edit[] => {
    const own = (menu.rules ?? []).filter((rule) => decidingChoice(rule, place, decides) === decider);
    if (together) return own.flatMap((rule) => shown(rule, paths));
    const first = own[0];
    if (first) return [put({ ...first, then: [...first.then, ...paths.map((hide) => ({ hide }))] })];
    const id = newRuleId(
      { ...menu, rules: [...(menu.rules ?? []), ...added] },
      `${place[decides]} ${decider} ${place[across(decides)]}`,
    );
    const rule: Rule = { id, ...conditionOf(place, decides, decider), then: paths.map((hide) => ({ hide })) };
    added.push(rule);
    return [put(rule)];
  });
}

/** A rule that no longer hides some paths; one that hides nothing more is removed. */
function shown(rule: Rule, paths: readonly string[]): Edit[] {
  const left = hiddenBy(rule).filter((path) => !paths.includes(path));
  if (left.length === rule.then.length) return [];
  if (left.length === 0) return [{ type: 'remove', kind: 'rules', id: rule.id }];
  return [put({ ...rule, then: left.map((hide) => ({ hide })) })];
}

function put(thing: Rule): Edit {
  return { type: 'put', kind: 'rules', thing };
}
