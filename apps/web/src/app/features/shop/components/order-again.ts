import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CompiledMenu } from '@hearty-ladle/core';
import { textIn } from '@hearty-ladle/core/guest';
import { ButtonDirective } from 'primeng/button';
import { MessagePipe } from '../../../messages/message.ts';
import type { BasketLine } from '../store/basket-line.ts';

/** The guest's last order, to be ordered once more. */
@Component({
  selector: 'hl-order-again',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, MessagePipe],
  template: `<section class="card" aria-labelledby="again-title">
    <h2 id="again-title">{{ 'again.title' | message: locale() }}</h2>
    <p class="quiet">{{ dishes() }}</p>
    <button pButton type="button" severity="secondary" (click)="ordered.emit()">
      {{ 'again.order' | message: locale() }}
    </button>
  </section>`,
  styles: `
    @layer app {
      section {
        display: grid;
        grid-template-columns: 1fr auto;
        gap: 2px 12px;
        align-items: center;
        margin-top: 16px;
        padding: 10px 16px;
      }

      h2 {
        font-size: 16px;
      }

      p {
        grid-column: 1;
      }

      .p-button {
        grid-area: 1 / 2 / 3;
        min-height: 44px;
      }
    }
  `,
})
export class OrderAgain {
  readonly menu = input.required<CompiledMenu>();
  readonly lines = input.required<readonly BasketLine[]>();
  readonly locale = input.required<string>();
  readonly ordered = output<void>();

  protected readonly dishes = computed(() =>
    this.lines()
      .map(({ line: { item, quantity = 1 }, names }) => {
        const name = textIn(
          this.menu().item(item)?.item.name ?? names?.dish ?? item,
          this.locale(),
          this.menu().firstLocale,
        );
        return quantity > 1 ? `${quantity} × ${name}` : name;
      })
      .join(', '),
  );
}
