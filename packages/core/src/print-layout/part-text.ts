import type { Part } from '../api/quote.ts';
import type { CompiledMenu } from '../compile/compiled.ts';
import { textIn } from '../menu/text.ts';

/** Words of a price part besides the menu's own, in the reader's language. */
export interface PartWords {
  readonly included: (count: number) => string;
  readonly once: string;
}
const ENGLISH: PartWords = { included: (count) => `${count} included`, once: 'once' };

/** A price part in a few words: how many of what, and how many of them are included. */
export function partText(menu: CompiledMenu, part: Part, locale: string, words: PartWords = ENGLISH): string {
  const group = menu.menu.groups.find(({ id }) => id === part.group);
  const choice = group?.kind === 'choices' ? group.choices?.find(({ id }) => id === part.choice) : undefined;
  const asked = group && textIn(group.prompt, locale, menu.firstLocale);
  const name = choice ? textIn(choice.name, locale, menu.firstLocale) : (asked ?? '');
  const units = (part.units ?? 1) > 1 ? `${part.units} × ` : '';
  const included = part.value !== 0 && (part.included ?? 0) > 0 ? ` (${words.included(part.included ?? 0)})` : '';
  return `${units}${name}${included}${part.charge === 'once' ? `, ${words.once}` : ''}`;
}
