import {
  applyUnchecked,
  type Edit,
  isRemovedBy,
  type ListKind,
  type StoredMenu,
  touchedBy,
  type Workbook,
} from '@hearty-ladle/core';
import type { SentChange } from '../api/api.ts';
import { type MenuState, withVersions } from './menu-state.ts';
import { faultText } from '../text/faults.ts';
import { rebased, withNews } from './merge-news.ts';

export function answered(state: MenuState, id: number, answer: SentChange): MenuState {
  const sent = state.pendingEdits[0];
  if (sent?.id !== id) return { ...state, sending: false };
  const rest = state.pendingEdits.slice(1);
  switch (answer.outcome) {
    case 'offline':
    case 'busy':
    case 'failed':
      return { ...state, sending: false, sendFailure: answer.outcome };
    case 'saved': {
      const { versions, revision } = answer.saved;
      const gone = touchedBy(sent.change).filter((ref) => isRemovedBy(sent.change, ref));
      const known = versions.map((ref) =>
        gone.some((it) => it.kind === ref.kind && it.id === ref.id) ? { ...ref, version: 0 } : ref,
      );
      return {
        ...state,
        pendingEdits: rest,
        sending: false,
        sendFailure: undefined,
        newest: Math.max(state.newest, revision),
        // With a gap before it, others changed the menu meanwhile, which is read first.
        revision: revision === state.revision + 1 ? revision : state.revision,
        versions: withVersions(state.versions, known),
      };
    }
    case 'refused': {
      const { menu } = state;
      const message = (menu && answer.faults.map((fault) => faultText(menu, fault)).join(' ')) || answer.message;
      const back = state.menu && applyUnchecked(state.menu, sent.inverse);
      const past = state.past.filter((entry) => entry.change !== sent.change);
      return {
        ...state,
        pendingEdits: rest,
        sending: false,
        sendFailure: undefined,
        isStale: true,
        menu: back,
        past,
        notice: `“${sent.label}” was not saved. ${message}`,
      };
    }
    case 'conflict': {
      const { conflicts, revision } = answer;
      // What the server has: without the pending edits, and with the objects that others changed.
      const withoutMine = [...state.pendingEdits, ...(state.pendingChange ? [state.pendingChange] : [])].reduceRight(
        (now, { inverse }) => applyUnchecked(now, inverse),
        state.menu as Workbook,
      );
      const theirs = conflicts.map(({ kind, id, thing }): Edit =>
        thing ? { type: 'put', kind, thing } : { type: 'remove', kind: kind as ListKind, id },
      );
      const unsent = { ...sent, requestId: undefined };
      return withNews(
        {
          ...state,
          sending: false,
          sendFailure: undefined,
          isStale: true,
          newest: Math.max(state.newest, revision),
          pendingEdits: [unsent, ...rest],
        },
        {
          menu: applyUnchecked(withoutMine, { edits: theirs }),
          versions: withVersions(state.versions, conflicts),
          by: conflicts[0]?.by,
        },
      );
    }
  }
}

/** Discards an edit that the server can't save, keeps those queued behind it, and reads the menu again. */
export function givenUp(state: MenuState): MenuState {
  const [first, ...rest] = state.pendingEdits;
  if (!first || !state.menu) return state;
  const before = state.pendingEdits.reduceRight((now, { inverse }) => applyUnchecked(now, inverse), state.menu);
  const menu = rest.reduce((now, { change }) => applyUnchecked(now, change), before);
  const past = state.past.filter((entry) => entry.change !== first.change);
  return {
    ...state,
    menu,
    pendingEdits: rest,
    past,
    future: [],
    sendFailure: undefined,
    isStale: true,
    notice: `“${first.label}” was not saved.`,
  };
}

export function sending(state: MenuState, id: number, requestId: string): MenuState {
  const [first, ...rest] = state.pendingEdits;
  return first?.id === id ? { ...state, sending: true, pendingEdits: [{ ...first, requestId }, ...rest] } : state;
}

/** Applies what was read, unless it is older than what is already known: responses may arrive late. */
export function arrived(state: MenuState, stored: StoredMenu): MenuState {
  return stored.revision < state.revision ? state : rebased(state, stored);
}
