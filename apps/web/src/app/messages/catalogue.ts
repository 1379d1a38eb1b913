import { IntlMessageFormat } from 'intl-messageformat';

export type MessageValues = Readonly<Record<string, string | number>>;

/** The languages that there are catalogues for, and what they are written in where there is none for a locale. */
const LANGUAGES = ['en', 'es'] as const;
type Language = (typeof LANGUAGES)[number];

/** The language in which a locale's people are spoken to: their own where there is a catalogue, else English. */
export function catalogueOf(locale: string): Language {
  const language = locale.toLowerCase().split('-')[0] ?? '';
  return LANGUAGES.find((one) => one === language) ?? 'en';
}

/** Whether a locale is written from right to left (Unicode: by its likely script). */
export function isRightToLeft(locale: string): boolean {
  return RIGHT_TO_LEFT.has(new Intl.Locale(locale).maximize().script ?? '');
}
const RIGHT_TO_LEFT = new Set(['Arab', 'Hebr', 'Thaa', 'Syrc', 'Nkoo', 'Adlm', 'Rohg']);

/** Texts in every language; each is an ICU message. */
export class Catalogue<K extends string> {
  readonly #texts: Readonly<Record<Language, Readonly<Record<K, string>>>>;
  /** Parsing a message is expensive; there is one for each key and language in use. */
  readonly #formats = new Map<string, IntlMessageFormat>();

  constructor(texts: Readonly<Record<Language, Readonly<Record<K, string>>>>) {
    this.#texts = texts;
  }

  has(key: string): key is K {
    return Object.hasOwn(this.#texts.en, key);
  }

  /** A text in the language of a locale, with values for its placeholders. */
  say(locale: string, key: K, values: MessageValues = {}): string {
    const language = catalogueOf(locale);
    const name = `${language} ${key}`;
    let format = this.#formats.get(name);
    if (!format) {
      format = new IntlMessageFormat(this.#texts[language][key], language, undefined, { ignoreTag: true });
      this.#formats.set(name, format);
    }
    return String(format.format(values));
  }
}
