import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, inject, Injector, input, output, signal } from '@angular/core';
import { type Choice, choicePriceText, newChoice, parseChoicePrice, parseTypedList, type Text, textIn } from '@hearty-ladle/core';

const COLUMNS = [
  { field: 'name', title: 'Guest reads', width: 'minmax(128px, 1.5fr)' },
  { field: 'kitchenName', title: 'Kitchen reads', width: 'minmax(84px, 0.9fr)' },
  { field: 'price', title: 'Adds', width: 'minmax(112px, 0.9fr)' },
  { field: 'max', title: 'Up to', width: '44px' },
  { field: 'default', title: 'Ticked', width: '50px' },
  { field: 'code', title: 'Code', width: '50px' },
] as const;
type Field = (typeof COLUMNS)[number]['field'];

interface Editing {
  readonly row: string;
  readonly field: Field;
  readonly text: string;
}

/**
 * The choices of a group in one grid: Enter goes to the next row (and makes it), Tab to the next cell, arrows up and
 * down, Alt with arrows moves the row; several lines pasted at once become rows with their prices.
 */
@Component({
  selector: 'hl-choice-grid',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList],
  templateUrl: './choice-grid.html',
  styleUrl: './choice-grid.css',
})
export class ChoiceGrid {
  readonly choices = input.required<readonly Choice[]>();
  readonly locale = input.required<string>();
  readonly digits = input.required<number>();
  readonly lists = input.required<readonly string[]>();
  /** The new list of choices, and which field of which row was typed in (absent: rows came, went or moved). */
  readonly choicesChange = output<{ choices: Choice[]; typed?: string }>();

  protected readonly columns = COLUMNS;
  protected readonly template = `28px ${COLUMNS.map(({ width }) => width).join(' ')} 36px`;
  protected readonly editing = signal<Editing | undefined>(undefined);
  /** What stands in the box below the grid; after adding, the lines that were not understood. */
  protected readonly typed = signal('');
  protected readonly hasLeftOver = signal(false);
  protected readonly wrong = computed(() => {
    const it = this.editing();
    return it && this.#changed(it) === undefined ? it : undefined;
  });
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #injector = inject(Injector);

  protected textOf(choice: Choice, field: Field): string {
    const editing = this.editing();
    if (editing?.row === choice.id && editing.field === field) return editing.text;
    if (field === 'name') return textIn(choice.name, this.locale(), this.locale());
    if (field === 'price') return choicePriceText(choice.price, this.digits(), this.lists());
    return String(choice[field] ?? '');
  }

  protected type(choice: Choice, field: Field, text: string): void {
    const editing = { row: choice.id, field, text };
    this.editing.set(editing);
    const changed = this.#changed(editing);
    if (!changed) return;
    const choices = this.choices().map((it) => (it.id === choice.id ? changed : it));
    this.choicesChange.emit({ choices, typed: `${choice.id} ${field}` });
  }

  protected done(): void {
    this.editing.set(undefined);
  }

  protected keydown(event: KeyboardEvent, row: number, field: Field): void {
    if (event.key === 'Enter') {
      event.preventDefault();
      if (row === this.choices().length - 1) this.add('', row + 1);
      else this.#focus(row + 1, field);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const to = row + (event.key === 'ArrowDown' ? 1 : -1);
      if (to < 0 || to >= this.choices().length) return;
      if (event.altKey) this.#move(row, to);
      this.#focus(to, field);
    }
  }

  /** Several lines become rows after this one; a single line is an ordinary paste. */
  protected paste(event: ClipboardEvent, row: number, field: Field): void {
    if (field !== 'name') return;
    const text = event.clipboardData?.getData('text') ?? '';
    if (!/\n./.test(text.trim())) return;
    event.preventDefault();
    this.add(text, row + 1);
  }

  /** Adds typed lines as rows; what is not understood stays in the box. An empty text adds an empty row. */
  protected add(text: string, at = this.choices().length): void {
    const { choices: typed, left } = text === '' ? { choices: [{ name: '', price: undefined }], left: [] } : parseTypedList(text, this.digits(), this.lists());
    this.typed.set(left.join('\n'));
    this.hasLeftOver.set(left.length > 0);
    const taken = this.choices().map(({ id }) => id);
    const added: Choice[] = [];
    for (const one of typed) added.push(newChoice(one, [...taken, ...added.map(({ id }) => id)]));
    if (added.length === 0) return;
    const isBlank = this.choices()[at - 1]?.name === '' && text !== '';
    const before = this.choices().slice(0, isBlank ? at - 1 : at);
    this.choicesChange.emit({ choices: [...before, ...added, ...this.choices().slice(at)] });
    this.#focus(before.length + added.length - 1, 'name');
  }

  protected typeInBox(text: string): void {
    this.typed.set(text);
    this.hasLeftOver.set(false);
  }

  protected remove(choice: Choice): void {
    this.choicesChange.emit({ choices: this.choices().filter((it) => it !== choice) });
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    if (event.previousIndex !== event.currentIndex) this.#move(event.previousIndex, event.currentIndex);
  }

  #move(from: number, to: number): void {
    const choices = [...this.choices()];
    moveItemInArray(choices, from, to);
    this.choicesChange.emit({ choices });
  }

  #focus(row: number, field: Field): void {
    afterNextRender(
      () => {
        const cell = this.#host.nativeElement.querySelector<HTMLInputElement>(`[data-cell="${row}-${field}"]`);
        cell?.focus();
        cell?.select();
      },
      { injector: this.#injector },
    );
  }

  /** The choice with what was typed; undefined where it can't be understood. */
  #changed({ row, field, text }: Editing): Choice | undefined {
    const choice = this.choices().find(({ id }) => id === row);
    if (!choice) return undefined;
    const { [field]: _, ...rest } = choice;
    const trimmed = text.trim();
    if (field === 'name') return { ...choice, name: named(choice.name, this.locale(), text) };
    if (field === 'price') {
      const price = parseChoicePrice(text, this.digits(), this.lists());
      if (price === undefined) return undefined;
      const kept = price && 'add' in price && choice.price && 'add' in choice.price ? { ...choice.price, add: price.add } : price;
      return (kept === null ? rest : { ...choice, price: kept }) as Choice;
    }
    if (trimmed === '') return rest as Choice;
    if (field === 'max' || field === 'default') {
      const count = Number(trimmed);
      const sound = /^\d{1,2}$/.test(trimmed) && (field === 'max' ? count >= 1 : count <= (choice.max ?? 1));
      return sound ? { ...choice, [field]: count } : undefined;
    }
    return { ...choice, [field]: trimmed };
  }
}

function named(name: Text, locale: string, text: string): Text {
  return typeof name === 'string' ? text : { ...name, [locale]: text };
}
