import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { keyOfWhat, type NamedWhat, outWith, type What, withStandIns } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { map, of, switchMap } from 'rxjs';
import { staffMessage, StaffPipe } from '../../../messages/staff-message.ts';
import { AnalysisFinder } from '../../../state/analysis-finder.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { StockView } from '../../../state/stock-view.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { falloutTexts } from '../pages/board-rows.ts';
import { BoardDeed } from '../store/board-deed.ts';
import { boardActions, boardFeature, type Place, type Until } from '../store/board-store.ts';
import { standInOptions } from './stand-in-options.ts';

/** What the next tap does: what goes down with what is armed, what could stand in for it, where and for how long. */
@Component({
  selector: 'hl-board-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, StaffPipe, SwitchField],
  templateUrl: './board-bar.html',
  styleUrls: ['../pages/board-footer.css', './board-bar.css'],
})
export class BoardBar {
  readonly locale = input.required<string>();
  readonly names = input.required<ReadonlyMap<string, NamedWhat>>();
  /** 86 what is armed. */
  readonly confirmed = output<void>();
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly #finder = inject(AnalysisFinder);
  readonly #deed = inject(BoardDeed);
  protected readonly stock = inject(StockView);
  protected readonly board = this.#store.selectSignal(boardFeature.selectBoardState);

  /** Asked of the menu as it is served once the stand-in is offered. */
  readonly #question = computed(() => {
    const [menu, standing, { armed, standIn }] = [this.#view.menu(), this.stock.standing(), this.board()];
    if (!menu || !standing || armed.length === 0) return undefined;
    const { location } = this.stock.circumstances();
    const context = location === undefined ? {} : { location };
    const served = withStandIns(menu, [...(standing.standIns ?? []), ...(standIn === undefined ? [] : [standIn])]);
    return { menu: served, about: { context, before: standing.out, after: outWith(standing.out, armed) } };
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
    return falloutTexts(menu, told.found, this.board().armed, this.names(), this.locale());
  });
  protected readonly standIns = computed(() => {
    const [menu, told] = [this.#view.compiled(), this.#fallout()];
    if (!menu) return [];
    const groups = told ? told.found.groups.map(({ group }) => group) : [];
    const options = standInOptions(menu, this.board().armed, groups, this.stock.standing()?.out ?? {}, this.locale());
    return options.length === 0
      ? []
      : [{ value: '', label: staffMessage(this.locale(), 'board.no-stand-in') }, ...options];
  });
  protected readonly armedNames = computed(() =>
    this.board()
      .armed.map((what) => this.#nameOf(what))
      .join(', '),
  );
  protected readonly untilOptions = computed<readonly { value: Until; label: string }[]>(() => [
    { value: 'day-end', label: staffMessage(this.locale(), 'board.day-end', { time: this.#deed.dayEnd().slice(11) }) },
    { value: 'hour', label: staffMessage(this.locale(), 'board.hour') },
    { value: 'open', label: staffMessage(this.locale(), 'board.open') },
  ]);
  protected readonly placeOptions = computed<readonly { value: Place; label: string }[]>(() => [
    { value: 'here', label: staffMessage(this.locale(), 'board.here') },
    { value: 'everywhere', label: staffMessage(this.locale(), 'board.where-all') },
  ]);

  protected clear(): void {
    this.#store.dispatch(boardActions.disarmed());
  }

  protected choosePlace(place: Place): void {
    this.#store.dispatch(boardActions.placeChosen({ place }));
  }

  protected chooseUntil(until: Until): void {
    this.#store.dispatch(boardActions.untilChosen({ until }));
  }

  protected chooseStandIn(choice: string): void {
    this.#store.dispatch(boardActions.standInChosen({ standIn: choice || undefined }));
  }

  #nameOf(what: What): string {
    return this.names().get(keyOfWhat(what))?.name ?? keyOfWhat(what);
  }
}
