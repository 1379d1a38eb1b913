import { type CompiledMenu, type Quote, tellsIn, textIn } from '@hearty-ladle/core';
import { formatMoney } from '../../../text/money.ts';

/** What a rule changes in one build, in words: the quote with it against the quote without it. */
export function changesByRule(menu: CompiledMenu, withRule: Quote, without: Quote): string[] {
  const { firstLocale } = menu;
  const money = (minor: number) => formatMoney(minor, menu.menu.currency, firstLocale);
  const changes: string[] = [];
  if (withRule.price.line !== without.price.line)
    changes.push(`Price ${money(without.price.line)} → ${money(withRule.price.line)}`);
  for (const view of without.groups) {
    const now = withRule.groups.find(({ group, at }) => group === view.group && String(at) === String(view.at));
    const name = menu.menu.groups.find(({ id }) => id === view.group)?.name ?? view.group;
    if (!now) {
      changes.push(`${name} is not asked`);
      continue;
    }
    const gone = view.choices.filter(({ choice, state }) => {
      const other = now.choices.find((one) => one.choice === choice);
      return state === 'open' && other?.state !== 'open';
    });
    if (gone.length > 0)
      changes.push(`${name}: without ${gone.map(({ choice }) => choiceName(menu, view.group, choice)).join(', ')}`);
    if (now.min !== view.min || now.max !== view.max || now.included !== view.included)
      changes.push(`${name}: ${limits(view)} → ${limits(now)}`);
  }
  for (const { group, at } of withRule.groups)
    if (!without.groups.some((view) => view.group === group && String(view.at) === String(at)))
      changes.push(`${menu.menu.groups.find(({ id }) => id === group)?.name ?? group} is asked`);
  const said = new Set(tellsIn(menu, without, firstLocale));
  for (const tell of tellsIn(menu, withRule, firstLocale)) if (!said.has(tell)) changes.push(`Guests read: “${tell}”`);
  if (withRule.code !== without.code) changes.push(`Code ${without.code || '–'} → ${withRule.code}`);
  if (changes.length === 0 && JSON.stringify(withRule.tickets) !== JSON.stringify(without.tickets))
    changes.push('Other stations read it');
  return changes;
}

function limits({ min, max, included }: Quote['groups'][number]): string {
  return `${min} to ${max ?? 'any number'}${included > 0 ? `, ${included} included` : ''}`;
}

function choiceName(menu: CompiledMenu, groupId: string, id: string): string {
  const group = menu.menu.groups.find((one) => one.id === groupId);
  const choice = group?.kind === 'choices' ? group.choices?.find((one) => one.id === id) : undefined;
  return choice ? textIn(choice.name, menu.firstLocale, menu.firstLocale) : id;
}
