import type { Id, Menu } from '@hearty-ladle/core';

/** The dishes that choices refer to: other dishes depend on them. */
export function dishesOfChoices({ groups }: Menu): Set<Id> {
  return new Set(
    groups.flatMap((group) =>
      group.kind === 'choices' ? (group.choices ?? []).flatMap(({ item }) => item ?? []) : [],
    ),
  );
}
