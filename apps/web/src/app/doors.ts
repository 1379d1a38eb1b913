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
        return router.createUrlTree(['/sign-in'], { queryParams: { from: url } });
      }),
    );
  };

/** Leads to the first screen of whoever uses this browser. */
export const leadsHome: CanActivateFn = () => {
  const [who, router] = [inject(Who), inject(Router)];
  return whenRead(who).pipe(map(() => router.parseUrl(homeOf({ person: who.person(), device: who.device() }))));
};

/** Reads who it is, once for a visit. Without an answer nobody is known, and the sign-in screen says so. */
function whenRead(who: Who) {
  if (who.session() === undefined) inject(Store).dispatch(sessionActions.opened());
  return toObservable(who.status).pipe(
    filter((status) => status !== 'loading'),
    take(1),
  );
}
