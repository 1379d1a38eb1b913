import type { CompiledMenu, Line, Problem, What } from '@hearty-ladle/core';
import { textIn } from '@hearty-ladle/core/guest';
import { message } from '../messages/message.ts';
import { formatDay, weekdayName } from './days.ts';
import { formatMoney } from './money.ts';

/**
 * A problem in the language of a locale, as guests read it. `line`: the dish and its picks, if known, so that hours and
 * combinations are named.
 */
export function problemMessage(
  menu: CompiledMenu,
  problem: Problem,
  locale: string,
  line?: Pick<Line, 'item' | 'picks'>,
): string {
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
      return message(locale, limit === '' ? 'problem.date-from' : 'problem.date-between', {
        group,
        need: formatDay(String(need), locale),
        limit: formatDay(String(limit), locale),
      });
    case 'not-served-now': {
      const hours = hoursText(menu, line?.item, locale);
      return hours ? message(locale, 'problem.served', { hours }) : message(locale, 'problem.not-served-now');
    }
    case 'combination-not-sold':
    case 'combination-sold-out': {
      const combination = combinationText(menu, line, locale);
      const key = code === 'combination-not-sold' ? 'problem.named-not-sold' : 'problem.named-sold-out';
      return combination ? message(locale, key, { combination }) : message(locale, `problem.${code}`);
    }
    case 'amount-out-of-range': {
      const money = (minor: number | string) => formatMoney(Number(minor), menu.menu.currency, locale);
      if (limit === '') return message(locale, 'problem.amount-from', { group, need: money(need) });
      return message(locale, 'problem.amount-between', { group, need: money(need), limit: money(limit) });
    }
    case 'not-enough':
      return message(locale, 'problem.not-enough', { thing: whatName(menu, problem.what, locale) });
    case 'unknown-amount':
      return message(locale, 'problem.unknown-choice');
    case 'unknown-price-list':
      return message(locale, 'problem.unknown-location');
    default:
      return message(locale, `problem.${code}`, { group, choice, need, limit, have });
  }
}

/** What there is not enough of, by name. */
export function whatName(menu: CompiledMenu, what: What | undefined, locale: string): string {
  if (!what) return '';
  if ('ingredient' in what) return menu.menu.ingredients?.find(({ id }) => id === what.ingredient)?.name ?? '';
  if ('choice' in what) {
    const [group, choice] = what.choice.split('/');
    return choiceName(menu, group, choice, locale);
  }
  const id = 'item' in what ? what.item : what.variant.item;
  return textIn(menu.item(id)?.item.name ?? '', locale, menu.firstLocale);
}

/** When a dish is served: “Breakfast, 07:00–10:30 (Mon, Tue)”. */
function hoursText({ menu }: CompiledMenu, item: string | undefined, locale: string): string {
  const served = menu.items.find(({ id }) => id === item)?.dayparts ?? [];
  return (menu.dayparts ?? [])
    .filter(({ id }) => served.includes(id))
    .map(({ days, from, to }) => {
      const names = days.length === 7 ? '' : ` (${days.map((day) => weekdayName(day, locale)).join(', ')})`;
      return `${from}–${to}${names}`;
    })
    .join(', ');
}

/** The picks that name a combination: “Large, Oat milk”. */
function combinationText(menu: CompiledMenu, line: Pick<Line, 'item' | 'picks'> | undefined, locale: string): string {
  const by = menu.item(line?.item ?? '')?.item.variants?.by ?? [];
  return by
    .flatMap((group) => (line?.picks ?? []).filter((pick) => pick.group === group))
    .map((pick) => choiceName(menu, pick.group, pick.choice, locale))
    .join(', ');
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
