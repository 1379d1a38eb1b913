import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { chosenDishes, plainText, textIn, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { TextField } from './fields/text-field.ts';
import { TickBox } from './fields/tick-box.ts';

/** Picked dishes by id, and the whole sections and tags that were selected, with the exceptions. */
export interface PickedDishes {
  readonly items: readonly string[];
  readonly sections: readonly string[];
  readonly tags: readonly string[];
  readonly except: readonly string[];
}

/** Picks many dishes at once: by section, by tag, one by one, with exceptions. */
@Component({
  selector: 'hl-dish-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TextField, TickBox],
  templateUrl: './dish-picker.html',
  styleUrl: './dish-picker.css',
})
export class DishPicker {
  readonly menu = input.required<Workbook>();
  /** Dishes that can't be picked because they have it already. */
  readonly done = input<ReadonlySet<string>>(new Set());
  readonly doneWords = input('has it already');
  readonly pickedChange = output<PickedDishes>();

  protected readonly filter = signal('');
  protected readonly picked = linkedSignal<Workbook, ReadonlySet<string>>({
    source: this.menu,
    computation: (_, before) => before?.value ?? new Set(),
  });
  protected readonly wholeSections = signal<ReadonlySet<string>>(new Set());
  protected readonly wholeTags = signal<ReadonlySet<string>>(new Set());
  protected readonly tags = computed(() => [...new Set(this.menu().items.flatMap((item) => item.tags ?? []))].sort());
  protected readonly count = computed(() => [...this.picked()].filter((id) => !this.done().has(id)).length);

  protected readonly sections = computed(() => {
    const menu = this.menu();
    const [locale = ''] = menu.locales;
    const wanted = plainText(this.filter());
    const row = (item: Workbook['items'][number]) => ({
      id: item.id,
      name: textIn(item.name, locale, locale),
      on: this.picked().has(item.id),
      done: this.done().has(item.id),
    });
    const all = menu.sections.map(({ id, name }) => ({
      id,
      name: textIn(name, locale, locale),
      dishes: menu.items.filter((item) => item.sections?.includes(id)).map(row),
    }));
    const loose = menu.items.filter((item) => (item.sections ?? []).length === 0).map(row);
    return [...all, ...(loose.length > 0 ? [{ id: '', name: 'no section', dishes: loose }] : [])]
      .map(({ id, name, dishes }) => {
        const shown = dishes.filter((dish) => plainText(dish.name).includes(wanted));
        const free = shown.filter(({ done }) => !done);
        return {
          id,
          label: wanted === '' ? `All of ${name}` : `The ${shown.length} shown of ${name}`,
          dishes: shown,
          ids: free.map((dish) => dish.id),
          all: free.length > 0 && free.every(({ on }) => on),
          some: free.some(({ on }) => on),
        };
      })
      .filter(({ dishes }) => dishes.length > 0);
  });

  protected toggle(id: string): void {
    this.#set([id], !this.picked().has(id));
  }

  protected toggleSection(id: string, ids: readonly string[], on: boolean): void {
    const isWhole = this.filter().trim() === '' && id !== '';
    this.wholeSections.set(changed(this.wholeSections(), [id], on && isWhole));
    this.#set(ids, on);
  }

  protected toggleTag(tag: string): void {
    const on = !this.wholeTags().has(tag);
    this.wholeTags.set(changed(this.wholeTags(), [tag], on));
    this.#set(
      chosenDishes(this.menu(), { tags: [tag] }).map(({ id }) => id),
      on,
    );
  }

  #set(ids: readonly string[], on: boolean): void {
    this.picked.set(changed(this.picked(), ids, on));
    const sections = [...this.wholeSections()];
    const tags = [...this.wholeTags()];
    const items = this.menu()
      .items.filter(({ id }) => this.picked().has(id) && !this.done().has(id))
      .map(({ id }) => id);
    const except = chosenDishes(this.menu(), { sections, tags })
      .filter(({ id }) => !this.picked().has(id) && !this.done().has(id))
      .map(({ id }) => id);
    this.pickedChange.emit({ items, sections, tags, except });
  }
}

function changed(set: ReadonlySet<string>, ids: readonly string[], on: boolean): ReadonlySet<string> {
  const next = new Set(set);
  for (const id of ids) {
    if (on) next.add(id);
    else next.delete(id);
  }
  return next;
}
