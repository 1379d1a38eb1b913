import type { CompiledMenu, Line, OfferedChoice } from '@hearty-ladle/core';
import { allergenName, broughtOf, choiceStatement, statedParts } from '@hearty-ladle/core/guest';
import { message } from '../messages/message.ts';

/** Allergens within a sentence: “sesame and milk” (all of them) or “sesame or milk” (any of them). */
export function allergenList(ids: readonly string[], locale: string, type: 'conjunction' | 'disjunction'): string {
  const names = ids.map((id) => allergenName(id, locale).toLocaleLowerCase(locale));
  return new Intl.ListFormat(locale, { type }).format(names);
}

/** What a choice brings of what a guest can't have, or that it does not say; empty if it is proved to be without. */
export function avoidanceOf(
  menu: CompiledMenu,
  choice: OfferedChoice,
  avoid: readonly string[],
  locale: string,
): string {
  const { allergens, isComplete } = choiceStatement(menu, choice);
  return warning(allergens, isComplete, avoid, locale);
}

/** The same of a line as answered; `allergens`: those of its quote. */
export function lineWarning(
  menu: CompiledMenu,
  { item: id, picks = [] }: Line,
  allergens: readonly string[],
  avoid: readonly string[],
  locale: string,
): string {
  const item = menu.item(id);
  const isComplete = !item || statedParts(menu, item, picks).every((part) => part.isComplete);
  return warning(allergens, isComplete, avoid, locale);
}

function warning(allergens: readonly string[], isComplete: boolean, avoid: readonly string[], locale: string): string {
  if (avoid.length === 0) return '';
  const brought = broughtOf(allergens, avoid);
  if (brought.length > 0)
    return message(locale, 'question.contains', { names: allergenList(brought, locale, 'conjunction') });
  return isComplete ? '' : message(locale, 'question.not-stated');
}
