import type { Edit } from '../change/edit.ts';
import { newId } from '../exchange/typed-list.ts';
import type { Id, Item, Menu } from '../menu/document.ts';
import type { Attachment, Group } from '../menu/group-schema.ts';
import { indexOffers, offersOf } from '../menu/offered.ts';

/** Selects dishes by id, section or tag, minus the exceptions. */
export interface DishChoice {
  readonly items?: readonly Id[];
  readonly sections?: readonly Id[];
  readonly tags?: readonly string[];
  readonly except?: readonly Id[];
}

/** `shared`: later changes to the group reach the dish. `own`: the dish gets its own copy. */
export type AttachAs = 'shared' | 'own';

/** Resolves a selection to dishes, in document order. */
export function chosenDishes(menu: Menu, { items = [], sections = [], tags = [], except = [] }: DishChoice): Item[] {
  return menu.items.filter((item) => {
    if (except.includes(item.id)) return false;
    return (
      items.includes(item.id) ||
      (item.sections ?? []).some((id) => sections.includes(id)) ||
      (item.tags ?? []).some((tag) => tags.includes(tag))
    );
  });
}

/** Appends groups to dishes. A dish that already has one of the groups keeps its attachment. */
export function attachGroups(menu: Menu, groups: readonly Id[], dishes: readonly Item[], as: AttachAs): Edit[] {
  const attachments = groups.map((group) => ({ group }));
  return new AttachmentEdits(menu, as).editsFor(dishes, (item) => ({ current: item.groups ?? [], added: attachments }));
}

/** Groups to attach. `later`: attach by section or tag instead, so that new dishes get them too. */
export interface AttachRequest {
  readonly groups: readonly Id[];
  readonly dishes: readonly Id[];
  readonly as: AttachAs;
  readonly later: DishChoice | undefined;
}

export function attachEdits(menu: Menu, { groups, dishes, as, later }: AttachRequest): Edit[] {
  if (!later)
    return attachGroups(
      menu,
      groups,
      menu.items.filter(({ id }) => dishes.includes(id)),
      as,
    );
  return menu.groups
    .filter(({ id }) => groups.includes(id))
    .map((group) => ({ type: 'put', kind: 'groups', thing: attachBySection(group, later) }));
}

/** Copies the groups of one dish, with its differences, to other dishes: in addition to theirs, or replacing them. */
export function copyQuestions(
  menu: Menu,
  from: Item,
  to: readonly Item[],
  mode: 'add' | 'replace',
  as: AttachAs,
): Edit[] {
  const questions = from.groups ?? [];
  const targets = to.filter(({ id }) => id !== from.id);
  return new AttachmentEdits(menu, as).editsFor(targets, (item) => ({
    current: mode === 'replace' ? [] : (item.groups ?? []),
    added: questions,
  }));
}

/** Attaches the group by section or tag, so that dishes added later get it too. */
export function attachBySection(group: Group, { sections = [], tags = [], except = [] }: DishChoice): Group {
  const joined = (old: readonly string[] | undefined, more: readonly string[]) => [
    ...new Set([...(old ?? []), ...more]),
  ];
  const { attachTo } = group;
  return {
    ...group,
    attachTo: {
      ...attachTo,
      sections: joined(attachTo?.sections, sections),
      tags: joined(attachTo?.tags, tags),
      except: joined(attachTo?.except, except),
    },
  };
}

/**
 * Replaces some of the sections, tags and exceptions by which a group is attached; without any section and tag it is
 * attached by none.
 */
export function withAttachRule(group: Group, changed: Pick<DishChoice, 'sections' | 'tags' | 'except'>): Group {
  const { attachTo, ...rest } = group;
  const { sections = [], tags = [], except = [] } = { ...attachTo, ...changed };
  if (sections.length + tags.length === 0) return rest;
  return { ...rest, attachTo: { sections: [...sections], tags: [...tags], except: [...except] } };
}

/** Gives a dish its own copy of a group that it shares; its differences become the copy's own values. */
export function takeOwnCopy(menu: Menu, item: Item, group: Id): Edit[] {
  const attaching = new AttachmentEdits(menu, 'own');
  const copy = attaching.copyFor(item, group);
  if (!copy) return [];
  const swap = (id: Id) => (id === group ? copy : id);
  const attached = item.groups ?? [];
  const groups = attached.some((it) => it.group === group)
    ? attached.map((it) => ({ ...it, group: swap(it.group) }))
    : [...attached, { group: copy }];
  const variants = item.variants && {
    by: item.variants.by.map(swap),
    cells: item.variants.cells.map((cell) => ({
      ...cell,
      pick: Object.fromEntries(Object.entries(cell.pick).map(([id, choice]) => [swap(id), choice])),
    })),
  };
  return [
    ...attaching.edits,
    ...exceptFrom(menu, item, group),
    { type: 'put', kind: 'items', thing: { ...item, groups, ...(variants && { variants }) } },
  ];
}

/**
 * Moves a group to another place among those that a dish offers. Groups by section or tag come after a dish's own, so
 * those that now stand before one of its own are attached to the dish itself.
 */
export function moveGroup(menu: Menu, item: Item, id: Id, to: number): Item {
  const offered = offersOf(indexOffers(menu), item);
  const moved = offered.find(({ group }) => group.id === id);
  if (!moved || to < 0 || to >= offered.length) return item;
  const order = offered.filter((offer) => offer !== moved);
  order.splice(to, 0, moved);
  const last = order.findLastIndex((offer) => offer.attachedAt !== undefined || offer === moved);
  return { ...item, groups: order.slice(0, last + 1).map(({ attachment }) => attachment) };
}

/** Excludes a dish from a group that it has by section or tag. */
export function exceptFrom(menu: Menu, item: Item, id: Id): Edit[] {
  const group = menu.groups.find((it) => it.id === id);
  if (!group?.attachTo) return [];
  const brought = offersOf(indexOffers(menu), { ...item, groups: [] }).some((offer) => offer.group.id === id);
  return brought ? [{ type: 'put', kind: 'groups', thing: attachBySection(group, { except: [item.id] }) }] : [];
}

class AttachmentEdits {
  readonly edits: Edit[] = [];
  readonly #menu: Menu;
  readonly #as: AttachAs;
  readonly #taken: Set<Id>;

  constructor(menu: Menu, as: AttachAs) {
    this.#menu = menu;
    this.#as = as;
    this.#taken = new Set(menu.groups.map(({ id }) => id));
  }

  editsFor(
    dishes: readonly Item[],
    plan: (item: Item) => { current: readonly Attachment[]; added: readonly Attachment[] },
  ): Edit[] {
    for (const item of dishes) {
      const { current, added } = plan(item);
      const attached = new Set(current.map(({ group }) => group));
      const fresh = added.filter(({ group }) => !attached.has(group)).flatMap((it) => this.#attachmentsTo(item, it));
      if (fresh.length === 0 && current === item.groups) continue;
      this.edits.push({ type: 'put', kind: 'items', thing: { ...item, groups: [...current, ...fresh] } });
    }
    return this.edits;
  }

  /** Adds a copy of the group for one dish to the edits and returns its id; undefined if there is no such group. */
  copyFor(item: Item, id: Id): Id | undefined {
    const group = this.#menu.groups.find((it) => it.id === id);
    if (!group) return undefined;
    const { attachTo: _, ...own } = group;
    const copy = newId(`${id}-${item.id}`, this.#taken);
    this.#taken.add(copy);
    const dish = typeof item.name === 'string' ? item.name : (item.name[this.#menu.locales[0] ?? ''] ?? item.id);
    this.edits.push({ type: 'put', kind: 'groups', thing: { ...own, id: copy, name: `${group.name} (${dish})` } });
    return copy;
  }

  #attachmentsTo(item: Item, attachment: Attachment): Attachment[] {
    if (this.#as === 'shared') return [attachment];
    const copy = this.copyFor(item, attachment.group);
    return copy === undefined ? [] : [{ ...attachment, group: copy }];
  }
}
