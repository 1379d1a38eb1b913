/** Too much is going on: the caller may try again in a moment. */
export class BusyError extends Error {
  constructor() {
    super('too much is going on at once');
  }
}

/**
 * Lets so many at once do something, the others one after another, none of them waiting longer than `waitMs`: whoever
 * waits for a lock of the database holds a connection, and others need connections too.
 */
export class Gate {
  readonly #atOnce: number;
  readonly #waitMs: number;
  readonly #waiting: (() => void)[] = [];
  #running = 0;

  constructor(atOnce: number, waitMs = 2_000) {
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
