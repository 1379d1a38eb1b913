import type { Edit } from '../change/edit.ts';
import { newId } from '../exchange/typed-list.ts';
import type { Id, Rule } from '../menu/document.ts';
import type { Workbook } from '../menu/workbook.ts';

/** Switches a rule off without losing it: it waits beside the document, with its place. */
export function switchRuleOff({ rules = [] }: Workbook, id: Id): Edit[] {
  const index = rules.findIndex((rule) => rule.id === id);
  const rule = rules[index];
  if (!rule) return [];
  return [
    { type: 'remove', kind: 'rules', id },
    { type: 'put', kind: 'offRules', thing: { id, rule, index } },
  ];
}

/** Switches a rule on again, in its old place. */
export function switchRuleOn({ offRules = [], rules = [] }: Workbook, id: Id): Edit[] {
  const off = offRules.find((one) => one.id === id);
  if (!off) return [];
  return [
    { type: 'remove', kind: 'offRules', id },
    { type: 'put', kind: 'rules', thing: off.rule, index: Math.min(off.index, rules.length) },
  ];
}

/** An id for a new rule, different from those of all rules, also the ones switched off. */
export function newRuleId({ rules = [], offRules = [] }: Workbook, name: string): Id {
  return newId(
    name,
    [...rules, ...offRules].map(({ id }) => id),
  );
}

/** The rules that speak of a group, or of one choice of it (`group/choice`). */
export function rulesAbout({ rules = [] }: Pick<Workbook, 'rules'>, path: string): Rule[] {
  return rules.filter((rule) => pathsIn(rule).some((found) => found === path || found.startsWith(`${path}/`)));
}

/** The groups and choices that a rule speaks of, as paths. */
export function pathsIn({ when, then }: Pick<Rule, 'when' | 'then'>): string[] {
  const found = new Set<string>();
  const visit = (value: unknown, key: string): void => {
    if (typeof value === 'string') {
      if (PATH_FIELDS.has(key)) found.add(value);
    } else if (typeof value === 'object' && value !== null) {
      for (const [inner, one] of Object.entries(value)) visit(one, Array.isArray(value) ? key : inner);
    }
  };
  visit([when, then], '');
  return [...found];
}

const PATH_FIELDS = new Set(['picked', 'of', 'show', 'hide', 'group', 'choice', 'what']);
