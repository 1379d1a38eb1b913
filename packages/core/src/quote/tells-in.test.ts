import { describe, expect, it } from 'vitest';
import { compileMenu, type Menu, quoteLine, tellsIn } from '../index.ts';

const menu: Menu = {
  format: 'hearty-ladle/menu@1',
  name: 'Two languages',
  currency: 'EUR',
  locales: ['en', 'es'],
  priceLists: [{ id: 'main', name: 'Main' }],
  stations: [{ id: 'pass', name: 'Pass' }],
  sections: [],
  groups: [],
  items: [{ id: 'tea', name: 'Tea', price: 200 }],
  rules: [
    { id: 'quiet', when: { service: 'takeaway' }, then: [{ appendCode: 'T' }] },
    {
      id: 'cup',
      when: { service: 'takeaway' },
      then: [{ tell: { en: 'Comes in a paper cup.', es: 'Va en vaso de papel.' } }, { tell: { en: 'Hot!' } }],
    },
    { id: 'table', when: { service: 'dine-in' }, then: [{ tell: 'We bring it to you.' }] },
  ],
};

describe('what rules tell', () => {
  const quote = quoteLine(menu, { item: 'tea', service: 'takeaway' }, () => '2026-05-12T13:00');
  const read = (locale: string) => tellsIn(compileMenu(menu), quote, locale);

  it('is in the first language in the quote, beside the ids of the rules that tell', () => {
    expect(quote).toMatchObject({ tells: ['Comes in a paper cup.', 'Hot!'], tellRules: ['cup'] });
  });

  it('is read in another language where it is translated', () => {
    expect(read('es')).toEqual(['Va en vaso de papel.', 'Hot!']);
    expect(read('en')).toEqual(quote.tells);
  });
});
