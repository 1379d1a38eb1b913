/**
 * Constants of the contracts that pages need at run time. They are kept apart from the schemas, so that the schemas and
 * their library are not loaded with pages.
 */

/** NIST SP 800-63B: passwords may be long, and any characters; the server checks the rest. */
export const PASSWORD_LENGTH = { min: 12, max: 128 } as const;

export const TABLE_NAMES = ['items', 'groups', 'choices', 'questions', 'variants', 'ingredients', 'counts'] as const;
/** Files of tables that can be had: all of them, or one. */
export const TABLE_FILES = [
  'menu.xlsx',
  ...TABLE_NAMES.filter((name) => name !== 'counts').map((name) => `${name}.csv` as const),
] as const;
export type TableFileName = (typeof TABLE_FILES)[number];
export const MOST_MATCHINGS = 50;

/** What a program can be told of. */
export const WEBHOOK_EVENTS = ['order.placed', 'order.voided', 'edition.published'] as const;
export type WebhookEvent = (typeof WEBHOOK_EVENTS)[number];

/** The hours at which the parts of the day begin; takings from one of them to another are quickest to tell. */
export const DAY_PARTS: readonly number[] = [0, 5, 11, 15, 18];

/** What takings are told by. */
export const TAKINGS_BY = ['day', 'hour', 'weekday', 'location', 'channel', 'service'] as const;
