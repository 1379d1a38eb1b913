import type { Edit } from '../change/edit.ts';
import type { Id, Menu, Rule } from '../menu/document.ts';
import { ALWAYS } from './always.ts';

/** The house rule that hides choices; its condition is always true. */
const HIDDEN_CHOICES = 'hidden-choices';

/** Whether a choice is hidden without being deleted. */
export function isHiddenChoice(menu: Menu, group: Id, choice: Id): boolean {
  return ruleOf(menu)?.then.some((effect) => 'hide' in effect && effect.hide === `${group}/${choice}`) ?? false;
}

/** Hides choices of a group on every dish that attaches it, or shows them again; nothing of them is lost. */
export function hideChoices(menu: Menu, group: Id, choices: readonly Id[], hidden: boolean): Edit[] {
  const rule = ruleOf(menu);
  const paths = choices.map((choice) => `${group}/${choice}`);
  const others = (rule?.then ?? []).filter((effect) => !('hide' in effect && paths.includes(effect.hide)));
  const then = hidden ? [...others, ...paths.map((hide) => ({ hide }))] : others;
  if (then.length === 0) return rule ? [{ type: 'remove', kind: 'rules', id: HIDDEN_CHOICES }] : [];
  const thing: Rule = { id: HIDDEN_CHOICES, name: 'Hidden for now', when: ALWAYS, then };
  return [{ type: 'put', kind: 'rules', thing }];
}

function ruleOf(menu: Menu): Rule | undefined {
  return menu.rules?.find(({ id }) => id === HIDDEN_CHOICES);
}

/** The menu with some choices (`group/choice`) no longer hidden. */
export function withoutHidden<M extends Menu>(menu: M, choices: readonly string[]): M {
  const rules = (menu.rules ?? []).flatMap((rule) => {
    if (rule.id !== HIDDEN_CHOICES) return [rule];
    const then = rule.then.filter((effect) => !('hide' in effect && choices.includes(effect.hide)));
    return then.length > 0 ? [{ ...rule, then }] : [];
  });
  return { ...menu, rules };
}
