import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { Dialog } from 'primeng/dialog';
import { ReturnsFocus } from '../returns-focus.ts';
import { bindHotkeys, HotkeyRegistry } from './hotkeys.ts';

/** Lists the shortcuts of the screen when `?` is pressed. */
@Component({
  selector: 'hl-hotkey-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, ReturnsFocus],
  templateUrl: './hotkey-list.html',
  styleUrl: './hotkey-list.css',
})
export class HotkeyList {
  readonly title = input('Keyboard shortcuts');
  readonly everywhere = input('Everywhere');
  readonly close = input('Close');
  readonly list = input('Show the shortcuts');
  protected readonly groups = inject(HotkeyRegistry).groups;
  protected readonly isOpen = signal(false);

  constructor() {
    bindHotkeys(this.everywhere, [
      { keys: ['Shift+?', '?'], shown: '?', label: this.list, run: () => this.isOpen.set(true) },
    ]);
  }
}
