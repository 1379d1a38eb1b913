/**
 * What a pasted block says: one line for each row from `from` down, or two columns, the original and its translation,
 * matched by the original. `strays`: lines for which there is no row. Undefined for a single line, which is pasted as usual.
 */
export function pastedTexts(
  block: string,
  rows: readonly { readonly path: string; readonly original: string }[],
  from: string,
): { readonly words: ReadonlyMap<string, string>; readonly strays: number } | undefined {
  const lines = block.replace(/\r?\n$/, '').split(/\r?\n/);
  const isTable = lines.some((line) => line.includes('\t'));
  if (lines.length < 2 && !isTable) return undefined;
  const words = new Map<string, string>();
  let strays = 0;
  if (isTable) {
    for (const line of lines) {
      const [original = '', translation = ''] = line.split('\t').map((cell) => cell.trim());
      const same = rows.filter((row) => spaced(row.original) === spaced(original));
      if (same.length === 0) strays += 1;
      else if (translation !== '') for (const { path } of same) words.set(path, translation);
    }
    return { words, strays };
  }
  const start = rows.findIndex(({ path }) => path === from);
  lines.forEach((line, i) => {
    const row = rows[start + i];
    if (!row) strays += 1;
    // An empty line keeps what its row has.
    else if (line.trim() !== '') words.set(row.path, line.trim());
  });
  return { words, strays };
}

function spaced(text: string): string {
  return text.trim().replaceAll(/\s+/g, ' ');
}
