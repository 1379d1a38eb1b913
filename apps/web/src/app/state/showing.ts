import { inject, Injectable } from '@angular/core';
import { DEVICE_KINDS, type DeviceKind } from '@hearty-ladle/core';
import { createEffect } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, combineLatest, distinctUntilChanged, EMPTY, filter, map, switchMap, timer } from 'rxjs';
import { PageAudience } from '../api/audience.ts';
import { EditionsApi } from '../api/editions-api.ts';
import { servedFeature } from './served-menu.ts';

const EVERY_MS = 30_000;
const PAGE_KEY = 'hearty-ladle-page';

/** Tells the house which edition this till, pass or 86 board shows, and that it is still there. */
@Injectable()
export class ShowingEffects {
  readonly #store = inject(Store);
  readonly #api = inject(EditionsApi);
  readonly #audience = inject(PageAudience);

  readonly tell = createEffect(
    () =>
      combineLatest([this.#store.select(servedFeature.selectServed), this.#audience.changes]).pipe(
        map(([served]) => {
          const screen = screenOf(location.pathname);
          const { edition, location: place } = served ?? {};
          return edition === undefined || !screen ? '' : JSON.stringify({ screen, edition, location: place ?? null });
        }),
        distinctUntilChanged(),
        switchMap((shown) => (shown === '' ? EMPTY : timer(0, EVERY_MS).pipe(map(() => shown)))),
        filter(() => this.#audience.now() === 'device'),
        switchMap((shown) =>
          this.#api.show({ page: pageId(), ...(JSON.parse(shown) as Shown) }).pipe(catchError(() => EMPTY)),
        ),
      ),
    { dispatch: false },
  );
}

interface Shown {
  readonly screen: DeviceKind;
  readonly edition: number;
  readonly location: string | null;
}

function screenOf(path: string): DeviceKind | undefined {
  const first = path.split('/')[1];
  return DEVICE_KINDS.find((kind) => kind === first);
}

/** This tab's id, the same after a reload. */
function pageId(): string {
  const known = sessionStorage.getItem(PAGE_KEY) ?? crypto.randomUUID();
  sessionStorage.setItem(PAGE_KEY, known);
  return known;
}
