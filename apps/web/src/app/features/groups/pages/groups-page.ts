import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { type Group, newId, textIn } from '@hearty-ladle/core';
import { Editor } from '../../../state/editor.ts';
import { Faces } from '../../../ui/faces.ts';
import { GroupSheet } from '../../../ui/group-sheet.ts';

/** The library of groups, one of them open, with where it is used and the faces of a dish that asks it. */
@Component({
  selector: 'hl-groups-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Faces, GroupSheet, RouterLink],
  templateUrl: './groups-page.html',
  styleUrl: './groups-page.css',
})
export class GroupsPage {
  readonly group = input<string>();
  protected readonly editor = inject(Editor);
  readonly #router = inject(Router);
  protected readonly filter = signal('');

  protected readonly rows = computed(() => {
    const menu = this.editor.menu();
    const wanted = this.filter().trim().toLowerCase();
    return (menu?.groups ?? [])
      .filter((group) => `${group.name} ${this.#prompt(group)}`.toLowerCase().includes(wanted))
      .map((group) => ({ id: group.id, name: group.name, prompt: this.#prompt(group), used: this.#usedOn(group.id).length }));
  });
  protected readonly current = computed(() => this.editor.menu()?.groups.find(({ id }) => id === this.group()));
  protected readonly dishes = computed(() => this.#usedOn(this.group() ?? ''));
  /** The dish whose faces are shown: the first that asks the group, or the one chosen. */
  protected readonly shown = linkedSignal(() => this.dishes()[0]?.id ?? '');

  protected open(id: string): void {
    void this.#router.navigate(['/groups', id]);
  }

  protected add(): void {
    const id = newId('new group', (this.editor.menu()?.groups ?? []).map((group) => group.id));
    const group: Group = { id, name: 'New group', prompt: 'What would you like?', kind: 'choices', min: 0, max: null, choices: [] };
    this.editor.put('groups', group, 'Made a new group');
    this.open(id);
  }

  protected change({ group, label, field }: { group: Group; label: string; field?: string }): void {
    this.editor.put('groups', group, label, field);
  }

  #prompt(group: Group): string {
    const locale = this.editor.menu()?.locales[0] ?? '';
    return textIn(group.prompt, locale, locale);
  }

  #usedOn(group: string): { id: string; name: string }[] {
    const menu = this.editor.compiled();
    if (!menu) return [];
    return menu.menu.items
      .filter((item) => menu.item(item.id)?.groupIndex.has(group))
      .map((item) => ({ id: item.id, name: textIn(item.name, menu.firstLocale, menu.firstLocale) }));
  }
}
