import { applyUnchecked } from '../change/change.ts';
import type { Edit } from '../change/edit.ts';
import { setCrossCells } from '../cross-table/set-cells.ts';
import { ALWAYS } from '../edits/always.ts';
import { newRuleId } from '../edits/rule-switch.ts';
import type { Id, Item, Menu } from '../menu/document.ts';
import type { Attachment } from '../menu/group-schema.ts';
import type { Workbook } from '../menu/workbook.ts';
import { type Price, priceByList, priceIn } from '../money/money.ts';
import type { Clock } from '../quote/calendar.ts';
import { ordinaryPrices, type VariantGroup, variantGroups, type VariantRow, variantRows } from './variant-rows.ts';

/** How a dish without its variants comes about, and what of them can't be kept. */
export interface PlainDish {
  readonly edits: readonly Edit[];
  /** Combinations whose price would be another one. */
  readonly otherPrice: readonly VariantRow[];
  /** Combinations whose code or picture would be gone. */
  readonly lost: readonly VariantRow[];
}

/** A dish with variants by some of its groups; every combination is sold at its ordinary price until it gets its own. */
export function intoVariants(item: Item, by: readonly Id[]): Item {
  return { ...item, variants: { by: [...by], cells: [] } };
}

/**
 * Turns variants back into plain groups. Prices become prices of the choices on this dish where they add up (whatever is
 * proved not to is named); combinations that are not sold are hidden by rules of this dish.
 */
export function outOfVariants(menu: Workbook, item: Item, clock: Clock): PlainDish {
  const rows = variantRows(menu, item, clock);
  const { variants, ...plain } = item;
  if (!variants) return { edits: [], otherPrice: [], lost: [] };
  const groups = variantGroups(menu, item).filter(({ id }) => variants.by.includes(id));
  const hasPrices = rows.some(({ cell }) => cell?.price !== undefined);
  const thing = hasPrices ? withAddedPrices(menu, plain, groups, rows) : plain;
  const put: Edit = { type: 'put', kind: 'items', thing };
  const off = rows.filter(({ cell }) => cell?.sold === false);
  const after = ordinaryPrices(menu, thing, clock);
  const lists = menu.priceLists;
  const first = lists[0]?.id ?? '';
  return {
    edits: [put, ...hidingRules(applyUnchecked(menu, { edits: [put] }), item.id, variants.by, off)],
    otherPrice: rows.filter(({ pick, cell, ordinary }) => {
      const [now, then] = [cell?.price ?? ordinary, after(pick)];
      return cell?.sold !== false && lists.some(({ id }) => priceIn(now, id, first) !== priceIn(then, id, first));
    }),
    lost: rows.filter(({ cell }) => cell?.code !== undefined || cell?.image !== undefined),
  };
}

/** The dish with prices of its own for the choices, read from one row and column of the combinations that are sold. */
function withAddedPrices(menu: Menu, item: Item, groups: readonly VariantGroup[], rows: readonly VariantRow[]): Item {
  const first = menu.priceLists[0]?.id ?? '';
  const priceOf = (row: VariantRow | undefined, list: Id) =>
    row && priceIn(row.cell?.price ?? row.ordinary, list, first);
  const sold = rows.filter(({ cell }) => cell?.sold !== false);
  const reference =
    sold.find((row) => groups.every((group) => neighbours(sold, row, group.id) === group.choices.length)) ?? sold[0];
  if (!reference) return item;
  const prices = new Map<Id, Record<Id, Price>>();
  groups.forEach(({ id: group, choices }, place) => {
    const added: Record<Id, Price> = {};
    for (const { id } of choices) {
      const row = sold.find((one) => isNeighbour(one, reference, group) && one.pick[group] === id);
      if (!row) continue;
      // The first group carries what the reference costs beyond the dish; the others what they change.
      added[id] = priceByList(menu.priceLists, (list) => {
        const from = place === 0 ? priceIn(item.price, list, first) : (priceOf(reference, list) ?? 0);
        return (priceOf(row, list) ?? 0) - from;
      });
    }
    prices.set(group, added);
  });
  const attached = (item.groups ?? []).map((attachment): Attachment => {
    const added = prices.get(attachment.group);
    return added ? { ...attachment, prices: { ...attachment.prices, ...added } } : attachment;
  });
  return { ...item, groups: attached };
}

/** How many choices of a group are sold beside the other choices of a combination. */
function neighbours(rows: readonly VariantRow[], row: VariantRow, group: Id): number {
  return rows.filter((one) => isNeighbour(one, row, group)).length;
}

function isNeighbour(one: VariantRow, other: VariantRow, group: Id): boolean {
  return Object.keys(one.pick).every((id) => id === group || one.pick[id] === other.pick[id]);
}

/** Rules of the dish that hide what is not sold: a choice by the others, or a choice alone. */
function hidingRules(menu: Workbook, item: Id, by: readonly Id[], off: readonly VariantRow[]): Edit[] {
  const [rows = '', columns, third] = by;
  if (off.length === 0) return [];
  if (columns === undefined) {
    const then = off.map(({ pick }) => ({ hide: `${rows}/${pick[rows]}` }));
    const thing = { id: newRuleId(menu, `${item} ${rows}`), items: [item], when: ALWAYS, then };
    return [{ type: 'put', kind: 'rules', thing }];
  }
  let now = menu;
  return off.flatMap(({ pick }) => {
    const fixed = third === undefined ? {} : { fixed: { group: third, choice: pick[third] ?? '' } };
    const cells = [{ row: pick[rows] ?? '', column: pick[columns] ?? '' }];
    const edits = setCrossCells(now, { rows, columns, item, ...fixed }, [{ cells, together: false }]);
    now = applyUnchecked(now, { edits });
    return edits;
  });
}
