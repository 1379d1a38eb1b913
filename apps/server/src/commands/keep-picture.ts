import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { DataSource } from 'typeorm';
import { PictureEntity } from '../db/entities.ts';

export interface KeptPicture {
  readonly id: string;
  readonly width: number;
  readonly height: number;
}

export type PictureOutcome = { readonly outcome: 'kept'; readonly picture: KeptPicture } | { readonly outcome: 'no-picture' | 'too-large' };

const FORMATS = new Set(['png', 'jpeg', 'webp']);
/** Longest side as it is kept, and as it stands in lists. */
const LARGE = 1200;
const SMALL = 240;
/** A small file can unfold to a picture that fills the memory. */
const MOST_PIXELS = 50_000_000;

/** Keeps a picture, judged by its content and made small; the same picture twice is kept once. */
export async function keepPicture(database: DataSource, file: Buffer): Promise<PictureOutcome> {
  const source = () => sharp(file, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  try {
    const { format, width, height } = await source().metadata();
    if (!FORMATS.has(format)) return { outcome: 'no-picture' };
    if (width * height > MOST_PIXELS) return { outcome: 'too-large' };
    const within = (side: number) =>
      source().rotate().resize(side, side, { fit: 'inside', withoutEnlargement: true }).webp({ quality: 82 }).toBuffer({ resolveWithObject: true });
    const [large, small] = [await within(LARGE), await within(SMALL)];
    const id = createHash('sha256').update(large.data).digest('hex').slice(0, 32);
    const picture = { id, width: large.info.width, height: large.info.height };
    await database.manager.upsert(PictureEntity, { ...picture, body: large.data, small: small.data, addedAt: new Date() }, ['id']);
    return { outcome: 'kept', picture };
  } catch (error) {
    return { outcome: error instanceof Error && /pixel limit/i.test(error.message) ? 'too-large' : 'no-picture' };
  }
}
