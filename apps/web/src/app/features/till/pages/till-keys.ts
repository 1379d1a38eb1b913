import type { StaffKey } from '../../../messages/staff-message.ts';
import { bindHotkeys, isTextField } from '../../../ui/hotkeys/hotkeys.ts';

/** What the keys of the till do. */
export interface TillActs {
  readonly isDishOpen: () => boolean;
  readonly isDialogOpen: () => boolean;
  readonly answer: (nth: number) => void;
  readonly confirm: () => void;
  readonly cancel: () => void;
  readonly send: () => void;
  readonly repeat: (by: 1 | -1) => void;
  readonly clear: () => void;
  /** Whether an event comes from the search box. */
  readonly isSearch: (target: EventTarget | null) => boolean;
}

/** Binds the keys of the till: of the open dish, and of the order; `say` names them in the till's language. */
export function bindTillKeys(acts: TillActs, say: (key: StaffKey) => string): void {
  const isAtDish = () => acts.isDishOpen() && !acts.isDialogOpen();
  const isAtOrder = () => !acts.isDishOpen() && !acts.isDialogOpen();
  const isWriting = ({ target }: KeyboardEvent) => isTextField(target) && !acts.isSearch(target);
  bindHotkeys(
    () => say('keys.dish'),
    [
      {
        keys: ['1', '2', '3', '4', '5', '6', '7', '8', '9'],
        shown: '1 – 9',
        label: () => say('keys.answer'),
        worksInFields: true,
        run: (event) => !isWriting(event) && acts.answer(Number(event.key)),
      },
      {
        keys: ['Enter'],
        shown: '↵',
        label: () => say('keys.add'),
        worksInFields: true,
        run: ({ target }) =>
          !(target instanceof HTMLTextAreaElement || target instanceof HTMLButtonElement) && acts.confirm(),
      },
      { keys: ['Escape'], shown: 'Esc', label: () => say('keys.cancel'), worksInFields: true, run: acts.cancel },
    ],
    isAtDish,
  );
  bindHotkeys(
    () => say('keys.order'),
    [
      { keys: ['$mod+Enter'], shown: 'Ctrl ↵', label: () => say('keys.send'), worksInFields: true, run: acts.send },
      {
        keys: ['Alt++', 'Alt+Shift++', 'Alt+='],
        shown: 'Alt +',
        label: () => say('keys.more'),
        worksInFields: true,
        run: () => acts.repeat(1),
      },
      {
        keys: ['Alt+-'],
        shown: 'Alt −',
        label: () => say('keys.less'),
        worksInFields: true,
        run: () => acts.repeat(-1),
      },
      { keys: ['Escape'], shown: 'Esc', label: () => say('keys.search'), worksInFields: true, run: acts.clear },
    ],
    isAtOrder,
  );
}
