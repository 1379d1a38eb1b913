import type { Menu } from '../menu/document.ts';
import type { Clock } from '../quote/calendar.ts';
import type { Line, Order } from '../api/line.ts';

/** Where an order comes from: guests decide less about it than a till. */
export type OrderSource = 'shop' | 'till';

/**
 * Replaces what only the server decides: channel, time, price list and what is 86'd; for guests also the kind of guest.
 * Removes them from the lines.
 */
export function trustedOrder(menu: Menu, order: Order, source: OrderSource, clock: Clock): Order {
  const { guest, ...request } = withoutServersOwn(order);
  const { timeZone } = menu.locations?.find(({ id }) => id === order.location) ?? {};
  return {
    ...request,
    channel: source === 'till' ? 'pos' : 'online',
    at: clock(timeZone),
    lines: order.lines.map((line) => trustedFields(line, source)),
    ...(source === 'till' && guest !== undefined && { guest }),
  };
}

/** The same for a line that is quoted alone. */
export function trustedLine(menu: Menu, line: Line, source: OrderSource, clock: Clock): Line {
  const {
    lines: [trusted = line],
    channel,
    at,
  } = trustedOrder(
    menu,
    { ...(line.location !== undefined && { location: line.location }), lines: [line] },
    source,
    clock,
  );
  return { ...trusted, ...(channel && { channel }), ...(at !== undefined && { at }) };
}

function trustedFields(line: Line, source: OrderSource): Line {
  const { guest, ...request } = withoutServersOwn(line);
  return source === 'till' && guest !== undefined ? { ...request, guest } : request;
}

function withoutServersOwn<T extends Order | Line>({
  channel: _channel,
  at: _at,
  priceList: _list,
  out: _out,
  ...request
}: T): Omit<T, 'channel' | 'at' | 'priceList' | 'out'> {
  return request;
}
