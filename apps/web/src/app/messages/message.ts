import { Pipe, type PipeTransform } from '@angular/core';
import { Catalogue, catalogueOf, type MessageValues } from './catalogue.ts';
import en from './compiled/en.ts';
import type { MessageKey } from './en.ts';

export type { MessageKey };

export const guests = new Catalogue<MessageKey>(en);

/**
 * Loads what guests are told in the language of a locale; until it is there, they are told in English. Rejects if it can't
 * be loaded.
 */
export async function loadMessages(locale: string): Promise<void> {
  const language = catalogueOf(locale);
  if (language !== 'es' || guests.speaks(language)) return;
  const { default: es } = await import('./compiled/es.ts');
  guests.add(language, es);
}

/** A text for guests in the language of a locale. */
export function message(locale: string, key: MessageKey, values?: MessageValues): string {
  return guests.say(locale, key, values);
}

/** Why an order was refused, by the code of the server's problem document; `limit` is what the order was above. */
export function refusalMessage(locale: string, code: string, limit = 0): string {
  const key = `refusal.${code}`;
  return message(locale, guests.has(key) ? key : 'refusal.other', { limit });
}

/** `'dish.add' | message: locale()`, with values for its placeholders as a further argument. */
@Pipe({ name: 'message' })
export class MessagePipe implements PipeTransform {
  transform(key: MessageKey, locale: string, values?: MessageValues): string {
    return message(locale, key, values);
  }
}
