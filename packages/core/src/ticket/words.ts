import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { isSoldOut, standingChoices, type GroupAnswer, type SettledAnswers, type StandingPick } from '../quote/settlement.ts';
import type { OutIndex } from '../quote/circumstances.ts';

/** A word of a ticket; what belongs to it follows, one deeper. */
export interface Word {
  readonly text: string;
  readonly depth: number;
}

/** One or more picks of a choice that print as one, with the words of what they opened. */
export interface PrintedPick {
  readonly choice: OfferedChoice;
  readonly units: number;
  readonly word: string | undefined;
  readonly inner: readonly Word[];
  readonly picks: readonly StandingPick[];
}

/** What decides whether an unpicked default was taken away by the guest or by the house. */
export interface Offering {
  readonly settlement: SettledAnswers;
  readonly out: OutIndex;
}

/** The picks of one choice as they print: same amounts as one, those with inner words apart, in the order picked. */
export function printedPicks(answer: GroupAnswer, choice: OfferedChoice, offering: Offering): PrintedPick[] {
  const printed: PrintedPick[] = [];
  for (const pick of answer.picks) {
    if (pick.choice !== choice) continue;
    const inner = innerWords(pick, offering);
    const word = pick.amount?.word;
    const same = inner.length > 0 ? -1 : printed.findIndex((other) => other.inner.length === 0 && sameAmount(other, pick));
    const other = printed[same];
    if (other) printed[same] = { ...other, units: other.units + pick.units, picks: [...other.picks, pick] };
    else printed.push({ choice, units: pick.units, word, inner, picks: [pick] });
  }
  return printed;
}

function sameAmount(printed: PrintedPick, pick: StandingPick): boolean {
  return printed.picks[0]?.amount === pick.amount;
}

/** `2x EXTRA name`, and the words of what it opened. */
export function wordsOfPick({ choice, units, word, inner }: PrintedPick, times = 1): Word[] {
  const count = units * times;
  const counted = count > 1 ? `${count}x ` : '';
  const head = { text: counted === '' && !word ? choice.ticketName : `${counted}${word ? `${word} ` : ''}${choice.ticketName}`, depth: 0 };
  return inner.length === 0 ? [head] : [head, ...inner];
}

/** All words of a group as its home station reads them. */
export function wordsOfAnswer(answer: GroupAnswer, offering: Offering): Word[] {
  if (answer.group.printsChanges) {
    return answer.group.choices.flatMap((choice) => changedWords(answer.group, choice, printedPicks(answer, choice, offering), offering));
  }
  return standingChoices(answer).flatMap((choice) => printedPicks(answer, choice, offering).flatMap((pick) => wordsOfPick(pick)));
}

/** Only what differs from the defaults. */
function changedWords(group: OfferedGroup, choice: OfferedChoice, printed: readonly PrintedPick[], offering: Offering): Word[] {
  const [first, ...others] = printed;
  const usual = choice.preselected;
  if (!first) return usual > 0 && isOpen(group, choice, offering) ? [{ text: `NO ${choice.ticketName}`, depth: 0 }] : [];
  const isPlain = others.length === 0 && first.inner.length === 0 && first.picks[0]?.amount === undefined;
  if (isPlain && first.units === usual) return [];
  if (isPlain && first.units < usual) return [{ text: `ONLY ${first.units} ${choice.ticketName}`, depth: 0 }];
  return printed.flatMap((pick) => wordsOfPick(pick));
}

function isOpen(group: OfferedGroup, choice: OfferedChoice, { settlement, out }: Offering): boolean {
  return settlement.isVisible(group.ruled) && settlement.isVisible(choice.ruled) && !isSoldOut(choice, out);
}

/** What the groups that a pick opened print under it; `each` before the direct ones when it has several units. */
function innerWords(pick: StandingPick, offering: Offering): Word[] {
  const each = pick.units > 1 ? 'each ' : '';
  return pick.inner.flatMap((answer) =>
    wordsOfAnswer(answer, offering).map(({ text, depth }) => ({ text: depth === 0 ? `${each}${text}` : text, depth: depth + 1 })),
  );
}
