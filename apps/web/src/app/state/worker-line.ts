import { Observable } from 'rxjs';

/** How a worker is asked and how it answers. */
export interface WorkerLineOptions<Question, Answer> {
  readonly start: () => Worker;
  /** Whether this answer is the last one to its question. */
  readonly isLast: (answer: Answer) => boolean;
  /** What is posted of a question, given what the same worker was asked before; the question itself by default. */
  readonly post?: (question: Question, before: Question | undefined) => unknown;
  /**
   * Whether the worker, from this answer on, leaves the rest when it is asked something else, and then sends the last answer
   * of what it left. It need not be terminated then. Never by default.
   */
  readonly canLeaveRest?: (answer: Answer) => boolean;
}

/** A worker that can be asked, and what it knows. */
interface Idle<Question> {
  readonly worker: Worker;
  readonly asked: Question;
  /** The last answer to `asked` is still to come. */
  owesLast: boolean;
}

/**
 * Sends requests to a worker one after another. The worker is kept while idle; unsubscribing before the last answer
 * terminates it, so that no unwanted work continues, unless it leaves the rest by itself.
 */
export class WorkerLine<Question, Answer> {
  readonly #options: WorkerLineOptions<Question, Answer>;
  #idle: Idle<Question> | undefined;

  constructor(options: WorkerLineOptions<Question, Answer>) {
    this.#options = options;
  }

  ask(question: Question): Observable<Answer> {
    const { start, isLast, post, canLeaveRest } = this.#options;
    return new Observable((subscriber) => {
      const idle = this.#idle;
      this.#idle = undefined;
      const worker = idle?.worker ?? start();
      let owesBefore = idle?.owesLast ?? false;
      let state: 'busy' | 'may be left' | 'free' = 'busy';
      worker.onmessage = ({ data }: MessageEvent<Answer>) => {
        if (owesBefore) {
          owesBefore = !isLast(data);
          return;
        }
        if (isLast(data)) {
          state = 'free';
          this.#keep({ worker, asked: question, owesLast: false });
        } else if (canLeaveRest?.(data)) state = 'may be left';
        subscriber.next(data);
        if (state === 'free') subscriber.complete();
      };
      onCrash(worker, (event) => {
        state = 'free';
        subscriber.error(new Error('message' in event ? String(event.message) : 'the worker could not be understood'));
      });
      worker.postMessage(post ? post(question, idle?.asked) : question);
      return () => {
        if (state === 'busy') worker.terminate();
        if (state === 'may be left') this.#keep({ worker, asked: question, owesLast: true });
      };
    });
  }

  /** Keeps a worker until it is asked again; one is enough. */
  #keep(idle: Idle<Question>): void {
    const { worker } = idle;
    if (this.#idle) return worker.terminate();
    this.#idle = idle;
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (this.#options.isLast(data)) idle.owesLast = false;
    };
    onCrash(worker, () => {
      if (this.#idle === idle) this.#idle = undefined;
    });
  }
}

/** A crashed worker is not asked again: the next question starts a new one. */
function onCrash(worker: Worker, then: (event: Event) => void): void {
  const crash = (event: Event) => {
    worker.terminate();
    then(event);
  };
  worker.onerror = crash;
  worker.onmessageerror = crash;
}
