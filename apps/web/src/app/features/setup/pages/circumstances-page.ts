import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Daypart, type Edit, type Location, newId, type Target, usesOf } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { weekdayName } from '../../../text/days.ts';
import { describeUse } from '../../../text/uses.ts';
import { namedOptions } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { RemovalBox } from '../../../ui/removal-box.ts';
import { UseList } from '../../../ui/use-list.ts';
import { LocationStations } from '../components/location-stations.ts';
import { SetupList } from '../components/setup-list.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { WeekView } from '../components/week-view.ts';

type CircumstanceKind = 'locations' | 'priceLists' | 'dayparts' | 'guests';
type Circumstance = { readonly id: string; readonly name: string } & Partial<Omit<Location, 'id' | 'name'>> &
  Partial<Omit<Daypart, 'id' | 'name'>>;

/** What each kind is called, and what a new one begins as. */
const KINDS: Readonly<
  Record<
    string,
    { readonly kind: CircumstanceKind; readonly one: string; readonly about: string; readonly begins: object }
  >
> = {
  locations: {
    kind: 'locations',
    one: 'location',
    about: 'Where you sell. Each has its own clock, prices, printers and edition of the menu.',
    begins: {},
  },
  'price-lists': {
    kind: 'priceLists',
    one: 'price list',
    about: 'What a dish costs where and to whom. The first one holds wherever nothing else is said.',
    begins: {},
  },
  hours: {
    kind: 'dayparts',
    one: 'time of day',
    about: 'Breakfast, lunch, late: dishes can be sold then only, and rules can ask for it.',
    begins: { days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '11:00' },
  },
  guests: {
    kind: 'guests',
    one: 'kind of guest',
    about: 'Staff, regulars, members: the till says who orders, and rules can ask for it.',
    begins: {},
  },
};
const DAYS = [1, 2, 3, 4, 5, 6, 7].map((day) => ({ day, name: weekdayName(day, 'en-GB') }));
const CLOCK_TIME = /^([01]\d|2[0-3]):[0-5]\d$/;
const ZONES = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }));

/**
 * The circumstances of an order: locations, price lists, times of day and kinds of guest, each with everything that uses
 * it.
 */
@Component({
  selector: 'hl-circumstances-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ...[
      ButtonDirective,
      LocationStations,
      RemovalBox,
      RouterLink,
      SelectField,
      SetupList,
      SetupNav,
      TextField,
      TickBox,
      UseList,
      WeekView,
    ],
  ],
  templateUrl: './circumstances-page.html',
  styleUrls: ['./setup-page.css', './circumstances-page.css'],
})
export class CircumstancesPage {
  readonly kind = input<string>('locations');
  readonly id = input<string>();
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly about = computed(() => KINDS[this.kind()] ?? KINDS['locations']);
  protected readonly removing = linkedSignal<string | undefined, boolean>({
    source: this.id,
    computation: () => false,
  });
  protected readonly all = computed((): readonly Circumstance[] => {
    const kind = this.about()?.kind;
    return (kind && this.view.menu()?.[kind]) ?? [];
  });
  protected readonly rows = computed(() =>
    this.all().map(({ id, name }) => ({
      id,
      name,
      // Much depends on a location that doesn't name it.
      used: this.kind() === 'locations' ? undefined : this.#usesOf(id).length,
    })),
  );
  protected readonly open = computed(() => this.all().find(({ id }) => id === this.id()));
  protected readonly uses = computed(() => {
    const menu = this.view.menu();
    return menu ? this.#usesOf(this.id() ?? '').map((use) => describeUse(menu, use)) : [];
  });
  protected readonly lists = computed(() => namedOptions(this.view.menu()?.priceLists ?? [], 'the first one'));
  protected readonly zones = [{ value: '', label: 'the clock of the server' }, ...ZONES];
  protected readonly DAYS = DAYS;
  protected readonly isFirstList = computed(
    () => this.kind() === 'price-lists' && this.view.menu()?.priceLists[0]?.id === this.id(),
  );
  protected readonly dayparts = computed(() => this.view.menu()?.dayparts ?? []);

  /** Changes a field; undefined takes it away. */
  protected set(
    place: Circumstance,
    change: { [K in keyof Circumstance]?: Circumstance[K] | undefined },
    field?: string,
  ): void {
    const { kind = 'locations', one = '' } = this.about() ?? {};
    const next = Object.fromEntries(Object.entries({ ...place, ...change }).filter(([, value]) => value !== undefined));
    const how = field === undefined ? {} : { field };
    this.#editor.put(kind, next as never, `Changed the ${one} “${change.name ?? place.name}”`, how);
  }

  /** Sets a time of day; what is no time is not taken, and the box shows the old one again. */
  protected setTime(place: Circumstance, field: 'from' | 'to' | 'dayEnds', text: string): void {
    const time = text.trim().padStart(5, '0');
    if (field === 'dayEnds' && text.trim() === '') return this.set(place, { dayEnds: undefined });
    if (CLOCK_TIME.test(time)) this.set(place, { [field]: time });
    else this.#editor.tell(`“${text}” is not a time. Write it as 07:30.`);
  }

  protected setDay(place: Circumstance, day: number, isOn: boolean): void {
    const days = DAYS.map((one) => one.day).filter((one) => (one === day ? isOn : place.days?.includes(one)));
    if (days.length === 0)
      return this.#editor.tell('It must be on one day at least. Delete it if it is over for good.');
    this.set(place, { days });
  }

  protected add(): void {
    const { one = '', begins = {} } = this.about() ?? {};
    this.#put({ ...begins, name: `New ${one}` } as Omit<Circumstance, 'id'>, `Added a ${one}`);
  }

  /** A location that is like another: with its prices, its clock, and the dishes that are sold there. */
  protected copy({ id: copied, ...place }: Circumstance): void {
    const id = this.#newId(`${place.name} copy`);
    const items = (this.view.menu()?.items ?? []).filter(({ locations }) => locations?.includes(copied));
    const edits: Edit[] = [
      { type: 'put', kind: 'locations', thing: { ...place, id, name: `${place.name}, copied` } as Location },
      ...items.map((item): Edit => ({
        type: 'put',
        kind: 'items',
        thing: { ...item, locations: [...(item.locations ?? []), id] },
      })),
    ];
    this.#editor.change(`Copied the location “${place.name}”`, edits);
  }

  /** Deletes what is not used at once; otherwise shows what uses it. */
  protected remove(place: Circumstance): void {
    if (this.uses().length > 0) return this.removing.set(true);
    const { kind = 'locations' } = this.about() ?? {};
    this.#editor.change(`Deleted “${place.name}”`, [{ type: 'remove', kind, id: place.id }]);
  }

  protected target(): Target {
    return { kind: this.about()?.kind ?? 'locations', id: this.id() ?? '' };
  }

  #put(place: Omit<Circumstance, 'id'>, label: string): void {
    const { kind = 'locations' } = this.about() ?? {};
    this.#editor.put(kind, { ...place, id: this.#newId(place.name) } as never, label);
  }

  #newId(name: string): string {
    return newId(
      name,
      this.all().map(({ id }) => id),
    );
  }

  #usesOf(id: string) {
    const [menu, about] = [this.view.menu(), this.about()];
    return menu && about ? usesOf(menu, { kind: about.kind, id }) : [];
  }
}
