import { afterNextRender, effect, type Injector, type Signal, untracked } from '@angular/core';
import { FormControl } from '@angular/forms';

/**
 * A form control that shows `value` and is reset to it whenever it changes. What a person enters goes through `changed`
 * to the owner of the value; call `reset` to show the owner's value again if the owner did not take what was entered.
 */
export class FieldControl<T> {
  readonly control: FormControl<T>;
  readonly #value: Signal<T>;
  readonly #injector: Injector;

  constructor(injector: Injector, value: Signal<T>, initial: T, changed: (value: T) => void) {
    this.#injector = injector;
    this.#value = value;
    this.control = new FormControl<T>(initial, { nonNullable: true });
    this.control.valueChanges.subscribe(changed);
    effect(() => this.#show(value()), { injector });
  }

  /** Shows the owner's value after the next render, when the owner has had the chance to take what was entered. */
  reset(): void {
    afterNextRender(() => this.#show(untracked(this.#value)), { injector: this.#injector });
  }

  setDisabled(isDisabled: boolean): void {
    if (isDisabled) this.control.disable({ emitEvent: false });
    else this.control.enable({ emitEvent: false });
  }

  #show(value: T): void {
    if (this.control.value !== value) this.control.setValue(value, { emitEvent: false });
  }
}

let lastId = 0;

/** An element id that is unique in the page, to connect a label with its control. */
export function fieldId(): string {
  return `field-${++lastId}`;
}
