import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { type AskedQuestion, minorDigits, parseTypedList, textIn, type Workbook } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { RadioField } from '../../../ui/fields/radio-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import type { Drafts } from '../../../state/first-steps.ts';

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
  readonly drafts = input.required<Drafts>();
  readonly typed = output<Partial<Drafts>>();
  /** `left`: the lines that could not be read; they stay in the box. */
  readonly handedIn = output<AskedQuestion & { left: readonly string[] }>();
  protected readonly LIMITS = [
    { value: 'one', label: 'Guests pick exactly one' },
    { value: 'any', label: 'Guests pick as many as they like, or none' },
  ] as const;
  protected readonly limit = signal<'one' | 'any'>('one');
  protected readonly dishes = computed(() => {
    const { items, locales } = this.menu();
    return items.map(({ id, name }) => ({ id, name: textIn(name, locales[0] ?? '', locales[0] ?? '') }));
  });
  /** All of them until somebody says otherwise. */
  protected readonly ticked = linkedSignal(() => new Set(this.dishes().map(({ id }) => id)));
  protected readonly read = computed(() => {
    const { currency, priceLists } = this.menu();
    const lists = priceLists.map(({ id }) => id);
    return parseTypedList(this.drafts().choices, minorDigits(currency), lists);
  });
  protected readonly isReady = computed(
    () => this.drafts().question.trim() !== '' && this.read().choices.length > 0 && this.ticked().size > 0,
  );

  protected tick(id: string, isOn: boolean): void {
    const ticked = new Set(this.ticked());
    if (isOn) ticked.add(id);
    else ticked.delete(id);
    this.ticked.set(ticked);
  }

  protected handIn(): void {
    if (!this.isReady()) return;
    this.handedIn.emit({
      ...this.read(),
      question: this.drafts().question.trim(),
      pickOne: this.limit() === 'one',
      dishes: [...this.ticked()],
    });
  }
}
