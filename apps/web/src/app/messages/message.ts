import { Pipe, type PipeTransform } from '@angular/core';
import { IntlMessageFormat } from 'intl-messageformat';
import { en, type MessageKey } from './en.ts';
import { es } from './es.ts';

export type { MessageKey };
export type MessageValues = Readonly<Record<string, string | number>>;

const CATALOGUES: Readonly<Record<string, Readonly<Record<MessageKey, string>>>> = { en, es };
/** Parsing a message is expensive; there is one for each key and language in use. */
const formats = new Map<string, IntlMessageFormat>();

/** The language in which a locale's guests are spoken to: their own where there is a catalogue, else English. */
export function catalogueOf(locale: string): string {
  const language = locale.toLowerCase().split('-')[0] ?? '';
  return Object.hasOwn(CATALOGUES, language) ? language : 'en';
}

/** A text for guests in the language of a locale. */
export function message(locale: string, key: MessageKey, values: MessageValues = {}): string {
  const language = catalogueOf(locale);
  const name = `${language} ${key}`;
  let format = formats.get(name);
  if (!format) {
    const text = CATALOGUES[language]?.[key] ?? en[key];
    formats.set(name, (format = new IntlMessageFormat(text, language, undefined, { ignoreTag: true })));
  }
  return String(format.format(values));
}

/** Why an order was refused, by the code of the server's problem document; `limit` is what the order was above. */
export function refusalMessage(locale: string, code: string, limit = 0): string {
  const key = `refusal.${code}`;
  return message(locale, Object.hasOwn(en, key) ? (key as MessageKey) : 'refusal.other', { limit });
}

/** `'dish.add' | message: locale()`, with values for its placeholders as a further argument. */
@Pipe({ name: 'message' })
export class MessagePipe implements PipeTransform {
  transform(key: MessageKey, locale: string, values?: MessageValues): string {
    return message(locale, key, values);
  }
}
