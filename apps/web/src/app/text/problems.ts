import { type CompiledMenu, type Problem, textIn } from '@hearty-ladle/core';
import { message } from '../messages/message.ts';
import { formatMoney } from './money.ts';

/** A problem in the language of a locale, as guests read it. */
export function problemMessage(menu: CompiledMenu, problem: Problem, locale: string): string {
  const group = promptOf(menu, problem.group, locale);
  const choice = choiceName(menu, problem.group, problem.choice, locale);
  const { code, have = 0 } = problem;
  const [need, limit] = [problem.need ?? '', problem.limit ?? ''];
  switch (code) {
    case 'too-few':
      return message(locale, 'problem.too-few', { group, count: need === 1 ? 1 : Number(need) - have });
    case 'too-many':
      return limit === 0
        ? message(locale, 'problem.nothing-fits', { group })
        : message(locale, 'problem.too-many', { group, limit, count: have - Number(limit) });
    case 'not-offered':
      return choice
        ? message(locale, 'problem.choice-not-offered', { choice })
        : message(locale, 'problem.group-not-offered', { group });
    case 'date-out-of-range':
      return message(locale, limit === '' ? 'problem.date-from' : 'problem.date-between', { group, need, limit });
    case 'amount-out-of-range': {
      const money = (minor: number | string) => formatMoney(Number(minor), menu.menu.currency, locale);
      if (limit === '') return message(locale, 'problem.amount-from', { group, need: money(need) });
      return message(locale, 'problem.amount-between', { group, need: money(need), limit: money(limit) });
    }
    case 'unknown-amount':
      return message(locale, 'problem.unknown-choice');
    case 'unknown-price-list':
      return message(locale, 'problem.unknown-location');
    default:
      return message(locale, `problem.${code}`, { group, choice, need, limit, have });
  }
}

function promptOf(menu: CompiledMenu, id: string | undefined, locale: string): string {
  const group = menu.menu.groups.find((it) => it.id === id);
  if (!group) return message(locale, 'problem.a-question');
  return textIn(group.prompt, locale, menu.firstLocale).replace(/^[¿]|[?:]$/g, '');
}

function choiceName(menu: CompiledMenu, group: string | undefined, id: string | undefined, locale: string): string {
  if (id === undefined) return '';
  const found = menu.menu.groups.find((it) => it.id === group);
  const choice = found?.kind === 'choices' ? found.choices?.find((it) => it.id === id) : undefined;
  return choice ? textIn(choice.name, locale, menu.firstLocale) : message(locale, 'problem.a-choice');
}
