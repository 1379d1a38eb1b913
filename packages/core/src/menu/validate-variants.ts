import type { Cell, Item, Variants } from './document.ts';
import { joinPointer } from './fault.ts';
import type { ChoicesGroup } from './group-schema.ts';
import { attachedLimits, type Offer, offersOf } from './offered.ts';
import { refer, referToChoice, type Scope } from './scope.ts';

/**
 * Checks variants tables: every `by` group is offered and pick-one there, and every cell is one distinct combination.
 */
export function checkVariants(scope: Scope): void {
  scope.menu.items.forEach((item, i) => {
    if (item.variants) checkTable(scope, item, item.variants, `/items/${i}/variants`);
  });
}

function checkTable(scope: Scope, item: Item, { by, cells }: Variants, path: string): void {
  const offers = new Map(offersOf(scope.offers, item).map((offer) => [offer.group.id, offer]));
  by.forEach((id, i) => {
    const at = `${path}/by/${i}`;
    if (by.indexOf(id) !== i) return scope.found.add(at, 'id-twice', { id });
    if (!scope.offers.groups.has(id)) return refer(scope, at, 'groups', id);
    if (!isPickOne(offers.get(id))) scope.found.add(at, 'by-not-pick-one', { group: id });
  });
  const seen = new Set<string>();
  cells.forEach((cell, i) => {
    checkCell(scope, cell, by, offers, `${path}/cells/${i}`);
    const key = JSON.stringify(by.map((id) => (Object.hasOwn(cell.pick, id) ? cell.pick[id] : null)));
    if (seen.has(key)) scope.found.add(`${path}/cells/${i}`, 'cell-twice', { pick: cell.pick });
    seen.add(key);
  });
}

function isPickOne(offer: Offer | undefined): boolean {
  if (offer?.group.kind !== 'choices') return false;
  const { min, max } = attachedLimits(offer.group, offer.attachment);
  return min === 1 && max === 1;
}

function checkCell(
  scope: Scope,
  cell: Cell,
  by: readonly string[],
  offers: ReadonlyMap<string, Offer>,
  path: string,
): void {
  const missing = by.filter((id) => !Object.hasOwn(cell.pick, id));
  if (missing.length > 0) scope.found.add(`${path}/pick`, 'cell-incomplete', { groups: missing });
  for (const [group, choice] of Object.entries(cell.pick)) {
    const at = joinPointer(path, 'pick', group);
    const offer = offers.get(group);
    if (!by.includes(group)) scope.found.add(at, 'cell-extra', { group });
    else if (offer?.group.kind === 'choices' && isLeftOut(offer.group, offer, choice)) {
      scope.found.add(at, 'unknown-reference', { kind: 'choices', id: choice, group });
    } else referToChoice(scope, at, group, choice);
  }
}

function isLeftOut(group: ChoicesGroup, offer: Offer, choice: string): boolean {
  const exists = group.choices?.some(({ id }) => id === choice) ?? false;
  return exists && offer.attachment.only !== undefined && !offer.attachment.only.includes(choice);
}
