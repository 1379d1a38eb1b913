import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import type { Menu } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { pictureActions, pictureFeature } from '../../../state/pictures.ts';
import { CropDialog } from '../../../ui/crop-dialog.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { pictureTargets, targetOf } from '../store/match-pictures.ts';

interface HeapRow {
  /** The address of the file in this browser, which tells it from all others. */
  readonly id: string;
  readonly name: string;
  readonly file: Blob;
  /** The dish or choice that gets it; empty: it is only stored. */
  readonly key: string;
}

/** Several pictures at once: each is matched by its file's name, which can be corrected before they are added. */
@Component({
  selector: 'hl-picture-heap',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, CropDialog, FileUpload, SelectField],
  templateUrl: './picture-heap.html',
  styleUrl: './picture-heap.css',
})
export class PictureHeap {
  readonly menu = input.required<Menu>();
  readonly #store = inject(Store);
  protected readonly heap = this.#store.selectSignal(pictureFeature.selectHeap);
  readonly #added = signal<readonly HeapRow[]>([]);
  /** What is not stored yet: a file whose upload fails stays, with the reason. */
  protected readonly rows = computed(() => {
    const stored = new Set(this.heap().stored);
    return this.#added().filter(({ id }) => !stored.has(id));
  });
  protected readonly over = signal(false);
  protected readonly cutting = signal<HeapRow | undefined>(undefined);
  readonly #targets = computed(() => pictureTargets(this.menu()));
  protected readonly options = computed(() => [
    { value: '', label: 'nothing yet, keep it stored' },
    ...this.#targets().map(({ key, label }) => ({ value: key, label })),
  ]);
  protected readonly unmatched = computed(() => this.rows().filter(({ key }) => key === '').length);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.#added().forEach(({ id }) => URL.revokeObjectURL(id)));
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.take([...(event.dataTransfer?.files ?? [])]);
  }

  protected take(files: readonly File[]): void {
    const added = files.map((file) => ({
      id: URL.createObjectURL(file),
      name: file.name,
      file,
      key: targetOf(this.menu(), this.#targets(), file.name)?.key ?? '',
    }));
    this.#added.update((rows) => [...rows, ...added]);
  }

  protected match(row: HeapRow, key: string): void {
    this.#replace(row, { ...row, key });
  }

  protected cut(row: HeapRow, file: Blob): void {
    this.#replace(row, { ...row, file, id: URL.createObjectURL(file) });
    URL.revokeObjectURL(row.id);
    this.cutting.set(undefined);
  }

  protected leaveOut({ id }: HeapRow): void {
    URL.revokeObjectURL(id);
    this.#added.update((rows) => rows.filter((row) => row.id !== id));
  }

  protected add(): void {
    if (this.heap().waiting > 0) return;
    const places = new Map(this.#targets().map(({ key, place }) => [key, place]));
    const files = this.rows().map(({ id, file, key }) => ({ id, file, place: places.get(key) }));
    this.#store.dispatch(pictureActions.severalAdded({ files }));
  }

  #replace(before: HeapRow, row: HeapRow): void {
    this.#added.update((rows) => rows.map((one) => (one.id === before.id ? row : one)));
  }
}
