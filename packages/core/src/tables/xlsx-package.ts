import { strFromU8, unzipSync } from 'fflate';

/** More than any menu's tables take once unpacked; a small file that unpacks to more is not a spreadsheet of a person. */
const MOST_UNPACKED_BYTES = 250 * 1024 * 1024;
const MOST_PARTS = 2_000;
const SHEET = /^xl\/worksheets\/[^/]+\.xml$/;
/** A cell with a formula and no result, as a program writes that does not compute. */
const FORMULA_ALONE =
  /<c\b[^>]*\br="([A-Z]+\d+)"[^>]*>\s*<f\b(?:[^>]*\/>|[^>]*>[^<]*<\/f>)\s*(?:<v\s*\/>|<v><\/v>)?\s*<\/c>/;
const MERGED = /<mergeCell\b[^>]*\bref="([^"]+)"/;

const DAMAGED = 'It is not a spreadsheet file (XLSX), or it is damaged.';

/** Why a spreadsheet file is not read, judged before it is unpacked; undefined if it can be. */
export function xlsxRefusal(bytes: Uint8Array): string | undefined {
  try {
    return sizeRefusal(bytes) ?? sheetRefusal(bytes);
  } catch {
    return DAMAGED;
  }
}

function sizeRefusal(bytes: Uint8Array): string | undefined {
  let total = 0;
  let parts = 0;
  // Nothing is unpacked here: the filter only hears of each part.
  unzipSync(bytes, {
    filter: ({ originalSize }) => {
      total += originalSize;
      parts += 1;
      return false;
    },
  });
  const isTooLarge = parts > MOST_PARTS || total > MOST_UNPACKED_BYTES;
  return isTooLarge ? 'It unpacks to far more than a menu’s tables take.' : undefined;
}

function sheetRefusal(bytes: Uint8Array): string | undefined {
  const sheets = Object.values(unzipSync(bytes, { filter: ({ name }) => SHEET.test(name) }));
  if (sheets.length === 0) return DAMAGED;
  for (const content of sheets) {
    const xml = strFromU8(content);
    const [, merged] = MERGED.exec(xml) ?? [];
    if (merged !== undefined)
      return `The cells ${merged} are merged. Take them apart, so that each row says what it is.`;
    const [, alone] = FORMULA_ALONE.exec(xml) ?? [];
    if (alone !== undefined)
      return `The cell ${alone} has a formula without its result. Open the file in a spreadsheet and save it.`;
  }
  return undefined;
}
