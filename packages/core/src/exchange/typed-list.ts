import type { Choice, ChoicePrice, Group, GroupKind } from '../menu/group-schema.ts';
import { parseChoicePrice } from './price-text.ts';

/** A parsed line of a typed list: a name and perhaps a price. */
export interface TypedChoice {
  readonly name: string;
  readonly price: ChoicePrice | undefined;
}

export interface TypedList {
  readonly choices: readonly TypedChoice[];
  /** The lines that could not be parsed. */
  readonly left: readonly string[];
}

/**
 * Parses choices typed or pasted one per line, each with an optional price at its end: `Soft egg 1.75`, `Large +2`, `No
 * noodle -10%`. Lines with an invalid price are left over.
 */
export function parseTypedList(text: string, digits: number, lists: readonly string[]): TypedList {
  const choices: TypedChoice[] = [];
  const left: string[] = [];
  for (const line of text.split(/\r?\n/)) {
    if (line.trim() === '') continue;
    const choice = parseLine(line, digits, lists);
    if (choice) choices.push(choice);
    else left.push(line);
  }
  return { choices, left };
}

const ENDS_WITH_PRICE = /^(.*?)[\s\t:;–—]+([+−-]?[\d.,]+\s*%?)$/;

function parseLine(line: string, digits: number, lists: readonly string[]): TypedChoice | undefined {
  const [, name, priced] = ENDS_WITH_PRICE.exec(line.trim()) ?? [];
  if (name === undefined || name.trim() === '')
    return /^[+−-]?[\d.,]+\s*%?$/.test(line.trim()) ? undefined : { name: line.trim(), price: undefined };
  const price = parseChoicePrice(priced ?? '', digits, lists);
  return price === undefined ? undefined : { name: name.trim(), price: price ?? undefined };
}

/** Converts a typed choice to a choice of the menu, with an id made from its name. */
export function newChoice({ name, price }: TypedChoice, taken: Iterable<string>): Choice {
  return { id: newId(name, taken), name, ...(price && { price }) };
}

/** A new group of a kind, whose prompt is its name until somebody changes it. */
export function newGroup(name: string, kind: GroupKind, taken: Iterable<string>): Group {
  const named = { id: newId(name, taken), name, prompt: name };
  return kind === 'choices' ? { ...named, kind, min: 0, max: null, choices: [] } : { ...named, kind };
}

/** A copy of a group without its sections and tags: otherwise it would be asked beside the original. */
export function copyOfGroup({ attachTo: _, ...group }: Group, taken: Iterable<string>): Group {
  return { ...group, id: newId(group.name, taken), name: `${group.name}, copied` } as Group;
}

/** Makes an id from a name: its letters and digits in the Latin alphabet, plus a number if taken. */
export function newId(name: string, taken: Iterable<string>): string {
  const used = new Set(taken);
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-');
  const base =
    plain
      .replace(/^-+|-+$/g, '')
      .slice(0, 56)
      .replace(/-+$/, '') || 'new';
  let id = base;
  for (let n = 2; used.has(id); n++) id = `${base}-${n}`;
  return id;
}
