import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { pictureUrl } from '../state/picture-url.ts';
import { pictureActions, pictureFeature, type PicturePlace } from '../state/pictures.ts';
import { ButtonDirective } from 'primeng/button';
import { FileUpload } from 'primeng/fileupload';
import { textIn, withTextIn } from '@hearty-ladle/core';
import { EditingLanguage } from '../state/editing-language.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { MenuView } from '../state/menu-view.ts';
import { CropDialog } from './crop-dialog.ts';
import { TextField } from './fields/text-field.ts';

/** A picture of a dish or choice: dropped, chosen from a file, or one that is stored already. */
@Component({
  selector: 'hl-picture-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, CropDialog, FileUpload, TextField],
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

  /** A file that waits to be cut to shape. */
  protected readonly cutting = signal<Blob | undefined>(undefined);
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  readonly #text = computed(() => this.#view.menu()?.pictureTexts?.find(({ id }) => id === this.picture())?.text);
  /** What the picture shows, in the language that is being written. */
  protected readonly shows = computed(() => {
    const text = this.#text();
    return text === undefined ? '' : textIn(text, this.#language.writing(), this.#view.firstLocale());
  });

  protected describe(words: string): void {
    const id = this.picture();
    if (id === undefined) return;
    const text = withTextIn(this.#text(), words, this.#language.writing(), this.#view.firstLocale());
    this.#editor.put('pictureTexts', { id, text }, `Said what the picture of “${this.of()}” shows`, { field: 'text' });
  }

  protected small(id: string): string {
    return pictureUrl(id);
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.cutting.set(event.dataTransfer?.files[0]);
  }

  protected browse(): void {
    this.browsing.set(!this.browsing());
    if (this.browsing()) this.#store.dispatch(pictureActions.opened());
  }

  protected take(id: string): void {
    this.browsing.set(false);
    this.pictureChange.emit(id);
  }

  protected send(file: Blob): void {
    this.cutting.set(undefined);
    this.#store.dispatch(pictureActions.fileAdded({ place: this.place(), file }));
  }

  #isHere(place: PicturePlace): boolean {
    return JSON.stringify(place) === JSON.stringify(this.place());
  }
}
