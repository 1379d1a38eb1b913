import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { type Group, type Item, textIn } from '@hearty-ladle/core';
import { Editor } from '../../../state/editor.ts';
import { Faces } from '../../../ui/faces.ts';
import { GroupSheet } from '../../../ui/group-sheet.ts';
import { ItemList } from '../components/item-list.ts';
import { ItemSheet } from '../components/item-sheet.ts';

/** Sections and items at the left, the item or one of its groups in the middle, its three faces at the right. */
@Component({
  selector: 'hl-menu-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Faces, GroupSheet, ItemList, ItemSheet],
  template: `
    @if (compiled(); as menu) {
      <hl-item-list class="list" [menu]="menu" [current]="item()" (chosen)="go($event)" (added)="add($event)" />
      <div class="sheet">
        @if (current(); as it) {
          @if (openGroup(); as group) {
            <button type="button" class="button bare back" (click)="go(it.id)">← {{ nameOf(it) }}</button>
            <h1>{{ group.name }}</h1>
            <p class="used quiet">{{ usedWords() }}</p>
            <hl-group-sheet [group]="group" [locale]="menu.firstLocale" [digits]="editor.digits()" [lists]="editor.lists()" (groupChange)="changeGroup($event)" />
          } @else {
            <hl-item-sheet [menu]="menu" [item]="it" (opened)="go(it.id, $event)" (removed)="go()" />
          }
        } @else {
          <div class="empty">
            <h1>{{ item() ? 'This dish is not on the menu' : 'Choose a dish, or begin a new one' }}</h1>
            <p class="quiet">A dish needs only a name and a price. Its questions come after, and everything saves itself.</p>
          </div>
        }
      </div>
      <aside class="faces" aria-label="What others see">
        <hl-faces [menu]="menu" [item]="item() ?? ''" />
      </aside>
    }
  `,
  styles: `
    @layer app {
      :host { display: grid; grid-template-columns: 236px minmax(0, 1fr) 372px; height: 100%; }
      .list { border-right: 1px solid var(--hairline); min-height: 0; }
      .sheet { overflow-y: auto; padding: 18px 20px 48px; display: grid; align-content: start; gap: 14px; }
      .faces { border-left: 1px solid var(--hairline); background: #fffdf9; min-height: 0; }
      .back { justify-self: start; margin-left: -8px; color: var(--teal); }
      .used { margin-top: -8px; }
      .empty { display: grid; gap: 10px; padding-top: 40px; }
    }
  `,
})
export class MenuPage {
  readonly item = input<string>();
  readonly group = input<string>();
  protected readonly editor = inject(Editor);
  readonly #router = inject(Router);

  protected readonly compiled = this.editor.compiled;
  protected readonly current = computed(() => this.editor.menu()?.items.find(({ id }) => id === this.item()));
  protected readonly openGroup = computed(() => this.editor.menu()?.groups.find(({ id }) => id === this.group()));

  /** Where the open group is used, by the dishes' names. */
  protected readonly usedWords = computed(() => {
    const menu = this.compiled();
    const others = (menu?.menu.items ?? []).filter((item) => item.id !== this.item() && menu?.item(item.id)?.groupIndex.has(this.group() ?? ''));
    if (others.length === 0) return 'Asked on this dish only.';
    const names = others.map((item) => this.nameOf(item));
    return `A shared group: what you change here changes on ${names.slice(0, 5).join(', ')}${names.length > 5 ? ` and ${names.length - 5} more` : ''} too.`;
  });

  protected go(item?: string, group?: string): void {
    void this.#router.navigate(['/menu', ...(item === undefined ? [] : [item]), ...(group === undefined ? [] : [group])]);
  }

  protected add(item: Item): void {
    this.editor.put('items', item, `Added the dish “${this.nameOf(item)}”`);
    this.go(item.id);
  }

  protected changeGroup({ group, label, field }: { group: Group; label: string; field?: string }): void {
    this.editor.put('groups', group, label, field);
  }

  protected nameOf(item: Item): string {
    const locale = this.compiled()?.firstLocale ?? '';
    return textIn(item.name, locale, locale);
  }
}
