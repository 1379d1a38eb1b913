/** Cleans a note: each run of control characters and line breaks becomes one space, then it is trimmed. */
export function cleanNote(text: string): string {
  return text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim();
}
