import type { Item } from '../menu/document.ts';
import type { VariantRow } from './variant-rows.ts';

/** A code from a pattern, or the words in braces that it doesn't know. */
export type PatternCode = { readonly code: string } | { readonly unknown: readonly string[] };

/**
 * Fills a code pattern for one combination: `{item}` is the code of the dish, `{group}` that of the choice picked in the
 * group; where one has no code, its id in capitals. Everything else stays as written: `{item}-{cup-size}{milk}`.
 */
export function codeFromPattern(pattern: string, item: Item, { pick, choices }: VariantRow): PatternCode {
  const groups = Object.keys(pick);
  const unknown: string[] = [];
  const code = pattern.replace(/\{([^{}]*)\}/g, (whole, name: string) => {
    if (name === 'item') return codeOf(item);
    const choice = choices[groups.indexOf(name)];
    if (choice) return codeOf(choice);
    unknown.push(whole);
    return whole;
  });
  return unknown.length > 0 ? { unknown } : { code };
}

function codeOf({ code, id }: { readonly code?: string; readonly id: string }): string {
  return code ?? id.toUpperCase();
}
