import { Injectable } from '@angular/core';
import type { Change, Menu, Reach } from '@hearty-ladle/core';
import type { Observable } from 'rxjs';
import { WorkerLine } from './worker-line.ts';

export type ReachMessage =
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | { readonly type: 'done'; readonly reach: Reach };
export interface ReachQuestion {
  readonly before: Menu;
  readonly change: Change;
}

/** Computes the reach of a change in a worker. Unsubscribing stops it. */
@Injectable({ providedIn: 'root' })
export class ReachFinder {
  readonly #line = new WorkerLine<ReachQuestion, ReachMessage>({
    start: () => new Worker(new URL('./reach.worker', import.meta.url), { type: 'module' }),
    isLast: ({ type }) => type === 'done',
  });

  find(before: Menu, change: Change): Observable<ReachMessage> {
    return this.#line.ask({ before, change });
  }
}
