/** How it is said which choice of a group stands: by its place, or that none does, or that another or several do. */
export const NOBODY = -1;
export const SEVERAL = -2;

/** The first standing choice after one more; of those that nobody names any is like another. */
export function firstAfter(first: number, choice: number, isNamed: boolean): number {
  if (first !== NOBODY) return first;
  return isNamed ? choice : SEVERAL;
}

/** The only standing choice after one more. */
export function onlyAfter(only: number, choice: number): number {
  return only === NOBODY ? choice : SEVERAL;
}
