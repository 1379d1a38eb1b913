import type { UrlMatcher } from '@angular/router';

/**
 * Matches a path of up to as many segments as there are names, as parameters: one page for the list and for what is open
 * in it, so that opening something keeps the page with what was typed in it.
 */
export function optionalPath(...names: readonly string[]): UrlMatcher {
  return (segments) =>
    segments.length > names.length
      ? null
      : {
          consumed: segments,
          posParams: Object.fromEntries(segments.map((segment, index) => [names[index], segment])),
        };
}
