import type { OrderQuote, Part } from '../api/quote.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import type { Line } from '../api/line.ts';
import { textIn } from '../menu/text.ts';
import { spread, wrapText } from './wrap.ts';

/** A receipt as text lines no wider than `columns`: every dish with its sum, the order's own parts, the total. */
export function receiptText(
  menu: CompiledMenu,
  lines: readonly Line[],
  quote: OrderQuote,
  money: (minor: number) => string,
  locale: string,
  columns: number,
): string[] {
  const rule = '-'.repeat(columns);
  const dishes = quote.lines.flatMap(({ price }, i) => {
    const line = lines[i];
    const item = menu.item(line?.item ?? '')?.item;
    const name = item ? textIn(item.name, locale, menu.firstLocale) : (line?.item ?? '');
    const paid = price.parts.filter(
      ({ kind, value, included = 0 }) => kind !== 'base' && (value !== 0 || included > 0),
    );
    return [
      ...spread(`${line?.quantity ?? 1} ${name}`, money(price.line), columns),
      ...paid.flatMap((part) =>
        wrapText(`${partText(menu, part, locale)} ${part.value === 0 ? '0' : money(part.value)}`, columns - 2, 2).map(
          (text) => `  ${text}`,
        ),
      ),
    ];
  });
  const extra = quote.extra.parts
    .filter(({ value }) => value !== 0)
    .flatMap((part) => spread(partText(menu, part, locale), money(part.value), columns));
  return [
    ...wrapText(menu.menu.name, columns),
    rule,
    ...dishes,
    ...(extra.length > 0 ? [rule, ...extra] : []),
    rule,
    ...spread('Total', money(quote.total), columns),
  ];
}

/** Words of a price part besides the menu's own, in the reader's language. */
export interface PartWords {
  readonly included: (count: number) => string;
  readonly once: string;
}
const ENGLISH: PartWords = { included: (count) => `${count} included`, once: 'once' };

/** A price part in a few words: how many of what, and how many of them are included. */
export function partText(menu: CompiledMenu, part: Part, locale: string, words: PartWords = ENGLISH): string {
  const group = menu.menu.groups.find(({ id }) => id === part.group);
  const choice = group?.kind === 'choices' ? group.choices?.find(({ id }) => id === part.choice) : undefined;
  const name = choice ? textIn(choice.name, locale, menu.firstLocale) : (group?.name ?? '');
  const units = (part.units ?? 1) > 1 ? `${part.units} × ` : '';
  const included = part.value !== 0 && (part.included ?? 0) > 0 ? ` (${words.included(part.included ?? 0)})` : '';
  return `${units}${name}${included}${part.charge === 'once' ? `, ${words.once}` : ''}`;
}
