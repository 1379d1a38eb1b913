import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { isSoldAt, plainText, soldAtEdits, textIn } from '@hearty-ladle/core';
import { TableModule } from 'primeng/table';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SetupNav } from '../components/setup-nav.ts';

/** Rows have one height, in pixels, so that only those in view are made. */
const ROW = 40;

/** One grid of dishes by location: what is sold where. */
@Component({
  selector: 'hl-sold-where-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SetupNav, TableModule, TextField, TickBox],
  templateUrl: './sold-where-page.html',
  styleUrls: ['./house-page.css', './sold-where-page.css'],
})
export class SoldWherePage {
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly filter = signal('');
  protected readonly ROW = ROW;
  protected readonly locations = computed(() => this.view.menu()?.locations ?? []);
  protected readonly rows = computed(() => {
    const wanted = plainText(this.filter());
    const locale = this.view.firstLocale();
    return (this.view.menu()?.items ?? [])
      .map((item) => ({
        id: item.id,
        name: textIn(item.name, locale, locale),
        at: this.locations().map(({ id }) => isSoldAt(item, id)),
      }))
      .filter(({ name }) => plainText(name).includes(wanted));
  });
  /** For each location, whether all shown dishes are sold there, or some. */
  protected readonly heads = computed(() =>
    this.locations().map(({ id, name }, i) => {
      const sold = this.rows().filter(({ at }) => at[i]).length;
      return {
        id,
        name,
        sold,
        isAll: sold === this.rows().length && sold > 0,
        isSome: sold > 0 && sold < this.rows().length,
      };
    }),
  );

  protected sell(item: string, location: string, isSold: boolean): void {
    this.#change([item], location, isSold);
  }

  /** Of all dishes that are shown. */
  protected sellShown(location: string, isSold: boolean): void {
    this.#change(
      this.rows().map(({ id }) => id),
      location,
      isSold,
    );
  }

  #change(items: readonly string[], location: string, isSold: boolean): void {
    const menu = this.view.menu();
    if (!menu) return;
    const edits = soldAtEdits(menu, new Set(items), location, isSold);
    const name = this.locations().find(({ id }) => id === location)?.name ?? location;
    const wanted = items.filter((id) =>
      this.rows().some((row) => row.id === id && this.#isSold(row, location) !== isSold),
    );
    if (edits.length < wanted.length)
      this.#editor.tell('A dish stays where it is sold last. To sell it nowhere, delete it or 86 it everywhere.');
    const what =
      edits.length === 1 ? (this.rows().find(({ id }) => id === items[0])?.name ?? '') : `${edits.length} dishes`;
    this.#editor.change(`${isSold ? 'Sold' : 'Not sold'} at ${name}: ${what}`, edits);
  }

  #isSold({ at }: { readonly at: readonly boolean[] }, location: string): boolean {
    return at[this.locations().findIndex(({ id }) => id === location)] ?? false;
  }
}
