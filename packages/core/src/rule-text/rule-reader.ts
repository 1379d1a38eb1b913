import type { Menu } from '../menu/document.ts';
import { plainText } from '../search/find-by-name.ts';
import { type NameKind, type RuleName, ruleNames, writtenName } from './rule-names.ts';
import { type Token, tokensOf } from './tokens.ts';

/** Something that could stand at a place of a typed rule; `isName`: a name of the menu. */
export interface Expected {
  readonly text: string;
  readonly isName: boolean;
}

/** Thrown where a typed rule can't be read on; `RuleReader` knows what was expected where. */
class NotUnderstood extends Error {}

/** Reads words and names of a typed rule from left to right, and remembers what was expected where it failed. */
export class RuleReader {
  readonly tokens: readonly Token[];
  readonly #menu: Menu;
  #at = 0;
  #furthest = 0;
  #expected = new Map<string, Expected>();

  constructor(menu: Menu, text: string) {
    this.#menu = menu;
    this.tokens = tokensOf(text);
  }

  get isAtEnd(): boolean {
    return this.#at >= this.tokens.length;
  }

  /** The token up to which the text was understood, and what was expected there. */
  get failure(): { readonly at: number; readonly expected: readonly Expected[] } {
    return { at: this.#furthest, expected: [...this.#expected.values()] };
  }

  /** Tries to read something; steps back if it fails. */
  attempt<T>(read: () => T): T | undefined {
    const before = this.#at;
    try {
      return read();
    } catch (error) {
      if (!(error instanceof NotUnderstood)) throw error;
      this.#at = before;
      return undefined;
    }
  }

  /** The first of several that can be read. */
  oneOf<T>(...reads: readonly (() => T)[]): T {
    for (const read of reads) {
      const result = this.attempt(read);
      if (result !== undefined) return result;
    }
    return this.fail();
  }

  fail(): never {
    throw new NotUnderstood();
  }

  expectNothing(): void {
    if (!this.isAtEnd) this.#expect([]);
  }

  words(phrase: string): void {
    const wanted = tokensOf(phrase);
    const fits = wanted.every(
      (token, i) => this.tokens[this.#at + i]?.plain === token.plain && this.tokens[this.#at + i]?.kind !== 'quoted',
    );
    if (!fits) this.#expect([{ text: phrase, isName: false }]);
    this.#at += wanted.length;
  }

  has(phrase: string): boolean {
    return this.attempt(() => (this.words(phrase), true)) ?? false;
  }

  number(): number {
    const token = this.tokens[this.#at];
    if (!token || !/^\d{1,3}$/.test(token.text)) return this.#expect([{ text: '1', isName: false }]);
    this.#at++;
    return Number(token.text);
  }

  quoted(): string {
    const token = this.tokens[this.#at];
    if (token?.kind !== 'quoted') return this.#expect([{ text: '“…”', isName: false }]);
    this.#at++;
    return token.text;
  }

  /** Words up to one that is not part of a price: `1.80 / 2.20`, `-10%`. */
  price<T>(parse: (text: string) => T | undefined): T {
    const start = this.#at;
    let text = '';
    while (/^[-+−]?[\d.,]+%?$|^[/]$/.test(this.tokens[this.#at]?.text ?? ''))
      text += ` ${this.tokens[this.#at++]?.text}`;
    const value = text === '' ? undefined : parse(text.trim().replace(/ *([.,]) */g, '$1'));
    if (value !== undefined) return value;
    this.#at = start;
    return this.#expect([{ text: '1.50', isName: false }]);
  }

  /** A name of one of the kinds, the longest that fits; `isWanted` narrows further. Returns the thing it names. */
  name(kinds: readonly NameKind[], isWanted: (name: RuleName) => boolean = () => true): RuleName {
    const all = kinds.flatMap((kind) => ruleNames(this.#menu)[kind]).filter(isWanted);
    const token = this.tokens[this.#at];
    if (token?.kind === 'id') return this.#byId(all, this.#at);
    const fitting = all.map((name) => ({ name, length: this.#lengthOf(name) })).filter(({ length }) => length > 0);
    const longest = Math.max(0, ...fitting.map(({ length }) => length));
    const found = fitting.filter(({ length }) => length === longest).map(({ name }) => name);
    const [first] = found;
    if (!first) return this.#expect(all.map((name) => ({ text: writtenName(name, all), isName: true })));
    if (this.tokens[this.#at + longest]?.kind === 'id') return this.#byId(found, this.#at + longest);
    // A name of several things is completed with the id of one.
    if (found.length > 1) return this.#expect(found.map((name) => ({ text: writtenName(name, all), isName: true })));
    this.#at += longest;
    return first;
  }

  #byId(names: readonly RuleName[], at: number): RuleName {
    const found = names.find(({ ref }) => ref === this.tokens[at]?.text);
    if (!found) return this.#expect(names.map((name) => ({ text: writtenName(name, names, true), isName: true })));
    this.#at = at + 1;
    return found;
  }

  /** How many tokens the name takes here; 0 if it does not stand here. */
  #lengthOf({ name, tokens }: RuleName): number {
    const token = this.tokens[this.#at];
    if (token?.kind === 'quoted') return token.plain === plainText(name.replace(/[“”"]/g, '')) ? 1 : 0;
    return tokens.length > 0 && tokens.every(({ plain }, i) => this.tokens[this.#at + i]?.plain === plain)
      ? tokens.length
      : 0;
  }

  #expect(expected: readonly Expected[]): never {
    if (this.#at > this.#furthest) {
      this.#furthest = this.#at;
      this.#expected = new Map();
    }
    if (this.#at === this.#furthest) for (const one of expected) this.#expected.set(one.text, one);
    throw new NotUnderstood();
  }
}
