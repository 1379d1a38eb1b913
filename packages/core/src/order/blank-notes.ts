import type { Answers, Order, Pick } from '../api/line.ts';
import type { OrderTicket } from '../api/quote.ts';
import type { Menu } from '../menu/document.ts';

/** What stands in the place of a note that an order can't be without. */
export const BLANK_NOTE = '–';

/**
 * An order without what its guest wrote: notes are taken out, and those that their groups require become a dash, so that the
 * order can still be quoted.
 */
export function withoutNotes(menu: Menu, order: Order): Order {
  const isRequired = (id: string): boolean => {
    const group = menu.groups.find((one) => one.id === id);
    return group?.kind === 'note' && group.note?.required === true;
  };
  const answered = <A extends Pick | Answers>({ notes, picks, ...rest }: A): A => {
    const kept = Object.keys(notes ?? {}).filter(isRequired);
    return {
      ...rest,
      ...(picks && { picks: picks.map(answered) }),
      ...(kept.length > 0 && { notes: Object.fromEntries(kept.map((id) => [id, BLANK_NOTE])) }),
    } as A;
  };
  return { ...answered(order), lines: order.lines.map(answered) };
}

/** A ticket without the notes of its lines, without its own, and without what its guest can't have. */
export function withoutTicketNotes({ warnings: _, ...ticket }: OrderTicket): OrderTicket {
  return { ...ticket, lines: ticket.lines.map((line) => ({ ...line, notes: [] })), notes: [] };
}
