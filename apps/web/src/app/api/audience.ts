import { inject, Injectable } from '@angular/core';
import { NavigationEnd, Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { combineLatest, distinctUntilChanged, filter, map, type Observable, startWith } from 'rxjs';

import { selectIsPerson, selectKnown } from './session-slice.ts';

/** Who a page is for; the server has separate addresses for each. */
export type Audience = 'shop' | 'device' | 'workbench';

const DEVICE_PAGES = new Set(['till', 'pass', 'board', 'pantry']);

export function audienceOf(path: string): Audience {
  const [, first = ''] = path.split(/[/?#]/);
  if (first === 'shop') return 'shop';
  return DEVICE_PAGES.has(first) ? 'device' : 'workbench';
}

/** The audience of the current page; changes with navigation, and with whoever is here. */
@Injectable({ providedIn: 'root' })
export class PageAudience {
  readonly #router = inject(Router);
  readonly #store = inject(Store);
  readonly #isPerson = this.#store.selectSignal(selectIsPerson);

  /** A paired device sees a screen of the workbench, such as the orders, as the device it is. */
  now(): Audience {
    const audience = audienceOf(location.pathname);
    return audience === 'workbench' && !this.#isPerson() ? 'device' : audience;
  }

  /** Undefined while nobody is known here. */
  readonly changes: Observable<Audience | undefined> = combineLatest([
    this.#router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      startWith(undefined),
      map(() => location.pathname),
    ),
    this.#store.select(selectKnown),
  ]).pipe(
    map(([path, known]) => ({
      known,
      audience: audienceOf(path) === 'shop' || known !== undefined ? this.now() : undefined,
    })),
    distinctUntilChanged((one, other) => one.audience === other.audience && one.known === other.known),
    map(({ audience }) => audience),
  );
}
