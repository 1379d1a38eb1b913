import {
  type CellFields,
  hasOwnAmount,
  moneyText,
  parseMoney,
  type Price,
  type PriceList,
  priceIn,
  type VariantRow,
  withListAmount,
} from '@hearty-ladle/core';

/** A column of the variants' grid to type in: a price list's, or the code. */
export interface VariantColumn {
  readonly id: string;
  readonly title: string;
  /** What stands in the cell; empty if the combination has nothing of its own there. */
  readonly read: (row: VariantRow) => string;
  /** What holds without it, in grey. */
  readonly otherwise: (row: VariantRow) => string;
  /** The fields after a text was typed; undefined if it can't be read. An empty text clears the field. */
  readonly write: (row: VariantRow, text: string) => CellFields | undefined;
}

const LONGEST_CODE = 64;

/** A column for each price list, and one for the code; `codeOf`: the code that a combination has without its own. */
export function variantColumns(
  lists: readonly PriceList[],
  digits: number,
  codeOf: (row: VariantRow) => string,
): VariantColumn[] {
  const first = lists[0]?.id ?? '';
  const text = (price: Price, list: string) => moneyText(priceIn(price, list, first), digits);
  return [
    ...lists.map(({ id, name }): VariantColumn => ({
      id: `price ${id}`,
      title: lists.length > 1 ? name : 'Price',
      read: ({ cell }) => (hasOwnAmount(cell?.price, id, first) ? text(cell?.price ?? 0, id) : ''),
      otherwise: ({ cell, ordinary }) => text(cell?.price ?? ordinary, id),
      write: ({ cell, ordinary }, typed) => {
        const amount = typed.trim() === '' ? undefined : parseMoney(typed, digits);
        if (typed.trim() !== '' && (amount === undefined || amount < 0)) return undefined;
        return { price: withListAmount(cell?.price, lists, id, amount, priceIn(ordinary, first, first)) };
      },
    })),
    {
      id: 'code',
      title: 'Code',
      read: ({ cell }) => cell?.code ?? '',
      otherwise: codeOf,
      write: (_row, typed) => (typed.trim().length > LONGEST_CODE ? undefined : { code: typed.trim() || undefined }),
    },
  ];
}
