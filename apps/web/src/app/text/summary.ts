import { type Answers, type CompiledItem, type CompiledMenu, type OfferedGroup, type Pick, textIn } from '@hearty-ladle/core';

/**
 * The answers of a line as one sentence, in the order in which they are asked. Of groups that print only changes,
 * only what differs from the usual is said.
 */
export function saySummary(menu: CompiledMenu, item: CompiledItem | undefined, { picks = [], notes = {} }: Answers, locale: string): string {
  const said = (item?.groups ?? []).flatMap((group) => sayGroup(menu, group, picks.filter((pick) => pick.group === group.id), locale));
  const words = Object.values(notes).map((text) => `“${text}”`).join(' ');
  return [said.join(', '), words].filter(Boolean).join(' · ');
}

function sayGroup(menu: CompiledMenu, group: OfferedGroup, picks: readonly Pick[], locale: string): string[] {
  if (!group.printsChanges) return picks.map((pick) => sayPick(menu, pick, locale));
  const isUsual = (pick: Pick) => group.choices.some((choice) => choice.id === pick.choice && choice.preselected === (pick.units ?? 1) && pick.amount === undefined);
  const missing = group.choices.filter((choice) => choice.preselected > 0 && !picks.some((pick) => pick.choice === choice.id));
  return [
    ...picks.filter((pick) => !isUsual(pick)).map((pick) => sayPick(menu, pick, locale)),
    ...missing.map(({ choice }) => `no ${textIn(choice.name, locale, menu.firstLocale).toLocaleLowerCase(locale)}`),
  ];
}

function sayPick(menu: CompiledMenu, pick: Pick, locale: string): string {
  const group = menu.menu.groups.find(({ id }) => id === pick.group);
  const choice = group?.kind === 'choices' ? group.choices?.find(({ id }) => id === pick.choice) : undefined;
  const amount = group?.kind === 'choices' ? group.amounts?.find(({ id }) => id === pick.amount) : undefined;
  const name = choice ? textIn(choice.name, locale, menu.firstLocale) : pick.choice;
  const units = (pick.units ?? 1) > 1 ? `${pick.units} × ` : '';
  const inner = (pick.picks ?? []).map((it) => sayPick(menu, it, locale)).join(', ');
  return `${units}${name}${amount ? ` (${textIn(amount.name, locale, menu.firstLocale).toLocaleLowerCase(locale)})` : ''}${inner ? ` with ${inner}` : ''}`;
}
