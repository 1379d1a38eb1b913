import { Pipe, type PipeTransform } from '@angular/core';
import { Catalogue, type MessageValues } from './catalogue.ts';
import en from './compiled/staff-en.ts';
import es from './compiled/staff-es.ts';
import type { StaffKey } from './staff-en.ts';

export type { StaffKey };

/** A text that is formatted when it is shown, in the language of the screen. */
export interface StaffText {
  readonly key: StaffKey;
  readonly values?: MessageValues;
}

const staff = new Catalogue<StaffKey>(en).add('es', es);

/** A text for the people at the till and the pass, in the language of a locale. */
export function staffMessage(locale: string, key: StaffKey, values?: MessageValues): string {
  return staff.say(locale, key, values);
}

/** Why the server refused what the till sent, by the code of its problem document. */
export function refusalText(code: string, values: MessageValues = {}): StaffText {
  const key = `refusal.${code}`;
  return { key: staff.has(key) ? key : 'refusal.other', values };
}

/** A printer's health in words, such as “out of paper”. */
export function healthText(locale: string, health: string): string {
  return textOf(locale, `printer.${health}`, health);
}

/** A service in words, such as “Takeaway”. */
export function serviceText(locale: string, service: string): string {
  return textOf(locale, `service.${service}`, service);
}

function textOf(locale: string, key: string, otherwise: string): string {
  return staff.has(key) ? staffMessage(locale, key) : otherwise;
}

/** `'till.send' | staff: locale()`, with values for its placeholders as a further argument. */
@Pipe({ name: 'staff' })
export class StaffPipe implements PipeTransform {
  transform(key: StaffKey, locale: string, values?: MessageValues): string {
    return staffMessage(locale, key, values);
  }
}
