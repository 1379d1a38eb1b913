import type { Menu } from '@hearty-ladle/core';

/** A house in which nothing is said yet; the workbench leads to its first steps. */
export const EMPTY_HOUSE: Menu = {
  format: 'hearty-ladle/menu@1',
  name: '',
  currency: 'EUR',
  locales: ['en'],
  priceLists: [{ id: 'house', name: 'House' }],
  stations: [{ id: 'kitchen', name: 'Kitchen' }],
  sections: [],
  groups: [],
  items: [],
};
