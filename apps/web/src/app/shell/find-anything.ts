import { afterNextRender, ChangeDetectionStrategy, Component, computed, type ElementRef, inject, Injector, output, signal, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import { type Findable, findByName } from '@hearty-ladle/core';
import { MenuView } from '../state/menu-view.ts';

const KIND_WORDS: Readonly<Record<Findable['kind'], string>> = {
  items: 'dish', groups: 'group', choices: 'answer', ingredients: 'ingredient', sections: 'section', stations: 'station', rules: 'rule',
};

/** Finds anything in the menu by part of any of its names, in any language, and opens it. */
@Component({
  selector: 'hl-find-anything',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #box aria-label="Find anything" (close)="closed.emit()">
      <input #typed class="input" type="search" role="combobox" aria-controls="found" aria-autocomplete="list" [attr.aria-expanded]="found().length > 0" [attr.aria-activedescendant]="found().length > 0 ? 'found-' + at() : null" aria-label="A dish, group, answer or ingredient" placeholder="A dish, group, answer or ingredient, by any of its names" [value]="text()" (input)="type($any($event.target).value)" (keydown)="keydown($event)" />
      <ul id="found" role="listbox" aria-label="Found">
        @for (one of found(); track $index; let i = $index) {
          <li role="option" tabindex="-1" [id]="'found-' + i" [attr.aria-selected]="i === at()" (click)="go(one)" (keydown.enter)="go(one)"><strong>{{ one.name }}</strong><span class="quiet">{{ one.within }}</span><span class="tag">{{ kindOf(one) }}</span></li>
        }
      </ul>
      @if (text().trim() && found().length === 0) { <p class="quiet none">Nothing here is called that.</p> }
      @if (!text().trim()) { <p class="quiet none">Type a few letters; the arrow keys and Enter go there.</p> }
    </dialog>
  `,
  styles: `
    @layer app {
      dialog { width: min(620px, 92vw); margin-top: 12vh; padding: 14px; border: 1px solid var(--hairline); border-radius: 10px; box-shadow: 0 12px 40px rgb(34 48 46 / 28%); color: var(--ink); background: var(--paper); }
      dialog::backdrop { background: rgb(34 48 46 / 35%); }
      .input { height: 46px; font-size: 17px; }
      ul { max-height: 46vh; overflow-y: auto; padding-top: 8px; }
      li { display: flex; gap: 12px; align-items: baseline; padding: 7px 10px; border-radius: var(--radius); cursor: pointer; }
      li strong { font: 600 15.5px/1.3 var(--serif); }
      li .quiet { flex: 1; font-size: 13.5px; overflow: hidden; white-space: nowrap; text-overflow: ellipsis; }
      li[aria-selected='true'] { background: var(--teal-soft); }
      .none { padding: 10px; }
    }
  `,
})
export class FindAnything {
  readonly closed = output<void>();
  readonly #view = inject(MenuView);
  readonly #router = inject(Router);
  protected readonly box = viewChild.required<ElementRef<HTMLDialogElement>>('box');
  protected readonly text = signal('');
  protected readonly at = signal(0);
  protected readonly found = computed(() => {
    const menu = this.#view.menu();
    return menu ? findByName(menu, this.text(), 14) : [];
  });

  constructor() {
    afterNextRender(() => this.box().nativeElement.showModal(), { injector: inject(Injector) });
  }

  protected type(text: string): void {
    this.text.set(text);
    this.at.set(0);
  }

  protected keydown(event: KeyboardEvent): void {
    const count = this.found().length;
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      if (count > 0) this.at.set((this.at() + (event.key === 'ArrowDown' ? 1 : count - 1)) % count);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const one = this.found()[this.at()];
      if (one) this.go(one);
    }
  }

  protected go(one: Findable): void {
    this.box().nativeElement.close();
    void this.#router.navigate(this.#address(one));
  }

  protected kindOf({ kind }: Findable): string {
    return KIND_WORDS[kind];
  }

  #address({ kind, id, group }: Findable): string[] {
    switch (kind) {
      case 'items': return ['/menu', id];
      case 'groups': return ['/groups', id];
      case 'choices': return ['/groups', group ?? ''];
      case 'sections': return ['/menu', this.#view.menu()?.items.find((item) => item.sections?.includes(id))?.id ?? ''];
      default: return ['/setup', kind, id];
    }
  }
}
