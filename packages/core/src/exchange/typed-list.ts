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
 * Parses choices typed or pasted one per line, each with an optional price at its end: `Soft egg 1.75`, `Large +€2`, `No
 * noodle -10%`, `Set = 8.90`, `Pork 1.80 / 2.20`. Lines that end in something like a price that can't be read are left
 * over, so that no price is lost in silence.
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

/** Something at the end of a line that looks like a price: a number with a sign, a currency or decimals around it. */
const ENDS_LIKE_A_PRICE = /(?:^|\s)[=×+−-]?\s*\p{Sc}?\s*[\d.,]*\d[\d.,]*\s*(?:%|\p{Sc}|[A-Z]{3})?$/u;

/** A name that ends so lacks the rest of its price: “Prawns x”, “Tea 1.80 /”. */
const UNFINISHED = /(^|\s)[x*/=]$/i;

function parseLine(line: string, digits: number, lists: readonly string[]): TypedChoice | undefined {
  const words = line.trim().split(/\s+/);
  if (parseChoicePrice(words.join(' '), digits, lists)) return undefined;
  // The longest end of the line that is a price: “Pork 1.80 / 2.20” has two.
  for (let i = 1; i < words.length; i++) {
    const end = words.slice(i).join(' ');
    const price = /\d/.test(end) ? parseChoicePrice(end, digits, lists) : undefined;
    if (!price || isTimesInWords(end)) continue;
    const name = words
      .slice(0, i)
      .join(' ')
      .replace(/[\s:;–—-]+$/, '');
    return name === '' || UNFINISHED.test(name) ? undefined : { name, price };
  }
  return ENDS_LIKE_A_PRICE.test(line.trim()) ? undefined : { name: words.join(' '), price: undefined };
}

/** “Prawns x 2” is how many there are on a plate rather than a multiple of the price, which is written with `×`. */
function isTimesInWords(end: string): boolean {
  return /^[x*]/i.test(end);
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
