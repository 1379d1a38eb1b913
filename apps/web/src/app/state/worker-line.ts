import { Observable } from 'rxjs';

/**
 * A worker that is asked one question after another. It is kept while it is idle; whoever stops listening before the
 * last answer ends it, so that no work goes on that nobody waits for.
 */
export class WorkerLine<Question, Answer> {
  readonly #start: () => Worker;
  readonly #isLast: (answer: Answer) => boolean;
  #worker: Worker | undefined;

  constructor(start: () => Worker, isLast: (answer: Answer) => boolean) {
    this.#start = start;
    this.#isLast = isLast;
  }

  ask(question: Question): Observable<Answer> {
    return new Observable((subscriber) => {
      const worker = this.#worker ?? this.#start();
      this.#worker = undefined;
      let isBusy = true;
      worker.onmessage = ({ data }: MessageEvent<Answer>) => {
        const isLast = this.#isLast(data);
        if (isLast) {
          isBusy = false;
          if (this.#worker) worker.terminate();
          else this.#worker = worker;
        }
        subscriber.next(data);
        if (isLast) subscriber.complete();
      };
      // A worker that crashed is not used again: the next question starts another.
      const crash = (event: Event) => {
        isBusy = false;
        worker.terminate();
        subscriber.error(new Error('message' in event ? String(event.message) : 'the worker could not be understood'));
      };
      worker.onerror = crash;
      worker.onmessageerror = crash;
      worker.postMessage(question);
      return () => {
        if (isBusy) worker.terminate();
      };
    });
  }
}
