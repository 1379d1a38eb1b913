import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { type Item, newId, parsePrice, removeEverywhere, type Section } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { InputText } from 'primeng/inputtext';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { removalMessages } from '../../../text/removals.ts';
import { type DishRow, SectionDishes } from './section-dishes.ts';
import { SectionEditor } from './section-editor.ts';

/**
 * A section of the dish list, or the dishes in none. A new dish needs a name and a price. It reads the menu only when
 * something is done, so that an edit draws anew only the section that it changes.
 */
@Component({
  selector: 'hl-menu-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, InputText, ReactiveFormsModule, SectionDishes, SectionEditor],
  templateUrl: './menu-section.html',
  styleUrl: './menu-section.css',
})
export class MenuSection {
  /** Undefined for the dishes in no section. */
  readonly section = input<Section>();
  readonly name = input.required<string>();
  readonly rows = input.required<readonly DishRow[]>();
  /** The dish that is open. */
  readonly current = input<string>();
  readonly isEdited = input(false);
  readonly canAdd = input(true);
  readonly chosen = output<string>();
  readonly edited = output<boolean>();
  readonly added = output<Item>();
  readonly #editor = inject(MenuEditor);
  protected readonly view = inject(MenuView);
  readonly #injector = inject(Injector);

  protected readonly isAdding = signal(false);
  protected readonly wrong = signal(false);
  protected readonly newDish = inject(NonNullableFormBuilder).group({ name: '', price: '' });
  protected readonly first = viewChild<string, ElementRef<HTMLInputElement>>('first', { read: ElementRef });

  protected begin(): void {
    this.wrong.set(false);
    this.newDish.reset();
    this.isAdding.set(true);
    afterNextRender(() => this.first()?.nativeElement.focus(), { injector: this.#injector });
  }

  protected add(): void {
    const menu = this.view.menu();
    if (!menu) return;
    const typed = this.newDish.getRawValue();
    const name = typed.name.trim();
    const price = parsePrice(typed.price, this.view.digits(), this.view.lists());
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
    const section = this.section()?.id;
    this.isAdding.set(false);
    this.added.emit({ id, name, price, ...(section !== undefined && { sections: [section] }) });
  }

  protected move(id: string, step: number): void {
    const sections = this.view.menu()?.sections ?? [];
    const index = sections.findIndex((section) => section.id === id) + step;
    if (index < 0 || index >= sections.length) return;
    this.#editor.change('Moved a section', [{ type: 'move', kind: 'sections', id, index }]);
  }

  protected remove(id: string): void {
    const menu = this.view.menu();
    if (!menu) return;
    this.edited.emit(false);
    const removal = removeEverywhere(menu, { kind: 'sections', id });
    if (removal.allowed) this.#editor.change('Deleted a section; its dishes stay', removal.change.edits);
    else this.#editor.tell(`This section can’t be deleted. ${removalMessages(menu, removal).join(' ')}`);
  }

  /** Moves a dish in the menu's list, past its neighbour in the section. */
  protected moveDish({ row, past }: { row: DishRow; past: DishRow }): void {
    const index = (this.view.menu()?.items ?? []).findIndex(({ id }) => id === past.id);
    if (index < 0) return;
    this.#editor.change(`Moved “${row.name}”`, [{ type: 'move', kind: 'items', id: row.id, index }]);
  }
}
