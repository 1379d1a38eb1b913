import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { exhaustMap, filter, map, switchMap, takeUntil, tap, timer, withLatestFrom } from 'rxjs';
import { OrderingApi } from '../../../api/ordering-api.ts';
import { servedActions } from '../../../state/served-menu.ts';
import { selectLocation } from '../../../state/stock.ts';
import { replacing, SLOW_MS } from '../../../state/order-tries.ts';
import { orderOf, placeOf, remember, shopActions, shopFeature } from './shop-store.ts';

@Injectable()
export class ShopEffects {
  readonly #store = inject(Store);
  readonly #api = inject(OrderingApi);
  readonly #actions = inject(Actions);
  readonly #router = inject(Router);

  readonly remember = createEffect(() => this.#store.select(shopFeature.selectShopState).pipe(tap(remember)), {
    dispatch: false,
  });

  /** Once an order is placed, navigates to its page. */
  readonly follow = createEffect(
    () =>
      this.#actions.pipe(
        ofType(shopActions.sendAnswered),
        tap(({ answer }) => {
          if (answer.outcome === 'placed') void this.#router.navigate(['/shop/order', answer.order.id]);
        }),
      ),
    { dispatch: false },
  );

  /** Says so when an answer takes long, rather than leaving the guest with “Sending …”. */
  readonly slow = createEffect(() =>
    this.#actions.pipe(
      ofType(shopActions.orderSent),
      switchMap(() => timer(SLOW_MS).pipe(takeUntil(this.#actions.pipe(ofType(shopActions.sendAnswered))))),
      map(() => shopActions.answerSlow()),
    ),
  );

  /** The menu has changed if the order costs something else or can't be had: it is read again, and the basket says what. */
  readonly readMenu = createEffect(() =>
    this.#actions.pipe(
      ofType(shopActions.sendAnswered),
      filter(({ answer }) => answer.outcome === 'costs-otherwise' || answer.outcome === 'refused'),
      map(() => servedActions.readAgain()),
    ),
  );

  readonly place = createEffect(() =>
    this.#actions.pipe(
      ofType(shopActions.orderSent),
      withLatestFrom(this.#store.select(shopFeature.selectShopState), this.#store.select(selectLocation)),
      exhaustMap(([{ total }, state, location]) =>
        this.#api
          .placeOrder(
            {
              ...orderOf(state),
              ...(location !== undefined && { location }),
              ...(state.name && { name: state.name }),
              ...(placeOf(state) && { place: placeOf(state) }),
              ...(state.avoid.length > 0 && { avoid: [...state.avoid] }),
              ...replacing(state.tries),
              seenTotal: total,
            },
            state.tries.key,
          )
          .pipe(
            map((answer) => shopActions.sendAnswered({ key: state.tries.key, answer, nextKey: crypto.randomUUID() })),
          ),
      ),
    ),
  );
}
