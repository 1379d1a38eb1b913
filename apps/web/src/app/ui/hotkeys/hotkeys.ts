import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { tinykeys } from 'tinykeys';

/** A keyboard shortcut of the screen that is open. */
export interface Hotkey {
  /** Keys that do the same, as tinykeys writes them: `$mod+k`, `Shift+?`. */
  readonly keys: readonly string[];
  /** How the keys are shown, such as “Ctrl K”. */
  readonly shown: string;
  /** What it does, for the list of shortcuts. */
  readonly label: () => string;
  /** Also works while the focus is in a text field. Others leave the key to the field. */
  readonly worksInFields?: boolean;
  /** Returns false if the key was not for it after all. */
  readonly run: (event: KeyboardEvent) => unknown;
}

export interface HotkeyGroup {
  readonly title: () => string;
  readonly hotkeys: readonly Hotkey[];
}

/** The shortcuts of everything on the screen, for the list of shortcuts. */
@Injectable({ providedIn: 'root' })
export class HotkeyRegistry {
  readonly #groups = signal<readonly HotkeyGroup[]>([]);
  readonly groups = this.#groups.asReadonly();

  add(group: HotkeyGroup): () => void {
    this.#groups.update((groups) => [...groups, group]);
    return () => this.#groups.update((groups) => groups.filter((one) => one !== group));
  }
}

/**
 * Binds shortcuts while the calling component lives and `isOn`, and lists them.
 */
export function bindHotkeys(title: () => string, hotkeys: readonly Hotkey[], isOn: () => boolean = () => true): void {
  const bindings = hotkeys.flatMap((hotkey) =>
    hotkey.keys.map((keys): [string, (event: KeyboardEvent) => void] => [
      keys,
      (event) => {
        if (!isOn() || isTaken(event) || (!hotkey.worksInFields && isTextField(event.target))) return;
        if (hotkey.run(event) !== false) event.preventDefault();
      },
    ]),
  );
  const unbind = tinykeys(window, Object.fromEntries(bindings));
  const unlist = inject(HotkeyRegistry).add({ title, hotkeys });
  inject(DestroyRef).onDestroy(() => {
    unbind();
    unlist();
  });
}

/** Whether a control has used a plain key itself, as a list does with Escape; combinations are never a control’s own. */
function isTaken({ defaultPrevented, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean {
  return defaultPrevented && !ctrlKey && !metaKey && !altKey;
}

const NO_TEXT = new Set(['checkbox', 'radio', 'button', 'file']);

export function isTextField(target: EventTarget | null): boolean {
  return target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && !NO_TEXT.has(target.type));
}
