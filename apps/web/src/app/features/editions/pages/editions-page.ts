import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  changeBetween,
  editionDifferences,
  editionOf,
  type PlaceChange,
  takenWithout,
  type ThingKind,
  type Workbook,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { ProgressBar } from 'primeng/progressbar';
import { DraftView } from '../../../state/draft-view.ts';
import { editionsActions, editionsFeature } from '../../../state/editions.ts';
import { FindingsView } from '../../../state/findings-view.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { Who } from '../../../state/session.ts';
import { type ChangeCard, changeCards } from '../../../text/edition-changes.ts';
import { whoMay } from '../../../text/roles.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { ChangeCardList, type ShownCard } from '../components/change-card-list.ts';
import { PublishPanel, type PublishWish } from '../components/publish-panel.ts';
import { ReplayPanel } from '../../../ui/replay-panel.ts';
import { OrderSideBySide } from '../components/order-side-by-side.ts';
import { PlanCalendar } from '../components/plan-calendar.ts';
import { PlanDialog } from '../components/plan-dialog.ts';
import { type PlacedPlan, TimeStrip } from '../components/time-strip.ts';
import { WhoHasIt } from '../components/who-has-it.ts';
import { publishingActions, publishingFeature } from '../store/publishing-store.ts';
import { editionRows, placesInWords, planWeeks, screenRows, stripPlaces } from './edition-words.ts';
import { reachInWords } from './reach-words.ts';

const NO_CHANGES: readonly PlaceChange[] = [];

/**
 * The draft against what is served, change by change, and what publishing would do; or, by its number, an earlier edition
 * against what is served, to be published again or brought back in part.
 */
@Component({
  selector: 'hl-editions-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ...[ButtonDirective, ChangeCardList, ProgressBar, PublishPanel, ReplayPanel, RouterLink, SelectField],
    ...[OrderSideBySide, PlanCalendar, PlanDialog, TimeStrip, WhoHasIt],
  ],
  templateUrl: './editions-page.html',
  styleUrl: './editions-page.css',
})
export class EditionsPage {
  /** Of the earlier edition that is looked at. */
  readonly number = input<string>();
  readonly #store = inject(Store);
  readonly #who = inject(Who);
  readonly #editor = inject(MenuEditor);
  protected readonly view = inject(MenuView);
  readonly #draft = inject(DraftView);
  readonly #findings = inject(FindingsView);
  readonly #editions = this.#store.selectSignal(editionsFeature.selectEditionsState);
  protected readonly state = this.#store.selectSignal(publishingFeature.selectPublishingState);

  readonly #answer = this.#store.selectSignal(publishingFeature.selectAnswer);

  protected readonly mayPublish = computed(() => this.#who.mayAnywhere('publish'));
  protected readonly mayAnyway = computed(() => this.#who.mayAnywhere('publish-anyway'));
  protected readonly mayEdit = computed(() => this.#who.mayAnywhere('edit-menu'));
  protected readonly whoMayPublish = whoMay('publish');

  protected readonly earlier = computed(() => {
    const number = Number(this.number());
    return this.number() !== undefined && Number.isSafeInteger(number) && number > 0 ? number : undefined;
  });
  protected readonly strip = computed(() => stripPlaces(this.view.menu(), this.#editions().now, this.state().list));
  protected readonly openPlan = signal<PlacedPlan | undefined>(undefined);
  protected readonly hasPlans = computed(() => this.strip().some(({ plans }) => plans.length > 0));
  protected readonly weeks = computed(() => planWeeks(this.strip()));
  protected readonly places = computed(() => placesInWords(this.view.menu(), this.#editions().now));
  protected readonly screens = computed(() => screenRows(this.view.menu(), this.#editions().now));
  protected readonly list = computed(() => editionRows(this.state().list, this.#editions().now, this.view.menu()));

  /** The edition that is compared with, if several are served. */
  protected readonly chosenBase = signal('');
  protected readonly bases = computed(() =>
    (this.#editions().differences ?? [])
      .flatMap(({ edition, locations }) => (edition === undefined ? [] : [{ edition, locations }]))
      .map(({ edition, locations }) => ({
        value: String(edition),
        label: `Edition ${edition}, at ${placesInWords(this.view.menu(), this.#editions().now)
          .filter(({ id }) => locations.includes(id))
          .map(({ name }) => name)
          .join(', ')}`,
      })),
  );
  readonly #base = computed(() => {
    const { differences = [], opened } = this.#editions();
    const found = differences.find(({ edition }) => String(edition) === this.chosenBase()) ?? differences[0];
    const menu = found?.edition === undefined ? undefined : opened[found.edition];
    return found && menu ? { ...found, menu } : undefined;
  });
  protected readonly baseNumber = computed(() => this.#base()?.edition);
  /** Whether it is known by now what is served. */
  protected readonly isKnown = computed(() => this.#editions().differences !== undefined);
  readonly #after = computed((): Workbook | undefined => {
    const number = this.earlier();
    if (number !== undefined) return this.#editions().opened[number];
    const draft = this.view.menu();
    return draft && editionOf(draft);
  });
  readonly #changes = computed((): readonly PlaceChange[] => {
    const [base, after] = [this.#base(), this.#after()];
    if (!base || !after) return NO_CHANGES;
    return this.earlier() === undefined ? base.changes : editionDifferences(base.menu, after);
  });

  /** The places of changes that stay in the draft. */
  protected readonly left = signal<ReadonlySet<string>>(new Set());
  readonly #taken = computed(() => {
    const [base, after, changes] = [this.#base(), this.#after(), this.#changes()];
    return base && after && takenWithout(base.menu, after, this.left(), changes);
  });
  protected readonly needed = computed(() => new Set(this.#taken()?.needed.map(({ where }) => where)));
  protected readonly takenCount = computed(() => this.#taken()?.taken.length ?? 0);
  protected readonly count = computed(() => this.#changes().length);
  protected readonly reach = computed(() => {
    const [menu, reach] = [this.view.menu(), this.state().reach?.found];
    return menu && reach ? reachInWords(menu, reach) : undefined;
  });
  protected readonly cards = computed((): ShownCard[] => {
    const [base, after] = [this.#base(), this.#after()];
    if (!base || !after) return [];
    const touched = this.#editions().now?.touched ?? {};
    const prices = this.reach()?.pricesByDish;
    return changeCards(base.menu, after, this.#changes()).map((card) => ({
      ...card,
      by: this.earlier() === undefined && touched[card.thing] ? ` · ${touched[card.thing]?.by ?? ''}` : '',
      prices: prices?.get(card.key.replace('items/', '')) ?? [],
    }));
  });
  protected readonly stops = computed(() => (this.earlier() === undefined ? this.#findings.total().stop : 0));
  protected readonly obstacle = computed(() => {
    if (!this.isKnown()) return 'Reading what is served …';
    if (this.#draft.pendingEdits().length > 0 || this.#draft.pendingChange())
      return 'Your last changes are still being saved.';
    if (this.#base() && this.count() === 0) return 'Nothing has changed since what is served.';
    if (this.#base() && this.takenCount() === 0) return 'Nothing is ticked.';
    return '';
  });

  constructor() {
    this.#store.dispatch(publishingActions.opened());
    this.#store.dispatch(editionsActions.opened());
    effect(() => {
      const number = this.earlier();
      if (number !== undefined) this.#store.dispatch(editionsActions.editionAsked({ number }));
      untracked(() => this.left.set(new Set()));
    });
    // What the ticked changes do is found anew whenever they are others.
    effect(() => {
      const [base, taken] = [this.#base(), this.#taken()];
      if (!base || !taken) return;
      const change = changeBetween(base.menu, taken.edition);
      this.#store.dispatch(publishingActions.reachAsked({ before: base.menu, change }));
    });
    effect(() => {
      if (this.#answer()?.outcome === 'published') untracked(() => this.left.set(new Set()));
    });
  }

  protected choose({ wheres, isTaken }: { readonly wheres: readonly string[]; readonly isTaken: boolean }): void {
    this.left.update(
      (left) => new Set(isTaken ? [...left].filter((one) => !wheres.includes(one)) : [...left, ...wheres]),
    );
    this.#store.dispatch(publishingActions.replayDropped());
  }

  protected publish({ name, note, reason, ...when }: PublishWish): void {
    const id = crypto.randomUUID();
    const number = this.earlier();
    if (number !== undefined)
      return this.#store.dispatch(publishingActions.sent({ publishing: { number, again: { id, ...when } } }));
    const draft = {
      ...{ id, name, note, revision: this.#draft.revision(), left: this.#leftOut(), ...when },
      ...(reason !== undefined && { reason }),
    };
    this.#store.dispatch(publishingActions.sent({ publishing: { draft } }));
  }

  protected sendAgain(): void {
    const publishing = this.state().sent;
    if (publishing) this.#store.dispatch(publishingActions.sent({ publishing }));
  }

  protected replay(days: number): void {
    const [location = null] = this.#base()?.locations ?? [];
    this.#store.dispatch(publishingActions.replayAsked({ request: { location, left: this.#leftOut(), days } }));
  }

  /** A past order with both menus, if one is looked at. */
  protected readonly sideBySide = computed(() => {
    const [order, base, taken] = [this.state().order, this.#base(), this.#taken()];
    return order && base && taken ? { order, before: base.menu, after: taken.edition } : undefined;
  });

  protected openOrder(id: string): void {
    this.#store.dispatch(publishingActions.orderOpened({ id }));
  }

  protected closeOrder(): void {
    this.#store.dispatch(publishingActions.orderClosed());
  }

  protected stopReplay(): void {
    this.#store.dispatch(publishingActions.replayDropped());
  }

  protected movePlan(plan: { readonly id: string; readonly at: string }): void {
    this.openPlan.set(undefined);
    this.#store.dispatch(publishingActions.planMoved(plan));
  }

  protected callOff(id: string): void {
    this.openPlan.set(undefined);
    this.#store.dispatch(publishingActions.planCalledOff({ id }));
  }

  protected tellAgain(): void {
    this.#store.dispatch(publishingActions.toldAgain());
  }

  protected older(): void {
    const last = this.state().list.at(-1);
    if (last) this.#store.dispatch(publishingActions.olderAsked({ before: last.number }));
  }

  /** Gives the draft a thing as it is in the earlier edition, as a change that can be undone. */
  protected bringBack({ thing, name }: ChangeCard): void {
    const [draft, after] = [this.view.menu(), this.#after()];
    if (!draft || !after) return;
    const [kind = '', id = ''] = thing.split(' ');
    const { edits } = changeBetween(
      editionOf(draft),
      after,
      (ref) => ref.kind === (kind as ThingKind) && ref.id === id,
    );
    if (edits.length === 0) return this.#editor.tell(`${name} is like that in the draft already.`);
    this.#editor.change(`Brought back ${name} from edition ${this.earlier() ?? ''}`, edits);
  }

  #leftOut(): string[] {
    return [...this.left()].filter((where) => !this.needed().has(where));
  }
}
