import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { isSoldAt, plainText, type SellingPlace, soldAtEdits, textIn } from '@hearty-ladle/core';
import { TableModule } from 'primeng/table';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SetupNav } from '../components/setup-nav.ts';

/** Rows have one height, in pixels, so that only those in view are made. */
const ROW = 40;

const CHANNELS = [
  { list: 'channels', id: 'online', name: 'Online' },
  { list: 'channels', id: 'pos', name: 'At tills' },
] as const;

/** One grid of dishes by channel and location: what is sold where. */
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
  /** The channels, and the locations if there are several. */
  protected readonly places = computed((): readonly (SellingPlace & { readonly name: string })[] => {
    const locations = this.view.menu()?.locations ?? [];
    return [
      ...CHANNELS,
      ...(locations.length > 1 ? locations.map(({ id, name }) => ({ list: 'locations' as const, id, name })) : []),
    ];
  });
  protected readonly rows = computed(() => {
    const wanted = plainText(this.filter());
    const locale = this.view.firstLocale();
    return (this.view.menu()?.items ?? [])
      .map((item) => ({
        id: item.id,
        name: textIn(item.name, locale, locale),
        at: this.places().map((place) => isSoldAt(item, place)),
      }))
      .filter(({ name }) => plainText(name).includes(wanted));
  });
  /** For each place, whether all shown dishes are sold there, or some. */
  protected readonly heads = computed(() =>
    this.places().map((place, i) => {
      const sold = this.rows().filter(({ at }) => at[i]).length;
      return {
        place,
        sold,
        isAll: sold === this.rows().length && sold > 0,
        isSome: sold > 0 && sold < this.rows().length,
      };
    }),
  );

  /** Boxes keep the focus while the menu changes. */
  protected readonly byId = (_: number, { id }: { readonly id: string }) => id;

  protected sell(item: string, place: SellingPlace & { readonly name: string }, isSold: boolean): void {
    this.#change([item], place, isSold);
  }

  /** Of all dishes that are shown. */
  protected sellShown(place: SellingPlace & { readonly name: string }, isSold: boolean): void {
    this.#change(
      this.rows().map(({ id }) => id),
      place,
      isSold,
    );
  }

  #change(items: readonly string[], place: SellingPlace & { readonly name: string }, isSold: boolean): void {
    const menu = this.view.menu();
    if (!menu) return;
    const chosen = new Set(items);
    const edits = soldAtEdits(menu, chosen, place, isSold);
    const wanted = menu.items.filter((item) => chosen.has(item.id) && isSoldAt(item, place) !== isSold);
    if (edits.length < wanted.length)
      this.#editor.tell('A dish stays where it is sold last. To sell it nowhere, delete it or 86 it everywhere.');
    const what =
      edits.length === 1 ? (this.rows().find(({ id }) => id === items[0])?.name ?? '') : `${edits.length} dishes`;
    this.#editor.change(`${isSold ? 'Sold' : 'Not sold'}: ${place.name}: ${what}`, edits);
  }
}
