import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { catalogueOf, isRightToLeft } from './catalogue.ts';
import { en } from './en.ts';
import { es } from './es.ts';
import './all-languages.ts';
import { message } from './message.ts';
import { en as staffEn } from './staff-en.ts';
import { es as staffEs } from './staff-es.ts';
import { healthText, refusalText, staffMessage } from './staff-message.ts';

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
  it.each([
    ['guests', en, es, ['price.total']],
    ['staff', staffEn, staffEs, []],
  ] as [string, Record<string, string>, Record<string, string>, string[]][])(
    'of %s have the same keys and placeholders in every language, and nothing empty or left in English',
    (_, english, spanish, alike) => {
      expect(Object.keys(spanish).sort()).toEqual(Object.keys(english).sort());
      for (const [key, text] of Object.entries(english)) {
        expect([key, placeholders(spanish[key] ?? '')]).toEqual([key, placeholders(text)]);
        expect(spanish[key]?.trim()).not.toBe('');
      }
      expect(Object.keys(english).filter((key) => english[key] === spanish[key])).toEqual(alike);
    },
  );

  it('say what a code of the server means, and the code itself only where there is no word for it', () => {
    const { key, values } = refusalText('too-many-lines', { limit: 60 });
    expect(staffMessage('es', key, values)).toContain('60 líneas');
    expect(refusalText('something-new').key).toBe('refusal.other');
    expect([healthText('es', 'jammed'), healthText('es', 'smoking')]).toEqual(['atascada', 'smoking']);
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

  it.each([
    ['ar', true],
    ['ar-EG', true],
    ['he', true],
    ['ur', true],
    ['az-Arab', true],
    ['az', false],
    ['en', false],
    ['es-MX', false],
  ])('are written from right to left in %s: %s', (locale, isRtl) => expect(isRightToLeft(locale)).toBe(isRtl));
});
