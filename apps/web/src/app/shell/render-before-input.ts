import { DOCUMENT } from '@angular/common';
import { ApplicationRef, type EnvironmentProviders, inject, provideEnvironmentInitializer } from '@angular/core';

/**
 * Flushes pending renders before a key, a letter or a tap is handled, so that fast typing loses no keystrokes. On a
 * busy machine several inputs arrive within one frame; each must act on the result of the one before. Costs nothing
 * when nothing is pending. Renders before a letter enters its box, never after, as rendering would then overwrite it.
 */
export function provideRenderBeforeInput(): EnvironmentProviders {
  return provideEnvironmentInitializer(() => {
    const app = inject(ApplicationRef);
    const draw = (event: Event) => {
      // Events dispatched by the page itself while rendering are not user input.
      if (event.isTrusted) app.tick();
    };
    for (const type of ['keydown', 'beforeinput', 'click'])
      inject(DOCUMENT).addEventListener(type, draw, { capture: true });
  });
}
