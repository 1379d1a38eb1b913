import { keyOfWhat, type Menu } from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { StockThingEntity } from '../db/entities.ts';

/** Where things stand, and what they come in: name and quantity of a pack. */
const SHELVES: Readonly<Record<string, readonly [ingredient: string, ...packs: [name: string, quantity: number][]][]>> =
  {
    'Cold room 1': [
      ['butter', ['block', 250]],
      ['egg', ['tray', 30]],
      ['cheese', ['wheel', 2_000]],
      ['cream', ['tub', 1_000]],
      ['pork', ['box', 5_000]],
      ['chicken', ['box', 5_000]],
      ['prawn', ['bag', 500]],
      ['smoked-fish', ['side', 1_200]],
      ['tofu', ['tub', 2_000]],
    ],
    'Cold room 2': [
      ['oat-milk', ['case', 6_000]],
      ['milk', ['crate', 10_000]],
      ['cabbage'],
      ['mushroom', ['box', 3_000]],
      ['pear'],
      ['plum'],
    ],
    'Dry store': [
      ['groundnut', ['bag', 1_000]],
      ['wheat-noodle', ['case', 5_000]],
      ['rice-noodle', ['case', 5_000]],
      ['buckwheat-noodle', ['case', 5_000]],
      ['short-rice', ['sack', 20_000]],
      ['barley', ['sack', 10_000]],
      ['oats', ['sack', 10_000]],
      ['honey', ['jar', 1_000]],
      ['black-tea', ['tin', 500]],
      ['green-tea', ['tin', 500]],
    ],
  };

/** Puts a menu's ingredients on their shelves. */
export async function storeShelves(manager: EntityManager, { ingredients = [] }: Menu): Promise<void> {
  const known = new Set(ingredients.map(({ id }) => id));
  const rows = Object.entries(SHELVES).flatMap(([shelf, things]) =>
    things
      .filter(([ingredient]) => known.has(ingredient))
      .map(([ingredient, ...packs]) => ({
        key: keyOfWhat({ ingredient }),
        what: { ingredient },
        shelf,
        packs: packs.map(([name, quantity]) => ({ name, quantity })),
      })),
  );
  await manager.insert(StockThingEntity, rows);
}
