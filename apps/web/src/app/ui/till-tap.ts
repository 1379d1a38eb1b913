import {
  type Answers,
  type CompiledItem,
  dropChoice,
  groupAt,
  type OfferedGroupView,
  pickChoice,
  picksAt,
  setUnits,
} from '@hearty-ladle/core';

/** The keys that stand on the choices of a question, in order; N and Q have other uses at a dish. */
export const CHOICE_KEYS = '1234567890abcdefghijklmoprstuvwxyz';

/**
 * The answers after a tap on a choice: it is picked, gets one more unit, or is dropped when it has them all; a required
 * choice of one stays.
 */
export function tapChoice<A extends Answers>(item: CompiledItem, answers: A, view: OfferedGroupView, id: string): A {
  const group = groupAt(item, answers, view.at, view.group);
  const choice = group?.choices.find((one) => one.id === id);
  if (!group || !choice) return answers;
  const units = unitsOf(answers, view, id);
  const isPickOne = view.max === 1;
  if (units === 0) return pickChoice(answers, view.at, group, choice, isPickOne);
  if (units < choice.max) return setUnits(answers, view.at, group.id, choice.id, units + 1);
  return isPickOne && view.min > 0 ? answers : dropChoice(answers, view.at, group.id, choice.id);
}

export function unitsOf(answers: Answers, view: OfferedGroupView, choice: string): number {
  return picksAt(answers, view.at, view.group)
    .filter((pick) => pick.choice === choice)
    .reduce((sum, { units = 1 }) => sum + units, 0);
}
