import type { DeliveryTry, WebhookEvent } from '@hearty-ladle/core';

/** What a program can be told of, as an operator says it. */
export const EVENT_WORDS: Readonly<Record<WebhookEvent, string>> = {
  'order.placed': 'An order is placed',
  'order.voided': 'Something of an order is voided',
  'edition.published': 'A location gets an edition',
};

/** What came of sending a message once, in a sentence. */
export function tryWords({ status, fault, milliseconds }: DeliveryTry): string {
  switch (fault) {
    case null:
      return `It arrived: the program answered ${status} after ${milliseconds} ms.`;
    case 'answered':
      return status !== null && status >= 300 && status < 400
        ? `The program answered ${status}, a redirect. Redirects are not followed: give the address it leads to.`
        : `The program answered ${status}. Anything from 200 to 299 would say that the message arrived.`;
    case 'inside':
      return 'Not sent: the address leads into the house’s own network, which is not allowed for this program.';
    case 'too-slow':
      return 'The program did not answer within ten seconds.';
    case 'no-answer':
      return 'Nothing answers at this address.';
  }
}
