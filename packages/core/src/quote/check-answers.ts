import type { Problem } from '../api/quote.ts';
import type { GroupAnswer, AcceptedPick } from './answers.ts';
import { memoizeByAnswer } from './answer-cache.ts';
import { ProblemList } from './problem.ts';

/** Checks accepted answers against their groups' limits, including groups that picks opened. */
export function checkAnswers(
  answers: readonly GroupAnswer[],
  consents: readonly string[],
  problems: ProblemList,
): void {
  for (const answer of answers) {
    const { kind } = answer.group.group;
    if (kind === 'choices') problems.addAll(problemsOfChoices(answer));
    else if (kind === 'note') checkNote(answer, problems);
    else if (kind === 'consent' && !consents.includes(answer.group.id)) {
      problems.add('consent-required', { group: answer.group.id }, answer.at);
    }
    if (answer.group.opens) for (const pick of answer.picks) checkAnswers(pick.inner, consents, problems);
  }
}

const problemsOfChoices = memoizeByAnswer<void, readonly Problem[]>(({ group, at, min, max, picks, count }) => {
  const problems = new ProblemList();
  if (count < min) problems.add('too-few', { group: group.id, need: min, have: count }, at);
  if (max !== null && count > max) problems.add('too-many', { group: group.id, limit: max, have: count }, at);
  const units = unitsByChoice(picks);
  for (const [choice, have] of units) {
    const place = { group: group.id, choice: choice.id };
    if (have > choice.max) problems.add('too-many-of-choice', { ...place, limit: choice.max, have }, at);
    if (choice.choice.alone && units.size > 1) problems.add('not-alone', place, at);
  }
  return problems.problems;
});

/** Accepted units per choice in one answer. */
export function unitsByChoice(picks: readonly AcceptedPick[]): Map<AcceptedPick['choice'], number> {
  const units = new Map<AcceptedPick['choice'], number>();
  for (const pick of picks) units.set(pick.choice, (units.get(pick.choice) ?? 0) + pick.units);
  return units;
}

function checkNote({ group: { group }, at, note }: GroupAnswer, problems: ProblemList): void {
  if (group.kind !== 'note') return;
  if (note === '') {
    if (group.note?.required) problems.add('note-required', { group: group.id }, at);
    return;
  }
  const limit = group.note?.maxLength;
  const have = [...note].length;
  if (limit !== undefined && have > limit) problems.add('note-too-long', { group: group.id, limit, have }, at);
}
