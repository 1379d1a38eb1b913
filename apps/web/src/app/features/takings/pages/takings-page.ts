import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import { TAKINGS_BY, type WhatIfRequest } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import type { MenuItem } from 'primeng/api';
import { Menu } from 'primeng/menu';
import { ProgressBar } from 'primeng/progressbar';
import { TabsModule } from 'primeng/tabs';
import type { TakingsView } from '../../../api/takings-api.ts';
import { now } from '../../../clock.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { formatDay } from '../../../text/days.ts';
import { formatMoney } from '../../../text/money.ts';
import { SoldNames } from '../../../text/sold-names.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { BehindDrawer } from '../components/behind-drawer.ts';
import { FigureChart } from '../components/figure-chart.ts';
import { FigureTable } from '../components/figure-table.ts';
import { GroupsChart } from '../components/groups-chart.ts';
import { COMPARED, TakingsFilters } from '../components/takings-filters.ts';
import { WhatIf } from '../components/what-if.ts';
import type { Row, Telling } from '../figures/figure.ts';
import { BY_WORDS, later, sumWords } from '../figures/time-figure.ts';
import { takingsActions, takingsFeature } from '../store/takings-store.ts';
import { askedFor } from './asked-for.ts';
import { figureOf, groupsForNote, stationsOf, thingsToGoWith } from './page-figures.ts';

const VIEWS: readonly { readonly view: TakingsView | 'what-if'; readonly name: string }[] = [
  { view: 'time', name: 'Over time' },
  { view: 'dishes', name: 'Dishes' },
  { view: 'groups', name: 'Groups' },
  { view: 'together', name: 'What goes with what' },
  { view: 'notes', name: 'Notes' },
  { view: 'kitchen', name: 'Kitchen' },
  { view: 'missed', name: '86’d' },
  { view: 'what-if', name: 'What if' },
];

/** What was sold, and what guests chose; every figure leads to its orders and to what it is about. */
@Component({
  selector: 'hl-takings-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ...[BehindDrawer, FigureChart, FigureTable, GroupsChart, Menu, ProgressBar, SelectField, TabsModule],
    ...[TakingsFilters, WhatIf],
  ],
  templateUrl: './takings-page.html',
  styleUrl: './takings-page.css',
})
export class TakingsPage {
  readonly view = input<string>();
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #params = toSignal(inject(ActivatedRoute).queryParamMap, { requireSync: true });
  readonly #language = inject(EditingLanguage);
  readonly #menus = inject(MenuView);
  protected readonly VIEWS = VIEWS;
  protected readonly BY = TAKINGS_BY.map((value) => ({ value, label: `By ${BY_WORDS[value].toLowerCase()}` }));
  protected readonly state = this.#store.selectSignal(takingsFeature.selectTakingsState);
  protected readonly menu = this.#menus.menu;
  protected readonly shown = computed(() => VIEWS.find(({ view }) => view === this.view())?.view ?? 'time');
  protected readonly asked = computed(() => askedFor(this.#params(), today()));
  protected readonly names = computed(() => {
    const menu = this.menu();
    return menu && new SoldNames(menu, (text) => this.#language.read(text));
  });
  protected readonly telling = computed((): Telling | undefined => {
    const [menu, names] = [this.menu(), this.names()];
    if (!menu || !names) return undefined;
    const money = (minor: number) => formatMoney(minor, menu.currency, menu.locales[0] ?? 'en');
    return { names, money, filter: this.asked().filter };
  });
  protected readonly period = computed(() => {
    const { from, to } = this.asked().filter;
    return from === to ? formatDay(from, 'en-GB') : `${formatDay(from, 'en-GB')} to ${formatDay(to, 'en-GB')}`;
  });
  /** The answers, while they are about the view on screen. */
  protected readonly told = computed(() => (this.state().now?.view === this.shown() ? this.state().now : undefined));
  protected readonly before = computed(() => (this.told() ? this.state().before : undefined));
  protected readonly station = signal('');
  protected readonly stations = computed(() => {
    const [told, names] = [this.told(), this.names()];
    return told?.view === 'kitchen' && names ? stationsOf(told.told, names) : [];
  });
  protected readonly chosenStation = computed(() => this.station() || (this.stations()[0]?.value ?? ''));
  protected readonly things = computed(() => {
    const [menu, names] = [this.menu(), this.names()];
    return menu && names ? thingsToGoWith(menu, names) : [];
  });
  protected readonly figure = computed(() => {
    const [told, telling] = [this.told(), this.telling()];
    return told && telling
      ? figureOf(told, this.before(), { telling, shift: this.asked().shift, station: this.chosenStation() })
      : undefined;
  });
  protected readonly sums = computed(() => {
    const [told, before, telling] = [this.told(), this.before(), this.telling()];
    if (told?.view !== 'time' || !telling) return [];
    return sumWords(told.told, before?.view === 'time' ? before.told : undefined, telling);
  });
  protected readonly waiting = computed(() => {
    const told = this.told();
    return told?.view === 'time' ? told.told.waiting : 0;
  });
  /** What goes with one thing is looked for in the latest weeks alone. */
  protected readonly since = computed(() => {
    const told = this.told();
    const isLater = told?.view === 'together' && told.told.from > this.asked().filter.from;
    return isLater ? `In the orders from ${formatDay(told.told.from, 'en-GB')} on.` : '';
  });
  protected readonly groups = computed(() => {
    const [told, before] = [this.told(), this.before()];
    return told?.view === 'groups'
      ? { now: told.told, before: before?.view === 'groups' ? before.told : undefined }
      : undefined;
  });
  protected readonly find = signal('');
  protected readonly noteGroups = signal<MenuItem[]>([]);

  constructor() {
    effect(() => {
      const [view, { filter, by, compares, shift, with: thing }] = [this.shown(), this.asked()];
      if (view === 'what-if') return;
      const question = { view, filter, by, with: thing };
      const earlier = { ...filter, from: later(filter.from, -shift), to: later(filter.to, -shift) };
      const before = compares && COMPARED.has(view) ? { ...question, filter: earlier } : undefined;
      this.#store.dispatch(takingsActions.asked({ question, before }));
    });
  }

  protected open(view: string | number | undefined): void {
    void this.#router.navigate(['/takings', view], { queryParamsHandling: 'preserve' });
  }

  /** Puts what is changed into the address. */
  protected change(changed: Readonly<Record<string, string>>): void {
    const { days, filter } = this.asked();
    const queryParams = Object.fromEntries(
      Object.entries({ ...(days === '' && { from: filter.from, to: filter.to }), ...changed }).map(([name, value]) => [
        name,
        value === '' && name !== 'days' ? null : value,
      ]),
    );
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected behind({ title, figure }: NonNullable<Row['behind']>): void {
    this.#store.dispatch(takingsActions.ordersAsked({ title, figure: { ...this.asked().filter, ...figure } }));
  }

  protected closeBehind(): void {
    this.#store.dispatch(takingsActions.ordersClosed());
  }

  protected tryPrice(request: WhatIfRequest): void {
    this.#store.dispatch(takingsActions.whatIfAsked({ request }));
  }

  protected dropTry(): void {
    this.#store.dispatch(takingsActions.whatIfDropped());
  }

  /** Offers the groups that a note could become a choice of, and goes there with it typed in. */
  protected makeChoice({ row, event }: { readonly row: Row; readonly event: Event }, popup: Menu): void {
    const [menu, told, names] = [this.menu(), this.told(), this.names()];
    const note =
      told?.view === 'notes'
        ? told.told.find(({ text, group }) => row.id === JSON.stringify([text, group]))
        : undefined;
    if (!menu || !names || !note) return;
    const suggest = note.text.charAt(0).toUpperCase() + note.text.slice(1);
    this.noteGroups.set(
      groupsForNote(menu, note).map((group) => ({
        label: names.group(group),
        command: () => void this.#router.navigate(['/groups', group], { queryParams: { suggest } }),
      })),
    );
    popup.toggle(event);
  }
}

/** Today by this machine's clock. */
function today(): string {
  const moment = now();
  const two = (part: number) => String(part).padStart(2, '0');
  return `${moment.getFullYear()}-${two(moment.getMonth() + 1)}-${two(moment.getDate())}`;
}
