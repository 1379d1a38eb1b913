import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { PictureStore, pictureUrl } from '../state/picture-store.ts';

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
        @for (one of store.pictures(); track one.id) { <li><button type="button" (click)="take(one.id)"><img [src]="small(one.id)" alt="One of the house’s pictures" /></button></li> }
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
  protected readonly store = inject(PictureStore);
  protected readonly over = signal(false);
  protected readonly busy = signal(false);
  protected readonly browsing = signal(false);
  protected readonly message = signal<string | undefined>(undefined);
  protected readonly url = computed(() => {
    const id = this.picture();
    return id === undefined ? undefined : pictureUrl(id);
  });

  protected small(id: string): string {
    return pictureUrl(id);
  }

  protected choose(box: HTMLInputElement): void {
    void this.#send(box.files?.[0]);
    box.value = '';
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    void this.#send(event.dataTransfer?.files[0]);
  }

  protected browse(): void {
    this.browsing.set(!this.browsing());
    if (this.browsing()) void this.store.load();
  }

  protected take(id: string): void {
    this.browsing.set(false);
    this.pictureChange.emit(id);
  }

  async #send(file: File | undefined): Promise<void> {
    if (!file) return;
    this.busy.set(true);
    const sent = await this.store.add(file);
    this.busy.set(false);
    this.message.set('message' in sent ? sent.message : undefined);
    if ('id' in sent) this.pictureChange.emit(sent.id);
  }
}
