import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import {
  businessDayEnd,
  keyOfWhat,
  localMinute,
  minutesLater,
  type NamedWhat,
  namedWhats,
  type OffRequest,
  outWith,
  plainText,
  type What,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { map, of, switchMap } from 'rxjs';
import { clock } from '../../../clock.ts';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { injectPageLocale } from '../../../state/page-language.ts';
import { StockView } from '../../../state/stock-view.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { LanguageSwitch } from '../../../ui/language-switch.ts';
import { LocationSwitch } from '../../../ui/location-switch.ts';
import { DeedStatus } from '../components/deed-status.ts';
import { boardActions, boardFeature, type Place, type Until } from '../store/board-store.ts';
import { deedActions, deedFeature } from '../store/deed-store.ts';
import { falloutTexts, offText } from './board-rows.ts';

const TICK_MS = 20_000;
const MOST_SHOWN = 60;
const DOUBLE_TAP_MS = 400;

/**
 * The 86 board, for one thumb: a tap arms a row, and the bar at the bottom says what goes down with it and until when; a
 * second tap does it. What is off stands on top.
 */
@Component({
  selector: 'hl-board-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DeedStatus, LanguageSwitch, LocationSwitch, RouterLink, StaffPipe, SwitchField, TextField],
  templateUrl: './board-page.html',
  styleUrls: ['./stock-page.css', './board-page.css'],
})
export class BoardPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly #finder = inject(AnalysisFinder);
  protected readonly stock = inject(StockView);
  protected readonly board = this.#store.selectSignal(boardFeature.selectBoardState);
  protected readonly deeds = this.#store.selectSignal(deedFeature.selectDeedsState);
  protected readonly locale = injectPageLocale((locale) => staffMessage(locale, 'page.board'));
  /** What to look for, from the address. */
  readonly find = input<string>();
  protected readonly text = linkedSignal(() => this.find() ?? '');
  readonly #zone = computed(() => this.stock.place()?.timeZone);
  /** The local minute of the location. */
  protected readonly now = signal(clock(undefined));

  readonly #all = computed(() => {
    const menu = this.#view.compiled();
    return menu ? namedWhats(menu, this.locale()) : [];
  });
  readonly #names = computed(() => new Map(this.#all().map((one) => [one.key, one])));
  readonly #armed = computed(() => new Set(this.board().armed.map(keyOfWhat)));

  protected readonly offs = computed(() =>
    this.stock
      .offs()
      .map((off) => ({
        id: off.id,
        name: this.#nameOf(off.what),
        about: offText(
          off,
          this.stock.locations(),
          localMinute(new Date(off.since), this.#zone()),
          this.now(),
          this.locale(),
        ),
        isGoing: this.deeds().waiting.some((deed) => 'back' in deed && deed.back === off.id),
      })),
  );
  readonly #isOff = computed(() => new Set(this.stock.offs().map(({ what }) => keyOfWhat(what))));

  readonly #parts = computed(() => {
    const text = plainText(this.text());
    if (text !== '')
      return [
        this.#part(
          'board.found',
          this.#all().filter(({ words }) => words.includes(text)),
        ),
      ];
    const selling = (this.stock.pantry()?.selling ?? []).flatMap((what) => this.#names().get(keyOfWhat(what)) ?? []);
    const sold = new Set(selling.map(({ key }) => key));
    return [
      this.#part('board.selling', selling),
      this.#part(
        'board.all',
        this.#all().filter(({ key }) => !sold.has(key)),
      ),
    ];
  });
  protected readonly parts = computed(() => this.#parts().filter(({ rows }) => rows.length > 0));

  readonly #question = computed(() => {
    const [menu, standing, armed] = [this.#view.menu(), this.stock.standing(), this.board().armed];
    if (!menu || !standing || armed.length === 0) return undefined;
    const { location } = this.stock.circumstances();
    const context = location === undefined ? {} : { location };
    return { menu, about: { context, before: standing.out, after: outWith(standing.out, armed) } };
  });
  readonly #fallout = toSignal(
    toObservable(this.#question).pipe(
      switchMap((question) =>
        question
          ? this.#finder
              .find('fallout', question.menu, question.about)
              .pipe(map((found) => found && { question, found }))
          : of(undefined),
      ),
    ),
  );
  /** What goes down with what is armed; undefined until it is known. */
  protected readonly fallout = computed(() => {
    const [menu, told] = [this.#view.compiled(), this.#fallout()];
    if (!menu || !told || told.question !== this.#question()) return undefined;
    return falloutTexts(menu, told.found, this.board().armed, this.#names(), this.locale());
  });
  protected readonly armedNames = computed(() =>
    this.board()
      .armed.map((what) => this.#nameOf(what))
      .join(', '),
  );
  protected readonly doneNames = computed(() =>
    this.deeds()
      .done.map(({ what }) => this.#nameOf(what))
      .join(', '),
  );
  readonly #dayEnd = computed(() => businessDayEnd(this.stock.place() ?? {}, this.now()));
  protected readonly untilOptions = computed<readonly { value: Until; label: string }[]>(() => [
    { value: 'day-end', label: staffMessage(this.locale(), 'board.day-end', { time: this.#dayEnd().slice(11) }) },
    { value: 'hour', label: staffMessage(this.locale(), 'board.hour') },
    { value: 'open', label: staffMessage(this.locale(), 'board.open') },
  ]);
  protected readonly placeOptions = computed<readonly { value: Place; label: string }[]>(() => [
    { value: 'here', label: staffMessage(this.locale(), 'board.here') },
    { value: 'everywhere', label: staffMessage(this.locale(), 'board.where-all') },
  ]);
  constructor() {
    this.#view.open();
    this.stock.open();
    const tick = () => this.now.set(clock(this.#zone()));
    const timer = setInterval(tick, TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  #armedAt = 0;

  /** Arms a row; a second tap does it, unless it belongs to the first: nobody has read what goes down by then. */
  protected tap({ what, key }: NamedWhat, { timeStamp }: Event): void {
    this.now.set(clock(this.#zone()));
    if (!this.#armed().has(key)) {
      this.#armedAt = timeStamp;
      this.#store.dispatch(boardActions.armed({ what }));
    } else if (timeStamp - this.#armedAt > DOUBLE_TAP_MS) this.do();
  }

  protected do(): void {
    const { armed, place, until } = this.board();
    const location = this.stock.location();
    if (armed.length === 0) return;
    const ends = { 'day-end': this.#dayEnd(), hour: minutesLater(clock(this.#zone()), 60), open: undefined }[until];
    const off: OffRequest = {
      whats: [...armed],
      ...(place === 'here' && location !== undefined && { locations: [location] }),
      ...(ends !== undefined && { until: ends }),
    };
    this.#store.dispatch(deedActions.added({ deed: { key: crypto.randomUUID(), off } }));
    this.text.set('');
  }

  protected putBack(id: string): void {
    this.#store.dispatch(deedActions.added({ deed: { key: crypto.randomUUID(), back: id } }));
  }

  protected undo(): void {
    for (const { id } of this.deeds().done) this.putBack(id);
  }

  protected clear(): void {
    this.#store.dispatch(boardActions.disarmed());
  }

  protected choosePlace(place: Place): void {
    this.#store.dispatch(boardActions.placeChosen({ place }));
  }

  protected chooseUntil(until: Until): void {
    this.#store.dispatch(boardActions.untilChosen({ until }));
  }

  #nameOf(what: What): string {
    return this.#names().get(keyOfWhat(what))?.name ?? keyOfWhat(what);
  }

  /** A large menu has thousands of things; three letters find any of them. */
  #part(title: 'board.found' | 'board.selling' | 'board.all', all: readonly NamedWhat[]) {
    return {
      title,
      rows: all.slice(0, MOST_SHOWN).map((one) => this.#row(one)),
      more: Math.max(0, all.length - MOST_SHOWN),
    };
  }

  #row(one: NamedWhat) {
    const { key, kind, of: group, what } = one;
    const { items, choices } = this.stock.left();
    const left = 'item' in what ? items[what.item] : 'choice' in what ? choices[what.choice] : undefined;
    return {
      one,
      about: staffMessage(this.locale(), `board.kind-${kind}`, { of: group }),
      isArmed: this.#armed().has(key),
      isOff: this.#isOff().has(key),
      isWaiting: this.deeds().waiting.some(
        (deed) => 'off' in deed && deed.off.whats.some((waiting) => keyOfWhat(waiting) === key),
      ),
      left,
    };
  }
}
