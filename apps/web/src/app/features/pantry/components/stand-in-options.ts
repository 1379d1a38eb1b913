import { type CompiledMenu, isHiddenChoice, type Out, textIn, type What } from '@hearty-ladle/core';
import { staffMessage } from '../../../messages/staff-message.ts';

/**
 * The choices that could be offered in place of what is armed: those of its group and of the groups that it would leave
 * without an answer, the hidden ones first; none of what is out itself.
 */
export function standInOptions(
  { menu, firstLocale }: CompiledMenu,
  armed: readonly What[],
  groups: readonly string[],
  out: Out,
  locale: string,
): { readonly value: string; readonly label: string }[] {
  const gone = new Set([...(out.choices ?? []), ...armed.flatMap((what) => ('choice' in what ? [what.choice] : []))]);
  const own = armed.flatMap((what) => ('choice' in what ? [what.choice.split('/')[0] ?? ''] : []));
  const asked = new Set([...own, ...groups]);
  const options = menu.groups.flatMap((group) =>
    group.kind === 'choices' && asked.has(group.id)
      ? (group.choices ?? []).flatMap(({ id, name }) => {
          const value = `${group.id}/${id}`;
          const isHidden = isHiddenChoice(menu, group.id, id);
          const words = textIn(name, locale, firstLocale);
          const label = isHidden ? staffMessage(locale, 'board.hidden', { name: words }) : words;
          return gone.has(value) ? [] : [{ value, label, isHidden }];
        })
      : [],
  );
  return options.sort((one, other) => Number(other.isHidden) - Number(one.isHidden));
}
