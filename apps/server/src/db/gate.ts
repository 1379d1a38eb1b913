/** Too many requests are waiting; the caller may retry in a moment. */
export class BusyError extends Error {
  constructor() {
    super('too much is going on at once');
  }
}

/**
 * Admits a limited number of callers at once; others wait in order, at most `waitMs`. Callers that wait for a database
 * lock hold a connection, so their number must be limited.
 */
export class Gate {
  readonly #atOnce: number;
  readonly #waitMs: number;
  readonly #waiting: (() => void)[] = [];
  #running = 0;

  constructor(atOnce: number, waitMs = 500) {
    this.#atOnce = atOnce;
    this.#waitMs = waitMs;
  }

  async run<T>(work: () => Promise<T>): Promise<T> {
    await this.#enter();
    try {
      return await work();
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#running--;
    }
  }

  #enter(): Promise<void> {
    if (this.#running < this.#atOnce) {
      this.#running++;
      return Promise.resolve();
    }
    return new Promise((resolve, reject) => {
      const enter = () => {
        clearTimeout(timer);
        resolve();
      };
      const timer = setTimeout(() => {
        this.#waiting.splice(this.#waiting.indexOf(enter), 1);
        reject(new BusyError());
      }, this.#waitMs);
      this.#waiting.push(enter);
    });
  }
}
