import type { Word } from '../api/quote.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { isSoldOut, acceptedChoices, type GroupAnswer, type AcceptedPick } from '../quote/answers.ts';
import { memoizeByAnswer } from '../quote/answer-cache.ts';
import type { ResolvedLine } from '../quote/resolve-line.ts';

/** One or more picks of a choice that print as one, with their inner words. */
export interface PrintedPick {
  readonly choice: OfferedChoice;
  readonly units: number;
  readonly word: string | undefined;
  readonly inner: readonly Word[];
  readonly picks: readonly AcceptedPick[];
}

/** The picks of one choice as they print: merged by amount, except those with inner words; in the order picked. */
export function printedPicks(answer: GroupAnswer, choice: OfferedChoice, line: ResolvedLine): PrintedPick[] {
  const printed: (PrintedPick & { units: number; picks: AcceptedPick[] })[] = [];
  for (const pick of answer.picks) {
    if (pick.choice !== choice) continue;
    const inner = innerWords(pick, line);
    const same =
      inner.length > 0
        ? undefined
        : printed.find((other) => other.inner.length === 0 && other.picks[0]?.amount === pick.amount);
    if (!same) {
      printed.push({ choice, units: pick.units, word: pick.amount?.word, inner, picks: [pick] });
      continue;
    }
    same.units += pick.units;
    same.picks.push(pick);
  }
  return printed;
}

/** `2x EXTRA name`, followed by its inner words. */
export function wordsOfPick({ choice, units, word, inner }: PrintedPick, times = 1): Word[] {
  const count = units * times;
  const counted = count > 1 ? `${count}x ` : '';
  const head = {
    text: counted === '' && !word ? choice.ticketName : `${counted}${word ? `${word} ` : ''}${choice.ticketName}`,
    depth: 0,
  };
  return inner.length === 0 ? [head] : [head, ...inner];
}

/** All words of a group as its home station reads them. */
export const wordsOfAnswer = memoizeByAnswer((answer, line: ResolvedLine): readonly Word[] => {
  if (answer.group.printsChanges) {
    return answer.group.choices.flatMap((choice) =>
      changedWords(answer.group, choice, printedPicks(answer, choice, line), line),
    );
  }
  return acceptedChoices(answer).flatMap((choice) =>
    printedPicks(answer, choice, line).flatMap((pick) => wordsOfPick(pick)),
  );
});

/** Only what differs from the defaults. */
function changedWords(
  group: OfferedGroup,
  choice: OfferedChoice,
  printed: readonly PrintedPick[],
  line: ResolvedLine,
): Word[] {
  const [first, ...others] = printed;
  const usual = choice.preselected;
  if (!first) return usual > 0 && isOpen(group, choice, line) ? [{ text: `NO ${choice.ticketName}`, depth: 0 }] : [];
  const isPlain = others.length === 0 && first.picks[0]?.amount === undefined;
  if (isPlain && first.units === usual && first.inner.length === 0) return [];
  if (isPlain && first.units < usual)
    return [{ text: `ONLY ${first.units} ${choice.ticketName}`, depth: 0 }, ...first.inner];
  return printed.flatMap((pick) => wordsOfPick(pick));
}

function isOpen(group: OfferedGroup, choice: OfferedChoice, { resolver, circumstances }: ResolvedLine): boolean {
  return resolver.isVisible(group.ruled) && resolver.isVisible(choice.ruled) && !isSoldOut(choice, circumstances.out);
}

/** What the groups that a pick opened print under it; `each` before the direct ones when it has several units. */
function innerWords(pick: AcceptedPick, line: ResolvedLine): Word[] {
  const each = pick.units > 1 ? 'each ' : '';
  return pick.inner.flatMap((answer) =>
    wordsOfAnswer(answer, line).map(({ text, depth }) => ({
      text: depth === 0 ? `${each}${text}` : text,
      depth: depth + 1,
    })),
  );
}
