import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { type Amount, newId, parsePercent, percentText } from '@hearty-ladle/core';
import { EditingLanguage } from '../state/editing-language.ts';

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
  template: `
    <details [open]="amounts().length > 0">
      <summary>Extra, light, on the side{{ amounts().length === 0 ? ' (none yet)' : '' }}</summary>
      @if (amounts().length > 0) {
        <div class="row head"><span>Guest reads</span><span>On the ticket</span><span>Price</span><span>Portion</span><span></span></div>
      }
      @for (amount of amounts(); track amount.id; let i = $index) {
        <div class="row">
          <input class="input" [attr.aria-label]="'Guest reads, amount ' + (i + 1)" [value]="language.read(amount.name)" (input)="set(amount, { name: language.write(amount.name, $any($event.target).value) }, 'name')" />
          <input class="input mono" [attr.aria-label]="'Word on the ticket, amount ' + (i + 1)" [value]="amount.word" (input)="set(amount, { word: $any($event.target).value }, 'word')" />
          <input class="input mono" [attr.aria-label]="'Share of the price, amount ' + (i + 1)" [value]="percent(amount.price)" (change)="share(amount, 'price', $any($event.target))" />
          <input class="input mono" [attr.aria-label]="'Share of the portion, amount ' + (i + 1)" [value]="percent(amount.portion)" (change)="share(amount, 'portion', $any($event.target))" />
          <button type="button" class="button bare icon" [attr.aria-label]="'Drop ' + amount.word" (click)="drop(amount)">×</button>
        </div>
      }
      <p class="add">
        @for (one of starters; track one.word) { <button type="button" class="button bare" (click)="add(one)">+ {{ one.name }}</button> }
        <button type="button" class="button bare" (click)="add({ name: 'Another way', word: 'WAY', price: 10000, portion: 10000 })">+ Another</button>
      </p>
    </details>
  `,
  styles: `
    @layer app {
      summary { cursor: pointer; color: var(--teal); font-weight: 500; min-height: 28px; }
      .row { display: grid; grid-template-columns: 1.4fr 1fr 0.8fr 0.8fr 36px; gap: 8px; align-items: center; padding: 3px 0; }
      .head { font-size: 12.5px; color: var(--quiet); }
      .add { display: flex; flex-wrap: wrap; }
    }
  `,
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

  protected share(amount: Amount, field: 'price' | 'portion', box: HTMLInputElement): void {
    const share = parsePercent(box.value.includes('%') ? box.value : `${box.value}%`);
    if (share === undefined || share < 0) box.value = this.percent(amount[field]);
    else this.set(amount, { [field]: share });
  }

  protected add({ name, word, price, portion }: { name: string; word: string; price: number; portion: number }): void {
    const id = newId(name, this.amounts().map((it) => it.id));
    this.amountsChange.emit({ amounts: [...this.amounts(), { id, name, word, price, portion }] });
  }

  protected drop(amount: Amount): void {
    this.amountsChange.emit({ amounts: this.amounts().filter((it) => it !== amount) });
  }
}
