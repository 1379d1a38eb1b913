import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Difference,
  differencesOf,
  type Group,
  type Item,
  withoutDifference,
  type Workbook,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { describeDifference } from '../../../text/differences.ts';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';

/** Differences between the dishes that share a group: one row each, with a button to drop it. */
@Component({
  selector: 'hl-difference-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, TableModule],
  templateUrl: './difference-table.html',
  styleUrl: './difference-table.css',
})
export class DifferenceTable {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<Group>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  protected readonly rows = computed(() =>
    this.menu().items.flatMap((item) => {
      const attachment = item.groups?.find(({ group }) => group === this.group().id);
      if (!attachment) return [];
      return differencesOf(this.group(), attachment).map((difference, i) => ({
        key: `${item.id} ${i}`,
        item,
        difference,
        dish: this.#language.read(item.name),
        ...describeDifference(this.menu(), this.group(), difference, this.#view.digits()),
      }));
    }),
  );

  protected drop(item: Item, difference: Difference): void {
    const groups = (item.groups ?? []).map((it) =>
      it.group === this.group().id ? withoutDifference(this.group(), it, difference) : it,
    );
    this.#editor.put(
      'items',
      { ...item, groups },
      `“${this.group().name}” uses the shared value again on “${this.#language.read(item.name)}”`,
    );
  }
}
