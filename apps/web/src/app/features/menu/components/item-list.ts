import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
} from '@angular/core';
import {
  type CompiledMenu,
  type Item,
  minorDigits,
  newId,
  parsePrice,
  plainText,
  priceText,
  removeEverywhere,
  type Section,
} from '@hearty-ladle/core';
import { removalMessages } from '../../../text/removals.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { type DishRow, SectionDishes } from './section-dishes.ts';
import { SectionEditor } from './section-editor.ts';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { TextField } from '../../../ui/fields/text-field.ts';

/** Rows are memoized by dish, so only changed dishes of a large menu are formatted again. */
const rows = new WeakMap<Item, { readonly key: string; readonly row: DishRow }>();

/** The sections of the menu with their dishes; typing filters the list. A new dish needs a name and a price. */
@Component({
  selector: 'hl-item-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, ReactiveFormsModule, SectionDishes, SectionEditor, TextField],
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
  protected readonly adding = signal<string | undefined>(undefined);
  protected readonly editing = signal<string | undefined>(undefined);
  protected readonly wrong = signal(false);
  protected readonly newDish = inject(NonNullableFormBuilder).group({ name: '', price: '' });

  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #injector = inject(Injector);
  readonly #shown = new Map<string, readonly DishRow[]>();

  protected readonly sections = computed(() => {
    const { menu } = this.menu();
    const wanted = plainText(this.filter());
    const bySection = new Map<string, DishRow[]>(menu.sections.map(({ id }) => [id, []]));
    const loose: DishRow[] = [];
    for (const item of menu.items) {
      const row = this.#row(item);
      if (!row.words.includes(wanted)) continue;
      if ((item.sections ?? []).length === 0) loose.push(row);
      else for (const id of item.sections ?? []) bySection.get(id)?.push(row);
    }
    const known = menu.sections.map((section) => ({
      id: section.id,
      section: section as Section | undefined,
      name: this.#language.read(section.name),
      items: this.#steady(section.id, bySection.get(section.id) ?? []),
    }));
    const all =
      loose.length > 0 || known.length === 0
        ? [...known, { id: '', section: undefined, name: 'In no section yet', items: this.#steady('', loose) }]
        : known;
    return wanted ? all.filter(({ items }) => items.length > 0) : all;
  });

  protected begin(section: string): void {
    this.wrong.set(false);
    this.newDish.reset();
    this.adding.set(section);
    afterNextRender(() => this.#host.nativeElement.querySelector<HTMLInputElement>('form input')?.focus(), {
      injector: this.#injector,
    });
  }

  protected add(section: string): void {
    const typed = this.newDish.getRawValue();
    const name = typed.name.trim();
    const { menu } = this.menu();
    const price = parsePrice(
      typed.price,
      minorDigits(menu.currency),
      menu.priceLists.map(({ id }) => id),
    );
    const isSound =
      name !== '' &&
      price !== undefined &&
      Object.values(typeof price === 'number' ? [price] : price).every((value) => value >= 0);
    this.wrong.set(!isSound);
    if (!isSound) return;
    const id = newId(
      name,
      menu.items.map((item) => item.id),
    );
    this.adding.set(undefined);
    this.added.emit({ id, name, price, ...(section && { sections: [section] }) });
  }

  protected addSection(): void {
    const { menu } = this.menu();
    const id = newId(
      'new section',
      menu.sections.map((section) => section.id),
    );
    this.#editor.put('sections', { id, name: 'New section' }, 'Added a section');
    this.editing.set(id);
  }

  protected moveSection(id: string, step: number): void {
    const index = this.menu().menu.sections.findIndex((section) => section.id === id) + step;
    if (index < 0 || index >= this.menu().menu.sections.length) return;
    this.#editor.change('Moved a section', [{ type: 'move', kind: 'sections', id, index }]);
  }

  protected removeSection(id: string): void {
    this.editing.set(undefined);
    const { menu } = this.menu();
    const removal = removeEverywhere(menu, { kind: 'sections', id });
    if (removal.allowed) this.#editor.change('Deleted a section; its dishes stay', removal.change.edits);
    else this.#editor.tell(`This section can’t be deleted. ${removalMessages(menu, removal).join(' ')}`);
  }

  /** Moves a dish in the menu's list, past its neighbour in the section. */
  protected moveDish({ row, past }: { row: DishRow; past: DishRow }): void {
    const index = this.menu().menu.items.findIndex(({ id }) => id === past.id);
    this.#editor.change(`Moved “${row.name}”`, [{ type: 'move', kind: 'items', id: row.id, index }]);
  }

  /** Returns the previous list if no row changed, so that untouched sections are not rendered again. */
  #steady(section: string, now: readonly DishRow[]): readonly DishRow[] {
    const before = this.#shown.get(section);
    if (before?.length === now.length && now.every((row, i) => row === before[i])) return before;
    this.#shown.set(section, now);
    return now;
  }

  #row(item: Item): DishRow {
    const { menu } = this.menu();
    const key = `${this.#language.writing()} ${menu.currency} ${menu.priceLists[0]?.id}`;
    const known = rows.get(item);
    if (known?.key === key) return known.row;
    const names = typeof item.name === 'string' ? [item.name] : Object.values(item.name);
    const price = priceText(item.price, minorDigits(menu.currency), [menu.priceLists[0]?.id ?? '']);
    const row = { id: item.id, name: this.#language.read(item.name), words: plainText(names.join(' ')), price };
    rows.set(item, { key, row });
    return row;
  }
}
