import { type Action, ACTIONS, type TrailEntry } from '@hearty-ladle/core';

const ACTION_WORDS: Readonly<Record<Action, string>> = {
  'read-menu': 'read the menu',
  'own-account': 'change an account',
  'edit-menu': 'change the menu',
  publish: 'publish the menu',
  'publish-anyway': 'publish over what stops orders',
  'see-set-up': 'see the set-up',
  'change-set-up': 'change the settings',
  'manage-people': 'see or change people and devices',
  'see-trail': 'see the trail',
  'blank-orders': 'blank an order',
  'see-orders': 'see orders',
  'see-takings': 'see the takings',
  'take-orders': 'take an order',
  'void-orders': 'void an order',
  'name-prices': 'name a price',
  'take-off': '86 something or pause online ordering',
  'count-stock': 'change what is on hand',
  'see-tickets': 'see tickets',
  'work-tickets': 'bump or reprint a ticket',
};

/** An entry of the trail, as a sentence. */
export function trailWords({ event, by, about }: TrailEntry): string {
  const who = by ?? 'Somebody';
  const what = about ?? '';
  switch (event) {
    case 'signed-in':
      return `${who} signed in`;
    case 'sign-in-refused':
      return `Sign-in as “${who}” refused`;
    case 'signed-out':
      return `${who} signed out`;
    case 'signed-out-everywhere':
      return `${who} signed out everywhere`;
    case 'pin-refused':
      return `A wrong PIN for ${what || 'nobody who works there'}`;
    case 'pin-accepted':
      return `${what} entered the PIN`;
    case 'not-allowed':
      return `${who} was not allowed to ${ACTION_WORDS[ACTIONS.find((one) => one === what) ?? 'read-menu']}`;
    case 'person-added':
      return `${who} added ${what}`;
    case 'person-changed':
      return `${who} changed ${what}`;
    case 'password-changed':
      return `${who} changed the password of ${what}`;
    case 'pin-changed':
      return `${who} changed the PIN of ${what}`;
    case 'device-code':
      return `${who} made a code for ${what}`;
    case 'device-paired':
      return `${what} was paired, with a code of ${who}`;
    case 'pairing-refused':
      return 'A wrong code for a device';
    case 'device-withdrawn':
      return `${who} withdrew ${what}`;
    case 'order-voided':
      return `${who} voided something of ${what}`;
    case 'price-named':
      return `${who} named a price in ${what}`;
    case 'sold-short':
      return `${who} sold what is short in ${what}`;
    case 'order-blanked':
      return `${who} blanked ${what}`;
    case 'published':
      return `${who} published ${what}`;
    case 'plan-moved':
      return `${who} moved a plan for ${what}`;
    case 'plan-called-off':
      return `${who} called off a plan for ${what}`;
    case 'program-changed':
      return `${who} set up the program ${what}`;
    case 'program-deleted':
      return `${who} deleted the program ${what}`;
    case 'settings-changed':
      return `${who} changed the settings`;
  }
}
