import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { TablesPart } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { SplitButton } from 'primeng/splitbutton';
import { tablesActions, tablesFeature } from '../state/tables-store.ts';

/** Saves what is on screen as a spreadsheet, or its first table as CSV; it is brought back in Set-up > In and out. */
@Component({
  selector: 'hl-table-out',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SplitButton],
  template: `<p-splitbutton
      label="Spreadsheet"
      icon="pi pi-download"
      severity="secondary"
      expandAriaLabel="Other kinds of file"
      [model]="kinds"
      [disabled]="parts().length === 0 || state().writing !== undefined"
      (onClick)="save('xlsx')"
    />
    @if (state().failure; as failure) {
      <span class="wrong-text" role="alert">{{ failure }}</span>
    }`,
})
export class TableOut {
  /** The tables, and which of their rows. */
  readonly parts = input.required<TablesPart['parts']>();
  readonly #store = inject(Store);
  protected readonly state = this.#store.selectSignal(tablesFeature.selectTablesState);
  protected readonly kinds = [{ label: 'As CSV', command: () => this.save('csv') }];
  readonly #isEmpty = computed(() => this.parts().length === 0);

  protected save(file: TablesPart['file']): void {
    if (!this.#isEmpty()) this.#store.dispatch(tablesActions.partAsked({ part: { file, parts: this.parts() } }));
  }
}
