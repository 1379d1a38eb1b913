import type { Answers, Pick } from '../api/line.ts';
import type { CompiledItem, CompiledMenu, OfferedGroup } from '../compile/compiled.ts';
import type { Id } from '../menu/document.ts';
import { textIn } from '../menu/text.ts';

/** How money and dates read in the reader's language. */
export interface AnswerFormats {
  /** An amount in minor units. */
  readonly money: (minor: number) => string;
  /** An ISO date (`2026-05-12`). */
  readonly date: (iso: string) => string;
}

/** An answer that was written, named or agreed to rather than picked. */
export interface WrittenAnswer {
  readonly group: Id;
  readonly kind: 'note' | 'date' | 'amount' | 'consent';
  /** What was asked, without its question mark. */
  readonly label: string;
  /** The answer; empty for a consent. */
  readonly text: string;
  /** An allergy, for example: nobody may overlook it. */
  readonly isLoud: boolean;
}

/** All written answers of a dish, or of the order, in the order asked; those inside a pick with the pick. */
export function writtenAnswers(
  menu: CompiledMenu,
  item: CompiledItem,
  answers: Answers,
  locale: string,
  formats: AnswerFormats,
): WrittenAnswer[] {
  const answerTo = (offered: OfferedGroup, given: Answers): WrittenAnswer[] => {
    const { id, group } = offered;
    const prompt = textIn(offered.heading ?? group.prompt, locale, menu.firstLocale);
    const label = prompt.replace(/^¿|\s*[?:]$/gu, '');
    const own = (kind: WrittenAnswer['kind'], text: string | undefined, isLoud = false): WrittenAnswer[] =>
      text === undefined ? [] : [{ group: id, kind, label, text, isLoud }];
    switch (group.kind) {
      case 'note':
        return own('note', given.notes?.[id]?.trim() || undefined, group.note?.loud);
      case 'date': {
        const date = given.dates?.[id];
        return own('date', date ? formats.date(date) : undefined);
      }
      case 'amount': {
        const amount = given.amounts?.[id];
        return own('amount', amount ? formats.money(amount) : undefined);
      }
      case 'consent':
        return own('consent', given.consents?.includes(id) ? '' : undefined);
      default:
        return inside(offered, given.picks ?? []);
    }
  };
  const inside = ({ id, choices, choiceIndex }: OfferedGroup, picks: readonly Pick[]): WrittenAnswer[] =>
    picks
      .filter(({ group }) => group === id)
      .flatMap((pick) => {
        const opens = choices[choiceIndex.get(pick.choice) ?? -1]?.opens ?? [];
        return opens.flatMap((opened) =>
          answerTo(opened, { ...answers, picks: pick.picks ?? [], notes: pick.notes ?? {} }),
        );
      });
  return item.groups.flatMap((group) => answerTo(group, answers));
}
