import type { Edit } from '../change/edit.ts';
import { newId } from '../exchange/typed-list.ts';
import type { Id, Item, Menu } from '../menu/document.ts';
import type { Attachment, Group } from '../menu/group-schema.ts';
import { indexOffers, offersOf } from '../menu/offered.ts';

/** Which dishes: by themselves, by section, by tag; all of them but the excepted ones. */
export interface DishChoice {
  readonly items?: readonly Id[];
  readonly sections?: readonly Id[];
  readonly tags?: readonly string[];
  readonly except?: readonly Id[];
}

/** Shared: a change to the group reaches the dish. Own: the dish gets a copy that nobody else asks. */
export type AttachAs = 'shared' | 'own';

/** The dishes that a choice of dishes means, in document order. */
export function chosenDishes(menu: Menu, { items = [], sections = [], tags = [], except = [] }: DishChoice): Item[] {
  return menu.items.filter((item) => {
    if (except.includes(item.id)) return false;
    return items.includes(item.id) || (item.sections ?? []).some((id) => sections.includes(id)) || (item.tags ?? []).some((tag) => tags.includes(tag));
  });
}

/** Hangs groups on dishes, after what they ask already; a dish that asks one of them already is left as it is. */
export function attachGroups(menu: Menu, groups: readonly Id[], dishes: readonly Item[], as: AttachAs): Edit[] {
  const attachments = groups.map((group) => ({ group }));
  return new Hanger(menu, as).editsFor(dishes, (item) => ({ kept: item.groups ?? [], added: attachments }));
}

/** Groups to be hung: on which dishes and how; `later` are sections and tags by which they are asked from now on instead. */
export interface AttachRequest {
  readonly groups: readonly Id[];
  readonly dishes: readonly Id[];
  readonly as: AttachAs;
  readonly later: DishChoice | undefined;
}

export function attachEdits(menu: Menu, { groups, dishes, as, later }: AttachRequest): Edit[] {
  if (!later) return attachGroups(menu, groups, menu.items.filter(({ id }) => dishes.includes(id)), as);
  return menu.groups.filter(({ id }) => groups.includes(id)).map((group) => ({ type: 'put', kind: 'groups', thing: attachBySection(group, later) }));
}

/** Copies the questions of one dish, with its differences, to others: added to what they ask, or in its place. */
export function copyQuestions(menu: Menu, from: Item, to: readonly Item[], mode: 'add' | 'replace', as: AttachAs): Edit[] {
  const questions = from.groups ?? [];
  const targets = to.filter(({ id }) => id !== from.id);
  return new Hanger(menu, as).editsFor(targets, (item) => ({ kept: mode === 'replace' ? [] : (item.groups ?? []), added: questions }));
}

/** Hangs by section or tag, so that dishes that come later ask the group too. */
export function attachBySection(group: Group, { sections = [], tags = [], except = [] }: DishChoice): Group {
  const joined = (old: readonly string[] | undefined, more: readonly string[]) => [...new Set([...(old ?? []), ...more])];
  const { attachTo } = group;
  return {
    ...group,
    attachTo: { ...attachTo, sections: joined(attachTo?.sections, sections), tags: joined(attachTo?.tags, tags), except: joined(attachTo?.except, except) },
  };
}

/** Gives a dish its own copy of a group that it shares; its differences become the copy's own values. */
export function takeOwnCopy(menu: Menu, item: Item, group: Id): Edit[] {
  const attaching = new Hanger(menu, 'own');
  const copy = attaching.copyFor(item, group);
  if (!copy) return [];
  const swap = (id: Id) => (id === group ? copy : id);
  const attached = item.groups ?? [];
  const groups = attached.some((it) => it.group === group) ? attached.map((it) => ({ ...it, group: swap(it.group) })) : [...attached, { group: copy }];
  const variants = item.variants && {
    by: item.variants.by.map(swap),
    cells: item.variants.cells.map((cell) => ({ ...cell, pick: Object.fromEntries(Object.entries(cell.pick).map(([id, choice]) => [swap(id), choice])) })),
  };
  return [...attaching.edits, ...exceptFrom(menu, item, group), { type: 'put', kind: 'items', thing: { ...item, groups, ...(variants && { variants }) } }];
}

/** A group that came by section or tag no longer comes to this dish. */
export function exceptFrom(menu: Menu, item: Item, id: Id): Edit[] {
  const group = menu.groups.find((it) => it.id === id);
  if (!group?.attachTo) return [];
  const brought = offersOf(indexOffers(menu), { ...item, groups: [] }).some((offer) => offer.group.id === id);
  return brought ? [{ type: 'put', kind: 'groups', thing: attachBySection(group, { except: [item.id] }) }] : [];
}

class Hanger {
  readonly edits: Edit[] = [];
  readonly #menu: Menu;
  readonly #as: AttachAs;
  readonly #taken: Set<Id>;

  constructor(menu: Menu, as: AttachAs) {
    this.#menu = menu;
    this.#as = as;
    this.#taken = new Set(menu.groups.map(({ id }) => id));
  }

  editsFor(dishes: readonly Item[], plan: (item: Item) => { kept: readonly Attachment[]; added: readonly Attachment[] }): Edit[] {
    for (const item of dishes) {
      const { kept, added } = plan(item);
      const asked = new Set(kept.map(({ group }) => group));
      const fresh = added.filter(({ group }) => !asked.has(group)).flatMap((it) => this.#hung(item, it));
      if (fresh.length === 0 && kept === item.groups) continue;
      this.edits.push({ type: 'put', kind: 'items', thing: { ...item, groups: [...kept, ...fresh] } });
    }
    return this.edits;
  }

  /** The id of a copy of the group for one dish, which is among the edits; undefined when there is no such group. */
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

  #hung(item: Item, attachment: Attachment): Attachment[] {
    if (this.#as === 'shared') return [attachment];
    const copy = this.copyFor(item, attachment.group);
    return copy === undefined ? [] : [{ ...attachment, group: copy }];
  }
}
