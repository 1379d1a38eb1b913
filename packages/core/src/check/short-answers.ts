import type { OfferedGroup } from '../compile/compiled.ts';
import type { Pick } from '../quote/request-schema.ts';

const MOST_TRIED = 2_000;

/** Answers to some groups, those with the fewest picks first; only so many that the search ends soon. */
export function* shortAnswers(groups: readonly OfferedGroup[]): Generator<Pick[]> {
  const all: Pick[] = groups.flatMap((group) => group.choices.map((choice) => ({ group: group.id, choice: choice.id })));
  let tried = 0;
  for (let size = 0; size <= Math.min(all.length, groups.length + 2); size++) {
    for (const picks of subsets(all, size)) {
      if (tried++ === MOST_TRIED) return;
      yield picks;
    }
  }
}

function* subsets(all: readonly Pick[], size: number, from = 0): Generator<Pick[]> {
  if (size === 0) return void (yield []);
  for (let i = from; i <= all.length - size; i++) {
    const one = all[i];
    if (!one) continue;
    for (const rest of subsets(all, size - 1, i + 1)) yield [one, ...rest];
  }
}
