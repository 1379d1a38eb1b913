import type { Menu, Workbook } from '@hearty-ladle/core';
import sharp from 'sharp';
import { inBothSizes } from '../../commands/store-picture.ts';
import type { PictureRow } from '../../db/entities.ts';
import { CHOICE_SCENES, VARIANT_SCENES } from './choice-scenes.ts';
import { DISH_SCENES } from './dish-scenes.ts';
import type { Scene } from './scene-kinds.ts';

/** Draws the pictures of the demo's dishes, choices and combinations, and hangs them on the menu. */
export async function withPictures(house: Workbook): Promise<{ house: Workbook; pictures: PictureRow[] }> {
  const pictures = new Map<string, PictureRow>();
  const draw = async (scene: Scene | undefined): Promise<{ image?: string }> => {
    if (!scene) return {};
    const picture = await inBothSizes(sharp(Buffer.from(scene())));
    pictures.set(picture.id, picture);
    return { image: picture.id };
  };
  const items = await Promise.all(
    house.items.map(async (item) => ({
      ...item,
      ...(await draw(DISH_SCENES[item.id])),
      ...(item.variants && { variants: await withCellPictures(item.id, item.variants, draw) }),
    })),
  );
  const groups = await Promise.all(
    house.groups.map(async (group) => {
      if (group.kind !== 'choices') return group;
      const drawn = (group.choices ?? []).map(async (choice) => ({
        ...choice,
        ...(await draw(CHOICE_SCENES[`${group.id}/${choice.id}`])),
      }));
      return { ...group, choices: await Promise.all(drawn) };
    }),
  );
  return { house: { ...house, items, groups }, pictures: [...pictures.values()] };
}

type Variants = NonNullable<Menu['items'][number]['variants']>;

async function withCellPictures(
  item: string,
  variants: Variants,
  draw: (scene: Scene | undefined) => Promise<{ image?: string }>,
): Promise<Variants> {
  const scene = VARIANT_SCENES[item];
  if (!scene) return variants;
  const cells = variants.cells.map(async (cell) => ({ ...cell, ...(await draw(scene(cell.pick))) }));
  return { ...variants, cells: await Promise.all(cells) };
}
