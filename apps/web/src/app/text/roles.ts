import {
  type Action,
  type DeviceKind,
  type Grant,
  type Location,
  type Role,
  rolesThatMay,
  textIn,
} from '@hearty-ladle/core';

const ROLE_NAMES: Readonly<Record<Role, string>> = {
  owner: 'Owner',
  editor: 'Menu editor',
  lead: 'Shift lead',
  till: 'Till',
  kitchen: 'Kitchen',
};

/** What each role may do, in a few words. */
const ROLE_DEEDS: Readonly<Record<Role, string>> = {
  owner: 'Everything, people and settings too',
  editor: 'Builds the menu: dishes, groups, rules, prices',
  lead: '86, counts, deliveries, voids, open prices',
  till: 'Takes orders',
  kitchen: 'Bumps and reprints tickets',
};

const DEVICE_NAMES: Readonly<Record<DeviceKind, string>> = { till: 'Till', pass: 'Pass', board: '86 board' };

export const roleName = (role: Role): string => ROLE_NAMES[role];
export const roleDeeds = (role: Role): string => ROLE_DEEDS[role];
export const deviceKindName = (kind: DeviceKind): string => DEVICE_NAMES[kind];

/** “Till at Lantern Steps, Shift lead”. */
export function grantsText(grants: readonly Grant[], locations: readonly Location[], locale: string): string {
  if (grants.length === 0) return 'No role yet';
  return grants
    .map(({ role, location }) => {
      if (location === undefined) return roleName(role);
      const place = locations.find(({ id }) => id === location);
      return `${roleName(role)} at ${place ? textIn(place.name, locale, locale) : location}`;
    })
    .join(', ');
}

/** “The owner or a shift lead may do this.” */
export function whoMay(action: Action): string {
  const names = rolesThatMay(action).map((role) =>
    role === 'owner' ? 'the owner' : `a ${roleName(role).toLowerCase()}`,
  );
  const all = new Intl.ListFormat('en', { type: 'disjunction' }).format(names);
  return `${all.charAt(0).toUpperCase()}${all.slice(1)} may do this.`;
}
