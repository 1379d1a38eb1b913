import { cleanNote } from '../quote/clean-note.ts';

/** A note as it is compared with others: in lower case, with single spaces, without the punctuation around it. */
export function noteKey(note: string): string {
  return cleanNote(note)
    .normalize('NFC')
    .toLowerCase()
    .replaceAll(/\s+/gu, ' ')
    .replaceAll(/^[\s\p{P}]+|[\s\p{P}]+$/gu, '');
}
