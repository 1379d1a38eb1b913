import type { Text } from '@hearty-ladle/core';

/** Replaces a text in one language. A text in the first language alone stays a plain string. */
export function withTextIn(old: Text | undefined, words: string, locale: string, firstLocale: string): Text {
  if (locale === firstLocale && (old === undefined || typeof old === 'string')) return words;
  const all: Record<string, string> =
    old === undefined || typeof old === 'string' ? { [firstLocale]: old ?? '' } : { ...old };
  if (words === '' && locale !== firstLocale) {
    const { [locale]: _, ...others } = all;
    return Object.keys(others).length === 1 ? (others[firstLocale] ?? '') : others;
  }
  return { ...all, [locale]: words };
}
