import { type Answers, type CompiledMenu, type Pick, textIn } from '@hearty-ladle/core';

/** The answers of a line as one sentence, in the order in which they are asked. */
export function saySummary(menu: CompiledMenu, { picks = [], notes = {} }: Answers, locale: string): string {
  const said = picks.map((pick) => sayPick(menu, pick, locale)).join(', ');
  const words = Object.values(notes).map((text) => `“${text}”`).join(' ');
  return [said, words].filter(Boolean).join(' · ');
}

function sayPick(menu: CompiledMenu, pick: Pick, locale: string): string {
  const group = menu.menu.groups.find(({ id }) => id === pick.group);
  const choice = group?.kind === 'choices' ? group.choices?.find(({ id }) => id === pick.choice) : undefined;
  const amount = group?.kind === 'choices' ? group.amounts?.find(({ id }) => id === pick.amount) : undefined;
  const name = choice ? textIn(choice.name, locale, menu.firstLocale) : pick.choice;
  const units = (pick.units ?? 1) > 1 ? `${pick.units} × ` : '';
  const inner = (pick.picks ?? []).map((it) => sayPick(menu, it, locale)).join(', ');
  return `${units}${name}${amount ? ` (${textIn(amount.name, locale, menu.firstLocale).toLowerCase()})` : ''}${inner ? ` with ${inner}` : ''}`;
}
