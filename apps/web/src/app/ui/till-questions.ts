import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import {
  type Answers,
  type CompiledItem,
  type CompiledMenu,
  groupAt,
  type OfferedChoiceView,
  type OfferedGroup,
  type OfferedGroupView,
  picksAt,
  setAmount,
  textIn,
} from '@hearty-ladle/core';
import { formatAddedPrice } from '../text/money.ts';
import { StaffPipe } from '../messages/staff-message.ts';
import { avoidanceOf } from '../text/allergen-list.ts';
import { limitsText } from '../text/limits.ts';
import { CHOICE_KEYS, tapChoice, unitsOf } from './till-tap.ts';

/**
 * The questions of a dish as large targets. A tap picks; another tap on a choice that allows several adds one. One
 * question is at hand: its choices show the keys that pick them.
 */
@Component({
  selector: 'hl-till-questions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StaffPipe],
  templateUrl: './till-questions.html',
  styleUrl: './till-questions.css',
})
export class TillQuestions {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<CompiledItem>();
  readonly answers = input.required<Answers>();
  readonly groups = input.required<readonly OfferedGroupView[]>();
  readonly locale = input.required<string>();
  /** Unanswered groups come first. */
  readonly neededFirst = input(false);
  /** What the guest can't have: choices that bring it say so. */
  readonly avoid = input<readonly string[]>([]);
  readonly answersChange = output<Answers>();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #injector = inject(Injector);

  readonly #itemId = computed(() => this.item().item.id);
  /** Kept while the dish is answered: a group that moved would get the second tap of a quick hand. */
  readonly #neededAtFirst = linkedSignal<string, ReadonlySet<string>>({
    source: this.#itemId,
    computation: () =>
      new Set(
        untracked(() => (this.neededFirst() ? this.groups().filter(({ have, min }) => have < min) : [])).map(keyOf),
      ),
  });
  /** Groups that were unanswered when the dish was opened come first; otherwise in the dish's order. */
  readonly #views = computed(() =>
    this.groups()
      .filter(({ kind }) => kind === 'choices')
      .sort((a, b) => Number(this.#neededAtFirst().has(keyOf(b))) - Number(this.#neededAtFirst().has(keyOf(a)))),
  );
  readonly #chosen = linkedSignal<string, string | undefined>({ source: this.#itemId, computation: () => undefined });
  /** The question at hand: the one moved to, else the first that needs an answer, else the first. */
  readonly #active = computed(() => {
    const views = this.#views();
    const chosen = views.find((view) => keyOf(view) === this.#chosen());
    return chosen ?? views.find(({ have, min }) => have < min) ?? views[0];
  });
  /** The choice picked last, whose amount the amount key changes. */
  readonly #last = signal<{ readonly view: string; readonly choice: string } | undefined>(undefined);

  protected readonly rows = computed(() =>
    this.#views().map((view) => {
      const group = groupAt(this.item(), this.answers(), view.at, view.group);
      const isActive = view === this.#active();
      return {
        key: keyOf(view),
        view,
        title: this.#title(view.group),
        limits: limitsText(view, this.locale()),
        needs: this.neededFirst() && view.have < view.min,
        isActive,
        keys: view.choices.flatMap((choice, i) => this.#key(view, group, choice, isActive ? CHOICE_KEYS[i] : '') ?? []),
        amounts: group && group.amounts.size > 0 ? this.#amounts(view, group) : [],
      };
    }),
  );

  constructor() {
    let before: readonly string[] = [];
    effect(() => {
      const now = this.#views().map(keyOf);
      const opened = before.length > 0 ? now.find((key) => !before.includes(key)) : undefined;
      before = now;
      if (opened !== undefined) this.#showRow(opened);
    });
  }

  /** Picks what a key stands on; returns false if it stands on nothing. */
  press(key: string): boolean {
    const view = this.#active();
    const choice = view?.choices[CHOICE_KEYS.indexOf(key.toLowerCase())];
    if (!view || choice?.state !== 'open') return false;
    this.tap(view, choice.choice);
    // A pick-one question is done: the next one that needs an answer is at hand, else the next one.
    const views = this.#views();
    const others = views.filter((one) => one !== view);
    const next = others.find(({ have, min }) => have < min) ?? views[views.indexOf(view) + 1] ?? view;
    this.#chosen.set(keyOf(view.max === 1 ? next : view));
    return true;
  }

  /** Moves to another question, up (-1) or down (1). */
  moveTo(by: 1 | -1): void {
    const views = this.#views();
    const active = this.#active();
    const next = active && views[views.indexOf(active) + by];
    if (!next) return;
    this.#chosen.set(keyOf(next));
    this.#showRow(keyOf(next));
  }

  /** Changes the amount of the choice picked last: regular, then each amount of its group. */
  changeAmount(): void {
    const last = this.#last();
    const row = this.rows().find(({ key }) => key === last?.view);
    const picked = row?.amounts.find(({ choice }) => choice === last?.choice);
    if (!row || !picked) return;
    const at = picked.options.findIndex(({ isOn }) => isOn);
    this.setAmount(row.view, picked.choice, picked.options[(at + 1) % picked.options.length]?.id);
  }

  protected tap(view: OfferedGroupView, choice: string): void {
    this.#last.set({ view: keyOf(view), choice });
    this.answersChange.emit(tapChoice(this.item(), this.answers(), view, choice));
  }

  protected setAmount(view: OfferedGroupView, choice: string, amount: string | undefined): void {
    this.#last.set({ view: keyOf(view), choice });
    this.answersChange.emit(setAmount(this.answers(), view.at, view.group, choice, amount));
  }

  #showRow(key: string): void {
    afterNextRender(
      () =>
        [...this.#host.nativeElement.querySelectorAll<HTMLElement>('[data-question]')]
          .find(({ dataset }) => dataset['question'] === key)
          ?.scrollIntoView({ block: 'nearest' }),
      { injector: this.#injector },
    );
  }

  /** A group's name is short but in the menu's first language only; in others its prompt is shown. */
  #title(id: string): string {
    const { menu, firstLocale } = this.menu();
    const group = menu.groups.find((one) => one.id === id);
    if (!group) return id;
    return this.locale() === firstLocale ? group.name : textIn(group.prompt, this.locale(), firstLocale);
  }

  #key(
    view: OfferedGroupView,
    group: OfferedGroup | undefined,
    { choice: id, price, state }: OfferedChoiceView,
    mark = '',
  ) {
    const offered = group?.choices.find((one) => one.id === id);
    const choice = offered?.choice;
    return (
      choice && {
        id,
        mark,
        warning: avoidanceOf(this.menu(), offered, this.avoid(), this.locale()),
        name: choice.tillName ?? textIn(choice.name, this.locale(), this.menu().firstLocale),
        price: formatAddedPrice(price, this.menu().menu.currency, this.locale()),
        state,
        units: unitsOf(this.answers(), view, id),
      }
    );
  }

  /** The picked choices of a group with amounts, and the amounts of each. */
  #amounts(view: OfferedGroupView, group: OfferedGroup) {
    const { firstLocale } = this.menu();
    return picksAt(this.answers(), view.at, view.group).map((pick) => {
      const choice = group.choices.find(({ id }) => id === pick.choice)?.choice;
      return {
        choice: pick.choice,
        name: choice ? (choice.tillName ?? textIn(choice.name, this.locale(), firstLocale)) : pick.choice,
        options: [undefined, ...group.amounts.values()].map((amount) => ({
          id: amount?.id,
          name: amount && textIn(amount.name, this.locale(), firstLocale),
          isOn: pick.amount === amount?.id,
        })),
      };
    });
  }
}

function keyOf({ group, at = [] }: OfferedGroupView): string {
  return `${group} ${at.join('.')}`;
}
