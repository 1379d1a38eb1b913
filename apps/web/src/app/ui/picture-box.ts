import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { pictureUrl } from '../state/picture-url.ts';
import { pictureActions, pictureFeature, type PicturePlace } from '../state/pictures.ts';
import { ButtonDirective } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';

/** A picture of a dish or choice: dropped, chosen from a file, or one that is stored already. */
@Component({
  selector: 'hl-picture-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, FileUpload],
  templateUrl: './picture-box.html',
  styleUrl: './picture-box.css',
})
export class PictureBox {
  readonly picture = input<string>();
  readonly of = input.required<string>();
  /** What gets an uploaded picture. */
  readonly place = input.required<PicturePlace>();
  /** Another stored picture, or none. */
  readonly pictureChange = output<string | undefined>();
  readonly #store = inject(Store);
  readonly #sending = this.#store.selectSignal(pictureFeature.selectSending);
  readonly #refusal = this.#store.selectSignal(pictureFeature.selectRefusal);
  protected readonly pictures = this.#store.selectSignal(pictureFeature.selectPictures);
  protected readonly over = signal(false);
  protected readonly busy = computed(() => this.#sending().some((place) => this.#isHere(place)));
  protected readonly browsing = signal(false);
  protected readonly message = computed(() => {
    const refusal = this.#refusal();
    return refusal && this.#isHere(refusal.place) ? refusal.message : undefined;
  });
  protected readonly url = computed(() => {
    const id = this.picture();
    return id === undefined ? undefined : pictureUrl(id);
  });

  protected small(id: string): string {
    return pictureUrl(id);
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.send(event.dataTransfer?.files[0]);
  }

  protected browse(): void {
    this.browsing.set(!this.browsing());
    if (this.browsing()) this.#store.dispatch(pictureActions.opened());
  }

  protected take(id: string): void {
    this.browsing.set(false);
    this.pictureChange.emit(id);
  }

  protected send(file: File | undefined): void {
    if (file) this.#store.dispatch(pictureActions.fileAdded({ place: this.place(), file }));
  }

  #isHere(place: PicturePlace): boolean {
    return JSON.stringify(place) === JSON.stringify(this.place());
  }
}
