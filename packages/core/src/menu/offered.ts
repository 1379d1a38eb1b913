import type { Id, Item, Menu, Rule } from './document.ts';
import type { Attachment, ChoicesGroup, Group } from './group-schema.ts';

/** A group offered by an item, with its attachment (absent: by section or tag). */
export interface Offer {
  readonly group: Group;
  readonly attachment: Attachment;
  readonly attachedAt: number | undefined;
}

/** Indexes of the menu that finding offers needs. */
export interface OfferIndex {
  readonly groups: ReadonlyMap<Id, Group>;
  readonly bySection: ReadonlyMap<Id, readonly Group[]>;
  readonly byTag: ReadonlyMap<string, readonly Group[]>;
  readonly position: ReadonlyMap<Id, number>;
}

export function indexOffers(menu: Menu): OfferIndex {
  const index = {
    groups: new Map<Id, Group>(),
    bySection: new Map<Id, Group[]>(),
    byTag: new Map<string, Group[]>(),
    position: new Map<Id, number>(),
  };
  menu.groups.forEach((group, at) => {
    index.groups.set(group.id, group);
    index.position.set(group.id, at);
    for (const section of group.attachTo?.sections ?? []) push(index.bySection, section, group);
    for (const tag of group.attachTo?.tags ?? []) push(index.byTag, tag, group);
  });
  return index;
}

/** The groups an item offers: its own attachments in order, then by section and tag in document order. */
export function offersOf(index: OfferIndex, item: Item): Offer[] {
  const own = attachedOffers(index, item.groups ?? []);
  const taken = new Set(own.map((offer) => offer.group.id));
  const brought = new Set<Group>();
  for (const section of item.sections ?? []) index.bySection.get(section)?.forEach((group) => brought.add(group));
  for (const tag of item.tags ?? []) index.byTag.get(tag)?.forEach((group) => brought.add(group));
  const more = [...brought]
    .filter((group) => !taken.has(group.id) && !group.attachTo?.except?.includes(item.id))
    .sort((a, b) => (index.position.get(a.id) ?? 0) - (index.position.get(b.id) ?? 0))
    .map((group) => ({ group, attachment: { group: group.id }, attachedAt: undefined }));
  return [...own, ...more];
}

/** The groups of a list of attachments; attachments to missing groups are skipped. */
export function attachedOffers(index: OfferIndex, attachments: readonly Attachment[]): Offer[] {
  return attachments.flatMap((attachment, attachedAt) => {
    const group = index.groups.get(attachment.group);
    return group ? [{ group, attachment, attachedAt }] : [];
  });
}

/** The limits of a choices group with an attachment's differences. */
export function attachedLimits(group: ChoicesGroup, attachment: Attachment) {
  return {
    min: attachment.min ?? group.min ?? 0,
    max: attachment.max !== undefined ? attachment.max : (group.max ?? null),
    included: attachment.included ?? group.included ?? 0,
  };
}

/** Whether a rule applies to an item; `undefined` stands for the order's own questions. */
export function ruleConcerns(rule: Rule, item: Item | undefined): boolean {
  if (!rule.items && !rule.sections) return true;
  if (!item) return false;
  return (
    (rule.items?.includes(item.id) ?? false) ||
    (rule.sections?.some((section) => item.sections?.includes(section)) ?? false)
  );
}

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
