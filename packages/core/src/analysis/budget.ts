/** Thrown where a question would take more steps than it may. */
export class OverBudget extends Error {}

/** Somebody who watches: told how many steps were taken of how many there may be; answering false stops the work. */
export type StepWatcher = (taken: number, most: number) => boolean;

/** Counts steps; tells of progress and can be stopped from outside. */
export class Budget {
  #taken = 0;
  readonly #most: number;
  readonly #watch: StepWatcher;

  constructor(most: number, watch: StepWatcher = () => true) {
    this.#most = most;
    this.#watch = watch;
  }

  readonly spend = (steps: number): void => {
    this.#taken += steps;
    if (this.#taken > this.#most || !this.#watch(this.#taken, this.#most)) throw new OverBudget();
  };
}
