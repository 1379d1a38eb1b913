import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { keyOfWhat, localMinute, type NamedWhat, namedWhats, plainText, type What } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { injectPageLocale } from '../../../state/page-language.ts';
import { StockView } from '../../../state/stock-view.ts';
import { NothingServed } from '../../../ui/nothing-served.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { LanguageSwitch } from '../../../ui/language-switch.ts';
import { LocationSwitch } from '../../../ui/location-switch.ts';
import { PersonMenu } from '../../../ui/person-menu.ts';
import { ActingMark } from '../../../ui/acting-mark.ts';
import { DeedStatus } from '../components/deed-status.ts';
import { BoardBar } from '../components/board-bar.ts';
import { OnlinePause } from '../components/online-pause.ts';
import { BoardDeed } from '../store/board-deed.ts';
import { boardActions, boardFeature } from '../store/board-store.ts';
import { deedActions, deedFeature } from '../store/deed-store.ts';
import { offText } from './board-rows.ts';

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
  imports: [
    NothingServed,
    PersonMenu,
    ActingMark,
    BoardBar,
    ButtonDirective,
    DeedStatus,
    LanguageSwitch,
    LocationSwitch,
    OnlinePause,
    RouterLink,
    StaffPipe,
    TextField,
  ],
  templateUrl: './board-page.html',
  styleUrls: ['./stock-page.css', './board-footer.css', './board-page.css'],
})
export class BoardPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly stock = inject(StockView);
  protected readonly board = this.#store.selectSignal(boardFeature.selectBoardState);
  protected readonly deeds = this.#store.selectSignal(deedFeature.selectDeedsState);
  protected readonly locale = injectPageLocale((locale) => staffMessage(locale, 'page.board'));
  /** What to look for, from the address. */
  readonly find = input<string>();
  protected readonly text = linkedSignal(() => this.find() ?? '');
  readonly #deed = inject(BoardDeed);

  readonly #all = computed(() => {
    const menu = this.#view.compiled();
    return menu ? namedWhats(menu, this.locale()) : [];
  });
  protected readonly names = computed(() => new Map(this.#all().map((one) => [one.key, one])));
  readonly #armed = computed(() => new Set(this.board().armed.map(keyOfWhat)));

  protected readonly offs = computed(() =>
    this.stock
      .offs()
      .map((off) => ({
        id: off.id,
        name: this.#nameOf(off.what),
        about: [
          offText(
            off,
            this.stock.locations(),
            localMinute(new Date(off.since), this.#deed.zone()),
            this.#deed.now(),
            this.locale(),
          ),
          this.#standInsText(off.standIns ?? []),
        ]
          .filter(Boolean)
          .join(' · '),
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
    const selling = (this.stock.pantry()?.selling ?? []).flatMap((what) => this.names().get(keyOfWhat(what)) ?? []);
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

  protected readonly doneNames = computed(() =>
    this.deeds()
      .done.map(({ what }) => this.#nameOf(what))
      .join(', '),
  );

  constructor() {
    this.#view.open();
    this.stock.open();
    const timer = setInterval(() => this.#deed.look(), TICK_MS);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  #armedAt = 0;

  /** Arms a row; a second tap does it, unless it belongs to the first: nobody has read what goes down by then. */
  protected tap({ what, key }: NamedWhat, { timeStamp }: Event): void {
    this.#deed.look();
    if (!this.#armed().has(key)) {
      this.#armedAt = timeStamp;
      this.#store.dispatch(boardActions.armed({ what }));
    } else if (timeStamp - this.#armedAt > DOUBLE_TAP_MS) this.do();
  }

  protected do(): void {
    if (this.#deed.do()) this.text.set('');
  }

  protected putBack(id: string): void {
    this.#store.dispatch(deedActions.added({ deed: { key: crypto.randomUUID(), back: id } }));
  }

  protected undo(): void {
    for (const { id } of this.deeds().done) this.putBack(id);
  }

  #standInsText(choices: readonly string[]): string {
    const names = choices.map((choice) => this.#nameOf({ choice })).join(', ');
    return names && staffMessage(this.locale(), 'board.stands-in', { names });
  }

  #nameOf(what: What): string {
    return this.names().get(keyOfWhat(what))?.name ?? keyOfWhat(what);
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
