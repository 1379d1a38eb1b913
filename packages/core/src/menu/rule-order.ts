import type { Id, Rule } from './document.ts';
import { groupDecidedBy, groupsOfCondition } from './paths.ts';

/** The groups that each group decides over, through the conditions and effects of rules. */
export type GroupsDecided = ReadonlyMap<Id, ReadonlySet<Id>>;

/** The groups of a rule's condition, and those that its show, hide and limit effects change. */
export interface Deciding {
  readonly from: readonly Id[];
  readonly to: readonly Id[];
}

export function decidingGroups({ when, then }: Pick<Rule, 'when' | 'then'>): Deciding {
  return { from: groupsOfCondition(when), to: then.flatMap((effect) => groupDecidedBy(effect) ?? []) };
}

/** Which of the offered groups decide over which others. */
export function groupsDecided(rules: readonly Deciding[], isOffered: (group: Id) => boolean): GroupsDecided {
  const after = new Map<Id, Set<Id>>();
  for (const { from, to } of rules) {
    for (const one of from) {
      if (!isOffered(one)) continue;
      const decided = after.get(one) ?? new Set();
      to.filter(isOffered).forEach((id) => decided.add(id));
      after.set(one, decided);
    }
  }
  return after;
}

/** Whether a group decides over another, directly or through groups between them. */
export function decidesOver(after: GroupsDecided, from: Id, goal: Id): boolean {
  const seen = new Set<Id>();
  const ahead = [from];
  for (let next = ahead.pop(); next !== undefined; next = ahead.pop()) {
    if (next === goal) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    ahead.push(...(after.get(next) ?? []));
  }
  return false;
}
