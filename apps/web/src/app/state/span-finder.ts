import { Injectable } from '@angular/core';
import type { Analysis, Context, Menu } from '@hearty-ladle/core';
import { catchError, EMPTY, map, type Observable } from 'rxjs';
import { dishesOfChoices } from './dishes-of-choices.ts';
import { WorkerLine } from './worker-line.ts';

export type Spans = ReadonlyMap<string, Analysis>;
export interface SpanQuestion {
  readonly menu: Menu;
  readonly ids: readonly string[];
  readonly context: Context;
}
export interface SpanAnswer {
  readonly found: readonly Analysis[];
  readonly isLast: boolean;
}

/** Finds the price ranges of dishes in a worker; emits again as more of them are known. */
@Injectable({ providedIn: 'root' })
export class SpanFinder {
  readonly #line = new WorkerLine<SpanQuestion, SpanAnswer>({
    start: () => new Worker(new URL('./span.worker', import.meta.url), { type: 'module' }),
    isLast: ({ isLast }) => isLast,
  });

  find(menu: Menu, ids: readonly string[], context: Context): Observable<Spans> {
    return this.#line.ask({ menu: onlyWhatMatters(menu, ids), ids, context }).pipe(
      map(({ found }) => new Map(found.map((one) => [one.item, one]))),
      // If the worker crashes, dishes keep showing their list price.
      catchError(() => EMPTY),
    );
  }
}

/** A large menu is expensive to post: only the requested dishes and those that choices refer to are sent. */
function onlyWhatMatters(menu: Menu, ids: readonly string[]): Menu {
  const wanted = new Set([...ids, ...dishesOfChoices(menu)]);
  return { ...menu, items: menu.items.filter(({ id }) => wanted.has(id)) };
}
