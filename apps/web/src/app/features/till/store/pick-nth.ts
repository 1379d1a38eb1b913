import { type CompiledMenu, groupAt, type Line, pickChoice, type Quote } from '@hearty-ladle/core';

/**
 * The line with the nth choice of the first group that still needs one, else of its first group; unchanged if there is
 * none.
 */
export function pickNth(menu: CompiledMenu, line: Line, quote: Quote, number: number): Line {
  const item = menu.item(line.item);
  const questions = quote.groups.filter(({ kind }) => kind === 'choices');
  const view = questions.find(({ have, min }) => have < min) ?? questions[0];
  const group = item && view && groupAt(item, line, view.at, view.group);
  const wanted = view?.choices[number - 1];
  const choice = group?.choices.find(({ id }) => id === wanted?.choice);
  return view && group && choice && wanted?.state === 'open'
    ? pickChoice(line, view.at, group, choice, view.max === 1)
    : line;
}
