import Type, { type Static } from 'typebox';
import { int, optional } from '../menu/schema-kit.ts';
import { DEVICE_KINDS, type Grant, ROLES } from '../people/roles.ts';
import { count, enumOf, many, nullable, object, text, Timestamp, Uuid } from './schema.ts';

/** People, devices and the trail of what was decided about them. */

const secret = Type.String({ maxLength: 600 });
const name = Type.String({ minLength: 1, maxLength: 60 });
const place = Type.String({ minLength: 1, maxLength: 60 });
const Pin = Type.String({ pattern: '^\\d{4,12}$' });

const grant = object({ role: enumOf(...ROLES), location: optional(place) });
/** The roles of a person, each at one location or everywhere. */
const Grants = Type.Unsafe<readonly Grant[]>(Type.Array(grant, { maxItems: 40 }));

export const DeviceKindName = enumOf(...DEVICE_KINDS);

/** A person who is known here. */
export const SignedIn = object({ id: Uuid, name: text, grants: Grants });
export type SignedIn = Readonly<Static<typeof SignedIn>>;

/** A till, pass or 86 board. `location`: absent in a house without locations. */
const device = { id: Uuid, name: text, kind: DeviceKindName, location: optional(text) };
export const PairedAs = object(device);
export type PairedAs = Readonly<Static<typeof PairedAs>>;

/**
 * Who is asking: the person who signed in and the device that was paired, if any. `demo`: the made-up people who can be
 * signed in with one click, in a demo only. `needsOwner`: nobody is known here yet.
 */
export const Session = object({
  person: optional(SignedIn),
  device: optional(PairedAs),
  demo: optional(many(SignedIn)),
  needsOwner: Type.Boolean(),
});
export type Session = Readonly<Static<typeof Session>>;

export const SignIn = object({ name, password: secret });
export type SignIn = Static<typeof SignIn>;
export const DemoSignIn = object({ person: Uuid });
/** The first owner, with the token of the link that the server printed. */
export const FirstOwner = object({ token: Type.String({ maxLength: 100 }), name, password: secret });
export type FirstOwner = Static<typeof FirstOwner>;
export const PairingTry = object({ code: Type.String({ minLength: 1, maxLength: 40 }) });

/** The PIN of a person at a device. */
export const PinTry = object({ person: Uuid, pin: Type.String({ maxLength: 60 }) });
export type PinTry = Static<typeof PinTry>;
/** Sent as `X-Acting-As` from then on; it ends at `until` if it is not used before. */
export const Acting = object({ acting: text, name: text, until: Timestamp });
export type Acting = Readonly<Static<typeof Acting>>;

/** A person as the owner sees them. `version` is sent back with a change. */
export const Person = object({
  id: Uuid,
  name: text,
  grants: Grants,
  hasPassword: Type.Boolean(),
  hasPin: Type.Boolean(),
  /** Whether they still work here; who does not can't sign in. */
  isActive: Type.Boolean(),
  signedInAt: nullable(Timestamp),
  version: count,
});
export type Person = Readonly<Static<typeof Person>>;

/** Adds a person (version 0) or changes one; a password or PIN that is absent stays, and null takes it away. */
export const PersonChange = object({
  id: Uuid,
  version: int(0, 2_147_483_647),
  name,
  grants: Grants,
  isActive: Type.Boolean(),
  password: optional(nullable(secret)),
  pin: optional(nullable(Pin)),
});
export type PersonChange = Static<typeof PersonChange>;

/** One's own password, or PIN; the current password is asked for either. */
export const OwnSecrets = object({ current: secret, password: optional(secret), pin: optional(nullable(Pin)) });
export type OwnSecrets = Static<typeof OwnSecrets>;

export const Device = object({ ...device, pairedAt: Timestamp, pairedBy: text, seenAt: nullable(Timestamp) });
export type Device = Readonly<Static<typeof Device>>;
export const PairingRequest = object({ kind: DeviceKindName, name, location: optional(place) });
export type PairingRequest = Static<typeof PairingRequest>;
/** To be typed at the device once, before `until`. */
export const PairingCode = object({ code: text, until: Timestamp });
export type PairingCode = Readonly<Static<typeof PairingCode>>;

/** What the trail keeps. */
export const TRAIL_EVENTS = [
  'signed-in',
  'sign-in-refused',
  'signed-out',
  'signed-out-everywhere',
  'pin-refused',
  'pin-accepted',
  'not-allowed',
  'person-added',
  'person-changed',
  'password-changed',
  'pin-changed',
  'device-code',
  'device-paired',
  'pairing-refused',
  'device-withdrawn',
  'order-voided',
  'price-named',
  'sold-short',
  'order-blanked',
  'settings-changed',
  'program-changed',
  'program-deleted',
  'published',
  'plan-moved',
  'plan-called-off',
] as const;
export type TrailEvent = (typeof TRAIL_EVENTS)[number];

/** An entry of the trail: who did what, when and from where. */
export const TrailEntry = object({
  seq: count,
  at: Timestamp,
  event: enumOf(...TRAIL_EVENTS),
  /** The person, or the name that was tried. */
  by: nullable(text),
  device: nullable(text),
  address: nullable(text),
  /** What it was about: a person, device, order or action. */
  about: nullable(text),
});
export type TrailEntry = Readonly<Static<typeof TrailEntry>>;
