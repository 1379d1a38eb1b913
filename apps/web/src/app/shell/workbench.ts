import { ChangeDetectionStrategy, Component, computed, HostListener, inject } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { textIn } from '@hearty-ladle/core';
import { Dialog } from 'primeng/dialog';
import { Editor } from '../state/editor.ts';
import type { Clash } from '../state/menu-state.ts';

/** The operator's workbench: the rail that names the screens, what is saved and what is not, undo and redo. */
@Component({
  selector: 'hl-workbench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, RouterLink, RouterLinkActive, RouterOutlet],
  templateUrl: './workbench.html',
  styleUrl: './workbench.css',
})
export class Workbench {
  protected readonly editor = inject(Editor);
  protected readonly clash = computed(() => this.editor.clashes()[0]);
  protected readonly status = computed(() => {
    const count = this.editor.waiting().length;
    if (this.editor.away()) return count > 0 ? `The server is away. ${count} ${count === 1 ? 'change waits' : 'changes wait'} here and will be sent.` : 'The server is away.';
    return count > 0 ? 'Saving …' : 'Everything is saved';
  });

  constructor() {
    this.editor.open();
  }

  @HostListener('document:keydown', ['$event'])
  protected keydown(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    event.preventDefault();
    if (event.shiftKey) this.editor.redo();
    else this.editor.undo();
  }

  protected nameOf({ thing, mine, id }: Clash): string {
    const it = thing ?? mine;
    return it && 'name' in it ? textIn(it.name, this.#locale(), this.#locale()) : id;
  }

  #locale(): string {
    return this.editor.menu()?.locales[0] ?? '';
  }
}
