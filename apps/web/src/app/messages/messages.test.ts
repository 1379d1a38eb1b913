import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { en, type MessageKey } from './en.ts';
import { es } from './es.ts';
import { catalogueOf, message } from './message.ts';

/** The names of a message's placeholders. */
function placeholders(text: string): string[] {
  const found = new Set<string>();
  const visit = (elements: ReturnType<IntlMessageFormat['getAst']>): void => {
    for (const element of elements) {
      if ('value' in element && element.type === 1) found.add(element.value);
      if ('options' in element) {
        found.add(element.value);
        for (const option of Object.values(element.options)) visit(option.value);
      }
    }
  };
  visit(new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst());
  return [...found].sort();
}

describe('the catalogues', () => {
  it('have the same keys and placeholders in every language, and nothing empty or left in English', () => {
    expect(Object.keys(es).sort()).toEqual(Object.keys(en).sort());
    for (const key of Object.keys(en) as MessageKey[]) {
      expect([key, placeholders(es[key])]).toEqual([key, placeholders(en[key])]);
      expect(es[key].trim()).not.toBe('');
    }
    const same = (Object.keys(en) as MessageKey[]).filter((key) => en[key] === es[key]);
    expect(same).toEqual(['price.total']);
  });

  it.each([
    ['en-US', 1, '1 dish'],
    ['en', 3, '3 dishes'],
    ['es', 1, '1 plato'],
    ['es-MX', 3, '3 platos'],
    ['ar', 3, '3 dishes'],
  ])('speak the language of %s, of %i', (locale, count, text) => {
    expect(message(locale, 'shop.basket-link', { count })).toBe(text);
  });

  it('fall back to English where there is no catalogue', () => {
    expect(['es-MX', 'EN-gb', 'ar', '', 'constructor'].map(catalogueOf)).toEqual(['es', 'en', 'en', 'en', 'en']);
  });
});
