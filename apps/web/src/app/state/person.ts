import { Injectable, signal } from '@angular/core';

const STORAGE_KEY = 'hearty-ladle-working-as';

/** The name of the person working at this screen; the journal shows it beside their changes. */
@Injectable({ providedIn: 'root' })
export class Person {
  readonly #name = signal(localStorage.getItem(STORAGE_KEY) ?? '');
  readonly name = this.#name.asReadonly();

  become(name: string): void {
    this.#name.set(name.trim());
    localStorage.setItem(STORAGE_KEY, this.#name());
  }
}
