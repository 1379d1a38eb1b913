import { computed, linkedSignal, type Signal, signal } from '@angular/core';
import { type Choice, newChoice } from '@hearty-ladle/core';
import type { GridColumn, GridWords } from './grid-column.ts';
import { hasName } from './grid-columns.ts';

interface UnnamedRow {
  readonly choice: Choice;
  readonly at: number;
}

/** The new choices of a group, and the row and field that were typed in, if any. */
export type RowsChanged = (choices: Choice[], typed: string | undefined) => void;

/**
 * The rows of the choice grid: the group's choices, and new rows that have no name yet. Those wait here and become
 * choices, and are offered, once they have one.
 */
export class GridRows {
  readonly #choices: Signal<readonly Choice[]>;
  readonly #words: Signal<GridWords>;
  readonly #changed: RowsChanged;
  readonly #unnamed;
  readonly #ticked;
  /** Choices first named here in another language than the menu's first: until translated they have one name in both. */
  readonly #namedOnce = new Set<string>();
  /** A list of its own: PrimeNG's table wants one. */
  readonly rows = computed(() => {
    const rows = [...this.#choices()];
    for (const { choice, at } of this.#unnamed())
      if (!rows.some(({ id }) => id === choice.id)) rows.splice(at, 0, choice);
    return rows;
  });
  /** The ids of the rows that wait for a name. */
  readonly unnamed = computed(() => new Set(this.#unnamed().map(({ choice }) => choice.id)));
  /** The ids of the selected rows. */
  readonly ticked = computed((): ReadonlySet<string> => {
    const ticked = this.#ticked();
    return new Set(
      this.rows()
        .map(({ id }) => id)
        .filter((id) => ticked.has(id)),
    );
  });

  /** `group`: unnamed rows and the selection are dropped when another group is shown. */
  constructor(
    choices: Signal<readonly Choice[]>,
    group: Signal<string>,
    words: Signal<GridWords>,
    changed: RowsChanged,
  ) {
    this.#choices = choices;
    this.#words = words;
    this.#changed = changed;
    this.#unnamed = linkedSignal<string, readonly UnnamedRow[]>({ source: group, computation: () => [] });
    this.#ticked = signal<ReadonlySet<string>>(new Set());
  }

  /** Replaces the rows. `typed`: the row and field typed in; absent if rows were added, removed, moved or filled. */
  change(rows: readonly Choice[], typed?: string): void {
    const isWaiting = (row: Choice) =>
      !hasName(row, this.#words().firstLocale) && !this.#choices().some(({ id }) => id === row.id);
    this.#unnamed.set(rows.flatMap((choice, at) => (isWaiting(choice) ? [{ choice, at }] : [])));
    const choices = rows.filter((row) => !isWaiting(row));
    const isSame = choices.length === this.#choices().length && choices.every((it, i) => it === this.#choices()[i]);
    if (!isSame) this.#changed(choices, typed);
  }

  /** Adds rows at a place, in place of an empty row before it; returns the place of the last one, or -1. */
  insert(typed: readonly Parameters<typeof newChoice>[0][], at: number): number {
    const { locale, firstLocale } = this.#words();
    const taken = this.rows().map(({ id }) => id);
    const added: Choice[] = [];
    for (const one of typed) {
      const choice = newChoice(one, [...taken, ...added.map(({ id }) => id)]);
      const isTranslated = locale !== firstLocale && one.name !== '';
      added.push(isTranslated ? { ...choice, name: { [firstLocale]: one.name, [locale]: one.name } } : choice);
    }
    if (added.length === 0) return -1;
    const last = this.rows()[at - 1];
    const isBlank = last !== undefined && this.unnamed().has(last.id) && typed[0]?.name !== '';
    const before = this.rows().slice(0, isBlank ? at - 1 : at);
    this.change([...before, ...added, ...this.rows().slice(at)]);
    return before.length + added.length - 1;
  }

  /** The choice to write a cell of: without a name where the one it has is a copy of what is being typed. */
  toWrite(choice: Choice, field: string): Choice {
    const { locale, firstLocale } = this.#words();
    if (field !== 'name') return choice;
    if (locale === firstLocale) this.#namedOnce.delete(choice.id);
    else if (this.unnamed().has(choice.id)) this.#namedOnce.add(choice.id);
    return this.#namedOnce.has(choice.id) ? { ...choice, name: '' } : choice;
  }

  replace(id: string, changed: Choice, field: string): void {
    this.change(
      this.rows().map((it) => (it.id === id ? changed : it)),
      `${id} ${field}`,
    );
  }

  /** Writes one text into one column of some rows; returns how many of them could not take it. */
  fill(ids: ReadonlySet<string>, column: GridColumn, text: string): number {
    let notUnderstood = 0;
    this.change(
      this.rows().map((choice) => {
        if (!ids.has(choice.id)) return choice;
        const changed = column.write(choice, text, this.#words());
        if (!changed) notUnderstood++;
        return changed ?? choice;
      }),
    );
    return notUnderstood;
  }

  move(from: number, to: number): void {
    const rows = [...this.rows()];
    rows.splice(to, 0, ...rows.splice(from, 1));
    this.change(rows);
  }

  /** Drops a row that has no name yet; returns false if it is a choice of the group. */
  drop(id: string): boolean {
    if (!this.unnamed().has(id)) return false;
    this.#unnamed.update((rows) => rows.filter(({ choice }) => choice.id !== id));
    return true;
  }

  tick(ids: readonly string[], on: boolean): void {
    const next = new Set(this.ticked());
    for (const id of ids) {
      if (on) next.add(id);
      else next.delete(id);
    }
    this.#ticked.set(next);
  }

  tickAll(on: boolean): void {
    this.tick(
      this.rows().map(({ id }) => id),
      on,
    );
  }
}
