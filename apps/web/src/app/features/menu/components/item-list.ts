import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  type CompiledMenu,
  type Item,
  minorDigits,
  newId,
  plainText,
  priceText,
  type Section,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { MenuSection } from './menu-section.ts';
import type { DishRow } from './section-dishes.ts';

/** A section with those of its dishes that are shown. */
interface ShownSection {
  readonly id: string;
  /** Undefined for the dishes in no section. */
  readonly section: Section | undefined;
  readonly name: string;
  readonly rows: readonly DishRow[];
}

/** The rows of some dishes; `key` is what they depend on beside the dishes. */
interface Rows {
  readonly key: string;
  readonly items: readonly Item[];
  readonly rows: readonly DishRow[];
}

/** Rows are memoized by dish, so only changed dishes of a large menu are formatted again. */
const known = new WeakMap<Item, { readonly key: string; readonly row: DishRow }>();

/** The sections of the menu with their dishes; typing filters the list. */
@Component({
  selector: 'hl-item-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MenuSection, TextField],
  templateUrl: './item-list.html',
  styleUrl: './item-list.css',
})
export class ItemList {
  readonly menu = input.required<CompiledMenu>();
  readonly current = input<string>();
  readonly chosen = output<string>();
  readonly added = output<Item>();
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  protected readonly filter = signal('');
  /** The section whose own fields are open. */
  protected readonly editing = signal<string | undefined>(undefined);

  readonly #shown = new Map<string, readonly DishRow[]>();

  #last: Rows = { key: '', items: [], rows: [] };
  /** A row for each dish. After most edits all but one are at their place, and found without a search. */
  readonly #rows = computed(() => {
    const { menu } = this.menu();
    const key = `${this.#language.writing()} ${menu.currency} ${menu.priceLists[0]?.id}`;
    const last = this.#last;
    const rows = menu.items.map((item, i) => {
      const row = last.items[i] === item && last.key === key ? last.rows[i] : undefined;
      return row ?? this.#row(item, key);
    });
    this.#last = { key, items: menu.items, rows };
    return rows;
  });

  protected readonly sections = computed((): readonly ShownSection[] => {
    const { menu } = this.menu();
    const rows = this.#rows();
    const wanted = plainText(this.filter());
    const bySection = new Map<string, DishRow[]>(menu.sections.map(({ id }) => [id, []]));
    const loose: DishRow[] = [];
    let hasLoose = menu.sections.length === 0;
    menu.items.forEach(({ sections = [] }, i) => {
      const row = rows[i];
      hasLoose ||= sections.length === 0;
      if (!row || (wanted !== '' && !row.words.includes(wanted))) return;
      if (sections.length === 0) loose.push(row);
      else for (const id of sections) bySection.get(id)?.push(row);
    });
    const sections = menu.sections.map((section) => ({
      id: section.id,
      section: section as Section | undefined,
      name: this.#language.read(section.name),
      rows: this.#steady(section.id, bySection.get(section.id) ?? []),
    }));
    return hasLoose
      ? [...sections, { id: '', section: undefined, name: 'In no section yet', rows: this.#steady('', loose) }]
      : sections;
  });
  /** A section in which nothing matches is hidden, not removed: a new dish may be half typed there. */
  protected readonly isFiltered = computed(() => plainText(this.filter()) !== '');
  protected readonly isNoneFound = computed(
    () => this.isFiltered() && this.sections().every(({ rows }) => rows.length === 0),
  );

  protected addSection(): void {
    const { menu } = this.menu();
    const id = newId(
      'new section',
      menu.sections.map((section) => section.id),
    );
    this.#editor.put('sections', { id, name: 'New section' }, 'Added a section');
    this.editing.set(id);
  }

  /** Returns the previous list if no row changed, so that untouched sections are not rendered again. */
  #steady(section: string, now: readonly DishRow[]): readonly DishRow[] {
    const before = this.#shown.get(section);
    if (before?.length === now.length && now.every((row, i) => row === before[i])) return before;
    this.#shown.set(section, now);
    return now;
  }

  #row(item: Item, key: string): DishRow {
    const before = known.get(item);
    if (before?.key === key) return before.row;
    const { menu } = this.menu();
    const names = typeof item.name === 'string' ? [item.name] : Object.values(item.name);
    const price = priceText(item.price, minorDigits(menu.currency), [menu.priceLists[0]?.id ?? '']);
    const row = { id: item.id, name: this.#language.read(item.name), words: plainText(names.join(' ')), price };
    known.set(item, { key, row });
    return row;
  }
}
