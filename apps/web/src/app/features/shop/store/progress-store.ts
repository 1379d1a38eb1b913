import { inject, Injectable } from '@angular/core';
import { catchError, debounceTime, filter, map, merge, type Observable, of, switchMap } from 'rxjs';
import { Api } from '../../../api/api.ts';
import { Live } from '../../../api/live.ts';
import type { Progress } from '../../../api/wire.ts';

export type ProgressState = { readonly status: 'loading' | 'unknown' | 'away' } | { readonly status: 'loaded'; readonly progress: Progress };

/** Follows one order while its tickets are completed; read again at every event and after each reconnection. */
@Injectable({ providedIn: 'root' })
export class ProgressStore {
  readonly #api = inject(Api);
  readonly #live = inject(Live);

  follow(id: string): Observable<ProgressState> {
    const news = this.#live.events.pipe(filter(({ type }) => type === 'tickets' || type === 'connected'), debounceTime(80));
    return merge(of(undefined), news).pipe(
      switchMap(() =>
        this.#api.progress(id).pipe(
          map((progress): ProgressState => ({ status: 'loaded', progress })),
          catchError((error: { status?: number }) => of<ProgressState>({ status: error.status === 404 ? 'unknown' : 'away' })),
        ),
      ),
    );
  }
}
