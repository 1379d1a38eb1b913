import {
  type CompiledMenu,
  type Finding,
  type Pick,
  type Replay,
  findingMessage,
  textIn,
  writeRule,
} from '@hearty-ladle/core';
import { languageName } from './languages.ts';
import { formatMoney } from './money.ts';

/** A finding as text, with names instead of ids. */
export function findingText(menu: CompiledMenu, finding: Finding): string {
  const { params, picks, occasion } = finding;
  const group = menu.menu.groups.find(({ id }) => id === (params['group'] ?? groupOf(finding.where)));
  const choiceName = (groupId: unknown, id: string) => {
    const found = menu.menu.groups.find((it) => it.id === groupId);
    const choice = found?.kind === 'choices' ? found.choices?.find((it) => it.id === id) : undefined;
    return choice ? textIn(choice.name, menu.firstLocale, menu.firstLocale) : id;
  };
  const namedPicks = (list: readonly Pick[]): Pick[] =>
    list.map((pick) => ({
      ...pick,
      choice: choiceName(pick.group, pick.choice),
      ...(pick.picks && { picks: namedPicks(pick.picks) }),
    }));
  const money = (minor: unknown) => formatMoney(Number(minor), menu.menu.currency, menu.firstLocale);
  const named = {
    ...params,
    ...(params['promised'] !== undefined && { promised: money(params['promised']), total: money(params['total']) }),
    ...(group && { group: group.name }),
    ...(params['choice'] !== undefined && { choice: choiceName(params['group'], String(params['choice'])) }),
    ...(params['other'] !== undefined && { other: ruleName(menu, String(params['other'])) }),
    ...(Array.isArray(params['languages']) && {
      languages: params['languages'].map((tag) => languageName(String(tag))),
    }),
  };
  return findingMessage({
    ...finding,
    params: named,
    ...(picks && { picks: namedPicks(picks) }),
    ...(occasion && { occasion: namedOccasion(menu, occasion) }),
  });
}

/** An occasion with names of locations, price lists and guests instead of ids. */
export function namedOccasion(menu: CompiledMenu, occasion: Replay['occasion']): Replay['occasion'] {
  const { locations, priceLists, guests } = menu.menu;
  const nameOf = (list: readonly { readonly id: string; readonly name: string }[] | undefined, id: string) =>
    list?.find((it) => it.id === id)?.name ?? id;
  return {
    ...occasion,
    ...(occasion.location !== undefined && { location: nameOf(locations, occasion.location) }),
    ...(occasion.priceList !== undefined && { priceList: nameOf(priceLists, occasion.priceList) }),
    ...(occasion.guest && { guest: nameOf(guests, occasion.guest) }),
  };
}

/** The place of a finding by name: a dish and its group, a group and its choice, a rule, an ingredient. */
export function placeName(menu: CompiledMenu, where: string): string {
  const [kind, id, second, inner, , choice] = where.split('/');
  const words = (text: Parameters<typeof textIn>[0] | undefined) =>
    text === undefined ? '' : textIn(text, menu.firstLocale, menu.firstLocale);
  const groupName = (wanted: string | undefined) => menu.menu.groups.find((it) => it.id === wanted)?.name ?? '';
  const choiceName = (group: string | undefined, wanted: string | undefined) => {
    const found = menu.menu.groups.find((it) => it.id === group);
    return found?.kind === 'choices' ? words(found.choices?.find((it) => it.id === wanted)?.name) : '';
  };
  switch (kind) {
    case 'items':
      return [
        words(menu.menu.items.find((it) => it.id === id)?.name),
        second && groupName(inner),
        choice && choiceName(inner, choice),
      ]
        .filter(Boolean)
        .join(' · ');
    case 'groups':
      return [groupName(id), second && choiceName(id, inner)].filter(Boolean).join(' · ');
    case 'rules':
      return ruleName(menu, id ?? '');
    case 'ingredients':
      return menu.menu.ingredients?.find((it) => it.id === id)?.name ?? id ?? '';
    case 'sections':
      return words(menu.menu.sections.find((it) => it.id === id)?.name);
    default:
      return where;
  }
}

/** Where a finding can be mended: a screen, and the choice to go to there; undefined if there is none. */
export function placeToMend(where: string): { link: string[]; queryParams: { choice?: string } } | undefined {
  const [kind, id = '', second, inner = '', , choice] = where.split('/');
  const to = (link: string[], found?: string) => ({ link, queryParams: found === undefined ? {} : { choice: found } });
  switch (kind) {
    case 'rules':
      return to(['/rules', id]);
    case 'items':
      if (choice !== undefined) return to(['/groups', inner], choice);
      return to(second === 'groups' ? ['/menu', id, inner] : ['/menu', id]);
    case 'groups':
      return to(['/groups', id], second === 'choices' ? inner : undefined);
    case 'ingredients':
      return to(['/setup', 'ingredients', id]);
    default:
      return undefined;
  }
}

/** The name of a rule; its sentence, if it has none. */
function ruleName(menu: CompiledMenu, id: string): string {
  const rule = menu.menu.rules?.find((it) => it.id === id);
  return rule ? rule.name || writeRule(menu.menu, rule) : id;
}

function groupOf(where: string): string | undefined {
  return /(?:^|\/)groups\/([^/]+)/.exec(where)?.[1];
}
