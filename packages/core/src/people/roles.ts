/** Who may do what: the roles of people and devices, as data. The server checks them, and the pages show them. */

export const ROLES = ['owner', 'editor', 'lead', 'till', 'kitchen'] as const;
export type Role = (typeof ROLES)[number];

/** What a device is for. */
export const DEVICE_KINDS = ['till', 'pass', 'board'] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

interface Rule {
  readonly roles: readonly Role[];
  /** What a device of a kind may do by itself, without a person. */
  readonly devices?: readonly DeviceKind[];
}

/** Every action, with who may do it. */
const RULES = {
  /** Read the menu and what is off, and hear of changes. */
  'read-menu': { roles: ROLES, devices: DEVICE_KINDS },
  /** Change one's own password and PIN, and sign out everywhere. */
  'own-account': { roles: ROLES },
  'edit-menu': { roles: ['owner', 'editor'] },
  /** Publish editions and plan them. */
  publish: { roles: ['owner', 'editor'] },
  /** Publish although line check finds what stops orders. */
  'publish-anyway': { roles: ['owner'] },
  /** Read the settings, printers and pictures, and run the line check. */
  'see-set-up': { roles: ['owner', 'editor', 'lead'] },
  'change-set-up': { roles: ['owner'] },
  'manage-people': { roles: ['owner'] },
  'see-trail': { roles: ['owner'] },
  /** Blank the name, the place and the notes of an order. */
  'blank-orders': { roles: ['owner'] },
  'see-orders': { roles: ['owner', 'editor', 'lead', 'till'], devices: ['till'] },
  /** What was taken, what guests chose, and what it costs to make. */
  'see-takings': { roles: ['owner', 'editor', 'lead'] },
  'take-orders': { roles: ['owner', 'lead', 'till'], devices: ['till'] },
  'void-orders': { roles: ['owner', 'lead'] },
  /** Enter an open price, or sell what is short. */
  'name-prices': { roles: ['owner', 'lead'] },
  /** 86 and put back, stand-ins, pause online ordering. */
  'take-off': { roles: ['owner', 'lead'] },
  /** Counts, deliveries, waste, low marks and shelves. */
  'count-stock': { roles: ['owner', 'lead'] },
  'see-tickets': { roles: ['owner', 'editor', 'lead', 'till', 'kitchen'], devices: ['till', 'pass'] },
  /** Bump, recall and reprint tickets. */
  'work-tickets': { roles: ['owner', 'lead', 'kitchen'], devices: ['pass'] },
} as const satisfies Readonly<Record<string, Rule>>;

export type Action = keyof typeof RULES;
export const ACTIONS = Object.keys(RULES) as readonly Action[];

/** A role at one location, or everywhere if it names none. */
export interface Grant {
  readonly role: Role;
  readonly location?: string;
}

/** Where somebody may do something: everywhere, or at these locations (perhaps none). */
export type Places = 'everywhere' | readonly string[];

const rolesFor = (action: Action): readonly Role[] => RULES[action].roles;

/** Where a person with these grants may do something. */
export function placesFor(grants: readonly Grant[], action: Action): Places {
  const fitting = grants.filter(({ role }) => rolesFor(action).includes(role));
  return fitting.some(({ location }) => location === undefined)
    ? 'everywhere'
    : [...new Set(fitting.flatMap(({ location }) => location ?? []))];
}

/** Where a device may do something by itself: at its own location, or everywhere in a house without locations. */
export function devicePlaces(
  { kind, location }: { readonly kind: DeviceKind; readonly location?: string | undefined },
  action: Action,
): Places {
  const rule: Rule = RULES[action];
  if (!rule.devices?.includes(kind)) return [];
  return location === undefined ? 'everywhere' : [location];
}

/** Whether places include a location; without one, only everywhere does. */
export function reaches(places: Places, location: string | undefined): boolean {
  return places === 'everywhere' || (location !== undefined && places.includes(location));
}

/** Whether a person with these grants may do something at a location; without one: everywhere. */
export function may(grants: readonly Grant[], action: Action, location?: string): boolean {
  return reaches(placesFor(grants, action), location);
}

/** The roles whose people may do something, the most powerful first. */
export function rolesThatMay(action: Action): readonly Role[] {
  return rolesFor(action);
}

/** Roles that concern the whole house, so that they are never limited to a location. */
export const WHOLE_HOUSE_ROLES: ReadonlySet<Role> = new Set(['owner', 'editor']);
