import { DestroyRef, Directive, ElementRef, inject, input } from '@angular/core';

const HOVER_MS = 250;
const PRESS_MS = 450;

/**
 * Shows a picture large beside its row on hover, on keyboard focus and on a long press; Escape, leaving or letting go
 * takes it away. It repeats what the row says, so readers of the page are not told of it.
 */
@Directive({
  selector: '[hlLargePicture]',
  host: {
    '(pointerenter)': 'entered($event)',
    '(pointerleave)': 'hide()',
    '(pointerdown)': 'pressed($event)',
    '(pointerup)': 'letGo($event)',
    '(pointercancel)': 'hide()',
    '(focusin)': 'focused($event)',
    '(focusout)': 'hide()',
    '(document:keydown.escape)': 'hide()',
  },
})
export class LargePicture {
  /** The address of the large picture; undefined if there is none. */
  readonly hlLargePicture = input.required<string | undefined>();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #shown: HTMLImageElement | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.hide());
  }

  protected entered({ pointerType }: PointerEvent): void {
    if (pointerType === 'mouse') this.#soon(HOVER_MS);
  }

  protected pressed({ pointerType }: PointerEvent): void {
    if (pointerType === 'touch') this.#soon(PRESS_MS);
  }

  protected letGo({ pointerType }: PointerEvent): void {
    if (pointerType === 'touch') this.hide();
  }

  protected focused({ target }: FocusEvent): void {
    if (target instanceof HTMLElement && target.matches(':focus-visible')) this.#soon(HOVER_MS);
  }

  protected hide(): void {
    clearTimeout(this.#timer);
    this.#shown?.remove();
    this.#shown = undefined;
  }

  #soon(delay: number): void {
    clearTimeout(this.#timer);
    if (this.hlLargePicture() !== undefined) this.#timer = setTimeout(() => this.#show(), delay);
  }

  #show(): void {
    const address = this.hlLargePicture();
    if (this.#shown || address === undefined) return;
    const image = document.createElement('img');
    image.src = address;
    image.alt = '';
    image.className = 'large-picture';
    const { top, bottom } = this.#host.getBoundingClientRect();
    // Below the row, unless it is in the lower half of the screen.
    if (bottom < innerHeight / 2) image.style.top = `${bottom + 4}px`;
    else image.style.bottom = `${innerHeight - top + 4}px`;
    document.body.append(image);
    this.#shown = image;
  }
}
