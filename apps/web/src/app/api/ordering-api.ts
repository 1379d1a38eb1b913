import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  OrderLimitFault,
  OrderProblem,
  OrderRequest,
  PlacedOrder,
  Progress,
  ServedMenu,
} from '@hearty-ladle/core';
import { catchError, map, type Observable, of, switchMap } from 'rxjs';
import { PageAudience } from './audience.ts';
import { ApiClient, refusalOf } from './client.ts';
import { codeOf, failureOf, titleOf, type Unanswered } from './failure.ts';

export type SentOrder =
  | { readonly outcome: 'placed'; readonly order: PlacedOrder }
  | {
      readonly outcome: 'refused';
      readonly problems: readonly OrderProblem[];
      readonly code: string;
      readonly fault?: OrderLimitFault;
      readonly message: string;
    }
  /** The price changed between choosing and placing. */
  | { readonly outcome: 'costs-otherwise'; readonly total: number }
  /** An earlier request that was never answered had placed an order; this one did not. */
  | { readonly outcome: 'first-was-placed'; readonly order: PlacedOrder }
  | { readonly outcome: Unanswered };

/** The server's routes for ordering, as the effects of shop and till use them. */
@Injectable({ providedIn: 'root' })
export class OrderingApi {
  readonly #client = inject(ApiClient);
  readonly #audience = inject(PageAudience);

  #isDevice(): boolean {
    return this.#audience.now() === 'device';
  }

  /**
   * The edition that a location has: for devices in all languages; for guests in the one asked for, at an address that
   * caches on the way may keep.
   */
  servedMenu(location: string | undefined, language: string | undefined): Observable<ServedMenu> {
    const query = { ...(location !== undefined && { location }) };
    if (this.#isDevice()) return this.#client.call('get /api/device/menu', { query });
    return this.#client
      .call('get /api/shop/edition', { query: { ...query, ...(language !== undefined && { language }) } })
      .pipe(
        switchMap(({ location: place, ...params }) =>
          this.#client.call('get /api/shop/editions/:edition/:hash/:language', {
            params,
            query: { ...(place !== undefined && { location: place }) },
          }),
        ),
      );
  }

  /** Places an order as a guest, or as a till. */
  placeOrder(order: OrderRequest, key: string): Observable<SentOrder> {
    const route = this.#isDevice() ? 'post /api/device/orders' : 'post /api/shop/orders';
    return this.#client.call(route, { body: order, key }).pipe(
      map((placed): SentOrder => ({ outcome: 'placed', order: placed })),
      catchError((error: HttpErrorResponse) => {
        const kind = failureOf(error);
        // Too many wrong PINs also counts as an answer: repeating it at once would make it worse.
        if (kind !== 'refused' && error.status !== 429) return of<SentOrder>({ outcome: kind });
        const { total, order: first, problems = [], fault } = refusalOf(route, error);
        if (error.status === 409 && total !== undefined) return of<SentOrder>({ outcome: 'costs-otherwise', total });
        if (error.status === 409 && first) return of<SentOrder>({ outcome: 'first-was-placed', order: first });
        return of<SentOrder>({
          outcome: 'refused',
          problems,
          code: codeOf(error),
          ...(fault && { fault }),
          message: titleOf(error),
        });
      }),
    );
  }

  /** How far the kitchen is with an order. */
  progress(id: string): Observable<Progress> {
    return this.#client.call('get /api/shop/orders/:id/progress', { params: { id } });
  }
}
