import type { Id } from '../menu/document.ts';

/** What a cross table is about: two groups, on one dish or on all that ask both, and what is fixed in a third group. */
export interface CrossPlace {
  readonly rows: Id;
  readonly columns: Id;
  /** One dish; all dishes that ask both groups if absent. */
  readonly item?: Id;
  readonly fixed?: { readonly group: Id; readonly choice: Id };
}

export type Side = 'rows' | 'columns';

export interface CrossCell {
  readonly row: Id;
  readonly column: Id;
}

/** Cells that shall go together, or no longer. */
export interface CrossStroke {
  readonly cells: readonly CrossCell[];
  readonly together: boolean;
}

/** The path of a choice of one side: `group/choice`. */
export function pathOf(place: CrossPlace, side: Side, choice: Id): string {
  return `${place[side]}/${choice}`;
}

/** The path of what is fixed in the third group. */
export function fixedPath({ fixed }: CrossPlace): string | undefined {
  return fixed && `${fixed.group}/${fixed.choice}`;
}

/** The other side. */
export function across(side: Side): Side {
  return side === 'rows' ? 'columns' : 'rows';
}
