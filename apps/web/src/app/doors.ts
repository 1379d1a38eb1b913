import { inject } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { type CanActivateFn, Router } from '@angular/router';
import type { Action } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { filter, map, take } from 'rxjs';
import { homeOf, sessionActions, Who } from './state/session.ts';

/** Lets in whoever may do something; others sign in, or are told who may. */
export const opensTo =
  (action: Action): CanActivateFn =>
  (_route, { url }) => {
    const [who, router] = [inject(Who), inject(Router)];
    return whenRead(who).pipe(
      map(() => {
        if (who.mayAnywhere(action)) return true;
        if (who.isKnown()) return router.createUrlTree(['/no-entry'], { queryParams: { for: action } });
        return router.createUrlTree(['/sign-in'], { queryParams: { from: url, ...awayIn(who) } });
      }),
    );
  };

/** Leads to the first screen of whoever uses this browser. */
export const leadsHome: CanActivateFn = () => {
  const [who, router] = [inject(Who), inject(Router)];
  return whenRead(who).pipe(
    map(() =>
      router.createUrlTree([homeOf({ person: who.person(), device: who.device() })], { queryParams: awayIn(who) }),
    ),
  );
};

/** Tells the sign-in screen that nobody is asked to sign in: the server did not say who is. */
const awayIn = (who: Who) => (who.status() === 'failed' ? { away: true } : {});

/** Reads who it is, once for a visit. Without an answer the sign-in screen says so, and goes on when there is one. */
function whenRead(who: Who) {
  if (who.session() === undefined) inject(Store).dispatch(sessionActions.opened());
  return toObservable(who.status).pipe(
    filter((status) => status !== 'loading'),
    take(1),
  );
}
