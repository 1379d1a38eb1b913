import { type PlaceChange, textIn, type Thing, type ThingKind, type Workbook } from '@hearty-ladle/core';
import { type ChangedValue, changedRule, changedValues, KIND_WORDS, thingName } from './changes.ts';

/** One difference of two editions that can be published by itself. */
export interface ChangeRow {
  readonly where: string;
  /** The part that it is about; empty for the thing itself. */
  readonly part: string;
  /** What became of it; empty if its values changed. */
  readonly what: string;
  readonly values: readonly ChangedValue[];
}

/** What differs in one thing: a dish, a group, a rule. `thing`: its kind and id, as the journal has them. */
export interface ChangeCard {
  readonly key: string;
  readonly thing: string;
  readonly kind: string;
  readonly name: string;
  readonly link: readonly string[] | undefined;
  readonly rows: readonly ChangeRow[];
}

/** Things beside the document that belong to one in it, and what they are called there. */
const BELONGS: Readonly<Record<string, readonly [list: string, part: string]>> = {
  itemSummaries: ['items', 'Summary line'],
  sectionSummaries: ['sections', 'Summary line'],
  variantLists: ['items', 'Combinations in one list'],
  offRules: ['rules', ''],
};
const LINKS: Readonly<Record<string, string>> = { items: '/menu', groups: '/groups', rules: '/rules' };
const WHAT = { added: 'new', removed: 'gone', moved: 'moved', changed: '' } as const;

/** Dishes first, then groups and rules, then the rest. */
const ORDER = ['items', 'groups', 'rules', 'sections'];

/** The differences of two editions in plain words, by the thing that they are in. */
export function changeCards(before: Workbook, after: Workbook, changes: readonly PlaceChange[]): ChangeCard[] {
  const reader = new Reader(before, after);
  const cards = new Map<string, ChangeCard & { rows: ChangeRow[] }>();
  for (const change of changes) {
    const { list, id } = ownerOf(change.where);
    const key = `${list}/${id}`;
    const card = cards.get(key) ?? { ...reader.head(list, id), key, rows: [] };
    card.rows.push(reader.row(change));
    cards.set(key, card);
  }
  const rank = ({ key }: ChangeCard) =>
    (ORDER.indexOf(key.split('/')[0] ?? '') + ORDER.length + 1) % (ORDER.length + 1);
  return [...cards.values()].sort((one, other) => rank(one) - rank(other) || (one.name < other.name ? -1 : 1));
}

function ownerOf(where: string): { readonly list: string; readonly id: string } {
  const [list = '', id = ''] = where.split('/');
  if (list === 'menu' || list === 'orderGroups') return { list: 'settings', id: 'menu' };
  return { list: BELONGS[list]?.[0] ?? list, id };
}

class Reader {
  readonly #before: Workbook;
  readonly #after: Workbook;

  constructor(before: Workbook, after: Workbook) {
    this.#before = before;
    this.#after = after;
  }

  head(list: string, id: string): Pick<ChangeCard, 'thing' | 'kind' | 'name' | 'link'> {
    const [was, is] = this.#both(list, id);
    const route = LINKS[list];
    return {
      thing: `${list} ${id}`,
      kind: KIND_WORDS[list as ThingKind],
      name: list === 'settings' ? this.#after.name : thingName(this.#after, (is ?? was) as Thing | undefined) || id,
      link: route !== undefined && is ? [route, id] : undefined,
    };
  }

  row({ where, what, fields = {} }: PlaceChange): ChangeRow {
    const [list = '', id = '', parts, part] = where.split('/');
    const said = { where, what: WHAT[what] as string, values: [] as readonly ChangedValue[] };
    const isSwitch = list === 'offRules' && what !== 'changed';
    if (isSwitch) return { ...said, part: '', what: what === 'added' ? 'switched off' : 'switched on' };
    const name = this.#partName(list, id, parts, part);
    if (what !== 'changed') return { ...said, part: name };
    if (list === 'rules') {
      const [was, is] = this.#both(list, id);
      const values = changedRule(this.#after, was as Thing, is as Thing);
      if (values.length > 0) return { ...said, part: name, values };
    }
    const side = (key: 'before' | 'after') =>
      Object.fromEntries(
        Object.entries(fields).flatMap(([field, value]) => (key in value ? [[field, value[key]]] : [])),
      );
    // The ids that its values mention are read with the thing that they are in.
    const values = changedValues(this.#after, side('before'), side('after'));
    return { ...said, part: name, values };
  }

  #both(list: string, id: string): readonly (object | undefined)[] {
    return [this.#before, this.#after].map((menu) =>
      ((menu as unknown as Record<string, readonly { id: string }[] | undefined>)[list] ?? []).find(
        (one) => one.id === id,
      ),
    );
  }

  #partName(list: string, id: string, parts: string | undefined, part: string | undefined): string {
    if (list === 'orderGroups') return `${this.#groupName(id)} (asked once per order)`;
    if (part === undefined) return BELONGS[list]?.[1] ?? '';
    if (parts === 'groups') return this.#groupName(part);
    if (parts === 'choices') return this.#choiceName(id, part);
    return part
      .split(',')
      .map((pick) => this.#choiceName(...(pick.split('=') as [string, string])))
      .join(', ');
  }

  #groupName(id: string): string {
    const [was, is] = this.#both('groups', id);
    return thingName(this.#after, (is ?? was) as Thing | undefined) || id;
  }

  #choiceName(group: string, id: string): string {
    const [locale = ''] = this.#after.locales;
    const found = [...this.#both('groups', group)]
      .reverse()
      .flatMap((one) => (one as { choices?: readonly { id: string; name: string }[] } | undefined)?.choices ?? [])
      .find((choice) => choice.id === id);
    return found ? textIn(found.name, locale, locale) : id;
  }
}
