import { DOCUMENT } from '@angular/common';
import { ApplicationRef, type EnvironmentProviders, inject, provideEnvironmentInitializer } from '@angular/core';

/**
 * Draws what is still to be drawn before a key, a letter or a tap is heard. On a busy machine several of them may come
 * within one frame; each must act on what the one before it did, and land in the box that it moved to, or a fast hand
 * loses letters. Costs nothing where nothing waits. Before a letter stands in its box, never after: what is drawn then
 * would write over it.
 */
export function provideRenderBeforeInput(): EnvironmentProviders {
  return provideEnvironmentInitializer(() => {
    const app = inject(ApplicationRef);
    const draw = (event: Event) => {
      // What the page itself sends in the middle of drawing is no one's hand.
      if (event.isTrusted) app.tick();
    };
    for (const type of ['keydown', 'beforeinput', 'click']) inject(DOCUMENT).addEventListener(type, draw, { capture: true });
  });
}
