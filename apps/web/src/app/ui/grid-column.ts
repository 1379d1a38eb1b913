import type { Choice, Workbook } from '@hearty-ladle/core';

export type Field = Exclude<keyof Choice, 'id'>;

/** Helpers for reading and writing cells. */
export interface GridWords {
  readonly locale: string;
  readonly firstLocale: string;
  readonly digits: number;
  readonly lists: readonly string[];
  readonly menu: Workbook;
}

/** A grid column: reads a choice as text, and applies a typed text to it (undefined if it can't be parsed). */
export interface GridColumn {
  readonly field: Field;
  readonly title: string;
  readonly width: string;
  /** Visible by default. */
  readonly usual: boolean;
  readonly isNumber: boolean;
  readonly placeholder: string;
  readonly hint: string;
  readonly read: (choice: Choice, words: GridWords) => string;
  readonly write: (choice: Choice, text: string, words: GridWords) => Choice | undefined;
  /** What the text leaves out. */
  readonly mark?: (choice: Choice, words: GridWords) => string | undefined;
}
