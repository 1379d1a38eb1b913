import { expect, it } from 'vitest';
import { withTextIn } from './text.ts';

it.each([
  [undefined, 'Bowl', 'en', 'Bowl'],
  ['Bowl', 'Pot', 'en', 'Pot'],
  ['Bowl', 'Tazón', 'es', { en: 'Bowl', es: 'Tazón' }],
  [{ en: 'Bowl', es: 'Tazón' }, 'Pot', 'en', { en: 'Pot', es: 'Tazón' }],
  [{ en: 'Bowl', es: 'Tazón' }, '', 'es', 'Bowl'],
  [{ en: 'Bowl', es: 'Tazón', fr: 'Bol' }, '', 'es', { en: 'Bowl', fr: 'Bol' }],
  [{ en: 'Bowl', es: 'Tazón' }, '', 'en', { en: '', es: 'Tazón' }],
  [undefined, 'Tazón', 'es', { en: '', es: 'Tazón' }],
])('%j with “%s” in %s becomes %j', (old, words, locale, text) =>
  expect(withTextIn(old, words, locale, 'en')).toEqual(text),
);
