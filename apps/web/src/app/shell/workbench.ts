import { ChangeDetectionStrategy, Component, computed, HostListener, inject, signal } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Dialog } from 'primeng/dialog';
import { EditingLanguage } from '../state/editing-language.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { MenuView } from '../state/menu-view.ts';
import { Person } from '../state/person.ts';
import type { Clash } from '../state/menu-state.ts';
import { languageName } from '../text/languages.ts';
import { FindAnything } from './find-anything.ts';
import { ReachBar } from './reach-bar.ts';

/** The workbench frame: navigation, save status, undo and redo. */
@Component({
  selector: 'hl-workbench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, FindAnything, ReachBar, RouterLink, RouterLinkActive, RouterOutlet],
  templateUrl: './workbench.html',
  styleUrl: './workbench.css',
})
export class Workbench {
  protected readonly view = inject(MenuView);
  protected readonly editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);
  protected readonly person = inject(Person);
  protected readonly finding = signal(false);
  protected readonly languageName = languageName;
  protected readonly clash = computed(() => this.view.clashes()[0]);
  protected readonly status = computed(() => {
    const count = this.view.pendingEdits().length;
    const changes = count === 1 ? '1 change waits' : `${count} changes wait`;
    switch (this.view.sendFailure() ?? this.view.readFailure()) {
      case 'offline':
        return count > 0 ? `Offline. ${changes} here and will be sent.` : 'Offline. What you see may be out of date.';
      case 'busy':
        return count > 0 ? `The server is busy. ${changes} here and will be sent.` : 'The server is busy.';
      case 'failed':
        return count > 0
          ? `Not saved: something is wrong at the server. ${changes} here.`
          : 'The menu can’t be read: something is wrong at the server.';
    }
    if (this.view.pendingChange())
      return this.view.pendingChange()?.reach ? 'Decide below' : 'Checking what this touches …';
    return count > 0 ? 'Saving …' : 'Saved';
  });

  /** What the person can do about a failure that does not pass by itself. */
  protected readonly mustAct = computed(() =>
    this.view.sendFailure() === 'failed' ? 'send' : this.view.readFailure() === 'failed' ? 'read' : undefined,
  );

  constructor() {
    this.view.open();
  }

  @HostListener('document:keydown', ['$event'])
  protected keydown(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey)) return;
    const key = event.key.toLowerCase();
    if (key !== 'z' && key !== 'k') return;
    event.preventDefault();
    if (key === 'k') this.finding.set(true);
    else if (event.shiftKey) this.editor.redo();
    else this.editor.undo();
  }

  protected nameOf({ thing, mine, id }: Clash): string {
    const it = thing ?? mine;
    return it && 'name' in it ? this.language.read(it.name) : id;
  }
}
