import { inject, Injectable } from '@angular/core';
import { NavigationEnd, Router } from '@angular/router';
import { distinctUntilChanged, filter, map, type Observable, startWith } from 'rxjs';

/** Who a page is for; the server has separate addresses for each. */
export type Audience = 'shop' | 'device' | 'workbench';

const DEVICE_PAGES = new Set(['till', 'pass', 'board', 'pantry']);

export function audienceOf(path: string): Audience {
  const [, first = ''] = path.split(/[/?#]/);
  if (first === 'shop') return 'shop';
  return DEVICE_PAGES.has(first) ? 'device' : 'workbench';
}

/** The audience of the current page; changes with navigation. */
@Injectable({ providedIn: 'root' })
export class PageAudience {
  readonly #router = inject(Router);

  now(): Audience {
    return audienceOf(location.pathname);
  }

  readonly changes: Observable<Audience> = this.#router.events.pipe(
    filter((event) => event instanceof NavigationEnd),
    map(() => this.now()),
    startWith(this.now()),
    distinctUntilChanged(),
  );
}
