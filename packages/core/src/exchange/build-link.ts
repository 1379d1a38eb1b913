import type { Pick } from '../api/line.ts';

/** Picks open one another at most so deep. */
const DEEPEST = 6;
const LONGEST = 4_000;
const MOST_UNITS = 999;
const PICK =
  /([a-z0-9][a-z0-9_.-]{0,63})\/([a-z0-9][a-z0-9_.-]{0,63})(?:\*(\d{1,3}))?(?::([a-z0-9][a-z0-9_.-]{0,63}))?/y;

/**
 * Picks as a short text for a link, which RFC 3986 allows in a query as it is: `group/choice`, then `*` with the units,
 * `:` with the amount and inner picks in parentheses where there are any; picks are separated by commas.
 */
export function writePicks(picks: readonly Pick[]): string {
  return picks
    .map(({ group, choice, units = 1, amount, picks: inner = [] }) =>
      [
        `${group}/${choice}`,
        units > 1 ? `*${units}` : '',
        amount === undefined ? '' : `:${amount}`,
        inner.length > 0 ? `(${writePicks(inner)})` : '',
      ].join(''),
    )
    .join(',');
}

/** Reads what `writePicks` wrote; undefined for anything else. Whether a menu offers the picks is not looked at. */
export function readPicks(text: string): Pick[] | undefined {
  if (text.length > LONGEST) return undefined;
  const reader = { text, at: 0 };
  const picks = readList(reader, DEEPEST);
  return picks && reader.at === text.length ? picks : undefined;
}

interface Reader {
  readonly text: string;
  at: number;
}

function readList(reader: Reader, depth: number): Pick[] | undefined {
  const picks: Pick[] = [];
  do {
    const pick = readPick(reader, depth);
    if (!pick) return undefined;
    picks.push(pick);
  } while (skip(reader, ','));
  return picks;
}

function readPick(reader: Reader, depth: number): Pick | undefined {
  PICK.lastIndex = reader.at;
  const [read, group, choice, units, amount] = PICK.exec(reader.text) ?? [];
  if (read === undefined || group === undefined || choice === undefined || depth === 0) return undefined;
  reader.at += read.length;
  const count = Math.min(Number(units ?? 1), MOST_UNITS);
  if (count < 1) return undefined;
  const pick = { group, choice, ...(count > 1 && { units: count }), ...(amount !== undefined && { amount }) };
  if (!skip(reader, '(')) return pick;
  const inner = readList(reader, depth - 1);
  return inner && skip(reader, ')') ? { ...pick, picks: inner } : undefined;
}

function skip(reader: Reader, sign: string): boolean {
  const isThere = reader.text[reader.at] === sign;
  if (isThere) reader.at++;
  return isThere;
}
