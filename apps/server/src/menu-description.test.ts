import type { SchemaMenu } from '@hearty-ladle/core';
import { expect, it } from 'vitest';
import { Editions } from './db/editions.ts';
import { MenuDescription } from './queries/menu-description.ts';
import { type TestHouse, useTwoServers } from './testing/test-house.ts';

let house: TestHouse;
useTwoServers((opened) => ({ house } = opened));

it('the shop describes the edition that is served, once it is worked out, at the address it is read at', async () => {
  const description = new MenuDescription(new Editions(house.database));
  expect(await description.at('https://menu.example')).toBeUndefined();
  await description.settled();
  const described = JSON.parse((await description.at('https://menu.example')) ?? '') as SchemaMenu;
  expect(described).toMatchObject({ '@type': 'Menu', url: 'https://menu.example/shop' });
  const items = described.hasMenuSection?.flatMap(({ hasMenuItem }) => hasMenuItem) ?? [];
  expect(items.length).toBeGreaterThan(3);
  expect(items.every(({ menuAddOn }) => menuAddOn === undefined)).toBe(true);
  expect(JSON.stringify(described)).not.toContain('"cost"');
});
