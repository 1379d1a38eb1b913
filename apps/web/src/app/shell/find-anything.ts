import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { type Findable, findByName } from '@hearty-ladle/core';
import { MenuView } from '../state/menu-view.ts';

const KIND_WORDS: Readonly<Record<Findable['kind'], string>> = {
  items: 'dish',
  groups: 'group',
  choices: 'choice',
  ingredients: 'ingredient',
  sections: 'section',
  stations: 'station',
  rules: 'rule',
};

/** Finds anything in the menu by part of any of its names, in any language, and opens it. */
@Component({
  selector: 'hl-find-anything',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './find-anything.html',
  styleUrl: './find-anything.css',
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
      case 'items':
        return ['/menu', id];
      case 'groups':
        return ['/groups', id];
      case 'choices':
        return ['/groups', group ?? ''];
      case 'sections':
        return ['/menu', this.#view.menu()?.items.find((item) => item.sections?.includes(id))?.id ?? ''];
      default:
        return ['/setup', kind, id];
    }
  }
}
