import { type CompiledMenu, type Problem, textIn } from '@hearty-ladle/core';
import { formatMoney } from './money.ts';

/** A problem as guests read it. The only place with these sentences, one for each code. */
export function problemMessage(menu: CompiledMenu, problem: Problem, locale: string): string {
  const group = promptOf(menu, problem.group, locale);
  const choice = choiceName(menu, problem.group, problem.choice, locale);
  const { need, limit, have } = problem;
  switch (problem.code) {
    case 'too-few':
      return need === 1
        ? `${group}: please choose one.`
        : `${group}: please choose ${Number(need) - (have ?? 0)} more.`;
    case 'too-many':
      return limit === 0
        ? `${group}: nothing can be chosen here with the rest.`
        : `${group}: ${limit} at most; take away ${(have ?? 0) - Number(limit)}.`;
    case 'too-many-of-choice':
      return `${choice}: ${limit} at most.`;
    case 'not-alone':
      return `${choice} goes with nothing else in “${group}”.`;
    case 'not-offered':
      return choice
        ? `${choice} can’t be had with the rest of your choices.`
        : `“${group}” is not asked with the rest of your choices.`;
    case 'sold-out':
      return `${choice} is sold out.`;
    case 'note-required':
      return `${group}: please write a few words.`;
    case 'note-too-long':
      return `${group}: ${have} characters are too many; ${limit} fit.`;
    case 'consent-required':
      return `Please agree: ${group}`;
    case 'date-required':
      return `${group}: please choose a day.`;
    case 'date-out-of-range':
      return limit === null ? `${group}: from ${need} on.` : `${group}: between ${need} and ${limit}.`;
    case 'amount-required':
      return `${group}: please name an amount.`;
    case 'amount-out-of-range':
      return sayAmountRange(menu, group, problem, locale);
    case 'combination-not-sold':
      return 'This combination is not sold; please change one of the choices.';
    case 'combination-sold-out':
      return 'This combination is sold out; please change one of the choices.';
    case 'item-sold-out':
      return 'This is sold out.';
    case 'not-served-now':
      return 'This is not served at this time of day.';
    case 'item-not-on-channel':
      return 'This can’t be ordered here.';
    case 'unknown-item':
      return 'This is no longer on the menu.';
    case 'unknown-group':
      return 'Something was answered that is no longer asked.';
    case 'unknown-choice':
    case 'unknown-amount':
      return 'Something you chose is no longer on the menu.';
    case 'bad-quantity':
      return 'How many? A whole number from 1 to 999, please.';
    case 'bad-units':
      return `${choice}: how many? A whole number from 1 to 99, please.`;
    case 'price-below-zero':
      return 'The price comes to less than nothing; please tell us.';
    case 'empty-order':
      return 'There is nothing in the order yet.';
    case 'unknown-location':
    case 'unknown-price-list':
      return 'This place is not known here.';
  }
}

function promptOf(menu: CompiledMenu, id: string | undefined, locale: string): string {
  const group = menu.menu.groups.find((it) => it.id === id);
  return group ? textIn(group.prompt, locale, menu.firstLocale).replace(/[?:]$/, '') : 'A question';
}

function choiceName(menu: CompiledMenu, group: string | undefined, id: string | undefined, locale: string): string {
  if (id === undefined) return '';
  const found = menu.menu.groups.find((it) => it.id === group);
  const choice = found?.kind === 'choices' ? found.choices?.find((it) => it.id === id) : undefined;
  return choice ? textIn(choice.name, locale, menu.firstLocale) : 'A choice';
}

function sayAmountRange(menu: CompiledMenu, group: string, { need, limit }: Problem, locale: string): string {
  const money = (minor: unknown) => formatMoney(Number(minor), menu.menu.currency, locale);
  return limit === null ? `${group}: ${money(need)} or more.` : `${group}: between ${money(need)} and ${money(limit)}.`;
}
