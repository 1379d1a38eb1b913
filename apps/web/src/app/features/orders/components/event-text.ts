import type { OrderEvent } from '@hearty-ladle/core';
import { healthText } from '../../../messages/staff-message.ts';

/** An event of an order in words; `nameOf` gives a station's name. */
export function eventText(event: OrderEvent, nameOf: (station: string) => string): string {
  const { what, station = '', printer, copy, doubtful, fault = '', round = 1 } = event;
  const name = nameOf(station);
  switch (what) {
    case 'placed':
      return round > 1 ? `Round ${round} added` : 'Placed';
    case 'voided':
      return voidText(event, round > 1 ? ` in round ${round}` : '');
    case 'bumped':
      return `${name}: done`;
    case 'recalled':
      return `${name}: recalled`;
    case 'not-printed':
      return `${name}: NOT printed (${healthText('en', fault)}); printing was stopped`;
    case 'printed': {
      const elsewhere = printer === undefined || printer === station ? '' : ` at ${nameOf(printer)}`;
      return `${name}: printed${elsewhere}${copy ? ', once more' : ''}${doubtful ? ', may be on paper twice' : ''}`;
    }
  }
}

function voidText({ by = '', reason = '', stock }: OrderEvent, where: string): string {
  return `Voided${where} by ${by}: ${reason} (${stock === 'waste' ? 'wasted' : 'back into stock'})`;
}
