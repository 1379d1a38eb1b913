import { Injectable } from '@angular/core';
import type { Menu, RuleOnDish } from '@hearty-ladle/core';
import { catchError, type Observable, of } from 'rxjs';
import { WorkerLine } from './worker-line.ts';

export interface ImpactQuestion {
  readonly menu: Menu;
  readonly rule: string;
}

/** Finds in a worker on which dishes, and for how many builds, a rule can be true. */
@Injectable({ providedIn: 'root' })
export class ImpactFinder {
  readonly #line = new WorkerLine<ImpactQuestion, readonly RuleOnDish[]>(
    () => new Worker(new URL('./rule-impact.worker', import.meta.url), { type: 'module' }),
    () => true,
  );

  /** Undefined if it could not be computed. */
  find(menu: Menu, rule: string): Observable<readonly RuleOnDish[] | undefined> {
    return this.#line.ask({ menu, rule }).pipe(catchError(() => of(undefined)));
  }
}
