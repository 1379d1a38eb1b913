import type { UndoEntry } from './menu-state.ts';

const KEY = 'hearty-ladle.undo';
const LONGEST_CHARACTERS = 400_000;
const MOST_ENTRIES = 40;

export interface UndoHistory {
  readonly past: readonly UndoEntry[];
  readonly future: readonly UndoEntry[];
}

/** Remembers what can be undone and redone in this tab, so that it survives a reload: the newest entries first. */
export function rememberHistory({ past, future }: UndoHistory): void {
  let kept = { past: past.slice(-MOST_ENTRIES), future: future.slice(-MOST_ENTRIES) };
  let text = JSON.stringify(kept);
  while (text.length > LONGEST_CHARACTERS && kept.past.length > 0) {
    kept = { past: kept.past.slice(Math.ceil(kept.past.length / 2)), future: [] };
    text = JSON.stringify(kept);
  }
  try {
    sessionStorage.setItem(KEY, text);
  } catch {
    // Storage is full or forbidden: undo then ends at the next reload.
  }
}

export function rememberedHistory(): UndoHistory {
  try {
    const { past = [], future = [] } = JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<UndoHistory>;
    return { past, future };
  } catch {
    return { past: [], future: [] };
  }
}
