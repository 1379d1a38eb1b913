import { now } from '@hearty-ladle/node-runtime';
import { type MenuDependencies, storedMenu } from '../queries/menu.ts';
import { usedPictures } from '../queries/pictures.ts';

/** Recently added pictures stay, since they may be about to be used. */
const JUST_ADDED_MS = 3_600_000;

/**
 * Deletes pictures that no menu object shows, and returns how many and their bytes. An undo could bring some of them
 * back, so this only runs on request.
 */
export async function deleteUnusedPictures(
  dependencies: MenuDependencies,
): Promise<{ readonly pictures: number; readonly bytes: number }> {
  const used = await usedPictures(dependencies.database, (await storedMenu(dependencies))?.menu);
  const addedBefore = new Date(now().getTime() - JUST_ADDED_MS);
  const [rows] = (await dependencies.database.query(
    'DELETE FROM picture WHERE NOT (id = ANY($1)) AND added_at < $2 RETURNING bytes',
    [[...used], addedBefore],
  )) as [{ bytes: number }[]];
  return { pictures: rows.length, bytes: rows.reduce((sum, { bytes }) => sum + bytes, 0) };
}
