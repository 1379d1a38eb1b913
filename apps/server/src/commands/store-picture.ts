import type { Picture } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { createHash } from 'node:crypto';
import sharp, { type Sharp } from 'sharp';
import type { DataSource, EntityManager } from 'typeorm';
import { PictureEntity, type PictureRow } from '../db/entities.ts';
import type { Gate } from '../db/gate.ts';
import type { HouseSettings } from '../db/house-settings.ts';

export type PictureOutcome =
  | { readonly outcome: 'saved'; readonly picture: Picture }
  | { readonly outcome: 'no-picture' | 'too-large' }
  | { readonly outcome: 'no-room'; readonly maxMegabytes: number };

/** Dependencies of storing pictures. The gate admits one at a time: decoding 50 megapixels takes about 200 MB. */
export interface PictureDependencies {
  readonly database: DataSource;
  readonly houseSettings: HouseSettings;
  readonly pictureGate: Gate;
}

const FORMATS = new Set(['png', 'jpeg', 'webp']);
/** Longest side in pixels, full size and thumbnail. */
const LARGE = 1200;
const SMALL = 240;
/** Limit after decompression: a small file can decode to a picture that fills the memory. */
const MAX_PIXELS = 50_000_000;
const MEGABYTE = 1024 * 1024;

sharp.cache(false);

/** Stores a picture, resized, under a hash of its content; storing the same picture twice keeps one copy. */
export async function storePicture(
  { database, houseSettings, pictureGate }: PictureDependencies,
  file: Uint8Array,
): Promise<PictureOutcome> {
  const drawn = await pictureGate.run(() => draw(file));
  if (typeof drawn === 'string') return { outcome: drawn };
  const { id, width, height, bytes } = drawn;
  return database.transaction(async (manager): Promise<PictureOutcome> => {
    const { maxMegabytes } = (await houseSettings.read(manager)).house.pictures;
    if (
      !(await manager.existsBy(PictureEntity, { id })) &&
      (await storedBytes(manager)) + bytes > maxMegabytes * MEGABYTE
    )
      return { outcome: 'no-room', maxMegabytes };
    await manager.upsert(PictureEntity, drawn, ['id']);
    return { outcome: 'saved', picture: { id, width, height } };
  });
}

async function draw(file: Uint8Array): Promise<PictureRow | 'no-picture' | 'too-large'> {
  const source = () => sharp(file, { limitInputPixels: MAX_PIXELS, failOn: 'error', sequentialRead: true });
  try {
    const { format, width, height } = await source().metadata();
    if (!FORMATS.has(format)) return 'no-picture';
    if (width * height > MAX_PIXELS) return 'too-large';
    return await inBothSizes(source().rotate());
  } catch (error) {
    return error instanceof Error && /pixel limit/i.test(error.message) ? 'too-large' : 'no-picture';
  }
}

/** A picture as it is kept: re-encoded without metadata, full size and thumbnail, under a hash of its content. */
export async function inBothSizes(source: Sharp): Promise<PictureRow> {
  const within = (input: Sharp, side: number) =>
    input
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
  const { data: body, info } = await within(source, LARGE);
  const { data: small } = await within(sharp(body), SMALL);
  const id = createHash('sha256').update(body).digest('hex').slice(0, 32);
  return { id, width: info.width, height: info.height, body, small, bytes: body.length + small.length, addedAt: now() };
}

/** Total bytes of all stored pictures. */
async function storedBytes(manager: EntityManager): Promise<number> {
  const [row] = (await manager.query('SELECT coalesce(sum(bytes), 0)::float8 AS bytes FROM picture')) as [
    { bytes: number },
  ];
  return row.bytes;
}
