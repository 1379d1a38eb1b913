import { afterNextRender, type Injector } from '@angular/core';

/** Gives the focus back to the control of an event whose element is moved within the page, which drops the focus. */
export function keepFocus({ currentTarget }: Event, injector: Injector): void {
  afterNextRender(() => currentTarget instanceof HTMLElement && currentTarget.focus(), { injector });
}
