import type { JournalEntry } from '@hearty-ladle/core';
import { type DataSource, LessThan } from 'typeorm';
import { JournalEntity } from '../db/entities.ts';

const PAGE = 60;

/** Journal entries, newest first, before a given entry. */
export async function journalPage(database: DataSource, before: number | undefined): Promise<JournalEntry[]> {
  const rows = await database
    .getRepository(JournalEntity)
    .find({ where: before === undefined ? {} : { seq: LessThan(before) }, order: { seq: 'DESC' }, take: PAGE });
  return rows.map(({ seq, at, by, revision, label, change, inverse, undoes }) => ({
    seq,
    at: at.toISOString(),
    by,
    revision,
    label,
    change,
    inverse,
    undoes,
  }));
}
