import { Injectable, signal } from '@angular/core';

const STORAGE_KEY = 'hearty-ladle-working-as';

/** Who says they are working at this screen: their name stands in the journal beside what they change. */
@Injectable({ providedIn: 'root' })
export class Person {
  readonly #name = signal(localStorage.getItem(STORAGE_KEY) ?? '');
  readonly name = this.#name.asReadonly();

  become(name: string): void {
    this.#name.set(name.trim());
    localStorage.setItem(STORAGE_KEY, this.#name());
  }
}
