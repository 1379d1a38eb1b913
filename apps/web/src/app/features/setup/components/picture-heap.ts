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
  readonly name: string;
  readonly file: Blob;
  readonly url: string;
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
  protected readonly rows = signal<readonly HeapRow[]>([]);
  protected readonly over = signal(false);
  protected readonly cutting = signal<number | undefined>(undefined);
  readonly #targets = computed(() => pictureTargets(this.menu()));
  protected readonly options = computed(() => [
    { value: '', label: 'nothing yet, keep it stored' },
    ...this.#targets().map(({ key, label }) => ({ value: key, label })),
  ]);
  protected readonly unmatched = computed(() => this.rows().filter(({ key }) => key === '').length);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.rows().forEach(({ url }) => URL.revokeObjectURL(url)));
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.take([...(event.dataTransfer?.files ?? [])]);
  }

  protected take(files: readonly File[]): void {
    const added = files.map((file) => ({
      name: file.name,
      file,
      url: URL.createObjectURL(file),
      key: targetOf(this.menu(), this.#targets(), file.name)?.key ?? '',
    }));
    this.rows.update((rows) => [...rows, ...added]);
  }

  protected match(index: number, key: string): void {
    this.#change(index, { key });
  }

  protected cut(index: number, file: Blob): void {
    URL.revokeObjectURL(this.rows()[index]?.url ?? '');
    this.#change(index, { file, url: URL.createObjectURL(file) });
    this.cutting.set(undefined);
  }

  protected leaveOut(index: number): void {
    this.rows.update((rows) => rows.filter((_, i) => i !== index));
  }

  protected add(): void {
    const places = new Map(this.#targets().map(({ key, place }) => [key, place]));
    const files = this.rows().map(({ name, file, key }) => ({ name, file, place: places.get(key) }));
    this.#store.dispatch(pictureActions.severalAdded({ files }));
    this.rows().forEach(({ url }) => URL.revokeObjectURL(url));
    this.rows.set([]);
  }

  #change(index: number, change: Partial<HeapRow>): void {
    this.rows.update((rows) => rows.map((row, i) => (i === index ? { ...row, ...change } : row)));
  }
}
