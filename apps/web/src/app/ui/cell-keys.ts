/** How many rows down a key leads in a grid of cells: Enter and the arrows; 0 for other keys, and with Alt. */
export function rowsDown({ key, altKey }: KeyboardEvent): -1 | 0 | 1 {
  if (altKey) return 0;
  if (key === 'Enter' || key === 'ArrowDown') return 1;
  return key === 'ArrowUp' ? -1 : 0;
}

/** The letter pressed together with Ctrl (or Command); empty if none is. */
export function commandLetter({ key, ctrlKey, metaKey }: KeyboardEvent): string {
  return ctrlKey || metaKey ? key.toLowerCase() : '';
}

/** Moves the focus to a cell, which is marked `data-cell="ROW COLUMN"`; nothing happens if it isn't drawn. */
export function focusCell(grid: HTMLElement, row: number, column: number): void {
  grid.querySelector<HTMLElement>(`[data-cell="${row} ${column}"]`)?.focus();
}
