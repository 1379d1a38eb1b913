import type { Id } from './document.ts';
import type { ChoicesGroup } from './group-schema.ts';
import type { Scope } from './scope.ts';

const DEEPEST = 4;

/** Checks groups that choices open: no cycles, at most four levels, no dates or named amounts. */
export function checkOpens(scope: Scope): void {
  const depths = new Map<Id, number>();
  scope.menu.groups.forEach((group, i) => {
    if (group.kind !== 'choices') return;
    checkKinds(scope, group, `/groups/${i}`);
    if (opensItself(scope, group.id)) scope.found.add(`/groups/${i}`, 'opens-circle', { group: group.id });
    else if (openings(scope, group.id, depths, new Set()) > DEEPEST) {
      scope.found.add(`/groups/${i}`, 'opens-too-deep', { group: group.id, deepest: DEEPEST });
    }
  });
}

function checkKinds(scope: Scope, group: ChoicesGroup, path: string): void {
  group.choices?.forEach((choice, i) =>
    choice.opens?.forEach((id, j) => {
      const kind = scope.offers.groups.get(id)?.kind;
      if (kind === 'date' || kind === 'amount') {
        scope.found.add(`${path}/choices/${i}/opens/${j}`, 'opens-kind', { group: id, kind });
      }
    }),
  );
}

function opened(scope: Scope, id: Id): Id[] {
  const group = scope.offers.groups.get(id);
  return group?.kind === 'choices' ? (group.choices ?? []).flatMap((choice) => choice.opens ?? []) : [];
}

function opensItself(scope: Scope, id: Id): boolean {
  const seen = new Set<Id>();
  const ahead = opened(scope, id);
  for (let next = ahead.pop(); next !== undefined; next = ahead.pop()) {
    if (next === id) return true;
    if (seen.has(next)) continue;
    seen.add(next);
    ahead.push(...opened(scope, next));
  }
  return false;
}

/** The longest chain of openings from here; a group met again on the way ends the chain. */
function openings(scope: Scope, id: Id, depths: Map<Id, number>, visited: Set<Id>): number {
  const known = depths.get(id);
  if (known !== undefined) return known;
  if (visited.has(id)) return 0;
  visited.add(id);
  const depth = opened(scope, id).reduce((most, next) => Math.max(most, 1 + openings(scope, next, depths, visited)), 0);
  visited.delete(id);
  depths.set(id, depth);
  return depth;
}
