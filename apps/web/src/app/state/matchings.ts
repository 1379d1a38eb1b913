import { MOST_MATCHINGS, type TableMatching } from '@hearty-ladle/core';

const KEY = 'hearty-ladle-matchings';

/** The matchings that were made by hand in this browser, the latest first. */
export function rememberedMatchings(): readonly TableMatching[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isMatching) : [];
  } catch {
    return [];
  }
}

export function rememberMatchings(matchings: readonly TableMatching[]): void {
  localStorage.setItem(KEY, JSON.stringify(matchings));
}

/** With another matching in the place of an earlier one for the same headers. */
export function withMatching(matchings: readonly TableMatching[], matching: TableMatching): TableMatching[] {
  const headers = JSON.stringify(matching.headers);
  const others = matchings.filter((one) => JSON.stringify(one.headers) !== headers);
  return [matching, ...others].slice(0, MOST_MATCHINGS);
}

/** Another version of the page may have kept something else. */
function isMatching(value: unknown): value is TableMatching {
  const { headers, table, columns } = { ...(value as Partial<TableMatching> | null) };
  return Array.isArray(headers) && typeof table === 'string' && Array.isArray(columns);
}
