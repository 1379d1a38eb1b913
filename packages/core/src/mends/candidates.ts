import type { Edit } from '../change/edit.ts';
import type { Finding } from '../check/finding.ts';
import { switchRuleOff } from '../edits/rule-switch.ts';
import type { Effect, Id, Item, Rule } from '../menu/document.ts';
import type { ChoicesGroup } from '../menu/group-schema.ts';
import type { Workbook } from '../menu/workbook.ts';

/** What a mend does, in the order in which it is preferred. */
export type MendKind = 'narrow' | 'switch-off' | 'delete' | 'charge-each' | 'include-none' | 'preselect-none';

export interface Mend {
  readonly kind: MendKind;
  readonly edits: readonly Edit[];
}

/** Obvious ways to mend a finding; none of them is proved yet to remove it. */
export function mendCandidates(menu: Workbook, { code, where, params }: Finding): Mend[] {
  const [kind, id = '', , group = '', , choice = ''] = where.split('/');
  switch (code) {
    case 'rule-never-fires':
      return [{ kind: 'switch-off', edits: switchRuleOff(menu, id) }];
    case 'rules-disagree':
      return disagreement(menu, id, String(params['other']));
    case 'unused-group':
      return [{ kind: 'delete', edits: [{ type: 'remove', kind: 'groups', id }] }];
    case 'unused-ingredient':
      return [{ kind: 'delete', edits: [{ type: 'remove', kind: 'ingredients', id }] }];
    case 'once-with-food':
      return kind === 'groups' ? chargedForEach(menu, id, group) : [];
    case 'included-never-used':
      return kind === 'groups'
        ? noneIncluded(menu, id)
        : attached(menu, id, group, () => ({ included: 0 }), 'include-none');
    case 'default-breaks-limits':
      return choice === '' ? attached(menu, id, group, nonePreselected, 'preselect-none') : [];
    default:
      return [];
  }
}

/** Where both rules hold, the one that has no say there gives way; or it is switched off, if it never has one. */
function disagreement(menu: Workbook, id: Id, otherId: Id): Mend[] {
  const [rule, other] = [id, otherId].map((wanted) => menu.rules?.find((it) => it.id === wanted));
  if (!rule || !other) return [];
  const [loser, winner] = hides(rule, other) || !hides(other, rule) ? [other, rule] : [rule, other];
  // What else the rule does must not be lost where it gives way.
  if (loser.then.length > 1) return [];
  const narrowed: Rule = { ...loser, when: { all: [loser.when, { not: winner.when }] } };
  return [
    { kind: 'narrow', edits: [{ type: 'put', kind: 'rules', thing: narrowed }] },
    { kind: 'switch-off', edits: switchRuleOff(menu, loser.id) },
  ];
}

/** Whether a rule hides what the other shows: hiding has its way, whichever stands first. */
function hides(rule: Rule, other: Rule): boolean {
  const shown = new Set(other.then.flatMap((effect: Effect) => ('show' in effect ? effect.show : [])));
  return rule.then.some((effect) => 'hide' in effect && shown.has(effect.hide));
}

function chargedForEach(menu: Workbook, id: Id, choiceId: Id): Mend[] {
  const group = choicesGroup(menu, id);
  if (!group) return [];
  const choices = (group.choices ?? []).map((choice) => {
    if (choice.id !== choiceId || !choice.price || !('charge' in choice.price)) return choice;
    const { charge: _, ...price } = choice.price;
    return { ...choice, price };
  });
  return [{ kind: 'charge-each', edits: [{ type: 'put', kind: 'groups', thing: { ...group, choices } }] }];
}

function noneIncluded(menu: Workbook, id: Id): Mend[] {
  const group = choicesGroup(menu, id);
  if (!group) return [];
  const { included: _, ...thing } = group;
  return [{ kind: 'include-none', edits: [{ type: 'put', kind: 'groups', thing }] }];
}

type Attached = NonNullable<Item['groups']>[number];

/** A difference of one dish, if the group is attached to the dish itself. */
function attached(
  menu: Workbook,
  id: Id,
  groupId: Id,
  difference: (group: ChoicesGroup, attachment: Attached) => Partial<Attached>,
  kind: MendKind,
): Mend[] {
  const item = menu.items.find((it) => it.id === id);
  const group = choicesGroup(menu, groupId);
  if (!item?.groups?.some((it) => it.group === groupId) || !group) return [];
  const groups = item.groups.map((it) => (it.group === groupId ? { ...it, ...difference(group, it) } : it));
  return [{ kind, edits: [{ type: 'put', kind: 'items', thing: { ...item, groups } }] }];
}

function nonePreselected({ choices = [] }: ChoicesGroup, { defaults = {} }: Attached): Partial<Attached> {
  const ids = choices.filter(({ id, default: units = 0 }) => (defaults[id] ?? units) > 0).map(({ id }) => id);
  return { defaults: { ...defaults, ...Object.fromEntries(ids.map((id) => [id, 0])) } };
}

function choicesGroup(menu: Workbook, id: Id): ChoicesGroup | undefined {
  const group = menu.groups.find((it) => it.id === id);
  return group?.kind === 'choices' ? group : undefined;
}
