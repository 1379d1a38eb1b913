import { type DataSource, LessThan } from 'typeorm';
import { JournalEntity, type JournalRow } from '../db/entities.ts';

const PAGE = 60;

/** Journal entries, newest first, before a given entry. */
export async function journalPage(database: DataSource, before: number | undefined): Promise<Omit<JournalRow, 'requestId' | 'fingerprint'>[]> {
  const rows = await database.getRepository(JournalEntity).find({ where: before === undefined ? {} : { seq: LessThan(before) }, order: { seq: 'DESC' }, take: PAGE });
  return rows.map(({ requestId: _id, fingerprint: _content, ...entry }) => entry);
}
