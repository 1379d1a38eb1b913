import type { StaffKey } from '../../../messages/staff-message.ts';
import { bindHotkeys } from '../../../ui/hotkeys/hotkeys.ts';
import { CHOICE_KEYS } from '../../../ui/till-tap.ts';

/** What the keys do at an open dish. */
export interface DishActs {
  /** Returns false if the key stands on no choice. */
  readonly answer: (key: string) => boolean;
  readonly moveTo: (by: 1 | -1) => void;
  readonly changeAmount: () => void;
  readonly repeat: (by: 1 | -1) => void;
  readonly typeQuantity: () => void;
  readonly note: (isLoud: boolean) => void;
  readonly confirm: () => void;
  readonly cancel: () => void;
  /** From a field back to the dish, where keys answer questions. */
  readonly leaveField: () => void;
}

/** What the keys do at the order; all but sending and holding only while no dish is open. */
export interface OrderActs {
  readonly isDishOpen: () => boolean;
  readonly isDialogOpen: () => boolean;
  readonly send: () => void;
  readonly hold: () => void;
  readonly showHeld: () => void;
  /** Opens the nth dish of the order. */
  readonly open: (nth: number) => void;
  /** Another dish like the last one, open to be changed. */
  readonly copyLast: () => void;
  readonly repeat: (by: 1 | -1) => void;
  readonly clear: () => void;
}

type Say = (key: StaffKey) => string;

const isField = (target: EventTarget | null) =>
  target instanceof HTMLTextAreaElement || target instanceof HTMLInputElement;

/** Binds the keys of an open dish; `say` names them in the till's language. */
export function bindDishKeys(acts: DishActs, say: Say): void {
  bindHotkeys(
    () => say('keys.dish'),
    [
      {
        keys: [...CHOICE_KEYS],
        shown: '1 – 9, 0, A – Z',
        label: () => say('keys.answer'),
        run: ({ key }) => acts.answer(key),
      },
      { keys: ['ArrowDown'], shown: '↓', label: () => say('keys.next-question'), run: () => acts.moveTo(1) },
      { keys: ['ArrowUp'], shown: '↑', label: () => say('keys.last-question'), run: () => acts.moveTo(-1) },
      { keys: ['/', 'Shift+/'], shown: '/', label: () => say('keys.amount'), run: acts.changeAmount },
      { keys: ['+', 'Shift++', '='], shown: '+', label: () => say('keys.one-more'), run: () => acts.repeat(1) },
      { keys: ['-'], shown: '−', label: () => say('keys.one-less'), run: () => acts.repeat(-1) },
      { keys: ['q'], shown: 'Q', label: () => say('keys.quantity'), run: acts.typeQuantity },
      { keys: ['n'], shown: 'N', label: () => say('keys.note'), run: () => acts.note(false) },
      { keys: ['!', 'Shift+!'], shown: '!', label: () => say('keys.allergy'), run: () => acts.note(true) },
      {
        keys: ['Enter'],
        shown: '↵',
        label: () => say('keys.add'),
        worksInFields: true,
        run: ({ target }) =>
          !(target instanceof HTMLTextAreaElement || target instanceof HTMLButtonElement) && acts.confirm(),
      },
      {
        keys: ['Escape'],
        shown: 'Esc',
        label: () => say('keys.cancel'),
        worksInFields: true,
        run: ({ target }) => (isField(target) ? acts.leaveField() : acts.cancel()),
      },
    ],
  );
}

/** Binds the keys of the order; `say` names them in the till's language. */
export function bindOrderKeys(acts: OrderActs, say: Say): void {
  bindHotkeys(
    () => say('keys.order'),
    [
      { keys: ['$mod+Enter'], shown: 'Ctrl ↵', label: () => say('keys.send'), worksInFields: true, run: acts.send },
      { keys: ['Alt+h'], shown: 'Alt H', label: () => say('keys.hold'), worksInFields: true, run: acts.hold },
    ],
    () => !acts.isDialogOpen(),
  );
  bindHotkeys(
    () => say('keys.lines'),
    [
      { keys: ['Alt+o'], shown: 'Alt O', label: () => say('keys.held'), worksInFields: true, run: acts.showHeld },
      {
        keys: [...'123456789'].map((digit) => `Alt+${digit}`),
        shown: 'Alt 1 – 9',
        label: () => say('keys.line'),
        worksInFields: true,
        run: ({ key, code }) => acts.open(Number(/\d$/.exec(code)?.[0] ?? key)),
      },
      { keys: ['Alt+c'], shown: 'Alt C', label: () => say('keys.copy'), worksInFields: true, run: acts.copyLast },
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
    () => !acts.isDialogOpen() && !acts.isDishOpen(),
  );
}
