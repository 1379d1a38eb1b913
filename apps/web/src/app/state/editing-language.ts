import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { type Text, textIn, withTextIn } from '@hearty-ladle/core';
import { MenuView } from './menu-view.ts';

/** The language in which texts are currently edited. */
@Injectable({ providedIn: 'root' })
export class EditingLanguage {
  readonly #view = inject(MenuView);
  readonly writing = linkedSignal(() => this.#view.firstLocale());

  /** Whether the first language is being edited: its texts can't be missing. */
  readonly isFirst = computed(() => this.writing() === this.#view.firstLocale());

  /** The text in the current editing language, or else in the first one. */
  read(text: Text | undefined): string {
    return text === undefined ? '' : textIn(text, this.writing(), this.#view.firstLocale());
  }

  /** Replaces the text in the current editing language; other languages keep theirs. */
  write(old: Text | undefined, words: string): Text {
    return withTextIn(old, words, this.writing(), this.#view.firstLocale());
  }
}
