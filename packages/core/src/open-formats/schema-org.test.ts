import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import jsonld from 'jsonld';
import type { Menu as DtsMenu, WithContext } from 'schema-dts';
import { describe, expect, it } from 'vitest';
import { analyzeItem, type Menu } from '../index.ts';
import { brothBar } from '../testing/broth-bar.ts';
import { richMenu } from '../testing/rich-menu.ts';
import { schemaOrg } from './schema-org.ts';
import type { SchemaMenuItem } from './schema-org-types.ts';

const at = '2026-03-10T12:15';
const clock = () => at;
const SCHEMA = 'https://schema.org/';

/** Every type and property that the package schema-dts, which is made from schema.org, knows. */
const terms = (() => {
  const file = join(dirname(createRequire(import.meta.url).resolve('schema-dts/package.json')), 'dist/schema.d.ts');
  const declared = readFileSync(file, 'utf8');
  return {
    types: new Set([...declared.matchAll(/"@type": "(\w+)"/g)].map(([, name]) => name)),
    properties: new Set([...declared.matchAll(/^ {4}"(\w+)"\?:/gm)].map(([, name]) => name)),
  };
})();

/** Expands a document as a JSON-LD processor does, with the context that schema.org serves reduced to its vocabulary. */
const expand = (document: object) =>
  jsonld.expand(document as never, {
    documentLoader: (url) => {
      expect(url).toBe('https://schema.org');
      return Promise.resolve({ documentUrl: url, document: { '@context': { '@vocab': SCHEMA } } });
    },
  });

function checkTerms(node: unknown): void {
  if (Array.isArray(node)) return node.forEach(checkTerms);
  if (typeof node !== 'object' || node === null) return;
  for (const [key, value] of Object.entries(node)) {
    if (key === '@type') for (const type of value as string[]) expect(terms.types).toContain(type.replace(SCHEMA, ''));
    if (key.startsWith('@')) continue;
    expect(key.startsWith(SCHEMA)).toBe(true);
    expect(terms.properties).toContain(key.replace(SCHEMA, ''));
    checkTerms(value);
  }
}

const itemsOf = (menu: Menu, more: object = {}) => {
  const { hasMenuSection = [], hasMenuItem = [] } = schemaOrg(menu, { at, ...more }, clock);
  return [...hasMenuSection.flatMap((section) => section.hasMenuItem), ...hasMenuItem];
};

describe('a menu in the terms of schema.org', () => {
  it('is a Menu to the types made from schema.org, and nothing is lost on a JSON-LD processor', async () => {
    const document: WithContext<DtsMenu> = schemaOrg(brothBar(), { at, url: 'https://menu.example/shop' }, clock);
    const expanded = await expand(document);
    expect(expanded).toHaveLength(1);
    checkTerms(expanded);
    // Every property that was written came through expansion.
    const count = (node: unknown): number =>
      typeof node === 'object' && node !== null
        ? Object.entries(node).reduce((sum, [key, value]) => sum + (/^[a-z]/.test(key) ? 1 : 0) + count(value), 0)
        : 0;
    const expandedCount = (node: unknown): number =>
      typeof node === 'object' && node !== null
        ? Object.entries(node).reduce(
            (sum, [key, value]) => sum + (key.startsWith(SCHEMA) ? 1 : 0) + expandedCount(value),
            0,
          )
        : 0;
    expect(expandedCount(expanded)).toBe(count(document));
  });

  it('has the exact lowest and highest price of each dish on every list, in decimals of the currency', () => {
    let priced = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const menu = richMenu(seed);
      for (const { id: priceList } of menu.priceLists) {
        const listed = menu.items.filter(({ channels, sections }) => {
          const isShown = sections?.[0] === undefined || menu.sections.some(({ id }) => id === sections[0]);
          return isShown && (channels?.includes('online') ?? true);
        });
        const found = itemsOf(menu, { priceList });
        expect(found).toHaveLength(listed.length);
        const expected = listed
          .map(({ id }) => analyzeItem(menu, id, { channel: 'online', priceList, at }, clock, { steps: 300_000 }))
          .map((analysis) =>
            analysis?.exact && analysis.price ? [analysis.price.min, analysis.price.max] : undefined,
          );
        const inMinor = ({ offers }: SchemaMenuItem) => {
          if (!offers) return undefined;
          const prices =
            offers['@type'] === 'Offer' ? [offers.price, offers.price] : [offers.lowPrice, offers.highPrice];
          return prices.map((text) => Number(text.replace('.', '')));
        };
        const sorted = (pairs: readonly unknown[]) => pairs.map((pair) => JSON.stringify(pair ?? null)).sort();
        expect({ seed, prices: sorted(found.map(inMinor)) }).toEqual({ seed, prices: sorted(expected) });
        priced += expected.filter(Boolean).length;
      }
    }
    expect(priced).toBeGreaterThan(100);
  });

  const menu = (more: Partial<Menu> = {}): Menu => ({
    format: 'hearty-ladle/menu@1',
    name: 'Words',
    currency: 'JPY',
    locales: ['en', 'es'],
    priceLists: [{ id: 'house', name: 'House' }],
    locations: [{ id: 'north', name: 'North' }],
    stations: [{ id: 'pot', name: 'Pot' }],
    sections: [{ id: 'bowls', name: { en: 'Bowls', es: 'Cuencos' }, description: 'Warm' }],
    groups: [
      {
        id: 'top',
        name: 'Top',
        prompt: { en: 'On top?', es: '¿Encima?' },
        kind: 'choices',
        max: 1,
        choices: [
          { id: 'egg', name: 'Egg', price: { add: 80 }, calories: 78 },
          { id: 'big', name: 'Big', price: { base: 900 } },
        ],
      },
    ],
    items: [
      {
        id: 'soup',
        name: 'Soup',
        price: 500,
        calories: 244,
        image: 'pic',
        sections: ['bowls'],
        groups: [{ group: 'top' }],
      },
      { id: 'tea', name: 'Tea', price: 200, channels: ['pos'] },
      { id: 'bun', name: 'Bun', price: 300, locations: ['north'] },
    ],
    ...more,
  });

  it('says it in the language, with pictures, calories and what can be added', () => {
    expect(schemaOrg(menu(), { at, locale: 'es', url: 'https://menu.example/shop?at=1' }, clock)).toEqual({
      '@context': 'https://schema.org',
      '@type': 'Menu',
      name: 'Words',
      inLanguage: 'es',
      url: 'https://menu.example/shop?at=1',
      hasMenuSection: [
        {
          '@type': 'MenuSection',
          name: 'Cuencos',
          description: 'Warm',
          hasMenuItem: [
            {
              '@type': 'MenuItem',
              name: 'Soup',
              image: 'https://menu.example/api/pictures/pic',
              offers: { '@type': 'AggregateOffer', lowPrice: '500', highPrice: '900', priceCurrency: 'JPY' },
              nutrition: { '@type': 'NutritionInformation', calories: '240-320 calories' },
              menuAddOn: [
                {
                  '@type': 'MenuSection',
                  name: '¿Encima?',
                  hasMenuItem: [
                    {
                      '@type': 'MenuItem',
                      name: 'Egg',
                      offers: { '@type': 'Offer', price: '80', priceCurrency: 'JPY' },
                      nutrition: { '@type': 'NutritionInformation', calories: '80 calories' },
                    },
                    { '@type': 'MenuItem', name: 'Big' },
                  ],
                },
              ],
            },
          ],
        },
      ],
      hasMenuItem: [
        { '@type': 'MenuItem', name: 'Bun', offers: { '@type': 'Offer', price: '300', priceCurrency: 'JPY' } },
      ],
    });
  });

  it('leaves out what is not sold online or there, and falls back to the first language', () => {
    const found = schemaOrg(
      menu({ locations: [{ id: 'south', name: 'South' }] }),
      { at, location: 'south', locale: 'fi' },
      clock,
    );
    expect(found.inLanguage).toBe('en');
    expect(found.hasMenuItem).toBeUndefined();
  });

  it('gives no price where no build is valid', () => {
    const stuck = menu({
      groups: [
        { id: 'top', name: 'Top', prompt: 'Top?', kind: 'choices', min: 2, max: 2, choices: [{ id: 'a', name: 'A' }] },
      ],
    });
    expect(itemsOf(stuck)[0]?.offers).toBeUndefined();
  });
});
