import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  Edition,
  EditionsNow,
  OpenedEdition,
  Publication,
  PublishAgain,
  Published,
  PublishFault,
  PublishRequest,
  ReplayLine,
  ReplayRequest,
  Showing,
} from '@hearty-ladle/core';
import { catchError, map, type Observable, of } from 'rxjs';
import { ApiClient, refusalOf } from './client.ts';
import { failureOf, titleOf } from './failure.ts';

/** Result of publishing; without an answer it may have been, and sending it again with its id gives the answer. */
export type PublishAnswer =
  | { readonly outcome: 'published'; readonly published: Published }
  | { readonly outcome: 'rush'; readonly orders: number; readonly message: string }
  | {
      readonly outcome: 'refused';
      readonly fault: PublishFault | undefined;
      readonly needs: readonly string[];
      readonly message: string;
    }
  | { readonly outcome: 'unanswered'; readonly message: string };

const UNANSWERED = 'The server does not answer just now. Try again: it is published once, however often it is sent.';

/** The server's routes about editions, as the pages' effects use them. */
@Injectable({ providedIn: 'root' })
export class EditionsApi {
  readonly #client = inject(ApiClient);

  list(before?: number): Observable<readonly Edition[]> {
    return this.#client.call('get /api/workbench/editions', { query: { ...(before !== undefined && { before }) } });
  }

  now(): Observable<EditionsNow> {
    return this.#client.call('get /api/workbench/editions/now', {});
  }

  edition(number: number): Observable<OpenedEdition> {
    return this.#client.call('get /api/workbench/editions/:number', { params: { number } });
  }

  publish(body: PublishRequest): Observable<PublishAnswer> {
    return this.#published(this.#client.call('post /api/workbench/editions', { body }));
  }

  publishAgain(number: number, body: PublishAgain): Observable<PublishAnswer> {
    return this.#published(
      this.#client.call('post /api/workbench/editions/:number/again', { params: { number }, body }),
    );
  }

  /** Returns why it was refused, or undefined. */
  movePlan(id: string, at: string): Observable<string | undefined> {
    return this.#done(this.#client.call('post /api/workbench/plans/:id/move', { params: { id }, body: { at } }));
  }

  /** Returns why it was refused, or undefined. */
  callOff(id: string): Observable<string | undefined> {
    return this.#done(this.#client.call('post /api/workbench/plans/:id/call-off', { params: { id }, body: {} }));
  }

  tellAgain(): Observable<unknown> {
    return this.#client.call('post /api/workbench/editions/tell', { body: {} });
  }

  /** Progress, then the end. Unsubscribing stops it at the server too. */
  replay(body: ReplayRequest): Observable<ReplayLine> {
    return this.#client.lines('post /api/workbench/editions/replay', { body });
  }

  /** Tells which edition this page shows. */
  show(body: Showing): Observable<unknown> {
    return this.#client.call('post /api/device/showing', { body });
  }

  #published(call: Observable<Published>): Observable<PublishAnswer> {
    return call.pipe(
      map((published): PublishAnswer => ({ outcome: 'published', published })),
      catchError((error: HttpErrorResponse) => {
        if (failureOf(error) !== 'refused') return of<PublishAnswer>({ outcome: 'unanswered', message: UNANSWERED });
        const { orders, fault, needs = [] } = refusalOf('post /api/workbench/editions', error);
        const message = titleOf(error);
        return of<PublishAnswer>(
          orders === undefined ? { outcome: 'refused', fault, needs, message } : { outcome: 'rush', orders, message },
        );
      }),
    );
  }

  #done(call: Observable<Publication | { readonly id: string }>): Observable<string | undefined> {
    return call.pipe(
      map(() => undefined),
      catchError((error: HttpErrorResponse) => of(failureOf(error) === 'refused' ? titleOf(error) : UNANSWERED)),
    );
  }
}
