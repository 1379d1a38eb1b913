import { Observable } from 'rxjs';

/**
 * Sends requests to a worker one after another. The worker is kept while idle; unsubscribing before the last answer
 * terminates it, so that no unwanted work continues.
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
      // A crashed worker is not reused: the next request starts a new one.
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
