import { isCurrency } from '../money/currencies.ts';
import { isCalendarDate } from '../quote/calendar.ts';

/** Formats used by the schemas, as predicates over text. */
export const formats: Readonly<Record<string, (text: string) => boolean>> = {
  date: isCalendarDate,
  'local-minute': isLocalMinute,
  currency: isCurrency,
  'language-tag': isLanguageTag,
  'time-zone': isTimeZone,
};

function isLocalMinute(text: string): boolean {
  return /^.{10}T([01]\d|2[0-3]):[0-5]\d$/.test(text) && isCalendarDate(text.slice(0, 10));
}

/** Whether the text is a well-formed BCP 47 tag, according to the platform's Intl. */
function isLanguageTag(text: string): boolean {
  try {
    return Intl.getCanonicalLocales(text).length === 1;
  } catch {
    return false;
  }
}

function isTimeZone(text: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: text });
    return true;
  } catch {
    return false;
  }
}
