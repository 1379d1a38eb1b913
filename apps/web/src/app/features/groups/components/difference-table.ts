import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Difference, differencesOf, type Group, type Item, withoutDifference, type Workbook } from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { describeDifference } from '../../../text/differences.ts';

/** Differences between the dishes that share a group: one row each, with a button to drop it. */
@Component({
  selector: 'hl-difference-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (rows().length > 0) {
      <table>
        <thead><tr><th scope="col">Dish</th><th scope="col">What differs</th><th scope="col">Shared</th><th scope="col">There</th><th><span class="sr">Drop</span></th></tr></thead>
        <tbody>
          @for (row of rows(); track row.key) {
            <tr>
              <td><a [routerLink]="['/menu', row.item.id, group().id]">{{ row.dish }}</a></td><td>{{ row.what }}</td><td><s>{{ row.shared }}</s></td><td class="here">{{ row.here }}</td>
              <td><button type="button" class="button bare" [attr.aria-label]="'Drop on ' + row.dish + ': ' + row.what" (click)="drop(row.item, row.difference)">As shared</button></td>
            </tr>
          }
        </tbody>
      </table>
    } @else { <p class="quiet">Nothing: every dish asks it just as it stands here.</p> }
  `,
  styles: `
    @layer app {
      :host { display: block; overflow-x: auto; }
      table { border-collapse: collapse; width: 100%; font-size: 14px; }
      th { text-align: left; font-weight: 500; font-size: 12.5px; color: var(--quiet); padding: 4px 8px; }
      td { padding: 2px 8px; border-top: 1px solid var(--hairline); }
      a { color: var(--teal); font-weight: 600; }
      s { color: var(--quiet); }
      .here { color: var(--amber); font-weight: 600; }
    }
  `,
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
        key: `${item.id} ${i}`, item, difference, dish: this.#language.read(item.name), ...describeDifference(this.menu(), this.group(), difference, this.#view.digits()),
      }));
    }),
  );

  protected drop(item: Item, difference: Difference): void {
    const groups = (item.groups ?? []).map((it) => (it.group === this.group().id ? withoutDifference(this.group(), it, difference) : it));
    this.#editor.put('items', { ...item, groups }, `“${this.group().name}” is as shared again on “${this.#language.read(item.name)}”`);
  }
}
