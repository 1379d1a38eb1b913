import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { PriceList, Raise, Rounding } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { raiseIn, ROUNDINGS, roundingOf } from './rounding-options.ts';

/** A change of many prices: those of some lists raised, or one list set from another. */
export interface Repricing {
  readonly raise: Raise;
  readonly rounding: Rounding;
  /** The lists that change. */
  readonly lists: readonly string[];
  /** The list that the amounts come from; each list's own if absent. */
  readonly from?: string;
  readonly label: string;
}

/** Raises or lowers prices by a percentage or a sum, rounds them, and sets one price list from another. */
@Component({
  selector: 'hl-price-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField],
  templateUrl: './price-tools.html',
  styleUrl: './price-tools.css',
})
export class PriceTools {
  readonly lists = input.required<readonly PriceList[]>();
  readonly currency = input.required<string>();
  /** How many prices would change. */
  readonly count = input.required<number>();
  readonly repriced = output<Repricing>();
  protected readonly ROUNDINGS = ROUNDINGS;
  protected readonly by = signal('');
  protected readonly list = signal('');
  protected readonly from = signal('');
  protected readonly rounding = signal<string>('0.05');
  protected readonly listOptions = computed(() => [
    { value: '', label: 'every price list' },
    ...this.lists().map(({ id, name }) => ({ value: id, label: name })),
  ]);
  protected readonly fromOptions = computed(() => [
    { value: '', label: 'what it is now' },
    ...this.lists()
      .filter(({ id }) => id !== this.list())
      .map(({ id, name }) => ({ value: id, label: name })),
  ]);
  protected readonly raise = computed(() => raiseIn(this.by(), this.currency()));

  protected chooseList(list: string): void {
    this.list.set(list);
    if (list === '' || this.from() === list) this.from.set('');
  }

  protected apply(): void {
    const raise = this.raise();
    if (!raise) return;
    const [list, from] = [this.list(), this.from()];
    const name = (id: string) => this.lists().find((one) => one.id === id)?.name ?? id;
    const verb = from === '' ? 'Changed' : `Set ${name(list)} from ${name(from)} for`;
    this.repriced.emit({
      raise,
      rounding: roundingOf(this.rounding(), this.currency()),
      lists: list === '' ? this.lists().map(({ id }) => id) : [list],
      ...(from !== '' && { from }),
      label: `${verb} ${this.count()} ${this.count() === 1 ? 'price' : 'prices'}, ${this.by().trim()}`,
    });
  }
}
