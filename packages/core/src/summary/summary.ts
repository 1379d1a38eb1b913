import type { CompiledItem, CompiledMenu, OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { textIn } from '../menu/text.ts';
import type { Answers, Pick } from '../api/line.ts';
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

/**
 * Summarises the answers of a line in one sentence: by the dish's template if it has a valid one, else the picks in the
 * order asked, with only the changes for groups that print changes. Notes come last, in quotation marks.
 */
export function summaryOf(
  menu: CompiledMenu,
  item: CompiledItem,
  answers: Answers,
  locale: string,
  template?: string,
): string {
  const speaker = new Speaker(menu, item, answers.picks ?? [], locale);
  const parsed =
    template === undefined || template.trim() === ''
      ? undefined
      : parseTemplate(template, new Set(item.groupIndex.keys()));
  const sentence = parsed?.ok ? speaker.write(parsed.value) : speaker.everything();
  const notes = Object.values(answers.notes ?? {})
    .map((text) => `“${text}”`)
    .join(' ');
  const text = [sentence, notes].filter(Boolean).join(' · ');
  return text.charAt(0).toLocaleUpperCase(locale) + text.slice(1);
}

class Speaker {
  readonly #menu: CompiledMenu;
  readonly #item: CompiledItem;
  readonly #picks: readonly Pick[];
  readonly #locale: string;

  constructor(menu: CompiledMenu, item: CompiledItem, picks: readonly Pick[], locale: string) {
    this.#menu = menu;
    this.#item = item;
    this.#picks = picks;
    this.#locale = locale;
  }

  write(parts: readonly TemplatePart[]): string {
    const texts = parts.map((part) => {
      if (part.kind === 'words') return part.text;
      const group = this.#item.groups[this.#item.groupIndex.get(part.group) ?? -1];
      const words = group ? this.#namesOf(group, part.which) : [];
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
