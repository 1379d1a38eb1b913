/**
 * Which numbers of a permutation (of any distinct numbers) must be moved so that the others ascend: all but a longest
 * ascending subsequence, found by patience sorting in O(n log n).
 */
export function movedOut(numbers: readonly number[]): Set<number> {
  /** The smallest last number of an ascending run of each length, as indexes. */
  const tails: number[] = [];
  const before: number[] = [];
  numbers.forEach((number, index) => {
    const place = firstAtLeast(tails, numbers, number);
    before[index] = tails[place - 1] ?? -1;
    tails[place] = index;
  });
  const moved = new Set(numbers);
  for (let index = tails.at(-1) ?? -1; index >= 0; index = before[index] ?? -1) moved.delete(numbers[index] ?? -1);
  return moved;
}

function firstAtLeast(tails: readonly number[], numbers: readonly number[], number: number): number {
  let [low, high] = [0, tails.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((numbers[tails[middle] ?? 0] ?? 0) < number) low = middle + 1;
    else high = middle;
  }
  return low;
}
