import type { Menu } from '@hearty-ladle/core';

/** A menu without dishes and groups. */
export const plainMenu: Menu = {
  format: 'hearty-ladle/menu@1',
  name: 'M',
  currency: 'EUR',
  locales: ['en'],
  priceLists: [{ id: 'house', name: 'House' }],
  stations: [{ id: 's', name: 'S' }],
  sections: [],
  groups: [],
  items: [],
};
