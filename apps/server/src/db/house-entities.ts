import type { House } from '@hearty-ladle/core';
import { EntitySchema } from 'typeorm';

/** The live settings (null: defaults), and the secret that signs device tokens. */
export interface HouseRow {
  id: number;
  version: number;
  body: House | null;
  secret: string;
}
export const HouseEntity = new EntitySchema<HouseRow>({
  name: 'house',
  columns: {
    id: { type: 'integer', primary: true, primaryKeyConstraintName: 'pk_house' },
    version: { type: 'integer' },
    body: { type: 'jsonb', nullable: true },
    secret: { type: 'text', select: false },
  },
});

/** Failed PIN tries of one known device, or of all unknown devices together. */
export interface PinBucketRow {
  id: string;
  /** Failed tries since the last pause. */
  failures: number;
  pauses: number;
  blockedUntil: Date | null;
  failedAt: Date;
}
export const PinBucketEntity = new EntitySchema<PinBucketRow>({
  name: 'pin_bucket',
  columns: {
    id: { type: 'text', primary: true, primaryKeyConstraintName: 'pk_pin_bucket' },
    failures: { type: 'integer' },
    pauses: { type: 'integer' },
    blockedUntil: { type: 'timestamptz', name: 'blocked_until', nullable: true },
    failedAt: { type: 'timestamptz', name: 'failed_at' },
  },
});
