/** The Cartesian product of the lists. */
export function cross<T>(lists: readonly (readonly T[])[]): T[][] {
  return lists.reduce<T[][]>(
    (witnesses, list) => witnesses.flatMap((witness) => list.map((one) => [...witness, one])),
    [[]],
  );
}

export function permutations<T>(list: readonly T[]): T[][] {
  if (list.length < 2) return [[...list]];
  return list.flatMap((one, i) =>
    permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [one, ...rest]),
  );
}
