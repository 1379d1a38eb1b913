import type { TABLE_NAMES } from '../api/constants.ts';
import type { Column } from './column.ts';
import type { TableDraft } from './table-draft.ts';

export type TableName = (typeof TABLE_NAMES)[number];

/** A thing of a table, with the cells by which it is known. */
interface KeyedThing {
  readonly keys: readonly string[];
  readonly thing: object;
}

/** One table: what its rows are, how they are known, and how they are found and added. */
export interface TableKind {
  readonly name: TableName;
  readonly keys: readonly { readonly header: string; readonly note: string; readonly options?: readonly string[] }[];
  readonly columns: readonly Column<object>[];
  /** Columns that can be set only on something new. */
  readonly fixed?: readonly string[];
  readonly things: (draft: TableDraft) => readonly KeyedThing[];
  readonly get: (draft: TableDraft, keys: readonly string[]) => object | undefined;
  /** Something new with these keys; the last is empty if an id is to be made from the name. */
  readonly add: (draft: TableDraft, keys: readonly string[], name: string) => KeyedThing | { readonly says: string };
  readonly put: (draft: TableDraft, keys: readonly string[], thing: object) => void;
  /** The headers of the columns that a new row must fill. */
  readonly needs?: readonly string[];
  /** Whether something new that only has its keys says nothing, and is not added. */
  readonly saysNothingAlone?: boolean;
  /** The header of the column by whose text a row without an id is found. */
  readonly named?: string;
}
