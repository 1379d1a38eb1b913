import type { OfferedGroupView } from '@hearty-ladle/core';
import { message } from '../messages/message.ts';

/** How many a guest may pick, and how many are included, in a few words of the locale's language. */
export function limitsText({ min, max, included, have, free }: OfferedGroupView, locale: string): string {
  return [countText(min, max, locale), includedText(included, have, free, locale)].filter(Boolean).join(' · ');
}

function countText(min: number, max: number | null, locale: string): string {
  if (max !== null && max < min) return message(locale, 'limits.none');
  if (min === 1 && max === 1) return message(locale, 'limits.one');
  if (max !== null && min === max) return message(locale, 'limits.exactly', { count: min });
  if (min > 0 && max === null) return message(locale, 'limits.at-least', { min });
  if (min > 0 && max !== null) return message(locale, 'limits.range', { min, max });
  return max === null ? message(locale, 'limits.any') : message(locale, 'limits.up-to', { max });
}

function includedText(count: number, have: number, free: number, locale: string): string {
  if (count === 0) return '';
  if (have === 0) return message(locale, 'limits.included', { count });
  return free > 0
    ? message(locale, 'limits.included-left', { free, count })
    : message(locale, 'limits.included-used', { count });
}
