import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { pictureUrl } from '../state/picture-url.ts';
import { pictureActions, pictureFeature } from '../state/pictures.ts';
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
  readonly pictureChange = output<string | undefined>();
  readonly #store = inject(Store);
  readonly #answer = this.#store.selectSignal(pictureFeature.selectAnswer);
  /** The upload that this box waits for. */
  readonly #request = signal<string | undefined>(undefined);
  protected readonly pictures = this.#store.selectSignal(pictureFeature.selectPictures);
  protected readonly over = signal(false);
  protected readonly busy = computed(() => this.#request() !== undefined);
  protected readonly browsing = signal(false);
  protected readonly message = signal<string | undefined>(undefined);
  protected readonly url = computed(() => {
    const id = this.picture();
    return id === undefined ? undefined : pictureUrl(id);
  });

  constructor() {
    effect(() => {
      const answer = this.#answer();
      if (answer === undefined || answer.request !== untracked(this.#request)) return;
      this.#request.set(undefined);
      this.message.set(answer.sent.outcome === 'refused' ? answer.sent.message : undefined);
      if (answer.sent.outcome === 'saved') this.pictureChange.emit(answer.sent.picture.id);
    });
  }

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
    if (!file) return;
    const request = crypto.randomUUID();
    this.#request.set(request);
    this.#store.dispatch(pictureActions.fileAdded({ request, file }));
  }
}
