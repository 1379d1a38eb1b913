import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import {
  type Ingredient,
  newId,
  type Picture,
  pictureText,
  plainText,
  type Station,
  type Target,
  usesOf,
  type Workbook,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { pictureUrl } from '../../../state/picture-url.ts';
import { pictureActions, pictureFeature } from '../../../state/pictures.ts';
import { describeUse } from '../../../text/uses.ts';
import { AllergenBox } from '../../../ui/allergen-box.ts';
import { RemovalBox } from '../../../ui/removal-box.ts';
import { TableOut } from '../../../ui/table-out.ts';
import { UseList } from '../../../ui/use-list.ts';
import { PictureHeap } from '../components/picture-heap.ts';
import { SetupList } from '../components/setup-list.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { namedOptions } from '../../../ui/fields/option.ts';

type SetupKind = 'stations' | 'ingredients' | 'pictures';

/** Stations, ingredients and pictures, each with everything that uses it. */
@Component({
  selector: 'hl-setup-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AllergenBox,
    ButtonDirective,
    PictureHeap,
    RemovalBox,
    SelectField,
    SetupList,
    SetupNav,
    TableOut,
    TextField,
    TickBox,
    UseList,
  ],
  templateUrl: './setup-page.html',
  styleUrl: './setup-page.css',
})
export class SetupPage {
  readonly kind = input<string>('stations');
  readonly id = input<string>();
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #store = inject(Store);
  readonly #pictures = this.#store.selectSignal(pictureFeature.selectPictures);
  protected readonly removing = linkedSignal<string | undefined, boolean>({
    source: this.id,
    computation: () => false,
  });

  protected readonly filter = signal('');
  protected readonly rows = computed(() => {
    const wanted = plainText(this.filter());
    return this.#all().filter(({ name, more }) => plainText(`${name} ${more}`).includes(wanted));
  });
  /** The ingredients on screen as a table. */
  protected readonly tables = computed(() => [
    { table: 'ingredients' as const, rows: this.rows().map(({ id }) => [id]) },
  ]);
  readonly #all = computed(() => {
    const menu = this.view.menu();
    if (!menu) return [];
    const used = (target: Target) => usesOf(menu, target).length;
    switch (this.kind()) {
      case 'ingredients':
        return (menu.ingredients ?? []).map(({ id, name, unit }) => ({
          id,
          name,
          more: unit,
          used: used({ kind: 'ingredients', id }),
        }));
      case 'pictures':
        return this.#pictures().map(({ id }) => ({
          id,
          image: this.url(id),
          ...pictureName(menu, id),
          used: used({ kind: 'pictures', id }),
        }));
      default:
        return menu.stations.map(({ id, name, columns, expo }) => ({
          id,
          name,
          more: [columns === undefined ? '' : `${columns} columns`, expo ? 'reads everything' : '']
            .filter(Boolean)
            .join(', '),
          used: used({ kind: 'stations', id }),
        }));
    }
  });
  protected readonly station = computed(() =>
    this.kind() === 'stations' ? this.view.menu()?.stations.find(({ id }) => id === this.id()) : undefined,
  );
  protected readonly backups = computed(() =>
    namedOptions(this.view.menu()?.stations.filter(({ id }) => id !== this.id()) ?? [], 'none'),
  );
  protected readonly ingredient = computed(() =>
    this.kind() === 'ingredients' ? this.view.menu()?.ingredients?.find(({ id }) => id === this.id()) : undefined,
  );
  protected readonly picture = computed(() =>
    this.kind() === 'pictures' ? this.#described(this.#pictures().find(({ id }) => id === this.id())) : undefined,
  );
  protected readonly name = computed(
    () =>
      this.station()?.name ?? this.ingredient()?.name ?? (this.picture() ? this.picture()?.text || 'A picture' : ''),
  );
  protected readonly uses = computed(() => {
    const menu = this.view.menu();
    return menu ? usesOf(menu, this.target()).map((use) => describeUse(menu, use)) : [];
  });

  #described(picture: Picture | undefined): { id: string; text: string } | undefined {
    const menu = this.view.menu();
    return picture && menu && { id: picture.id, text: pictureText(menu, picture.id, this.view.firstLocale()) };
  }

  constructor() {
    this.#store.dispatch(pictureActions.opened());
  }

  protected url(id: string, size: 'large' | 'small' = 'small'): string {
    return pictureUrl(id, size);
  }

  protected setStation(
    station: Station,
    change: { [K in keyof Station]?: Station[K] | undefined },
    field?: string,
  ): void {
    const next = Object.fromEntries(
      Object.entries({ ...station, ...change }).filter(([, value]) => value !== undefined && value !== false),
    ) as Station;
    this.#editor.put('stations', next, `Changed the station “${next.name}”`, field === undefined ? {} : { field });
  }

  protected setColumns(station: Station, text: string): void {
    const columns = Number(text);
    if (text.trim() === '') this.setStation(station, { columns: undefined });
    else if (Number.isInteger(columns) && columns >= 20 && columns <= 96) this.setStation(station, { columns });
  }

  protected setAllergens({ allergens: _, ...ingredient }: Ingredient, allergens: string[] | undefined): void {
    this.setIngredient(ingredient, allergens ? { allergens } : {});
  }

  protected setIngredient(ingredient: Ingredient, change: Partial<Ingredient>, field?: string): void {
    this.#editor.put(
      'ingredients',
      { ...ingredient, ...change },
      `Changed the ingredient “${ingredient.name}”`,
      field === undefined ? {} : { field },
    );
  }

  protected add(): void {
    const menu = this.view.menu();
    if (this.kind() === 'ingredients')
      this.#editor.put(
        'ingredients',
        {
          id: newId(
            'new ingredient',
            (menu?.ingredients ?? []).map(({ id }) => id),
          ),
          name: 'New ingredient',
          unit: 'each',
        },
        'Added an ingredient',
      );
    else
      this.#editor.put(
        'stations',
        {
          id: newId(
            'new station',
            (menu?.stations ?? []).map(({ id }) => id),
          ),
          name: 'New station',
          columns: 32,
        },
        'Added a station',
      );
  }

  /** Deletes an unused object at once; otherwise shows what uses it, and one change can remove all references. */
  protected remove(): void {
    if (this.uses().length > 0) return this.removing.set(true);
    const kind = this.kind() as SetupKind;
    if (kind !== 'pictures')
      this.#editor.change(`Deleted “${this.name()}”`, [{ type: 'remove', kind, id: this.id() ?? '' }]);
  }

  protected target(): Target {
    return { kind: this.kind() as SetupKind, id: this.id() ?? '' };
  }
}

/** What a picture shows; until somebody has said so, where it is used. */
function pictureName(menu: Workbook, id: string): { name: string; more: string } {
  const text = pictureText(menu, id, menu.locales[0] ?? '');
  const [use] = usesOf(menu, { kind: 'pictures', id });
  return text
    ? { name: text, more: '' }
    : { name: use ? describeUse(menu, use).name : 'A picture', more: 'not described yet' };
}
