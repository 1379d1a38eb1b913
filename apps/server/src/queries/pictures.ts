import type { Menu, Picture, PictureUse } from '@hearty-ladle/core';
import { type DataSource, In, Not } from 'typeorm';
import { PictureEntity } from '../db/entities.ts';

const MAX_LISTED = 500;

/** All pictures, newest first. */
export async function listPictures(database: DataSource): Promise<Picture[]> {
  const rows = await database.getRepository(PictureEntity).find({ order: { addedAt: 'DESC' }, take: MAX_LISTED });
  return rows.map(({ id, width, height }) => ({ id, width, height }));
}

/** A picture's bytes (WebP), or its thumbnail's. */
export async function pictureBytes(database: DataSource, id: string, isSmall: boolean): Promise<Buffer | undefined> {
  const size = isSmall ? 'small' : 'body';
  const row = await database
    .getRepository(PictureEntity)
    .findOne({ where: { id }, select: { id: true, [size]: true } });
  return row?.[size];
}

/** The disk space that pictures take, and how much of it is unused. */
export async function pictureUse(database: DataSource, menu: Menu | undefined): Promise<PictureUse> {
  const pictures = database.getRepository(PictureEntity);
  const unused = { id: Not(In([...(await usedPictures(database, menu))])) };
  const [all, allBytes, unusedCount, unusedBytes] = [
    await pictures.count(),
    await pictures.sum('bytes'),
    await pictures.countBy(unused),
    await pictures.sum('bytes', unused),
  ];
  return { pictures: all, bytes: allBytes ?? 0, unused: unusedCount, unusedBytes: unusedBytes ?? 0 };
}

/** Ids of the pictures that the draft shows, or that any edition shows, as orders are read with theirs for ever. */
export async function usedPictures({ manager }: DataSource, menu: Menu | undefined): Promise<Set<string>> {
  const rows = (await manager.query(
    `SELECT DISTINCT image #>> '{}' AS id FROM edition_part, jsonb_path_query(body, 'strict $.**.image') AS image`,
  )) as { id: string }[];
  return new Set([...picturesOf(menu), ...rows.map(({ id }) => id)]);
}

/** Ids of the pictures used by sections, dishes, choices and variants. */
function picturesOf(menu: Menu | undefined): Set<string> {
  const used = new Set<string>();
  const add = (image: string | undefined) => image !== undefined && used.add(image);
  menu?.sections.forEach(({ image }) => add(image));
  menu?.items.forEach(({ image, variants }) => {
    add(image);
    variants?.cells.forEach((cell) => add(cell.image));
  });
  menu?.groups.forEach((group) => group.kind === 'choices' && group.choices?.forEach(({ image }) => add(image)));
  return used;
}
