import { computed, signal } from '@angular/core';

interface Cell<F extends string> {
  readonly row: string;
  readonly field: F;
}

/**
 * What stands in the cells of a grid instead of their values: the text being typed, and texts that could not be read.
 * These stay in place, marked as wrong, until they are mended, so that nothing typed is lost.
 */
export class CellTexts<F extends string> {
  readonly #editing = signal<(Cell<F> & { readonly text: string }) | undefined>(undefined);
  readonly #unread = signal<ReadonlyMap<string, Cell<F> & { readonly text: string }>>(new Map());
  /** The cell to explain: the one being typed in, if it can't be read, else the first that couldn't. */
  readonly wrong = computed((): Cell<F> | undefined => {
    const editing = this.#editing();
    return editing && this.#unread().has(keyOf(editing)) ? editing : [...this.#unread().values()][0];
  });

  textOf(row: string, field: F): string | undefined {
    const editing = this.#editing();
    return editing?.row === row && editing.field === field
      ? editing.text
      : this.#unread().get(keyOf({ row, field }))?.text;
  }

  isWrong(row: string, field: F): boolean {
    return this.#unread().has(keyOf({ row, field }));
  }

  typed(row: string, field: F, text: string, isRead: boolean): void {
    const cell = { row, field, text };
    this.#editing.set(cell);
    this.#unread.update((before) => {
      const unread = new Map(before);
      if (isRead) unread.delete(keyOf(cell));
      else unread.set(keyOf(cell), cell);
      return unread;
    });
  }

  /** The focus left the cell. */
  left(): void {
    this.#editing.set(undefined);
  }

  /** Shows the values again, as after an undo or when other rows are shown. */
  clear(): void {
    this.#editing.set(undefined);
    this.#unread.set(new Map());
  }
}

function keyOf({ row, field }: { readonly row: string; readonly field: string }): string {
  return `${field} ${row}`;
}
