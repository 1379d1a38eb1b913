import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { Router } from '@angular/router';
import { type Findable, findByName, type Workbook } from '@hearty-ladle/core';
import { MenuView } from '../state/menu-view.ts';
import { AutoComplete } from 'primeng/autocomplete';
import { Dialog } from 'primeng/dialog';
import { Tag } from 'primeng/tag';
import { ReturnsFocus } from '../ui/returns-focus.ts';

const KIND_WORDS: Readonly<Record<Findable['kind'], string>> = {
  items: 'dish',
  groups: 'group',
  choices: 'choice',
  ingredients: 'ingredient',
  sections: 'section',
  stations: 'station',
  rules: 'rule',
};

const MOST = 14;
const STOCKED: ReadonlySet<Findable['kind']> = new Set(['items', 'choices', 'ingredients']);

/** Something to open, or to take off at the 86 board. */
type Found = Findable & { readonly is86: boolean };

/**
 * Finds anything in the menu by part of any of its names, in any language, and opens it. With “86” before the name it leads
 * to the thing on the 86 board.
 */
@Component({
  selector: 'hl-find-anything',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AutoComplete, Dialog, ReturnsFocus, Tag],
  templateUrl: './find-anything.html',
  styleUrl: './find-anything.css',
})
export class FindAnything {
  readonly closed = output<void>();
  readonly #view = inject(MenuView);
  readonly #router = inject(Router);
  readonly #text = signal('');
  /**
   * A new list for each search, as the control writes into it; the same one where the menu arrives again and nothing in it
   * is found otherwise, so that what is highlighted stays so.
   */
  readonly #search = computed(
    () => {
      const [text, menu] = [this.#text(), this.#view.menu()];
      return { text, found: menu ? foundIn(menu, text) : [] };
    },
    { equal: (one, other) => one.text === other.text && JSON.stringify(one.found) === JSON.stringify(other.found) },
  );
  protected readonly found = computed(() => this.#search().found);

  protected type(text: string): void {
    this.#text.set(text);
  }

  protected go(one: Found): void {
    this.closed.emit();
    if (one.is86) {
      void this.#router.navigate(['/board'], { queryParams: { find: one.name.replace(/^86 /, '') } });
      return;
    }
    const queryParams = one.kind === 'choices' ? { choice: one.id } : {};
    void this.#router.navigate(this.#address(one), { queryParams });
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
      case 'rules':
        return ['/rules', id];
      case 'sections':
        return ['/menu', this.#view.menu()?.items.find((item) => item.sections?.includes(id))?.id ?? ''];
      default:
        return ['/setup', kind, id];
    }
  }
}

/** What a text names; after “86” only what can be taken off. */
function foundIn(menu: Workbook, typed: string): Found[] {
  const [, deed, text = ''] = /^(86\s+)?(.*)$/su.exec(typed.trimStart()) ?? [];
  return findByName(menu, text, MOST)
    .filter(({ kind }) => deed === undefined || STOCKED.has(kind))
    .map((one): Found =>
      deed === undefined ? { ...one, is86: false } : { ...one, name: `86 ${one.name}`, is86: true },
    );
}
