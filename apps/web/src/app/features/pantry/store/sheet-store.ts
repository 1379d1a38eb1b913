import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';
import { deedActions } from './deed-store.ts';

/** What a person does in the pantry: looks at what is on hand, or types quantities. */
export type Mode = 'look' | 'count' | 'delivery' | 'waste';

/** A quantity that was typed beside something; `seen`: what was on hand there when it was typed. */
interface TypedQuantity {
  readonly text: string;
  readonly seen?: number;
  /** The case or bag that was counted in, by name; absent: the thing's own unit. */
  readonly pack?: string;
}

/** The quantities typed for one deed at one location, by `keyOfWhat`. */
export interface Sheet {
  readonly typed: Readonly<Record<string, TypedQuantity>>;
  readonly reason: string;
  /** The key under which it was sent, until the server has answered. */
  readonly sent?: string;
}

export interface SheetState {
  readonly mode: Mode;
  /** By `sheetKey`: what is typed stays with its location and mode until it is kept or cancelled. */
  readonly sheets: Readonly<Record<string, Sheet>>;
}

export const EMPTY_SHEET: Sheet = { typed: {}, reason: '' };

export function sheetKey(location: string | undefined, mode: Mode): string {
  return `${mode} ${location ?? ''}`;
}

export const sheetActions = createActionGroup({
  source: 'Sheets',
  events: {
    'Mode chosen': props<{ mode: Mode }>(),
    Changed: props<{ at: string; sheet: Sheet }>(),
    Cancelled: props<{ at: string }>(),
  },
});

const STORAGE_KEY = 'hearty-ladle-sheets';

/** Forty typed quantities survive a reload. */
export function rememberSheets(state: SheetState): void {
  globalThis.localStorage?.setItem(STORAGE_KEY, JSON.stringify(state));
}

function rememberedSheets(): Partial<SheetState> {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(STORAGE_KEY) ?? '{}') as Partial<SheetState>;
  } catch {
    return {};
  }
}

export const sheetFeature = createFeature({
  name: 'sheets',
  reducer: createReducer<SheetState>(
    { mode: 'look', sheets: {}, ...rememberedSheets() },
    on(sheetActions.modeChosen, (state, { mode }) => ({ ...state, mode })),
    on(sheetActions.changed, (state, { at, sheet }) => ({ ...state, sheets: { ...state.sheets, [at]: sheet } })),
    on(sheetActions.cancelled, (state, { at }) => ({ ...without(state, at), mode: 'look' })),
    on(deedActions.answered, (state, { deed: { key }, answer }) => {
      if (answer.outcome === 'refused') return notSent(state, [key]);
      const at = Object.keys(state.sheets).find((one) => state.sheets[one]?.sent === key);
      return answer.outcome === 'done' && at !== undefined ? { ...without(state, at), mode: 'look' } : state;
    }),
    on(deedActions.dropped, (state, { deeds }) =>
      notSent(
        state,
        deeds.map(({ key }) => key),
      ),
    ),
  ),
});

function without(state: SheetState, at: string): SheetState {
  const { [at]: _, ...sheets } = state.sheets;
  return { ...state, sheets };
}

/** What was not taken can be mended and sent again. */
function notSent(state: SheetState, keys: readonly string[]): SheetState {
  const sheets = Object.entries(state.sheets).map(([at, { sent, ...sheet }]) => [
    at,
    sent === undefined || keys.includes(sent) ? sheet : { ...sheet, sent },
  ]);
  return { ...state, sheets: Object.fromEntries(sheets) as SheetState['sheets'] };
}
