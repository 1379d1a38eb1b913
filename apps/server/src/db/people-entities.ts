import type { DeviceKind, Grant, TrailEvent } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';
import { safeInteger } from './safe-integer.ts';

/** A person who works here, or did. */
export interface PersonRow {
  id: string;
  name: string;
  /** The name as it is signed in with: without case and outer space. */
  nameKey: string;
  grants: readonly Grant[];
  /** Argon2id, in its own text form. */
  passwordHash: string | null;
  pinHash: string | null;
  isActive: boolean;
  /** Made up for the demo, where anybody may sign in as them. */
  isDemo: boolean;
  signedInAt: Date | null;
  version: number;
}
export const PersonEntity = new EntitySchema<PersonRow>({
  name: 'person',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_person' },
    name: { type: 'text' },
    nameKey: { type: 'text', name: 'name_key' },
    grants: { type: 'jsonb' },
    passwordHash: { type: 'text', name: 'password_hash', nullable: true },
    pinHash: { type: 'text', name: 'pin_hash', nullable: true },
    isActive: { type: 'boolean', name: 'is_active' },
    isDemo: { type: 'boolean', name: 'is_demo', default: false },
    signedInAt: { type: 'timestamptz', name: 'signed_in_at', nullable: true },
    version: { type: 'integer' },
  },
  uniques: [{ name: 'uq_person_name', columns: ['nameKey'] }],
});

/** A paired till, pass or 86 board. */
export interface DeviceRow {
  id: string;
  name: string;
  kind: DeviceKind;
  location: string | null;
  tokenHash: string;
  pairedAt: Date;
  pairedBy: string;
  seenAt: Date | null;
  withdrawnAt: Date | null;
}
export const DeviceEntity = new EntitySchema<DeviceRow>({
  name: 'device',
  columns: {
    id: { type: 'uuid', primary: true, primaryKeyConstraintName: 'pk_device' },
    name: { type: 'text' },
    kind: { type: 'text' },
    location: { type: 'text', nullable: true },
    tokenHash: { type: 'text', name: 'token_hash' },
    pairedAt: { type: 'timestamptz', name: 'paired_at' },
    pairedBy: { type: 'text', name: 'paired_by' },
    seenAt: { type: 'timestamptz', name: 'seen_at', nullable: true },
    withdrawnAt: { type: 'timestamptz', name: 'withdrawn_at', nullable: true },
  },
  uniques: [{ name: 'uq_device_token', columns: ['tokenHash'] }],
});

/** A code by which one device may be paired, once. */
export interface PairingCodeRow {
  codeHash: string;
  name: string;
  kind: DeviceKind;
  location: string | null;
  by: string;
  until: Date;
}
export const PairingCodeEntity = new EntitySchema<PairingCodeRow>({
  name: 'pairing_code',
  columns: {
    codeHash: { type: 'text', name: 'code_hash', primary: true, primaryKeyConstraintName: 'pk_pairing_code' },
    name: { type: 'text' },
    kind: { type: 'text' },
    location: { type: 'text', nullable: true },
    by: { type: 'text' },
    until: { type: 'timestamptz' },
  },
});

/** A person who acts with a PIN, at one device or in one person's session, for a short time. */
export interface ActingRow {
  tokenHash: string;
  personId: string;
  /** The device or person that asked for the PIN. */
  holder: string;
  until: Date;
}
export const ActingEntity = new EntitySchema<ActingRow>({
  name: 'acting',
  columns: {
    tokenHash: { type: 'text', name: 'token_hash', primary: true, primaryKeyConstraintName: 'pk_acting' },
    personId: { type: 'uuid', name: 'person_id' },
    holder: { type: 'text' },
    until: { type: 'timestamptz' },
  },
});

/** What happened at the doors. The database refuses to change or delete an entry. */
export interface TrailRow {
  seq: number;
  at: Date;
  event: TrailEvent;
  by: string | null;
  device: string | null;
  address: string | null;
  about: string | null;
}
export const TrailEntity = new EntitySchema<TrailRow>({
  name: 'trail',
  columns: {
    seq: {
      type: 'bigint',
      primary: true,
      primaryKeyConstraintName: 'pk_trail',
      generated: 'increment',
      transformer: safeInteger,
    },
    at: { type: 'timestamptz' },
    event: { type: 'text' },
    by: { type: 'text', nullable: true },
    device: { type: 'text', nullable: true },
    address: { type: 'text', nullable: true },
    about: { type: 'text', nullable: true },
  },
});

/** Signed-in browsers, as connect-pg-simple keeps them. */
export interface SessionRow {
  sid: string;
  sess: object;
  expire: Date;
}
export const SessionEntity = new EntitySchema<SessionRow>({
  name: 'session',
  columns: {
    sid: { type: 'character varying', primary: true, primaryKeyConstraintName: 'pk_session' },
    sess: { type: 'json' },
    expire: { type: 'timestamp', precision: 6 },
  },
  indices: [{ name: 'ix_session_expire', columns: ['expire'] }],
});

/** Wrong tries of one kind from one place, and until when no more are taken from there. */
export interface ThrottleRow {
  id: string;
  /** Wrong tries since the last pause. */
  failures: number;
  pauses: number;
  blockedUntil: Date | null;
  failedAt: Date;
}
export const ThrottleEntity = new EntitySchema<ThrottleRow>({
  name: 'throttle',
  columns: {
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_throttle' },
    failures: { type: 'integer' },
    pauses: { type: 'integer' },
    blockedUntil: { type: 'timestamptz', name: 'blocked_until', nullable: true },
    failedAt: { type: 'timestamptz', name: 'failed_at' },
  },
});

export const PEOPLE_ENTITIES = [
  PersonEntity,
  DeviceEntity,
  PairingCodeEntity,
  ActingEntity,
  TrailEntity,
  SessionEntity,
  ThrottleEntity,
];
