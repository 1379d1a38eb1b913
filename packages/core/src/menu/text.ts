import type { Text } from './document.ts';

/** A text in a language, falling back to the first language. */
export function textIn(text: Text, locale: string, firstLocale: string): string {
  if (typeof text === 'string') return text;
  return (Object.hasOwn(text, locale) ? text[locale] : text[firstLocale]) ?? '';
}

/** Whether a text that says something has no words in a language other than the first. */
export function isUntranslated(text: Text, locale: string): boolean {
  return typeof text === 'string' ? text.trim() !== '' : !Object.hasOwn(text, locale) || text[locale]?.trim() === '';
}

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
