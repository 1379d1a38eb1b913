import type { Menu } from '../menu/document.ts';
import type { Group, GroupKind } from '../menu/group-schema.ts';
import { minorDigits } from '../money/currencies.ts';
import { parsePrice, priceText } from '../exchange/price-text.ts';
import type { CellKind } from './cell.ts';
import { INTEGER, LIMIT, oneOf, TEXT, YES_OR_NO } from './cell-kinds.ts';
import { type Column, priceColumns, textColumns, valueColumn } from './column.ts';
import { elementsOf, JOIN, listOf } from './list-cells.ts';

const KINDS: Readonly<Record<GroupKind, string>> = {
  choices: 'choices',
  note: 'note',
  date: 'date',
  amount: 'amount',
  consent: 'consent',
  notice: 'notice',
};
export const CHARGED = oneOf({ each: 'for each', once: 'once' });

/** The columns of the table `groups`. */
export function groupColumns(menu: Menu): Column<Group>[] {
  const of = (kind: GroupKind, note: string) => ({
    note: `${note} Only for groups of the kind ${KINDS[kind]}.`,
    refuses: (group: Group) => (group.kind === kind ? undefined : `Only a group of the kind ${KINDS[kind]} has this.`),
  });
  return [
    valueColumn('Name', ['name'], TEXT, { note: 'What the house calls it.', isRequired: true }),
    ...textColumns<Group>(menu, 'Prompt', ['prompt'], { note: 'What guests are asked.', isRequired: true }),
    ...textColumns<Group>(menu, 'Help text', ['help'], { note: 'What guests read below it.' }),
    valueColumn('Kind', ['kind'], oneOf(KINDS), { note: 'How it is answered. A kind that is there stays.' }),
    valueColumn('Min', ['min'], INTEGER, of('choices', 'How many must be picked.')),
    valueColumn('Max', ['max'], LIMIT, of('choices', 'How many can be picked; empty or no limit: any number.')),
    valueColumn('Included', ['included'], INTEGER, of('choices', 'How many are free of charge.')),
    valueColumn(
      'Included first',
      ['includedFirst'],
      oneOf({ picked: 'picked', cheapest: 'cheapest', dearest: 'dearest' }),
      of('choices', 'Which of those picked are included; empty: as picked.'),
    ),
    valueColumn(
      'Printed',
      ['print'],
      oneOf({ always: 'always', changes: 'changes' }),
      of('choices', 'changes: tickets say only what differs from what is preselected.'),
    ),
    valueColumn('Note required', ['note', 'required'], YES_OR_NO, of('note', 'Guests must write something.')),
    valueColumn('Longest note', ['note', 'maxLength'], INTEGER, of('note', 'So many letters.')),
    ...textColumns<Group>(menu, 'Example text', ['note', 'placeholder'], of('note', 'Shown in the empty box.')),
    ...priceColumns<Group>(menu, 'Note price', ['note', 'price'], of('note', 'What a note costs.')),
    valueColumn('Note charged', ['note', 'charge'], CHARGED, of('note', 'for each dish, or once a line.')),
    valueColumn('Note stations', ['note', 'stations'], listOf(), of('note', 'Ids of the stations that read it.')),
    valueColumn('Note loud', ['note', 'loud'], YES_OR_NO, of('note', 'Every station reads it, reversed.')),
    valueColumn('Date required', ['date', 'required'], YES_OR_NO, of('date', 'Guests must name a day.')),
    valueColumn('Days ahead, at least', ['date', 'earliestDays'], INTEGER, of('date', 'From the day of the order.')),
    valueColumn('Days ahead, at most', ['date', 'latestDays'], INTEGER, of('date', 'From the day of the order.')),
    valueColumn('Amount required', ['amount', 'required'], YES_OR_NO, of('amount', 'Guests must name an amount.')),
    ...priceColumns<Group>(menu, 'Least amount', ['amount', 'min'], of('amount', 'The least a guest can name.')),
    ...priceColumns<Group>(menu, 'Most amount', ['amount', 'max'], of('amount', 'The most a guest can name.')),
    valueColumn('Suggested amounts', ['amount', 'suggested'], prices(menu), of('amount', 'One tap each: 1.00; 2.00.')),
    valueColumn('Amount charged', ['amount', 'charge'], CHARGED, of('amount', 'for each dish, or once; empty: once.')),
    valueColumn('Comes with sections', ['attachTo', 'sections'], listOf(), { note: 'Asked of every dish there.' }),
    valueColumn('Comes with tags', ['attachTo', 'tags'], listOf(), { note: 'Asked of every dish with one of them.' }),
    valueColumn('But not on', ['attachTo', 'except'], listOf(), { note: 'Ids of dishes that are left out.' }),
  ];
}

function prices({ currency, priceLists }: Menu): CellKind<(number | Readonly<Record<string, number>>)[]> {
  const digits = minorDigits(currency);
  const lists = priceLists.map(({ id }) => id);
  return {
    shows: 'text',
    write: (values) => values.map((value) => priceText(value, digits, lists)).join(JOIN),
    read: (text) => {
      const found = elementsOf(text).map((element) => [element, parsePrice(element, digits, lists)] as const);
      const wrong = found.find(([, price]) => price === undefined);
      if (wrong) return { says: `“${wrong[0]}” is not a price.` };
      return { value: found.flatMap(([, price]) => (price === undefined ? [] : [price])) };
    },
  };
}
