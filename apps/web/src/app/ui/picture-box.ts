import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { pictureUrl } from '../state/picture-url.ts';
import { pictureActions, pictureFeature } from '../state/pictures.ts';

/** A picture of a dish or choice: dropped, chosen from a file, or one that is stored already. */
@Component({
  selector: 'hl-picture-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="box" [class.over]="over()" (dragover)="$event.preventDefault(); over.set(true)" (dragleave)="over.set(false)" (drop)="drop($event)">
      @if (url(); as address) { <img [src]="address" [alt]="'Picture of ' + of()" /> } @else { <span class="quiet">No picture</span> }
      <div class="actions">
        <label class="button"><input class="sr" type="file" accept="image/png,image/jpeg,image/webp" [attr.aria-label]="'Choose a picture of ' + of()" (change)="choose($any($event.target))" />{{ busy() ? 'Sending …' : picture() ? 'Another' : 'Choose or drop one' }}</label>
        <button type="button" class="button bare" (click)="browse()">{{ browsing() ? 'Close' : 'Ours' }}</button>
        @if (picture()) { <button type="button" class="button bare" (click)="pictureChange.emit(undefined)">Take off</button> }
      </div>
    </div>
    @if (message(); as words) { <p class="wrong-text" role="alert">{{ words }}</p> }
    @if (browsing()) {
      <ul>
        @for (one of pictures(); track one.id) { <li><button type="button" (click)="take(one.id)"><img [src]="small(one.id)" alt="One of the house’s pictures" /></button></li> }
        @empty { <li class="quiet">The house has no pictures yet.</li> }
      </ul>
    }
  `,
  styles: `
    @layer app {
      .box { display: flex; gap: 12px; align-items: center; padding: 8px; border: 1px dashed var(--field-line); border-radius: var(--radius); min-height: 76px; }
      .over { background: var(--teal-soft); border-style: solid; }
      .box > img { width: 84px; height: 60px; object-fit: cover; border-radius: 4px; }
      .actions { display: flex; flex-wrap: wrap; gap: 4px; }
      ul { display: flex; flex-wrap: wrap; gap: 8px; padding-top: 8px; }
      li button { padding: 0; border: 2px solid transparent; border-radius: 4px; background: none; cursor: pointer; }
      li img { display: block; width: 72px; height: 52px; object-fit: cover; border-radius: 3px; }
    }
  `,
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

  protected choose(box: HTMLInputElement): void {
    this.#send(box.files?.[0]);
    box.value = '';
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    this.#send(event.dataTransfer?.files[0]);
  }

  protected browse(): void {
    this.browsing.set(!this.browsing());
    if (this.browsing()) this.#store.dispatch(pictureActions.opened());
  }

  protected take(id: string): void {
    this.browsing.set(false);
    this.pictureChange.emit(id);
  }

  #send(file: File | undefined): void {
    if (!file) return;
    const request = crypto.randomUUID();
    this.#request.set(request);
    this.#store.dispatch(pictureActions.fileAdded({ request, file }));
  }
}
