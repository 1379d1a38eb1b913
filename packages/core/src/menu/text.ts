import type { Text } from './document.ts';

/** A text in a language, falling back to the first language. */
export function textIn(text: Text, locale: string, firstLocale: string): string {
  if (typeof text === 'string') return text;
  return (Object.hasOwn(text, locale) ? text[locale] : text[firstLocale]) ?? '';
}
