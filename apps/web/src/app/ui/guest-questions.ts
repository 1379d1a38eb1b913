import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type {
  Answers,
  CompiledItem,
  CompiledMenu,
  GroupPlace,
  OfferedChoice,
  OfferedChoiceView,
  OfferedGroup,
  OfferedGroupView,
  PricesAhead,
  Problem,
  Text,
} from '@hearty-ladle/core';
import {
  broughtOf,
  dropChoice,
  groupAt,
  noteAt,
  pickChoice,
  picksAt,
  pictureText,
  setAmount,
  setConsent,
  setGiven,
  setNote,
  setUnits,
  textIn,
} from '@hearty-ladle/core/guest';
import { pictureUrl } from '../state/picture-url.ts';
import { allergenList, avoidanceOf } from '../text/allergen-list.ts';
import { formatAddedPrice, formatMoney } from '../text/money.ts';
import { problemMessage } from '../text/problems.ts';
import { limitsText } from '../text/limits.ts';
import { message, MessagePipe } from '../messages/message.ts';
import { LargePicture } from './large-picture.ts';
import { QuestionAnswer } from './question-answer.ts';

interface Row {
  readonly id: string;
  readonly name: string;
  readonly price: string;
  readonly state: OfferedChoiceView['state'];
  readonly units: number;
  readonly amount: string | undefined;
  readonly most: number;
  readonly picture: string | undefined;
  readonly pictureText: string;
  readonly color: string | undefined;
  readonly largePicture: string | undefined;
  /** What it would bring of what the guest can't have, or that it does not say. */
  readonly warning: string;
  /** The other allergens that it would add. */
  readonly adds: string;
  readonly left: number | undefined;
  /** What it is offered in place of, by name. */
  readonly insteadOf: string;
}

interface Question {
  readonly key: string;
  readonly view: OfferedGroupView;
  readonly place: GroupPlace;
  readonly group: OfferedGroup;
  readonly title: string;
  readonly help: string;
  readonly limits: string;
  readonly pickOne: boolean;
  readonly depth: number;
  readonly rows: readonly Row[];
  readonly amounts: readonly { id: string; name: string }[];
  readonly problems: readonly string[];
  /** The choices that are not picked yet, where all of them may be. */
  readonly rest: readonly OfferedChoice[];
}

/** The questions of a dish, or of the order itself, as a guest answers them. Everything shown comes from the quote. */
@Component({
  selector: 'hl-guest-questions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LargePicture, MessagePipe, QuestionAnswer],
  templateUrl: './guest-questions.html',
  styleUrl: './guest-questions.css',
})
export class GuestQuestions {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<CompiledItem>();
  readonly answers = input.required<Answers>();
  readonly groups = input.required<readonly OfferedGroupView[]>();
  readonly problems = input.required<readonly Problem[]>();
  readonly locale = input.required<string>();
  /** Whether to report what is missing, or only what is too much. */
  readonly strict = input(false);
  /** What the guest can't have: choices that bring it say so. */
  readonly avoid = input<readonly string[]>([]);
  /** The allergens there are without a choice; undefined if choices don't say what they add. */
  readonly present = input<readonly string[]>();
  /** What prices can become while questions are open. */
  readonly ahead = input<PricesAhead>();
  /** How many portions are left of choices, by `group/choice`, where that is told. */
  readonly left = input<Readonly<Record<string, number>>>({});
  /** The choices (`group/choice`) that are offered for now, in place of what is sold out. */
  readonly standIns = input<readonly string[]>([]);
  readonly answersChange = output<Answers>();

  protected readonly questions = computed(() => this.groups().flatMap((view) => this.#question(view) ?? []));

  protected toggle(question: Question, row: Row): void {
    const { place, group, pickOne } = question;
    if (row.units > 0) {
      // A required pick-one choice stays; elsewhere a second tap removes it.
      if (pickOne && question.view.min > 0) return;
      return this.answersChange.emit(dropChoice(this.answers(), place, group.id, row.id));
    }
    const choice = group.choices.find(({ id }) => id === row.id);
    if (choice) this.answersChange.emit(pickChoice(this.answers(), place, group, choice, pickOne));
  }

  /** Picks everything that is not picked yet. */
  protected takeAll({ place, group, rest }: Question): void {
    this.answersChange.emit(
      rest.reduce((answers, choice) => pickChoice(answers, place, group, choice, false), this.answers()),
    );
  }

  /** A radio button fires no change when tapped again, so an optional choice is removed here. */
  protected untick(question: Question, row: Row): void {
    if (question.pickOne && question.view.min === 0 && row.units > 0) this.toggle(question, row);
  }

  protected step(question: Question, row: Row, units: number): void {
    this.answersChange.emit(setUnits(this.answers(), question.place, question.group.id, row.id, units));
  }

  protected setAmount(question: Question, row: Row, amount: string): void {
    this.answersChange.emit(setAmount(this.answers(), question.place, question.group.id, row.id, amount || undefined));
  }

  protected noteOf({ place, group }: Question): string {
    return noteAt(this.answers(), place, group.id);
  }

  protected write({ place, group }: Question, text: string): void {
    this.answersChange.emit(setNote(this.answers(), place, group.id, text));
  }

  protected choose(question: Question, field: 'dates' | 'amounts', value: string | number | undefined): void {
    this.answersChange.emit(setGiven(this.answers(), field, question.group.id, value));
  }

  protected consent({ group }: Question, isGiven: boolean): void {
    this.answersChange.emit(setConsent(this.answers(), group.id, isGiven));
  }

  #question(view: OfferedGroupView): Question | undefined {
    const place = view.at;
    const group = groupAt(this.item(), this.answers(), place, view.group);
    if (!group) return undefined;
    const words = (text: Text | undefined) =>
      text === undefined ? '' : textIn(text, this.locale(), this.menu().firstLocale);
    const choices = group.group.kind === 'choices' ? group.group : undefined;
    return {
      key: `${view.group} ${(place ?? []).join('.')}`,
      view,
      place,
      group,
      title: words(group.heading ?? group.group.prompt),
      help: words(group.group.help),
      limits: view.kind === 'choices' ? limitsText(view, this.locale()) : '',
      pickOne: view.max === 1,
      depth: place?.length ?? 0,
      rows: view.choices.flatMap((choice) => this.#row(view, group, choice, words) ?? []),
      amounts: (choices?.amounts ?? []).map(({ id, name }) => ({ id, name: words(name) })),
      problems: this.#problemsOf(view),
      rest: restOf(view, group, new Set(picksAt(this.answers(), place, view.group).map(({ choice }) => choice))),
    };
  }

  #row(
    view: OfferedGroupView,
    group: OfferedGroup,
    choice: OfferedChoiceView,
    words: (text: Text) => string,
  ): Row | undefined {
    const offered = group.choices.find(({ id }) => id === choice.choice);
    if (!offered) return undefined;
    const picks = picksAt(this.answers(), view.at, view.group).filter((pick) => pick.choice === choice.choice);
    return {
      id: choice.choice,
      name: words(offered.choice.name),
      price: this.#price(choice.price, offered.path),
      state: choice.state,
      units: picks.reduce((sum, pick) => sum + (pick.units ?? 1), 0),
      amount: picks[0]?.amount,
      most: offered.max,
      picture: offered.choice.image === undefined ? undefined : pictureUrl(offered.choice.image),
      pictureText:
        offered.choice.image === undefined ? '' : pictureText(this.menu().menu, offered.choice.image, this.locale()),
      color: offered.choice.color,
      largePicture: offered.choice.image === undefined ? undefined : pictureUrl(offered.choice.image, 'large'),
      warning: avoidanceOf(this.menu(), offered, this.avoid(), this.locale()),
      left: this.left()[offered.path],
      adds: this.#adds(offered, picks.length > 0),
      insteadOf: this.standIns().includes(offered.path) ? soldOutNames(view, group, words) : '',
    };
  }

  #price(price: number | null, path: string): string {
    const { currency } = this.menu().menu;
    const money = (minor: number) => formatMoney(minor, currency, this.locale());
    const depends = this.ahead()?.choices.get(path);
    const whole = price === null ? this.ahead()?.lineWith.get(path) : undefined;
    if (whole) return whole.min === whole.max ? money(whole.min) : `${money(whole.min)} – ${money(whole.max)}`;
    if (!depends) return formatAddedPrice(price, currency, this.locale());
    const group = this.item().groups.find(({ id }) => id === depends.dependsOn);
    return message(this.locale(), 'price.depends', {
      min: formatAddedPrice(depends.min, currency, this.locale()) || money(0),
      max: formatAddedPrice(depends.max, currency, this.locale()),
      group: group ? textIn(group.heading ?? group.group.prompt, this.locale(), this.menu().firstLocale) : '',
    });
  }

  /** The allergens that a choice would add, besides those its warning names. */
  #adds({ allergens }: OfferedChoice, isPicked: boolean): string {
    const present = this.present();
    if (!present || isPicked) return '';
    const warned = broughtOf(allergens, this.avoid());
    const added = new Set(allergens.filter((id) => !present.includes(id) && !warned.includes(id)));
    if (added.size === 0) return '';
    return message(this.locale(), 'question.adds', { names: allergenList([...added], this.locale(), 'conjunction') });
  }

  #problemsOf(view: OfferedGroupView): string[] {
    const own = this.problems().filter(
      ({ group, at }) => group === view.group && String(at ?? '') === String(view.at ?? ''),
    );
    const shown = this.strict() ? own : own.filter(({ code }) => !UNFINISHED.has(code));
    return shown.map((problem) => problemMessage(this.menu(), problem, this.locale()));
  }
}

/** Problems that only mean the guest has not answered yet. */
const UNFINISHED = new Set(['too-few', 'note-required', 'consent-required', 'date-required', 'amount-required']);

/** From so many choices on, taking all of them by one tap is worth a button. */
const MANY = 3;

/** The open choices that are not picked yet, if the group lets a guest have all of them. */
function restOf(
  { choices, have, max }: OfferedGroupView,
  group: OfferedGroup,
  picked: ReadonlySet<string>,
): OfferedChoice[] {
  const open = new Set(choices.filter(({ state }) => state === 'open').map(({ choice }) => choice));
  const offered = group.choices.filter(({ id }) => open.has(id));
  const rest = offered.filter(({ id }) => !picked.has(id));
  const isAllowed =
    offered.length >= MANY &&
    !offered.some(({ choice }) => choice.alone) &&
    (max === null || have + rest.length <= max);
  return isAllowed ? rest : [];
}

/** The sold-out choices of a group by name. */
function soldOutNames({ choices }: OfferedGroupView, group: OfferedGroup, words: (text: Text) => string): string {
  return choices
    .filter(({ state }) => state === 'sold-out')
    .flatMap(({ choice }) => group.choices.find(({ id }) => id === choice) ?? [])
    .map((one) => words(one.choice.name))
    .join(', ');
}
