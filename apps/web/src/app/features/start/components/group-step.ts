import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { minorDigits, parseTypedList, type TypedChoice, textIn, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { RadioField } from '../../../ui/fields/radio-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

/** The first question: its choices as a typed list, how many are picked, and on which dishes it is asked. */
@Component({
  selector: 'hl-group-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RadioField, TextField, TickBox],
  templateUrl: './group-step.html',
  styleUrl: './step.css',
})
export class GroupStep {
  readonly menu = input.required<Workbook>();
  readonly done = output<{
    question: string;
    choices: readonly TypedChoice[];
    pickOne: boolean;
    dishes: readonly string[];
  }>();
  protected readonly LIMITS = [
    { value: 'one', label: 'Guests pick exactly one' },
    { value: 'any', label: 'Guests pick as many as they like, or none' },
  ] as const;
  protected readonly question = signal('');
  protected readonly list = signal('');
  protected readonly limit = signal<'one' | 'any'>('one');
  protected readonly dishes = computed(() =>
    this.menu().items.map(({ id, name }) => ({ id, name: textIn(name, this.menu().locales[0] ?? '', '') })),
  );
  /** All of them until somebody says otherwise. */
  protected readonly ticked = linkedSignal(() => new Set(this.dishes().map(({ id }) => id)));
  protected readonly read = computed(() => {
    const { currency, priceLists } = this.menu();
    return parseTypedList(
      this.list(),
      minorDigits(currency),
      priceLists.map(({ id }) => id),
    );
  });
  protected readonly isReady = computed(
    () => this.question().trim() !== '' && this.read().choices.length > 0 && this.ticked().size > 0,
  );

  protected tick(id: string, isOn: boolean): void {
    this.ticked.update((before) => {
      const ticked = new Set(before);
      if (isOn) ticked.add(id);
      else ticked.delete(id);
      return ticked;
    });
  }

  protected keep(): void {
    if (!this.isReady()) return;
    const { choices } = this.read();
    this.done.emit({
      question: this.question().trim(),
      choices,
      pickOne: this.limit() === 'one',
      dishes: [...this.ticked()],
    });
    this.question.set('');
    this.list.set('');
  }
}
