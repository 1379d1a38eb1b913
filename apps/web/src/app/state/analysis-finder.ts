import { Injectable } from '@angular/core';
import type { Menu } from '@hearty-ladle/core';
import { catchError, type Observable, of } from 'rxjs';
import type { Analyses, AnalysisKind, AnalysisQuestion } from './analysis-question.ts';
import { WorkerLine } from './worker-line.ts';

/** Computes in workers what takes too long for a keystroke; questions of different kinds don't wait for each other. */
@Injectable({ providedIn: 'root' })
export class AnalysisFinder {
  readonly #lines = new Map<AnalysisKind, WorkerLine<AnalysisQuestion, unknown>>();

  /** Undefined if it could not be computed. Unsubscribing stops the work. */
  find<K extends AnalysisKind>(
    kind: K,
    menu: Menu,
    about: Analyses[K]['about'],
  ): Observable<Analyses[K]['answer'] | undefined> {
    const question = { kind, menu, ...about } as AnalysisQuestion;
    const answer = this.#lineOf(kind).ask(question) as Observable<Analyses[K]['answer']>;
    return answer.pipe(catchError(() => of(undefined)));
  }

  #lineOf(kind: AnalysisKind): WorkerLine<AnalysisQuestion, unknown> {
    const known = this.#lines.get(kind);
    if (known) return known;
    const line = new WorkerLine<AnalysisQuestion, unknown>({
      start: () => new Worker(new URL('./analysis.worker', import.meta.url), { type: 'module' }),
      isLast: () => true,
    });
    this.#lines.set(kind, line);
    return line;
  }
}
