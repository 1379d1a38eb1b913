import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { IncludedFirst } from '@hearty-ladle/core';
import { impossibleLimits } from '../text/sentence.ts';
import { SelectField } from './fields/select-field.ts';
import { TextField } from './fields/text-field.ts';

/** The limits of a group of choices, as they are edited. */
export interface Limits {
  readonly min: number;
  readonly max: number | null;
  readonly included: number;
  readonly includedFirst: IncludedFirst;
}

type CountField = 'min' | 'max' | 'included';

/**
 * A group's limits as one sentence with controls in it. Impossible limits are refused while typing, with the reason.
 */
@Component({
  selector: 'hl-limits-sentence',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SelectField, TextField],
  templateUrl: './limits-sentence.html',
  styleUrl: './limits-sentence.css',
})
export class LimitsSentence {
  readonly limits = input.required<Limits>();
  /** Total units available to pick. */
  readonly available = input.required<number>();
  /** Which units are included first can't be changed here. */
  readonly fixedOrder = input(false);
  readonly limitsChange = output<Limits>();

  protected readonly orders: readonly { value: IncludedFirst; label: string }[] = [
    { value: 'picked', label: 'in the order picked' },
    { value: 'cheapest', label: 'cheapest first' },
    { value: 'dearest', label: 'dearest first' },
  ];
  protected readonly draft = signal<{ field: CountField; text: string } | undefined>(undefined);
  protected readonly wrong = computed(() => {
    const draft = this.draft();
    const message = draft && this.#refusal(draft.field, draft.text);
    return message === undefined ? undefined : { field: draft?.field, message };
  });

  protected readonly hasOrder = computed(() => this.limits().included > 0 && !this.fixedOrder());
  protected readonly impossible = computed(() => impossibleLimits(this.limits(), this.available()));

  protected shown(field: CountField): string {
    const draft = this.draft();
    return draft?.field === field ? draft.text : String(this.limits()[field] ?? '');
  }

  protected type(field: CountField, text: string): void {
    this.draft.set({ field, text });
    if (this.#refusal(field, text) !== undefined) return;
    this.limitsChange.emit({
      ...this.limits(),
      [field]: text.trim() === '' ? (field === 'max' ? null : 0) : Number(text),
    });
  }

  protected done(): void {
    this.draft.set(undefined);
  }

  protected order(includedFirst: string): void {
    this.limitsChange.emit({ ...this.limits(), includedFirst: includedFirst as IncludedFirst });
  }

  #refusal(field: CountField, text: string): string | undefined {
    if (text.trim() === '') return undefined;
    const count = Number(text);
    if (!/^\d{1,2}$/.test(text.trim())) return 'A whole number up to 99, please.';
    const next: Limits = { ...this.limits(), [field]: count };
    const { min, max } = next;
    if (field === 'max' && count === 0) return 'Up to 0 would leave nothing to pick; leave it empty for no limit.';
    if (field !== 'included' && max !== null && min > max) return `At least ${min} and up to ${max} can’t both be met.`;
    return field === 'max' ? undefined : impossibleLimits(next, this.available());
  }
}
