/** Encodes which choice of a group is picked: its index, NONE, or MANY (more than one, or one no rule refers to). */
export const NONE = -1;
export const MANY = -2;

/** Folds one more picked choice into the "first picked" state. Choices no rule refers to collapse to MANY. */
export function foldFirstPicked(first: number, choice: number, isNamed: boolean): number {
  if (first !== NONE) return first;
  return isNamed ? choice : MANY;
}

/** Folds one more picked choice into the "only picked" state. */
export function foldOnlyPicked(only: number, choice: number): number {
  return only === NONE ? choice : MANY;
}
