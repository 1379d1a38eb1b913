import type { Menu } from '../menu/document.ts';

const known = new WeakMap<Menu, ReadonlySet<string>>();

/** The words that amounts print on tickets: XTRA, LIGHT, SIDE. */
export function amountWordsOf(menu: Menu): ReadonlySet<string> {
  const before = known.get(menu);
  if (before) return before;
  const words = new Set(
    menu.groups.flatMap((group) => (group.kind === 'choices' ? (group.amounts ?? []).map(({ word }) => word) : [])),
  );
  known.set(menu, words);
  return words;
}

/**
 * Whether a ticket's words say that something differs from the usual: NO, ONLY, or an amount before the name. Cooks must
 * not overlook these, so that screens and printers set them apart without colour.
 */
export function differsFromUsual(text: string, amountWords: ReadonlySet<string>): boolean {
  const plain = text.replace(/^each /, '').replace(/^\d+x /, '');
  return /^(NO|ONLY \d+) /.test(plain) || [...amountWords].some((word) => word !== '' && plain.startsWith(`${word} `));
}
