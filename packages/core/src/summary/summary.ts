import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import type { Id } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';
import type { Answers, Pick } from '../api/line.ts';
import type { WrittenAnswer } from './written-answers.ts';
import { parseTemplate, type TemplatePart } from './template.ts';

/** The word for removed choices, by language; English if unknown. */
const NO: Readonly<Record<string, string>> = {
  en: 'no',
  es: 'sin',
  fr: 'sans',
  de: 'ohne',
  it: 'senza',
  pt: 'sem',
  vi: 'không',
  ar: 'بدون',
};
const WITH: Readonly<Record<string, string>> = {
  en: 'with',
  es: 'con',
  fr: 'avec',
  de: 'mit',
  it: 'con',
  pt: 'com',
  vi: 'với',
  ar: 'مع',
};

export interface Summary {
  readonly text: string;
  /** The groups that the template speaks of. */
  readonly mentioned: ReadonlySet<Id>;
}

/**
 * Summarises the answers of a line in one sentence: by the dish's template if it has a valid one, else the picks in the
 * order asked, with only the changes for groups that print changes. `written`: the answers that are not picks, which a
 * template may mention.
 */
export function summaryOf(
  menu: CompiledMenu,
  item: CompiledItem,
  answers: Answers,
  locale: string,
  template: string | undefined,
  written: readonly WrittenAnswer[],
): Summary {
  const speaker = new Speaker(menu, item, answers.picks ?? [], locale, written);
  const parsed =
    template === undefined || template.trim() === ''
      ? undefined
      : parseTemplate(template, new Set(item.groupIndex.keys()));
  const parts = parsed?.ok ? parsed.value : undefined;
  const text = parts ? speaker.write(parts) : speaker.everything();
  return {
    text: text.charAt(0).toLocaleUpperCase(locale) + text.slice(1),
    mentioned: new Set(parts?.flatMap((part) => (part.kind === 'group' ? [part.group] : []))),
  };
}

class Speaker {
  readonly #menu: CompiledMenu;
  readonly #item: CompiledItem;
  readonly #picks: readonly Pick[];
  readonly #locale: string;
  readonly #written: readonly WrittenAnswer[];

  constructor(
    menu: CompiledMenu,
    item: CompiledItem,
    picks: readonly Pick[],
    locale: string,
    written: readonly WrittenAnswer[],
  ) {
    this.#menu = menu;
    this.#item = item;
    this.#picks = picks;
    this.#locale = locale;
    this.#written = written;
  }

  write(parts: readonly TemplatePart[]): string {
    const texts = parts.map((part) => {
      if (part.kind === 'words') return part.text;
      const group = this.#item.groups[this.#item.groupIndex.get(part.group) ?? -1];
      const words = group ? [...this.#namesOf(group, part.which), ...this.#writtenIn(group)] : [];
      return words.length === 0 ? '' : `${part.before}${words.join(', ')}${part.after}`;
    });
    return texts
      .join('')
      .replace(/\s+/g, ' ')
      .replace(/^[\s,;·]+|[\s,;·]+$/g, '');
  }

  everything(): string {
    const word = this.#word(NO);
    return this.#item.groups
      .flatMap((group) =>
        group.printsChanges
          ? [...this.#namesOf(group, 'added'), ...this.#namesOf(group, 'taken').map((name) => `${word} ${name}`)]
          : this.#namesOf(group, 'all'),
      )
      .join(', ');
  }

  /** A written answer as it stands in a sentence: a note quoted, a consent by what was agreed to. */
  #writtenIn({ id }: OfferedGroup): string[] {
    return this.#written
      .filter(({ group }) => group === id)
      .map(({ kind, label, text }) => (kind === 'note' ? `“${text}”` : kind === 'consent' ? label : text));
  }

  #namesOf(group: OfferedGroup, what: 'all' | 'added' | 'taken'): string[] {
    const picks = this.#picks.filter((pick) => pick.group === group.id);
    if (what === 'taken') {
      return group.choices
        .filter((choice) => choice.preselected > 0 && !picks.some((pick) => pick.choice === choice.id))
        .map((choice) => this.#name(choice).toLocaleLowerCase(this.#locale));
    }
    const isUsual = (pick: Pick) =>
      group.choices.some(
        (choice) => choice.id === pick.choice && choice.preselected === (pick.units ?? 1) && pick.amount === undefined,
      );
    return picks
      .filter((pick) => what === 'all' || !isUsual(pick) || (pick.picks ?? []).length > 0)
      .map((pick) => this.#pick(group, pick));
  }

  #pick(group: OfferedGroup, pick: Pick): string {
    const choice = group.choices[group.choiceIndex.get(pick.choice) ?? -1];
    if (!choice) return pick.choice;
    const amount = group.amounts.get(pick.amount ?? '');
    const units = (pick.units ?? 1) > 1 ? `${pick.units} × ` : '';
    const how = amount
      ? ` (${textIn(amount.name, this.#locale, this.#menu.firstLocale).toLocaleLowerCase(this.#locale)})`
      : '';
    const inner = choice.opens.flatMap((opened) =>
      (pick.picks ?? []).filter((it) => it.group === opened.id).map((it) => this.#pick(opened, it)),
    );
    return `${units}${this.#name(choice)}${how}${inner.length > 0 ? ` ${this.#word(WITH)} ${inner.join(', ')}` : ''}`;
  }

  #name({ choice }: OfferedChoice): string {
    return textIn(choice.name, this.#locale, this.#menu.firstLocale);
  }

  #word(words: Readonly<Record<string, string>>): string {
    return words[this.#locale.split('-')[0] ?? ''] ?? words['en'] ?? '';
  }
}
