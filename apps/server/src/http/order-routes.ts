import {
  type deviceApi,
  type OrderLimitFault,
  orderQuoteForGuests,
  type PlacedOrder,
  type OrderSource,
  quoteForGuests,
  type shopApi,
} from '@hearty-ladle/core';
import { placeOrder } from '../commands/place-order.ts';
import { quoteDish, quoteWholeOrder } from '../queries/quotes.ts';
import { forgetActing } from '../commands/act-as.ts';
import type { StoredOrder } from '../commands/order-keys.ts';
import { notAllowed } from './actor.ts';
import { ok, type Problem, problem, reply } from './reply.ts';
import type { AudienceRouter } from './router.ts';
import type { Services } from './services.ts';

const NO_MENU = problem(404, 'no-menu', 'There is no menu to order from yet.');
/** Maximum number of problems in a refusal; the quote lists all of them. */
const MAX_PROBLEMS = 100;

type OrderApi =
  | Pick<typeof shopApi, 'quote' | 'quoteOrder' | 'placeOrder'>
  | Pick<typeof deviceApi, 'quote' | 'quoteOrder' | 'placeOrder'>;

/** Quotes and orders, for guests and tills; what each may decide differs. */
export function orderRoutes(routes: AudienceRouter, services: Services, api: OrderApi, source: OrderSource): void {
  /** A guest is not told the order's id, only the token by which it is followed. */
  const placed = ({ guestToken, ...order }: StoredOrder): PlacedOrder =>
    source === 'shop' ? { ...order, id: guestToken } : order;

  routes.handle(api.quote, async ({ body }) => {
    const quote = await quoteDish(services, body, source);
    if (!quote) return NO_MENU;
    return ok(source === 'shop' ? quoteForGuests(quote) : quote);
  });

  routes.handle(api.quoteOrder, async ({ body }) => {
    const quoted = await quoteWholeOrder(services, body, source);
    if (!quoted) return NO_MENU;
    if ('fault' in quoted) return aboveLimit(quoted.fault);
    return ok(source === 'shop' ? orderQuoteForGuests(quoted.quote) : quoted.quote);
  });

  routes.handle(api.placeOrder, async ({ body, key, actor }) => {
    if (source === 'till' && !actor.may('take-orders', body.location)) return notAllowed('take-orders');
    const sender = { source, doer: actor.doer, pricesAt: actor.places('name-prices') };
    const outcome = await placeOrder(services, key, body, sender);
    // A PIN is good for one order.
    if (actor.actingToken !== undefined && 'order' in outcome) await forgetActing(services.database, actor.actingToken);
    switch (outcome.outcome) {
      case 'placed':
        return reply(201, placed(outcome.order));
      case 'placed-before':
        return ok(placed(outcome.order));
      case 'no-menu':
        return NO_MENU;
      case 'no-location':
        return problem(422, 'location-required', 'Say at which location this is ordered.');
      case 'no-order':
        return problem(404, 'no-order', 'There is no such order to add to.');
      case 'key-taken':
        return problem(422, 'key-taken', 'This Idempotency-Key was used for another order.');
      case 'key-abandoned':
        return problem(409, 'key-abandoned', 'Another order was sent in the place of this one.');
      case 'first-was-placed':
        return problem(
          409,
          'first-was-placed',
          'The order that was sent first has arrived after all; this one was not placed.',
          { order: placed(outcome.order) },
        );
      case 'may-not-name-prices':
        return problem(
          403,
          'may-not-name-prices',
          'Only a shift lead or the owner may name a price or sell what is short.',
        );
      case 'paused':
        return problem(409, 'ordering-paused', 'No online orders are taken just now.', {
          until: outcome.until.toISOString(),
        });
      case 'above-limit':
        return aboveLimit(outcome.fault);
      case 'costs-otherwise':
        return problem(
          409,
          'costs-otherwise',
          'The menu has changed: the order comes to another total than was seen.',
          { total: outcome.quote.total },
        );
      case 'refused':
        return problem(422, 'order-refused', 'This order can’t be placed as it is.', {
          problems: outcome.quote.problems.slice(0, MAX_PROBLEMS),
        });
    }
  });
}

function aboveLimit(fault: OrderLimitFault): Problem {
  return problem(422, fault.code, limitMessage(fault), { fault });
}

function limitMessage(fault: OrderLimitFault): string {
  switch (fault.code) {
    case 'too-many-lines':
      return `One order may have ${fault.limit} lines at most; this one has ${fault.have}. Please send it as two orders.`;
    case 'quantity-above-limit':
      return `Of one dish ${fault.limit} at most may be ordered here. For more, please call us.`;
    case 'total-above-limit':
      return 'This order comes to more than can be taken here. Please call us.';
  }
}
