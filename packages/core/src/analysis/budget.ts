/** Thrown when a computation exceeds its step budget. */
export class OverBudget extends Error {}

/** Progress callback with steps taken and the step limit; returning false stops the computation. */
export type StepWatcher = (taken: number, most: number) => boolean;

/** Counts steps, reports progress, and can be cancelled. */
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
