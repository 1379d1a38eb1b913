import { isCurrency } from '../money/currencies.ts';
import { isCalendarDate, isLocalMinute } from '../quote/calendar.ts';

/** Formats used by the schemas, as predicates over text. */
export const formats: Readonly<Record<string, (text: string) => boolean>> = {
  date: isCalendarDate,
  'local-minute': isLocalMinute,
  currency: isCurrency,
  'language-tag': isLanguageTag,
  'time-zone': isTimeZone,
};

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
