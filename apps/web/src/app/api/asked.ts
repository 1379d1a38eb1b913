import type { HttpErrorResponse } from '@angular/common/http';
import { catchError, map, type Observable, of, timeout } from 'rxjs';
import { failureOf, titleOf } from './failure.ts';

/** What was asked for, or why it was not given, in a sentence. */
export type Asked<T> =
  { readonly outcome: 'done'; readonly value: T } | { readonly outcome: 'refused'; readonly message: string };

/** A server that is frozen never answers. */
export const ANSWER_MS = 10_000;
const NO_ANSWER = 'The server does not answer just now. Nothing was changed; please try again.';

/** The answer to a request that may be refused in words. */
export function asked<T>(answer: Observable<T>, patience = ANSWER_MS): Observable<Asked<T>> {
  return answer.pipe(
    timeout(patience),
    map((value): Asked<T> => ({ outcome: 'done', value })),
    catchError((error: HttpErrorResponse) =>
      of<Asked<T>>({
        outcome: 'refused',
        message: failureOf(error) === 'refused' || error.status === 429 ? titleOf(error) : NO_ANSWER,
      }),
    ),
  );
}
