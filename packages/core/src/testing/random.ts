/** A small deterministic generator (mulberry32, public domain). */
export class Random {
  #state: number;

  constructor(seed: number) {
    this.#state = seed >>> 0;
  }

  /** A fraction from 0 up to but not including 1. */
  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0;
    let t = this.#state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  int(from: number, to: number): number {
    return from + Math.floor(this.next() * (to - from + 1));
  }

  chance(probability: number): boolean {
    return this.next() < probability;
  }

  pick<T>(list: readonly T[]): T {
    const chosen = list[this.int(0, list.length - 1)];
    if (chosen === undefined) throw new Error('nothing to pick from');
    return chosen;
  }

  some<T>(list: readonly T[], probability: number): T[] {
    return list.filter(() => this.chance(probability));
  }
}
