import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  BehindFigure,
  DishesTakings,
  GroupsTakings,
  HangTime,
  Missed,
  OrdersBehind,
  Pairs,
  RepeatedNote,
  ReplayLine,
  Takings,
  TakingsBy,
  TakingsFilter,
  WhatIfRequest,
} from '@hearty-ladle/core';
import { catchError, map, type Observable, of, timeout } from 'rxjs';
import { ApiClient } from './client.ts';
import { failureText } from './failure.ts';

/** What is looked at in the takings. */
export type TakingsView = 'time' | 'dishes' | 'groups' | 'together' | 'notes' | 'kitchen' | 'missed';

/** What is looked at, with what it needs besides the filter. */
export interface TakingsQuestion {
  readonly view: TakingsView;
  readonly filter: TakingsFilter;
  readonly by: TakingsBy;
  /** What others are looked at with: `item:ID`, `choice:GROUP/CHOICE`, or empty. */
  readonly with: string;
}

/** What the server says to it. */
export type TakingsAnswer =
  | { readonly view: 'time'; readonly told: Takings }
  | { readonly view: 'dishes'; readonly told: DishesTakings }
  | { readonly view: 'groups'; readonly told: GroupsTakings }
  | { readonly view: 'together'; readonly told: Pairs }
  | { readonly view: 'notes'; readonly told: readonly RepeatedNote[] }
  | { readonly view: 'kitchen'; readonly told: readonly HangTime[] }
  | { readonly view: 'missed'; readonly told: readonly Missed[] };

/** Or why it says nothing, in a sentence. */
export type TakingsReply = TakingsAnswer | { readonly failure: string };

const PATIENCE_MS = 30_000;

/** The server's routes about takings, as the pages' effects use them. */
@Injectable({ providedIn: 'root' })
export class TakingsApi {
  readonly #client = inject(ApiClient);

  ask({ view, filter: query, by, with: thing }: TakingsQuestion): Observable<TakingsReply> {
    const answer = (): Observable<TakingsAnswer> => {
      switch (view) {
        case 'time':
          return this.#client
            .call('get /api/workbench/takings', { query: { ...query, by } })
            .pipe(map((told) => ({ view, told })));
        case 'dishes':
          return this.#client
            .call('get /api/workbench/takings/dishes', { query })
            .pipe(map((told) => ({ view, told })));
        case 'groups':
          return this.#client
            .call('get /api/workbench/takings/groups', { query })
            .pipe(map((told) => ({ view, told })));
        case 'together':
          return this.#client
            .call('get /api/workbench/takings/together', { query: { ...query, ...withThing(thing) } })
            .pipe(map((told) => ({ view, told })));
        case 'notes':
          return this.#client.call('get /api/workbench/takings/notes', { query }).pipe(map((told) => ({ view, told })));
        case 'kitchen':
          return this.#client
            .call('get /api/workbench/takings/kitchen', { query })
            .pipe(map((told) => ({ view, told })));
        case 'missed':
          return this.#client
            .call('get /api/workbench/takings/missed', { query })
            .pipe(map((told) => ({ view, told })));
      }
    };
    return answer().pipe(
      timeout(PATIENCE_MS),
      catchError((error: HttpErrorResponse) => of({ failure: failureText(error) })),
    );
  }

  ordersBehind(query: BehindFigure): Observable<OrdersBehind> {
    return this.#client.call('get /api/workbench/takings/orders', { query }).pipe(timeout(PATIENCE_MS));
  }

  /** Progress, then the end. Unsubscribing stops it at the server too. */
  whatIf(body: WhatIfRequest): Observable<ReplayLine> {
    return this.#client.lines('post /api/workbench/takings/what-if', { body });
  }
}

function withThing(thing: string) {
  const [kind, id = ''] = thing.split(':');
  const [withGroup = '', withChoice = ''] = id.split('/');
  if (kind === 'item') return { withItem: id };
  return kind === 'choice' ? { withGroup, withChoice } : {};
}
