import { describe, expect, it } from 'vitest';
import { type Action, ACTIONS, DEVICE_KINDS, devicePlaces, may, placesFor, reaches, ROLES } from './roles.ts';

/** Written down once more, by hand, from what the house decided: a letter for each role and device that may. */
const TABLE: Readonly<Record<Action, string>> = {
  // roles: O owner, E menu editor, L shift lead, T till, K kitchen; devices: t till, p pass, b 86 board
  'read-menu': 'OELTK tpb',
  'own-account': 'OELTK',
  'edit-menu': 'OE',
  publish: 'OE',
  'publish-anyway': 'O',
  'see-set-up': 'OEL',
  'change-set-up': 'O',
  'manage-people': 'O',
  'see-trail': 'O',
  'blank-orders': 'O',
  'see-orders': 'OELT t',
  'see-takings': 'OEL',
  'take-orders': 'OLT t',
  'void-orders': 'OL',
  'name-prices': 'OL',
  'take-off': 'OL',
  'count-stock': 'OL',
  'see-tickets': 'OELTK tp',
  'work-tickets': 'OLK p',
};

describe('who may do what', () => {
  it.each(ACTIONS.flatMap((action) => ROLES.map((role) => ({ action, role }))))(
    '$role: $action',
    ({ action, role }) => {
      const isAllowed = TABLE[action].includes(role[0]?.toUpperCase() ?? '?');
      expect(may([{ role }], action)).toBe(isAllowed);
      expect(may([{ role }], action, 'steps')).toBe(isAllowed);
      expect(may([{ role, location: 'steps' }], action, 'steps')).toBe(isAllowed);
      expect(may([{ role, location: 'steps' }], action, 'millrace')).toBe(false);
      expect(may([{ role, location: 'steps' }], action)).toBe(false);
    },
  );

  it.each(ACTIONS.flatMap((action) => DEVICE_KINDS.map((kind) => ({ action, kind }))))(
    'a device for the $kind: $action',
    ({ action, kind }) => {
      const isAllowed = TABLE[action].includes(kind[0] ?? '?');
      expect(reaches(devicePlaces({ kind, location: 'steps' }, action), 'steps')).toBe(isAllowed);
      expect(reaches(devicePlaces({ kind, location: 'steps' }, action), 'millrace')).toBe(false);
      expect(reaches(devicePlaces({ kind }, action), 'steps')).toBe(isAllowed);
    },
  );

  it('adds up what several roles allow, and nobody without a role may do anything', () => {
    const both = [{ role: 'till', location: 'steps' } as const, { role: 'lead', location: 'millrace' } as const];
    expect(placesFor(both, 'take-orders')).toEqual(['steps', 'millrace']);
    expect(placesFor(both, 'void-orders')).toEqual(['millrace']);
    expect(placesFor([...both, { role: 'lead' }], 'void-orders')).toBe('everywhere');
    expect(ACTIONS.filter((action) => placesFor([], action).length > 0)).toEqual([]);
  });
});
