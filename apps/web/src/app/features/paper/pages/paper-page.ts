import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { documentOf } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { map, of, startWith, switchMap } from 'rxjs';
import { now } from '../../../clock.ts';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { editionsActions, editionsFeature } from '../../../state/editions.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { languageOptions, namedOptions } from '../../../ui/fields/option.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { menuList, sheetRows, stationGuide } from './paper-rows.ts';

const KINDS = [
  { id: 'allergens', name: 'Allergens' },
  { id: 'menu', name: 'Menu with prices' },
  { id: 'station', name: 'Station guide' },
];

/** What is printed: the allergen sheet, the menu with its prices, and a station's guide, as a location is served them. */
@Component({
  selector: 'hl-paper-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, RouterLinkActive, SelectField],
  templateUrl: './paper-page.html',
  styleUrl: './paper-page.css',
})
export class PaperPage {
  readonly kind = input<string>('allergens');
  readonly #store = inject(Store);
  readonly #analyses = inject(AnalysisFinder);
  protected readonly view = inject(MenuView);
  protected readonly KINDS = KINDS;
  protected readonly title = computed(() => KINDS.find(({ id }) => id === this.kind())?.name ?? 'On paper');
  readonly #now = this.#store.selectSignal(editionsFeature.selectNow);
  readonly #opened = this.#store.selectSignal(editionsFeature.selectOpened);
  protected readonly places = computed(() => namedOptions(this.view.menu()?.locations ?? []));
  protected readonly location = linkedSignal<string>(() => this.view.menu()?.locations?.[0]?.id ?? '');
  protected readonly edition = computed(
    () => this.#now()?.places.find(({ location }) => (location ?? '') === this.location())?.now?.edition,
  );
  /** What the location is served; the draft where nothing is published yet. */
  protected readonly menu = computed(() => {
    const edition = this.edition();
    const served = edition === undefined ? undefined : this.#opened()[edition];
    if (edition !== undefined && !served) return undefined;
    const menu = served ?? this.view.menu();
    return menu && documentOf(menu);
  });
  protected readonly languages = computed(() => languageOptions(this.menu()?.locales ?? []));
  protected readonly locale = linkedSignal<string>(() => this.menu()?.locales[0] ?? 'en');
  protected readonly stations = computed(() => namedOptions(this.menu()?.stations ?? []));
  protected readonly station = linkedSignal<string>(() => this.menu()?.stations[0]?.id ?? '');
  protected readonly stationName = computed(
    () => this.menu()?.stations.find(({ id }) => id === this.station())?.name ?? '',
  );
  protected readonly today = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(now());
  protected readonly place = computed(
    () => this.menu()?.locations?.find(({ id }) => id === this.location())?.name ?? this.menu()?.name ?? '',
  );

  readonly #asked = computed(() => ({ menu: this.menu(), location: this.location(), kind: this.kind() }));
  readonly #sheet = toSignal(
    toObservable(this.#asked).pipe(
      switchMap(({ menu, location, kind }) =>
        menu === undefined || kind !== 'allergens'
          ? of(undefined)
          : this.#analyses.find('allergen-sheet', menu, { location: location === '' ? undefined : location }).pipe(
              map((sheet) => ({ sheet })),
              startWith(undefined),
            ),
      ),
    ),
  );
  protected readonly isFailed = computed(() => {
    const found = this.#sheet();
    return found !== undefined && found.sheet === undefined;
  });
  protected readonly rows = computed(() => {
    const [menu, found] = [this.menu(), this.#sheet()?.sheet];
    return menu && found ? sheetRows(menu, found.rows, this.locale()) : undefined;
  });
  protected readonly list = computed(() => {
    const menu = this.menu();
    return menu ? menuList(menu, this.location() || undefined, this.locale()) : [];
  });
  protected readonly guide = computed(() => {
    const menu = this.menu();
    return menu ? stationGuide(menu, this.station(), this.location() || undefined, this.locale()) : [];
  });

  constructor() {
    this.#store.dispatch(editionsActions.opened());
  }

  protected print(): void {
    window.print();
  }
}
