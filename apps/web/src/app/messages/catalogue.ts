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

/** Texts by key, as `npm run messages` compiles them. */
type Texts<K extends string> = Readonly<Record<K, (values: MessageValues) => unknown>>;

/** Texts in English, and in every other language that was added. */
export class Catalogue<K extends string> {
  readonly #english: Texts<K>;
  readonly #others = new Map<Language, Texts<K>>();

  constructor(english: Texts<K>) {
    this.#english = english;
  }

  add(language: Language, texts: Texts<K>): this {
    this.#others.set(language, texts);
    return this;
  }

  /** Whether the texts of a language are there. */
  speaks(language: Language): boolean {
    return language === 'en' || this.#others.has(language);
  }

  has(key: string): key is K {
    return Object.hasOwn(this.#english, key);
  }

  /** A text in the language of a locale, with values for its placeholders. */
  say(locale: string, key: K, values: MessageValues = {}): string {
    const texts = this.#others.get(catalogueOf(locale)) ?? this.#english;
    return String(texts[key](values));
  }
}
