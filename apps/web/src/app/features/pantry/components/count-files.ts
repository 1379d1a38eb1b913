import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CountSheetFile } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { FileUpload } from 'primeng/fileupload';
import { SplitButton } from 'primeng/splitbutton';
import { readFile } from '../../../state/save-file.ts';
import { countFileActions, countFileFeature } from '../store/count-file-store.ts';

/** The count of a location as a sheet to fill in, and filled-in sheets back into what is typed. */
@Component({
  selector: 'hl-count-files',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FileUpload, SplitButton],
  template: `<div class="files">
      <p-splitbutton
        label="Sheet to count by"
        icon="pi pi-download"
        severity="secondary"
        expandAriaLabel="Other kinds of file"
        [model]="kinds"
        [disabled]="state().isBusy"
        (onClick)="save('counts.xlsx')"
      />
      <p-fileupload
        #uploader
        mode="basic"
        chooseLabel="Filled-in sheet"
        chooseIcon="pi pi-upload"
        accept=".csv,.xlsx,.xlsm,.tsv,.txt"
        [multiple]="true"
        [customUpload]="true"
        [auto]="true"
        [disabled]="isSending() || state().isBusy"
        [chooseButtonProps]="{ severity: 'secondary' }"
        (uploadHandler)="take($event.files); uploader.clear()"
      />
    </div>
    <div role="status">
      @if (state().failure; as failure) {
        <p class="wrong-text">{{ failure }}</p>
      }
      @if (state().read; as read) {
        <p>
          {{ read.counts.length }}
          {{ read.counts.length === 1 ? 'quantity differs and is' : 'quantities differ and are' }}
          typed in below. Look at them, then keep them.
        </p>
        @for (one of refusals(); track $index) {
          <p class="wrong-text">{{ one }}</p>
        }
      }
    </div>`,
  styles: `
    @layer app {
      .files {
        display: flex;
        flex-wrap: wrap;
        gap: 10px;
      }
    }
  `,
})
export class CountFiles {
  readonly location = input<string>();
  /** The count is on its way: what a file says now would be dropped with it. */
  readonly isSending = input(false);
  readonly #store = inject(Store);
  protected readonly state = this.#store.selectSignal(countFileFeature.selectCountFilesState);
  protected readonly kinds = [{ label: 'As CSV', command: () => this.save('counts.csv') }];
  protected readonly refusals = computed(() => {
    const { rows = [], refused = [] } = this.state().read ?? {};
    return [
      ...refused.map(({ file, says }) => `${file}: ${says}`),
      ...rows.flatMap(({ row, faults }) => faults.map(({ says }) => `Row ${row}: ${says}`)),
    ];
  });

  protected save(file: CountSheetFile): void {
    this.#store.dispatch(countFileActions.sheetAsked({ location: this.location(), file }));
  }

  protected async take(files: readonly File[]): Promise<void> {
    const read = await Promise.all(files.map(readFile));
    if (read.length > 0) this.#store.dispatch(countFileActions.filesGiven({ location: this.location(), files: read }));
  }
}
