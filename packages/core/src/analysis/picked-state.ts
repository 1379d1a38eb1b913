/** How it is said which choice of a group stands: by its place, or that none does, or that another or several do. */
export const NONE = -1;
export const MANY = -2;

/** The first standing choice after one more; of those that nobody names any is like another. */
export function foldFirstPicked(first: number, choice: number, isNamed: boolean): number {
  if (first !== NONE) return first;
  return isNamed ? choice : MANY;
}

/** The only standing choice after one more. */
export function foldOnlyPicked(only: number, choice: number): number {
  return only === NONE ? choice : MANY;
}
