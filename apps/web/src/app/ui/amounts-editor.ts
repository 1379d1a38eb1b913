import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { type Amount, newId, parsePercent, percentText } from '@hearty-ladle/core';
import { EditingLanguage } from '../state/editing-language.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from './fields/text-field.ts';

const WHOLE = 10_000;
const STARTERS = [
  { name: 'Extra', word: 'EXTRA', price: 15_000, portion: 20_000 },
  { name: 'Light', word: 'LIGHT', price: WHOLE, portion: 5_000 },
  { name: 'On the side', word: 'SIDE', price: WHOLE, portion: WHOLE },
] as const;

/**
 * The amounts a choice comes in: extra, light, on the side; with their word on the ticket and their share of price and
 * portion.
 */
@Component({
  selector: 'hl-amounts-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TextField],
  templateUrl: './amounts-editor.html',
  styleUrl: './amounts-editor.css',
})
export class AmountsEditor {
  readonly amounts = input.required<readonly Amount[]>();
  readonly amountsChange = output<{ amounts: Amount[]; typed?: string }>();
  protected readonly language = inject(EditingLanguage);
  protected readonly starters = STARTERS;

  protected percent(basisPoints: number | undefined): string {
    return percentText(basisPoints ?? WHOLE);
  }

  protected set(amount: Amount, change: Partial<Amount>, field?: string): void {
    const amounts = this.amounts().map((it) => (it.id === amount.id ? { ...it, ...change } : it));
    this.amountsChange.emit({ amounts, ...(field !== undefined && { typed: `${amount.id} ${field}` }) });
  }

  protected share(amount: Amount, field: 'price' | 'portion', text: string): void {
    const share = parsePercent(text.includes('%') ? text : `${text}%`);
    if (share !== undefined && share >= 0) this.set(amount, { [field]: share });
  }

  protected add({ name, word, price, portion }: { name: string; word: string; price: number; portion: number }): void {
    const id = newId(
      name,
      this.amounts().map((it) => it.id),
    );
    this.amountsChange.emit({ amounts: [...this.amounts(), { id, name, word, price, portion }] });
  }

  protected drop(amount: Amount): void {
    this.amountsChange.emit({ amounts: this.amounts().filter((it) => it !== amount) });
  }
}
