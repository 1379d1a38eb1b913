import { plainText } from '../search/find-by-name.ts';

/** A piece of a typed rule, with its place in the text. */
export interface Token {
  readonly kind: 'word' | 'quoted' | 'id' | 'sign';
  /** Without quotation marks or brackets. */
  readonly text: string;
  /** As it is compared: without accents and capitals. */
  readonly plain: string;
  readonly from: number;
  readonly to: number;
}

const TOKEN = /"([^"]*)"?|“([^”]*)”?|\[([^\]]*)\]?|([():,/])|([^\s():,/[\]"“”]+)/gu;

export function tokensOf(text: string): Token[] {
  return [...text.matchAll(TOKEN)].map((match) => {
    const [whole, straight, curly, id, sign, word] = match;
    const quoted = straight ?? curly;
    const kind = quoted !== undefined ? 'quoted' : id !== undefined ? 'id' : sign !== undefined ? 'sign' : 'word';
    const inner = quoted ?? id ?? sign ?? word ?? '';
    return { kind, text: inner, plain: plainText(inner), from: match.index, to: match.index + whole.length };
  });
}
