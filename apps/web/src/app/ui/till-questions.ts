import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, untracked } from '@angular/core';
import {
  type Answers,
  type CompiledItem,
  type CompiledMenu,
  dropChoice,
  groupAt,
  type OfferedChoiceView,
  type OfferedGroupView,
  pickChoice,
  picksAt,
  setUnits,
  textIn,
} from '@hearty-ladle/core';
import { formatAddedPrice } from '../text/money.ts';
import { StaffPipe } from '../messages/staff-message.ts';
import { limitsText } from '../text/limits.ts';

/** The questions of a dish as large targets. A tap picks; another tap on a choice that allows several adds one. */
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
  /** Unanswered groups come first, and the first of them shows number keys. */
  readonly neededFirst = input(false);
  readonly answersChange = output<Answers>();

  protected readonly rows = computed(() =>
    this.groups()
      .filter(({ kind }) => kind === 'choices')
      .map((view) => ({
        key: keyOf(view),
        view,
        title: this.#title(view.group),
        limits: limitsText(view, this.locale()),
        needs: this.neededFirst() && view.have < view.min,
        isFirst: this.#neededAtFirst().has(keyOf(view)),
        keys: view.choices.flatMap((choice) => this.#key(view, choice) ?? []),
      }))
      // Groups that were unanswered when the dish was opened come first; otherwise in the dish's order.
      .sort((a, b) => Number(b.isFirst) - Number(a.isFirst)),
  );
  readonly #itemId = computed(() => this.item().item.id);
  /** Kept while the dish is answered: a group that moved would get the second tap of a quick hand. */
  readonly #neededAtFirst = linkedSignal<string, ReadonlySet<string>>({
    source: this.#itemId,
    computation: () =>
      new Set(
        untracked(() => (this.neededFirst() ? this.groups().filter(({ have, min }) => have < min) : [])).map(keyOf),
      ),
  });

  protected tap(view: OfferedGroupView, key: { id: string; units: number; most: number }): void {
    const group = groupAt(this.item(), this.answers(), view.at, view.group);
    const choice = group?.choices.find(({ id }) => id === key.id);
    if (!group || !choice) return;
    const pickOne = view.max === 1;
    if (key.units === 0) this.answersChange.emit(pickChoice(this.answers(), view.at, group, choice, pickOne));
    else if (key.units < key.most)
      this.answersChange.emit(setUnits(this.answers(), view.at, group.id, choice.id, key.units + 1));
    else if (!pickOne || view.min === 0)
      this.answersChange.emit(dropChoice(this.answers(), view.at, group.id, choice.id));
  }

  /** A group's name is short but in the menu's first language only; in others its prompt is shown. */
  #title(id: string): string {
    const { menu, firstLocale } = this.menu();
    const group = menu.groups.find((one) => one.id === id);
    if (!group) return id;
    return this.locale() === firstLocale ? group.name : textIn(group.prompt, this.locale(), firstLocale);
  }

  #key(view: OfferedGroupView, choice: OfferedChoiceView) {
    const offered = groupAt(this.item(), this.answers(), view.at, view.group)?.choices.find(
      ({ id }) => id === choice.choice,
    );
    if (!offered) return undefined;
    const picks = picksAt(this.answers(), view.at, view.group).filter((pick) => pick.choice === choice.choice);
    return {
      id: offered.id,
      name: offered.choice.tillName ?? textIn(offered.choice.name, this.locale(), this.menu().firstLocale),
      price: formatAddedPrice(choice.price, this.menu().menu.currency, this.locale()),
      state: choice.state,
      units: picks.reduce((sum, pick) => sum + (pick.units ?? 1), 0),
      most: offered.max,
    };
  }
}

function keyOf({ group, at = [] }: OfferedGroupView): string {
  return `${group} ${at.join('.')}`;
}
