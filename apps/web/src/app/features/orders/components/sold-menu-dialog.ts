import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { compileMenu, contextOf, type OrderRound, replayOfLine, textIn } from '@hearty-ladle/core';
import { Dialog } from 'primeng/dialog';
import { Faces } from '../../../ui/faces.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { ReturnsFocus } from '../../../ui/returns-focus.ts';

/** The menu that a round was sold from: a dish of it as it was chosen, and every other dish as it was then. */
@Component({
  selector: 'hl-sold-menu-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, Faces, ReturnsFocus, SelectField],
  template: `<p-dialog
    closeAriaLabel="Close"
    hlReturnsFocus
    [visible]="true"
    [modal]="true"
    [draggable]="false"
    [style]="{ width: '560px' }"
    [header]="'The menu as it was, edition ' + round().edition"
    (visibleChange)="closed.emit()"
  >
    <hl-select-field label="Dish" [options]="dishes()" [value]="dish()" (chosen)="dish.set($event)" />
    <hl-faces [menu]="menu()" [item]="dish()" [replay]="replay()" />
  </p-dialog>`,
  styles: `
    @layer app {
      hl-faces {
        display: block;
        margin-top: 12px;
      }
    }
  `,
})
export class SoldMenuDialog {
  readonly round = input.required<OrderRound>();
  /** The index of the line that is shown first. */
  readonly line = input.required<number>();
  readonly closed = output<void>();

  protected readonly menu = computed(() => compileMenu(this.round().menu));
  protected readonly dishes = computed(() =>
    this.round().menu.items.map(({ id, name }) => ({
      value: id,
      label: textIn(name, this.menu().firstLocale, this.menu().firstLocale),
    })),
  );
  readonly #line = computed(() => this.round().request.lines[this.line()]);
  protected readonly dish = linkedSignal(() => this.#line()?.item ?? this.round().menu.items[0]?.id ?? '');
  /** As it was chosen, while the dish of the line is shown. */
  protected readonly replay = computed(() => {
    const line = this.#line();
    return line && line.item === this.dish()
      ? replayOfLine({ ...contextOf(this.round().request), ...line })
      : undefined;
  });
}
